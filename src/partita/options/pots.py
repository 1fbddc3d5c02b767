"""Direct pots of the legal ball: aims found on the simulator itself, by speed and height of tip."""

import math

import numpy as np
from numpy.typing import NDArray

from partita.games.situation import Situation
from partita.options.option import strokes_array
from partita.physics.loop import FIRST_HIT, TARGET_DIRECTION
from partita.physics.pocket_windows import pocket_windows, window_from
from partita.physics.simulate import execute, names_of, places_of
from partita.physics.stroke import Stroke
from partita.table.geometry import bed_of

Floats = NDArray[np.float64]
SPEEDS_MPS = (0.8, 1.2, 1.8, 2.6, 3.6)
HEIGHTS_R = (-0.35, -0.1, 0.15, 0.38)
_LARGEST_CUT = math.radians(76)
_ROUNDS = 7
# The object ball's direction is met to this: 0.05 mm over two metres.
_CLOSE_ENOUGH_RAD = 2.5e-5


def pot_strokes(situation: Situation, target: str) -> list[Stroke]:
    """Strokes whose object ball leaves exactly for the open middle of a pocket.

    For each pocket a direct cut reaches, each of SPEEDS_MPS and HEIGHTS_R: the aim is the root of
    "direction of the object ball after the contact", taken from the simulator, so that squirt,
    swerve and throw are in it. Strokes that never meet the target first are left out.
    """
    names, places = names_of(situation.layout), places_of(situation.layout)
    index = names.index(target)
    strokes: list[Stroke] = []
    wanted: list[float] = []
    for direction in _pocket_directions(situation, places, index):
        ghost = places[index] - 2 * bed_of(situation.layout.table).radius * np.array(
            [math.cos(direction), math.sin(direction)]
        )
        aim = math.degrees(math.atan2(*(ghost - places[0])[::-1]))
        for speed in SPEEDS_MPS:
            for height in HEIGHTS_R:
                strokes.append(Stroke(aim, speed, 0.0, height))
                wanted.append(direction)
    if not strokes:
        return []
    rows, found = _solve_aims(situation, places, index, strokes_array(strokes), np.array(wanted))
    return [
        Stroke(math.degrees(row[0]), stroke.speed_mps, stroke.side, stroke.height)
        for row, stroke, good in zip(rows, strokes, found, strict=True)
        if good
    ]


def _pocket_directions(situation: Situation, places: Floats, index: int) -> list[float]:
    """Directions from the target to the pockets that a cut below `_LARGEST_CUT` can reach."""
    windows = pocket_windows(situation.layout.table)
    line = places[index] - places[0]
    approach = math.atan2(line[1], line[0])
    directions = []
    for pocket in range(6):
        direction, half, _ = window_from(windows, pocket, places[index, 0], places[index, 1])
        turn = math.remainder(direction - approach, 2 * math.pi)
        if half > 0 and abs(turn) < _LARGEST_CUT + 0.15:
            directions.append(float(direction))
    return directions


def _solve_aims(
    situation: Situation, places: Floats, index: int, rows: Floats, wanted: Floats
) -> tuple[Floats, NDArray[np.bool_]]:
    """Secant steps on all aims at once; returns the rows with their aims, and which were found.

    Turning the aim by e turns the object ball by about -e d / (2 R cos cut): the first step.
    """
    table = situation.layout.table
    distance = float(np.hypot(*(places[index] - places[0])))
    slope = np.full(len(rows), -distance / (2 * bed_of(table).radius))
    aim, error, met = rows[:, 0].copy(), np.full(len(rows), np.inf), np.zeros(len(rows), dtype=bool)
    previous_aim = aim.copy()
    for _ in range(_ROUNDS):
        rows[:, 0] = aim
        shots = execute(table, places, rows, until_contact=True)
        met = shots.facts[:, FIRST_HIT] == index
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
