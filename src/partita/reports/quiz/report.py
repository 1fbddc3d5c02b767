"""The quiz's positions, answers and scores as documents."""

import json
from collections.abc import Sequence
from dataclasses import dataclass
from hashlib import sha256
from typing import Any

from partita.games.question import Question
from partita.games.situation import Situation
from partita.options.scene import Scene, rows_of
from partita.physics.stroke import Stroke
from partita.practice.quiz.choice import Choice, Rests, found
from partita.practice.quiz.fresh import weigh_choice
from partita.practice.quiz.kinds import KINDS, is_clear, kind_of
from partita.practice.quiz.score import Estimates, Score
from partita.record.choices import CHOICES, choice_of, cost_of
from partita.record.said import Line
from partita.record.sums import FEWEST
from partita.reports.ledger.report import line_of
from partita.reports.ledger.schema import OptionDocument, StudyDocument
from partita.reports.quiz.schema import (
    EstimatesDocument,
    QuizAnswerDocument,
    QuizPositionDocument,
    QuizScoreDocument,
)
from partita.reports.record.report import mean_document, part_document, said_of
from partita.table.diamonds import diamonds
from partita.table.places import POCKET_WORDS
from partita.weighing.rater import Rater

# Lines of a ledger that a position keeps; the best of the other sort is always among them.
_LINES = 6
_PERCENT = 100.0
# What a kept line does without: a quiz says why, not every way of playing it.
_LEFT_OUT = (
    "ways", "ways_words", "watch", "cautions", "leave", "turning_point", "via", "behind", "samples", "confirmed",
    "cut_range_deg", "aim_range_deg",
)  # fmt: skip


def lines_of(study: StudyDocument, situation: Situation) -> list[Line]:
    """A study's lines as the record's."""
    return [said_of(study, place, situation).played for place in range(len(study.options))]


def position_of(
    study: StudyDocument, situation: Situation, layout: dict[str, Any], level: str
) -> QuizPositionDocument | None:
    """A position for the quiz from its study; None where its choices cannot be told apart."""
    lines = lines_of(study, situation)
    if len(lines) < 2 or not is_clear(lines):
        return None
    game = situation.game
    digest = sha256(json.dumps([layout, level], sort_keys=True).encode()).hexdigest()[:16]
    return QuizPositionDocument(
        key=f"{game}-{digest}", game=game, level=level, kind=kind_of(lines[0]), layout=layout, study=short_study(study)
    )


def short_study(study: StudyDocument) -> StudyDocument:
    """A study with the lines that a quiz, or a lesson, needs."""
    options = study.options[:_LINES]
    sort = options[0].potted is None
    if all((one.potted is None) == sort for one in options):
        other = next((one for one in study.options[_LINES:] if (one.potted is None) != sort), None)
        options = [*options, *([other] if other else [])]
    return study.model_copy(update={"options": options, "changes": None, "match": None})


def short_json(position: QuizPositionDocument) -> dict[str, Any]:
    """A position as it is kept in a file: without what its lines have by default, and digits nobody reads."""
    row = position.as_json()
    row["study"] = {key: value for key, value in row["study"].items() if value is not None}
    row["study"]["options"] = [_short_line(line) for line in row["study"]["options"]]
    return row


def _short_line(line: dict[str, Any]) -> dict[str, Any]:
    kept = {key: value for key, value in line.items() if key not in _LEFT_OUT and value not in (None, [], "")}
    kept["shares"] = {key: round(value, 3) for key, value in line["shares"].items() if value}
    return {**{name: None for name in ("target", "potted", "pocket")}, "hit_side": "", "route": [], **kept}


def position_from(row: dict[str, Any]) -> QuizPositionDocument:
    """The reverse of `short_json`."""
    options = [
        {
            "leave": {"share": 0.0},
            "turning_point": None,
            "samples": 0,
            "confirmed": False,
            "detail": "",
            "hit": "",
            **one,
        }
        for one in row["study"]["options"]
    ]
    return QuizPositionDocument.model_validate({**row, "study": {**row["study"], "options": options}})


@dataclass(frozen=True)
class _Seen:
    target: str | None
    potted: str | None
    pocket: str | None
    rests: Rests | None


def _seen(question: Question, options: Sequence[OptionDocument]) -> list[_Seen]:
    """Lines with the places where their strokes, without error, leave both balls."""
    scene = Scene(question.situation)
    shots = scene.play(rows_of([Stroke(**one.stroke.model_dump()) for one in options])).shots
    found_rests: list[Rests | None] = []
    for e, option in enumerate(options):
        ball = scene.names.index(option.target) if option.target in scene.names else 0
        on_table = shots.pocketed[e, 0] < 0 and shots.pocketed[e, ball] < 0
        places = [diamonds(scene.table, *map(float, shots.finals[e, k])) for k in (0, ball)]
        found_rests.append(Rests(*places) if on_table and ball else None)
    return [_Seen(one.target, one.potted, one.pocket, rests) for one, rests in zip(options, found_rests, strict=True)]


def answer_of(question: Question, study: StudyDocument, choice: Choice) -> QuizAnswerDocument:
    """A choice compared with a position's ledger: found among its lines, else weighed afresh on its best line's draws.

    Raises `Refused` where no stroke does what is chosen.
    """
    place = found(choice, _seen(question, study.options))
    chosen = study.options[place] if place is not None else _afresh(question, study.options[0], choice)
    compared = study.model_copy(update={"options": [study.options[0], chosen]})
    said = said_of(compared, 1, question.situation)
    kind = choice_of(said)
    behind = [] if place == 0 else [chosen.behind_best] if chosen.behind_best else []
    return QuizAnswerDocument(
        chosen=chosen, place=None if place is None else place + 1, cost=cost_of(said), choice=kind,
        choice_words=CHOICES[kind], words=[study.why, *behind],
    )  # fmt: skip


def _afresh(question: Question, best: OptionDocument, choice: Choice) -> OptionDocument:
    rater = Rater.of(question)
    first, chosen = weigh_choice(rater, Stroke(**best.stroke.model_dump()), choice)
    return line_of(rater, chosen, first)


def choice_words(choice: Choice) -> str:
    """A choice in words, as it was made by pressing."""
    if choice.meant == "pot":
        return f"The {choice.ball} into the {POCKET_WORDS[choice.pocket or '']}"
    return f"Safe off the {choice.ball}" if choice.meant == "safe" else "A stroke of your own"


def score_document(score: Score) -> QuizScoreDocument:
    """A score in figures and sentences."""
    cost = mean_document(score.cost)
    return QuizScoreDocument(
        answers=score.cost.count, cost=cost, as_good=score.as_good.value,
        estimates=_estimates(score.estimates) if score.estimates else None,
        kinds=[part_document(part, KINDS) for part in score.kinds],
        words=_words(score),
    )  # fmt: skip


def _estimates(found_off: Estimates) -> EstimatesDocument:
    bias, half = _PERCENT * found_off.bias, None if found_off.half is None else _PERCENT * found_off.half
    sure = half is not None and abs(bias) > half and found_off.count >= _FEWEST_ESTIMATES
    way = "too high" if bias > 0 else "too low"
    words = f"Your make chances are {abs(bias):.0f} points {way} (± {half:.0f})." if sure else (
        f"Your make chances are {_PERCENT * found_off.off:.0f} points off, neither way more than chance."
    )  # fmt: skip
    return EstimatesDocument(count=found_off.count, bias=bias, half=half, off=_PERCENT * found_off.off, words=words)


def _words(score: Score) -> list[str]:
    """What a choice cost on average, how often it was as good as the best, and where most is given away."""
    count = score.cost.count
    if not count:
        return ["Nothing was answered yet."]
    half = "" if score.cost.half is None else f" (± {_PERCENT * score.cost.half:.1f})"
    words = [
        f"A choice cost you {_PERCENT * score.cost.value:.1f} points of rack chance{half}; "
        f"{round(_PERCENT * score.as_good.value)} % were within two points of the best."
    ]
    first = [part for part in score.kinds if part.first and part.racks > 0]
    if count >= FEWEST and len(first) == 1:
        words.append(f"Most is given away where {_WHERE[first[0].kind]}.")
    return words


_FEWEST_ESTIMATES = 5
_WHERE = {
    "hidden": "the ball is hidden",
    "two-way": "a two-way shot is best",
    "indirect": "a bank or a combination is best",
    "pot": "a plain pot is best",
    "hard pot": "a pot that often misses is best all the same",
    "safe": "playing safe is best though the ball can be seen",
}
