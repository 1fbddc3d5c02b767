"""Readings of a table of one's own: kept, fitted together with its kick tries, put in."""

from typing import Any

from django.db import transaction

from kicks.trying import tries_on
from partita.errors import Refused, refuse
from partita.files.layout_file import read_table
from partita.files.readings import read_readings
from partita.kicks.measured_table import measured_table
from partita.physics.table_fit import TableFit
from partita.reports.tables.report import NAMES, measured_table_of
from partita.reports.tables.schema import MeasuredTableDocument
from partita.table.spec import TableSpec
from tables.models import TableProfile, TableReading

KINDS = ("rolls", "lags", "stops", "mouths")
_MOST = 200


def plain_table(profile: TableProfile) -> TableSpec:
    """A table as it is said to be, without what was measured and put in."""
    said = {name: value for name, value in profile.document.items() if name not in NAMES}
    return read_table(said)


@transaction.atomic
def add(profile: TableProfile, kind: str, values: dict[str, Any], token: str) -> None:
    """Keep a reading; one whose token is known is there already. Raises `Refused` for what no table gives."""
    if kind not in KINDS:
        raise refuse("kind", f"“{kind[:20]}” is no reading", f"Use {', '.join(KINDS)}.")
    TableProfile.objects.select_for_update().get(pk=profile.pk)
    known = TableReading.objects.filter(table=profile)
    if known.filter(token=token).exists():
        return
    if known.count() >= _MOST:
        raise refuse("readings", f"there would be more than {_MOST}", "Delete old ones first.")
    table, readings = read_readings({"table": profile.document, kind: [values]})
    # It must be possible by itself, before it is mixed with others.
    measured_table(table, **readings)
    TableReading.objects.create(table=profile, kind=kind, values=values, token=token)


def _fit(profile: TableProfile) -> tuple[TableSpec, TableFit | None, int, int]:
    table, rows = plain_table(profile), list(profile.readings.all())
    tries = tries_on(profile.owner, table)
    if not rows and not tries:
        return table, None, 0, 0
    document: dict[str, Any] = {kind: [row.values for row in rows if row.kind == kind] for kind in KINDS}
    _, readings = read_readings({"table": profile.document, **document})
    return table, measured_table(table, **readings, tries=tries), len(rows), len(tries)


def says(profile: TableProfile) -> MeasuredTableDocument:
    """What all readings of a table say; where they cannot all be true, that."""
    try:
        return measured_table_of(*_fit(profile))
    except Refused as refused:
        words = f"These readings cannot all be true. {refused} Delete the one that is wrong."
        return MeasuredTableDocument(settings=[], readings=profile.readings.count(), tries=0, words=words)


def put_in(profile: TableProfile, fields: list[str]) -> None:
    """Let a table be as it was measured in these fields, and as it is said to be in the others."""
    _, fit, *_ = _fit(profile)
    known = {} if fit is None else {name: setting.value for name, setting in fit.settings.items()}
    for name in fields:
        if name not in known:
            raise refuse("fields", f"“{name[:30]}” is not measured", f"Use {', '.join(known) or 'none yet'}.")
    said = {name: value for name, value in profile.document.items() if name not in NAMES}
    profile.document = said | {name: round(known[name], 5) for name in fields}
    read_table(profile.document)
    profile.save(update_fields=("document",))
