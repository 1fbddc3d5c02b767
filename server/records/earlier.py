"""What earlier versions kept of a shot that was played, as the decision that it is."""

from dataclasses import asdict
from typing import Any

from django.utils import timezone

from partita.errors import Refused
from partita.files import layout_file
from partita.record.entry import Entry, entry_of
from partita.record.said import FOULED, Said, made_by
from partita.reports.ledger.report import as_weighed, read_study
from partita.reports.record.report import said_of


def decision_of(played: Any) -> dict[str, Any]:
    """The fields of a decision, without whose it is; with its own copy of what was said where the study is there."""
    asked = (played.study.question if played.study else None) or {}
    document = asked.get("document", {})
    said, cue = _said(played, document)
    players, mine = asked.get("players", {}), document.get("situation", {}).get("shooter", "me") == "me"
    me, them = (str(asked.get(seat, {}).get("name", ""))[:60] for seat in (("me", "them") if mine else ("them", "me")))
    entry = entry_of(said, played.ending) if said else _plain(played)
    whole = said is not None and "me" in asked and "them" in asked
    return {
        "token": f"earlier-{played.pk:08}", "played_on": timezone.localdate(played.created), "player_name": me,
        "opponent_name": them, "game": document.get("game", "nine-ball"), "shot_name": played.name,
        "best_name": said.best.name[:200] if said else "", "said": asdict(said) if said else None,
        "question": {"document": document, "cue": cue, "players": players, "me": asked["me"], "them": asked["them"]}
        if whole
        else None,
        **vars(entry),
    }  # fmt: skip


def _said(played: Any, document: dict[str, Any]) -> tuple[Said | None, list[float] | None]:
    if played.study is None or not played.study.document or not document:
        return None, None
    try:
        situation = layout_file.read(document).situation
        study = read_study(played.study.document, situation.layout.table)
        said = said_of(study, played.option, as_weighed(situation, study))
        entry_of(said, played.ending)
        return said, list(study.cue)
    except (Refused, KeyError, IndexError, ValueError):
        return None, None


def _plain(played: Any) -> Entry:
    """From its few figures: intervals, fouls, and what endings were worth were not kept."""
    attacks = not played.shot.startswith(("safety", "kick-and", "escape", "swerve")) and played.make > 0.1
    return Entry(
        choice="alike", shot="position" if attacks else "safety", ending=played.ending, value=played.rack_chance,
        best=played.rack_chance, cost=0.0, stroke=None, attacks=attacks, make=played.make,
        made=made_by(played.ending) if attacks else None, foul=None, fouled=played.ending in FOULED, open_shot=None,
        left_open=played.ending == "left_a_shot",
    )  # fmt: skip
