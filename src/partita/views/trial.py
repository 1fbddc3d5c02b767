"""A stroke of the user's own, tried before it is weighed: what it is, how it ends, and what is drawn of it, at once."""

from dataclasses import dataclass

from partita.games.question import Question
from partita.options.watch import with_watch
from partita.physics.stroke import Stroke, check_stroke
from partita.players.executions import standard_draws
from partita.rows.player import AIM
from partita.views.drawing import FAN, RESTS, Drawn, draw_on, read_stroke
from partita.weighing.rater import Rater
from partita.weighing.weighed import Weighed

_SAMPLES, _FAN = 240, 40
# Other draws than those by which a weighing picks its strokes: with the same ones its pick would look too good.
_SEED = 50_021


@dataclass(frozen=True)
class Tried:
    """A stroke as a line with its samples, in the rater's situation, and drawn."""

    rater: Rater
    line: Weighed
    drawn: Drawn


def try_stroke(question: Question, stroke: Stroke, seed: int = _SEED) -> Tried:
    """The stroke as a line of a study, and its drawing, from few executions.

    Raises `Refused` for a stroke that cannot be played and for a layout that cannot be.
    """
    return try_on(Rater.of(question), stroke, seed, _SAMPLES, _FAN)


def try_on(rater: Rater, stroke: Stroke, seed: int, samples: int, fan: int = FAN, rests: int = RESTS) -> Tried:
    """The same in a situation that stands already; so many executions count, `fan` are traced, `rests` played."""
    check_stroke(stroke)
    (option,) = with_watch(rater.scene, [read_stroke(rater, stroke, "own")], float(rater.shooter[AIM]))
    line = Weighed(option, rater.sample(option, standard_draws(seed, samples)))
    return Tried(rater, line, draw_on(rater, option, seed, fan, rests))
