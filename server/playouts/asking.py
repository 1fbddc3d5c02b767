"""Asking for a play-out: split into jobs, played by whichever workers there are, merged; stopped."""

from typing import Any

import numpy as np
from django.db import transaction

from partita.errors import refuse
from partita.intervals import of_wins
from partita.playing.playout import MOST_RACKS
from playouts.kinds import PARTS
from playouts.models import Part, PlayOut
from studies.kinds import document_of
from studies.models import Study
from work import asking as work
from work.models import UNENDED, Status
from work.queue import waiting_words
from work.turns import top_up

# Racks of one part: so many workers can play at a play-out of some hundred.
PART_RACKS = 64
# What one account may have unfinished at a time: more than an evening of a real player's.
MOST_PLAYOUTS, MOST_WAITING_RACKS = 24, 60_000


def ask(study: Study, places: list[int], racks: int, freely: bool) -> list[PlayOut]:
    """Queue play-outs of some of a study's options, and of its situation freely played."""
    if not PART_RACKS <= racks <= MOST_RACKS:
        raise refuse("racks", f"{racks} is out of range", f"Use {PART_RACKS} to {MOST_RACKS}.")
    document = document_of(study)
    if document is None or not document.settled:
        raise refuse("study", "it is not settled yet", "Wait until it is, or weigh again.")
    options = document.options
    wanted: list[PlayOut] = []
    for place in places:
        if not 0 <= place < len(options):
            raise refuse("option", f"there is no shot {place + 1}", f"Use 1 to {len(options)}.")
        option = options[place]
        stroke = option.stroke.model_dump()
        wanted.append(PlayOut(study=study, option=place, name=option.name[:200], stroke=stroke))
    if freely:
        wanted.append(PlayOut(study=study, name="as both would play it"))
    if not wanted:
        raise refuse("options", "there is nothing to play out", "Name at least one shot, or the situation.")
    _check_room(study.owner_id, len(wanted), racks)
    with transaction.atomic():
        for playout in wanted:
            playout.racks = racks
            playout.save()
            _split(playout)
        top_up(PARTS, study.owner_id)
    return wanted


def _check_room(owner_id: int, count: int, racks: int) -> None:
    parts = list(PARTS.rows.filter(status__in=UNENDED, **{PARTS.owner: owner_id}).defer("question"))
    playouts, waiting = len({part.playout_id for part in parts}), sum(part.racks - len(part.won) for part in parts)
    if playouts + count > MOST_PLAYOUTS or waiting + count * racks > MOST_WAITING_RACKS:
        raise refuse(
            "racks", "too much is being played out for you at this moment",
            f"Wait or stop some: {MOST_PLAYOUTS} play-outs and {MOST_WAITING_RACKS:,} racks at a time.",
        )  # fmt: skip


def _split(playout: PlayOut) -> None:
    for first in range(0, playout.racks, PART_RACKS):
        # An even number: racks come in pairs.
        racks = max(2, min(PART_RACKS, playout.racks - first) // 2 * 2)
        Part.objects.create(playout=playout, first_rack=first, racks=racks)


def stop(playout: PlayOut) -> None:
    """Ask a play-out to stop: its parts end with their next batch, and what has been played stays."""
    work.stop(PARTS.rows.filter(playout=playout))


def figures_of(playout: PlayOut) -> dict[str, Any]:
    """How far a play-out is, and the chance merged from its parts."""
    parts = list(playout.parts.all())
    racks = sum(part.racks for part in parts)
    won = np.array([result for part in parts for result in part.won])
    shots = [number for part in parts for number in part.shots]
    done = len(won)
    status = _status(parts, done)
    return {
        "id": playout.pk,
        "option": playout.option,
        "name": playout.name,
        "racks": racks,
        "done": done,
        "chance": of_wins(won).as_json() if done else None,
        "shots_a_rack": round(float(np.mean(shots)), 2) if done else 0.0,
        "status": status,
        "failure": next((part.failure for part in parts if part.failure), ""),
        "waits_for": waiting_words(parts[0]) if status == Status.QUEUED else "",
    }


def _status(parts: list[Part], done: int) -> str:
    """Of all parts together: what one of them could not, all cannot."""
    there = {part.status for part in parts}
    for status in (Status.FAILED, Status.STOPPED, Status.STOPPING):
        if status in there:
            return str(status)
    if there == {Status.DONE}:
        return str(Status.DONE)
    return str(Status.RUNNING if done else Status.QUEUED)
