"""Attempts: taken in once each, taken back, read from files, and read as the core's."""

import hashlib
import json
import re
from collections.abc import Sequence
from dataclasses import asdict, dataclass
from datetime import date
from typing import Any

from django.db import transaction

from edge.days import today
from edge.naming import SENT_AS
from measures.models import Attempt, Sitting
from partita.errors import Problem, Refused, refuse
from partita.files.attempts_file import WrittenAttempt, read_attempts, write_attempts
from partita.files.layout_file import read_table
from partita.physics.stroke import Stroke
from partita.players.measuring import attempts as core
from partita.players.measuring.asked import Asked, rest_asked, rest_cell, shot_asked
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
    """A shot that was recorded: places in diamonds, the cue ball first and the ball to pot second; stroke, pocket.

    A lone cue ball has no pocket; its attempts say where it came to rest.
    """

    places: list[list[float]]
    stroke: dict[str, float | str]
    pocket: str


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
    # Asked first: whoever sends the same at once waits there, and then finds it known.
    room = room_of(player)
    known = set(player.attempts.filter(token__in=[one.token for one in sent]).values_list("token", flat=True))  # type: ignore[attr-defined]
    fresh = {one.token: one for one in sent if one.token not in known}
    check_room(room, len(fresh))
    latest, now = max((one.written.sitting for one in fresh.values()), default=0), today().toordinal()
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
    """A player's attempts as the core's; shots from play where makes and misses are both recorded.

    Drills record both. Attempts at the same shot are told as one, whenever they were made.
    """
    rows = list(Attempt.objects.filter(player=player).order_by("day", "pk"))
    found = [one for row in rows if row.station and (one := _at_station(row)) is not None]
    played = [row for row in rows if row.shot and row.source != Attempt.Source.DRILL]
    if {row.outcome for row in played} != {"made", "missed"}:
        played = []
    practised = [row for row in rows if row.shot and row.source == Attempt.Source.DRILL]
    return [*found, *_of_shots(played[-_MOST_SHOTS:]), *_of_shots(practised)]


def _of_shots(rows: Sequence[Attempt]) -> list[core.Attempt]:
    """Attempts at recorded shots: of so many different ones, the latest."""
    by_shot: dict[str, list[Attempt]] = {}
    for row in rows:
        by_shot.setdefault(json.dumps([row.shot, row.table], sort_keys=True), []).append(row)
    latest = sorted(by_shot.values(), key=lambda same: (same[-1].day, same[-1].pk))[-_MOST_SHOTS:]
    found = []
    for same in latest:
        asked = _asked_of(same[0])
        if asked is not None:
            found += [core.Attempt(asked, _cells_of(row, asked), row.day) for row in same]
    return found


def _at_station(row: Attempt) -> core.Attempt | None:
    rest = None if row.x is None or row.y is None else (row.x, row.y)
    table = read_table(row.table) if row.table is not None else None
    return core.attempt_at(row.station, row.outcome, rest, row.day, table=table)


def _asked_of(row: Attempt) -> Asked | None:
    shot, table = row.shot, read_table(row.table)
    places = [metres(table, *place) for place in shot["places"]]
    try:
        if not shot["pocket"]:
            return rest_asked(table, places[0], Stroke(**shot["stroke"]))
        return shot_asked(table, places, Stroke(**shot["stroke"]), shot["pocket"])
    except Refused:
        # A pot that does not meet its ball first tells nothing, and does not keep the others from telling.
        return None


def _cells_of(row: Attempt, asked: Asked) -> tuple[int, ...]:
    if asked.is_pot or row.x is None or row.y is None:
        return core.POT_OUTCOMES[row.outcome]
    return (rest_cell(row.x, row.y),)


def keep_shot(player: PlayerProfile, token: str, shot: Shot, table: Any, made: bool, day: date) -> None:
    """Keep a pot that was recorded in play as an attempt of the day on which it was played; kept again, it changes.

    Where the player has as many attempts as he may, nothing is added.
    """
    mine = Attempt.objects.filter(player=player)
    told = {
        "source": Attempt.Source.RECORD, "shot": asdict(shot), "table": table,
        "outcome": "made" if made else "missed", "day": day.toordinal(),
    }  # fmt: skip
    if not mine.filter(token=token).update(**told) and room_of(player):
        Attempt.objects.update_or_create(player=player, token=token, defaults=told)


def room_of(player: PlayerProfile) -> int:
    """How many attempts more a player may have. Asked where nobody adds meanwhile: two phones at once wait here."""
    PlayerProfile.objects.select_for_update().get(pk=player.pk)
    return max(0, core.MOST_ATTEMPTS - Attempt.objects.filter(player=player).count())


def check_room(room: int, more: int) -> None:
    """Raises `Refused` where so many more attempts are too many."""
    if more > room:
        raise refuse("attempts", f"there would be more than {core.MOST_ATTEMPTS}", "Delete old ones first.")


def of_drill(
    player: PlayerProfile, token: str, shot: Shot, table: Any, day: int, end: bool | tuple[float, float]
) -> Attempt:
    """An attempt at a drill's stroke, not yet kept. end : whether it was potted, or where a lone cue ball rested."""
    row = Attempt(
        player=player, source=Attempt.Source.DRILL, token=token, shot=asdict(shot), table=table, day=day
    )  # fmt: skip
    if isinstance(end, bool):
        row.outcome = "made" if end else "missed"
    else:
        row.x, row.y = end
    return row
