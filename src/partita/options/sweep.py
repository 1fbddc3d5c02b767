"""The sweep: noise-free strokes in every direction, to find what nobody constructs."""

import math

import numpy as np

from partita.options.scene import Floats, Scene
from partita.physics.stroke import level_strokes, no_strokes
from partita.rows.stroke import AIM_RAD, ELEVATION_RAD, HEIGHT_R, SIDE_R, SPEED_MPS

# At each target: contacts from thin to full to thin, speeds, and places of the tip (side, height).
_CONTACTS, _FEWEST_CONTACTS, _MOST_FAN = 97, 25, 5200
_FAN_SPEEDS_MPS = (0.5, 0.8, 1.2, 1.8, 2.7, 4.0)
_FAN_TIPS = ((0.0, 0.0), (0.0, 0.3), (0.0, -0.3))
# Everywhere: kicks by one or more cushions, struck stunned, rolling, drawn, with running or reverse side.
_DIRECTIONS = 540
_KICK_SPEEDS_MPS = (1.3, 2.2, 3.4, 4.8)
_KICK_TIPS = ((0.0, 0.0), (0.0, 0.25), (0.0, 0.45), (0.0, -0.28), (0.3, 0.2), (-0.3, 0.2), (0.46, 0.08), (-0.46, 0.08))
# Extreme side, the last two, is for who cannot hit his ball straight.
_PLAIN_TIPS = 6
# Rail first at balls with no more room than this to a rail: also low, and with side to either hand.
_RAIL_FIRST_M, _RAIL_CONTACTS, _RAIL_SPEEDS_MPS = 0.45, 41, (1.2, 2.0, 3.2)
_RAIL_TIPS = ((0.0, 0.2), (0.0, -0.32), (0.34, -0.2), (-0.34, -0.2), (0.45, 0.1), (-0.45, 0.1))
_STICK_HEIGHTS = tuple(np.linspace(-0.4, 0.48, 12))
_STICK_SPEEDS_MPS = (1.4, 1.9, 2.4, 3.0, 3.7, 4.5)
_MOST_RAIL_TARGETS = 3
# Round a blocker: a raised butt with side; the aim starts well to one side.
_MASSE_DEG, _MASSE_SIDES, _MASSE_SPEEDS_MPS, _MASSE_AIMS = (20.0, 35.0, 50.0, 65.0), (-0.45, 0.45), (1.3, 2.0), 61


def fan(scene: Scene) -> Floats:
    """(m, 6) strokes straight at every target: equal steps of the offset, so that thin hits are as finely seen."""
    strokes_each = len(_FAN_SPEEDS_MPS) * len(_FAN_TIPS)
    contacts = max(_FEWEST_CONTACTS, min(_CONTACTS, _MOST_FAN // (strokes_each * len(scene.targets))) | 1)
    aims = []
    for target in scene.targets:
        reach = math.asin(min(1.0, 2 * scene.bed.radius / scene.distance(target)))
        offsets = np.linspace(-0.985, 0.985, contacts)
        aims.append(scene.direction(target) + np.arcsin(offsets * math.sin(reach)))
    return _grid(np.concatenate(aims), _FAN_SPEEDS_MPS, _FAN_TIPS)


def around(scene: Scene, hooked: bool = True) -> Floats:
    """(m, 6) strokes in every direction, for kicks; counted from the nearest target, so that mirror images agree.

    hooked : whether extreme side is worth a try as well
    """
    aims = scene.direction(scene.targets[0]) + 2 * np.pi * np.arange(_DIRECTIONS) / _DIRECTIONS
    return _grid(aims, _KICK_SPEEDS_MPS, _KICK_TIPS if hooked else _KICK_TIPS[:_PLAIN_TIPS])


def rail_first(scene: Scene) -> Floats:
    """(m, 6) strokes at balls near a rail, by way of that rail: straight at their mirror images, from thin to thin."""
    bed, cue, aims = scene.bed, scene.places[0], []
    offsets = np.linspace(-0.985, 0.985, _RAIL_CONTACTS)
    for target in scene.targets[:_MOST_RAIL_TARGETS]:
        for axis, line in ((0, bed.reach), (0, bed.length - bed.reach), (1, bed.reach), (1, bed.width - bed.reach)):
            image = scene.places[target].copy()
            if abs(image[axis] - line) < _RAIL_FIRST_M:
                image[axis] = 2 * line - image[axis]
                way = image - cue
                reach = math.asin(min(1.0, 2 * bed.radius / float(np.hypot(*way))))
                aims.append(math.atan2(way[1], way[0]) + np.arcsin(offsets * math.sin(reach)))
    if not aims:
        return no_strokes()
    return _grid(np.concatenate(aims), _RAIL_SPEEDS_MPS, _RAIL_TIPS)


def few_kicks(scene: Scene) -> Floats:
    """(m, 6) a thin sweep of the same directions, for a first list when nothing can be hit straight."""
    aims = scene.direction(scene.targets[0]) + 2 * np.pi * np.arange(_DIRECTIONS) / _DIRECTIONS
    return _grid(aims, _KICK_SPEEDS_MPS[1:2], _KICK_TIPS[1:2])


def between(rows: Floats, steps: int = 9) -> Floats:
    """Strokes between a found one and its neighbours in direction: narrow ways show only there."""
    half_step = np.pi / _DIRECTIONS
    offsets = np.linspace(-half_step, half_step, steps)
    finer = np.repeat(rows, steps, axis=0)
    finer[:, AIM_RAD] += np.tile(offsets, len(rows))
    return finer


def tips_and_speeds(rows: Floats) -> Floats:
    """Found strokes with other heights of the tip and speeds, without side."""
    speed, height = (grid.ravel() for grid in np.meshgrid(_STICK_SPEEDS_MPS, _STICK_HEIGHTS, indexing="ij"))
    finer = np.repeat(rows, len(speed), axis=0)
    finer[:, SPEED_MPS], finer[:, SIDE_R], finer[:, HEIGHT_R] = (
        np.tile(speed, len(rows)),
        0.0,
        np.tile(height, len(rows)),
    )
    return finer


def swerves(scene: Scene) -> Floats:
    """(m, 6) strokes with a raised butt and side, to both sides of every target."""
    found = []
    for target in scene.targets[:3]:
        aims = scene.direction(target) + np.linspace(-0.6, 0.6, _MASSE_AIMS)
        for elevation in _MASSE_DEG:
            rows = _grid(aims, _MASSE_SPEEDS_MPS, tuple((side, 0.0) for side in _MASSE_SIDES))
            rows[:, ELEVATION_RAD] = math.radians(elevation)
            found.append(rows)
    return np.concatenate(found)


def _grid(aims: Floats, speeds: tuple[float, ...], tips: tuple[tuple[float, float], ...]) -> Floats:
    aim, speed, tip = np.meshgrid(aims, speeds, np.arange(len(tips)), indexing="ij")
    place = np.array(tips)[tip.ravel()]
    return level_strokes(aim.ravel(), speed.ravel(), *place.T)
