"""A match on paper: the score, the chance of the match as a line, rack by rack."""

from collections.abc import Sequence
from itertools import pairwise

from reportlab.lib.pagesizes import A4
from reportlab.lib.units import mm
from reportlab.lib.utils import simpleSplit

from partita.reports.paper.sheet import BOLD, INK, PLAIN, Sheet
from partita.reports.record.schema import AfterDocument, RackDocument

_MARGIN, _CHART_MM, _ROW_MM = 18 * mm, 46.0, 5.2
_COLUMNS_MM = (0, 14, 58, 102, 122)


def match_sheet(
    names: tuple[str, str], below: str, race_to: int, running: Sequence[AfterDocument], racks: Sequence[RackDocument],
    notes: str,
) -> bytes:  # fmt: skip
    """The sheet as a PDF; names : of the player and the opponent; running : from before the first rack on.

    Racks that may still come have a ruled line each, to be filled in by hand.
    """
    page, last = Sheet(A4, " – ".join(names)), running[-1]
    top = A4[1] - _MARGIN
    page.heading(_MARGIN, top, " – ".join(names)[:60], 20)
    page.drawRightString(A4[0] - _MARGIN, top, f"{last.my_racks} : {last.their_racks}")
    page.setFont(PLAIN, 10)
    page.drawString(_MARGIN, top - 7 * mm, below[:110])
    low = top - 16 * mm - _CHART_MM * mm
    _chart(page, low, running, 2 * race_to - 1)
    is_over = race_to in (last.my_racks, last.their_racks)
    top = _rows(page, low - 14 * mm, names, running, racks, 0 if is_over else 2 * race_to - len(running))
    page.setFont(PLAIN, 10)
    for line in simpleSplit(notes, PLAIN, 10, A4[0] - 2 * _MARGIN):
        page.drawString(_MARGIN, top, line)
        top -= _ROW_MM * mm
    return page.pdf()


def _chart(page: Sheet, low: float, running: Sequence[AfterDocument], most: int) -> None:
    """My chance of the match, from 0 below to 100 % above, rack by rack."""
    left, right, high = _MARGIN + 12 * mm, A4[0] - _MARGIN, low + _CHART_MM * mm
    page.setLineWidth(0.3)
    page.setFont(PLAIN, 8)
    for share in (0.0, 0.5, 1.0):
        y = low + share * (high - low)
        page.line(left, y, right, y)
        page.drawRightString(left - 2 * mm, y - 1 * mm, f"{100 * share:.0f} %")
    across = (right - left) / max(1, most, len(running) - 1)
    points = [(left + across * one.number, low + one.chance * (high - low)) for one in running]
    page.setLineWidth(1.4)
    for (x, y), (then_x, then_y) in pairwise(points):
        page.line(x, y, then_x, then_y)
    for x, y in points:
        page.circle(x, y, 0.9 * mm, stroke=0, fill=1)
    page.drawString(left, low - 5 * mm, "Chance of the match after each rack")


def _rows(
    page: Sheet, top: float, names: tuple[str, str], running: Sequence[AfterDocument], racks: Sequence[RackDocument],
    to_come: int,
) -> float:  # fmt: skip
    """A rack a line, its account below it, over as many pages as it takes; where the next line would stand."""
    _row(page, top, ("Rack", "Broke", "Won", "Score", "How"), bold=True)
    who = {True: names[0][:24], False: names[1][:24]}
    for rack, after in zip(racks, running[1:], strict=False):
        top = _next_line(page, top)
        score = f"{after.my_racks} : {after.their_racks}"
        how = rack.how_words if rack.how else ""
        _row(page, top, (str(rack.number), who[rack.i_broke], who[bool(rack.i_won)], score, how))
        if rack.account:
            top = _next_line(page, top)
            page.setFont(PLAIN, 8)
            page.drawString(_MARGIN + _COLUMNS_MM[1] * mm, top, rack.account.words)
    page.setLineWidth(0.3)
    for number in range(len(running), len(running) + to_come):
        top = _next_line(page, _next_line(page, top) + 0.4 * _ROW_MM * mm)
        _row(page, top, (str(number),))
        page.line(_MARGIN + _COLUMNS_MM[1] * mm, top - 1 * mm, A4[0] - _MARGIN, top - 1 * mm)
    return top - 2 * _ROW_MM * mm


def _next_line(page: Sheet, top: float) -> float:
    if top - _ROW_MM * mm >= _MARGIN:
        return top - _ROW_MM * mm
    page.showPage()
    page.setFillColor(INK)
    page.setStrokeColor(INK)
    page.setLineWidth(0.3)
    return A4[1] - _MARGIN


def _row(page: Sheet, y: float, words: Sequence[str], bold: bool = False) -> None:
    page.setFont(BOLD if bold else PLAIN, 9.5)
    for at, word in zip(_COLUMNS_MM, words, strict=False):
        page.drawString(_MARGIN + at * mm, y, word)
