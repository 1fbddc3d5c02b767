"""Run-outs as a kind of long work: what is asked, what is kept, how it is answered and told."""

import time
from collections.abc import Iterator
from typing import Any

from pydantic import Field

from partita.files import layout_file
from partita.games.situation import Situation
from partita.reports.runout.report import run_out_of
from partita.reports.runout.schema import RunOutDocument
from partita.reports.schema import Place
from partita.runout.pattern import Pattern, RunOutRequest, check_request
from partita.table.diamonds import diamonds, metres
from partita.weighing.plan_ahead import plan_looked_ahead
from runouts.models import RunOut
from work.addresses import WorkOut
from work.asking import asked_anew
from work.baton import Stage
from work.kinds import Answer, Kind, registered
from work.position import Position, PositionIn, PositionOut, kept, position_in, position_of


class RunOutIn(PositionIn):
    """A position, and what is fixed of the plan: order, pockets by ball, where the cue ball is wanted after a ball, in
    diamonds, and one's own shots by ball, as a layout file has strokes."""

    goal: str = Field("run out", max_length=20)
    order: list[str] = Field(default_factory=list, max_length=40)
    pockets: dict[str, str] = Field(default_factory=dict)
    rests: dict[str, Place] = Field(default_factory=dict)
    strokes: dict[str, dict[str, Any]] = Field(default_factory=dict)


class RunOutQuestion(PositionOut):
    """What was asked."""

    goal: str
    order: list[str]
    pockets: dict[str, str]
    rests: dict[str, Place]
    # Plans of before own shots were asked for have none.
    strokes: dict[str, dict[str, Any]] = Field(default_factory=dict)


class RunOutOut(WorkOut):
    """A run-out with its question and its newest plan."""

    question: RunOutQuestion
    document: RunOutDocument | None


def ask(owner: Any, asked: RunOutIn) -> RunOut:
    """Check a question, and set it going."""
    position = position_in(owner, asked)
    request = _request(position, asked.model_dump(exclude={"document", "me", "them"}))
    check_request(request)
    fixed = {
        "goal": request.goal, "order": list(request.order), "pockets": request.pockets,
        "rests": {ball: list(diamonds(request.situation.layout.table, *at)) for ball, at in request.rests.items()},
        "strokes": {ball: layout_file.stroke_json(ball, own) for ball, own in request.strokes.items()},
    }  # fmt: skip
    return asked_anew(RUN_OUTS, owner, question=kept(position, asked) | fixed)


def request_of(run_out: RunOut) -> RunOutRequest:
    """The core's request for a kept question."""
    return _request(position_of(run_out.question), run_out.question)


def plan_of(run_out: RunOut) -> RunOutDocument | None:
    """The newest plan."""
    return None if run_out.document is None else RunOutDocument.model_validate(run_out.document)


def _request(position: Position, fixed: dict[str, Any]) -> RunOutRequest:
    return RunOutRequest(
        position.situation, position.me, position.them, fixed["goal"], tuple(fixed["order"]), fixed["pockets"],
        _in_metres(position.situation, fixed["rests"]), _own_shots(fixed.get("strokes", {})),
    )  # fmt: skip


def _in_metres(situation: Situation, rests: dict[str, list[float]]) -> dict[str, tuple[float, float]]:
    return {ball: metres(situation.layout.table, *at[:2]) for ball, at in rests.items()}


def _own_shots(strokes: dict[str, dict[str, Any]]) -> dict[str, layout_file.Meant]:
    return {ball: layout_file.read_stroke(f"strokes {ball[:20]}", item)[1] for ball, item in strokes.items()}


def _answers(run_out: RunOut) -> Iterator[Answer]:
    started, settled_after = time.monotonic(), None
    for found in plan_looked_ahead(request_of(run_out)):
        seconds = settled_after or time.monotonic() - started
        if isinstance(found, Pattern):
            settled_after = seconds if found.settled else None
            stage = Stage.FINER if found.settled else Stage.SETTLING
            yield Answer(run_out_of(found, seconds).as_json(), found.progress, seconds, stage)
        else:
            yield Answer(None, found, seconds, Stage.FINER if settled_after else Stage.SETTLING)


RUN_OUTS = registered(Kind(
    name="run-outs", model=RunOut, answers=_answers, needs=("runs",), finer_needs=("weighing", "racks"), read=plan_of,
    went_wrong="Something went wrong while planning. Try again; the layout is safe.",
))  # fmt: skip
