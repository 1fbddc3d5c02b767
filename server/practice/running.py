"""Working out what is expected at a drill, and weighing layouts for the quiz, in a worker."""

import time
from collections.abc import Callable, Iterator

from layouts.models import Layout
from partita.errors import Refused
from partita.files import layout_file
from partita.files.drill_file import read_drill
from partita.files.layout_file import read_table
from partita.players.stroke_model import preset, stroke_model_from
from partita.practice.drills.expected import Expected, expected
from partita.table.spec import TableSpec
from partita.telling.practice import expectation_document
from partita.telling.quiz import position_of
from partita.telling.study import study_of
from partita.weighing.weigh import WeighRequest, weigh
from practice.models import Expectation, QuizFill, QuizPosition
from work import running
from work.running import Answer

_WENT_WRONG = "Something went wrong while this drill was worked out. Try again; the attempts are safe."
_FILL_WENT_WRONG = "Something went wrong while layouts were weighed. Try again."
_SAMPLES = 600


def run_expectation(expectation_id: int, should_abort: Callable[[], bool]) -> None:
    """Work it out to the end, step by step. May be called again after a crash."""
    found = Expectation.objects.filter(pk=expectation_id).first()
    if found is not None:
        running.run(found, lambda: _expectations(found), should_abort, _WENT_WRONG)


def _expectations(asked: Expectation) -> Iterator[Answer]:
    started, question, steps = time.monotonic(), asked.question, list[Expected]()
    table = read_table(question["table"])
    drill = read_drill(question["drill"], TableSpec())
    for one in expected(drill, stroke_model_from(question["stroke"]), table, tuple(question["log_sd"])):
        steps.append(one)
        document = expectation_document(drill, steps, table).as_json()
        yield Answer(document, len(steps) / len(drill.steps), time.monotonic() - started)


def run_fill(fill_id: int, should_abort: Callable[[], bool]) -> bool:
    """Weigh layouts for a turn; each is kept as it is done. True at the end. May be called again after a crash."""
    found = QuizFill.objects.filter(pk=fill_id).first()
    return found is None or running.run(found, lambda: _filled(found), should_abort, _FILL_WENT_WRONG, running.TURN_S)


def _filled(asked: QuizFill) -> Iterator[Answer]:
    started, level, chosen = time.monotonic(), asked.question["level"], asked.question["layouts"]
    # Taken up after a crash it goes on where it was.
    done, kept = (asked.document or {}).get("done", 0), (asked.document or {}).get("kept", 0)
    for key in chosen[done:]:
        layout = Layout.objects.filter(pk=key, owner=asked.owner).first()
        if layout is not None:
            kept += _weighed(asked, layout, level)
        done += 1
        yield Answer({"done": done, "of": len(chosen), "kept": kept}, done / len(chosen), time.monotonic() - started)


def _weighed(asked: QuizFill, layout: Layout, level: str) -> bool:
    """A layout as a position of its owner's; whether its choices can be told apart."""
    document = {key: value for key, value in layout.document.items() if key not in ("name", "strokes")}
    model = preset(level)
    try:
        situation = layout_file.read(document).situation
        request = WeighRequest(situation, model, model, samples=_SAMPLES)
        study = study_of(next(found for found in weigh(request) if found.settled))
    except (Refused, StopIteration):
        return False
    position = position_of(study, situation, document, level)
    if position is None:
        return False
    row = {"game": position.game, "level": level, "kind": position.kind, "document": position.as_json()}
    QuizPosition.objects.update_or_create(owner=asked.owner, key=position.key, defaults=row)
    return True
