"""Some weeks of practice at the Harbour Lane Club, played by simulated hands; kept as the demo's practice.

One player goes to drills twice a week and climbs their ladders by what his hands do; one error is larger than is taken
to be his, so that a drill falls short of what is expected. Rounds of the quiz are answered with an eye
for what tempts. Run by `./partita bench practice.weeks` after the pool, two minutes.
"""

import json
from collections.abc import Iterator
from dataclasses import replace
from datetime import date, timedelta
from pathlib import Path
from typing import Any

import numpy as np

from benchmarks.practice.pool import kept
from partita.files import layout_file
from partita.files.drill_file import drill_json
from partita.files.practice_file import AnswerRow, AttemptRow, PracticeFile, RoundRow, SittingRow, write_practice
from partita.players.stroke_model import PRESETS
from partita.practice.drills.catalogue import DRILLS
from partita.practice.drills.drill import Drill, SetUp
from partita.practice.drills.expected import Expected, expected
from partita.practice.drills.hands import Referee, in_hands, intended, play
from partita.practice.drills.ladder import first_step, moved
from partita.practice.drills.rule import potted_as_asked
from partita.practice.quiz.choice import Choice
from partita.practice.quiz.kinds import tempting
from partita.record.choices import cost_of
from partita.reports.quiz.report import choice_words, lines_of, position_from
from partita.reports.record.report import said_of
from partita.rows.draws import COLUMNS as DRAWS
from partita.table.diamonds import diamonds
from partita.table.spec import TableSpec

WEEKS = Path(__file__).resolve().parents[2] / "server" / "setup" / "demo_practice.json"
PLAYER, PARTNER, LEVEL = "Ida Brandt", "Rosa Lindqvist", "strong league"
# By drill: the days after the first Monday on which it was practised, and attempts a time.
SITTINGS = {
    "stop": ((1, 8, 22, 36), 20), "follow": ((1, 10, 24, 38, 45), 20), "lag": ((3, 17, 31, 45), 15),
    "cut": ((8, 29), 20), "rails-apart": ((10, 24), 16), "draw": ((3, 15), 20),
}  # fmt: skip
FIRST = date(2026, 10, 5)
_TAKEN = PRESETS[LEVEL]
# His speed is worse than his level says: the lag shows it.
_HANDS = replace(_TAKEN, speed=1.45 * _TAKEN.speed)
_ROUNDS, _OFTEN_TEMPTED = 3, 0.4
Json = dict[str, Any]


def attempt(set_up: SetUp, told: Expected, rng: np.random.Generator) -> tuple[bool, str, tuple[float, float] | None]:
    """One attempt at a step: whether it was made, its outcome, and where the ball that decides came to rest."""
    assert told.stroke is not None
    meant = intended(set_up, told.stroke.row()[None])[0]
    shots = play(set_up, in_hands(set_up, meant, _HANDS.row(), rng.standard_normal((1, DRAWS))))
    made, rule = bool(Referee(set_up, _TAKEN).succeed(shots)[0]), set_up.step.rule
    potted = bool(potted_as_asked(rule, set_up.names, shots)[0]) and shots.pocketed[0, 0] < 0 if rule.pots else True
    if (rule.taps and potted and shots.pocketed[0].max() < 0) or (rule.taps == "cue" and rule.pots and potted):
        ball = 0 if rule.taps == "cue" else set_up.target
        x, y = diamonds(set_up.table, *map(float, shots.finals[0, ball]))
        return rule.decides(set_up.table, (x, y)), "", (round(x, 2), round(y, 2))
    return made, "made" if made else "missed", None


def sittings(drill: Drill, days: tuple[int, ...], count: int, rng: np.random.Generator) -> Iterator[SittingRow]:
    """A drill's sittings, the ladder climbed from one to the next."""
    told = list(expected(drill, _TAKEN, TableSpec()))
    step, number = first_step(told, drill.fixed_order), 0
    for day in days:
        rows, made, here = list[AttemptRow](), 0, 0
        for k in range(count):
            set_up = SetUp(drill.steps[step], TableSpec(), drill.game)
            hit, outcome, rest = attempt(set_up, told[step], rng)
            by = "partner" if drill.in_turns and k % 2 else "player"
            number += 1
            rows.append(AttemptRow(
                token=f"demo-{drill.key}-{number}", by=by, step=step + 1, outcome=outcome,
                x=rest[0] if rest else None, y=rest[1] if rest else None,
            ))  # fmt: skip
            if by == "player":
                made, here = made + hit, here + 1
                following = moved(told, step, made, here)
                if following != step:
                    step, made, here = following, 0, 0
        yield SittingRow(
            token=f"demo-{drill.key}-on-{day}", day=(FIRST + timedelta(days=day)).isoformat(), player=PLAYER,
            partner=PARTNER if drill.in_turns else "", drill=drill_json(drill), table="pool-9ft", attempts=rows,
        )  # fmt: skip


def rounds(rng: np.random.Generator) -> Iterator[RoundRow]:
    """Rounds of the quiz, answered by one who likes to attack and thinks well of his pots."""
    pool = [row for row in kept("nine-ball") if row["level"] == LEVEL]
    for number in range(_ROUNDS):
        chosen = [pool[k] for k in rng.permutation(len(pool))[:10]]
        yield RoundRow(
            token=f"demo-round-{number + 1}", day=(FIRST + timedelta(days=21 + 9 * number)).isoformat(), player=PLAYER,
            game="nine-ball", level=LEVEL, answers=[_answer(row, rng) for row in chosen],
        )  # fmt: skip


def _answer(row: Json, rng: np.random.Generator) -> AnswerRow:
    position = position_from(row)
    situation = layout_file.read(row["layout"]).situation
    lines = lines_of(position.study, situation)
    other = tempting(lines)
    place = lines.index(other) if other is not None and rng.random() < _OFTEN_TEMPTED else 0
    line = lines[place]
    choice = Choice("pot" if line.attacks else "safe", line.potted or line.target, line.pocket)
    said = min(0.95, max(0.05, round(20 * (line.make + rng.normal(0.08, 0.1))) / 20)) if line.attacks else None
    return AnswerRow(
        position=row["key"], kind=row["kind"], choice=choice_words(choice)[:120],
        cost=round(cost_of(said_of(position.study, place, situation)), 4), said=said,
        made=round(line.make, 4) if line.attacks else None,
    )  # fmt: skip


def main() -> None:
    """Practise, keep, say."""
    rng = np.random.default_rng(11)
    found = [row for key, (days, count) in SITTINGS.items() for row in sittings(DRILLS[key], days, count, rng)]
    file = PracticeFile(sittings=sorted(found, key=lambda row: row.day), rounds=list(rounds(rng)))
    WEEKS.write_text(write_practice(file), "utf-8")
    print(f"{len(found)} sittings, {sum(len(row.attempts) for row in found)} attempts")
    print(json.dumps({row.day: len(row.attempts) for row in file.sittings}))


if __name__ == "__main__":
    main()
