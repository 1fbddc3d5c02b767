"""A lesson's questions and answers, between their documents and the core's."""

from partita.errors import refuse
from partita.games.question import Question as Seated
from partita.games.situation import Situation
from partita.options.naming import POCKET_WORDS
from partita.physics.stroke import Stroke
from partita.players.stroke_model import preset
from partita.practice.drills.rule import Circle
from partita.practice.lessons.question import ASKS, TOLERANCES, Answer, Question, Right, judged
from partita.practice.quiz.choice import Choice, checked
from partita.reports.ledger.schema import OptionDocument, StudyDocument
from partita.reports.lessons.schema import (
    JudgedDocument,
    LessonAnswerDocument,
    LessonChoiceDocument,
    LessonDocument,
    LessonFactsDocument,
    LessonPositionDocument,
    LessonZoneDocument,
)
from partita.reports.quiz.report import answer_of, choice_words
from partita.reports.runout.schema import RunOutDocument
from partita.reports.schema import Place


def question_from(position: LessonPositionDocument) -> Question:
    """What a position asks, with what its ledger, its plan or the coach says is right."""
    told = position.question
    tolerance = TOLERANCES[told.asks] if told.tolerance is None else told.tolerance
    facts = next((one for one in position.facts if one.by == told.judged), None)
    if told.judged == "coach":
        right = tuple(Right(one.meant, one.ball, one.pocket) for one in told.right)
        zone = Circle((told.zone.at[0], told.zone.at[1]), told.zone.within) if told.zone else None
        return Question(told.asks, told.judged, tolerance, right, zone, told.chance)
    if facts is None:
        return Question(told.asks, told.judged, tolerance)
    right = (Right(facts.meant, facts.ball, facts.pocket if facts.meant == "pot" else None),)
    if told.asks == "zone":
        # Its tolerance is the zone: what was worked out is a point.
        zone = Circle((facts.rest[0], facts.rest[1]), tolerance) if facts.rest and tolerance else None
        return Question(told.asks, told.judged, 0.0, (), zone)
    return Question(told.asks, told.judged, tolerance, right, None, facts.make)


def zone_document(question: Question) -> LessonZoneDocument | None:
    """The zone that is right, where the question has one."""
    return LessonZoneDocument(at=list(question.zone.at), within=question.zone.within) if question.zone else None


def asks_words(position: LessonPositionDocument) -> str:
    """The question, as a student reads it."""
    words = ASKS[position.question.asks]
    if position.question.asks == "chance" and position.facts:
        return f"{position.facts[0].name}: how often does it go in?"
    return words


def check_lesson(lesson: LessonDocument, situations: list[Situation], *, whole: bool = False) -> None:
    """`Refused` for the first position whose question cannot be asked.

    situations : of its positions; whole : it must also be said everywhere what is right
    """
    for number, (position, situation) in enumerate(zip(lesson.positions, situations, strict=True), 1):
        question, where = question_from(position), f"position {number}"
        question.check(situation.object_balls, where)
        if whole and not question.is_whole:
            who = "Choose another judge" if question.judged != "coach" else "Say it"
            raise refuse(where, "nothing is said to be right", f"{who}, or ask something else.")


def judged_answer(position: LessonPositionDocument, situation: Situation, told: LessonAnswerDocument) -> JudgedDocument:
    """A student's answer judged. Where a ledger is there a choice is held against it, weighed afresh if it must be.

    Raises `Refused` for what answers something else, and for a choice that no stroke does.
    """
    question, answer = question_from(position), _answer(told)
    if question.asks == "play" and answer.choice is not None:
        checked(answer.choice, situation.object_balls)
        if question.judged == "ledger" and position.study is not None:
            return _against_the_ledger(position.study, position.level, situation, question, answer.choice)
    found = judged(question, answer, situation.object_balls)
    return JudgedDocument(right=found.right, answered=_answered(question, told), words=found.words, off=found.off)


def _against_the_ledger(
    study: StudyDocument, level: str, situation: Situation, question: Question, choice: Choice
) -> JudgedDocument:
    model = preset(level)
    compared = answer_of(Seated(situation, model, model), study, choice)
    best = study.options[0].name
    words = f"{best} wins most often." if compared.cost > 0 else f"Nothing wins more often; the first line is: {best}."
    return JudgedDocument(
        right=compared.cost <= question.tolerance, answered=choice_words(choice), words=words, cost=compared.cost,
        compared=compared,
    )  # fmt: skip


def _answer(told: LessonAnswerDocument) -> Answer:
    at = (told.at[0], told.at[1]) if told.at else None
    return Answer(_choice(told.choice) if told.choice else None, told.ball, told.pocket, at, told.chance)


def _choice(told: LessonChoiceDocument) -> Choice:
    cue, ball = ((at[0], at[1]) if at else None for at in (told.cue_to, told.ball_to))
    stroke = Stroke(**told.stroke.model_dump()) if told.stroke else None
    return Choice(told.meant, told.ball, told.pocket, cue, ball, stroke, told.make)


def _answered(question: Question, told: LessonAnswerDocument) -> str:
    if question.asks == "zone" and told.at:
        return f"At {told.at[0]:.1f}, {told.at[1]:.1f}"
    if question.asks == "chance" and told.chance is not None:
        return f"{100 * told.chance:.0f} %"
    if question.asks == "play" and told.choice:
        return choice_words(_choice(told.choice))
    return f"The {told.ball} into the {POCKET_WORDS.get(told.pocket or '', 'pocket')}"


def facts_of_line(option: OptionDocument, rest: Place | None) -> LessonFactsDocument:
    """What a ledger's line says: the shot, how often it goes in, where the cue ball stops."""
    pots = option.potted is not None
    return LessonFactsDocument(
        by="ledger", name=option.name, meant="pot" if pots else "safe", ball=option.potted if pots else option.target,
        pocket=option.pocket, make=option.make.value if pots else None, rest=rest,
    )  # fmt: skip


def facts_of_plan(plan: RunOutDocument) -> LessonFactsDocument | None:
    """What a plan says of its first ball; None where it has none."""
    if not plan.plan:
        return None
    first = plan.plan[0]
    return LessonFactsDocument(
        by="plan", name=first.words, meant="pot", ball=first.ball, pocket=first.pocket, make=first.make, rest=first.rest
    )
