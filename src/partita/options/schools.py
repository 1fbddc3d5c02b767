"""The two schools of potting a ball by a kick: sliding into the rail and coming off straight, or rolling and bending.

Source: common practice, no source.
"""

import itertools

import numpy as np

from partita.options.option import Option
from partita.options.scene import Floats
from partita.rows.stroke import HEIGHT_R, SIDE_R, SPEED_MPS

SLIDING, ROLLING = "sliding", "rolling"
# Heights of the tip, R: a stop stroke, with more draw for a longer way to the rail; and one that rolls from the start.
# Without side, and with half a tip to either hand. Factors of the option's speed: who slides strikes harder.
_HEIGHTS = {SLIDING: (-0.12, -0.25, -0.4), ROLLING: (0.36,)}
_SIDES = (0.0, 0.225, -0.225)
_SPEEDS = {SLIDING: (1.0, 1.5, 2.2), ROLLING: (0.65, 0.8, 1.0, 1.25)}
_SLOWEST, _FASTEST = 0.5, 6.0


def can_be_either(option: Option) -> bool:
    """Whether a kick pots a ball off rails alone."""
    route = option.intention.route
    by_rail = option.intention.kind in ("kick-pot", "rail-first") and bool(route)
    return by_rail and not any(part.startswith("jaw") for part in route)


def strokes_of(option: Option, school: str) -> Floats:
    """(m, 6) a kick struck as a school has it; aims are still the option's."""
    changed = np.array(list(itertools.product(_SPEEDS[school], _SIDES, _HEIGHTS[school])))
    rows = np.repeat(option.stroke.row()[None], len(changed), axis=0)
    rows[:, SPEED_MPS] = np.clip(changed[:, 0] * rows[:, SPEED_MPS], _SLOWEST, _FASTEST)
    rows[:, [SIDE_R, HEIGHT_R]] = changed[:, 1:]
    return rows


def is_of(school: str, option: Option) -> bool:
    """Whether a kick as it was played meets its rails as the school has it."""
    return (option.unsighted.rolls < 0.5) == (school == SLIDING)
