"""What the same stroke keeps in better hands: the part of a loss that practice, not luck, would win."""

from dataclasses import dataclass, replace
from typing import Any

import numpy as np

from partita.games.question import Question
from partita.options.trace import read_option
from partita.physics.stroke import Stroke, check_stroke
from partita.players.executions import standard_draws
from partita.players.measuring import prior
from partita.players.measuring.report import level_at
from partita.players.stroke_model import StrokeModel
from partita.weighing.rater import Rater

# Executions, in mirrored pairs, the same for both hands; other draws than those that chose a stroke.
_TRIES, _SEED = 600, 61_007


@dataclass(frozen=True)
class Kept:
    """Rack chance that a stroke keeps in the hands of its player, and in those of one a level better."""

    own: float
    better: float

    @property
    def gain(self) -> float:
        """What better hands gain: on the same draws, and so known far better than either chance."""
        return self.better - self.own


def one_level_better(model: StrokeModel) -> StrokeModel:
    """The player with every error as much smaller as a level makes it; a professional by as much as the last step."""
    logs = np.log([[getattr(model, name) for name in prior.ERRORS]])
    level = min(4.0, max(1.0, float(level_at(logs)[0])))
    ratio = np.exp(prior.line_at(np.array([level - 1.0])) - prior.line_at(np.array([level])))[0]
    errors: dict[str, Any] = {name: getattr(model, name) * float(ratio[k]) for k, name in enumerate(prior.ERRORS)}
    return replace(model, **errors)


def kept_by(question: Question, stroke: Stroke) -> Kept:
    """Play a stroke as the shooter does and as one a level better would; what is left is valued for the shooter.

    Raises `Refused` for a stroke or a position that cannot be.
    """
    check_stroke(stroke)
    rater = Rater.of(question)
    option = read_option(rater.scene, rater.scene.play(stroke.row()[None], trace=True), 0, "own")
    draws, hands = standard_draws(_SEED, _TRIES), (None, one_level_better(question.shooter).row())
    own, better = (float(rater.sample(option, draws, whose).value.mean()) for whose in hands)
    return Kept(own, better)
