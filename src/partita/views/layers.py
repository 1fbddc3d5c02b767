"""What a drawn stroke has to do with the rest of the table: shadows, an open window, scratch and position lines.

Everything in m; `views.drawing` turns it into diamonds.
"""

import math
from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from partita.games.game import CONTINUES, TURN_OVER, Outcomes
from partita.games.referee import next_targets
from partita.lines.openings import pocket_opening
from partita.options.option import Option
from partita.physics.constants import NO_POCKET
from partita.physics.pocket_windows import pocket_windows
from partita.physics.simulate import Executions
from partita.table.geometry import Bed
from partita.table.spec import POCKETS
from partita.value.make_chance import make_chance
from partita.weighing.rater import Rater

Floats = NDArray[np.float64]
# A pocket that is open less than this from a ball is not one that a player comes to the ball for, rad; of the
# others, the most open ones get a line.
_WORTH_A_LINE_RAD, _MOST_LINES = 0.01, 3


@dataclass(frozen=True)
class Shadow:
    """Where the cue ball cannot hit `target` straight because of `ball` alone; outline (k, 2) m."""

    ball: str
    target: str
    outline: Floats


@dataclass(frozen=True)
class Window:
    """Directions in which a ball drops: both edges end (m) at the pocket's mouth; half of the angle between, rad."""

    ball: str
    pocket: str
    edges: Floats
    half_rad: float


@dataclass(frozen=True)
class ScratchLine:
    """A pocket into which the cue ball may follow: the share of executions, and the one of them nearest to no error."""

    pocket: str
    share: float
    execution: int


@dataclass(frozen=True)
class PositionLine:
    """Where the cue ball has a straight shot on the next ball: from the pocket (m) through the ball to `end`."""

    ball: str
    pocket: str
    mouth: Floats
    end: Floats


@dataclass(frozen=True)
class After:
    """The table as the stroke without error leaves it: places (n, 2) m, which balls are left and which are on."""

    places: Floats
    in_play: NDArray[np.int8]
    on: tuple[int, ...]
    mine: bool


def after(rater: Rater, outcomes: Outcomes) -> After | None:
    """What is left by the first judged stroke; None where the rack is over or nobody knows who plays."""
    if outcomes.code[0] not in (CONTINUES, TURN_OVER):
        return None
    on = tuple(int(ball) for ball in np.flatnonzero(next_targets(rater.names, outcomes)[0]))
    return After(outcomes.places[0], outcomes.in_play[0], on, bool(outcomes.code[0] == CONTINUES))


def shadows(rater: Rater, left: After) -> list[Shadow]:
    """The blockers' shadows from the ball that is on, the nearest to the cue ball where there are several.

    Two balls of one size hide the same from each other as far as one goes behind the other: a blocker's
    shadow is the strip, twice a ball wide to either side, that begins at the blocker and leads away from the target.
    """
    if not left.on:
        return []
    target = min(left.on, key=lambda ball: math.dist(left.places[ball], left.places[0]))
    blockers = [b for b in range(1, len(rater.names)) if b != target and left.in_play[b] == -1]
    outlines = [(b, shadow_outline(rater.bed, left.places[target], left.places[b])) for b in blockers]
    return [Shadow(rater.names[b], rater.names[target], outline) for b, outline in outlines if len(outline)]


def shadow_outline(bed: Bed, target: Floats, blocker: Floats) -> Floats:
    """(k, 2) m, the blocker's shadow on the part of the bed that the cue ball's centre can reach."""
    way = (blocker - target) / float(np.hypot(*(blocker - target)))
    aside = 2 * bed.radius * np.array([-way[1], way[0]])
    far = blocker + (bed.length + bed.width) * way
    strip = np.array([blocker + aside, far + aside, far - aside, blocker - aside])
    for axis, size in ((0, bed.length), (1, bed.width)):
        strip = _cut(strip, axis, bed.reach, 1.0)
        strip = _cut(strip, axis, size - bed.reach, -1.0)
    return strip


def _cut(polygon: Floats, axis: int, edge: float, sign: float) -> Floats:
    """A convex polygon's part on one side of an edge (Sutherland and Hodgman, 1974)."""
    kept: list[Floats] = []
    for one, two in zip(polygon, np.roll(polygon, -1, axis=0), strict=True):
        a, b = sign * (one[axis] - edge), sign * (two[axis] - edge)
        if a >= 0:
            kept.append(one)
        if (a >= 0) != (b >= 0):
            kept.append(one + a / (a - b) * (two - one))
    return np.array(kept).reshape(-1, 2)


def window(rater: Rater, option: Option) -> Window | None:
    """The open window of the pocket that a direct pot is played for."""
    intention = option.intention
    if intention.kind not in ("pot", "rail-first", "kick-pot") or intention.potted != intention.target:
        return None
    ball, pocket = rater.names.index(intention.potted or ""), POCKETS.index(intention.pocket or "")
    direction, half, way = _opening(rater, rater.places, np.full(len(rater.names), -1, dtype=np.int8), ball, pocket)
    if half <= 0:
        return None
    turns = np.array([direction - half, direction + half])
    edges = rater.places[ball] + way * np.stack([np.cos(turns), np.sin(turns)], axis=-1)
    return Window(rater.names[ball], POCKETS[pocket], edges, half)


def scratch_lines(shots: Executions, errors: Floats) -> list[ScratchLine]:
    """The pockets that take the cue ball, the likeliest first. errors : (m, k) draws of the executions."""
    fell, size = shots.pocketed[:, 0], np.linalg.norm(errors, axis=1)
    found = []
    for pocket in np.unique(fell[(fell >= 0) & (fell != NO_POCKET)]):
        there = np.flatnonzero(fell == pocket)
        found.append(ScratchLine(POCKETS[pocket], len(there) / len(fell), int(there[np.argmin(size[there])])))
    return sorted(found, key=lambda line: -line.share)


def position_lines(rater: Rater, left: After) -> list[PositionLine]:
    """Straight lines to the shooter's next ball, for the pockets most open from it; none when the turn passes.

    Where several balls are on, the one that is easiest from where the cue ball comes to rest.
    """
    if not left.mine or not left.on:
        return []
    ball = max(left.on, key=lambda b: max(_make(rater, left, b, pocket) for pocket in range(len(POCKETS))))
    openings = [_opening(rater, left.places, left.in_play, ball, pocket) for pocket in range(len(POCKETS))]
    wide = sorted(
        (p for p in range(len(POCKETS)) if openings[p][1] >= _WORTH_A_LINE_RAD), key=lambda p: -openings[p][1]
    )
    lines = []
    for pocket in wide[:_MOST_LINES]:
        direction, _, way = openings[pocket]
        along = np.array([math.cos(direction), math.sin(direction)])
        mouth, end = left.places[ball] + way * along, _back(rater.bed, left, ball, -along)
        lines.append(PositionLine(rater.names[ball], POCKETS[pocket], mouth, end))
    return lines


def _make(rater: Rater, left: After, ball: int, pocket: int) -> float:
    cue = left.places[0]
    return float(
        make_chance(
            pocket_windows(rater.scene.table), rater.bed, pocket, left.places, left.in_play, ball, cue[0], cue[1],
            rater.shooter, 0.0,
        )
    )  # fmt: skip


def _opening(
    rater: Rater, places: Floats, in_play: NDArray[np.int8], ball: int, pocket: int
) -> tuple[float, float, float]:
    """Direction (rad), half window (rad) and distance (m) of a pocket from a ball, past all others."""
    windows = pocket_windows(rater.scene.table)
    direction, half, way, _ = pocket_opening(windows, rater.bed, pocket, places, in_play, ball, 1)
    return float(direction), float(half), float(way)


def _back(bed: Bed, left: After, ball: int, along: Floats) -> Floats:
    """How far from a ball a line may begin, away from the pocket: to the rail, or to the first ball in its way."""
    start, limits = left.places[ball], []
    for axis, size in ((0, bed.length), (1, bed.width)):
        if abs(along[axis]) > 1e-9:
            edge = size - bed.reach if along[axis] > 0 else bed.reach
            limits.append((edge - start[axis]) / along[axis])
    others = [b for b in range(1, len(left.places)) if b != ball and left.in_play[b] == -1]
    limits += _ways_to(left.places[others] - start, along, 2 * bed.radius)
    return np.asarray(start + max(0.0, min(limits)) * along)


def _ways_to(others: Floats, along: Floats, touching: float) -> Sequence[float]:
    """Distances at which a ball going along a line touches others, by their places from its start."""
    ahead = others @ along
    aside = np.abs(others @ np.array([-along[1], along[0]]))
    met = (ahead > 0) & (aside < touching)
    return list(ahead[met] - np.sqrt(touching**2 - aside[met] ** 2))
