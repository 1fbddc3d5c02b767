"""Ways to a hidden ball as a kind of long work: what is asked, what is kept, how it is answered and told."""

import time
from collections.abc import Iterator
from typing import Any

from pydantic import Field

from kicks.models import Kick
from kicks.trying import tries_on
from partita.kicks.ways import KickRequest, find_ways, seated
from partita.reports.kicks.report import kicks_of
from partita.reports.kicks.schema import KicksDocument
from work.addresses import WorkOut
from work.asking import asked_anew
from work.baton import Stage
from work.kinds import Answer, Kind, registered
from work.position import Position, PositionIn, PositionOut, kept, position_in, position_of


class KickIn(PositionIn):
    """A position, and the ball to get at; none: the nearest that is on."""

    target: str = Field("", max_length=20)


class KickQuestion(PositionOut):
    """What was asked."""

    target: str


class KickOut(WorkOut):
    """A kick with its question and its newest list."""

    question: KickQuestion
    document: KicksDocument | None


def request_with(position: Position, target: str) -> KickRequest:
    """The core's request."""
    return KickRequest(position.situation, position.me, position.them, target)


def ask(owner: Any, asked: KickIn) -> Kick:
    """Check a question, and set it going."""
    position = position_in(owner, asked)
    seated(request_with(position, asked.target))
    return asked_anew(KICKS, owner, question={**kept(position, asked), "target": asked.target})


def _answers(kick: Kick) -> Iterator[Answer]:
    started, request = time.monotonic(), request_with(position_of(kick.question), kick.question["target"])
    tries = tries_on(kick.owner, request.situation.layout.table)
    settled_after = None
    for found in find_ways(request):
        seconds = time.monotonic() - started
        if found.settled:
            settled_after = settled_after or seconds
        seconds = settled_after or seconds
        document = kicks_of(found, tries, seconds).as_json() if found.is_news else None
        yield Answer(document, found.progress, seconds, Stage.FINER if found.settled else Stage.SETTLING)


KICKS = registered(Kind(
    name="kicks", model=Kick, answers=_answers, finer_needs=("racks",),
    went_wrong="Something went wrong while looking for ways. Try again; the layout is safe.",
    read=lambda kick: KicksDocument.model_validate(kick.document),
))  # fmt: skip
