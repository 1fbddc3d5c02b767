"""Asking anew: a question of one's own takes the place of those of its kind that are still being worked on."""

from collections.abc import Callable
from typing import Any, TypeVar

from django.db import transaction

from work.models import ACTIVE, Status, Work

Kind = TypeVar("Kind", bound=Work)


@transaction.atomic
def asked_anew(
    kind: type[Kind], owner: Any, defer: Callable[[int], object], about: dict[str, Any] | None = None, **fields: Any
) -> Kind:
    """A new row of a kind of work, its owner's running ones stopped, and queued by its key: all of that or nothing.

    about : fields by which questions of one owner do not take each other's place
    """
    rows, apart = kind._default_manager, about or {}
    rows.filter(owner=owner, status__in=ACTIVE, **apart).update(status=Status.STOPPING)
    found = rows.create(owner=owner, **apart, **fields)
    defer(found.pk)
    return found
