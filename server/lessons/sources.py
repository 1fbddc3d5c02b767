"""Where a lesson's positions come from: a layout, a weighed one, a plan, a decision of the record, a drill."""

from typing import Any

from django.contrib.auth.models import User
from django.shortcuts import get_object_or_404

from layouts.services import checked
from measures.sittings import level_now
from partita.errors import refuse
from partita.players.measuring.prior import LEVELS
from partita.players.stroke_model import PRESETS
from partita.practice.drills.drill import Drill, Step
from partita.practice.drills.rule import Circle
from partita.reports.ledger.schema import StudyDocument
from partita.reports.lessons.report import facts_of_line, facts_of_plan
from partita.reports.lessons.schema import LessonFactsDocument, LessonPositionDocument, LessonQuestionDocument
from partita.reports.quiz.report import short_study
from partita.reports.shots.report import drawing_document
from partita.reports.shots.schema import DrawingDocument
from partita.views.drawing import draw
from practice.drills import drill_named
from profiles.services import profile_named
from records.kinds import question_of
from records.models import Decision, in_sight
from runouts.kinds import plan_of
from runouts.models import RunOut
from studies.drawings import drawing_of
from studies.kinds import document_of
from studies.models import Study

# Executions in the drawing of the best line.
_FAN = 12
Json = dict[str, Any]


def from_layout(document: Json, name: str = "") -> LessonPositionDocument:
    """A position of a layout: what is right there its coach says. `Refused` where it cannot lie so."""
    asks = LessonQuestionDocument(asks="zone", judged="coach")
    return LessonPositionDocument(name=name, layout=_laid(document), question=asks)


def from_study(owner: User, key: int) -> LessonPositionDocument:
    """A position that was weighed: what would you play, as the ledger has it. 404 where it is not this account's."""
    found = get_object_or_404(Study, owner=owner, pk=key)
    told = document_of(found)
    if told is None or not told.settled:
        raise refuse("study", "it has not settled yet", "Wait for its answer, or weigh the layout again.")
    drawing = drawing_of(found, 0, _FAN)
    return LessonPositionDocument(
        name=found.name[:80], layout=_laid(found.question["document"], told.cue),
        level=level_of(owner, found.question), question=LessonQuestionDocument(asks="play", judged="ledger"),
        facts=[facts_of_line(told.options[0], _rest(drawing))], study=_kept(told), drawing=drawing,
    )  # fmt: skip


def from_run_out(owner: User, key: int) -> LessonPositionDocument:
    """A position that was planned: which ball next, as the plan has it. 404 where it is not this account's."""
    found = get_object_or_404(RunOut, owner=owner, pk=key)
    plan = plan_of(found)
    facts = facts_of_plan(plan) if plan and plan.settled else None
    if plan is None or facts is None:
        raise refuse("run-out", "it has no plan that is settled", "Wait for it, or plan another layout.")
    asks = LessonQuestionDocument(asks="ball", judged="plan")
    layout = _laid(found.question["document"], plan.plan[0].cue)
    return LessonPositionDocument(layout=layout, level=level_of(owner, found.question), question=asks, facts=[facts])


def from_decision(owner: User, key: int) -> LessonPositionDocument:
    """A position that came up in a match. 404 where it is not this account's, or has no copy of its layout."""
    found = get_object_or_404(in_sight(Decision, owner), pk=key)
    after = f"Played was: {found.shot_name}."
    if found.study is not None and (told := document_of(found.study)) is not None and told.settled:
        position = from_study(owner, found.study.pk)
        return position.model_copy(update={"name": "", "after": after})
    if not found.question or not found.said:
        raise refuse("decision", "it has no layout: it came as figures alone", "Take another one.")
    best, drawing = found.as_said.best, None
    if "me" in found.asked:
        drawing = drawing_document(draw(question_of(found), best.stroke, 1, _FAN))
    facts = LessonFactsDocument(
        by="ledger", name=best.name, meant="pot" if best.potted else "safe", ball=best.potted or best.target,
        pocket=best.pocket, make=best.make if best.potted else None, rest=_rest(drawing),
    )  # fmt: skip
    return LessonPositionDocument(
        layout=_laid(found.question["document"], found.question.get("cue")), level=level_of(owner, found.question),
        after=after, question=LessonQuestionDocument(asks="play", judged="ledger"), facts=[facts],
        drawing=drawing,
    )  # fmt: skip


def from_drill(owner: User, key: str) -> list[LessonPositionDocument]:
    """A drill's steps: where the cue ball should stop, as its rule has it, or which pocket. `Refused` for a lag."""
    drill = drill_named(owner, key)
    found = [_of_step(step, drill) for step in drill.steps if step.rule.ball is not None]
    if not found:
        raise refuse("drill", "it has no ball to be hit, and nothing to ask", "Take another one.")
    return found


def _of_step(step: Step, drill: Drill) -> LessonPositionDocument:
    rule = step.rule
    layout = {
        # A drill's balls need not win its game: any pocketed counts at straight pool.
        "format": "partita-layout", "version": 1, "game": drill.game if "9" in step.balls else "straight-pool",
        "balls": {ball: list(at) for ball, at in step.balls.items()}, "situation": {"shooter": "me"},
    }  # fmt: skip
    asks: Json = {"asks": "ball", "judged": "coach", "right": [{"ball": rule.ball, "pocket": rule.pocket}]}
    if isinstance(rule.cue_in, Circle):
        zone = {"at": list(rule.cue_in.at), "within": rule.cue_in.within}
        asks = {"asks": "zone", "judged": "coach", "zone": zone, "tolerance": 0.0}
    told = {"name": f"{drill.name}: {step.name}"[:80], "layout": _laid(layout), "before": drill.says, "question": asks}
    return LessonPositionDocument.model_validate(told)


def dearest(owner: User, count: int) -> list[LessonPositionDocument]:
    """The decisions that cost most, the dearest first. `Refused` where the record has none with a layout."""
    rows = in_sight(Decision, owner).exclude(question=None).exclude(said=None).filter(cost__gt=0)
    found: list[Decision] = list(rows.order_by("-cost", "pk")[:count])
    if not found:
        raise refuse("record", "it has no decision that cost anything", "Record some first.")
    return [from_decision(owner, one.pk) for one in found]


def level_of(owner: User, question: Json) -> str:
    """The level nearest to whoever shoots in a question: no more of a player's stroke travels with a lesson."""
    shooter = question["document"].get("situation", {}).get("shooter", "me")
    key = (question.get("players") or {}).get(shooter, "")
    if key in PRESETS:
        return str(key)
    profile = profile_named(owner, key)
    if profile is None:
        return "league"
    return LEVELS[min(len(LEVELS) - 1, max(0, round(level_now(profile))))]


def _laid(document: Json, cue: Any = None) -> Json:
    """A layout as a lesson has it, nameless; a cue ball in hand lies where it would be put, if that is known."""
    laid = {key: value for key, value in checked(document).items() if key not in ("name", "strokes")}
    if cue and laid.get("situation", {}).get("ball_in_hand", "none") != "none":
        laid["balls"] = {**laid["balls"], "cue": [float(cue[0]), float(cue[1])]}
        laid["situation"] = {**laid["situation"], "ball_in_hand": "none"}
    return laid


def _kept(study: StudyDocument) -> StudyDocument:
    options = [option.model_copy(update={"ways": [], "ways_words": ""}) for option in study.options]
    return short_study(study.model_copy(update={"options": options}))


def _rest(drawing: DrawingDocument | None) -> list[float] | None:
    """Where the cue ball stops; None where it drops, or nothing is drawn."""
    path = drawing.paths.get("cue") if drawing else None
    if drawing is None or not path or 2 * drawing.pocketed.get("cue", 0) > drawing.executions:
        return None
    return [round(float(value), 3) for value in path[-1][1:3]]
