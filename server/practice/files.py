"""Practice as a file: all of it out, as JSON or CSV, and brought back; what is there already by its token stays."""

from datetime import date
from typing import Any

from django.db import transaction

from partita.errors import Problem, Refused, refuse
from partita.files.drill_file import drill_json, read_drill
from partita.files.layout_file import read_table
from partita.files.practice_file import (
    AnswerRow,
    AttemptRow,
    PracticeFile,
    RoundRow,
    SittingRow,
    answers_csv,
    attempts_csv,
    write_practice,
)
from partita.practice.quiz.kinds import KINDS
from partita.table.spec import TableSpec
from practice import sittings
from practice.drills import drill_of, own_drills
from practice.drills import save as save_drill
from practice.models import DrillAttempt, DrillSitting, QuizAnswer, QuizRound
from profiles.models import PlayerProfile

Json = dict[str, Any]


def file_of(owner: Any, player: PlayerProfile | None = None) -> PracticeFile:
    """All practice of an account, or of one of its players."""
    who = {"player": player} if player else {"player__owner": owner}
    kept = (
        DrillSitting.objects.filter(**who).order_by("day", "pk").select_related("player").prefetch_related("attempts")
    )
    played = QuizRound.objects.filter(**who).order_by("pk").select_related("player").prefetch_related("answers")
    return PracticeFile(
        drills=[drill_json(drill_of(row)) for row in own_drills(owner)],
        sittings=[_sitting_row(one) for one in kept.prefetch_related("attempts") if one.attempts.all()],  # type: ignore[attr-defined]
        rounds=[_round_row(one) for one in played.prefetch_related("answers") if one.answers.all()],  # type: ignore[attr-defined]
    )


def _sitting_row(one: DrillSitting) -> SittingRow:
    return SittingRow(
        token=one.token, day=one.day.isoformat(), player=one.player.name, partner=one.partner_name, drill=one.drill,
        table=one.table, attempts=[
            AttemptRow(token=a.token, by=a.by, step=a.step + 1, outcome=a.outcome, x=a.x, y=a.y)
            for a in one.attempts.all()  # type: ignore[attr-defined]
        ],
    )  # fmt: skip


def _round_row(one: QuizRound) -> RoundRow:
    return RoundRow(
        token=one.token, day=one.day.isoformat(), player=one.player.name, game=one.game, level=one.level, answers=[
            AnswerRow(position=a.position, kind=a.kind, choice=a.words, cost=a.cost, said=a.said, made=a.made)
            for a in one.answers.all()  # type: ignore[attr-defined]
            if a.who == 1
        ],
    )  # fmt: skip


def as_json(owner: Any, player: PlayerProfile | None = None) -> str:
    """As the text of a file."""
    return write_practice(file_of(owner, player))


def as_csv(owner: Any, what: str, player: PlayerProfile | None = None) -> str:
    """Attempts, or the quiz's answers, as CSV."""
    if what == "answers":
        return answers_csv(file_of(owner, player))
    if what != "attempts":
        raise refuse("what", f"there is no CSV of “{what[:20]}”", "Use attempts or answers.")
    rows = DrillAttempt.objects.filter(sitting__player__owner=owner).values_list("token", "made")
    return attempts_csv(file_of(owner, player), dict(rows))


@transaction.atomic
def take(owner: Any, file: PracticeFile) -> dict[str, int]:
    """Take practice in, all of it or nothing; how many sittings, attempts and rounds were new.

    Players are found by name. Raises `Refused` with every problem found.
    """
    players = {one.name: one for one in PlayerProfile.objects.filter(owner=owner)}
    problems: list[Problem] = []
    new = {"drills": 0, "sittings": 0, "drill_attempts": 0, "rounds": 0}
    keys = {row.name: row.key for row in own_drills(owner)}
    for row in file.drills:
        drill = read_drill(row, TableSpec(), "drills")
        if drill.name not in keys:
            keys[drill.name] = save_drill(owner, drill).key
            new["drills"] += 1
    for number, sitting in enumerate(file.sittings, 1):
        try:
            count = _take_sitting(players, sitting, keys)
        except Refused as refused:
            problems += [Problem(f"sitting {number} {p.where}", p.what, p.accepted) for p in refused.problems]
        else:
            new["sittings"] += count is not None
            new["drill_attempts"] += count or 0
    for number, one in enumerate(file.rounds, 1):
        try:
            new["rounds"] += _take_round(players, one)
        except Refused as refused:
            problems += [Problem(f"round {number} {p.where}", p.what, p.accepted) for p in refused.problems]
    if problems:
        raise Refused(*problems[:8])
    return new


def _player(players: dict[str, PlayerProfile], name: str) -> PlayerProfile:
    if name not in players:
        raise refuse("player", f"there is no “{name[:40]}” among the players", "Add the player.")
    return players[name]


def _day(written: str) -> date:
    try:
        return date.fromisoformat(written)
    except ValueError:
        raise refuse("day", f"{written} is no day", "Write 2026-11-24.") from None


def _take_sitting(players: dict[str, PlayerProfile], row: SittingRow, keys: dict[str, str]) -> int | None:
    """One sitting with its attempts; None when it is there already."""
    player, day = _player(players, row.player), _day(row.day)
    if DrillSitting.objects.filter(player=player, token=row.token).exists():
        return None
    table = read_table(row.table)
    drill = read_drill(row.drill, table, "drill")
    key = keys.get(drill.name, drill.key) if drill.key.startswith("own:") else drill.key
    sitting = DrillSitting.objects.create(
        player=player, partner=players.get(row.partner), partner_name=row.partner, token=row.token,
        drill_key=key, drill=drill_json(drill), table=row.table, over=True, day=day,
    )  # fmt: skip
    sent = [
        sittings.Sent(
            one.token, one.by, one.step - 1, one.outcome, None if one.x is None or one.y is None else (one.x, one.y)
        )
        for one in row.attempts
    ]  # fmt: skip
    return sittings.add(sitting, sent)


def _take_round(players: dict[str, PlayerProfile], row: RoundRow) -> bool:
    player, day = _player(players, row.player), _day(row.day)
    if QuizRound.objects.filter(player=player, token=row.token).exists():
        return False
    if strange := [one.kind for one in row.answers if one.kind not in KINDS]:
        raise refuse("kind", f"“{strange[0]}” is no kind of position", f"Use {', '.join(KINDS)}.")
    keys = list(dict.fromkeys(one.position for one in row.answers))
    found = QuizRound.objects.create(
        player=player, token=row.token, game=row.game, level=row.level, positions=keys, day=day
    )
    QuizAnswer.objects.bulk_create(
        QuizAnswer(
            round=found, position=key, kind=one.kind, words=one.choice, cost=one.cost, said=one.said, made=one.made
        )
        for key, one in {one.position: one for one in row.answers}.items()
    )
    return True
