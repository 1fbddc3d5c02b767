"""A shot sheet for print: the table to scale with ring marks, their measures, and the chosen shot if there is one."""

from reportlab.lib.pagesizes import A4, LETTER, landscape
from reportlab.lib.units import mm

from partita.games import game_named
from partita.games.situation import Situation
from partita.options.naming import POCKET_WORDS
from partita.reports.ledger.schema import OptionDocument
from partita.reports.paper.ring_marks import RingMark, Units, ring_marks
from partita.reports.paper.sheet import INK, Sheet
from partita.reports.paper.table import BORDER_M, HAIRLINE, PAPER, RAIL, PrintedTable, short_name, table_words
from partita.table.geometry import bed_of

Paths = dict[str, list[list[float]]]
_MARGIN, _COLUMN = 14 * mm, 78 * mm


def shot_sheet(
    situation: Situation,
    title: str,
    units: Units = "cm",
    option: OptionDocument | None = None,
    paths: Paths | None = None,
) -> bytes:
    """The sheet as a PDF of one page: A4 for centimetres, letter for inches.

    option : a line of a study; paths : its drawing's paths, [t s, x, y], places in diamonds
    """
    marks = ring_marks(situation, units)
    size = landscape(A4 if units == "cm" else LETTER)
    page = Sheet(size, title)
    _Sheet(page, size, situation).fill(title, units, marks, option, paths or {})
    return page.pdf()


class _Sheet:
    """One page being drawn; points of the page from metres of the bed."""

    def __init__(self, page: Sheet, size: tuple[float, float], situation: Situation) -> None:
        self.page, self.situation = page, situation
        self.width, self.height = size
        self.bed = bed_of(situation.layout.table)
        room = self.width - 2 * _MARGIN - _COLUMN - 8 * mm
        scale = room / (self.bed.length + 2 * BORDER_M)
        low = self.height - _MARGIN - 22 * mm - (self.bed.width + BORDER_M) * scale
        self.printed = PrintedTable(page, situation.layout.table, _MARGIN + BORDER_M * scale, low, scale)

    def fill(
        self, title: str, units: Units, marks: list[RingMark], option: OptionDocument | None, paths: Paths
    ) -> None:
        self._heading(title)
        self.printed.draw()
        for ball, points in paths.items():
            self.printed.path(ball, [point[1:] for point in points])
        for mark in marks:
            self._ring(mark)
        self._measures(marks, units)
        if option:
            self._shot(option)
            self._discs(option, self.width - _MARGIN - _COLUMN + 14 * mm, _MARGIN + 18 * mm)
            self._clock(option, self.width - _MARGIN - 18 * mm, _MARGIN + 18 * mm)
        self._foot()

    def _heading(self, title: str) -> None:
        self.page.heading(_MARGIN, self.height - _MARGIN - 6 * mm, title[:70], 20)
        situation = self.situation
        table = (
            f"{table_words(situation.layout.table)}, {self.bed.length:.2f} × {self.bed.width:.2f} m from nose to nose"
        )
        hand = {"none": "", "anywhere": " · ball in hand", "behind-line": " · in hand behind the line"}
        words = f"{game_named(situation.game).title} · {table}{hand[situation.in_hand]}"
        self.printed.text(_MARGIN, self.height - _MARGIN - 12 * mm, words, muted=True)

    def _ring(self, mark: RingMark) -> None:
        """A ball's outline with the paper ring in its middle, and a fine cross that runs through both."""
        page = self.page
        x, y = self.situation.layout.balls[mark.ball]
        u, v = self.printed.at(x, y)
        radius = self.bed.radius * self.printed.scale
        page.setStrokeColor(INK)
        page.setLineWidth(0.8)
        page.setFillColor(PAPER)
        page.circle(u, v, radius, fill=1)
        page.setLineWidth(0.25)
        page.line(u - 1.7 * radius, v, u + 1.7 * radius, v)
        page.line(u, v - 1.7 * radius, u, v + 1.7 * radius)
        page.setLineWidth(1.1)
        page.circle(u, v, 0.42 * radius, fill=1)
        self.printed.text(u + 1.15 * radius, v + 0.75 * radius, short_name(mark.ball), 8, bold=True)

    def _measures(self, marks: list[RingMark], units: Units) -> None:
        x, y = self.width - _MARGIN - _COLUMN, self.height - _MARGIN - 6 * mm
        self.printed.text(x, y, "Ring marks", 12, bold=True)
        y -= 6 * mm
        for offset, words in ((0, "ball"), (20, "diamonds"), (44, f"head, {units}")):
            self.printed.text(x + offset * mm, y, words, 7.5, muted=True)
        self.page.drawRightString(x + _COLUMN, y, f"near rail, {units}")
        step = min(5.2 * mm, 118 * mm / max(len(marks), 1))
        for mark in marks:
            y -= step
            self.printed.text(x, y, short_name(mark.ball), 9, bold=True)
            self.printed.text(x + 20 * mm, y, f"{mark.diamonds[0]:.2f}, {mark.diamonds[1]:.2f}")
            self.page.drawRightString(x + 62 * mm, y, f"{mark.from_head:.1f}")
            self.page.drawRightString(x + _COLUMN, y, f"{mark.from_near:.1f}")

    def _shot(self, option: OptionDocument) -> None:
        """How to play it, under the table."""
        y = self.printed.low - BORDER_M * self.printed.scale - 9 * mm
        self.printed.text(_MARGIN, y, option.name, 13, bold=True)
        chance, stroke = option.rack_chance, option.stroke
        y -= 6 * mm
        self.printed.text(_MARGIN, y, f"Rack chance {_percent(chance.value)}"
                   f" ({_percent(chance.low)} to {_percent(chance.high)}); {_ends(option)}")  # fmt: skip
        raised = f", butt raised {stroke.elevation_deg:.0f}°" if stroke.elevation_deg else ""
        raised += ", with a jump cue" if stroke.cue == "jump" else ""
        speed = f"{option.speed.pace}, {option.speed.words} ({stroke.speed_mps:.1f} m/s)"
        arrival = f"; the cue ball {option.arrival}" if option.arrival else ""
        y -= 5 * mm
        aim = f"Aim: {option.hit}, cut {abs(option.cut_deg):.0f}°"
        self.printed.text(_MARGIN, y, f"{aim}. Tip: {option.tip}{raised}{arrival}. Speed: {speed}.")
        if option.watch:
            y -= 5 * mm
            self.printed.text(_MARGIN, y, f"Watch: {'; '.join(option.watch)[:150]}.")

    def _discs(self, option: OptionDocument, x: float, y: float) -> None:
        """What of the object ball the cue ball covers, as the shooter sees it: the dashed disc is the cue ball."""
        if option.target is None:
            return
        page, radius = self.page, 11 * mm
        off = (1 - option.fullness) * 2 * radius * (1 if option.hit_side == "right" else -1)
        page.setStrokeColor(INK)
        page.setLineWidth(0.8)
        page.setFillColor(RAIL)
        page.circle(x, y, radius, fill=1)
        page.setDash([2.5, 2])
        page.circle(x + off, y, radius)
        page.setDash([])
        self.printed.text(x - radius, y - radius - 5 * mm, "hit", 8, muted=True)

    def _clock(self, option: OptionDocument, x: float, y: float) -> None:
        """Where the tip meets the cue ball."""
        page, radius, stroke = self.page, 11 * mm, option.stroke
        page.setStrokeColor(INK)
        page.setLineWidth(0.8)
        page.circle(x, y, radius)
        page.setStrokeColor(HAIRLINE)
        page.circle(x, y, radius / 2)
        page.line(x - radius, y, x + radius, y)
        page.line(x, y - radius, x, y + radius)
        page.setFillColor(INK)
        page.circle(x + radius * stroke.side, y + radius * stroke.height, 1.3 * mm, fill=1, stroke=0)
        self.printed.text(x - radius, y - radius - 5 * mm, "tip", 8, muted=True)

    def _foot(self) -> None:
        middle = (
            "Stick a ring where a cross is drawn. Distances run from the noses of the cushions to the ball’s centre"
        )
        along = "head rail at the left, near long rail below."
        self.printed.text(_MARGIN, _MARGIN - 3 * mm, f"{middle}; {along}", 7.5, muted=True)


def _percent(share: float) -> str:
    return f"{100 * share:.0f} %"


def _ends(option: OptionDocument) -> str:
    if option.potted and option.pocket:
        ball = short_name(option.potted)
        return f"the {ball} falls into the {POCKET_WORDS[option.pocket]} {_percent(option.make.value)}."
    return f"leaves nothing {_percent(option.shares.get('nothing_left', 0.0))} of the time."
