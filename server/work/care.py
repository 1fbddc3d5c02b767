"""Care for long work: what is unfinished and has no job any more is found, and put back or failed with a reason."""

from datetime import timedelta
from typing import Any

from django.db import transaction
from django.utils import timezone

from work.asking import finish, set_going
from work.kinds import Kind, all_kinds
from work.models import UNENDED, Status
from work.queue import live_keys

# How often a piece of work is begun again by itself; one that breaks off each time is not asked for another.
MOST_TAKEN_UP = 3
# A row and its job are written at once; younger ones than this are left to their job.
_SETTLING = timedelta(seconds=15)
BROKE_OFF = "It was begun several times and broke off each time. Ask again, or tell whoever runs this server."


def stranded(kind: Kind[Any]) -> list[int]:
    """Rows that lack nothing but a job: where turns are taken, one of each account that has none at all."""
    unended = kind.rows.filter(status__in=UNENDED, updated__lt=timezone.now() - _SETTLING)
    rows = list(unended.order_by("pk").values_list("pk", kind.owner))
    live = live_keys(kind, [key for key, _ in rows])
    if not kind.takes_turns:
        return [key for key, _ in rows if key not in live]
    served = {owner for key, owner in rows if key in live}
    return list({owner: key for key, owner in reversed(rows) if owner not in served}.values())


def put_back(kind: Kind[Any], key: int) -> None:
    """Give a row a job again; an end to one that was being stopped, or has broken off too often."""
    row = kind.rows.filter(pk=key, status__in=UNENDED).first()
    if row is None:
        return
    if row.status == Status.STOPPING:
        finish(row, Status.STOPPED)
    elif row.taken_up >= MOST_TAKEN_UP:
        finish(row, Status.FAILED, BROKE_OFF)
    else:
        with transaction.atomic():
            kind.rows.filter(pk=key).update(taken_up=row.taken_up + 1, updated=timezone.now())
            set_going(kind, row)


def put_back_what_broke_off() -> int:
    """Give everything that is unfinished and has no job one again, or an end. How many there were."""
    found = [(kind, key) for kind in all_kinds() for key in stranded(kind)]
    for kind, key in found:
        put_back(kind, key)
    return len(found)
