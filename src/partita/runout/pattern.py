"""A run-out worked out: the steps, the maps, the plan, the key ball, what cannot be potted, and places in hand.

Coarse first, so that a plan is there within a second; then the same finely.
"""

from collections.abc import Iterator
from dataclasses import dataclass, field
from itertools import pairwise

import numpy as np
from numpy.typing import NDArray

from partita.errors import refuse
from partita.games import game_named
from partita.games.question import Question
from partita.games.standing import EIGHT_BALL, GAME, STRAIGHT_POOL
from partita.lines.in_hand import places_in_hand, rail_cost
from partita.physics.stroke import Stroke, check_stroke
from partita.playing.playout import Start, start_of
from partita.runout.breaking import Opener, openers
from partita.runout.fixed import Fixed, Own
from partita.runout.maps import COARSE, FINE, Asked, Level, any_pocket, fill
from partita.runout.orders import best_order
from partita.runout.places_in_hand import spread_out, worth_by_map
from partita.runout.plan import Planned, carried_back, plan_from
from partita.runout.shots import FIRST, SETTLED, best_from, plan_desk
from partita.runout.steps import Steps, check_order, order_given, steps_of
from partita.runout.zones import worth_at
from partita.table.layout import check
from partita.table.spec import POCKETS
from partita.value.place_maps import PlaceMaps

Floats = NDArray[np.float64]
GOALS = ("rack", "run out")
# A ball whose best place is worth less than this to run out cannot be planned.
_REACHABLE = 0.005
_CHECKED_PLACES = 40
# Places for the ball in hand that are played.
_PLACES_PLAYED = 15


@dataclass(frozen=True)
class RunOutRequest(Question):
    """What to plan, for whom.

    goal : "rack", which knows what a miss leaves, or "run out", which does not
    order : the balls in turn, where the game leaves it; empty: the best that is found
    pockets : by ball, the pocket it is to go into; rests : by ball, where the cue ball is wanted after it, m
    strokes : by ball, one's own shot: as it is aimed, or a pot wished for, aimed from wherever the plan comes to it
    """

    goal: str = "rack"
    order: tuple[str, ...] = ()
    pockets: dict[str, str] = field(default_factory=dict)
    rests: dict[str, tuple[float, float]] = field(default_factory=dict)
    strokes: dict[str, Own] = field(default_factory=dict)


@dataclass(frozen=True)
class KeyBall:
    """The ball to which getting there decides the rack: its best, and what an ordinary shot before it leaves."""

    step: int
    best: float
    arrived: float


@dataclass(frozen=True)
class Spot:
    """A place for the cue ball, (2,) m, and what it is worth by shots played from it."""

    place: Floats
    worth: float


@dataclass(frozen=True)
class Places:
    """What places of the cue ball in hand are worth: (k, 2) m, and (k,) by the maps; best : those played, in order."""

    places: Floats
    worth: Floats
    best: tuple[Spot, ...]


@dataclass(frozen=True)
class Pattern:
    """A run-out as far as it is worked out; `settled` when it is finely."""

    request: RunOutRequest
    start: Start
    steps: Steps
    maps: PlaceMaps
    plan: tuple[Planned, ...]
    key: KeyBall | None
    dead: tuple[str, ...]
    openers: tuple[Opener, ...]
    in_hand: Places | None
    progress: float
    settled: bool


def work_out(request: RunOutRequest) -> Iterator[Pattern | float]:
    """Yield how far it is, 0..1, and patterns: a coarse one first, last the settled one.

    Stop by not asking for the next one. Raises `Refused` for what cannot be planned.
    """
    start, order = check_request(request), request.order
    if not order:
        for found in best_order(start):
            order = found or ()
            yield 0.02
    steps = steps_of(start, _kept_on_table(start, order))
    asked = Asked(start, steps, _allowed(steps, request.pockets), request.goal == GOALS[1])
    for level, begins, ends in ((COARSE, 0.05, 0.2), (FINE, 0.25, 0.9)):
        filling = fill(asked, level)
        for filled in range(1, len(steps) + 1):
            maps = next(filling)
            yield begins + (ends - begins) * filled / len(steps)
        yield _pattern(request, asked, maps, level)


def check_request(request: RunOutRequest) -> Start:
    """The start of a run; refuses a layout that has none, and an order or pockets that cannot be."""
    if request.goal not in GOALS:
        raise refuse("goal", f"“{request.goal[:20]}” is none", f"Use {' or '.join(GOALS)}.")
    check(request.situation.layout)
    game_named(request.situation.game).check(request.situation)
    if request.situation.push_out == "made":
        raise refuse("situation push_out", "the other player has just pushed out", "Say who plays on first.")
    start = start_of(request)
    if request.order:
        check_order(start, request.order)
    for part, named in (("pockets", request.pockets), ("rests", request.rests), ("strokes", request.strokes)):
        for ball in named:
            if ball not in start.names[1:]:
                raise refuse(part, f"ball {ball[:20]} is not on the table", f"Use {', '.join(start.names[1:])}.")
    for own in request.strokes.values():
        if isinstance(own, Stroke):
            check_stroke(own)
    for pocket in request.pockets.values():
        if pocket not in POCKETS:
            raise refuse("pockets", f"“{pocket[:20]}” is no pocket", f"Use {', '.join(POCKETS)}.")
    return start


def _kept_on_table(start: Start, order: tuple[str, ...]) -> tuple[str, ...]:
    """Straight pool: the last ball of an order stays, the break ball."""
    return order[:-1] if start.standing[GAME] == STRAIGHT_POOL and len(order) > 1 else order


def _allowed(steps: Steps, pockets: dict[str, str]) -> NDArray[np.bool_]:
    """(k, 6) the pockets each ball may go into; a ball that is not planned has none to change."""
    allowed = any_pocket(steps)
    for step, name in enumerate(steps.order):
        if name in pockets:
            allowed[step] = [pocket == pockets[name] for pocket in POCKETS]
    return allowed


def _pattern(request: RunOutRequest, asked: Asked, maps: PlaceMaps, level: Level) -> Pattern:
    start, in_hand, fixed = asked.start, None, Fixed(request.rests, request.strokes)
    cue = start.places[0]
    if request.situation.in_hand != "none":
        in_hand = places_worth(request, asked, maps, _PLACES_PLAYED if level is FINE else _PLACES_PLAYED // 3)
        cue = in_hand.best[0].place
    plan = carried_back(tuple(plan_from(asked, maps, cue, fixed, SETTLED if level is FINE else FIRST)))
    dead = tuple(
        name for k, name in enumerate(asked.steps.order) if maps.clear[0, k].max() < _REACHABLE and _closed(maps, k)
    )
    settled = level is FINE
    return Pattern(
        request, start, asked.steps, maps, plan, _key(maps, plan), dead, openers(asked, maps, plan, dead), in_hand,
        1.0 if settled else 0.25, settled,
    )  # fmt: skip


def _closed(maps: PlaceMaps, step: int) -> bool:
    """Whether the ball itself is the trouble, and not one behind it."""
    last = step + 1 == len(maps.ball)
    return last or bool(maps.clear[0, step + 1].max() >= _REACHABLE)


def places_worth(request: RunOutRequest, asked: Asked, maps: PlaceMaps, played: int) -> Places:
    """What the places of the cue ball in hand are worth, less what a place near a rail costs.

    All of them by the map of the first ball, smoothed; the best few, so many of them, are played: of many places that
    were estimated from few tries the best is most of all the luckiest.
    """
    places = places_in_hand(request.situation)
    cost, worth = rail_cost(request.situation, places), worth_by_map(request.situation, maps, places)
    desk, best = plan_desk(asked, maps), []
    for k in spread_out(places, worth, played):
        shot = best_from(asked, maps, desk, places[k])
        best.append(Spot(places[k], max(0.0, (shot.worth.value if shot else 0.0) - float(cost[k]))))
    return Places(places, worth, tuple(sorted(best, key=lambda spot: -spot.worth)))


def _key(maps: PlaceMaps, plan: tuple[Planned, ...]) -> KeyBall | None:
    """The ball whose worth falls farthest below its best where the shot before really leaves the cue ball."""
    falls = []
    for before, planned in pairwise(plan):
        arrivals = before.shot.arrivals[:_CHECKED_PLACES]
        if len(arrivals):
            arrived = float(worth_at(maps, planned.zone.bed, planned.step, arrivals)[:, 0].mean())
            best = max(planned.zone.best, planned.shot.worth.value)
            falls.append(KeyBall(planned.step, best, arrived))
    return max(falls, key=lambda key: key.best - key.arrived) if falls else None


def is_free(start: Start) -> bool:
    """Whether the player chooses the order."""
    return order_given(start) is None


def what_is_searched(start: Start) -> str:
    """What the plan rests on, honestly, by game."""
    if order_given(start) is not None:
        return "The game gives the order: every ball is planned with all later ones standing where they are."
    kind = int(start.standing[GAME])
    if kind == EIGHT_BALL:
        return (
            "The order of the group is searched by swapping and moving balls, then the plan keeps to it; at the table"
            " one may change it after every shot, which can only be better."
        )
    if kind == STRAIGHT_POOL:
        return (
            "To the end of this rack: the order is searched by swapping and moving balls, the last ball stays as the"
            " break ball, and its make chance is what the end counts; the break shot itself is not played."
        )
    return (
        "Reds and the colour after each are searched by swaps, with colours coming back to their spots; the plan keeps"
        " to that order, and points do not come into it."
    )
