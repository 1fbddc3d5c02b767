"""Two kinds of long work: what is expected of a player at a drill, and layouts of one's own weighed for the quiz."""

import json
import time
from collections.abc import Iterator
from hashlib import sha256
from typing import Any

from ninja import Schema

from layouts.models import Layout
from partita.errors import Refused, refuse
from partita.files import layout_file
from partita.files.drill_file import drill_json, read_drill
from partita.files.layout_file import read_table
from partita.players.stroke_model import preset, stroke_model_from
from partita.practice.drills.drill import Drill
from partita.practice.drills.expected import Expected, expected
from partita.reports.ledger.report import study_of
from partita.reports.practice.report import expectation_document
from partita.reports.practice.schema import ExpectationDocument
from partita.reports.quiz.report import position_of
from partita.table.spec import TableSpec
from partita.weighing.weigh import WeighRequest, weigh
from practice.expecting import known_to
from practice.models import Expectation, QuizFill, QuizPosition
from practice.quiz import level_of
from profiles.models import PlayerProfile
from profiles.services import stroke_of
from work.addresses import WorkOut
from work.asking import asked_anew
from work.kinds import Answer, Kind, registered
from work.models import ACTIVE, Status

# Layouts weighed in one go: a minute or three on two cores.
MOST_FILLED = 60
_SAMPLES = 600


class ExpectationOut(WorkOut):
    """What is expected, as far as it is worked out."""

    drill_key: str
    document: ExpectationDocument | None


class FillDocument(Schema):
    """How many layouts are weighed, and how many of them make a question."""

    done: int
    of: int
    kept: int


class FillOut(WorkOut):
    """One's layouts being weighed."""

    document: FillDocument | None


def ask_expectation(player: PlayerProfile, drill: Drill, table: Any) -> Expectation:
    """What is expected of a player at a drill on a table; the same question is answered from what is there."""
    read_table(table)
    stroke = {key: value for key, value in stroke_of(player).as_json().items() if key != "name"}
    question = {"stroke": stroke, "log_sd": known_to(player), "table": table, "drill": drill_json(drill)}
    key = sha256(json.dumps(question, sort_keys=True).encode()).hexdigest()
    known = Expectation.objects.filter(owner=player.owner, key=key, status__in=(*ACTIVE, Status.DONE)).first()
    if known is not None:
        return known
    about = {"player": player, "drill_key": drill.key}
    return asked_anew(EXPECTATIONS, player.owner, about, key=key, question=question)


def ask_fill(owner: Any, player: PlayerProfile) -> QuizFill:
    """Have the owner's layouts weighed for the quiz at a player's level; his running one is superseded."""
    layouts = list(Layout.objects.filter(owner=owner).values_list("pk", flat=True)[:MOST_FILLED])
    if not layouts:
        raise refuse("layouts", "you have none", "Save some on the Table first.")
    return asked_anew(QUIZ_FILLS, owner, question={"level": level_of(player), "layouts": layouts})


def _expected(asked: Expectation) -> Iterator[Answer]:
    started, question, steps = time.monotonic(), asked.question, list[Expected]()
    table = read_table(question["table"])
    drill = read_drill(question["drill"], TableSpec())
    for one in expected(drill, stroke_model_from(question["stroke"]), table, tuple(question["log_sd"])):
        steps.append(one)
        document = expectation_document(drill, steps, table).as_json()
        yield Answer(document, len(steps) / len(drill.steps), time.monotonic() - started)


def _filled(asked: QuizFill) -> Iterator[Answer]:
    started, level, chosen = time.monotonic(), asked.question["level"], asked.question["layouts"]
    # Taken up again it goes on where it was.
    done, kept = (asked.document or {}).get("done", 0), (asked.document or {}).get("kept", 0)
    for key in chosen[done:]:
        layout = Layout.objects.filter(pk=key, owner=asked.owner).first()
        for is_one in [] if layout is None else _weighed(asked, layout, level):
            if is_one is None:
                yield Answer(None, done / len(chosen), time.monotonic() - started)
            kept += is_one is True
        done += 1
        yield Answer({"done": done, "of": len(chosen), "kept": kept}, done / len(chosen), time.monotonic() - started)


def _weighed(asked: QuizFill, layout: Layout, level: str) -> Iterator[bool | None]:
    """A layout as a position of its owner's. Yields None as it goes on, and at last whether its choices can be told
    apart."""
    position = None
    document = {key: value for key, value in layout.document.items() if key not in ("name", "strokes")}
    model = preset(level)
    try:
        situation = layout_file.read(document).situation
        for weighing in weigh(WeighRequest(situation, model, model, samples=_SAMPLES)):
            yield None
            position = position_of(study_of(weighing), situation, document, level) if weighing.looked else None
    except Refused:
        position = None
    if position is not None:
        row = {"game": position.game, "level": level, "kind": position.kind, "document": position.as_json()}
        QuizPosition.objects.update_or_create(owner=asked.owner, key=position.key, defaults=row)
    yield position is not None


EXPECTATIONS = registered(Kind(
    name="expectations", model=Expectation, answers=_expected, needs=("weighing", "runs"), priority=15,
    read=lambda row: ExpectationDocument.model_validate(row.document),
    went_wrong="Something went wrong while this drill was worked out. Try again; the attempts are safe.",
))  # fmt: skip
QUIZ_FILLS = registered(Kind(
    name="quiz-fills", model=QuizFill, answers=_filled, takes_turns=True, priority=5, needs=("weighing", "racks"),
    went_wrong="Something went wrong while layouts were weighed. Try again.",
))  # fmt: skip
