"""Two kinds of long work: what attempts say of a player's stroke, and what each of his errors costs."""

import time
from collections.abc import Iterator
from typing import Any

import numpy as np
from ninja import Schema
from pydantic import Field

from edge.documents import TableDocument
from measures import attempts
from measures.models import ErrorCosts, Measure
from partita.errors import refuse
from partita.files.layout_file import read_table
from partita.players.measuring import prior
from partita.players.measuring.posterior import measure
from partita.players.measuring.report import level_at
from partita.players.stroke_model import stroke_model_from
from partita.practice.error_costs import FIFTH, GAMES, HALF, error_costs, positions_of
from partita.reports.measuring.report import costs_of, measure_of
from partita.reports.measuring.schema import CostsDocument, MeasureDocument
from partita.table.spec import TableSpec
from profiles.models import PlayerProfile
from profiles.services import stroke_of, take_measured
from work.addresses import WorkOut
from work.asking import asked_anew
from work.kinds import Answer, Kind, registered


class MeasureIn(Schema):
    """The table on which a long pot is told, without one that of the last sitting; `near`: a level that the player
    says he has.
    """

    table: TableDocument | None = None
    near: str | None = Field(None, max_length=40)


class MeasureQuestion(Schema):
    """What was asked, and how many attempts there were."""

    attempts: int
    near: str | None


class MeasureOut(WorkOut):
    """A measure with its newest answer."""

    question: MeasureQuestion
    document: MeasureDocument | None


class CostsIn(Schema):
    """A game, and to which share of its size each error is made smaller."""

    game: str = Field("nine-ball", max_length=20)
    share: float = FIFTH


class CostsOut(WorkOut):
    """Costs of errors with their newest answer."""

    question: CostsIn
    document: CostsDocument | None


def ask_measure(player: PlayerProfile, asked: MeasureIn) -> Measure:
    """Set a measure of one player going; his running one is superseded. No table: that of his last sitting."""
    table: Any = asked.table
    if table is None:
        last = player.sittings.first()  # type: ignore[attr-defined]
        table = last.table if last else TableSpec().name
    read_table(table)
    if asked.near is not None and asked.near not in prior.LEVELS:
        raise refuse("near", f"“{asked.near[:30]}” is no level", f"Use {', '.join(prior.LEVELS)}, or none.")
    question = {"table": table, "near": asked.near, "attempts": player.attempts.count()}  # type: ignore[attr-defined]
    return asked_anew(MEASURES, player.owner, {"player": player}, question=question)


def ask_costs(player: PlayerProfile, asked: CostsIn) -> ErrorCosts:
    """Set the costs of one player's errors going, as the odds have him now."""
    if asked.game not in GAMES:
        raise refuse("game", f"there are no positions of “{asked.game[:30]}”", f"Use {' or '.join(GAMES)}.")
    if asked.share not in (FIFTH, HALF):
        raise refuse("share", f"{asked.share:g} is none", f"Use {FIFTH} (a fifth better) or {HALF} (half).")
    stroke = stroke_of(player)
    logs = np.log([[getattr(stroke, name) for name in prior.ERRORS]])
    fixed = {"stroke": stroke.as_json(), "level": float(level_at(logs)[0])}
    return asked_anew(COSTS, player.owner, {"player": player}, question=asked.model_dump() | fixed)


def _measured(asked: Measure) -> Iterator[Answer]:
    started, like = time.monotonic(), stroke_of(asked.player)
    table = read_table(asked.question["table"])
    document = None
    for found in measure(attempts.of_player(asked.player), table, like, asked.question["near"]):
        document = measure_of(found.posterior, table, like).as_json() if found.posterior else None
        yield Answer(document, found.done, time.monotonic() - started)
    # Not stopped, and not done yet: whoever sees that it is done finds the player's stroke changed.
    if document is not None and document["attempts"]:
        take_measured(asked.player_id, document["model"])


def _priced(asked: ErrorCosts) -> Iterator[Answer]:
    started, question = time.monotonic(), asked.question
    model, made_on = stroke_model_from(question["stroke"]), positions_of(question["game"], question["level"])
    for found in error_costs(model, question["level"], question["game"], question["share"]):
        document = costs_of(found, round(found.done * len(made_on))).as_json()
        yield Answer(document, found.done, time.monotonic() - started)


MEASURES = registered(Kind(
    name="measures", model=Measure, answers=_measured, read=lambda row: MeasureDocument.model_validate(row.document),
    went_wrong="Something went wrong while measuring. Try again; the attempts are safe.",
))  # fmt: skip
COSTS = registered(Kind(
    name="costs", model=ErrorCosts, answers=_priced, read=lambda row: CostsDocument.model_validate(row.document),
    needs=("racks",), priority=8, went_wrong="Something went wrong while pricing the errors. Try again.",
))  # fmt: skip
