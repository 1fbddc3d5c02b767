"""How a piece of work is told to the page: what all kinds of it have."""

from typing import Annotated, Any, TypeVar

from django.shortcuts import get_object_or_404
from ninja import Query, Schema

from work.models import Work

Kind = TypeVar("Kind", bound=Work)
# The revision that the asker has: its document is not sent to him once more.
Known = Annotated[int, Query(ge=-1, le=10**9)]


class WorkOut(Schema):
    """How far it is; `waits_for`: what it waits for, in words, when it does."""

    id: int
    status: str
    progress: float
    revision: int
    failure: str
    waits_for: str


def newest(kind: type[Kind], owner: Any, key: int, known: int) -> Kind:
    """A piece of work of one's own, its document left out and not even read where it is known already. Else 404."""
    found = get_object_or_404(kind._default_manager.defer("document"), owner=owner, pk=key)
    if found.revision == known:
        found.document = None
    return found
