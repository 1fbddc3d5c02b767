"""Matches: begun, scored rack by rack, and told as they went."""

from dataclasses import dataclass
from datetime import date
from typing import Any

from django.db import transaction

from edge.quotas import MATCHES, check_room
from partita.errors import refuse
from partita.games import game_named
from partita.games.match import Match as Race
from partita.games.opening import table_of
from partita.record.account import account_of
from partita.record.choices import FREE
from partita.record.running import HOWS, After, is_over, running
from partita.reports.record.report import account_document
from partita.reports.record.schema import AfterDocument, RackDocument, RackShotDocument
from partita.table.spec import TableSpec
from partita.weighing.match_view import rack_chance_of_breaker
from profiles.services import stroke_model_named
from records.keeping import new_token, player_of
from records.models import Match, Rack


@dataclass(frozen=True)
class Wanted:
    """What a match is to be; me, them : keys of the list of players; table : what a layout says of it."""

    played_on: date
    me: str
    them: str
    game: str
    race_to: int
    breaks: str
    i_break_first: bool
    table: TableSpec | None = None
    notes: str = ""


def save(owner: Any, wanted: Wanted, match: Match | None = None) -> Match:
    """Begin a match, or change one; the chances of a rack are those of both players as they are now."""
    game_named(wanted.game)
    if match is None:
        check_room(Match.objects.filter(owner=owner), MATCHES)
    kept = match or Match(owner=owner, token=new_token())
    played = _scores(kept) if match else []
    race = Race(wanted.race_to, i_break=wanted.i_break_first, breaks=wanted.breaks)  # type: ignore[arg-type]
    kept.if_i_break, kept.if_they_break = rack_chances(owner, wanted.game, wanted.me, wanted.them, wanted.table)
    running(race, played, kept.if_i_break, kept.if_they_break)
    kept.player, kept.player_name = player_of(owner, wanted.me)
    kept.opponent_name = player_of(owner, wanted.them)[1]
    kept.played_on, kept.game, kept.race_to, kept.notes = wanted.played_on, wanted.game, wanted.race_to, wanted.notes
    kept.breaks, kept.i_break_first = wanted.breaks, wanted.i_break_first
    kept.table_name = (wanted.table or table_of(wanted.game)).name[:60]
    kept.save()
    return kept


def rack_chances(owner: Any, game: str, me: str, them: str, table: TableSpec | None) -> tuple[float, float]:
    """My chance of a rack that I break, and of one that the other breaks."""
    models, spec = (stroke_model_named(owner, me), stroke_model_named(owner, them)), table or table_of(game)
    mine, theirs = rack_chance_of_breaker(game, spec, *models), rack_chance_of_breaker(game, spec, *models[::-1])
    return mine, 1.0 - theirs


def _scores(match: Match) -> list[bool]:
    return [rack.i_won for rack in match.racks.all() if rack.i_won is not None]


def as_it_went(match: Match) -> list[After]:
    """From before the first rack to after the last one that is over."""
    race = Race(match.race_to, i_break=match.i_break_first, breaks=match.breaks)  # type: ignore[arg-type]
    return running(race, _scores(match), match.if_i_break, match.if_they_break)


def told(match: Match) -> dict[str, Any]:
    """A match with its racks, for the page and for print."""
    went = as_it_went(match)
    return {
        "running": [AfterDocument.model_validate(after) for after in went],
        "over": is_over(match.race_to, went[-1]),
        "racks": [_rack(match, rack, went) for rack in match.racks.prefetch_related("decisions")],
    }


def _rack(match: Match, rack: Rack, went: list[After]) -> RackDocument:
    """A rack with its account, where decisions of it are recorded and it is over."""
    decisions = [one for one in rack.decisions.all() if one.deleted is None]  # type: ignore[attr-defined]
    decisions.sort(key=lambda one: one.pk)
    own = [one.entry for one in decisions if one.player_name == match.player_name]
    i_broke = went[rack.number].i_broke if rack.number < len(went) else _breaks_next(match, went[-1])
    start = match.if_i_break if i_broke else match.if_they_break
    account = account_of(start, own, rack.i_won) if rack.i_won is not None else None
    return RackDocument(
        number=rack.number, i_broke=i_broke, i_won=rack.i_won, how=rack.how, how_words=HOWS[rack.how],
        decisions=[RackShotDocument(id=one.pk, cost=0.0 if one.choice in FREE else one.cost) for one in decisions],
        account=account_document(account) if account else None,
    )  # fmt: skip


def _breaks_next(match: Match, last: After) -> bool:
    if match.breaks == "winner" and last.number:
        return bool(_scores(match)[-1])
    return match.i_break_first == (last.number % 2 == 0)


@transaction.atomic
def score(match: Match, i_won: bool, how: str, number: int | None = None) -> None:
    """The rack in play is over: who won it, and how. `Refused` when the match is over already.

    number : of the rack that is meant, so that one tapped twice, or on two phones, is scored once
    """
    if how not in HOWS:
        raise refuse("how", f"“{how[:30]}” is none", f"Use one of {', '.join(one for one in HOWS if one)}.")
    locked = Match.objects.select_for_update().get(pk=match.pk)
    went = as_it_went(locked)
    if is_over(match.race_to, went[-1]):
        raise refuse("match", "it is over", "Take the last rack back, or make the race longer.")
    if number not in (None, went[-1].number + 1):
        raise refuse("rack", f"rack {number} is not in play", f"Rack {went[-1].number + 1} is.")
    Rack.objects.update_or_create(
        match=locked, number=went[-1].number + 1, defaults={"i_won": i_won, "how": how}
    )  # fmt: skip


@transaction.atomic
def change_rack(match: Match, number: int, i_won: bool, how: str) -> None:
    """Another winner of a rack that is over, or how. `Refused` where the match would then be over before its end."""
    if how not in HOWS:
        raise refuse("how", f"“{how[:30]}” is none", f"Use one of {', '.join(one for one in HOWS if one)}.")
    changed = Rack.objects.filter(match=match, number=number, i_won__isnull=False).update(i_won=i_won, how=how)
    if not changed:
        raise refuse("rack", f"there is no rack {number} that is over", "Choose one of those played.")
    as_it_went(match)


@transaction.atomic
def take_back(match: Match) -> None:
    """The last rack that is over is in play again; without decisions of it, it is gone. A later one in play goes."""
    over = match.racks.filter(i_won__isnull=False).last()
    if over is None:
        return
    later = match.racks.filter(number__gt=over.number)
    if later.filter(decisions__deleted=None, decisions__isnull=False).exists():
        words = f"rack {over.number + 1} has decisions already"
        raise refuse("rack", words, f"Change who won rack {over.number} instead.")
    later.delete()
    if not over.decisions.filter(deleted=None).exists():
        over.delete()
        return
    Rack.objects.filter(pk=over.pk).update(i_won=None, how="")
