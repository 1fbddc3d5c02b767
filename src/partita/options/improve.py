"""Local improvement: the same shot struck a little softer, harder, higher, lower, or with some side."""

import numpy as np

from partita.options.finder import centred
from partita.options.fold import shot_of
from partita.options.option import SAFETIES, Option
from partita.options.pots import solve_aims, window_direction
from partita.options.scene import Floats, Scene
from partita.options.trace import read_option
from partita.physics.constants import TIP_LIMIT
from partita.table.spec import POCKETS

# Factors of the speed, and steps of side and height (R), one changed at a time.
_SPEEDS, _STEPS_R = (0.78, 0.88, 1.13, 1.28), (-0.2, -0.1, 0.1, 0.2)
_LARGEST_MPS = 7.0


def variants(scene: Scene, option: Option) -> list[Option]:
    """The option's neighbours that are still the same shot; a direct pot is aimed and centred anew for each."""
    rows = _neighbours(option.stroke.row())
    if option.intention.kind == "pot":
        return [v for v in _pots(scene, option, rows) if shot_of(v) == shot_of(option)]
    if option.intention.kind in SAFETIES:
        reading = scene.play(rows, trace=True)
        found = [read_option(scene, reading, e, option.source) for e in range(len(rows))]
        return [v for v in found if v.intention.kind == option.intention.kind]
    return []


def _neighbours(row: Floats) -> Floats:
    """(m, 5) one thing changed at a time, as far as the tip stays on the ball."""
    changed = [(1, row[1] * factor) for factor in _SPEEDS]
    changed += [(column, row[column] + step) for column in (2, 3) for step in _STEPS_R]
    rows = np.repeat(row[None], len(changed), axis=0)
    for k, (column, value) in enumerate(changed):
        rows[k, column] = value
    return rows[(np.hypot(rows[:, 2], rows[:, 3]) < TIP_LIMIT - 0.02) & (rows[:, 1] < _LARGEST_MPS)]


def _pots(scene: Scene, option: Option, rows: Floats) -> list[Option]:
    target = scene.names.index(option.intention.target or "")
    direction = window_direction(scene, target, POCKETS.index(option.intention.pocket or ""))
    if direction is None:
        return []
    solved, good = solve_aims(scene, target, rows, np.full(len(rows), direction))
    if not good.any():
        return []
    return centred(scene, scene.play(solved[good], trace=True), option.source)
