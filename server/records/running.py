"""Working decisions out in a worker, one after another: what better hands would keep; weighed anew."""

import time
from collections.abc import Callable, Iterator
from dataclasses import asdict, replace
from typing import Any

from partita.errors import Refused
from partita.files import layout_file
from partita.games.question import Question
from partita.players.stroke_model import stroke_model_from
from partita.record.expected import kept_by
from partita.record.said import Line, Said
from partita.table.diamonds import metres
from partita.telling.record import said_of
from partita.telling.study import study_of
from partita.weighing.weigh import WeighRequest, weigh
from profiles.models import PlayerProfile
from profiles.services import stroke_model_named, stroke_of
from records.models import Decision, Reckoning
from work import running
from work.running import Answer

_WENT_WRONG = "Something went wrong while reckoning. Try again; the record is safe."
_SAMPLES = 600


def run(reckoning_id: int, should_abort: Callable[[], bool]) -> bool:
    """Reckon for a turn; each decision is kept as it is done. True at the end. May be called again after a crash."""
    found = Reckoning.objects.filter(pk=reckoning_id).first()
    return found is None or running.run(found, lambda: _answers(found), should_abort, _WENT_WRONG, running.TURN_S)


def _answers(asked: Reckoning) -> Iterator[Answer]:
    started, chosen, anew = time.monotonic(), asked.question["decisions"], asked.question["anew"]
    # Taken up after a crash it goes on where it was.
    done = (asked.document or {}).get("done", 0)
    left_out = (asked.document or {}).get("left_out", 0)
    for key in chosen[done:]:
        decision = Decision.objects.filter(pk=key, deleted=None).exclude(question=None).first()
        if decision is not None:
            left_out += not (_weighed(decision) if anew else reckon_better(decision))
        done += 1
        document = {"done": done, "of": len(chosen), "left_out": left_out}
        yield Answer(document, done / len(chosen), time.monotonic() - started)


def _weighed(decision: Decision) -> bool:
    """Weighed anew; and what better hands would keep, where that was never worked out."""
    if decision.better is None:
        reckon_better(decision)
    return weigh_anew(decision)


def question_of(decision: Decision) -> Question:
    """What was asked: the situation as it lay, the cue ball placed, with both players as they were."""
    asked = decision.asked
    situation = layout_file.read(asked["document"]).situation
    if situation.in_hand != "none" and asked.get("cue"):
        situation = situation.with_cue_at(metres(situation.layout.table, *asked["cue"]))
    return Question(situation, stroke_model_from(asked["me"]), stroke_model_from(asked["them"]))


def reckon_better(decision: Decision) -> bool:
    """What a player one level better would have kept with the same stroke; false where it cannot be worked out."""
    try:
        gain = kept_by(question_of(decision), decision.as_said.played.stroke).gain
    except (Refused, KeyError):
        return False
    better = min(1.0, max(0.0, decision.value + gain))
    Decision.objects.filter(pk=decision.pk).update(better=better)
    return True


def weigh_anew(decision: Decision) -> bool:
    """Weigh with today's players, the stroke that was played beside the lines; false where that cannot be done."""
    try:
        question = _today(decision)
        stroke = decision.as_said.played.stroke
        request = WeighRequest(
            question.situation, question.me, question.them, samples=_SAMPLES, own_strokes=(("played", stroke),)
        )
        weighing = next(found for found in weigh(request) if found.settled)
    except (Refused, KeyError):
        return False
    study = study_of(weighing)
    own = next((k for k, one in enumerate(study.options) if one.source == "own"), None)
    if own is None:
        return False
    said = said_of(study, own, weighing.rater.situation)
    Decision.objects.filter(pk=decision.pk).update(anew=_anew(said, decision))
    return True


def _today(decision: Decision) -> Question:
    """Both players as they are now, by their profiles, else by their levels; one who is gone as he was."""
    then, keys = question_of(decision), decision.asked.get("players", {})
    seats = ("me", "them") if then.i_shoot else ("them", "me")
    now: dict[str, Any] = {}
    for seat, name in zip(seats, (decision.player_name, decision.opponent_name), strict=True):
        profile = PlayerProfile.objects.filter(owner=decision.owner, name=name).first()
        try:
            now[seat] = stroke_of(profile) if profile else stroke_model_named(decision.owner, keys.get(seat, ""))
        except Refused:
            now[seat] = getattr(then, seat)
    return replace(then, **now)


def _anew(said: Said, decision: Decision) -> dict[str, Any]:
    return {
        "played": _short(said.played), "best": _short(said.best), "player": decision.player_name,
        "on": time.strftime("%Y-%m-%d", time.gmtime()),
    }  # fmt: skip


def _short(line: Line) -> dict[str, Any]:
    whole = asdict(line)
    return {name: whole[name] for name in ("name", "value", "low", "high", "make", "trails", "trails_low")}
