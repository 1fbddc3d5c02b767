"""Both ways of a kick that pots: what a player makes of it sliding into the rail, and rolling."""

import numpy as np
from numpy.typing import NDArray

from partita.options.improve import aimed_anew
from partita.options.option import Option
from partita.options.schools import ROLLING, SLIDING, can_be_either, is_of, strokes_of
from partita.weighing.rater import Rater
from partita.weighing.weighed import Weighed

Floats = NDArray[np.float64]
# Tries by which the best stroke of a school is chosen.
_TRIED = 60


def both_schools(rater: Rater, option: Option, draws: Floats) -> dict[str, Weighed]:
    """By school the stroke with which this player pots it most often, with samples of these draws; a school that does
    not get there is left out, and none is told of where the other does not exist."""
    if not can_be_either(option):
        return {}
    found = {school: _best(rater, option, school, draws) for school in (SLIDING, ROLLING)}
    told = {school: one for school, one in found.items() if one is not None}
    return told if len(told) == len(found) else {}


def _best(rater: Rater, option: Option, school: str, draws: Floats) -> Weighed | None:
    found = aimed_anew(rater.scene, option, rater.scene.raised(strokes_of(option, school)))
    tried = [one for one in (option, *found) if is_of(school, one)]
    if not tried:
        return None
    looks = rater.samples(tried, draws[:_TRIED])
    best = tried[int(np.argmax([look.called.mean() for look in looks]))]
    return Weighed(best, rater.sample(best, draws))
