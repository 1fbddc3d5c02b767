"""How long an answer in the quiz takes: a line of the pool's ledger, and choices that must be weighed afresh.

Run by `./partita bench practice.answers`, a minute. What the server adds is a few rows: milliseconds.
"""

import json
import time

from benchmarks.figures import keep, spread
from benchmarks.practice.pool import GAMES, kept
from partita.errors import Refused
from partita.files import layout_file
from partita.games.question import Question
from partita.physics.stroke import Stroke
from partita.players.stroke_model import preset
from partita.practice.quiz.choice import Choice
from partita.reports.quiz.report import answer_of, position_from
from partita.reports.quiz.schema import QuizPositionDocument

_OF_EACH = 8


def choices(position: QuizPositionDocument) -> dict[str, Choice]:
    """One choice of each sort: of the pool, a safety, a stroke and a pot that the ledger does not hold."""
    best = position.study.options[0]
    pot = next((line for line in position.study.options if line.potted), None)
    stroke = Stroke(**best.stroke.model_dump())
    found = {
        "safety wished": Choice("safe", best.target, cue_to=(4.0, 2.0), ball_to=(1.0, 1.0)),
        "own stroke": Choice("stroke", stroke=Stroke(stroke.aim_deg + 1.0, stroke.speed_mps, stroke.side)),
        "another pot": Choice("pot", best.target, "side-far"),
    }
    return ({"of the pool": Choice("pot", pot.potted, pot.pocket)} if pot else {}) | found


def main() -> None:
    """Print and keep seconds by sort of choice."""
    seconds: dict[str, list[float]] = {}
    for game in GAMES:
        for row in kept(game)[:: max(1, len(kept(game)) // _OF_EACH)][:_OF_EACH]:
            position = position_from(row)
            model = preset(position.level)
            question = Question(layout_file.read(position.layout).situation, model, model)
            for name, choice in choices(position).items():
                started = time.perf_counter()
                try:
                    answer_of(question, position.study, choice)
                except Refused:
                    name = f"{name}, refused"
                seconds.setdefault(name, []).append(time.perf_counter() - started)
    figures: dict[str, object] = {
        name: {"count": len(of_sort), **spread(of_sort, 3)} for name, of_sort in sorted(seconds.items())
    }
    positions = {game: len(kept(game)) for game in GAMES}
    keep("practice-answers", {"seconds": figures, "pool": positions})
    print(json.dumps(positions))


if __name__ == "__main__":
    main()
