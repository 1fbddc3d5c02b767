"""Sittings at drills: begun, attempts taken in once each and in order, taken back; what they tell the measure."""

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date, timedelta
from typing import Any

from django.db import transaction

from edge.days import today
from edge.quotas import SITTINGS, check_room
from measures import attempts as measured
from measures.models import Attempt
from partita.errors import Problem, Refused, refuse
from partita.files.drill_file import drill_json, read_drill
from partita.files.layout_file import read_table
from partita.practice.drills.attempts import Counted, counted, step_at
from partita.practice.drills.drill import Drill, Step, check_drill
from partita.practice.drills.ladder import moved
from partita.practice.drills.rule import Place, Strip
from partita.reports.practice.schema import ExpectationDocument
from partita.table.spec import TableSpec
from practice import expecting
from practice.models import DrillAttempt, DrillSitting
from profiles.models import PlayerProfile

MOST_ATTEMPTS = 5000
# A lone cue ball's rest tells of the stroke only where all aim at about the same place, diamonds.
_NARROW = 1.0
# Attempts made while a page was away may come late; not years late.
_LATE = timedelta(days=400)


@dataclass(frozen=True)
class Sent:
    """An attempt as a page sends it, with its own name of it; step from 0."""

    token: str
    by: str
    step: int
    outcome: str
    rest: Place | None


@dataclass(frozen=True)
class Partner:
    """Who takes turns: one of the owner's players, or a name alone."""

    player: PlayerProfile | None = None
    name: str = ""


def begin(player: PlayerProfile, drill: Drill, table: Any, token: str, partner: Partner) -> DrillSitting:
    """Begin a sitting; one of that token is the same one. `Refused` where the drill cannot be set up on the table."""
    check_drill(drill, read_table(table))
    known = DrillSitting.objects.filter(player=player, token=token).first()
    if known is not None:
        return known
    check_room(DrillSitting.objects.filter(player__owner=player.owner), SITTINGS)
    name = partner.player.name if partner.player else partner.name.strip()
    # Sent by two devices at once, it is begun once.
    return DrillSitting.objects.get_or_create(player=player, token=token, defaults={
        "partner": partner.player, "partner_name": name, "drill_key": drill.key, "drill": drill_json(drill),
        "table": table, "begin": _goes_on(player, drill), "day": today(),
    })[0]  # fmt: skip


def _goes_on(player: PlayerProfile, drill: Drill) -> int | None:
    """The step at which the last sitting ended, moved on where that is due; none for the first one."""
    last = DrillAttempt.objects.filter(
        sitting__player=player, sitting__drill_key=drill.key, by=DrillAttempt.PLAYER
    ).order_by("-sitting__day", "-pk")  # fmt: skip
    rows = list(last[:60])
    if not rows or rows[0].step >= len(drill.steps):
        return None
    same = next((k for k, row in enumerate(rows) if row.step != rows[0].step), len(rows))
    expected = expecting.expected_at(player, drill.key)
    if len(expected) != len(drill.steps):
        return int(rows[0].step)
    return moved(expected, rows[0].step, sum(row.made for row in rows[:same]), same)


@transaction.atomic
def add(sitting: DrillSitting, sent: Sequence[Sent], day: date | None = None) -> int:
    """Keep attempts; how many were new. One whose token is known already is not counted twice; all of them or none."""
    # Counted where nobody adds meanwhile: two phones at once stay within the limit together.
    DrillSitting.objects.select_for_update().get(pk=sitting.pk)
    kept = DrillAttempt.objects.filter(sitting=sitting)
    known = set(kept.filter(token__in=[one.token for one in sent]).values_list("token", flat=True))
    fresh = list({one.token: one for one in sent if one.token not in known}.values())
    if kept.count() + len(fresh) > MOST_ATTEMPTS:
        raise refuse("attempts", f"a sitting would have more than {MOST_ATTEMPTS}", "Begin another sitting.")
    drill, table = read_drill(sitting.drill, TableSpec()), read_table(sitting.table)
    _keep_day(sitting, day)
    expected = expecting.latest(sitting.player, sitting.drill_key, sitting.table)
    rows, tells = rows_of(sitting, drill, table, fresh, expected)
    DrillAttempt.objects.bulk_create(rows)
    tell_measure(tells)
    return len(fresh)


def rows_of(
    sitting: DrillSitting, drill: Drill, table: TableSpec, sent: Sequence[Sent], expected: ExpectationDocument | None
) -> tuple[list[DrillAttempt], list[Attempt]]:
    """Attempts of a sitting as rows, and what of them tells the measured stroke; not yet kept. Raises `Refused`."""
    told = _counted(drill, table, sent)
    rows = [
        DrillAttempt(
            sitting=sitting, token=one.token, by=one.by, step=one.step, outcome=one.outcome, made=count.made,
            x=one.rest[0] if one.rest else None, y=one.rest[1] if one.rest else None,
        )
        for one, count in zip(sent, told, strict=True)
    ]  # fmt: skip
    return rows, _measured(sitting, drill, sent, told, expected)


def _keep_day(sitting: DrillSitting, day: date | None) -> None:
    """The day on which a sitting's first attempts were made, where the page says it."""
    now = today()
    if day is None or day == sitting.day or not now - _LATE <= day <= now + timedelta(days=1):
        return
    if not sitting.attempts.exists():  # type: ignore[attr-defined]
        sitting.day = day
        sitting.save(update_fields=["day"])


def _counted(drill: Drill, table: TableSpec, sent: Sequence[Sent]) -> list[Counted]:
    found: list[Counted] = []
    problems: list[Problem] = []
    for place, one in enumerate(sent, 1):
        where = f"attempt {place}"
        try:
            found.append(counted(step_at(drill, one.step, where), table, one.outcome, one.rest, where))
        except Refused as refused:
            problems += refused.problems
    if problems:
        raise Refused(*problems[:8])
    return found


def _measured(
    sitting: DrillSitting, drill: Drill, sent: Sequence[Sent], told: Sequence[Counted],
    expected: ExpectationDocument | None,
) -> list[Attempt]:  # fmt: skip
    """Attempts at a stroke that is asked for are attempts of the measured stroke too, the partner's of his own."""
    rows: list[Attempt] = []
    if not drill.feeds or expected is None:
        return rows
    for one, count in zip(sent, told, strict=True):
        player = sitting.player if one.by == DrillAttempt.PLAYER else sitting.partner
        end = _end_of(drill, drill.steps[one.step], one, count)
        shot = _shot_of(drill.steps[one.step], expected, one.step)
        if player is not None and end is not None and shot is not None:
            rows.append(measured.of_drill(
                player, _measured_token(one.token), shot, sitting.table, sitting.day.toordinal(), end
            ))  # fmt: skip
    return rows


def tell_measure(rows: Sequence[Attempt]) -> None:
    """Keep attempts with those of the measured stroke, as many as a player may have."""
    for player in {row.player for row in rows}:
        mine = [row for row in rows if row.player == player]
        Attempt.objects.bulk_create(mine[: measured.room_of(player)], ignore_conflicts=True, batch_size=2000)


def _measured_token(token: str) -> str:
    return f"drill-{token}"[:80]


def _end_of(drill: Drill, step: Step, one: Sent, count: Counted) -> bool | Place | None:
    """What an attempt tells the measure: whether the ball was potted, or where a lone cue ball rested; or nothing."""
    if drill.feeds == "pot":
        return count.potted if len(step.balls) == 2 else None
    zone = step.rule.cue_in
    narrow = len(step.balls) == 1 and isinstance(zone, Strip) and zone.within <= _NARROW
    return one.rest if narrow else None


def _shot_of(step: Step, expected: ExpectationDocument, number: int) -> measured.Shot | None:
    stroke = expected.steps[number].stroke if number < len(expected.steps) else None
    if stroke is None:
        return None
    balls = [step.balls["cue"], *(at for name, at in step.balls.items() if name != "cue")]
    return measured.Shot([list(at) for at in balls], stroke.model_dump(), step.rule.pocket or "")


def take_back(sitting: DrillSitting, token: str) -> None:
    """Delete one attempt, here and from the measure; one that is not there was taken back already."""
    DrillAttempt.objects.filter(sitting=sitting, token=token).delete()
    for player in (sitting.player, sitting.partner):
        if player is not None:
            measured.take_back(player, _measured_token(token))
