"""The quiz: its pool, rounds drawn from it, answers compared, and what they come to."""

import json
from dataclasses import asdict
from pathlib import Path
from typing import Any

from django.db import transaction
from django.db.models import Count, Q

from edge.days import today
from edge.quotas import ROUNDS, check_room
from layouts.models import Layout
from measures.sittings import level_now
from partita.errors import refuse
from partita.files import layout_file
from partita.games import GAMES
from partita.games.question import Question
from partita.players.measuring.prior import LEVELS
from partita.players.stroke_model import preset
from partita.practice.quiz.choice import Choice, checked
from partita.practice.quiz.rounds import Met, drawn
from partita.practice.quiz.score import Answer, Score, score_of
from partita.reports.ledger.schema import StudyDocument
from partita.reports.quiz.report import answer_of, choice_words, position_from
from partita.reports.quiz.schema import QuizAnswerDocument
from practice.models import QuizAnswer, QuizPosition, QuizRound
from practice.sittings import Partner
from profiles.models import PlayerProfile

POOL = Path(__file__).with_name("pool")
FEWEST = 3


def take_pool() -> int:
    """Take in the pool that ships with the application; how many positions are in it. Those no longer there go."""
    rows = [row for path in sorted(POOL.glob("*.json")) for row in json.loads(path.read_text("utf-8"))["positions"]]
    keys = {row["key"] for row in rows}
    with transaction.atomic():
        QuizPosition.objects.filter(owner=None).exclude(key__in=keys).delete()
        known = set(QuizPosition.objects.filter(owner=None).values_list("key", flat=True))
        QuizPosition.objects.bulk_create(
            QuizPosition(key=row["key"], game=row["game"], level=row["level"], kind=row["kind"], document=row)
            for row in rows
            if row["key"] not in known
        )
    return len(keys)


def level_of(player: PlayerProfile) -> str:
    """The level whose positions a player is asked: the nearest to his own."""
    return LEVELS[min(len(LEVELS) - 1, max(0, round(level_now(player))))]


def pools(owner: Any) -> dict[str, Any]:
    """How many positions there are, by game and level, and of one's own layouts."""
    rows = QuizPosition.objects.filter(owner=None).values("game", "level").annotate(count=Count("pk"))
    mine = QuizPosition.objects.filter(owner=owner).count()
    return {"pools": list(rows), "own": mine, "layouts": Layout.objects.filter(owner=owner).count()}


def begin(player: PlayerProfile, token: str, game: str, own: bool, limit_s: int | None, second: Partner) -> QuizRound:
    """Draw a round; one of that token is the same one. `Refused` where there are too few positions."""
    known = QuizRound.objects.filter(player=player, token=token).first()
    if known is not None:
        return known
    if not own and game not in GAMES:
        raise refuse("game", f"there is no “{game[:20]}”", f"Use {', '.join(GAMES)}.")
    level = level_of(player)
    rows = QuizPosition.objects.filter(owner=player.owner) if own else QuizPosition.objects.filter(
        owner=None, game=game, level=level
    )  # fmt: skip
    positions = {row.key: row.kind for row in rows.only("key", "kind")}
    if len(positions) < FEWEST:
        words = "Weigh your layouts for the quiz first." if own else "Make the pool anew: docs/practice.md says how."
        raise refuse("round", f"there are only {len(positions)} positions", words)
    check_room(QuizRound.objects.filter(player__owner=player.owner), ROUNDS)
    met, number = _met(player), QuizRound.objects.filter(player=player).count()
    # Sent by two devices at once, it is drawn once.
    return QuizRound.objects.get_or_create(player=player, token=token, defaults={
        "second": second.player, "second_name": second.player.name if second.player else second.name.strip(),
        "game": "own" if own else game, "level": level, "own": own, "limit_s": limit_s,
        "positions": drawn(positions, met, seed=1000 * player.pk + number), "day": today(),
    })[0]  # fmt: skip


def _met(player: PlayerProfile) -> list[Met]:
    """All answers of a player, his rounds numbered as they came. Time that ran out counts as a costly one."""
    numbers: dict[int, int] = {}
    found = []
    for row in answers_of(player):
        number = numbers.setdefault(row.round_id, len(numbers) + 1)
        found.append(Met(row.position, row.kind, number, 1.0 if row.cost is None else row.cost))
    return found


def answers_of(player: PlayerProfile) -> list[QuizAnswer]:
    """A player's answers in all rounds, his own and as the second one, in order."""
    mine = Q(round__player=player, who=1) | Q(round__second=player, who=2)
    return list(QuizAnswer.objects.filter(mine).select_related("round").order_by("pk"))


def position_in(found: QuizRound, key: str) -> QuizPosition:
    """A position of a round by its key. `Refused` where the round has none such, or it is gone."""
    if key not in found.positions:
        raise refuse("position", "this round has none such", "Take one of the round's.")
    row = QuizPosition.objects.filter(Q(owner=None) | Q(owner=found.player.owner), key=key).first()
    if row is None:
        raise refuse("position", "it is no longer in the pool", "Go on with the next one.")
    return row


def positions_of(found: QuizRound) -> list[QuizPosition]:
    """A round's positions that are still there."""
    return list(QuizPosition.objects.filter(Q(owner=None) | Q(owner=found.player.owner), key__in=found.positions))


def study_of(row: QuizPosition) -> StudyDocument:
    """A position's ledger."""
    return position_from(row.document).study


def question_of(row: QuizPosition) -> Question:
    """A position as a question between equals of its level."""
    situation, model = layout_file.read(row.document["layout"]).situation, preset(row.level)
    return Question(situation, model, model)


def answer(found: QuizRound, key: str, who: int, choice: Choice | None) -> QuizAnswer:
    """Compare a choice, and keep it; without one the time ran out. A position is answered once.

    Raises `Refused` for a choice that no stroke does: nothing is kept then, and another can be made.
    """
    if who not in found.who:
        raise refuse("who", "nobody else answers this round", "Use 1.")
    known = QuizAnswer.objects.filter(round=found, position=key, who=who).first()
    if known is not None:
        return known
    row = position_in(found, key)
    told: dict[str, Any] = {"kind": row.kind, "words": "time ran out"}
    if choice is not None:
        question = question_of(row)
        checked(choice, question.situation.object_balls)
        compared = answer_of(question, study_of(row), choice)
        told |= {
            "choice": asdict(choice), "words": choice_words(choice)[:120], "cost": compared.cost, "said": choice.make,
            "made": compared.chosen.make.value if compared.chosen.potted is not None else None,
            "document": compared.as_json(),
        }  # fmt: skip
    # The same answer twice at once counts once.
    return QuizAnswer.objects.get_or_create(round=found, position=key, who=who, defaults=told)[0]


def document_of(row: QuizAnswer) -> QuizAnswerDocument | None:
    """An answer as it was compared; none when time ran out, or where it came from a file."""
    return QuizAnswerDocument.model_validate(row.document) if row.document else None


def score(rows: list[QuizAnswer]) -> Score:
    """What answers come to; those for which time ran out do not count."""
    return score_of([Answer(row.kind, row.cost, row.said, row.made) for row in rows if row.cost is not None])


def rounds_of(player: PlayerProfile, rows: list[QuizAnswer]) -> list[dict[str, Any]]:
    """A player's rounds, the latest first, with what they cost him; rows : his answers."""
    by_round: dict[int, list[QuizAnswer]] = {}
    for row in rows:
        by_round.setdefault(row.round_id, []).append(row)
    found = QuizRound.objects.filter(Q(player=player) | Q(second=player))[:50]
    return [
        {
            "id": one.pk, "day": one.day, "game": one.game, "level": one.level, "of": len(one.positions),
            "answered": len(by_round.get(one.pk, [])), "cost": _mean_cost(by_round.get(one.pk, [])),
        }
        for one in found
    ]  # fmt: skip


def _mean_cost(rows: list[QuizAnswer]) -> float | None:
    costs = [row.cost for row in rows if row.cost is not None]
    return 100 * sum(costs) / len(costs) if costs else None
