"""The life of a play-out: split into jobs, played by whichever workers there are, merged."""

import logging
from collections.abc import Callable
from typing import Any

import numpy as np

from partita.errors import Refused, refuse
from partita.intervals import of_wins
from partita.physics.stroke import Stroke
from partita.playing.playout import MOST_RACKS, first_stroke, racks_of
from playouts.models import Part, PlayOut
from studies.models import Study
from studies.services import request_of, situation_of

log = logging.getLogger(__name__)
# Racks of one job: some seconds of work, so that a weighing asked meanwhile need not wait long.
PART_RACKS = 64


def ask(study: Study, places: list[int], racks: int, freely: bool) -> list[PlayOut]:
    """Queue play-outs of some of a study's options, and of its situation freely played."""
    if not PART_RACKS <= racks <= MOST_RACKS:
        raise refuse("racks", f"{racks} is out of range", f"Use {PART_RACKS} to {MOST_RACKS}.")
    document: dict[str, Any] = study.document or {}
    if not document.get("settled"):
        raise refuse("study", "it is not settled yet", "Wait until it is, or weigh again.")
    options = document["options"]
    wanted: list[PlayOut] = []
    for place in places:
        if not 0 <= place < len(options):
            raise refuse("option", f"there is no line {place + 1}", f"Use 1 to {len(options)}.")
        option = options[place]
        if option["kind"] == "push-out":
            raise refuse("option", "a push-out cannot be played out", "Choose another line.")
        wanted.append(PlayOut(study=study, option=place, name=option["name"][:200], stroke=option["stroke"]))
    if freely:
        wanted.append(PlayOut(study=study, name="as both would play it"))
    if not wanted:
        raise refuse("options", "there is nothing to play out", "Name at least one line, or the situation.")
    for playout in wanted:
        playout.racks = racks
        playout.save()
        _split(playout)
    return wanted


def _split(playout: PlayOut) -> None:
    from playouts.tasks import play_part  # noqa: PLC0415 - tasks import this module

    for first in range(0, playout.racks, PART_RACKS):
        # An even number: racks come in pairs.
        racks = max(2, min(PART_RACKS, playout.racks - first) // 2 * 2)
        part = Part.objects.create(playout=playout, first_rack=first, racks=racks)
        play_part.defer(part_id=part.pk)


def run_part(part_id: int, should_abort: Callable[[], bool]) -> None:
    """Play what a part still lacks, keeping each batch. A killed worker's part goes on where it was kept."""
    part = Part.objects.select_related("playout__study").filter(pk=part_id).first()
    if part is None or part.playout.stopped or part.playout.failure or len(part.won) >= part.racks:
        return
    try:
        for won, shots in _batches(part):
            part.won, part.shots = [*part.won, *won], [*part.shots, *shots]
            part.save(update_fields=["won", "shots"])
            if should_abort() or not PlayOut.objects.filter(pk=part.playout_id, stopped=False).exists():
                return
    except Refused as refused:
        _fail(part.playout_id, str(refused))
    except Exception:
        log.exception("Part %s failed", part_id)
        _fail(part.playout_id, "Something went wrong while playing. Try again; the study is safe.")


def _batches(part: Part) -> Any:
    playout = part.playout
    request, situation = request_of(playout.study.question), situation_of(playout.study)
    first = None
    if playout.stroke is not None:
        shooter = request.me if situation.shooter == "me" else request.them
        first = first_stroke(situation, Stroke(**playout.stroke), shooter)
    done = len(part.won)
    found, before = np.zeros((part.racks - done, 2)), 0
    for end in racks_of(
        situation, request.me, request.them, found, seed=request.seed, first=first, first_rack=part.first_rack + done
    ):
        yield found[before:end, 0].tolist(), found[before:end, 1].astype(int).tolist()
        before = end


def _fail(playout_id: int, words: str) -> None:
    PlayOut.objects.filter(pk=playout_id).update(failure=words[:500])


def stop(playout: PlayOut) -> None:
    """Ask a play-out to stop: its parts end with their next batch, and what has been played stays."""
    PlayOut.objects.filter(pk=playout.pk).update(stopped=True)


def figures_of(playout: PlayOut) -> dict[str, Any]:
    """How far a play-out is, and the chance merged from its parts."""
    parts = list(playout.parts.all())
    racks = sum(part.racks for part in parts)
    won = np.array([result for part in parts for result in part.won])
    shots = [number for part in parts for number in part.shots]
    done = len(won)
    return {
        "id": playout.pk,
        "option": playout.option,
        "name": playout.name,
        "racks": racks,
        "done": done,
        "chance": of_wins(won).as_json() if done else None,
        "shots_a_rack": round(float(np.mean(shots)), 2) if done else 0.0,
        "status": _status(playout, done, racks),
        "failure": playout.failure,
    }


def _status(playout: PlayOut, done: int, racks: int) -> str:
    if playout.failure:
        return "failed"
    if done >= racks:
        return "done"
    return "stopped" if playout.stopped else ("running" if done else "queued")
