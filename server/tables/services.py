"""From a preset's name or a table's fields to what a page draws; and tables of one's own, checked by the core."""

from typing import Any

from edge.naming import save_named
from edge.quotas import TABLES, check_room
from partita.errors import refuse
from partita.files.layout_file import read_table
from partita.reports.tables.report import NAMES
from partita.table.geometry import bed_of
from partita.table.spec import PRESETS, TableSpec
from tables.models import TableProfile


def geometry(spec: TableSpec) -> dict[str, Any]:
    """All that the drawing of a table needs, m."""
    bed = bed_of(spec)
    return {
        "name": spec.name,
        "length": bed.length,
        "width": bed.width,
        "radius": bed.radius,
        "reach": bed.reach,
        "tip_radii": bed.tip_radius.tolist(),
        "nose_x": bed.nose_x.tolist(),
        "nose_y": bed.nose_y.tolist(),
        "tips": bed.tip.tolist(),
        "facing_starts": bed.facing_start.tolist(),
        "facing_directions": bed.facing_dir.tolist(),
        "drops": bed.drop.tolist(),
        "mouths": bed.mouth.tolist(),
    }


def geometry_of(table: object) -> dict[str, Any]:
    """The geometry of a layout's table, a preset's name or an object."""
    return geometry(read_table(table))


def _line(key: str, own: bool, name: str, document: Any) -> dict[str, Any]:
    return {"key": key, "own": own, "name": name, "document": document, "geometry": geometry_of(document)}


def line_of(profile: TableProfile) -> dict[str, Any]:
    """One of one's own tables as a table to choose."""
    return _line(f"table:{profile.pk}", True, profile.name, profile.document)


def tables_of(owner: Any) -> list[dict[str, Any]]:
    """Tables to choose: the presets, then one's own."""
    presets = [_line(name, False, name, name) for name in PRESETS]
    return presets + [line_of(profile) for profile in TableProfile.objects.filter(owner=owner)]


def save(owner: Any, name: str, words: dict[str, str], profile: TableProfile | None = None) -> TableProfile:
    """Make or change a table of one's own; words : its base, cloth, cushions, pockets and jump cues."""
    if name in PRESETS:
        raise refuse("name", f"“{name}” is the name of a standard table", "Choose another name.")
    kept = profile or TableProfile(owner=owner)
    # What was measured and put in stays when the words change.
    measured = {field: kept.document[field] for field in NAMES if profile and field in kept.document}
    document = {"name": name, **words, **measured}
    read_table(document)
    kept.name, kept.document = name, document
    if profile is None:
        check_room(TableProfile.objects.filter(owner=owner), TABLES)
    save_named(kept, name, "table")
    return kept
