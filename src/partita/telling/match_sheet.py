"""A match on paper: the score, the chance of the match as a line, rack by rack."""

import io
from collections.abc import Sequence
from itertools import pairwise

from reportlab.lib.pagesizes import A4
from reportlab.lib.units import mm
from reportlab.lib.utils import simpleSplit
from reportlab.pdfgen.canvas import Canvas

from partita.telling.printed_table import INK
from partita.telling.record_documents import AfterDocument, RackDocument

_MARGIN, _CHART_MM, _ROW_MM = 18 * mm, 46.0, 5.2
_FONT, _BOLD = "Helvetica", "Helvetica-Bold"


def match_sheet(
    title: str, below: str, race_to: int, running: Sequence[AfterDocument], racks: Sequence[RackDocument], notes: str
) -> bytes:
    """The sheet as a PDF; running : from before the first rack on."""
    buffer = io.BytesIO()
    page = Canvas(buffer, pagesize=A4)
    page.setTitle(title)
    page.setAuthor("Partita")
    page.setFillColor(INK)
    page.setStrokeColor(INK)
    top = A4[1] - _MARGIN
    page.setFont("Times-Bold", 20)
    page.drawString(_MARGIN, top, title[:60])
    last = running[-1]
    page.drawRightString(A4[0] - _MARGIN, top, f"{last.my_racks} : {last.their_racks}")
    page.setFont(_FONT, 10)
    page.drawString(_MARGIN, top - 7 * mm, below[:110])
    low = top - 16 * mm - _CHART_MM * mm
    _chart(page, low, running, 2 * race_to - 1)
    top = _rows(page, low - 14 * mm, running, racks)
    for line in simpleSplit(notes, _FONT, 10, A4[0] - 2 * _MARGIN):
        page.drawString(_MARGIN, top, line)
        top -= _ROW_MM * mm
    page.showPage()
    page.save()
    return buffer.getvalue()


def _chart(page: Canvas, low: float, running: Sequence[AfterDocument], most: int) -> None:
    """My chance of the match, from 0 below to 100 % above, rack by rack."""
    left, right, high = _MARGIN + 12 * mm, A4[0] - _MARGIN, low + _CHART_MM * mm
    page.setLineWidth(0.3)
    page.setFont(_FONT, 8)
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


def _rows(page: Canvas, top: float, running: Sequence[AfterDocument], racks: Sequence[RackDocument]) -> float:
    """A line a rack, over as many pages as it takes; where the next line would stand."""
    places = [_MARGIN + at * mm for at in (0, 14, 34, 52, 72, 108)]
    _row(
        page,
        top,
        places,
        ("Rack", "Broke", "Won", "Score", "How", "Chances: choices, strokes, leaves, the other"),
        True,
    )
    for rack, after in zip(racks, running[1:], strict=False):
        top -= _ROW_MM * mm
        if top < _MARGIN:
            page.showPage()
            page.setFillColor(INK)
            top = A4[1] - _MARGIN
        who = {True: "me", False: "other"}
        words = rack.account.words if rack.account else ""
        _row(page, top, places, (
            str(rack.number), who[rack.i_broke], who[bool(rack.i_won)], f"{after.my_racks} : {after.their_racks}",
            rack.how_words if rack.how else "", words,
        ))  # fmt: skip
    return top - 2 * _ROW_MM * mm


def _row(page: Canvas, y: float, places: Sequence[float], words: Sequence[str], bold: bool = False) -> None:
    for x, word in zip(places, words, strict=True):
        page.setFont(_BOLD if bold else _FONT, 9 if x < places[-1] else 7.5)
        page.drawString(x, y, word)
