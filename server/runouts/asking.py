"""Asking: a run-out is checked, written down and queued."""

from dataclasses import dataclass
from typing import Any

from partita.files import layout_file
from partita.runout.pattern import RunOutRequest, check_request
from profiles.services import stroke_model_named
from runouts.models import RunOut
from runouts.questions import in_metres, kept_question, own_shots
from runouts.tasks import work_out_run_out
from work.superseding import asked_anew


@dataclass(frozen=True)
class Fixed:
    """What is fixed of a plan: what counts, the order; pockets, places of rest (in diamonds) and own shots by ball."""

    goal: str
    order: list[str]
    pockets: dict[str, str]
    rests: dict[str, list[float]]
    strokes: dict[str, dict[str, Any]]


def ask(owner: Any, document: dict[str, Any], me: str, them: str, fixed: Fixed) -> RunOut:
    """Check a question, supersede the owner's running ones, and queue it: all of that or nothing."""
    file = layout_file.read(document)
    players = stroke_model_named(owner, me), stroke_model_named(owner, them)
    request = RunOutRequest(
        file.situation,
        *players,
        fixed.goal,
        tuple(fixed.order),
        fixed.pockets,
        in_metres(file.situation, fixed.rests),
        own_shots(fixed.strokes),
    )
    check_request(request)
    question = kept_question(request, file, {"me": me, "them": them})
    return asked_anew(RunOut, owner, lambda key: work_out_run_out.defer(run_out_id=key), question=question)
