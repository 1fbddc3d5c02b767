"""Whole racks played out, as a kind of long work: parts that whichever workers there are play, and that merge."""

import time
from collections.abc import Iterator
from dataclasses import replace

import numpy as np

from partita.physics.stroke import Stroke
from partita.playing.playout import first_stroke, racks_of
from playouts.models import Part
from studies.kinds import document_of, request_of, situation_of
from work.kinds import Answer, Kind, registered


def _answers(part: Part) -> Iterator[Answer]:
    """Each batch of racks as it comes. A killed worker's part goes on where it was kept."""
    began, won, shots = time.monotonic(), list(part.won), list(part.shots)
    for batch in _batches(part, len(won)):
        won, shots = [*won, *batch[:, 0].tolist()], [*shots, *batch[:, 1].astype(int).tolist()]
        yield Answer({"won": won, "shots": shots}, len(won) / part.racks, time.monotonic() - began)


def _batches(part: Part, done: int) -> Iterator[np.ndarray]:
    """Results of the racks that a part still lacks, (n, 2): won 1 or 0, shots."""
    playout = part.playout
    request, document = request_of(playout.study), document_of(playout.study)
    question = replace(request, situation=situation_of(playout.study, document)) if document else request
    first = None
    if playout.stroke is not None:
        kind = document.options[playout.option].kind if document and playout.option is not None else ""
        first = first_stroke(question, Stroke(**playout.stroke), kind == "push-out")
    found, before = np.zeros((part.racks - done, 2)), 0
    for end in racks_of(question, found, seed=request.seed, first=first, first_rack=part.first_rack + done):
        yield found[before:end]
        before = end


PARTS = registered(Kind(
    name="racks", model=Part, answers=_answers, needs=("racks",), takes_turns=True, priority=5,
    owner="playout__study__owner_id", together="playout_id",
    went_wrong="Something went wrong while playing. Try again; the study is safe.",
))  # fmt: skip
