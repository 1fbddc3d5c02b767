"""A table's card on paper: what it is like, measured or in words, beside a drawing to scale."""

from reportlab.lib.pagesizes import A5, landscape
from reportlab.lib.units import mm
from reportlab.lib.utils import simpleSplit

from partita.reports.paper.ring_marks import Units
from partita.reports.paper.sheet import PLAIN, Sheet
from partita.reports.paper.table import BORDER_M, PrintedTable
from partita.reports.tables.report import NAMES, SAID
from partita.reports.tables.schema import MeasuredTableDocument
from partita.table.spec import TableSpec

_MARGIN = 11 * mm


def table_card_sheet(table: TableSpec, measured: MeasuredTableDocument, title: str, units: Units = "cm") -> bytes:
    """The card as a PDF of one page, A5 or half a letter; lengths in cm or inches."""
    size = landscape(A5) if units == "cm" else (8.5 * 72, 5.5 * 72)
    page = Sheet(size, title)
    page.heading(_MARGIN, size[1] - _MARGIN - 4 * mm, title[:60], 16)
    width = 0.52 * (size[0] - 2 * _MARGIN)
    scale = width / (table.length_m + 2 * BORDER_M)
    low = size[1] - _MARGIN - 14 * mm - (table.width_m + 2 * BORDER_M) * scale
    printed = PrintedTable(page, table, _MARGIN + BORDER_M * scale, low + BORDER_M * scale, scale)
    printed.draw()
    printed.text(_MARGIN, low - 6 * mm, _size_words(table, units), 9)
    _settings(printed, _MARGIN + width + 8 * mm, size[1] - _MARGIN - 15 * mm, size[0] - _MARGIN, table, measured)
    return page.pdf()


def _size_words(table: TableSpec, units: Units) -> str:
    factor, unit, digits = (100.0, "cm", 0) if units == "cm" else (39.3701, "in", 1)
    length, width = (f"{factor * part:.{digits}f}" for part in (table.length_m, table.width_m))
    ball = f"{2 * factor * table.ball_radius_m:.{digits + 1}f}"
    return f"Playing surface {length} by {width} {unit}, balls {ball} {unit} across."


def _settings(
    printed: PrintedTable, left: float, top: float, right: float, table: TableSpec, measured: MeasuredTableDocument
) -> None:
    """A line a setting: measured with its interval, else as it is set."""
    known = {setting.field: setting.words for setting in measured.settings}
    for name, title in NAMES.items():
        printed.text(left, top, title, 9, bold=True)
        words = known.get(name, f"{SAID[name](getattr(table, name))}, as set; not measured")
        for row, part in enumerate(simpleSplit(words, PLAIN, 8.5, right - left)):
            printed.text(left, top - (4 + 3.6 * row) * mm, part, 8.5, muted=name not in known)
            low = top - (4 + 3.6 * row) * mm
        top = low - 6.5 * mm
    printed.text(
        left, top, f"From {measured.readings} readings and {measured.tries} kick tries.", 8, muted=True
    )  # fmt: skip
