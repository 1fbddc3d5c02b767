"""A run-out's question as it is kept, and what it means."""

from typing import Any

from partita.files import layout_file
from partita.games.situation import Situation
from partita.options.wishes import Wish
from partita.physics.stroke import Stroke
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
        "strokes": {ball: layout_file.stroke_json(ball, own) for ball, own in request.strokes.items()},
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
        # Plans of before own shots were asked for have none.
        own_shots(question.get("strokes", {})),
    )


def in_metres(situation: Situation, rests: dict[str, list[float]]) -> dict[str, tuple[float, float]]:
    """Places by ball, from diamonds."""
    return {ball: metres(situation.layout.table, *at[:2]) for ball, at in rests.items()}


def own_shots(strokes: dict[str, dict[str, Any]]) -> dict[str, Stroke | Wish]:
    """Own shots by ball, from the form in which a layout file has strokes."""
    return {ball: layout_file.read_stroke(f"strokes {ball[:20]}", item)[1] for ball, item in strokes.items()}
