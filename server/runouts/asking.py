"""Asking: a run-out is checked, written down and queued."""

from typing import Any

from django.db import transaction

from partita.files import layout_file
from partita.runout.pattern import RunOutRequest, check_request
from profiles.services import stroke_model_named
from runouts.models import RunOut
from runouts.questions import kept_question
from runouts.tasks import work_out_run_out
from work.models import ACTIVE, Status


def ask(
    owner: Any, document: dict[str, Any], me: str, them: str, goal: str, order: list[str], pockets: dict[str, str]
) -> RunOut:
    """Check a question, supersede the owner's running ones, and queue it: all of that or nothing."""
    file = layout_file.read(document)
    players = stroke_model_named(owner, me), stroke_model_named(owner, them)
    request = RunOutRequest(file.situation, *players, goal, tuple(order), pockets)
    check_request(request)
    with transaction.atomic():
        RunOut.objects.filter(owner=owner, status__in=ACTIVE).update(status=Status.STOPPING)
        found = RunOut.objects.create(owner=owner, question=kept_question(request, file, {"me": me, "them": them}))
        work_out_run_out.defer(run_out_id=found.pk)
    return found
