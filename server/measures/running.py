"""Running a measure, and the costs of errors, in a worker."""

import time
from collections.abc import Callable, Iterator

from measures import attempts
from measures.models import ErrorCosts, Measure
from partita.files.layout_file import read_table
from partita.players.measuring.posterior import measure
from partita.players.stroke_model import stroke_model_from
from partita.practice.error_costs import error_costs, positions_of
from partita.telling.measure import costs_of, measure_of
from profiles.services import stroke_of, take_measured
from work import running
from work.running import Answer

_WENT_WRONG = "Something went wrong while measuring. Try again; the attempts are safe."
_COSTS_WENT_WRONG = "Something went wrong while pricing the errors. Try again."


def run_measure(measure_id: int, should_abort: Callable[[], bool]) -> None:
    """Measure to the end, and keep the stroke with the player. May be called again after a crash."""
    found = Measure.objects.filter(pk=measure_id).select_related("player").first()
    if found is not None:
        running.run(found, lambda: _answers(found), should_abort, _WENT_WRONG)


def _answers(asked: Measure) -> Iterator[Answer]:
    started, like = time.monotonic(), stroke_of(asked.player)
    table = read_table(asked.question["table"])
    document = None
    for found in measure(attempts.of_player(asked.player), table, like, asked.question["near"]):
        document = measure_of(found.posterior, table, like).as_json() if found.posterior else None
        yield Answer(document, found.done, time.monotonic() - started)
    # Not stopped, and not done yet: whoever sees that it is done finds the player's stroke changed.
    if document is not None and document["attempts"]:
        take_measured(asked.player_id, document["model"])


def run_costs(costs_id: int, should_abort: Callable[[], bool]) -> None:
    """Price errors to the end. May be called again after a crash."""
    found = ErrorCosts.objects.filter(pk=costs_id).first()
    if found is not None:
        running.run(found, lambda: _costs(found), should_abort, _COSTS_WENT_WRONG)


def _costs(asked: ErrorCosts) -> Iterator[Answer]:
    started, question = time.monotonic(), asked.question
    model, made_on = stroke_model_from(question["stroke"]), positions_of(question["game"], question["level"])
    for found in error_costs(model, question["level"], question["game"], question["share"]):
        document = costs_of(found, round(found.done * len(made_on))).as_json()
        yield Answer(document, found.done, time.monotonic() - started)
