"""Whose turn it is: a few parts of each account wait in the queue at a time, so that nobody waits behind thousands.

A part plays for a turn and goes to the end of the queue with what it has; its account's next part is queued then.
"""

from collections.abc import Callable, Iterable
from datetime import timedelta

from django.db import connection, transaction
from django.db.models import F, Func, IntegerField, QuerySet
from django.utils import timezone

from playouts.models import Part, PlayOut
from work.care import BROKE_OFF, MOST_TAKEN_UP
from work.queue import live_keys

TASK = "play_part"
# So many workers can play for one account at a time.
IN_FLIGHT = 4
# The first half of the advisory locks that are held here; the second is the account.
_LOCK = 7301
_SETTLING = timedelta(seconds=15)
# How many racks of a part are in.
_DONE = Func(F("won"), function="jsonb_array_length", output_field=IntegerField())
Queue = Callable[[int], object]


def _unfinished() -> QuerySet[Part]:
    of_running = Part.objects.filter(playout__stopped=False, playout__failure="")
    return of_running.alias(done=_DONE).filter(done__lt=F("racks"))


def waiting(owner_id: int) -> tuple[int, int]:
    """How many play-outs of an account are unfinished, and how many racks they still lack."""
    parts = _unfinished().filter(playout__study__owner=owner_id).values_list("playout_id", "racks", _DONE)
    return len({playout for playout, _, _ in parts}), sum(racks - done for _, racks, done in parts)


def top_up(owner_id: int, queue: Queue, ending: int | None = None) -> None:
    """Queue an account's next parts, its play-outs in turn. `ending`: a part whose job is just ending."""
    with transaction.atomic():
        # One at a time for an account: two that top up at once would queue a part twice.
        with connection.cursor() as cursor:
            cursor.execute("SELECT pg_advisory_xact_lock(%s, %s)", [_LOCK, owner_id])
        parts = list(_unfinished().filter(playout__study__owner=owner_id).values_list("pk", "playout_id"))
        live = live_keys(TASK, "part_id", [key for key, _ in parts]) - {ending}
        flying = [playout for key, playout in parts if key in live]
        waiting = [(key, playout) for key, playout in parts if key not in live]
        for _ in range(IN_FLIGHT - len(flying)):
            if not waiting:
                break
            # The play-out with the fewest parts under way; of its parts the first, but the one just ended last.
            chosen = min(waiting, key=lambda one: (flying.count(one[1]), one[0] == ending, one[0]))
            waiting.remove(chosen)
            flying.append(chosen[1])
            queue(chosen[0])


def next_after(part_id: int, queue: Queue) -> None:
    """A part has had its turn: its account's next one."""
    owner = Part.objects.filter(pk=part_id).values_list("playout__study__owner_id", flat=True).first()
    if owner is not None:
        top_up(owner, queue, ending=part_id)


def stranded() -> Iterable[int]:
    """One unfinished part of each account that has no part in the queue at all."""
    old = _unfinished().filter(playout__created__lt=timezone.now() - _SETTLING)
    parts = list(old.values_list("pk", "playout__study__owner_id"))
    live = live_keys(TASK, "part_id", [key for key, _ in parts])
    served = {owner for key, owner in parts if key in live}
    return {owner: key for key, owner in reversed(parts) if owner not in served}.values()


def take_up_again(part_id: int, queue: Queue) -> None:
    """A part whose account's jobs all broke off: counted, and its account's parts queued again."""
    Part.objects.filter(pk=part_id).update(taken_up=F("taken_up") + 1)
    part = Part.objects.select_related("playout__study").get(pk=part_id)
    if part.taken_up > MOST_TAKEN_UP:
        PlayOut.objects.filter(pk=part.playout_id).update(failure=BROKE_OFF)
    top_up(part.playout.study.owner_id, queue)
