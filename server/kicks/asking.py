"""Asking: a question for ways is checked, written down and queued; and one kick is looked at, at once."""

from dataclasses import dataclass
from typing import Any

from kicks.models import Kick
from kicks.questions import kept_question
from kicks.tasks import find_kick_ways
from kicks.trying import tries_on
from partita.errors import refuse
from partita.files import layout_file
from partita.kicks.ways import KickRequest, seated
from partita.physics.stroke import Stroke
from partita.table.spec import CUSHIONS
from partita.telling.kick_documents import KickLookDocument
from partita.telling.kicks import look_at
from profiles.services import stroke_model_named
from work.superseding import asked_anew


@dataclass(frozen=True)
class Meant:
    """A kick to look at: the ball, the stroke, the way that is meant; quick while it is dragged."""

    target: str
    stroke: Stroke
    route: tuple[str, ...]
    quick: bool


def _request(
    owner: Any, document: dict[str, Any], me: str, them: str, target: str
) -> tuple[layout_file.LayoutFile, KickRequest]:
    file = layout_file.read(document)
    players = stroke_model_named(owner, me), stroke_model_named(owner, them)
    return file, KickRequest(file.situation, *players, target)


def ask(owner: Any, document: dict[str, Any], me: str, them: str, target: str) -> Kick:
    """Check a question, supersede the owner's running ones, and queue it: all of that or nothing."""
    file, request = _request(owner, document, me, them, target)
    seated(request)
    question = kept_question(request, file, {"me": me, "them": them})
    return asked_anew(Kick, owner, lambda key: find_kick_ways.defer(kick_id=key), question=question)


def looked_at(owner: Any, document: dict[str, Any], players: tuple[str, str], meant: Meant) -> KickLookDocument:
    """One kick, a way or a stroke of one's own, looked at closely; nothing is kept."""
    file, request = _request(owner, document, *players, meant.target)
    for part in meant.route:
        if part not in CUSHIONS and not part.startswith("jaw "):
            raise refuse("route", f"“{part[:30]}” is no cushion", f"Use {', '.join(CUSHIONS)}.")
    return look_at(request, meant.stroke, tries_on(owner, file.situation.layout.table), meant.route, meant.quick)
