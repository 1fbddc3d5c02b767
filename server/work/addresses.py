"""Addresses of long work, the same for every kind: ask, follow, stop."""

from collections.abc import Callable
from typing import Annotated, Any

from django.http import HttpRequest
from django.shortcuts import get_object_or_404
from ninja import Query, Router, Schema
from pydantic import ValidationError

from edge.current import account
from work.asking import stop
from work.kinds import Kind, kind_of
from work.models import Status, Work
from work.queue import waiting_words

# The revision that the asker has: its document is not sent to him once more.
Known = Annotated[int, Query(ge=-1, le=10**9)]
_UNREADABLE = "This answer was given by another version and cannot be read any more. Ask again."


class WorkOut(Schema):
    """How far it is; `waits_for`: what it waits for, in words, when it does."""

    id: int
    status: str
    progress: float
    revision: int
    failure: str
    waits_for: str

    @staticmethod
    def resolve_waits_for(row: Work) -> str:
        """In words."""
        return waiting_words(row)

    @staticmethod
    def resolve_document(row: Work) -> Any:
        """In today's form, whichever version gave it."""
        return answer_of(row)


def answer_of(row: Work) -> Any:
    """The newest answer in today's form, read once a row. Raises ValidationError, KeyError, TypeError."""
    if not hasattr(row, "as_read"):
        row.as_read = row.document and kind_of(row).read(row)  # type: ignore[attr-defined]
    return row.as_read  # type: ignore[attr-defined]


def newest(rows: Any, key: int, known: int = -1) -> Work:
    """A row, its document left out and not even read where it is known already. Else 404.

    An answer that no version can read any more is told as one that failed.
    """
    found: Work = get_object_or_404(rows.defer("document"), pk=key)
    if found.revision == known:
        found.as_read = None  # type: ignore[attr-defined]
        return found
    try:
        answer_of(found)
    except (ValidationError, KeyError, TypeError):
        found.as_read, found.status, found.failure = None, Status.FAILED, _UNREADABLE  # type: ignore[attr-defined]
    return found


def addresses(
    router: Router, kind: Kind[Any], out: type[WorkOut], asked: type[Schema] | None = None,
    ask: Callable[[Any, Any], Work] | None = None,
) -> None:  # fmt: skip
    """Have a router answer for a kind.

    out : how a row is told
    asked, ask : what is sent to ask for one, and what writes it down for its owner; without them it is asked elsewhere
    """

    def own(request: HttpRequest) -> Any:
        return kind.rows.filter(**{kind.owner: account(request)})

    def follow(request: HttpRequest, key: int, known: Known = -1) -> Work:
        return newest(own(request), key, known)

    def end(request: HttpRequest, key: int) -> Work:
        # A row that is not there is told before anything is stopped.
        newest(own(request), key)
        stop(own(request).filter(pk=key))
        return newest(own(request), key)

    one, name = f"/{kind.name}/{{int:key}}", kind.name.replace("-", "_")
    if asked is not None and ask is not None:
        body = asked

        def begin(request: HttpRequest, body: body) -> Work:  # type: ignore[valid-type]
            return ask(account(request), body)

        router.post(
            f"/{kind.name}", response=out, operation_id=f"ask_{name}",
            summary="Ask for one. One of the same kind that still runs is superseded.",
        )(begin)  # fmt: skip
    router.get(
        one, response=out, operation_id=f"follow_{name}",
        summary="One with its newest answer; without it where that is the revision known already.",
    )(follow)  # fmt: skip
    router.post(
        f"{one}/stop", response=out, operation_id=f"stop_{name}", summary="Stop one; what was found so far stays."
    )(end)
