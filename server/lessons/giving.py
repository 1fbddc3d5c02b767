"""Giving lessons: to a group or by a link, as they are then; who works them through, and what was answered.

A student sees of a position what its coach says before it; what is right opens with his answer, which is given once. Of
others he sees nothing. His coach sees answers, and of a record nothing.
"""

from datetime import timedelta

from django.contrib.auth.models import User
from django.db import transaction
from django.db.models import Q, QuerySet
from django.http import Http404, HttpRequest
from django.shortcuts import get_object_or_404
from django.utils import timezone

from accounts.guests import guest_in, remember
from accounts.limits import address_of, count_opening
from edge.busy import GoneError
from edge.quotas import GIVINGS, check_room
from edge.tokens import digest_of, new_token
from lessons import groups
from lessons.keeping import document_of
from lessons.models import Answer, Giving, Group, Lesson, Student
from partita.errors import refuse
from partita.files.lesson_file import situations_of
from partita.reports.lessons.report import check_lesson, judged_answer
from partita.reports.lessons.schema import JudgedDocument, LessonAnswerDocument, LessonDocument

_MOST_STUDENTS = 300
# A guest goes on with a week's homework; a lesson that ended stays for its coach to read for half a year.
_GUEST_S, _KEPT = 30 * 24 * 3600, timedelta(days=180)


def give(lesson: Lesson, group: Group | None, by: str, days: int | None) -> tuple[Giving, str]:
    """Give a lesson as it is now; its token, told this once, where it goes to no group.

    `Refused` where it has no position, or a position without an answer that is right.
    """
    document = document_of(lesson)
    if not document.positions:
        raise refuse("lesson", "it has no position yet", "Add one from the Table, a run-out or a decision.")
    check_lesson(document, situations_of(document), whole=True)
    owner = lesson.owner
    check_room(open_ones(owner), GIVINGS)
    token = "" if group else new_token()
    found = Giving.objects.create(
        owner=owner, lesson=lesson, group=group, digest=digest_of(token) if token else None, title=lesson.title, by=by,
        document=lesson.document, expires=None if days is None else timezone.now() + timedelta(days=days),
    )  # fmt: skip
    return found, token


def open_ones(owner: User) -> QuerySet[Giving]:
    """An account's lessons that can still be worked through."""
    return Giving.objects.filter(Q(expires=None) | Q(expires__gt=timezone.now()), owner=owner, ended=None)


def end(giving: Giving) -> Giving:
    """From now on nobody answers; what was answered stays for the coach."""
    if giving.ended is None:
        giving.ended = timezone.now()
        giving.save(update_fields=["ended"])
    return giving


def to_groups_of(account: User) -> QuerySet[Giving]:
    """What was given to the groups of an account, by others, that can still be worked through."""
    open_still = Q(expires=None) | Q(expires__gt=timezone.now())
    return Giving.objects.filter(open_still, group__in=groups.of(account), ended=None).exclude(owner=account)


def opened(key: str, request: HttpRequest) -> Giving:
    """The lesson of a key: a token, or the number of one that was given to a group of the asker's.

    404 for none, counted against guessing; `GoneError` for one that has ended.
    """
    if key.isdecimal():
        if not request.user.is_authenticated:
            raise Http404
        mine = Giving.objects.filter(group__members__account=request.user)
        return _open(get_object_or_404(mine, pk=int(key)))
    found = Giving.objects.filter(digest=digest_of(key)).first()
    if found is None:
        count_opening(address_of(request))
        raise Http404
    return _open(found)


def _open(found: Giving) -> Giving:
    if found.is_over:
        raise GoneError("lesson", "this lesson has ended", "Ask your coach for another.")
    return found


def student_in(giving: Giving, request: HttpRequest) -> Student | None:
    """The asker as a student of a lesson; None for who has not begun."""
    if request.user.is_authenticated:
        return giving.students.filter(account=request.user).first()
    key = guest_in(request, f"lesson {giving.pk}")
    return giving.students.filter(pk=key, account=None).first() if key else None


def begin(giving: Giving, request: HttpRequest, name: str) -> Student:
    """The asker begins: in a group under the name he has there, else under this one."""
    found = student_in(giving, request)
    if found is not None:
        return found
    account = request.user if request.user.is_authenticated else None
    if giving.group is not None and account is not None:
        name = giving.group.members.get(account=account).name
    with transaction.atomic():
        Giving.objects.select_for_update().get(pk=giving.pk)
        if giving.students.count() >= _MOST_STUDENTS:
            raise refuse("lesson", f"{_MOST_STUDENTS} students have begun it, and it takes no more", "Ask your coach.")
        found = giving.students.create(account=account, name=name)
    if account is None:
        remember(request, f"lesson {giving.pk}", found.pk, _GUEST_S)
    return found


def lesson_of(giving: Giving) -> LessonDocument:
    """A lesson as it was given."""
    return LessonDocument.model_validate(giving.document)


def answer(student: Student, place: int, told: LessonAnswerDocument) -> Answer:
    """Judge an answer and keep it; a position is answered once. `Refused` for what does not answer its question."""
    lesson = lesson_of(student.giving)
    if place >= len(lesson.positions):
        raise refuse("position", "this lesson has none such", f"It has {len(lesson.positions)}.")
    known = student.answers.filter(place=place).first()
    if known is not None:
        return known
    position = lesson.positions[place]
    (situation,) = situations_of(lesson.model_copy(update={"positions": [position]}))
    found = judged_answer(position, situation, told)
    # Sent twice at once it counts once.
    return Answer.objects.get_or_create(student=student, place=place, defaults={
        "answer": told.as_json(), "right": found.right, "cost": found.cost, "judged": found.as_json(),
    })[0]  # fmt: skip


def judged_of(row: Answer) -> JudgedDocument:
    """An answer as it was judged."""
    return JudgedDocument.model_validate(row.judged)


def clear_ended() -> int:
    """Delete lessons that ended long ago, with their guests' names and answers."""
    before = timezone.now() - _KEPT
    return Giving.objects.filter(Q(ended__lt=before) | Q(expires__lt=before)).delete()[0]
