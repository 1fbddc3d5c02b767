"""Keeping a decision: what was played of a study, how it ended; changed, deleted, brought back."""

import uuid
from dataclasses import asdict, dataclass
from typing import Any

from django.db import transaction
from django.utils import timezone

from edge.days import today
from edge.quotas import DECISIONS, check_room
from measures import attempts
from measures.attempts import Shot
from partita.errors import refuse
from partita.files import layout_file
from partita.record.entry import Entry, entry_of
from partita.record.guesses import is_it
from partita.record.said import MADE, Said
from partita.reports.ledger.report import as_weighed
from partita.reports.ledger.schema import StudyDocument
from partita.reports.record.report import said_of
from profiles.models import PlayerProfile
from profiles.services import profile_named
from records.guessing import guess_of
from records.models import Decision, Match, Rack, in_sight
from studies.kinds import asked_of, document_of, line_at
from studies.models import Study


@dataclass(frozen=True)
class Ended:
    """How it ended; made : where the ending does not tell, whether the pot was made; rest : of the cue ball,
    diamonds."""

    ending: str
    made: bool | None = None
    rest: list[float] | None = None


def new_token() -> str:
    """A name of something that is kept."""
    return uuid.uuid4().hex


@transaction.atomic
def keep(study: Study, place: int, ended: Ended, match: Match | None = None, line: str = "") -> Decision:
    """Keep that line number `place` of a settled study, or the one of that id, was played, in the running rack of a
    match or in none.

    Raises `Refused` for a line that is not there, and for an ending that it cannot have.
    """
    document = document_of(study)
    if document is None or not document.settled:
        raise refuse("study", "it is not settled yet", "Wait until it is, or weigh again.")
    place = line_at(document, place, line)
    if not 0 <= place < len(document.options):
        raise refuse("option", f"there is no shot {place + 1}", f"Use 1 to {len(document.options)}.")
    check_room(Decision.objects.filter(owner=study.owner), DECISIONS)
    situation = layout_file.read(asked_of(study)["document"]).situation
    said = said_of(document, place, as_weighed(situation, document))
    decision = _begun(study, document, match)
    decision.in_trouble = _was_in_trouble(decision)
    guessed = _guess_of(study, said)
    decision.guessed, decision.said = guessed, asdict(said)
    decision.rest = ended.rest
    guess = guessed["make"] if guessed and guessed["same"] else None
    decision.take(entry_of(said, ended.ending, ended.made, guess, decision.in_trouble))
    decision.shot_name, decision.best_name = said.played.name[:200], said.best.name[:200]
    decision.save()
    _keep_as_attempt(decision)
    return decision


def _begun(study: Study, document: StudyDocument, match: Match | None) -> Decision:
    asked = asked_of(study)
    layout, players = asked["document"], asked.get("players", {})
    mine = layout["situation"].get("shooter", "me") == "me"
    seats = ("me", "them") if mine else ("them", "me")
    names = [str(asked.get(seat, {}).get("name", "")) for seat in seats]
    player = profile_named(study.owner, players.get(seats[0], ""))
    if match:
        # In a match the seats tell who it was, whatever stroke was asked about.
        names = [match.player_name, match.opponent_name] if mine else [match.opponent_name, match.player_name]
        player = match.player if mine else PlayerProfile.objects.filter(owner=study.owner, name=names[0]).first()
    question: dict[str, Any] = {"document": layout, "cue": document.cue, "players": players}
    question |= {seat: asked[seat] for seat in ("me", "them") if seat in asked}
    return Decision(
        owner=study.owner, token=new_token(), played_on=match.played_on if match else today(), player=player,
        player_name=names[0][:60], opponent_name=names[1][:60],
        game=layout["game"], table_name=_table_name(layout, match), study=study, question=question,
        rack=running_rack(match) if match else None,
    )  # fmt: skip


def _table_name(layout: dict[str, Any], match: Match | None) -> str:
    return (match.table_name if match else layout_file.read_table(layout["table"]).name)[:60]


def running_rack(match: Match) -> Rack:
    """The rack that is being played; begun with its first decision. `Refused` when the match is over."""
    # Two phones at once begin it once.
    Match.objects.select_for_update().get(pk=match.pk)
    last = match.racks.last()
    if last is not None and last.i_won is None:
        return last
    racks = [won for won in match.racks.values_list("i_won", flat=True)]
    if match.race_to in (racks.count(True), racks.count(False)):
        raise refuse("match", "it is over", "Keep the decision without a match, or begin a new one.")
    return Rack.objects.create(match=match, number=len(racks) + 1)


def _was_in_trouble(decision: Decision) -> bool:
    """Whether the decision before it in the rack was a pot that lost its position."""
    if decision.rack_id is None:
        return False
    before = in_sight(Decision, decision.owner).filter(rack=decision.rack_id).order_by("pk").last()
    return before is not None and before.ending == "made_in_trouble"


def _guess_of(study: Study, said: Said) -> dict[str, Any] | None:
    guess = guess_of(study)
    return None if guess is None else {"words": guess.words, "make": guess.make, "same": is_it(guess, said.played)}


def _keep_as_attempt(decision: Decision) -> None:
    """A plain pot is an attempt of whoever shot, too, by which his stroke is measured; what tells nothing is none."""
    line, asked = decision.as_said.played, decision.asked
    balls = {**asked["document"]["balls"], "cue": asked["cue"]}
    told = decision.made is not None and decision.ending not in ("foul", "lost")
    if decision.player is None or not told or line.kind != "pot" or line.target not in balls:
        attempts.take_back_of(decision.owner, _as_attempt(decision))
        return
    places = [balls.pop("cue"), balls.pop(line.target), *balls.values()]
    shot = Shot(places, asdict(line.stroke), line.pocket or "")
    made = decision.ending in MADE
    table = asked["document"]["table"]
    attempts.keep_shot(decision.player, _as_attempt(decision), shot, table, made, decision.played_on)


def _as_attempt(decision: Decision) -> str:
    return f"played-{decision.token}"


@transaction.atomic
def change(decision: Decision, ended: Ended) -> Decision:
    """Another ending, or what more is known of it. A decision that came as CSV keeps its figures."""
    if decision.said is None:
        raise refuse("decision", "only its figures are known", "Change it in the file that it came from.")
    guess, better = decision.guess, decision.better
    entry = entry_of(decision.as_said, ended.ending, ended.made, guess, decision.in_trouble)
    decision.take(Entry(**{**vars(entry), "better": better}))
    decision.rest = ended.rest
    decision.save()
    _keep_as_attempt(decision)
    return decision


@transaction.atomic
def delete(kept: Match | Decision) -> None:
    """Out of sight, with the attempt that a decision was; a match with its decisions."""
    decisions = [kept] if isinstance(kept, Decision) else list(_of_match(kept).filter(deleted=None))
    now = timezone.now()
    type(kept).objects.filter(pk=kept.pk).update(deleted=now)
    Decision.objects.filter(pk__in=[one.pk for one in decisions]).update(deleted=now)
    for one in decisions:
        attempts.take_back_of(one.owner, _as_attempt(one))


@transaction.atomic
def restore(kept: Match | Decision) -> None:
    """Back in sight: a match with the decisions that went with it."""
    decisions = [kept] if isinstance(kept, Decision) else list(_of_match(kept).filter(deleted=kept.deleted))
    type(kept).objects.filter(pk=kept.pk).update(deleted=None)
    for one in decisions:
        if one.deleted is not None:
            Decision.objects.filter(pk=one.pk).update(deleted=None)
            if one.said is not None:
                _keep_as_attempt(one)


def _of_match(match: Match) -> Any:
    return Decision.objects.filter(rack__match=match)


def player_of(owner: Any, key: str) -> tuple[PlayerProfile | None, str]:
    """A player by the key of the list of players: the profile, if it is one of one's own, and the name."""
    profile = profile_named(owner, key)
    if profile is None and key.startswith("profile:"):
        raise refuse("player", "there is no such player, or no longer", "Choose one from the list.")
    return profile, profile.name if profile else key
