"""Drills by their keys: those that come with the application, and one's own."""

from typing import Any

from edge.naming import save_named
from partita.errors import refuse
from partita.files.drill_file import drill_json, read_drill
from partita.practice.drills.catalogue import DRILLS
from partita.practice.drills.drill import Drill
from partita.table.spec import TableSpec
from practice.models import OwnDrill

MOST_OWN = 200


def own_drills(owner: Any) -> list[OwnDrill]:
    """One's own, by name."""
    return list(OwnDrill.objects.filter(owner=owner))


def drill_of(row: OwnDrill) -> Drill:
    """A drill of one's own as the core's, with its key here."""
    return read_drill({**row.document, "key": row.key}, TableSpec())


def drill_named(owner: Any, key: str) -> Drill:
    """One drill by its key. `Refused` where there is none."""
    if key in DRILLS:
        return DRILLS[key]
    number = key.removeprefix("own:")
    if number != key and number.isdecimal() and len(number) < 12:
        row = OwnDrill.objects.filter(owner=owner, pk=int(number)).first()
        if row is not None:
            return drill_of(row)
    raise refuse("drill", f"there is no “{key[:40]}”, or no longer", "Choose one from the list.")


def save(owner: Any, drill: Drill) -> OwnDrill:
    """Keep a drill of one's own under its name."""
    if OwnDrill.objects.filter(owner=owner).count() >= MOST_OWN:
        raise refuse("drills", f"there would be more than {MOST_OWN}", "Delete old ones first.")
    row = OwnDrill(owner=owner, name=drill.name, document=drill_json(drill))
    save_named(row, drill.name, "drill")
    return row
