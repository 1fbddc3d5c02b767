"""The life of a study: asked, run in a worker, followed, stopped."""

import json
import logging
import time
from collections.abc import Callable
from dataclasses import asdict
from datetime import timedelta
from typing import Any

from django.db.models import F
from django.utils import timezone

from layouts.models import Layout
from partita.errors import Refused
from partita.files import layout_file
from partita.games.match import Match
from partita.games.situation import Situation
from partita.physics.stroke import Stroke
from partita.players.stroke_model import PRESETS, stroke_model_from
from partita.playing.playout import play_out
from partita.table.diamonds import diamonds
from partita.telling.drawing import FAN, draw
from partita.telling.shot_sheet import Units, shot_sheet
from partita.telling.study import as_weighed
from partita.weighing.rater import worth_in_hand
from partita.weighing.trial import try_stroke
from partita.weighing.weigh import WeighRequest, check_request, weigh
from profiles.services import stroke_model_named
from studies.models import Study

log = logging.getLogger(__name__)
# How long a study that was not kept can still be opened by its address.
UNKEPT_FOR = timedelta(days=30)
# How many layouts are listed as lately weighed, of how many studies.
_RECENT, _LOOKED_THROUGH = 8, 40
ACTIVE = (Study.Status.QUEUED, Study.Status.RUNNING)


def ask(
    owner: Any,
    document: dict[str, Any],
    me: str,
    them: str,
    seed: int,
    samples: int,
    layout: Layout | None,
    match: Match | None = None,
) -> Study:
    """Check a question, supersede the owner's running ones, and queue it."""
    from studies.tasks import weigh_study  # noqa: PLC0415 - tasks import this module

    file = layout_file.read(document)
    mine, theirs = stroke_model_named(owner, me), stroke_model_named(owner, them)
    check_request(WeighRequest(file.situation, mine, theirs, seed, samples, file.strokes, match))
    question = {
        "document": layout_file.write(file),
        "me": mine.as_json(),
        "them": theirs.as_json(),
        "players": {"me": me, "them": them},
        "seed": seed,
        "samples": samples,
        "match": asdict(match) if match else None,
    }
    Study.objects.filter(owner=owner, status__in=ACTIVE).update(status=Study.Status.STOPPING)
    study = Study.objects.create(owner=owner, layout=layout, question=question)
    weigh_study.defer(study_id=study.pk)
    return study


def request_of(question: dict[str, Any]) -> WeighRequest:
    """The core's request for a stored question."""
    file = layout_file.read(question["document"])
    return WeighRequest(
        situation=file.situation,
        me=stroke_model_from(question["me"]),
        them=stroke_model_from(question["them"]),
        seed=question["seed"],
        samples=question["samples"],
        own_strokes=file.strokes,
        match=Match(**question["match"]) if question.get("match") else None,
    )


def situation_of(study: Study) -> Situation:
    """The situation of a settled study, with the cue ball where it was placed when it was in hand."""
    return as_weighed(request_of(study.question).situation, study.document or {})


def run(study_id: int, should_abort: Callable[[], bool]) -> None:
    """Run a study to its end, keeping each partial result. May be called again after a crash."""
    study = Study.objects.filter(pk=study_id).first()
    if study is None or study.is_over:
        return
    if study.status == Study.Status.STOPPING:
        _finish(study_id, Study.Status.STOPPED)
        return
    Study.objects.filter(pk=study_id, status=Study.Status.QUEUED).update(status=Study.Status.RUNNING)
    started, settled_after = time.monotonic(), None
    try:
        for result in weigh(request_of(study.question)):
            seconds = time.monotonic() - started
            if result.settled:
                # What comes after the settled ranking does not delay it.
                settled_after = settled_after or seconds
            _keep(study_id, result.document, result.progress, settled_after or seconds)
            if should_abort() or not Study.objects.filter(pk=study_id, status=Study.Status.RUNNING).exists():
                _finish(study_id, Study.Status.STOPPED)
                return
        _finish(study_id, Study.Status.DONE)
    except Refused as refused:
        _finish(study_id, Study.Status.FAILED, str(refused))
    except Exception:
        log.exception("Study %s failed", study_id)
        _finish(study_id, Study.Status.FAILED, "Something went wrong while weighing. Try again; the layout is safe.")


def _keep(study_id: int, document: dict[str, Any], progress: float, seconds: float) -> None:
    document = {**document, "seconds": round(seconds, 3)}
    Study.objects.filter(pk=study_id).update(
        document=document, progress=progress, seconds=seconds, revision=F("revision") + 1
    )


def _finish(study_id: int, status: str, failure: str = "") -> None:
    # A study stopped in its last moment stays stopped.
    Study.objects.filter(pk=study_id).exclude(status=Study.Status.STOPPED).update(
        status=status, failure=failure[:500], revision=F("revision") + 1
    )


def stop(study: Study) -> None:
    """Ask a study to stop: a running one at its next partial result, a waiting one at once."""
    Study.objects.filter(pk=study.pk, status=Study.Status.QUEUED).update(status=Study.Status.STOPPED)
    Study.objects.filter(pk=study.pk, status=Study.Status.RUNNING).update(status=Study.Status.STOPPING)


def recent(owner: Any) -> list[dict[str, Any]]:
    """What the owner lately weighed and did not keep, the latest first, each layout once."""
    found: dict[str, dict[str, Any]] = {}
    asked = Study.objects.filter(owner=owner, kept=False).exclude(document=None)
    rows = asked.values_list("pk", "created", F("question__document"), F("document__options__0__name"))
    for pk, created, layout, best in rows[:_LOOKED_THROUGH]:
        game, balls = layout["game"], layout["balls"]
        line = {"id": pk, "created": created, "game": game, "balls": len(balls), "best": best or ""}
        found.setdefault(json.dumps([game, balls], sort_keys=True), line)
    return list(found.values())[:_RECENT]


def drawing_of(study: Study, place: int, fan: int = FAN) -> dict[str, Any] | None:
    """What is drawn for option number `place` of a study; None when there is no such option."""
    option = _option_of(study, place)
    if option is None:
        return None
    request = request_of(study.question)
    mine = request.situation.shooter == "me"
    shooter, other = (request.me, request.them) if mine else (request.them, request.me)
    return draw(request.situation, Stroke(**option["stroke"]), shooter, other, request.seed, fan).as_json()


def _option_of(study: Study, place: int) -> dict[str, Any] | None:
    options: Any = (study.document or {}).get("options", [])
    return options[place] if place < len(options) else None


def sheet_of(study: Study, place: int, units: Units, title: str) -> bytes | None:
    """The shot sheet of option number `place`; None when there is no such option."""
    option, drawn = _option_of(study, place), drawing_of(study, place)
    if option is None or drawn is None:
        return None
    return shot_sheet(situation_of(study), title or study.name or option["name"], units, option, drawn["paths"])


def tried(owner: Any, document: dict[str, Any], me: str, them: str, stroke: Stroke) -> dict[str, Any]:
    """A stroke of the user's own on this layout: what it is, how it ends, and its drawing."""
    situation = layout_file.read(document).situation
    return try_stroke(situation, stroke, stroke_model_named(owner, me), stroke_model_named(owner, them))


def worth_of_places(owner: Any, document: dict[str, Any], me: str, them: str) -> list[tuple[float, float, float]]:
    """Where the cue ball in hand may be put, in diamonds, with the rack chance of whoever shoots from there."""
    situation = layout_file.read(document).situation
    players = stroke_model_named(owner, me), stroke_model_named(owner, them)
    places, worth = worth_in_hand(situation, *(players if situation.shooter == "me" else players[::-1]))
    table = situation.layout.table
    return [
        (*(round(float(v), 3) for v in diamonds(table, *place)), round(float(chance), 4))  # type: ignore[misc]
        for place, chance in zip(places, worth, strict=True)
    ]


def clear_old() -> int:
    """Delete studies that were not kept and have lain for long; what was played of them stays. How many went."""
    old = Study.objects.filter(kept=False, updated__lt=timezone.now() - UNKEPT_FOR)
    return old.delete()[1].get("studies.Study", 0)


_SMALL = {"format": "partita-layout", "version": 1, "balls": {"cue": [2, 1], "8": [5, 3], "9": [6, 2]}}


def warm_kernels() -> None:
    """Load (or, the first time, compile) every kernel."""
    warm_weighing()
    warm_playing()


def warm_playing() -> None:
    """The kernels of play-outs, by a few racks of a small layout."""
    situation, league = layout_file.read(_SMALL).situation, PRESETS["league"]
    for _ in play_out(situation, league, league, 4):
        pass


def warm_weighing() -> None:
    """The kernels of weighing and drawing, by weighing a small layout."""
    situation, league = layout_file.read(_SMALL).situation, PRESETS["league"]
    for result in weigh(WeighRequest(situation, league, league, samples=50)):
        stroke: Any = result.document["options"][0]["stroke"]  # type: ignore[index]
    draw(situation, Stroke(**stroke), league, league)
