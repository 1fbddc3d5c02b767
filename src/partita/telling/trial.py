"""A stroke of the user's own, tried before it is weighed: what it is, how it ends, and its drawing, at once."""

from partita.games.question import Question
from partita.options.watch import with_watch
from partita.physics.stroke import Stroke, check_stroke
from partita.players.executions import standard_draws
from partita.players.stroke_model import AIM
from partita.telling.documents import TrialDocument
from partita.telling.drawing import draw_on, read_stroke
from partita.telling.study import line_of
from partita.weighing.rater import Rater
from partita.weighing.weighed import Weighed

_SAMPLES, _FAN = 240, 40
# Other draws than those by which a weighing picks its strokes: with the same ones its pick would look too good.
_SEED = 50_021


def try_stroke(question: Question, stroke: Stroke, seed: int = _SEED) -> TrialDocument:
    """The stroke as a line of a study, and its drawing, from few executions.

    Raises `Refused` for a stroke that cannot be played and for a layout that cannot be.
    """
    check_stroke(stroke)
    rater = Rater.of(question)
    (option,) = with_watch(rater.scene, [read_stroke(rater, stroke, "own")], float(rater.shooter[AIM]))
    line = Weighed(option, rater.sample(option, standard_draws(seed, _SAMPLES)))
    return TrialDocument(option=line_of(rater, line), drawing=draw_on(rater, option, seed, _FAN))
