"""A run-out's question as it is kept, and what it means."""

from typing import Any

from partita.files import layout_file
from partita.games.situation import Situation
from partita.players.stroke_model import stroke_model_from
from partita.runout.pattern import RunOutRequest
from partita.table.diamonds import diamonds, metres
from runouts.models import RunOut


def kept_question(request: RunOutRequest, file: layout_file.LayoutFile, players: dict[str, str]) -> dict[str, Any]:
    """A request as it is kept: with both players' strokes as they are now, whatever becomes of their profiles."""
    return {
        "document": layout_file.write(file),
        "me": request.me.as_json(),
        "them": request.them.as_json(),
        "players": players,
        "goal": request.goal,
        "order": list(request.order),
        "pockets": request.pockets,
        "rests": {ball: list(diamonds(request.situation.layout.table, *at)) for ball, at in request.rests.items()},
    }


def request_of(run_out: RunOut) -> RunOutRequest:
    """The core's request for a kept question."""
    question = run_out.question
    situation = layout_file.read(question["document"]).situation
    return RunOutRequest(
        situation,
        stroke_model_from(question["me"]),
        stroke_model_from(question["them"]),
        question["goal"],
        tuple(question["order"]),
        question["pockets"],
        in_metres(situation, question["rests"]),
    )


def in_metres(situation: Situation, rests: dict[str, list[float]]) -> dict[str, tuple[float, float]]:
    """Places by ball, from diamonds."""
    return {ball: metres(situation.layout.table, *at[:2]) for ball, at in rests.items()}
