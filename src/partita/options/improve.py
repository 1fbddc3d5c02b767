"""Local improvement: the same shot struck a little softer, harder, higher, lower, or with some side."""

import numpy as np

from partita.options.finder import centred
from partita.options.fold import shot_of
from partita.options.option import SAFETIES, Option, route_code
from partita.options.pots import aimed, middle_of
from partita.options.scene import Floats, Scene
from partita.options.schools import ROLLING, SLIDING, can_be_either, strokes_of
from partita.options.trace import read_option
from partita.physics.constants import TIP_LIMIT
from partita.physics.facts import ROUTE
from partita.physics.simulate import execute
from partita.rows.stroke import AIM_RAD, HEIGHT_R, SIDE_R, SPEED_MPS
from partita.table.spec import POCKETS

# Factors of the speed, and steps of side and height (R), one changed at a time.
_SPEEDS, _STEPS_R = (0.78, 0.88, 1.13, 1.28), (-0.2, -0.1, 0.1, 0.2)
_LARGEST_MPS = 7.0
# Turns of the aim that are tried for what cannot be aimed by root-finding; wider where the rail's answer changes too.
_TURN_RAD, _TURNS = 0.04, 49
_PUSH_TURNS_RAD = (-0.06, -0.03, 0.03, 0.06)


def variants(scene: Scene, option: Option) -> list[Option]:
    """The option's neighbours that are still the same shot; what pots a ball is aimed and centred anew for each."""
    rows = scene.raised(_neighbours(option.stroke.row()))
    if option.intention.over:
        # Struck below its centre a ball would be scooped.
        rows = rows[rows[:, HEIGHT_R] >= 0]
    if option.intention.kind in SAFETIES:
        reading = scene.play(rows, trace=True)
        found = [read_option(scene, reading, e, option.source) for e in range(len(rows))]
        same = (option.intention.kind, option.intention.route)
        return [v for v in found if (v.intention.kind, v.intention.route) == same]
    if option.call.push_out:
        return _pushed_alike(scene, option, rows)
    if not option.attacks:
        return []
    if can_be_either(option):
        schools = np.concatenate([strokes_of(option, school) for school in (SLIDING, ROLLING)])
        return [*aimed_anew(scene, option, rows), *aimed_anew(scene, option, scene.raised(schools))]
    return aimed_anew(scene, option, rows)


def aimed_anew(scene: Scene, option: Option, rows: Floats) -> list[Option]:
    """An attack with other strokes (m, 6), each aimed and centred anew; those that are still the same shot."""
    if option.intention.kind == "pot":
        target = scene.names.index(option.intention.target or "")
        rows = aimed(scene, target, POCKETS.index(option.intention.pocket or ""), rows)
    else:
        rows = _aimed_alike(scene, option, rows)
    if not len(rows):
        return []
    found = centred(scene, scene.play(rows, trace=True), option.source)
    return [v for v in found if shot_of(v) == shot_of(option)]


def _pushed_alike(scene: Scene, option: Option, rows: Floats) -> list[Option]:
    """Push-outs a little softer, harder and to either side of one."""
    turned = np.repeat(option.stroke.row()[None], len(_PUSH_TURNS_RAD), axis=0)
    turned[:, AIM_RAD] += _PUSH_TURNS_RAD
    tried = np.concatenate([rows, scene.raised(turned)])
    reading = scene.play(tried, trace=True, calls=[option.call] * len(tried))
    return [read_option(scene, reading, e, option.source) for e in range(len(tried))]


def _neighbours(row: Floats) -> Floats:
    """(m, 6) one thing changed at a time, as far as the tip stays on the ball."""
    changed = [(1, row[1] * factor) for factor in _SPEEDS]
    changed += [(column, row[column] + step) for column in (2, 3) for step in _STEPS_R]
    rows = np.repeat(row[None], len(changed), axis=0)
    for k, (column, value) in enumerate(changed):
        rows[k, column] = value
    return rows[(np.hypot(rows[:, SIDE_R], rows[:, HEIGHT_R]) < TIP_LIMIT - 0.02) & (rows[:, SPEED_MPS] < _LARGEST_MPS)]


def _aimed_alike(scene: Scene, option: Option, rows: Floats) -> Floats:
    """Strokes (m, 6) turned until they pot the option's ball in its pocket by its cushions, where a small turn does.

    Off a cushion, or by another ball, there is no root to find: aims about the option's are tried.
    """
    wide = 3.0 if can_be_either(option) else 1.0
    turns = np.linspace(-wide * _TURN_RAD, wide * _TURN_RAD, _TURNS)
    tried = np.repeat(rows, _TURNS, axis=0)
    tried[:, AIM_RAD] += np.tile(turns, len(rows))
    shots = execute(scene.table, scene.places, tried, physics=scene.physics)
    ball, route = scene.names.index(option.intention.potted or ""), option.intention.route
    drops = shots.pocketed[:, ball] == POCKETS.index(option.intention.pocket or "")
    if not any(part.startswith("jaw") for part in route):
        drops &= shots.facts[:, ROUTE] == route_code(route)
    drops = drops.reshape(len(rows), _TURNS)
    turned = rows.copy()
    turned[:, AIM_RAD] += middle_of(turns, drops)
    return np.asarray(turned[drops.any(axis=1)])
