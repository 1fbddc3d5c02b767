"""What a link shows: a copy of one thing, as it was when it was given away, with what may be seen of it.

What tells of a player's errors stays out, and who played: a link carries no more than it shows.
"""

from typing import Any

from django.contrib.auth.models import User
from django.shortcuts import get_object_or_404
from ninja import Schema
from pydantic import Field

from edge.documents import LayoutDocument
from kicks.models import Kick
from layouts.services import checked
from partita.errors import refuse
from partita.games.question import Question
from partita.physics.stroke import Stroke
from partita.reports.kicks.schema import KicksDocument
from partita.reports.ledger.schema import OptionDocument, StudyDocument
from partita.reports.runout.schema import RunOutDocument
from partita.reports.schema import StrokeDocument
from partita.reports.shots.report import drawing_document
from partita.reports.shots.schema import DrawingDocument
from partita.views.drawing import draw
from records.kinds import question_of
from records.models import Decision, in_sight
from runouts.kinds import plan_of
from runouts.models import RunOut
from studies.drawings import drawing_of
from studies.kinds import asked_of, document_of
from studies.models import Study
from work.position import position_of

# Lines of a study that are shown with their drawings, and executions in each.
_LINES, _FAN = 10, 12


class DecidedDocument(Schema):
    """A decision as a link shows it: what was played and what was best, each with its rack chance, and what came of it.

    cost : of the choice, in rack chance
    """

    played: str
    played_value: float
    best: str
    best_value: float
    ending: str
    cost: float


class Shown(Schema):
    """What a link shows: a layout, and one of what was weighed, planned, found of kicks, or decided there.

    drawings : of each line of the study or way of the kicks; of a decision, of the stroke played, then of the best
    """

    document: LayoutDocument
    study: StudyDocument | None = None
    plan: RunOutDocument | None = None
    ways: list[OptionDocument] = Field(default_factory=list)
    decided: DecidedDocument | None = None
    drawings: list[DrawingDocument] = Field(default_factory=list)


def layout_shown(document: dict[str, Any]) -> Shown:
    """What a link to a layout shows. `Refused` when it is not a possible one."""
    return Shown(document=_nameless(checked(document)))


def study_shown(owner: User, key: int) -> tuple[str, Shown]:
    """What a link to a study shows, and what it may be called. 404 where it is not this account's."""
    found = get_object_or_404(Study, owner=owner, pk=key)
    study = document_of(found)
    if study is None or not study.settled:
        raise refuse("study", "it has not settled yet", "Wait for its answer, or weigh the layout again.")
    options = study.options[:_LINES]
    drawings = [drawing_of(found, place, _FAN) for place in range(len(options))]
    # What would change the choice tells of its player's errors, and the match of an evening: neither is shown.
    told = study.model_copy(update={"options": options, "changes": None, "match": None})
    shown = layout_shown(asked_of(found)["document"])
    shown.study, shown.drawings = told, [one for one in drawings if one is not None]
    return found.name or options[0].name, shown


def plan_shown(owner: User, key: int) -> tuple[str, Shown]:
    """What a link to a plan shows, and what it may be called. 404 where it is not this account's."""
    found = get_object_or_404(RunOut, owner=owner, pk=key)
    plan = plan_of(found)
    if plan is None or not plan.settled:
        raise refuse("run-out", "it has not settled yet", "Wait for its plan, or plan the layout again.")
    shown = layout_shown(found.question["document"])
    shown.plan = plan
    return "A run-out", shown


def kick_shown(owner: User, key: int) -> tuple[str, Shown]:
    """What a link to the ways to a hidden ball shows, and what it may be called. 404 where it is not this account's."""
    found = get_object_or_404(Kick, owner=owner, pk=key)
    told = KicksDocument.model_validate(found.document) if found.document else None
    if told is None or not told.settled:
        raise refuse("kick", "it has not settled yet", "Wait for its ways, or look for them again.")
    question = position_of(found.question).question
    shown = layout_shown(found.question["document"])
    # What the tries of one's own table add to the sums stays one's own.
    shown.ways = [OptionDocument.model_validate(way.model_dump()) for way in [*told.straight, *told.ways][:_LINES]]
    shown.drawings = [_drawn(question, way.stroke) for way in shown.ways]
    return f"Ways to the {told.target}", shown


def decision_shown(owner: User, key: int) -> tuple[str, Shown]:
    """What a link to a decision shows, and what it may be called. 404 where it is not this account's."""
    found = get_object_or_404(in_sight(Decision, owner), pk=key)
    if not found.said or "me" not in found.asked:
        raise refuse("decision", "it has no layout: it came as figures alone", "Give another one away.")
    question, (played, best) = question_of(found), found.as_said.lines
    document = dict(found.asked["document"])
    if question.situation.in_hand == "none" and found.asked.get("cue"):
        document["balls"] = {**document["balls"], "cue": found.asked["cue"]}
        document["situation"] = {**document.get("situation", {}), "ball_in_hand": "none"}
    shown = layout_shown(document)
    shown.decided = DecidedDocument(
        played=played.name, played_value=played.value, best=best.name, best_value=best.value, ending=found.ending,
        cost=found.cost,
    )  # fmt: skip
    shown.drawings = [drawing_document(draw(question, line.stroke, 1, _FAN)) for line in (played, best)]
    return found.shot_name, shown


# What is given away by its number.
WHOLE = {"study": study_shown, "run_out": plan_shown, "kick": kick_shown, "decision": decision_shown}


def _drawn(question: Question, stroke: StrokeDocument) -> DrawingDocument:
    return drawing_document(draw(question, Stroke(**stroke.model_dump()), 1, _FAN))


def _nameless(document: dict[str, Any]) -> LayoutDocument:
    """A layout's document without what it was called: the link has a title of its own."""
    return LayoutDocument({key: value for key, value in document.items() if key != "name"})
