"""How racks begin: balls racked and broken by the simulator, or part of a game scattered over the table."""

from dataclasses import replace

import numpy as np
from numpy.typing import NDArray

from partita.games import game_named
from partita.games.game import Call
from partita.games.judging import CHOICE, LOST, WON
from partita.games.referee import after, judge
from partita.games.situation import Situation
from partita.games.snooker_table import COLOURS, REDS, spots
from partita.games.straight_pool import rack_place
from partita.physics.simulate import execute, names_of, physics_of, places_of
from partita.physics.stroke import Stroke
from partita.table.geometry import bed_of
from partita.table.layout import CUE, Layout, problems_of
from partita.table.spec import TableSpec, table_named

# Rows of a rack, and where the ball that decides the game lies among its places.
_DIAMOND = (0, 1, 2, 3, 4, 5, 7, 8, 12)
# A good break and an ordinary rack: with smaller gaps and softer breaks fewer balls fall than players see, in about one
# nine-ball rack of three; so in 45 % there and 55 % at eight-ball. Players report half to three quarters (from memory).
_SPEED_MPS, _APEX_SPREAD_DEG, _LARGEST_GAP_M = (8.5, 11.0), 0.4, 0.0006
_MOST_TRIES = 60
# Games with an open break, the ball that decides them and its place in the rack.
_WINS_IN = {"nine-ball": ("9", 4), "ten-ball": ("10", 4), "eight-ball": ("8", 4)}

BROKEN = tuple(_WINS_IN)


def table_of(game: str) -> TableSpec:
    """The table on which a game is usually played."""
    return table_named("snooker-12ft" if game == "snooker" else "pool-9ft")


def broken(game: str, seed: int, table: TableSpec | None = None) -> Situation:
    """A rack of nine-ball, ten-ball or eight-ball after a break that was no foul; the breaker is "me".

    The rack is never perfect: small gaps between the balls differ from rack to rack, as do speed and aim.
    """
    table, rng = table or table_of(game), np.random.default_rng([seed, 1])
    for _ in range(_MOST_TRIES):
        situation = Situation(Layout(table, _racked(game, table, rng)), game=game)
        following = _break(situation, rng)
        if following is not None:
            return following
    raise AssertionError("a legal break is far likelier than not")


def scattered(game: str, seed: int, table: TableSpec | None = None) -> Situation:
    """A game somewhere in its middle: balls anywhere on the table, scores and groups to match; "me" to shoot."""
    table, rng = table or table_of(game), np.random.default_rng([seed, 2])
    situation = Situation(Layout(table), game=game)
    if game == "snooker":
        return _scattered_frame(situation, rng)
    names = game_named(game).balls[1:]
    left = int(rng.integers(2, len(names) + 1))
    if game in ("nine-ball", "ten-ball"):
        kept = names[-left:]
    else:
        always = ("8",) if game == "eight-ball" else ()
        others = [name for name in names if name not in always]
        kept = (*always, *rng.choice(others, size=max(1, left - len(always)), replace=False))
    layout = _strewn(situation.layout, (CUE, *(str(name) for name in kept)), rng)
    if game == "eight-ball":
        group = ("solids", "stripes", None)[int(rng.integers(0, 3 if len(kept) > 12 else 2))]
        situation = replace(situation, my_group=group)
    if game == "straight-pool":
        ours, to_go = [int(points) for points in rng.integers(0, 60, size=2)], int(rng.integers(3, 9))
        mine, theirs = ours[0], min(ours[1], ours[0] + 15)
        situation = replace(situation, my_points=mine, their_points=theirs, points_to=max(mine, theirs) + to_go)
    return replace(situation, layout=layout)


def _scattered_frame(situation: Situation, rng: np.random.Generator) -> Situation:
    """Colours on their spots, a few reds about, and a score between players of like strength."""
    table = situation.layout.table
    reds = REDS[: int(rng.integers(0, 7))]
    on_spots = Layout(table, spots(bed_of(table)))
    lead = int(rng.integers(-25, 26))
    return replace(
        situation, layout=_strewn(on_spots, (CUE, *reds), rng), ball_on="red" if reds else COLOURS[0],
        my_points=max(0, lead), their_points=max(0, -lead),
    )  # fmt: skip


def _strewn(layout: Layout, names: tuple[str, ...], rng: np.random.Generator) -> Layout:
    """The layout with these balls at free places anywhere."""
    table = layout.table
    margin = table.ball_radius_m + 0.002
    for name in names:
        while True:
            x, y = rng.uniform((margin, margin), (table.length_m - margin, table.width_m - margin))
            wider = Layout(table, {**layout.balls, name: (float(x), float(y))})
            if not problems_of(wider):
                layout = wider
                break
    return layout


def _racked(game: str, table: TableSpec, rng: np.random.Generator) -> dict[str, tuple[float, float]]:
    """Balls in the rack on the foot spot, the deciding one in its middle, and the cue ball behind the line."""
    bed = bed_of(table)
    names = list(game_named(game).balls[1:])
    places = _DIAMOND if game == "nine-ball" else range(len(names))
    special, middle = _WINS_IN[game]
    fixed = {middle: special} | ({0: "1"} if game != "eight-ball" else {})
    others = [str(name) for name in rng.permutation([name for name in names if name not in fixed.values()])]
    balls: dict[str, tuple[float, float]] = {}
    for order, place in enumerate(places):
        x, y = rack_place(place, bed)
        depth = (x - 0.75 * bed.length) / bed.length
        name = fixed.get(order) or others.pop()
        gap = rng.uniform(0, _LARGEST_GAP_M, size=2)
        balls[name] = (float(x + gap[0] + 0.004 * depth), float(y + (gap[1] if y > bed.width / 2 else -gap[1])))
    cue = (0.24 * bed.length, float(bed.width * rng.uniform(0.25, 0.75)))
    return {CUE: cue, **balls}


def _break(situation: Situation, rng: np.random.Generator) -> Situation | None:
    """What a hard stroke at the apex leaves; None after a foul or when the rack was over at once."""
    table, bed = situation.layout.table, bed_of(situation.layout.table)
    names, places = names_of(situation.layout), places_of(situation.layout)
    way = np.array([0.75 * bed.length, 0.5 * bed.width]) - places[0]
    aim = np.degrees(np.arctan2(way[1], way[0])) + rng.normal(0, _APEX_SPREAD_DEG)
    stroke = Stroke(float(aim % 360), float(rng.uniform(*_SPEED_MPS)), height=float(rng.normal(0, 0.1)))
    shots = execute(table, places, stroke.row()[None], physics=physics_of(table))
    # On the break nothing need be called: whatever ball fell keeps the breaker at the table.
    fell: NDArray[np.int64] = np.flatnonzero(shots.pocketed[0, 1:] >= 0) + 1
    call = Call(names[fell[0]], int(shots.pocketed[0, fell[0]])) if len(fell) else Call()
    outcomes = judge(situation, names, shots, [call], bed)
    if outcomes.code[0] in (WON, LOST, CHOICE) or outcomes.hand[0]:
        return None
    following = after(situation, names, outcomes, 0)
    if following is None or problems_of(following.layout):
        return None
    # At eight-ball the table stays open after the break, whatever fell.
    return replace(following, my_group=None)


def opened(game: str, seed: int) -> Situation:
    """How a rack may begin: after a break in two of three where the game has an open one, else scattered."""
    return broken(game, seed) if game in BROKEN and seed % 3 else scattered(game, seed)
