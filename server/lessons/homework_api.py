"""A lesson for its students, signed in or not: seen, begun, answered. Each sees his own answers, and nobody else's."""

from typing import Annotated, Any

from django.http import Http404, HttpRequest, HttpResponse
from ninja import Path, Router

from accounts.api import visitor
from edge.at_once import worked_out_at_once
from edge.current import account
from lessons import giving as given
from lessons import schema, telling

router = Router(tags=["homework"])
# A token, or the number of a lesson that was given to one's group.
Key = Annotated[str, Path(pattern=r"^([0-9]{1,15}|[A-Za-z0-9_-]{20,64})$")]


@router.get("/homework", response=list[schema.HomeworkLine])
def mine(request: HttpRequest) -> Any:
    """What one was given through groups."""
    return telling.for_account(account(request))


@router.get("/homework/{key}", response=schema.HomeworkOut, auth=None)
def seen(request: HttpRequest, response: HttpResponse, key: Key) -> Any:
    """A lesson; 410 once it has ended."""
    found = given.opened(key, request)
    response["X-Robots-Tag"] = "noindex, nofollow"
    return telling.homework(found, given.student_in(found, request))


@router.post("/homework/{key}/begin", response=schema.HomeworkOut, auth=visitor)
def begin(request: HttpRequest, key: Key, body: schema.BeginIn) -> Any:
    """Begin it, under a name."""
    found = given.opened(key, request)
    return telling.homework(found, given.begin(found, request, body.name))


@router.post("/homework/{key}/answers", response=schema.HomeworkPositionOut, auth=visitor)
@worked_out_at_once("weighing")
def answer(request: HttpRequest, key: Key, body: schema.LessonAnswerIn) -> Any:
    """Answer a position; what is right there opens."""
    found = given.opened(key, request)
    student = given.student_in(found, request)
    if student is None:
        raise Http404
    row = given.answer(student, body.place, body.answer)
    return telling.position_out(given.lesson_of(found).positions[row.place], row)
