"""Weighings as a kind of long work: what is asked, what is kept, how it is answered and told."""

import json
import time
from collections.abc import Iterator
from dataclasses import asdict
from datetime import datetime
from typing import Any

from django.shortcuts import get_object_or_404
from pydantic import ValidationError

from layouts.models import Layout
from partita.errors import refuse
from partita.files import layout_file
from partita.games.match import Match
from partita.games.situation import Situation
from partita.physics.stroke import Stroke, check_stroke
from partita.reports.ledger.report import as_weighed, read_study, study_of
from partita.reports.ledger.schema import MatchDocument, StudyDocument
from partita.weighing.weigh import DEFAULT_SAMPLES, WeighRequest, check_request, weigh
from studies.clearing import make_room
from studies.models import Study
from work.addresses import WorkOut
from work.asking import asked_anew
from work.baton import Stage
from work.kinds import Answer, Kind, registered
from work.position import Position, PositionIn, PositionOut, kept, position_in, position_of

# A settled weighing has some hundred kB.
_LARGEST_BYTES = 2_000_000


class StudyIn(PositionIn):
    """A question: how thoroughly to weigh a position, and in which match."""

    seed: int = 1
    samples: int = DEFAULT_SAMPLES
    layout: int | None = None
    match: MatchDocument | None = None


class QuestionOut(PositionOut):
    """What was asked: the layout, who plays, how thoroughly, in which match."""

    seed: int
    samples: int
    match: MatchDocument | None = None


class StudyOut(WorkOut):
    """A study with its question and its newest answer."""

    name: str
    kept: bool
    layout_id: int | None
    created: datetime
    question: QuestionOut
    document: StudyDocument | None

    @staticmethod
    def resolve_question(study: Study) -> Any:
        """In today's words."""
        return asked_of(study)


def layout_named(owner: Any, layout_id: int | None) -> Layout | None:
    """One of an owner's layouts by its number. 404 where it is none of his."""
    return None if layout_id is None else get_object_or_404(Layout, owner=owner, pk=layout_id)


def ask(owner: Any, asked: StudyIn) -> Study:
    """Check a question, and set it going."""
    layout = layout_named(owner, asked.layout)
    make_room(owner)
    position = position_in(owner, asked)
    fixed = {
        "seed": asked.seed, "samples": asked.samples,
        "match": asdict(Match(**asked.match.model_dump())) if asked.match else None,
    }  # fmt: skip
    check_request(_request(position, fixed))
    return asked_anew(STUDIES, owner, layout=layout, question=kept(position, asked) | fixed)


def request_of(study: Study) -> WeighRequest:
    """The core's request for a kept question."""
    return _request(position_of(study.question), study.question)


def _request(position: Position, fixed: dict[str, Any]) -> WeighRequest:
    match = Match(**fixed["match"]) if fixed.get("match") else None
    return WeighRequest(
        position.situation, position.me, position.them, fixed["seed"], fixed["samples"], position.file.strokes, match
    )


def asked_of(study: Study) -> dict[str, Any]:
    """The question for the page, its layout in today's words whenever it was asked."""
    question = dict(study.question)
    return question | {"document": layout_file.write(layout_file.read(question["document"]))}


def brought_back(owner: Any, name: str, question: dict[str, Any], document: dict[str, Any]) -> Study:
    """A kept study from a file, not yet saved: its question checked as if it were asked, its answer read.

    Raises `Refused` for what this application does not write.
    """
    study = Study(
        owner=owner, name=name, kept=True, question=question, document=document, status=Study.Status.DONE, progress=1.0
    )
    if len(json.dumps([question, document])) > _LARGEST_BYTES:
        raise refuse("study", "it is larger than any weighing", f"Give at most {_LARGEST_BYTES // 1000} kB.")
    try:
        QuestionOut.model_validate(asked_of(study))
        check_request(request_of(study))
        for option in StudyDocument.model_validate(document_of(study)).options:
            check_stroke(Stroke(**option.stroke.model_dump()))
    except (AttributeError, KeyError, TypeError, ValidationError):
        what = "its question or its answer is not as this application writes it"
        raise refuse("study", what, "Leave it out, or give a file that was saved here.") from None
    return study


def document_of(study: Study) -> StudyDocument | None:
    """The newest answer; one that an earlier version gave in today's form."""
    if study.document is None:
        return None
    table = layout_file.read_table(study.question["document"].get("table", "pool-9ft"))
    return read_study(study.document, table)


def line_at(document: StudyDocument, place: int, line: str = "") -> int:
    """The place of a line by its id, where one is given and there; lines change places while it is looked ahead."""
    return next((at for at, option in enumerate(document.options) if line and option.id == line), place)


def situation_of(study: Study, document: StudyDocument) -> Situation:
    """The situation of a settled study, with the cue ball where it was placed when it was in hand."""
    return as_weighed(request_of(study).situation, document)


def _answers(study: Study) -> Iterator[Answer]:
    started, settled_after = time.monotonic(), None
    for weighing in weigh(request_of(study)):
        seconds = time.monotonic() - started
        stage = Stage.SETTLING if settled_after is None else Stage.FINER
        if weighing.settled:
            # What comes after the settled ranking does not delay it.
            settled_after = settled_after or seconds
        seconds = settled_after or seconds
        yield Answer(study_of(weighing, seconds).as_json(), weighing.progress, seconds, stage)


STUDIES = registered(Kind(
    name="studies", model=Study, answers=_answers, read=document_of, finer_needs=("racks",),
    went_wrong="Something went wrong while weighing. Try again; the layout is safe.",
))  # fmt: skip
