"""A coach's lessons: made, changed, given, read; as a file and on paper. Groups."""

from typing import Any, Literal

from django.http import HttpRequest, HttpResponse
from django.shortcuts import get_object_or_404
from ninja import Router

from accounts.limits import address_of
from edge.at_once import worked_out_at_once
from edge.current import account
from edge.responses import file_response, pdf_response
from lessons import giving as given
from lessons import groups, keeping, schema, sources, telling
from lessons.models import Giving, Group, Lesson, Membership
from partita.errors import refuse
from partita.files.lesson_file import parse_lesson, situations_of, write_lesson
from partita.reports.lessons.pdf import lesson_sheets
from partita.reports.lessons.schema import LessonDocument, LessonPositionDocument

router = Router(tags=["lessons"])


def _lesson(request: HttpRequest, lesson_id: int) -> Lesson:
    return get_object_or_404(Lesson, owner=account(request), pk=lesson_id)


def _giving(request: HttpRequest, giving_id: int) -> Giving:
    return get_object_or_404(Giving, owner=account(request), pk=giving_id)


@router.get("/lessons", response=list[schema.LessonLine])
def lessons(request: HttpRequest) -> Any:
    """One's own lessons, the latest first."""
    return telling.lines(account(request))


@router.post("/lessons", response=schema.LessonOut)
def make(request: HttpRequest, body: schema.LessonIn) -> Any:
    """Make a lesson."""
    bare = [one.model_copy(update={"facts": [], "study": None, "drawing": None}) for one in body.document.positions]
    lesson = body.document.model_copy(update={"positions": bare})
    return telling.whole(keeping.make(account(request), lesson))


@router.post("/lessons/dearest", response=schema.LessonOut)
@worked_out_at_once("weighing")
def of_the_dearest(request: HttpRequest, body: schema.DearestIn) -> Any:
    """Make a lesson of one's own dearest decisions."""
    positions = sources.dearest(account(request), body.count)
    return telling.whole(keeping.make(account(request), LessonDocument(title=body.title, positions=positions)))


@router.post("/lessons/file", response=schema.LessonOut)
def take_in(request: HttpRequest, body: schema.LessonFileIn) -> Any:
    """Take in a lesson's file."""
    return telling.whole(keeping.make(account(request), parse_lesson(body.content)))


@router.get("/lessons/{int:lesson_id}", response=schema.LessonOut)
def one_lesson(request: HttpRequest, lesson_id: int) -> Any:
    """A lesson."""
    return telling.whole(_lesson(request, lesson_id))


@router.put("/lessons/{int:lesson_id}", response=schema.LessonOut)
def change(request: HttpRequest, lesson_id: int, body: schema.LessonIn) -> Any:
    """Change a lesson; 409 where another window did since it was opened."""
    lesson = _lesson(request, lesson_id)
    return telling.whole(keeping.change(lesson, body.document, body.revision or lesson.revision))


@router.delete("/lessons/{int:lesson_id}", response=None)
def delete(request: HttpRequest, lesson_id: int) -> None:
    """Delete a lesson; what was given of it stays."""
    _lesson(request, lesson_id).delete()


@router.post("/lessons/{int:lesson_id}/positions", response=schema.LessonOut)
@worked_out_at_once("weighing")
def add(request: HttpRequest, lesson_id: int, body: schema.SourceIn) -> Any:
    """Add a position: a layout, or what one weighed, planned or decided; or the steps of a drill."""
    lesson = _lesson(request, lesson_id)
    return telling.whole(keeping.add(lesson, _positions(request, body)))


def _positions(request: HttpRequest, body: schema.SourceIn) -> list[LessonPositionDocument]:
    owner = account(request)
    if body.drill is not None:
        return sources.from_drill(owner, body.drill)
    if body.study is not None:
        found = sources.from_study(owner, body.study)
    elif body.run_out is not None:
        found = sources.from_run_out(owner, body.run_out)
    elif body.decision is not None:
        found = sources.from_decision(owner, body.decision)
    elif body.layout is not None:
        found = sources.from_layout(body.layout.root)
    else:
        raise refuse("position", "it comes from nowhere", "Give a layout, or what was weighed, planned, decided.")
    return [found.model_copy(update={"name": body.name}) if body.name else found]


@router.get("/lessons/{int:lesson_id}/file", response={200: None})
def as_file(request: HttpRequest, lesson_id: int) -> HttpResponse:
    """A lesson as a file."""
    document = keeping.document_of(_lesson(request, lesson_id))
    return file_response(write_lesson(document), "application/json", "lesson.partita-lesson.json")


@router.get("/lessons/{int:lesson_id}/sheets", response={200: None})
def sheets(request: HttpRequest, lesson_id: int, units: Literal["cm", "in"] = "cm") -> HttpResponse:
    """A lesson on paper: questions, then answers."""
    document = keeping.document_of(_lesson(request, lesson_id))
    return pdf_response(lesson_sheets(document, situations_of(document), units))


@router.post("/lessons/{int:lesson_id}/give", response=schema.GivenOut)
def give(request: HttpRequest, lesson_id: int, body: schema.GiveIn) -> Any:
    """Give a lesson to a group, or make a link to it."""
    lesson = _lesson(request, lesson_id)
    group = get_object_or_404(Group, owner=account(request), pk=body.group) if body.group else None
    found, token = given.give(lesson, group, body.by, body.days)
    return {"line": telling.giving_line(found), "path": f"/h/{token}" if token else ""}


@router.get("/givings/{int:giving_id}", response=schema.ResultsOut)
def results(request: HttpRequest, giving_id: int) -> Any:
    """What students answered."""
    return telling.results(_giving(request, giving_id))


@router.post("/givings/{int:giving_id}/end", response=schema.GivingLine)
def end(request: HttpRequest, giving_id: int) -> Any:
    """End a lesson that was given: nobody answers any more."""
    return telling.giving_line(given.end(_giving(request, giving_id)))


@router.delete("/givings/{int:giving_id}", response=None)
def forget(request: HttpRequest, giving_id: int) -> None:
    """Delete a lesson that was given, with its answers."""
    _giving(request, giving_id).delete()


def _group_out(group: Group, mine: bool) -> dict[str, Any]:
    members = list(group.members.all()) if mine else []
    return {"id": group.pk, "name": group.name, "mine": mine, "code": group.code if mine else "", "members": members}


@router.get("/groups", response=list[schema.GroupOut])
def all_groups(request: HttpRequest) -> Any:
    """One's own groups, then those one is in."""
    owner = account(request)
    own = [_group_out(one, True) for one in Group.objects.filter(owner=owner)]
    return own + [_group_out(one, False) for one in groups.of(owner)]


@router.post("/groups", response=schema.GroupOut)
def make_group(request: HttpRequest, body: schema.GroupIn) -> Any:
    """Make a group."""
    return _group_out(groups.make(account(request), body.name), True)


@router.post("/groups/join", response=schema.GroupOut)
def join(request: HttpRequest, body: schema.JoinGroupIn) -> Any:
    """Join a group with its code."""
    return _group_out(groups.join(account(request), body.code, body.name, address_of(request)), False)


@router.post("/groups/{int:group_id}/leave", response=None)
def leave(request: HttpRequest, group_id: int) -> None:
    """Leave a group."""
    get_object_or_404(Membership, group=group_id, account=account(request)).delete()


@router.post("/groups/{int:group_id}/remove", response=schema.GroupOut)
def remove(request: HttpRequest, group_id: int, body: schema.MemberIn) -> Any:
    """Take somebody out of one's group."""
    group = get_object_or_404(Group, owner=account(request), pk=group_id)
    get_object_or_404(group.members, pk=body.member).delete()
    return _group_out(group, True)


@router.delete("/groups/{int:group_id}", response=None)
def delete_group(request: HttpRequest, group_id: int) -> None:
    """Delete one's group; what was given to it stays readable."""
    get_object_or_404(Group, owner=account(request), pk=group_id).delete()
