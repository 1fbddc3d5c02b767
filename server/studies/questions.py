"""A study's question as it is kept, and what it means."""

from dataclasses import asdict
from typing import Any

from ninja import Schema

from config.documents import LayoutDocument
from partita.files import layout_file
from partita.games.match import Match
from partita.games.situation import Situation
from partita.players.stroke_model import stroke_model_from
from partita.telling.documents import MatchDocument, StudyDocument
from partita.telling.study import as_weighed, read_study
from partita.weighing.weigh import WeighRequest
from studies.models import Study


class PlayersOut(Schema):
    """Who was chosen, by the keys of the list of players."""

    me: str
    them: str


class QuestionOut(Schema):
    """What was asked: the layout, who plays, how thoroughly, in which match."""

    document: LayoutDocument
    players: PlayersOut
    seed: int
    samples: int
    match: MatchDocument | None = None


def kept_question(request: WeighRequest, file: layout_file.LayoutFile, players: dict[str, str]) -> dict[str, Any]:
    """A request as it is kept: with both players' strokes as they are now, whatever becomes of their profiles."""
    return {
        "document": layout_file.write(file),
        "me": request.me.as_json(),
        "them": request.them.as_json(),
        "players": players,
        "seed": request.seed,
        "samples": request.samples,
        "match": asdict(request.match) if request.match else None,
    }


def request_of(study: Study) -> WeighRequest:
    """The core's request for a kept question."""
    question = study.question
    file = layout_file.read(question["document"])
    return WeighRequest(
        situation=file.situation,
        me=stroke_model_from(question["me"]),
        them=stroke_model_from(question["them"]),
        seed=question["seed"],
        samples=question["samples"],
        own_strokes=file.strokes,
        match=Match(**question["match"]) if question.get("match") else None,
    )


def asked_of(study: Study) -> dict[str, Any]:
    """The question for the page, its layout in today's words whenever it was asked."""
    question = dict(study.question)
    return question | {"document": layout_file.write(layout_file.read(question["document"]))}


def document_of(study: Study) -> StudyDocument | None:
    """The newest answer; one that an earlier version gave in today's form."""
    if study.document is None:
        return None
    table = layout_file.read_table(study.question["document"].get("table", "pool-9ft"))
    return read_study(study.document, table)


def situation_of(study: Study, document: StudyDocument) -> Situation:
    """The situation of a settled study, with the cue ball where it was placed when it was in hand."""
    return as_weighed(request_of(study).situation, document)
