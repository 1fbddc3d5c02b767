"""How much an account may have of each thing: more than a real player ever does, so that nobody can fill the disk."""

from typing import Any

from django.db.models import QuerySet

from partita.errors import refuse

# Of one account, each with the word for it.
LAYOUTS = (2_000, "layouts")
KEPT_STUDIES = (1_000, "kept studies")
PLAYERS = (200, "players")
TABLES = (100, "tables")
MATCHES = (5_000, "matches")
DECISIONS = (60_000, "decisions")
SITTINGS = (10_000, "sittings")
LINKS = (300, "links that have not ended")
LESSONS = (200, "lessons")
GIVINGS = (500, "lessons given")
GROUPS = (50, "groups")
ROUNDS = (5_000, "rounds of the quiz")


def check_room(rows: QuerySet[Any], quota: tuple[int, str], more: int = 1) -> None:
    """Raises `Refused` where so many more rows of an account would be too many."""
    most, what = quota
    if rows.count() + more > most:
        raise refuse("account", f"it has room for {most:,} {what}, and they are there", "Delete some first.")
