"""The record out as files, and in again: read first, shown line by line, then taken: all that is good, or nothing."""

import hashlib
from collections.abc import Iterable, Sequence
from dataclasses import asdict, dataclass, field
from typing import Any

from django.db import transaction

from edge.days import today
from edge.quotas import DECISIONS, MATCHES, check_room
from partita.errors import Problem, refuse
from partita.files.decisions_file import read_decisions, write_decisions
from partita.files.json_text import finite_json
from partita.files.locate import Lines
from partita.files.racks_file import read_racks, write_racks
from partita.files.record_file import (
    Guess,
    WrittenDecision,
    WrittenMatch,
    WrittenRack,
    WrittenRecord,
    reading_record,
    write_record,
)
from partita.players.stroke_model import PRESETS, StrokeModel, stroke_model_from
from partita.progress import Steps, at_once, between
from partita.record.said import said_from
from profiles.models import PlayerProfile
from profiles.services import Wanted, save_profile
from records.filters import Filters
from records.keeping import new_token
from records.matches import rack_chances
from records.models import Decision, Match, Rack

_MOST_TOLD, _AT_A_TIME = 200, 200


@dataclass
class Reading:
    """What of a file can be taken: what is new, what is known already, and what is left out and why.

    strangers : names of opponents whom nobody knows here; their matches are left out unless they get a level
    """

    record: WrittenRecord
    matches: list[WrittenMatch] = field(default_factory=list)
    decisions: list[WrittenDecision] = field(default_factory=list)
    known: int = 0
    strangers: list[str] = field(default_factory=list)
    problems: list[Problem] = field(default_factory=list)


def check_level(level: str) -> str:
    """A level, or none. Raises `Refused`."""
    if level and level not in PRESETS:
        raise refuse("level", f"“{level[:30]}” is none", f"Use one of {', '.join(PRESETS)}.")
    return level


def reading(owner: Any, written: Steps[WrittenRecord], level: str = "") -> Steps[Reading]:
    """What of a record can be taken; nothing is kept.

    level : of opponents whom nobody knows here; without one their matches are left out
    """
    record = yield from written
    found = Reading(record, problems=record.problems)
    names = set(PRESETS) | set(PlayerProfile.objects.filter(owner=owner).values_list("name", flat=True))
    matches, decisions = (
        set(kind.objects.filter(owner=owner).values_list("token", flat=True)) for kind in (Match, Decision)  # type: ignore[attr-defined]
    )  # fmt: skip
    for match in _new(record.matches, matches, found):
        unknown = [name for name in _both(match) if name not in names]
        found.strangers += [name for name in unknown if name not in found.strangers]
        if unknown and not level:
            found.problems.append(_of_strangers(match, unknown))
            continue
        for rack in match.racks:
            rack.decisions = list(_new(rack.decisions, decisions, found))
        found.matches.append(match)
    for decision in _new(record.decisions, decisions, found):
        if decision.date is None:
            found.problems.append(Problem("decision", "it has no date", "Give the day, as 2026-03-31."))
        else:
            found.decisions.append(decision)
    found.problems = found.problems[:_MOST_TOLD]
    return found


def _new(some: Iterable[Any], known: set[str], found: Reading) -> Iterable[Any]:
    """Those that are not known yet; from then on they are. The others are counted."""
    for one in _named(some):
        if one.token in known:
            found.known += 1
        else:
            known.add(one.token)
            yield one


def _of_strangers(match: WrittenMatch, unknown: list[str]) -> Problem:
    return Problem(
        f"match of {match.date} against {match.opponent}", f"nobody is called {' or '.join(unknown)} here",
        "Make the player first, correct the name, or give unknown players a level.",
    )  # fmt: skip


def _both(match: WrittenMatch) -> tuple[str, str]:
    return match.player, match.opponent


def record_of(text: str) -> Steps[WrittenRecord]:
    """A file of the record, JSON or CSV of racks or of decisions. Raises `Refused` for what is none."""
    yield 0.0
    if text.lstrip()[:1] == "{":
        return (yield from reading_record(finite_json(text, "record"), lines=Lines(text)))
    heading = text.partition("\n")[0]
    if "winner" in heading:
        matches, problems = read_racks(text)
        return WrittenRecord(matches=matches, problems=problems)
    if "ending" in heading:
        decisions, problems = read_decisions(text)
        return WrittenRecord(decisions=decisions, problems=problems)
    raise refuse("file", "it is neither a record nor CSV of racks or of decisions", "See docs/formats.md for examples.")


def _named(some: Iterable[Any]) -> Iterable[Any]:
    """Each with a name of its own: one without gets that of its content, so that it is known when it comes again."""
    seen: dict[str, int] = {}
    for one in some:
        if not one.token:
            digest = hashlib.sha256(one.model_dump_json().encode()).hexdigest()[:40]
            seen[digest] = seen.get(digest, 0) + 1
            one.token = f"file-{digest}-{seen[digest]}"
        yield one


@transaction.atomic
def take(owner: Any, text: str, level: str = "") -> Reading:
    """Take all that is good of a file, in one go."""
    return at_once(taking(owner, record_of(text), level))


def taking(owner: Any, written: Steps[WrittenRecord], level: str = "") -> Steps[Reading]:
    """The same step by step, within a transaction of the caller's."""
    found = yield from between(0.0, 0.5, reading(owner, written, level))
    count = sum(len(rack.decisions) for match in found.matches for rack in match.racks) + len(found.decisions)
    check_room(Match.objects.filter(owner=owner), MATCHES, len(found.matches))
    check_room(Decision.objects.filter(owner=owner), DECISIONS, count)
    for name in found.strangers if level else ():
        save_profile(owner, Wanted(name, level, {}))
    players, strokes = {one.name: one for one in PlayerProfile.objects.filter(owner=owner)}, found.record.strokes
    matches = Match.objects.bulk_create(_match(owner, one, players) for one in found.matches)
    racks = Rack.objects.bulk_create(
        Rack(match=match, number=number, i_won=rack.i_won, how=rack.how)
        for match, one in zip(matches, found.matches, strict=True) for number, rack in enumerate(one.racks, 1)
    )  # fmt: skip
    inside = [rack.decisions for match in found.matches for rack in match.racks]
    loose: list[tuple[WrittenDecision, Rack | None]] = [(one, None) for one in found.decisions]
    rows = [(one, rack) for rack, some in zip(racks, inside, strict=True) for one in some] + loose
    yield from between(0.5, 1.0, _keep_decisions(rows, owner, strokes, players))
    return found


def _keep_decisions(
    rows: Sequence[tuple[WrittenDecision, Rack | None]], owner: Any, strokes: list[StrokeModel],
    players: dict[str, PlayerProfile],
) -> Steps[None]:  # fmt: skip
    """Some hundreds at a time: each has its own copy of what was said."""
    for begin in range(0, len(rows), _AT_A_TIME):
        Decision.objects.bulk_create(
            _decision(owner, one, strokes, players, rack) for one, rack in rows[begin : begin + _AT_A_TIME]
        )
        yield begin / len(rows)


def _match(owner: Any, written: WrittenMatch, players: dict[str, PlayerProfile]) -> Match:
    mine, theirs = written.if_i_break, written.if_they_break
    if mine is None or theirs is None:
        me, them = (f"profile:{players[name].pk}" if name in players else name for name in _both(written))
        mine, theirs = rack_chances(owner, written.game, me, them, None)
    return Match(
        owner=owner, token=written.token or new_token(), played_on=written.date, player=players.get(written.player),
        player_name=written.player, opponent_name=written.opponent, game=written.game, table_name=written.table,
        race_to=written.race_to, breaks=written.breaks, i_break_first=written.i_break_first, if_i_break=mine,
        if_they_break=theirs, notes=written.notes,
    )  # fmt: skip


def _decision(
    owner: Any, one: WrittenDecision, strokes: list[StrokeModel], players: dict[str, PlayerProfile],
    rack: Rack | None,
) -> Decision:  # fmt: skip
    match = rack.match if rack else None
    name = match.player_name if match else one.player
    hands = {seat: asdict(strokes[k]) for seat, k in (("me", one.me), ("them", one.them)) if k is not None}
    asked = {"document": one.document, "cue": one.cue or one.document["balls"]["cue"], "players": {}, **hands} if (
        one.document is not None and len(hands) == 2
    ) else None  # fmt: skip
    found = Decision(
        owner=owner, token=one.token or new_token(), played_on=match.played_on if match else one.date or today(),
        player=players.get(name), player_name=name, opponent_name=match.opponent_name if match else one.opponent,
        game=match.game if match else one.game, table_name=match.table_name if match else one.table, rack=rack,
        said=asdict(one.said) if one.said else None, question=asked, rest=one.rest, in_trouble=one.in_trouble,
        guessed=one.guess.model_dump() if one.guess else None,
        shot_name=(one.said.played.name if one.said else one.shot_name)[:200],
        best_name=(one.said.best.name if one.said else one.best_name)[:200],
    )  # fmt: skip
    found.take(one.judged)
    return found


def as_json(owner: Any, filters: Filters) -> str:
    """The matches and the decisions that are meant, as a file."""
    strokes: dict[str, int] = {}
    hands: list[StrokeModel] = []

    def hand(values: dict[str, Any] | None) -> int | None:
        if values is None:
            return None
        model = stroke_model_from(values)
        if repr(model) not in strokes:
            strokes[repr(model)] = len(hands)
            hands.append(model)
        return strokes[repr(model)]

    matches = list(filters.matches(owner).prefetch_related("racks"))
    of_racks: dict[int, list[WrittenDecision]] = {}
    loose: list[WrittenDecision] = []
    within = {rack.pk for match in matches for rack in match.racks.all()}
    for row in filters.decisions(owner).order_by("played_on", "pk"):
        asked, inside = row.question or {}, row.rack_id in within
        written = _written(row, not inside).model_copy(update={
            "me": hand(asked.get("me")), "them": hand(asked.get("them")), "document": asked.get("document"),
            "cue": asked.get("cue"),
        })  # fmt: skip
        (of_racks.setdefault(row.rack_id, []) if inside else loose).append(written)
    return write_record([_written_match(match, of_racks) for match in reversed(matches)], loose, hands)


def _written(row: Decision, whole: bool = True) -> WrittenDecision:
    """A decision as it is written; whole : with its day and names, which a match has for it."""
    words = (
        {"date": row.played_on, "player": row.player_name, "opponent": row.opponent_name, "game": row.game,
         "table": row.table_name} if whole else {}
    )  # fmt: skip
    return WrittenDecision(
        token=row.token, ending=row.ending, said=said_from(row.said) if row.said else None,
        entry=None if row.said else row.entry, shot_name="" if row.said else row.shot_name,
        best_name="" if row.said else row.best_name, made=row.made if row.ending in ("foul", "lost") else None,
        guess=Guess(**row.guessed) if row.guessed else None, rest=row.rest, better=row.better,
        in_trouble=row.in_trouble, **words,
    )  # fmt: skip


def _written_match(match: Match, decisions: dict[int, list[WrittenDecision]]) -> WrittenMatch:
    return WrittenMatch(
        token=match.token, date=match.played_on, player=match.player_name, opponent=match.opponent_name,
        game=match.game, table=match.table_name, race_to=match.race_to,
        breaks=match.breaks, i_break_first=match.i_break_first,  # type: ignore[arg-type]
        if_i_break=match.if_i_break, if_they_break=match.if_they_break, notes=match.notes,
        racks=[
            WrittenRack(i_won=rack.i_won, how=rack.how, decisions=decisions.get(rack.pk, []))
            for rack in match.racks.all()
        ],
    )  # fmt: skip


def racks_csv(owner: Any, filters: Filters) -> str:
    """The racks of the matches that are meant, as CSV."""
    return write_racks([_written_match(one, {}) for one in filters.matches(owner).prefetch_related("racks")])


def decisions_csv(owner: Any, filters: Filters) -> str:
    """The decisions that are meant, as CSV."""
    rows = filters.decisions(owner)
    return write_decisions([
        (_written(row).model_copy(update={"shot_name": row.shot_name, "best_name": row.best_name}), row.entry)
        for row in rows
    ])  # fmt: skip
