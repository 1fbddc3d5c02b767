"""A lesson on paper: sheets with set-up marks and questions, and on sheets of their own the answers."""

from reportlab.lib.pagesizes import A4, letter
from reportlab.lib.units import mm
from reportlab.lib.utils import simpleSplit

from partita.games.situation import Situation
from partita.reports.lessons.report import asks_words, question_from
from partita.reports.lessons.schema import LessonDocument, LessonPositionDocument
from partita.reports.paper.ring_marks import Units, ring_marks
from partita.reports.paper.sheet import INK, PLAIN, Sheet
from partita.reports.paper.table import BORDER_M, HAIRLINE, PrintedTable
from partita.table.diamonds import metres

_MARGIN, _HIGH, _DRAWN_WIDE, _TEXT_WIDE = 15 * mm, 60 * mm, 92 * mm, 80 * mm
_A_PAGE = 4


def lesson_sheets(lesson: LessonDocument, situations: list[Situation], units: Units = "cm") -> bytes:
    """The sheets as a PDF: four positions a page, first all questions, then all answers.

    situations : of its positions; units : of the rings' distances and of the paper
    """
    size = A4 if units == "cm" else letter
    page = Sheet(size, lesson.title)
    both = list(enumerate(zip(lesson.positions, situations, strict=True), 1))
    for answers in (False, True):
        for begin in range(0, len(both), _A_PAGE):
            _heading(page, size, lesson, answers)
            for row, (number, (position, situation)) in enumerate(both[begin : begin + _A_PAGE]):
                low = size[1] - _MARGIN - 20 * mm - (row + 1) * _HIGH
                _Entry(page, low, number, position, situation).draw(units, answers)
            page.showPage()
    return page.pdf()


def _heading(page: Sheet, size: tuple[float, float], lesson: LessonDocument, answers: bool) -> None:
    title = f"{lesson.title[:60]}: answers" if answers else lesson.title[:70]
    page.heading(_MARGIN, size[1] - _MARGIN - 4 * mm, title, 17)
    page.setFont(PLAIN, 9.5)
    words = "" if answers else lesson.says
    for row, part in enumerate(simpleSplit(words, PLAIN, 9.5, size[0] - 2 * _MARGIN)[:2]):
        page.drawString(_MARGIN, size[1] - _MARGIN - (10 + 4.4 * row) * mm, part)


class _Entry:
    """One position on a page, low : its lower edge."""

    def __init__(
        self, page: Sheet, low: float, number: int, position: LessonPositionDocument, situation: Situation
    ) -> None:
        self.page, self.low, self.number, self.position, self.situation = page, low, number, position, situation
        table = situation.layout.table
        scale = _DRAWN_WIDE / (table.length_m + 2 * BORDER_M)
        left, base = _MARGIN + BORDER_M * scale, low + BORDER_M * scale + 4 * mm
        self.printed = PrintedTable(page, table, left, base, scale)
        self.left, self.line = _MARGIN + _DRAWN_WIDE + 6 * mm, low + 53 * mm

    def draw(self, units: Units, answers: bool) -> None:
        """The table, and beside it the question or the answer."""
        self.printed.draw()
        if answers:
            self._drawn_answer()
        for name, (x, y) in self.situation.layout.balls.items():
            self.printed.ball(name, x, y)
        self._words(f"{self.number}. {self.position.name or asks_words(self.position)}", 10.5, 2, bold=True)
        if answers:
            self._words(question_from(self.position).words, 9, 3)
            self._words(self.position.after, 8.5, 8)
            return
        self._words(self.position.before, 8.5, 5)
        if self.position.name:
            self._words(asks_words(self.position), 9, 2, bold=True)
        for mark in ring_marks(self.situation, units)[:11]:
            rings = f"{mark.from_head:g} {units} from the head, {mark.from_near:g} {units} from the near rail"
            self._words(f"{mark.ball}: {mark.diamonds[0]:g}, {mark.diamonds[1]:g}; {rings}", 6.4, 1)
        self.page.setStrokeColor(HAIRLINE)
        self.page.line(self.left, self.low + 5 * mm, self.left + _TEXT_WIDE, self.low + 5 * mm)

    def _words(self, words: str, size: float, most: int, *, bold: bool = False) -> None:
        """So many lines of words below what stands there."""
        for part in simpleSplit(words, PLAIN, size, _TEXT_WIDE)[:most]:
            self.printed.text(self.left, self.line, part, size, bold=bold)
            self.line -= 0.46 * size * mm
        self.line -= 0.6 * mm

    def _drawn_answer(self) -> None:
        """The zone that is right, and the ways of the shot that was worked out."""
        question = question_from(self.position)
        if self.position.drawing is not None and question.judged != "coach":
            for ball, points in self.position.drawing.paths.items():
                self.printed.path(ball, [point[1:] for point in points])
        if question.zone is not None:
            table = self.printed.table
            self.page.setStrokeColor(INK)
            self.page.setDash(2, 2)
            middle = self.printed.at(*metres(table, *question.zone.at))
            self.page.circle(*middle, question.zone.within * table.diamond_m * self.printed.scale)
            self.page.setDash()
