"""Playing a part of a play-out in a worker."""

import logging
import time
from collections.abc import Callable
from dataclasses import replace
from typing import Any

import numpy as np
from django.db import InterfaceError, OperationalError, connection

from partita.errors import Refused
from partita.physics.stroke import Stroke
from partita.playing.playout import first_stroke, racks_of
from playouts.models import Part, PlayOut
from studies.questions import document_of, request_of, situation_of
from work.running import TURN_S

log = logging.getLogger(__name__)


def run_part(part_id: int, should_abort: Callable[[], bool]) -> None:
    """Play a turn of what a part still lacks, keeping each batch. A killed worker's part goes on where it was kept."""
    began = time.monotonic()
    part = Part.objects.select_related("playout__study").filter(pk=part_id).first()
    if part is None or part.playout.stopped or part.playout.failure or len(part.won) >= part.racks:
        return
    try:
        for won, shots in _batches(part):
            part.won, part.shots = [*part.won, *won], [*part.shots, *shots]
            part.save(update_fields=["won", "shots"])
            if should_abort() or not PlayOut.objects.filter(pk=part.playout_id, stopped=False).exists():
                return
            if time.monotonic() - began > TURN_S:
                return
    except (OperationalError, InterfaceError):
        connection.close()
        raise
    except Refused as refused:
        _fail(part.playout_id, str(refused))
    except Exception:
        log.exception("Part %s failed", part_id)
        _fail(part.playout_id, "Something went wrong while playing. Try again; the study is safe.")


def _batches(part: Part) -> Any:
    playout = part.playout
    request, document = request_of(playout.study), document_of(playout.study)
    question = replace(request, situation=situation_of(playout.study, document)) if document else request
    first = None
    if playout.stroke is not None:
        kind = document.options[playout.option].kind if document and playout.option is not None else ""
        first = first_stroke(question, Stroke(**playout.stroke), kind == "push-out")
    done = len(part.won)
    found, before = np.zeros((part.racks - done, 2)), 0
    for end in racks_of(question, found, seed=request.seed, first=first, first_rack=part.first_rack + done):
        yield found[before:end, 0].tolist(), found[before:end, 1].astype(int).tolist()
        before = end


def _fail(playout_id: int, words: str) -> None:
    PlayOut.objects.filter(pk=playout_id).update(failure=words[:500])
