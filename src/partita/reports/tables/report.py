"""A measured table in words and as a document."""

import math
from collections.abc import Callable

from partita.physics.constants import G
from partita.physics.table_fit import Setting, TableFit
from partita.reports.tables.schema import MeasuredTableDocument, SettingDocument
from partita.table.spec import TableSpec

NAMES = {
    "mu_r": "Rolling",
    "mu_s": "Sliding",
    "e_c": "Speed kept at a cushion",
    "mu_w": "Grip of the cushions",
    "corner_mouth_m": "Corner mouths",
    "side_mouth_m": "Side mouths",
}


def _millimetres(value: float) -> str:
    return f"{1000 * value:.0f} mm"


def _share(value: float) -> str:
    return f"{100 * value:.0f} %"


def _plain(value: float) -> str:
    return f"{value:.2f}"


def _rolling(value: float) -> str:
    return f"{value:.4f}"


def _last_length(table: TableSpec, mu_r: float) -> str:
    """What a player sees of a cloth: how long a ball takes for the last length of the table that it rolls."""
    return f"a ball takes {math.sqrt(2 * table.length_m / (mu_r * G)):.1f} s for the last length it rolls"


SAID: dict[str, Callable[[float], str]] = {
    "mu_r": _rolling, "mu_s": _plain, "e_c": _share, "mu_w": _plain, "corner_mouth_m": _millimetres,
    "side_mouth_m": _millimetres,
}  # fmt: skip
# What a larger value means to a player.
_MORE = {
    "mu_r": ("slower", "faster"), "mu_s": ("grippier", "slicker"), "e_c": ("livelier", "duller"),
    "mu_w": ("grippier", "slicker"), "corner_mouth_m": ("wider", "tighter"), "side_mouth_m": ("wider", "tighter"),
}  # fmt: skip


def measured_table_of(table: TableSpec, fit: TableFit | None, readings: int, tries: int) -> MeasuredTableDocument:
    """The document of a fit; None where nothing was measured."""
    settings = [_setting(table, name, fit.settings[name]) for name in NAMES if fit and name in fit.settings]
    words = "" if settings else "Nothing is measured yet: roll one ball slowly, and you have the speed of the cloth."
    return MeasuredTableDocument(settings=settings, readings=readings, tries=tries, words=words)


def _setting(table: TableSpec, name: str, setting: Setting) -> SettingDocument:
    was, half, say = getattr(table, name), 1.96 * setting.deviation, SAID[name]
    low, high = setting.value - half, setting.value + half
    than = ""
    if not low <= was <= high:
        than = f", {_MORE[name][0 if setting.value > was else 1]} than it is set ({say(was)})"
    words = f"{say(setting.value)}, between {say(low)} and {say(high)}{than}"
    if name == "mu_r":
        words = f"{words}; {_last_length(table, setting.value)}"
    return SettingDocument(
        field=name, name=NAMES[name], was=was, value=setting.value, low=low, high=high, words=words
    )  # fmt: skip
