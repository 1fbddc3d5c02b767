"""One kick at a ball looked at closely: tried, drawn, its window along the first rail, and what a full hit does."""

from dataclasses import dataclass

from partita.kicks.stick import Stick, stick_of
from partita.kicks.ways import KickRequest, seated
from partita.kicks.window import Window, window_of
from partita.physics.stroke import Stroke
from partita.views.trial import Tried, try_on

Route = tuple[str, ...]
# Executions, and how many of them are drawn; other draws than those by which ways are picked.
_SAMPLES, _FAN, _SEED = 160, 40, 50_023
# While a kick is dragged: numbers of its window and strokes at each; tries that are traced and played.
_QUICK_WINDOW, _QUICK_DRAWING = (33, 2), (20, 40)


@dataclass(frozen=True)
class Look:
    """A kick as it was tried at ball number `target`, by which rails it is meant, its window and stick."""

    tried: Tried
    target: int
    route: Route
    window: Window | None
    stick: Stick | None


def look_at(request: KickRequest, stroke: Stroke, route: Route = (), quick: bool = False) -> Look:
    """One kick at a ball looked at closely.

    route : the way that is meant, where the stroke, aimed by hand, may go another; empty: the stroke's own
    quick : while it is dragged, with fewer executions and no stick
    Raises `Refused` for a stroke that cannot be played and for what cannot be kicked at.
    """
    rater, target = seated(request)
    samples, drawing = (_SAMPLES // 2, _QUICK_DRAWING) if quick else (_SAMPLES, (_FAN,))
    tried = try_on(rater, stroke, _SEED, samples, *drawing)
    option = tried.line.option
    meant = route or option.intention.route
    window = window_of(rater, target, option, meant, *(_QUICK_WINDOW if quick else ()))
    return Look(tried, target, meant, window, None if quick else stick_of(rater.scene, target, option))
