"""A stroke of the user's own, tried before it is weighed: what it is, how it ends, and its drawing, at once."""

from partita.games.situation import Situation
from partita.odds.bench import Bench
from partita.odds.drawing import draw_on, read_stroke
from partita.odds.study import Json, Weighed, snapshot
from partita.options.watch import with_watch
from partita.physics.stroke import Stroke, check_stroke
from partita.players.executions import standard_draws
from partita.players.stroke_model import AIM, StrokeModel

_SAMPLES, _FAN = 240, 40
# Other draws than those by which a weighing picks its strokes: with the same ones its pick would look too good.
_SEED = 50_021


def try_stroke(situation: Situation, stroke: Stroke, me: StrokeModel, them: StrokeModel, seed: int = _SEED) -> Json:
    """{"option": a line as in a study's document, "drawing": as of an option}, from few executions.

    Raises `Refused` for a stroke that cannot be played and for a layout that cannot be.
    """
    check_stroke(stroke)
    shooter, other = (me, them) if situation.shooter == "me" else (them, me)
    bench = Bench(situation, shooter, other)
    (option,) = with_watch(bench.scene, [read_stroke(bench, stroke, "own")], float(bench.shooter[AIM]))
    line = Weighed(option, bench.sample(option, standard_draws(seed, _SAMPLES)))
    options = snapshot(bench, seed, [line], 1.0, _SAMPLES, settled=False).document["options"]
    return {"option": options[0], "drawing": draw_on(bench, option, seed, _FAN).as_json()}  # type: ignore[index]
