"""Readings that measure a table: `{"table": ..., "rolls": [...], "lags": [...], "stops": [...], "mouths": [...]}`."""

from dataclasses import fields
from typing import Any, TypedDict

from partita.errors import refuse
from partita.files.layout_file import read_table
from partita.physics.table_fit import MOUTHS, Lag, Mouth, Roll, Stop
from partita.table.spec import TableSpec

_MOST = 50
# What a reading may be, so that a slip of the pen is told and not fitted.
_RANGES = {
    "length_m": (0.1, 10.0),
    "seconds": (0.05, 60.0),
    "first_length_s": (0.3, 10.0),
    "lengths": (1.0, 12.0),
    "distance_m": (0.1, 3.0),
    "depth": (0.05, 0.5),
    "width_mm": (80.0, 170.0),
    "gap_mm": (0.0, 60.0),
}


class Readings(TypedDict):
    """The readings by shot."""

    rolls: list[Roll]
    lags: list[Lag]
    stops: list[Stop]
    mouths: list[Mouth]


def read_readings(document: dict[str, Any]) -> tuple[TableSpec, Readings]:
    """The table that was measured, and what was read. `Refused` names the shot and the field."""
    for key in document:
        if key not in ("table", "rolls", "lags", "stops", "mouths"):
            raise refuse(key[:30], "there is no such reading", "Use table, rolls, lags, stops, mouths.")
    table = read_table(document.get("table", "pool-9ft"))
    return table, Readings(
        rolls=[Roll(**values) for values in _shots(document, "rolls", Roll)],
        lags=[Lag(**values) for values in _shots(document, "lags", Lag)],
        stops=[Stop(**values) for values in _shots(document, "stops", Stop)],
        mouths=[
            _mouth(f"mouths {place}", values) for place, values in enumerate(_listed(document, "mouths", "pocket"), 1)
        ],
    )


def _mouth(where: str, values: object) -> Mouth:
    if not isinstance(values, dict) or values.get("pocket") not in MOUTHS:
        raise refuse(where, "it names no pocket", f"Give pocket, {' or '.join(MOUTHS)}, and width_mm or gap_mm.")
    given = {name: value for name, value in values.items() if name != "pocket" and value is not None}
    if list(given) not in (["width_mm"], ["gap_mm"]):
        raise refuse(where, "it is measured neither one way nor the other", "Give width_mm or gap_mm, not both.")
    return Mouth(str(values["pocket"]), **_checked(where, given, list(given)))


def _shots(document: dict[str, Any], name: str, kind: type[Roll] | type[Lag] | type[Stop]) -> list[dict[str, float]]:
    wanted = [field.name for field in fields(kind)]
    shots = _listed(document, name, ", ".join(wanted))
    return [_checked(f"{name} {place}", shot, wanted) for place, shot in enumerate(shots, 1)]


def _listed(document: dict[str, Any], name: str, wanted: str) -> list[object]:
    shots = document.get(name, [])
    if not isinstance(shots, list) or len(shots) > _MOST:
        raise refuse(name, f"it is not a list of up to {_MOST} shots", f"Give objects with {wanted}.")
    return shots


def _checked(where: str, shot: object, wanted: list[str]) -> dict[str, float]:
    if not isinstance(shot, dict) or set(shot) != set(wanted):
        raise refuse(where, "its fields are not those of this shot", f"Give {', '.join(wanted)}.")
    for name in wanted:
        low, high = _RANGES[name]
        value = shot[name]
        if isinstance(value, bool) or not isinstance(value, int | float) or not low <= value <= high:
            raise refuse(f"{where} {name}", f"{str(value)[:30]} is out of range", f"Use {low:g} to {high:g}.")
    return {name: float(shot[name]) for name in wanted}
