"""Families of swept strokes, told without their traces: of each the best few are traced and named."""

import math
from dataclasses import dataclass

import numpy as np

from partita.options.scene import Floats, Reading
from partita.physics.facts import BESIDE, CONTACT_X, CONTACT_Y, CUT, FIRST_HIT, OVER, ROUTE, TARGET_CUSHIONS
from partita.rows.stroke import COLUMNS, ELEVATION_RAD, HEIGHT_R, SIDE_R

# Side that makes another shot of one, R.
SIDE_R_WORTH = 0.12
# A cue ball that rests this near (m) to where it met the target has stayed.
_STAYS_M = 0.11


@dataclass(frozen=True)
class Found:
    """A swept stroke worth tracing: its value, the shot it is, and its row (6,)."""

    value: float
    shot: tuple[object, ...]
    row: Floats


def rows_in_turn(found: list[Found], most: int) -> Floats:
    """(k, 6) the best of every shot, then the second best of every shot ...: no route crowds out the others."""
    seen: dict[tuple[object, ...], int] = {}
    turns = []
    for item in sorted(found, key=lambda item: -item.value):
        turn = seen[item.shot] = seen.get(item.shot, -1) + 1
        turns.append((turn, item))
    turns.sort(key=lambda pair: pair[0])
    return np.array([item.row for _, item in turns[:most]]).reshape(-1, COLUMNS)


def shot_told(reading: Reading, e: int) -> tuple[object, ...]:
    """First ball, route, call; whether it stays, the butt is raised, it jumps; how full, when hit directly."""
    facts, safe = reading.shots.facts[e], not reading.calls[e].ball
    stays, raised = safe and _stays(reading, e), bool(reading.rows[e, ELEVATION_RAD] > 0)
    step = round(4 * math.sin(float(reading.shots.measures[e, CUT]))) if safe and facts[ROUTE] == 0 else 0
    return int(facts[FIRST_HIT]), int(facts[ROUTE]), reading.calls[e], stays, raised, bool(facts[OVER]), step


def _stays(reading: Reading, e: int) -> bool:
    measures = reading.shots.measures[e]
    return math.dist(reading.shots.finals[e, 0], (measures[CONTACT_X], measures[CONTACT_Y])) < _STAYS_M


def tip_told(row: Floats) -> tuple[int, bool]:
    """On which side a stroke (6,) is struck, if on any, and whether low."""
    side = float(row[SIDE_R])
    return (0 if abs(side) < SIDE_R_WORTH else int(math.copysign(1, side))), bool(row[HEIGHT_R] < 0)


def family_told(reading: Reading, e: int) -> tuple[object, ...]:
    """A family that can be told without the trace: the shot, and how its contact and the cue ball's spin are."""
    banks = int(reading.shots.facts[e, TARGET_CUSHIONS])
    if reading.calls[e].ball:
        # A brush beside the pocket that the ball falls into is no bank.
        told = *shot_told(reading, e), banks > (reading.shots.facts[e, BESIDE] == 1 + reading.calls[e].pocket)
        # Off one rail the tip makes another shot of it: with side that grips the rail, with draw.
        return (*told, *tip_told(reading.rows[e])) if 0 < reading.shots.facts[e, ROUTE] < 5 else told
    cut = float(reading.shots.measures[e, CUT])
    return *shot_told(reading, e), round(4 * math.sin(cut)), banks > 1, bool(reading.rows[e, HEIGHT_R] > 0)
