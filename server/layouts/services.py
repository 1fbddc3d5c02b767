"""Layout documents: checked by the core before they are kept."""

import json
from typing import Any

from django.db.models import F
from django.utils import timezone

from edge.busy import ChangedMeanwhileError
from edge.quotas import LAYOUTS, check_room
from layouts.models import Layout
from partita.files import layout_file
from partita.files.layout_file import LayoutFile, check_size
from partita.games import game_named
from partita.games.opening import BROKEN, broken, scattered
from partita.games.snooker import Snooker
from partita.games.snooker_table import spots
from partita.reports.paper.ring_marks import RingMark, Units, ring_marks
from partita.reports.paper.shot_sheet import shot_sheet
from partita.table.completion import completions
from partita.table.diamonds import diamonds
from partita.table.geometry import bed_of
from partita.table.places import Around, Place, parse_phrase


def checked(document: dict[str, Any]) -> dict[str, Any]:
    """The document in its normal form; `Refused` when it is not a possible layout, or larger than a file may be."""
    check_size(json.dumps(document, ensure_ascii=False))
    name = document.get("name")
    return layout_file.write(layout_file.read(document), name if isinstance(name, str) else None)


def keep(owner: Any, name: str, document: dict[str, Any]) -> Layout:
    """A new layout under its name."""
    check_room(Layout.objects.filter(owner=owner), LAYOUTS)
    return Layout.objects.create(owner=owner, name=name, document=checked(document))


def change(layout: Layout, name: str, document: dict[str, Any], revision: int | None) -> Layout:
    """Replace a layout. Raises `ChangedMeanwhileError` where it has another revision than was opened."""
    new, rows = checked(document), Layout.objects.filter(pk=layout.pk)
    if revision is not None:
        rows = rows.filter(revision=revision)
    if not rows.update(name=name, document=new, revision=F("revision") + 1, updated=timezone.now()):
        raise ChangedMeanwhileError(
            "layout", "it was saved in another window since it was opened here",
            "Save yours beside it under another name, or open the other one first.",
        )  # fmt: skip
    layout.refresh_from_db()
    return layout


def imported(text: str) -> tuple[dict[str, Any], list[str]]:
    """A layout file's text: its normal form, and notes for the reader."""
    file = layout_file.parse(text)
    return layout_file.write(file), list(file.notes)


def placed(table: object, game: str, balls: dict[str, Place], phrase: str) -> dict[str, Any]:
    """A place phrase: the ball and its place in diamonds, or no place when it goes off."""
    placing = parse_phrase(_around(table, game, balls), phrase)
    return {"ball": placing.ball, "place": placing.place}


def completed(table: object, game: str, balls: dict[str, Place], typed: str) -> list[str]:
    """How a place phrase that is being typed may go on."""
    return completions(_around(table, game, balls), typed, game_named(game).balls)


def _around(table: object, game: str, balls: dict[str, Place]) -> Around:
    spec = layout_file.read_table(table)
    own = spots(bed_of(spec)) if game == Snooker.name else {}
    return Around(spec, balls, {ball: diamonds(spec, *place) for ball, place in own.items()})


def sheet(document: dict[str, Any], title: str, units: Units) -> bytes:
    """The shot sheet of a layout alone."""
    return shot_sheet(layout_file.read(document).situation, title, units)


def marks(document: dict[str, Any], units: Units) -> list[RingMark]:
    """Ring marks of a layout, for a page that is printed."""
    return ring_marks(layout_file.read(document).situation, units)


def rack(game: str, seed: int, table: object) -> dict[str, Any]:
    """A rack after the break where the game has an open one, else balls scattered in mid-game, as a document."""
    game_named(game)
    spec = layout_file.read_table(table)
    situation = broken(game, seed, spec) if game in BROKEN else scattered(game, seed, spec)
    return layout_file.write(LayoutFile(situation, table_fields=table if isinstance(table, dict) else None))
