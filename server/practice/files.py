"""Practice as a file: all of it out, as JSON or CSV (in: `practice.taking`)."""

from typing import Any

from partita.errors import refuse
from partita.files.drill_file import drill_json
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
from practice.drills import drill_of, own_drills
from practice.models import DrillAttempt, DrillSitting, QuizRound
from profiles.models import PlayerProfile

Json = dict[str, Any]
_MOST_TOLD = 8


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
