"""Lessons as they are told: to their coach whole, to a student as far as he has answered."""

from typing import Any

from lessons import giving as given
from lessons import schema
from lessons.keeping import document_of
from lessons.models import Answer, Giving, Lesson, Student
from partita.reports.lessons.report import asks_words, question_from, zone_document
from partita.reports.lessons.schema import LessonPositionDocument
from tables.services import geometry_of


def _geometry(position: LessonPositionDocument) -> dict[str, Any]:
    return geometry_of(position.layout.get("table", "pool-9ft"))


def line_of(lesson: Lesson) -> dict[str, Any]:
    """A lesson in the list."""
    givings = list(lesson.givings.defer("document"))
    return {
        "id": lesson.pk, "title": lesson.title, "positions": len(lesson.document["positions"]), "givings": len(givings),
        "students": sum(one.students.count() for one in givings), "updated": lesson.updated,
    }  # fmt: skip


def whole(lesson: Lesson) -> dict[str, Any]:
    """A lesson for its coach."""
    document = document_of(lesson)
    return {
        "id": lesson.pk, "revision": lesson.revision, "document": document,
        "words": [question_from(one).words for one in document.positions],
        "geometries": [_geometry(one) for one in document.positions],
        "givings": [giving_line(one) for one in lesson.givings.defer("document").select_related("group")],
    }  # fmt: skip


def giving_line(giving: Giving) -> dict[str, Any]:
    """A lesson given, in a line."""
    students = list(giving.students.prefetch_related("answers"))
    return {
        "id": giving.pk, "title": giving.title, "group": giving.group.name if giving.group else None,
        "given": giving.given, "expires": giving.expires, "has_ended": given.is_over(giving),
        "students": len(students), "answered": sum(len(one.answers.all()) for one in students),
    }  # fmt: skip


def results(giving: Giving) -> dict[str, Any]:
    """What its students answered, for the coach."""
    lesson = given.lesson_of(giving)
    students = list(giving.students.prefetch_related("answers"))
    told = [
        schema.StudentOut(name=one.name, answers=[
            schema.ResultOut(place=row.place, right=row.right, cost=row.cost, answer=row.answer,
                             answered=given.judged_of(row).answered)
            for row in one.answers.all()
        ])
        for one in students
    ]  # fmt: skip
    places = [_place(position, k, told) for k, position in enumerate(lesson.positions)]
    worst = sorted(range(len(places)), key=lambda k: (places[k].right - places[k].answered, -(places[k].cost or 0), k))
    return {
        "line": giving_line(giving), "places": places, "students": told,
        "worst": [k for k in worst if places[k].right < places[k].answered],
        "layouts": [one.layout for one in lesson.positions], "geometries": [_geometry(one) for one in lesson.positions],
    }  # fmt: skip


def _place(position: LessonPositionDocument, place: int, students: list[schema.StudentOut]) -> schema.PlaceOut:
    answers = [one for student in students for one in student.answers if one.place == place]
    costs, question = [one.cost for one in answers if one.cost is not None], question_from(position)
    return schema.PlaceOut(
        name=position.name, asks=asks_words(position), words=question.words, answered=len(answers),
        right=sum(one.right for one in answers), cost=sum(costs) / len(costs) if costs else None,
        zone=zone_document(question),
    )  # fmt: skip


def homework(giving: Giving, student: Student | None) -> dict[str, Any]:
    """A lesson for a student: positions once he has begun, what is right once he has answered."""
    lesson = given.lesson_of(giving)
    answered = {row.place: row for row in student.answers.all()} if student else {}
    return {
        "title": lesson.title, "says": lesson.says, "by": giving.by, "expires": giving.expires,
        "count": len(lesson.positions), "name": student.name if student else None, "needs_name": giving.group is None,
        "positions": [
            position_out(one, answered.get(k))
            for k, one in enumerate(lesson.positions)
        ] if student else [],
    }  # fmt: skip


def position_out(position: LessonPositionDocument, row: Answer | None) -> dict[str, Any]:
    """A position for a student. row : his answer, None before it"""
    question, words = question_from(position), asks_words(position)
    opened = row and {
        "answer": row.answer, "judged": given.judged_of(row), "after": position.after, "study": position.study,
        "drawing": position.drawing, "zone": zone_document(question),
    }  # fmt: skip
    return {
        "name": position.name, "layout": position.layout, "geometry": _geometry(position), "before": position.before,
        "asks": question.asks, "question": words, "opened": opened,
    }  # fmt: skip


def homework_line(giving: Giving, student: Student | None) -> dict[str, Any]:
    """A lesson that one was given, in a line."""
    return {
        "id": giving.pk, "title": giving.title, "by": giving.by, "group": giving.group.name if giving.group else "",
        "given": giving.given, "expires": giving.expires, "count": len(giving.document["positions"]),
        "answered": student.answers.count() if student else 0,
    }  # fmt: skip
