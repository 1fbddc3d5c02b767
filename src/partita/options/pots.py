"""Direct pots: aims found on the simulator itself, by speed and place of the tip."""

import math
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from partita.lines.openings import off_middle, pocket_opening
from partita.options.scene import Floats, Scene
from partita.physics.facts import CONTACT_X, CONTACT_Y, CUT, FIRST_HIT, ROUTE, TARGET_DIRECTION
from partita.physics.pocket_windows import pocket_windows
from partita.physics.simulate import Executions, execute
from partita.physics.stroke import level_strokes, no_strokes
from partita.rows.stroke import AIM_RAD

SPEEDS_MPS = (0.8, 1.2, 1.8, 2.6, 3.6)
HEIGHTS_R = (-0.35, -0.1, 0.15, 0.38)
# Outside side undoes the throw of a thin cut: tried from this cut on.
_SIDE_FROM, _SIDE_R = math.radians(45), 0.25
# Above this many targets fewer speeds and heights do: the first list must come at once.
_MANY_TARGETS = 3
_LARGEST_CUT = math.radians(80)
_ROUNDS = 7
# Aims tried where ball and rail are met at once, and how near to that rail, m, such a contact is.
_FOLDED_AIMS, _AT_ONCE_GAP_M = 13, 0.008
# The object ball's direction is met to this: 0.05 mm over two metres.
_CLOSE_ENOUGH_RAD = 2.5e-5
# Edges of the aims that pot: found between steps that double, then halved this often.
_FIRST_EDGE_RAD, _DOUBLINGS, _HALVINGS = 2.5e-4, 9, 6


def pot_rows(scene: Scene) -> Floats:
    """(m, 6) strokes whose object ball leaves exactly for the open middle of a pocket.

    For every target worth potting, and each pocket that a direct cut reaches: the aim is the root of
    "direction of the object ball after the contact", taken from the simulator, so that squirt, swerve
    and throw are in it. Where ball and rail are met at once there is no such root, and aims about it are tried.
    Strokes that never meet the target first are left out.
    """
    targets = [target for target in scene.targets if target in scene.worth_potting]
    few = len(targets) <= _MANY_TARGETS
    speeds, heights = (SPEEDS_MPS, HEIGHTS_R) if few else ((1.2, 2.2), (-0.3, 0.15))
    found = []
    for target in targets:
        parts: dict[bool, list[tuple[Floats, Opening]]] = {False: [], True: []}
        for pocket in range(6):
            opening = opening_of(scene, target, pocket)
            turn = math.remainder(opening.direction - scene.direction(target), 2 * math.pi)
            if opening.half_rad > 0 and abs(turn) < _LARGEST_CUT + 0.15:
                rows = scene.raised(_guesses(scene, target, opening, speeds, heights))
                parts[opening.folded].append((rows, opening))
        if parts[False]:
            rows = np.concatenate([rows for rows, _ in parts[False]])
            wanted = np.concatenate([np.full(len(rows), opening.direction) for rows, opening in parts[False]])
            solved, good = solve_aims(scene, target, rows, wanted)
            found.append(solved[good])
        for rows, opening in parts[True]:
            found.append(aimed_at_both(scene, target, opening, rows))
    return np.concatenate(found) if found else no_strokes()


@dataclass(frozen=True)
class Opening:
    """How a pocket is open to a target: the direction to drive it, half the window there, rad; see `lines.openings`."""

    pocket: int
    direction: float
    half_rad: float
    folded: bool


def opening_of(scene: Scene, target: int, pocket: int) -> Opening:
    """A pocket's opening past all other balls; of a wide one the direction that asks for the smaller cut."""
    in_play = np.full(len(scene.places), -1, dtype=np.int8)
    direction, half, _, folded = pocket_opening(
        pocket_windows(scene.table), scene.bed, pocket, scene.places, in_play, target, 1
    )
    off = 0.0 if folded or half <= 0 else float(off_middle(half, direction, scene.direction(target)))
    return Opening(pocket, float(direction) + off, float(half), bool(folded))


def _guesses(
    scene: Scene, target: int, opening: Opening, speeds: tuple[float, ...], heights: tuple[float, ...]
) -> Floats:
    """(m, 6) ghost-ball aims of a pocket with every speed and tip."""
    aim = _ghost_aim(scene, target, opening.direction)
    turn = math.remainder(opening.direction - aim, 2 * math.pi)
    sides = [0.0]
    if abs(turn) > _SIDE_FROM or opening.folded:
        # The target goes to the left: its right side is hit, and outside side is right side.
        sides.append(math.copysign(_SIDE_R, turn))
    rows = [
        (speed, side, height if side == 0 else 0.8 * height) for speed in speeds for height in heights for side in sides
    ]
    return level_strokes(aim, *np.array(rows).T)


def _ghost_aim(scene: Scene, target: int, direction: float) -> float:
    ghost = scene.places[target] - 2 * scene.bed.radius * np.array([math.cos(direction), math.sin(direction)])
    return math.atan2(*(ghost - scene.places[0])[::-1])


def aimed(scene: Scene, target: int, pocket: int, rows: Floats) -> Floats:
    """(k, 6) of strokes (m, 6), aimed to send the target into a pocket directly; those that cannot are left out."""
    opening = opening_of(scene, target, pocket)
    if opening.half_rad <= 0:
        return no_strokes()
    if opening.folded:
        return aimed_at_both(scene, target, opening, rows)
    rows = rows.copy()
    rows[:, AIM_RAD] = _ghost_aim(scene, target, opening.direction)
    solved, good = solve_aims(scene, target, rows, np.full(len(rows), opening.direction))
    return solved[good]


def aimed_at_both(scene: Scene, target: int, opening: Opening, rows: Floats) -> Floats:
    """Strokes at a target that is met together with its rail: of aims about that, the middle of those that drop it."""
    spread = opening.half_rad * 2 * scene.bed.radius / max(0.05, scene.distance(target))
    aims = _ghost_aim(scene, target, opening.direction) + spread * np.linspace(-1.2, 1.2, _FOLDED_AIMS)
    tried = np.repeat(rows, _FOLDED_AIMS, axis=0)
    tried[:, AIM_RAD] = np.tile(aims, len(rows))
    shots = execute(scene.table, scene.places, tried, physics=scene.physics)
    drops = (shots.pocketed[:, target] == opening.pocket) & (shots.facts[:, FIRST_HIT] == target)
    drops = drops.reshape(len(rows), _FOLDED_AIMS)
    rows = rows.copy()
    rows[:, AIM_RAD] = middle_of(aims, drops)
    return np.asarray(rows[drops.any(axis=1)])


def middle_of(tried: Floats, good: NDArray[np.bool_]) -> Floats:
    """(m,) of rising values (k,) the middle of the longest run of those that are good, (m, k).

    Of runs as long the one nearer to the middle of all, so that the same is found in a mirror.
    """
    count, longest, middle = good.shape[1], np.zeros(len(good)), np.zeros(len(good))
    run = np.zeros(len(good), dtype=np.int64)
    for end in range(count):
        run = np.where(good[:, end], run + 1, 0)
        at = 0.5 * (tried[end] + tried[np.minimum(end, end - run + 1)])
        # Nearness counts for less than a step.
        length = run - np.abs(at - tried.mean()) / (np.ptp(tried) * count)
        better = (run > 0) & (length > longest)
        longest, middle = np.where(better, length, longest), np.where(better, at, middle)
    return middle


def solve_aims(scene: Scene, target: int, rows: Floats, wanted: Floats) -> tuple[Floats, NDArray[np.bool_]]:
    """Secant steps on all aims at once; returns the rows with their aims, and which were found.

    Turning the aim by e turns the object ball by about -e d / (2 R cos cut): the first step.
    """
    slope = np.full(len(rows), -scene.distance(target) / (2 * scene.bed.radius))
    aim, error, met = rows[:, AIM_RAD].copy(), np.full(len(rows), np.inf), np.zeros(len(rows), dtype=bool)
    previous_aim = aim.copy()
    for _ in range(_ROUNDS):
        rows[:, AIM_RAD] = aim
        shots = execute(scene.table, scene.places, rows, physics=scene.physics, until_contact=True)
        met = shots.facts[:, FIRST_HIT] == target
        off = np.remainder(shots.measures[:, TARGET_DIRECTION] - wanted + np.pi, 2 * np.pi) - np.pi
        if np.all((np.abs(off) < _CLOSE_ENOUGH_RAD) | ~met):
            error = off
            break
        if np.all(np.isfinite(error)):
            moved = rows[:, AIM_RAD] - previous_aim
            with np.errstate(divide="ignore", invalid="ignore"):
                secant = (off - error) / moved
            usable = np.isfinite(secant) & (np.abs(secant) > 0.3) & (secant < 0)
            slope = np.where(usable, secant, slope)
        previous_aim, error = rows[:, AIM_RAD].copy(), off
        step = np.clip(-off / slope, -0.02, 0.02)
        aim = rows[:, AIM_RAD] + np.where(met, step, 0.0)
    return rows, met & (np.abs(error) < 20 * _CLOSE_ENOUGH_RAD)


def aim_ranges(
    scene: Scene, rows: Floats, balls: NDArray[np.int64], pockets: NDArray[np.int64]
) -> tuple[Floats, Floats]:
    """How far each stroke's aim may go to the right and to the left (m, 2), rad, until its ball no longer drops.

    Also the cut at both ends (m, 2), rad. Steps away that double, then halved: on the simulator, so with jaws. A way
    off other cushions ends the range: a pot is not played half way to a kick.
    """
    shots = execute(scene.table, scene.places, rows, physics=scene.physics)
    routes = _routes(scene, shots)

    def played(turn: Floats) -> tuple[NDArray[np.bool_], Floats]:
        turned = rows.copy()
        turned[:, AIM_RAD] += turn
        shots = execute(scene.table, scene.places, turned, physics=scene.physics)
        drops = shots.pocketed[np.arange(len(rows)), balls] == pockets
        return drops & (_routes(scene, shots) == routes), shots.measures[:, CUT]

    ends, cuts = np.zeros((len(rows), 2)), np.zeros((len(rows), 2))
    for side, sign in enumerate((-1.0, 1.0)):
        good, bad = np.zeros(len(rows)), np.full(len(rows), np.inf)
        step = np.full(len(rows), _FIRST_EDGE_RAD)
        for _ in range(_DOUBLINGS + _HALVINGS):
            trial = np.where(np.isinf(bad), good + step, 0.5 * (good + bad))
            drops, cut = played(sign * trial)
            good, cuts[:, side] = np.where(drops, trial, good), np.where(drops, cut, cuts[:, side])
            bad = np.where(drops, bad, np.minimum(bad, trial))
            step *= 2
        ends[:, side] = good
    return ends, cuts


def _routes(scene: Scene, shots: Executions) -> NDArray[np.int64]:
    """(m,) the cushions before the contact; none where ball and rail are met at once."""
    route = shots.facts[:, ROUTE].astype(np.int64)
    x, y = shots.measures[:, CONTACT_X], shots.measures[:, CONTACT_Y]
    gaps = np.stack([y, scene.bed.width - y, x, scene.bed.length - x], axis=1) - scene.bed.reach
    single = (route > 0) & (route < 5)
    at_once = single & (gaps[np.arange(len(route)), np.where(single, route - 1, 0)] < _AT_ONCE_GAP_M)
    return np.where(at_once, 0, route)
