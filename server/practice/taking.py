"""Practice taken in from a file: checked row by row, kept together; what is there already by its token stays."""

import json
from collections.abc import Iterator, Sequence
from contextlib import contextmanager
from datetime import date
from functools import lru_cache
from typing import Any

from django.db import transaction

from edge.quotas import ROUNDS, SITTINGS, check_room
from measures.models import Attempt
from partita.errors import Problem, Refused, refuse
from partita.files.drill_file import drill_json, read_drill
from partita.files.layout_file import read_table
from partita.files.practice_file import AttemptRow, PracticeFile, RoundRow, SittingRow
from partita.practice.drills.drill import Drill
from partita.practice.quiz.kinds import KINDS
from partita.progress import Steps, at_once, counted
from partita.table.spec import TableSpec
from practice import expecting, sittings
from practice.drills import own_drills
from practice.drills import save as save_drill
from practice.models import DrillAttempt, DrillSitting, QuizAnswer, QuizRound
from profiles.models import PlayerProfile

Json = dict[str, Any]
_MOST_TOLD = 8


@transaction.atomic
def take(owner: Any, file: PracticeFile) -> dict[str, int]:
    """Take practice in, all of it or nothing; how many sittings, attempts and rounds were new.

    Players are found by name. Raises `Refused` with every problem found.
    """
    return at_once(taking(owner, file))


def taking(owner: Any, file: PracticeFile) -> Steps[dict[str, int]]:
    """The same step by step, within a transaction of the caller's."""
    taken = _Taking(owner)
    check_room(DrillSitting.objects.filter(player__owner=owner), SITTINGS, taken.new_of(file.sittings, DrillSitting))
    check_room(QuizRound.objects.filter(player__owner=owner), ROUNDS, taken.new_of(file.rounds, QuizRound))
    drills = taken.take_drills(file.drills)
    for share, (number, sitting) in counted(enumerate(file.sittings, 1), len(file.sittings)):
        if share is not None:
            yield 0.8 * share
        with taken.told(f"sitting {number}"):
            taken.take_sitting(sitting)
    for share, (number, one) in counted(enumerate(file.rounds, 1), len(file.rounds)):
        if share is not None:
            yield 0.8 + 0.1 * share
        with taken.told(f"round {number}"):
            taken.take_round(one)
    if taken.problems:
        raise Refused(*taken.problems[:_MOST_TOLD])
    yield 0.9
    return {"drills": drills, **taken.keep()}


class _Taking:
    """Practice of a file on its way into an account: rows that are made one by one, and kept together."""

    def __init__(self, owner: Any) -> None:
        self.owner = owner
        self.players = {one.name: one for one in PlayerProfile.objects.filter(owner=owner)}
        self.keys = {row.name: row.key for row in own_drills(owner)}
        kinds: tuple[Any, ...] = (DrillSitting, QuizRound)
        self.known: dict[Any, set[tuple[int, str]]] = {
            kind: set(kind.objects.filter(player__owner=owner).values_list("player_id", "token")) for kind in kinds
        }
        self.sittings: list[DrillSitting] = []
        self.attempts: list[DrillAttempt] = []
        self.measured: list[Attempt] = []
        self.rounds: list[QuizRound] = []
        self.answers: list[QuizAnswer] = []
        self.problems: list[Problem] = []
        # The same drill on the same table is read once, and what is expected there looked up once.
        self._drill = lru_cache(256)(lambda drill, table: _played_on(json.loads(drill), json.loads(table)))
        self._expected = lru_cache(256)(
            lambda player, key, table: expecting.latest(self._by_pk[player], key, json.loads(table))
        )
        self._by_pk = {one.pk: one for one in self.players.values()}

    def new_of(self, rows: Sequence[SittingRow | RoundRow], kind: Any) -> int:
        """How many of them are not here yet; counted before anything is read."""
        known = {(self._by_pk[key].name, token) for key, token in self.known[kind]}
        return len({(one.player, one.token) for one in rows} - known)

    @contextmanager
    def told(self, where: str) -> Iterator[None]:
        """What is refused is told by its number, and the others are looked at all the same."""
        try:
            yield
        except Refused as refused:
            self.problems += [Problem(f"{where} {p.where}", p.what, p.accepted) for p in refused.problems]

    def take_drills(self, rows: Sequence[Json]) -> int:
        """Drills of one's own that have a new name; how many."""
        before = len(self.keys)
        for row in rows:
            drill = read_drill(row, TableSpec(), "drills")
            if drill.name not in self.keys:
                self.keys[drill.name] = save_drill(self.owner, drill).key
        return len(self.keys) - before

    def _is_new(self, kind: Any, row: SittingRow | RoundRow) -> PlayerProfile | None:
        """The player of what is not here yet; from then on it is."""
        if row.player not in self.players:
            raise refuse("player", f"there is no “{row.player[:40]}” among the players", "Add the player.")
        player = self.players[row.player]
        if (player.pk, row.token) in self.known[kind]:
            return None
        self.known[kind].add((player.pk, row.token))
        return player

    def take_sitting(self, row: SittingRow) -> None:
        """One sitting with its attempts, if it is new."""
        player, day = self._is_new(DrillSitting, row), _day(row.day)
        if player is None:
            return
        table = json.dumps(row.table, sort_keys=True)
        drill, spec = self._drill(json.dumps(row.drill, sort_keys=True), table)
        key = self.keys.get(drill.name, drill.key) if drill.key.startswith("own:") else drill.key
        sitting = DrillSitting(
            player=player, partner=self.players.get(row.partner), partner_name=row.partner, token=row.token,
            drill_key=key, drill=drill_json(drill), table=row.table, over=True, day=day,
        )  # fmt: skip
        sent = list({one.token: _sent(one) for one in row.attempts}.values())
        rows, measured = sittings.rows_of(sitting, drill, spec, sent, self._expected(player.pk, key, table))
        self.sittings.append(sitting)
        self.attempts += rows
        self.measured += measured

    def take_round(self, row: RoundRow) -> None:
        """One round with its answers, if it is new."""
        player, day = self._is_new(QuizRound, row), _day(row.day)
        if player is None:
            return
        if strange := [one.kind for one in row.answers if one.kind not in KINDS]:
            raise refuse("kind", f"“{strange[0]}” is no kind of position", f"Use {', '.join(KINDS)}.")
        answers = {one.position: one for one in row.answers}
        kept = QuizRound(
            player=player, token=row.token, game=row.game, level=row.level, positions=list(answers), day=day
        )  # fmt: skip
        self.rounds.append(kept)
        self.answers += [
            QuizAnswer(
                round=kept, position=key, kind=one.kind, words=one.choice, cost=one.cost, said=one.said, made=one.made
            )
            for key, one in answers.items()
        ]

    def keep(self) -> dict[str, int]:
        """Keep all of it; how many of each."""
        DrillSitting.objects.bulk_create(self.sittings, batch_size=1000)
        DrillAttempt.objects.bulk_create(self.attempts, batch_size=2000)
        sittings.tell_measure(self.measured)
        QuizRound.objects.bulk_create(self.rounds, batch_size=1000)
        QuizAnswer.objects.bulk_create(self.answers, batch_size=2000)
        return {
            "sittings": len(self.sittings), "drill_attempts": len(self.attempts), "rounds": len(self.rounds),
        }  # fmt: skip


def _played_on(document: Json, table: Any) -> tuple[Drill, TableSpec]:
    spec = read_table(table)
    return read_drill(document, spec, "drill"), spec


def _sent(one: AttemptRow) -> sittings.Sent:
    rest = None if one.x is None or one.y is None else (one.x, one.y)
    return sittings.Sent(one.token, one.by, one.step - 1, one.outcome, rest)


def _day(written: str) -> date:
    try:
        return date.fromisoformat(written)
    except ValueError:
        raise refuse("day", f"{written} is no day", "Write 2026-11-24.") from None
