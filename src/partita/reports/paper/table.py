"""A table on paper: its bed to scale with pockets and diamonds, balls and paths, for all sheets."""

from reportlab.lib.colors import HexColor

from partita.reports.paper.sheet import BOLD, INK, PLAIN, Sheet
from partita.table.diamonds import metres
from partita.table.geometry import Bed, bed_of
from partita.table.layout import CUE
from partita.table.spec import TableSpec

# The standard tables as people call them.
_STANDARD = {
    "pool-9ft": "9-foot table", "pool-8ft": "8-foot table", "pool-7ft": "7-foot table", "snooker-12ft": "Snooker table",
}  # fmt: skip
MUTED, HAIRLINE, CLOTH, RAIL = (HexColor(colour) for colour in ("#5f676b", "#b9b2a0", "#eef2ee", "#d9d1bd"))
DROP, PAPER = HexColor("#3a3f42"), HexColor("#ffffff")
BORDER_M = 0.14


class PrintedTable:
    """A table on a page; left, low : points of the bed's near head corner; scale : points for a metre."""

    def __init__(self, page: Sheet, table: TableSpec, left: float, low: float, scale: float) -> None:
        self.page, self.table, self.left, self.low, self.scale = page, table, left, low, scale
        self.bed: Bed = bed_of(table)

    def at(self, x: float, y: float) -> tuple[float, float]:
        """Points of the page from metres of the bed."""
        return self.left + x * self.scale, self.low + y * self.scale

    def text(self, x: float, y: float, words: str, size: float = 9, *, bold: bool = False, muted: bool = False) -> None:
        """Words at a point of the page."""
        self.page.setFillColor(MUTED if muted else INK)
        self.page.setFont(BOLD if bold else PLAIN, size)
        self.page.drawString(x, y, words)

    def draw(self, numbers: bool = True) -> None:
        """The bed with its rails, pockets and the lines between diamonds."""
        page, bed = self.page, self.bed
        page.setLineWidth(0.6)
        page.setStrokeColor(INK)
        page.setFillColor(RAIL)
        corner = self.at(-BORDER_M, -BORDER_M)
        size = (bed.length + 2 * BORDER_M) * self.scale, (bed.width + 2 * BORDER_M) * self.scale
        page.roundRect(*corner, *size, 5, fill=1)
        page.setFillColor(CLOTH)
        page.rect(*self.at(0, 0), bed.length * self.scale, bed.width * self.scale, fill=1)
        page.setFillColor(DROP)
        for x, y, radius in bed.drop:
            page.circle(*self.at(x, y), radius * self.scale, fill=1, stroke=0)
        page.setStrokeColor(HAIRLINE)
        page.setLineWidth(0.3)
        for k in range(1, 8):
            page.line(*self.at(k * bed.length / 8, 0), *self.at(k * bed.length / 8, bed.width))
        for k in range(1, 4):
            page.line(*self.at(0, k * bed.width / 4), *self.at(bed.length, k * bed.width / 4))
        if numbers:
            self._numbers()

    def _numbers(self) -> None:
        bed = self.bed
        for k in (1, 2, 3, 5, 6, 7):
            self._number(k, k * bed.length / 8, -0.09)
        for k in (1, 2, 3):
            self._number(k, -0.09, k * bed.width / 4 - 0.012)

    def _number(self, number: int, x: float, y: float) -> None:
        u, v = self.at(x, y)
        self.page.setFillColor(INK)
        self.page.setFont(PLAIN, 6.5)
        self.page.drawCentredString(u, v, str(number))

    def path(self, ball: str, points: list[list[float]]) -> None:
        """A path [x, y] in diamonds: the cue ball's drawn through, the others' dashed."""
        page, way = self.page, self.page.beginPath()
        for place, (x, y) in enumerate(points):
            step = way.lineTo if place else way.moveTo
            step(*self.at(*metres(self.table, x, y)))
        page.setLineWidth(1.3 if ball == CUE else 0.9)
        page.setStrokeColor(INK)
        page.setDash([] if ball == CUE else [3, 2])
        page.drawPath(way)
        page.setDash([])

    def ball(self, name: str, x: float, y: float, size: float = 8) -> None:
        """A ball's outline at a place in metres, its name beside it; the cue ball's is white and nameless."""
        u, v = self.at(x, y)
        radius = max(2.2, self.bed.radius * self.scale)
        self.page.setStrokeColor(INK)
        self.page.setLineWidth(0.8)
        self.page.setFillColor(PAPER if name == CUE else RAIL)
        self.page.circle(u, v, radius, fill=1)
        if name != CUE:
            self.text(u + 1.1 * radius, v + 0.7 * radius, short_name(name), size, bold=True)


def short_name(ball: str) -> str:
    """A ball's name as it stands beside it."""
    return "red " + ball[3:] if ball.startswith("red") else ball


def table_words(table: TableSpec) -> str:
    """A table's name: one of one's own has the name that it was given."""
    return _STANDARD.get(table.name, table.name)
