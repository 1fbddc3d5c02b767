"""Asking: a row of a kind of work is written down and set going, in one transaction; stopped; ended."""

from typing import Any

from django.db import transaction
from django.db.models import F

from work.kinds import Kind, Row, kind_of, kind_with
from work.models import Status, Work
from work.queue import live_keys, put_in
from work.turns import top_up


def set_going(kind: Kind[Any], row: Work) -> None:
    """Give a row its job: at once, or when it is its account's turn."""
    owner_id = kind.owner_of(row.pk) if kind.takes_turns else None
    if owner_id is None:
        put_in(kind, row.pk)
    else:
        top_up(kind, owner_id)


@transaction.atomic
def asked_anew(kind: Kind[Row], owner: Any, about: dict[str, Any] | None = None, **fields: Any) -> Row:
    """A new row, its owner's running ones of the kind stopped, and set going: all of that or nothing.

    about : fields by which questions of one owner do not take each other's place
    """
    apart = about or {}
    stop(kind.rows.filter(owner=owner, **apart))
    return asked_beside(kind, owner=owner, **apart, **fields)


@transaction.atomic
def asked_beside(kind: Kind[Row], **fields: Any) -> Row:
    """A new row that takes nobody's place, set going."""
    found: Row = kind.model._default_manager.create(**fields)
    set_going(kind, found)
    return found


def stop(rows: Any) -> None:
    """Ask rows to stop: running ones at their next answer, waiting ones at once. What was found so far stays."""
    rows.filter(status=Status.QUEUED).update(status=Status.STOPPED)
    rows.filter(status=Status.RUNNING).update(status=Status.STOPPING)
    ending = list(rows.filter(status=Status.STOPPING).values_list("pk", flat=True))
    # Between two turns nobody is at work on a row.
    idle = set(ending) - live_keys(kind_with(rows.model), ending) if ending else set()
    rows.filter(pk__in=idle).update(status=Status.STOPPED)


def finish(row: Work, status: str, failure: str = "") -> None:
    """End a row. What was stopped in its last moment stays stopped; what belongs together fails together."""
    kind = kind_of(row)
    kind.rows.filter(pk=row.pk).exclude(status=Status.STOPPED).update(
        status=status, failure=failure[:500], revision=F("revision") + 1
    )
    if status == Status.FAILED:
        together = {kind.together: getattr(row, kind.together)}
        stop(kind.rows.filter(**together).exclude(pk=row.pk))
