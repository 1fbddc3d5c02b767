"""The ladder: at which step a player practises, and when he moves up or down, by a rule that is told.

A step suits a player who makes it about six times in ten: enough go in to learn from, enough miss to need it. He
begins where that is to be expected. From then on only what he makes counts: he moves when his attempts at this step
tell, ten to one, that the next one suits him better. Where that is follows from how much harder the next step is for a
player of whatever form, which the simulation knows better than it knows this one.

The test is Wald's for a share, of two hypotheses a little to either side of the one at which both steps suit as well
(Wald, Sequential tests of statistical hypotheses, 1945): so many made of so many attempts end it.
"""

import math
from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from partita.practice.drills.expected import FORMS, Expected

# The share made at which a step suits best, and how far from it a step suits as well; no hypothesis is nearer to
# nothing or all than the last. Judgements, no source.
SUITS, _AS_NEAR = 0.6, 0.1
_LEAST = 0.01
# How far, in the share, the hypotheses lie to either side; and the odds at which a move is made.
_ASIDE, _ODDS = 0.10, 10.0
# Attempts for which bounds are told, and the fewest by which anybody is moved.
MOST, FEWEST = 150, 4


@dataclass(frozen=True)
class Bounds:
    """When a step is left: after k attempts, up from up[k] made on, down from down[k] made on downwards.

    up : None where there is no way up yet, or at all; down : the same; both begin with no attempts
    """

    up: tuple[int | None, ...]
    down: tuple[int | None, ...]


def first_step(steps: Sequence[Expected], fixed_order: bool = False) -> int:
    """The step to begin with: where about six in ten are expected; the first where steps build on each other."""
    known = {k: one.chance.value for k, one in enumerate(steps) if one.chance is not None}
    if fixed_order or not known:
        return min(known, default=0)
    return min(known, key=lambda k: (abs(known[k] - SUITS), k))


def bounds(steps: Sequence[Expected], step: int) -> Bounds:
    """When to leave a step. Steps of which nothing can be expected are passed over."""
    above = [k for k in range(step + 1, len(steps)) if steps[k].chance is not None]
    below = [k for k in range(step) if steps[k].chance is not None]
    up = _line(_even_with(steps, step, above[0]), True) if above else _never()
    down = _line(_even_with(steps, step, below[-1]), False) if below else _never()
    return Bounds(up, down)


def moved(steps: Sequence[Expected], step: int, made: int, attempts: int) -> int:
    """The step at which to go on after so many made of the attempts since this one was come to."""
    if attempts > MOST:
        return step
    here = bounds(steps, step)
    known = [k for k, one in enumerate(steps) if one.chance is not None]
    up, down = here.up[attempts], here.down[attempts]
    if up is not None and made >= up:
        return next(k for k in known if k > step)
    if down is not None and made <= down:
        return next(k for k in reversed(known) if k < step)
    return step


def suiting(chances: Sequence[float]) -> set[int]:
    """The steps that suit a player who makes them so often: between five and seven in ten; where none is, the nearest
    to six, and those that are within a tenth as near."""
    off = [abs(chance - SUITS) for chance in chances]
    near = _AS_NEAR if min(off) <= _AS_NEAR else min(off) + _AS_NEAR
    return {k for k, away in enumerate(off) if away <= near}


def _even_with(steps: Sequence[Expected], step: int, other: int) -> float:
    """The share made at a step by a player in whose form another step suits just as well."""
    here, there = np.array(steps[step].by_form), np.array(steps[other].by_form)
    # Both shares fall as errors grow; one lies above what suits, the other as far below.
    sums = here + there - 2 * SUITS
    form = float(np.interp(0.0, -sums, FORMS))
    return float(np.interp(form, FORMS, here))


def _never() -> tuple[int | None, ...]:
    return (None,) * (MOST + 1)


def _line(even: float, up: bool) -> tuple[int | None, ...]:
    """Wald's line: made >= (or <=) intercept + slope attempts."""
    away, here = (even + _ASIDE, even - _ASIDE) if up else (even - _ASIDE, even + _ASIDE)
    away, here = (min(1 - _LEAST, max(_LEAST, share)) for share in (away, here))
    gain, loss = math.log(away / here), math.log((1 - here) / (1 - away))
    slope, intercept = loss / (gain + loss), math.log(_ODDS) / (gain + loss)
    found: list[int | None] = []
    for attempts in range(MOST + 1):
        bound = math.ceil(intercept + slope * attempts) if up else math.floor(intercept + slope * attempts)
        reached = bound <= attempts if up else bound >= 0
        found.append(bound if reached and attempts >= FEWEST else None)
    return tuple(found)
