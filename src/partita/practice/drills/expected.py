"""What is to be expected of a player at each step of a drill: how often he does it, simulated, and how sure that is.

A player's errors are known only so well. The step's best stroke is found for the player as he is taken to be, then
played by hands drawn round him; the spread of what those make is the interval, beside the sampling.
"""

import math
from collections.abc import Callable, Iterator, Sequence
from dataclasses import dataclass, replace

import numpy as np
from numpy.typing import NDArray

from partita.errors import Refused
from partita.intervals import Chance
from partita.options.scene import stroke_of
from partita.physics.stroke import Stroke
from partita.players.executions import standard_draws
from partita.players.measuring.prior import ERRORS
from partita.players.stroke_model import StrokeModel
from partita.practice.drills.drill import Drill, SetUp, Step
from partita.practice.drills.hands import Referee, in_hands, play
from partita.practice.drills.running_out import runs_of
from partita.practice.drills.strokes import best_stroke
from partita.table.spec import TableSpec

Floats = NDArray[np.float64]
# Log sd of each error of a player who is known by a level only: a level is a guess, by about half a level either way.
# A judgement, no source; a measure says its own.
BY_LEVEL = 0.3
# Hands drawn round a player, executions of each, and standard errors in an interval of 80 %, like those of a measure.
_HANDS, _OF_EACH, _RUNS, _Z80 = 12, 160, 96, 1.2816
_SEED = 90_001
# From half a level and more too good to as much too weak: where the ladder must find him all the same.
FORMS = (-1.2, -0.8, -0.4, 0.0, 0.4, 0.8, 1.2)
_OF_EACH_FORM = 400


@dataclass(frozen=True)
class Expected:
    """A step's success to be expected with its 80 % interval, and the stroke by which it is played best.

    chance, stroke : None where no stroke does what the step asks; `why` says so. A run-out has no single stroke.
    by_form : the same for a player whose errors are all larger or smaller, by the logarithms FORMS; falling
    """

    step: str
    chance: Chance | None
    stroke: Stroke | None
    by_form: tuple[float, ...] = ()
    why: str = ""


def expected(
    drill: Drill, player: StrokeModel, table: TableSpec, log_sd: tuple[float, ...] = (BY_LEVEL,) * len(ERRORS)
) -> Iterator[Expected]:
    """Yield what is expected at each step in turn. log_sd : of each error of `measuring.prior.ERRORS`.

    Stop by not asking for the next one.
    """
    for step in drill.steps:
        yield of_step(SetUp(step, table, drill.game), player, log_sd)


def of_step(set_up: SetUp, player: StrokeModel, log_sd: tuple[float, ...]) -> Expected:
    """What is expected at one step."""
    step: Step = set_up.step
    try:
        if step.rule.run_out:
            chance, forms = _run_out(set_up, player, log_sd)
            return Expected(step.name, chance, None, forms)
        made, stroke = _by_stroke(set_up, player)
    except Refused as refused:
        return Expected(step.name, None, None, why=str(refused))
    about = np.array([made(one, _OF_EACH) for one in hands_about(player, log_sd, _HANDS)])
    forms = _falling([made(_with_errors(player, np.full(len(ERRORS), form)), _OF_EACH_FORM) for form in FORMS])
    return Expected(step.name, _chance(about, _HANDS * _OF_EACH), stroke, forms)


def _falling(shares: Sequence[float]) -> tuple[float, ...]:
    """Shares by form without the noise by which a worse form made more."""
    return tuple(float(share) for share in np.minimum.accumulate(shares))


Made = Callable[[StrokeModel, int], float]


def _by_stroke(set_up: SetUp, player: StrokeModel) -> tuple[Made, Stroke]:
    """How often hands do what a step asks with the stroke that is best for a player; and that stroke."""
    meant, referee = best_stroke(set_up, player), Referee(set_up, player)

    def made(hands: StrokeModel, tries: int) -> float:
        rows = in_hands(set_up, meant, hands.row(), standard_draws(_SEED, tries))
        return float(referee.succeed(play(set_up, rows)).mean())

    return made, stroke_of(meant.stroke)


def _run_out(set_up: SetUp, player: StrokeModel, log_sd: tuple[float, ...]) -> tuple[Chance, tuple[float, ...]]:
    """The chance to run out, and by form. A visit costs as much as many strokes: every other form is played, and what
    hands round the player do is read between."""
    played = [
        float(runs_of(set_up, _with_errors(player, np.full(len(ERRORS), form)), _RUNS).mean()) for form in FORMS[1::2]
    ]
    forms = _falling(list(np.interp(FORMS, FORMS[1::2], played)))
    spread = float(np.mean(log_sd))
    about = np.interp((-spread, 0.0, spread), FORMS, forms)
    return _chance(about, len(played) * _RUNS), forms


def _chance(made: Floats, tries: int) -> Chance:
    """The mean of shares made by hands drawn round a player, with its 80 % interval."""
    value = float(made.mean())
    error = _Z80 * math.sqrt(float(made.var(ddof=1)) + max(value * (1 - value), 1 / tries) / tries)
    return Chance(value, max(0.0, value - error), min(1.0, value + error))


def hands_about(player: StrokeModel, log_sd: tuple[float, ...], count: int) -> list[StrokeModel]:
    """Strokes drawn round a player's, in mirrored pairs."""
    half = np.random.default_rng(_SEED).standard_normal((count // 2, len(ERRORS)))
    return [_with_errors(player, sign * row * np.array(log_sd)) for row in half for sign in (1.0, -1.0)]


def _with_errors(player: StrokeModel, log_by: Floats) -> StrokeModel:
    changed = {name: getattr(player, name) * math.exp(by) for name, by in zip(ERRORS, log_by, strict=True)}
    return replace(player, **changed)
