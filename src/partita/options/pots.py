"""Direct pots: aims found on the simulator itself, by speed and place of the tip."""

import math

import numpy as np
from numpy.typing import NDArray

from partita.options.scene import Floats, Scene
from partita.physics.facts import CUT, FIRST_HIT, TARGET_DIRECTION
from partita.physics.pocket_windows import pocket_windows, window_from
from partita.physics.simulate import execute

SPEEDS_MPS = (0.8, 1.2, 1.8, 2.6, 3.6)
HEIGHTS_R = (-0.35, -0.1, 0.15, 0.38)
# Outside side undoes the throw of a thin cut: tried from this cut on.
_SIDE_FROM, _SIDE_R = math.radians(48), 0.25
# Above this many targets fewer speeds and heights do: the first list must come at once.
_MANY_TARGETS = 3
_LARGEST_CUT = math.radians(80)
_ROUNDS = 7
# The object ball's direction is met to this: 0.05 mm over two metres.
_CLOSE_ENOUGH_RAD = 2.5e-5
# Edges of the aims that pot: found between steps that double, then halved this often.
_FIRST_EDGE_RAD, _DOUBLINGS, _HALVINGS = 2.5e-4, 9, 6


def pot_rows(scene: Scene) -> Floats:
    """(m, 5) strokes whose object ball leaves exactly for the open middle of a pocket.

    For every target worth potting, and each pocket that a direct cut reaches: the aim is the root of
    "direction of the object ball after the contact", taken from the simulator, so that squirt, swerve
    and throw are in it. Strokes that never meet the target first are left out.
    """
    targets = [target for target in scene.targets if target in scene.worth_potting]
    few = len(targets) <= _MANY_TARGETS
    speeds, heights = (SPEEDS_MPS, HEIGHTS_R) if few else ((1.2, 2.2), (-0.3, 0.15))
    found = []
    for target in targets:
        rows, wanted = _guesses(scene, target, speeds, heights)
        if len(rows):
            solved, good = solve_aims(scene, target, rows, wanted)
            found.append(solved[good])
    return np.concatenate(found) if found else np.zeros((0, 5))


def _guesses(scene: Scene, target: int, speeds: tuple[float, ...], heights: tuple[float, ...]) -> tuple[Floats, Floats]:
    """Ghost-ball aims of every pocket, speed and tip, and the direction that the target should take."""
    rows, wanted = [], []
    for direction in _pocket_directions(scene, target):
        ghost = scene.places[target] - 2 * scene.bed.radius * np.array([math.cos(direction), math.sin(direction)])
        way = ghost - scene.places[0]
        aim = math.atan2(way[1], way[0])
        turn = math.remainder(direction - aim, 2 * math.pi)
        sides = [0.0]
        if abs(turn) > _SIDE_FROM:
            # The target goes to the left: its right side is hit, and outside side is right side.
            sides.append(math.copysign(_SIDE_R, turn))
        for speed in speeds:
            for height in heights:
                for side in sides:
                    rows.append((aim, speed, side, height if side == 0 else 0.8 * height, 0.0))
                    wanted.append(direction)
    return np.array(rows).reshape(-1, 5), np.array(wanted)


def _pocket_directions(scene: Scene, target: int) -> list[float]:
    """Directions from the target to the pockets that a cut below `_LARGEST_CUT` can reach."""
    directions = []
    for pocket in range(6):
        direction = window_direction(scene, target, pocket)
        if direction is None:
            continue
        turn = math.remainder(direction - scene.direction(target), 2 * math.pi)
        if abs(turn) < _LARGEST_CUT + 0.15:
            directions.append(direction)
    return directions


def window_direction(scene: Scene, target: int, pocket: int) -> float | None:
    """Direction from the target to the middle of a pocket's window, rad; None when it is closed from there."""
    windows = pocket_windows(scene.table)
    direction, half, _ = window_from(windows, pocket, scene.places[target, 0], scene.places[target, 1])
    return float(direction) if half > 0 else None


def solve_aims(scene: Scene, target: int, rows: Floats, wanted: Floats) -> tuple[Floats, NDArray[np.bool_]]:
    """Secant steps on all aims at once; returns the rows with their aims, and which were found.

    Turning the aim by e turns the object ball by about -e d / (2 R cos cut): the first step.
    """
    slope = np.full(len(rows), -scene.distance(target) / (2 * scene.bed.radius))
    aim, error, met = rows[:, 0].copy(), np.full(len(rows), np.inf), np.zeros(len(rows), dtype=bool)
    previous_aim = aim.copy()
    for _ in range(_ROUNDS):
        rows[:, 0] = aim
        shots = execute(scene.table, scene.places, rows, physics=scene.physics, until_contact=True)
        met = shots.facts[:, FIRST_HIT] == target
        off = np.remainder(shots.measures[:, TARGET_DIRECTION] - wanted + np.pi, 2 * np.pi) - np.pi
        if np.all((np.abs(off) < _CLOSE_ENOUGH_RAD) | ~met):
            error = off
            break
        if np.all(np.isfinite(error)):
            moved = rows[:, 0] - previous_aim
            with np.errstate(divide="ignore", invalid="ignore"):
                secant = (off - error) / moved
            usable = np.isfinite(secant) & (np.abs(secant) > 0.3) & (secant < 0)
            slope = np.where(usable, secant, slope)
        previous_aim, error = rows[:, 0].copy(), off
        step = np.clip(-off / slope, -0.02, 0.02)
        aim = rows[:, 0] + np.where(met, step, 0.0)
    return rows, met & (np.abs(error) < 20 * _CLOSE_ENOUGH_RAD)


def aim_ranges(
    scene: Scene, rows: Floats, balls: NDArray[np.int64], pockets: NDArray[np.int64]
) -> tuple[Floats, Floats]:
    """How far each stroke's aim may go to the right and to the left (m, 2), rad, until its ball no longer drops.

    Also the cut at both ends (m, 2), rad. Steps away that double, then halved: on the simulator, so with jaws.
    """

    def played(turn: Floats) -> tuple[NDArray[np.bool_], Floats]:
        turned = rows.copy()
        turned[:, 0] += turn
        shots = execute(scene.table, scene.places, turned, physics=scene.physics)
        return shots.pocketed[np.arange(len(rows)), balls] == pockets, shots.measures[:, CUT]

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
