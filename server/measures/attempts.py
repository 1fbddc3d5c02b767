"""Attempts: taken in once each, taken back, read from files, and read as the core's."""

import hashlib
import re
from collections.abc import Sequence
from dataclasses import asdict, dataclass
from datetime import UTC, datetime
from typing import Any

from django.db import transaction

from config.naming import SENT_AS
from measures.models import Attempt, Sitting
from partita.errors import Problem, Refused, refuse
from partita.files.attempts_file import WrittenAttempt, read_attempts, write_attempts
from partita.files.layout_file import read_table
from partita.physics.stroke import Stroke
from partita.players.measuring import attempts as core
from partita.players.measuring.asked import shot_asked
from partita.table.diamonds import metres
from profiles.models import PlayerProfile

# Of recorded shots the latest count: each costs as much to work out as a station.
_MOST_SHOTS = 40


@dataclass(frozen=True)
class Sent:
    """An attempt as a page sends it, with its own name of it."""

    token: str
    written: WrittenAttempt


@dataclass(frozen=True)
class Shot:
    """A pot that was recorded: places in diamonds, the cue ball first and the ball to pot second; stroke, pocket."""

    places: list[list[float]]
    stroke: dict[str, float]
    pocket: str


def today() -> int:
    """The day, as a number that grows with time."""
    return datetime.now(UTC).date().toordinal()


@transaction.atomic
def add(player: PlayerProfile, sitting: Sitting | None, sent: Sequence[Sent], source: str = "station") -> int:
    """Keep attempts; how many were new. One whose token is known already is not counted twice.

    Raises `Refused` for an outcome that the station cannot have, and keeps none then.
    """
    problems: list[Problem] = []
    for place, one in enumerate(sent, 1):
        try:
            one.written.checked(f"attempt {place}")
        except Refused as refused:
            problems += refused.problems
    if problems:
        raise Refused(*problems[:8])
    # Counted where nobody adds meanwhile: two phones at once stay within the limit together.
    PlayerProfile.objects.select_for_update().get(pk=player.pk)
    kept = Attempt.objects.filter(player=player)
    known = set(kept.filter(token__in=[one.token for one in sent]).values_list("token", flat=True))
    fresh = {one.token: one for one in sent if one.token not in known}
    if kept.count() + len(fresh) > core.MOST_ATTEMPTS:
        raise refuse("attempts", f"there would be more than {core.MOST_ATTEMPTS}", "Delete old ones first.")
    latest, now = max((one.written.sitting for one in fresh.values()), default=0), today()
    Attempt.objects.bulk_create(
        Attempt(
            player=player, sitting=sitting, source=source, token=one.token, station=one.written.station,
            table=sitting.table if sitting else None, outcome=one.written.outcome, x=one.written.x, y=one.written.y,
            day=now - (latest - one.written.sitting),
        )
        for one in fresh.values()
    )  # fmt: skip
    return len(fresh)


def take_back(player: PlayerProfile, token: str) -> None:
    """Delete one attempt; one that is not there was taken back already."""
    if re.match(SENT_AS, token):
        Attempt.objects.filter(player=player, token=token).delete()


def take_back_of(owner: Any, token: str) -> None:
    """Delete an attempt of any of an owner's players."""
    Attempt.objects.filter(player__owner=owner, token=token).delete()


def take_in(player: PlayerProfile, text: str) -> int:
    """Attempts from a file; how many were new. The same file taken in again adds nothing."""
    written = read_attempts(text)
    seen: dict[WrittenAttempt, int] = {}
    sent = []
    for one in written:
        seen[one] = seen.get(one, 0) + 1
        digest = hashlib.sha256(f"{one}{seen[one]}".encode()).hexdigest()[:40]
        sent.append(Sent(f"file-{digest}", one))
    return add(player, None, sent, Attempt.Source.FILE)


def csv_of(player: PlayerProfile) -> str:
    """A player's attempts at stations as CSV."""
    rows = list(Attempt.objects.filter(player=player).exclude(station=""))
    first = min((row.day for row in rows), default=0)
    return write_attempts([WrittenAttempt(row.station, row.outcome, row.x, row.y, row.day - first) for row in rows])


def of_player(player: PlayerProfile) -> list[core.Attempt]:
    """A player's attempts as the core's; recorded shots where makes and misses are both recorded."""
    rows = list(Attempt.objects.filter(player=player))
    found = [one for row in rows if row.station and (one := _at_station(row)) is not None]
    shots = [row for row in rows if row.shot]
    if {row.outcome for row in shots} == {"made", "missed"}:
        found += [one for row in shots[-_MOST_SHOTS:] if (one := _of_shot(row)) is not None]
    return found


def _at_station(row: Attempt) -> core.Attempt | None:
    rest = None if row.x is None or row.y is None else (row.x, row.y)
    table = read_table(row.table) if row.table is not None else None
    return core.attempt_at(row.station, row.outcome, rest, row.day, table=table)


def _of_shot(row: Attempt) -> core.Attempt | None:
    shot, table = row.shot, read_table(row.table)
    places = [metres(table, *place) for place in shot["places"]]
    try:
        asked = shot_asked(table, places, Stroke(**shot["stroke"]), shot["pocket"])
    except Refused:
        # A pot that does not meet its ball first tells nothing, and does not keep the others from telling.
        return None
    return core.Attempt(asked, core.POT_OUTCOMES[row.outcome], row.day)


def add_shot(player: PlayerProfile, token: str, shot: Shot, table: Any, made: bool) -> None:
    """Keep a pot that was recorded in play as an attempt."""
    Attempt.objects.create(
        player=player, source=Attempt.Source.RECORD, token=token, shot=asdict(shot), table=table,
        outcome="made" if made else "missed", day=today(),
    )  # fmt: skip
