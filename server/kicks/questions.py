"""A kick's question as it is kept, and what it means."""

from typing import Any

from kicks.models import Kick
from partita.files import layout_file
from partita.kicks.ways import KickRequest
from partita.players.stroke_model import stroke_model_from


def kept_question(request: KickRequest, file: layout_file.LayoutFile, players: dict[str, str]) -> dict[str, Any]:
    """A request as it is kept: with both players' strokes as they are now, whatever becomes of their profiles."""
    return {
        "document": layout_file.write(file),
        "me": request.me.as_json(),
        "them": request.them.as_json(),
        "players": players,
        "target": request.target,
    }


def request_of(kick: Kick) -> KickRequest:
    """The core's request for a kept question."""
    question = kick.question
    situation = layout_file.read(question["document"]).situation
    me, them = stroke_model_from(question["me"]), stroke_model_from(question["them"])
    return KickRequest(situation, me, them, question["target"])
