"""The kick card on paper: start numbers down, arrival numbers across, with the rails drawn beside it."""

import math

from reportlab.lib.pagesizes import A5, landscape
from reportlab.lib.units import mm
from reportlab.lib.utils import simpleSplit

from partita.kicks.card import ARRIVALS, STARTS, Card
from partita.options.naming import speed_words, tip_words
from partita.physics.stroke import Stroke
from partita.reports.kicks.words import number_words
from partita.reports.paper.ring_marks import Units
from partita.reports.paper.sheet import BOLD, INK, PLAIN, Sheet
from partita.reports.paper.table import BORDER_M, HAIRLINE, MUTED, PrintedTable, table_words

_MARGIN, _CELL_X, _CELL_Y = 10 * mm, 11.5 * mm, 7.6 * mm
_HEAD = 24 * mm


def kick_card_sheet(card: Card, title: str = "", units: Units = "cm") -> bytes:
    """The card as a PDF of one page, half a letter or A5; units : only what paper it is cut for."""
    size = landscape(A5) if units == "cm" else (8.5 * 72, 5.5 * 72)
    page = Sheet(size, title or "Kick card")
    _heading(page, size, card, title or f"Kick card: {table_words(card.table)}")
    _grid(page, size, card)
    _drawing(page, size, card)
    return page.pdf()


def _heading(page: Sheet, size: tuple[float, float], card: Card, title: str) -> None:
    stroke = Stroke(0.0, card.speed_mps, card.side, card.height)
    page.heading(_MARGIN, size[1] - _MARGIN - 4 * mm, title[:60], 15)
    page.setFont(PLAIN, 8.5)
    struck = f"{tip_words(stroke)} on the running side, {speed_words(card.speed_mps, card.table)}"
    known = (
        f"with {card.correction.tries} tries of this table in it"
        if card.correction
        else "as the simulated table has it; log tries to make it yours"
    )
    words = f"Three cushions, long, short, long: aim at this number of the first rail, {struck}; {known}."
    for row, part in enumerate(simpleSplit(words, PLAIN, 8.5, size[0] - 2 * _MARGIN)[:2]):
        page.drawString(_MARGIN, size[1] - _MARGIN - (9 + 3.8 * row) * mm, part)


def _grid(page: Sheet, size: tuple[float, float], card: Card) -> None:
    left, top = _MARGIN + _CELL_X, size[1] - _MARGIN - _HEAD
    page.setStrokeColor(HAIRLINE)
    page.setLineWidth(0.4)
    for row in range(len(STARTS) + 1):
        y = top - row * _CELL_Y
        page.line(_MARGIN, y, left + len(ARRIVALS) * _CELL_X, y)
    page.setFillColor(MUTED)
    page.setFont(PLAIN, 7.5)
    page.drawString(_MARGIN, top + 6.2 * mm, "start down, arrival across; small: the plain sum")
    for column, arrival in enumerate(ARRIVALS):
        _number(page, left + (column + 0.5) * _CELL_X, top + 2 * mm, str(arrival), 9, bold=True)
    for row, start in enumerate(STARTS):
        base = top - (row + 1) * _CELL_Y + 2.4 * mm
        _number(page, _MARGIN + 0.5 * _CELL_X, base, str(start), 9, bold=True)
        for column in range(len(ARRIVALS)):
            asked, plain = float(card.asked[row, column]), float(card.sums[row, column])
            if math.isfinite(asked):
                _number(page, left + (column + 0.38) * _CELL_X, base, number_words(asked), 9.5)
                _number(page, left + (column + 0.86) * _CELL_X, base - 1.2 * mm, number_words(plain), 5.5, muted=True)


def _number(page: Sheet, x: float, y: float, words: str, size: float, bold: bool = False, muted: bool = False) -> None:
    page.setFillColor(MUTED if muted else INK)
    page.setFont(BOLD if bold else PLAIN, size)
    page.drawCentredString(x, y, words)


def _drawing(page: Sheet, size: tuple[float, float], card: Card) -> None:
    """The table with the numbers of its rails, the corner that counts 50 at the lower left."""
    table = card.table
    left = _MARGIN + (len(ARRIVALS) + 1) * _CELL_X + 8 * mm
    scale = (size[0] - left - _MARGIN) / (table.length_m + 2 * BORDER_M)
    low = size[1] - _MARGIN - _HEAD - (table.width_m + 2 * BORDER_M) * scale
    printed = PrintedTable(page, table, left + BORDER_M * scale, low, scale)
    printed.draw(numbers=False)
    diamond, across = table.length_m / 8, table.width_m / 4
    for k in range(8):
        _number(page, *printed.at(k * diamond, -0.1), str(50 - 5 * k), 5.5, bold=True)
        _number(page, *printed.at(table.length_m - k * diamond, table.width_m + 0.05), str(10 * k), 5.5)
    for k in range(1, 4):
        _number(page, *printed.at(-0.08, k * across - 0.02), str(50 + 10 * k), 5.5, bold=True)
    words = (
        "Near and head rail: start, where the line through the cue ball leaves the diamonds behind it. Far rail: aim"
        " through to this number. Arrival counts along the near rail from the foot corner, ten a diamond, less ten a"
        " diamond that the ball lies out from the rail. Mirror it for the other three corners."
    )
    width = size[0] - left - _MARGIN
    for row, part in enumerate(simpleSplit(words, PLAIN, 7.5, width)):
        printed.text(left, low - (9 + 3.4 * row) * mm, part, 7.5)
