"""Decisions worked out one after another, as a kind of long work: what better hands would keep; weighed anew."""

import time
from collections.abc import Iterator
from dataclasses import asdict, replace
from typing import Any

from ninja import Schema

from edge.days import today
from partita.errors import Refused, refuse
from partita.files import layout_file
from partita.games.question import Question
from partita.players.stroke_model import stroke_model_from
from partita.record.expected import kept_by
from partita.record.said import Line, Said
from partita.reports.ledger.report import study_of
from partita.reports.record.report import said_of
from partita.table.diamonds import metres
from partita.weighing.weigh import WeighRequest, weigh
from partita.weighing.weighed import Weighing
from profiles.models import PlayerProfile
from profiles.services import stroke_model_named, stroke_of
from records.models import Decision, Reckoning
from work.addresses import WorkOut
from work.asking import asked_anew, asked_beside
from work.kinds import Answer, Kind, registered

MOST_AT_ONCE = 500
_SAMPLES = 600


class ReckonedOut(Schema):
    """How many decisions are done, of how many, and how many could not be worked out."""

    done: int
    of: int
    left_out: int


class ReckoningOut(WorkOut):
    """Decisions being weighed anew."""

    document: ReckonedOut | None


def ask_better(decision: Decision) -> Reckoning:
    """Have worked out what better hands would keep, for one decision that was just kept."""
    question = {"decisions": [decision.pk], "anew": False}
    return asked_beside(RECKONINGS, owner=decision.owner, question=question)


def ask_anew(owner: Any, decisions: Any) -> Reckoning:
    """Have decisions weighed anew with today's players; those that came as figures only are left out.

    One of the same owner that still runs is superseded. Raises `Refused` where there is nothing to weigh, or too much.
    """
    chosen = list(decisions.exclude(question=None).values_list("pk", flat=True)[: MOST_AT_ONCE + 1])
    if not chosen:
        raise refuse("decisions", "none of them has a layout to weigh", "Choose others.")
    if len(chosen) > MOST_AT_ONCE:
        raise refuse("decisions", f"there are more than {MOST_AT_ONCE}", "Narrow them by day, player or kind.")
    return asked_anew(RECKONINGS, owner, question={"decisions": chosen, "anew": True})


def _answers(asked: Reckoning) -> Iterator[Answer]:
    started, chosen, anew = time.monotonic(), asked.question["decisions"], asked.question["anew"]
    # Taken up again it goes on where it was.
    done = (asked.document or {}).get("done", 0)
    left_out = (asked.document or {}).get("left_out", 0)
    for key in chosen[done:]:
        decision = Decision.objects.filter(pk=key, deleted=None).exclude(question=None).first()
        for could in [] if decision is None else _worked_out(decision, anew):
            if could is None:
                yield Answer(None, done / len(chosen), time.monotonic() - started)
            left_out += could is False
        done += 1
        document = {"done": done, "of": len(chosen), "left_out": left_out}
        yield Answer(document, done / len(chosen), time.monotonic() - started)


def _worked_out(decision: Decision, anew: bool) -> Iterator[bool | None]:
    """What is to be, of one decision: None as it goes on, and at last whether it could be."""
    if not anew:
        yield reckon_better(decision)
        return
    if decision.better is None:
        reckon_better(decision)
    yield from weigh_anew(decision)


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


def weigh_anew(decision: Decision) -> Iterator[bool | None]:
    """Weigh with today's players, the stroke that was played beside the lines, until it was looked ahead. Yields None
    as it goes on, and at last whether it could be done."""
    said = None
    try:
        question = _today(decision)
        stroke = decision.as_said.played.stroke
        request = WeighRequest(
            question.situation, question.me, question.them, samples=_SAMPLES, own_strokes=(("played", stroke),)
        )
        for weighing in weigh(request):
            yield None
            said = _of_own(weighing) if weighing.looked else None
    except (Refused, KeyError):
        said = None
    if said is not None:
        Decision.objects.filter(pk=decision.pk).update(anew=_anew(said, decision))
    yield said is not None


def _of_own(weighing: Weighing) -> Said | None:
    """What a weighing says of the stroke of one's own in it."""
    study = study_of(weighing)
    own = next((k for k, one in enumerate(study.options) if one.source == "own"), None)
    return None if own is None else said_of(study, own, weighing.rater.situation)


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
        "on": today().isoformat(),
    }  # fmt: skip


def _short(line: Line) -> dict[str, Any]:
    whole = asdict(line)
    return {name: whole[name] for name in ("name", "value", "low", "high", "make", "trails", "trails_low")}


RECKONINGS = registered(Kind(
    name="reckonings", model=Reckoning, answers=_answers, takes_turns=True, priority=5, needs=("weighing", "racks"),
    went_wrong="Something went wrong while reckoning. Try again; the record is safe.",
))  # fmt: skip
