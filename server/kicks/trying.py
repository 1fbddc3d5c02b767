"""Tries on a table: logged, struck out, taken in from CSV, and what they say."""

from typing import Any

from django.db import transaction

from kicks.models import KickTry
from partita.errors import refuse
from partita.files.tries_file import read_tries, write_tries
from partita.kicks.card import Card, card_of
from partita.kicks.tries import MOST_TRIES, Try, check_try
from partita.table.diamonds import diamonds, metres
from partita.table.spec import TableSpec


def tries_on(owner: Any, table: TableSpec) -> list[Try]:
    """An owner's tries on a table, those that were struck out left aside."""
    return [_try_of(row, table) for row in KickTry.objects.filter(owner=owner, table=table.name, struck=False)]


def _try_of(row: KickTry, table: TableSpec) -> Try:
    return Try(
        row.kind, metres(table, row.cue_x, row.cue_y), tuple(row.rails.split()), row.aim, row.arrival, row.side,
        row.height, row.speed_mps, row.counted_from,
    )  # fmt: skip


def _row_of(owner: Any, table: TableSpec, tried: Try) -> KickTry:
    x, y = diamonds(table, *tried.cue)
    return KickTry(
        owner=owner, table=table.name, kind=tried.kind, cue_x=x, cue_y=y, rails=" ".join(tried.route), aim=tried.aim,
        arrival=tried.arrival, side=tried.side, height=tried.height, speed_mps=tried.speed_mps,
        counted_from=tried.counted_from,
    )  # fmt: skip


@transaction.atomic
def log(owner: Any, table: TableSpec, tries: list[Try]) -> list[KickTry]:
    """Keep tries that can be; all of them or none."""
    # Counted where nobody adds meanwhile: two phones at once stay within the limit together.
    rows = KickTry.objects.select_for_update().filter(owner=owner, table=table.name)
    if len(rows) + len(tries) > MOST_TRIES:
        raise refuse("tries", f"this table would have more than {MOST_TRIES}", "Delete old ones first.")
    return KickTry.objects.bulk_create([_row_of(owner, table, check_try(table, tried)) for tried in tries])


def take_in(owner: Any, table: TableSpec, text: str) -> list[KickTry]:
    """Tries from a CSV file; a wrong line is named, and then nothing is taken."""
    return log(owner, table, read_tries(text, table))


def csv_of(owner: Any, table: TableSpec) -> str:
    """An owner's tries on a table as CSV."""
    return write_tries(tries_on(owner, table), table)


def card(owner: Any, table: TableSpec) -> Card:
    """The kick card of a table with an owner's tries in it."""
    return card_of(table, tries_on(owner, table))
