"""The plan: for each ball its pocket and stroke, where the cue ball comes to rest, and the chance from there on.

From where the cue ball lies, or from its best place in hand, the strokes at the ball that is on are thought about as
finely as it goes, the best of each pocket played many times with the player's errors, and what they leave is read
from the maps. The one of the most worth is planned and estimated once more with fresh draws; then the next ball, from
where that stroke comes to rest without error.
"""

from collections.abc import Iterator
from dataclasses import dataclass, replace

import numpy as np
from numpy.typing import NDArray

from partita.intervals import Chance
from partita.physics.simulate import Executions, execute, physics_of
from partita.physics.stroke import Stroke
from partita.physics.trace import path_of
from partita.playing.desk import Desk
from partita.playing.playout import Start
from partita.runout.fixed import Fixed, own_candidate
from partita.runout.maps import Asked
from partita.runout.places import think
from partita.runout.shots import (
    FRESH_SEED,
    SEED,
    Bench,
    Effort,
    Shot,
    finalists_of,
    glancing_desk,
    nearest,
    plan_desk,
    ranked,
)
from partita.runout.zones import Zone, worth_at, zone_of
from partita.table.geometry import Bed, bed_of
from partita.value.place_maps import SAFETY_WAY, PlaceMaps, read_way

Floats = NDArray[np.float64]
_TRACE_ROWS = 160
# The plan goes on from a shot's end without error when that is worth this share of what the best third of its tries
# end in.
_GOOD_END, _BEST_THIRD = 0.6, 2 / 3
# Coming in: the last path against the next ball's line, rad.
INTO_RAD, ACROSS_RAD = np.radians(30.0), np.radians(60.0)


@dataclass(frozen=True)
class Planned:
    """One ball of the plan.

    step : its number; ball : its name; cue : (2,) m, where the cue ball lies; shot : what is planned
    others : the best stroke into each other pocket, the best first
    back, rolls : out of line, the best stroke that gets back into the next zone, and the best that does not
    rack : rack chance with the planned stroke, what it leaves by an evaluation where only running out counts
    zone : from where the ball is easy; safer : rack chance of a safety where that is worth more
    path, ball_path : (k, 2) m, of both balls without error; enters_rad : angle of the cue ball's last path with the
        next ball's line, None for the last ball
    places, in_play : of all balls before it; own : whether it is the player's own shot, None where he asked for none
    kept : what of the chances to run out and to win the best free choice gives is kept by what is fixed here, 0..1
    """

    step: int
    ball: str
    cue: Floats
    shot: Shot
    others: tuple[Shot, ...]
    back: Shot | None
    rolls: Shot | None
    rack: Chance
    zone: Zone
    safer: float | None
    path: Floats
    ball_path: Floats
    enters_rad: float | None
    places: Floats
    in_play: NDArray[np.int8]
    own: bool | None
    kept: tuple[float, float]


def plan_from(asked: Asked, maps: PlaceMaps, cue: Floats, fixed: Fixed, effort: Effort) -> Iterator[Planned]:
    """Yield the plan ball by ball from a place of the cue ball, m, until a ball cannot be planned."""
    start, steps = asked.start, asked.steps
    desk = plan_desk(asked, maps)
    glancing = glancing_desk(asked) if asked.solo else desk
    places, in_play = start.places.copy(), steps.in_play[0].copy()
    places[0] = cue
    zones = [zone_of(maps, desk.eyes.bed, start, k) for k in range(len(steps))]
    for step in range(len(steps)):
        planned = _planned(asked, maps, (desk, glancing), zones, step, places, in_play, fixed, effort)
        if planned is None:
            return
        yield planned
        played = _clean(start, places, in_play, planned.shot.stroke)
        fell = played.pocketed[0] >= 0
        places = played.finals[0].copy()
        if step + 1 < len(steps):
            places[0] = _goes_on_from(maps, desk.eyes.bed, step + 1, planned.shot)
        in_play = np.where(fell, -2, in_play).astype(np.int8)
        if step + 1 < len(steps):
            # What the rules put back, a colour, stands where the maps have it.
            back = (steps.in_play[step + 1] == -1) & (in_play != -1)
            places[back] = start.places[back]
            in_play = np.where(back, -1, in_play).astype(np.int8)
            if in_play[0] != -1 or in_play[steps.ball[step + 1]] != -1:
                return


def _goes_on_from(maps: PlaceMaps, bed: Bed, step: int, shot: Shot) -> Floats:
    """From where the next ball is planned: where the shot ends without error, unless its tries end better than that.

    Then it is the place amid the best third of them: nobody plans on a spot from which he would not go on.
    """
    if len(shot.arrivals) == 0:
        return shot.rest
    ends = worth_at(maps, bed, step, np.vstack([shot.rest[None], shot.arrivals]))[:, 0]
    better = ends[1:] >= np.quantile(ends[1:], _BEST_THIRD)
    if ends[0] >= _GOOD_END * ends[1:][better].mean():
        return shot.rest
    places = shot.arrivals[better]
    return np.asarray(places[int(np.argmin(np.linalg.norm(places - np.median(places, axis=0), axis=1)))])


def _planned(
    asked: Asked,
    maps: PlaceMaps,
    desks: tuple[Desk, Desk],
    zones: list[Zone],
    step: int,
    places: Floats,
    in_play: NDArray[np.int8],
    fixed: Fixed,
    effort: Effort,
) -> Planned | None:
    """The plan of one ball; None when there is no stroke at it.

    desks : that reads the maps, and that does not
    """
    desk, glancing = desks
    standing, following = asked.steps.standing[step], zones[step + 1] if step + 1 < len(zones) else None
    count = think(desk, places, in_play, standing, step, 0)
    finalists = finalists_of(desk.candidates[:count], maps.pockets[step])
    bench = Bench(desk, places, in_play, standing, following)
    tried = [bench.shot(k, SEED, effort.tries) for k in finalists]
    order = ranked(maps, desk.eyes.bed, step + 1 if following else None, tried) if tried else []
    own, chosen = _asked_for(asked, maps, bench, step, count, fixed)
    if chosen is not None:
        finalists.append(chosen)
        tried.append(bench.shot(chosen, SEED, effort.tries))
        order = [len(tried) - 1, *order]
    if not order:
        return None
    best, rack = _estimated(asked, bench, glancing, finalists[order[0]], effort)
    kept = (1.0, 1.0)
    if chosen is not None and len(order) > 1:
        free, free_rack = _estimated(asked, bench, glancing, finalists[order[1]], effort)
        kept = _share(best.clear, free.clear), _share(rack, free_rack)
    others = [tried[k] for k in order[1:] if tried[k].pocket != best.pocket]
    first_of = {shot.pocket: shot for shot in reversed(others)}
    back, rolls = _back_or_on(tried, zones[step], following, places[0])
    safety = read_way(maps, desk.eyes.bed, 0, step, SAFETY_WAY, places[0, 0], places[0, 1])[0]
    target = int(asked.steps.ball[step])
    paths = _paths(asked.start, places, in_play, best.stroke, target)
    return Planned(
        step=step, ball=asked.steps.order[step], cue=places[0].copy(), shot=best,
        others=tuple(sorted(first_of.values(), key=lambda shot: -shot.worth.value)),
        back=back, rolls=rolls, rack=rack, zone=zones[step],
        safer=float(safety) if not asked.solo and safety > best.worth.value else None,
        path=paths[0], ball_path=paths[1], enters_rad=_enters(paths[0], following),
        places=places.copy(), in_play=in_play.copy(), own=own, kept=kept,
    )  # fmt: skip


def _estimated(asked: Asked, bench: Bench, glancing: Desk, candidate: int, effort: Effort) -> tuple[Shot, Chance]:
    """A candidate with fresh draws, and the rack chance with it, by an evaluation where only running out counts."""
    shot = bench.shot(candidate, FRESH_SEED, effort.fresh)
    if not asked.solo:
        return shot, shot.worth
    glancing.candidates[candidate] = bench.desk.candidates[candidate]
    return shot, replace(bench, desk=glancing).shot(candidate, FRESH_SEED, effort.fresh).worth


def _share(chosen: Chance, free: Chance) -> float:
    return min(1.0, chosen.value / free.value) if free.value > 0.0 else 1.0


def carried_back(plan: tuple[Planned, ...]) -> tuple[Planned, ...]:
    """What is fixed at a ball costs the balls before it too: the maps, which know only free choices, do not say so."""
    clear, rack, found = 1.0, 1.0, []
    for planned in reversed(plan):
        worth = planned.shot.worth.times(rack if planned.shot.worth == planned.rack else clear)
        shot = replace(planned.shot, clear=planned.shot.clear.times(clear), worth=worth)
        found.append(replace(planned, shot=shot, rack=planned.rack.times(rack)))
        clear, rack = clear * planned.kept[0], rack * planned.kept[1]
    return tuple(reversed(found))


def _asked_for(
    asked: Asked, maps: PlaceMaps, bench: Bench, step: int, count: int, fixed: Fixed
) -> tuple[bool | None, int | None]:
    """The candidate that the player asks for: his own shot, or what comes to rest nearest to a wanted place.

    Returns whether it is his own (None: he has none at this ball), and the candidate, None for the best one.
    """
    ball, desk, own = asked.steps.order[step], bench.desk, None
    if ball in fixed.strokes:
        row = own_candidate(asked.start, ball, fixed.strokes[ball], bench.places, bench.in_play, bench.standing)
        own = row is not None
        if row is not None:
            place = min(count, len(desk.candidates) - 1)
            desk.candidates[place] = row
            return own, place
    if ball in fixed.rests and count:
        return own, nearest(desk.candidates[:count], maps.pockets[step], fixed.rests[ball])
    return own, None


def _back_or_on(tried: list[Shot], zone: Zone, following: Zone | None, cue: Floats) -> tuple[Shot | None, Shot | None]:
    """The best shots that get back into the next zone, and that roll on; only who is out of line has to choose."""
    if following is None or zone.holds(cue):
        return None, None
    is_back = [following.holds(shot.rest) for shot in tried]
    back = [shot for shot, there in zip(tried, is_back, strict=True) if there]
    return _best(back), _best([shot for shot, there in zip(tried, is_back, strict=True) if not there])


def _best(shots: list[Shot]) -> Shot | None:
    return max(shots, key=lambda shot: shot.worth.value) if shots else None


def _clean(start: Start, places: Floats, in_play: NDArray[np.int8], stroke: Stroke, rows: int = 0) -> Executions:
    table = start.situation.layout.table
    return execute(table, places, stroke.row()[None], physics=physics_of(table), in_play=in_play, trace_rows=rows)


def _paths(
    start: Start, places: Floats, in_play: NDArray[np.int8], stroke: Stroke, target: int
) -> tuple[Floats, Floats]:
    """Paths without error of the cue ball and the target, (k, 2) m."""
    played = _clean(start, places, in_play, stroke, _TRACE_ROWS)
    table = start.situation.layout.table
    points = [path_of(played.traces[0], ball, physics_of(table), bed_of(table).radius) for ball in (0, target)]
    cue, ball = (np.array([[x, y] for _, x, y in path]).reshape(-1, 2) for path in points)
    return cue, ball


def _enters(path: Floats, following: Zone | None) -> float | None:
    """Angle, rad, up to a right angle, of a path's last piece with the next ball's line."""
    if following is None or following.line is None or len(path) < 2:
        return None
    last = path[-1] - path[-2]
    way = following.line[1] - following.line[0]
    turn = abs(float(np.arctan2(last[0] * way[1] - last[1] * way[0], last @ way)))
    return min(turn, np.pi - turn)
