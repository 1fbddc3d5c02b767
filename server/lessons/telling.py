"""Lessons as they are told: to their coach whole, to a student as far as he has answered."""

from typing import Any

from django.contrib.auth.models import User
from django.db.models import Count, F, Func, IntegerField, Q, QuerySet

from lessons import giving as given
from lessons import schema
from lessons.keeping import document_of
from lessons.models import Answer, Giving, Lesson, Student
from partita.reports.lessons.report import asks_words, question_from, zone_document
from partita.reports.lessons.schema import LessonPositionDocument
from tables.services import geometry_of


def _geometry(position: LessonPositionDocument) -> dict[str, Any]:
    return geometry_of(position.layout.get("table", "pool-9ft"))


# So many positions, counted in the database: documents are large. Rows with counts have no order of their own.
_POSITIONS = Func(F("document__positions"), function="jsonb_array_length", output_field=IntegerField())


def lines(owner: User) -> QuerySet[Lesson]:
    """An account's lessons as they stand in a list, the latest first."""
    return Lesson.objects.filter(owner=owner).defer("document").annotate(
        positions=_POSITIONS, given=Count("givings", distinct=True), taught=Count("givings__students", distinct=True)
    ).order_by("-updated", "-pk")  # fmt: skip


def givings(rows: QuerySet[Giving]) -> QuerySet[Giving]:
    """Lessons given as they stand in a list, the latest first."""
    return rows.defer("document").select_related("group").annotate(
        begun=Count("students", distinct=True), answered=Count("students__answers", distinct=True)
    ).order_by("-given", "-pk")  # fmt: skip


def whole(lesson: Lesson) -> dict[str, Any]:
    """A lesson for its coach; ledgers stay here."""
    document = document_of(lesson)
    bare = [one.model_copy(update={"study": None}) for one in document.positions]
    return {
        "id": lesson.pk, "revision": lesson.revision, "document": document.model_copy(update={"positions": bare}),
        "words": [question_from(one).words for one in document.positions],
        "geometries": [_geometry(one) for one in document.positions],
        "givings": givings(lesson.givings.all()),
    }  # fmt: skip


def giving_line(giving: Giving) -> Giving:
    """A lesson given, in a line."""
    return givings(Giving.objects.all()).get(pk=giving.pk)


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


def for_account(account: User) -> list[dict[str, Any]]:
    """What an account was given through its groups, the latest first, that is still open."""
    own = Count("students__answers", filter=Q(students__account=account), distinct=True)
    rows = given.to_groups_of(account).defer("document").select_related("group").annotate(count=_POSITIONS, own=own)
    return [
        {
            "id": one.pk, "title": one.title, "by": one.by, "group": one.group.name if one.group else "",
            "given": one.given, "expires": one.expires, "count": one.count, "answered": one.own,  # type: ignore[attr-defined]
        }
        for one in rows.order_by("-given", "-pk")[:200]
    ]  # fmt: skip
