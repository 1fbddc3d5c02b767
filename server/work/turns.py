"""Whose turn it is: of long work a few rows of each account have a job at a time; nobody waits behind thousands.

A row is worked on for a turn and goes to the end of the queue with what it has; its account's next one has a job then.
"""

from typing import Any

from django.db import connection, transaction

from work.kinds import Kind
from work.models import ACTIVE
from work.queue import live_keys, put_in

# So many workers can work for one account at a time.
IN_FLIGHT = 4
# The first half of the advisory locks that are held here; the second is the account.
_LOCK = 7301


def top_up(kind: Kind[Any], owner_id: int, ending: int | None = None) -> None:
    """Give an account's next rows a job, what belongs together in turn. `ending`: a row whose job is just ending."""
    with transaction.atomic():
        # One at a time for an account: two that top up at once would queue a row twice.
        with connection.cursor() as cursor:
            cursor.execute("SELECT pg_advisory_xact_lock(%s, %s)", [_LOCK, owner_id])
        unended = kind.rows.filter(status__in=ACTIVE, **{kind.owner: owner_id})
        rows = list(unended.order_by("pk").values_list("pk", kind.together))
        live = live_keys(kind, [key for key, _ in rows]) - {ending}
        flying = [group for key, group in rows if key in live]
        waiting = [(key, group) for key, group in rows if key not in live]
        for _ in range(IN_FLIGHT - len(flying)):
            if not waiting:
                break
            # What has the fewest rows under way; of its rows the first, but the one just ended last.
            chosen = min(waiting, key=lambda one: (flying.count(one[1]), one[0] == ending, one[0]))
            waiting.remove(chosen)
            flying.append(chosen[1])
            put_in(kind, chosen[0])
