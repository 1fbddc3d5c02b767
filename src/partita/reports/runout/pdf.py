"""A plan on paper: a small drawing for each ball, in turn, with its stroke and its chances."""

from reportlab.lib.pagesizes import A4, LETTER, landscape
from reportlab.lib.units import mm
from reportlab.lib.utils import simpleSplit

from partita.games import game_named
from partita.games.situation import Situation
from partita.reports.paper.ring_marks import Units
from partita.reports.paper.sheet import PLAIN, Sheet
from partita.reports.paper.table import BORDER_M, PrintedTable
from partita.reports.runout.schema import PlannedDocument, RunOutDocument
from partita.table.diamonds import metres
from partita.table.geometry import bed_of

_MARGIN, _COLUMNS, _ROWS, _GAP = 12 * mm, 3, 3, 5 * mm
_HEAD, _WORDS = 17 * mm, 15 * mm


def run_out_sheet(situation: Situation, plan: RunOutDocument, title: str = "", units: Units = "cm") -> bytes:
    """The plan as a PDF, nine balls a page: A4 for centimetres, letter for inches."""
    size = landscape(A4 if units == "cm" else LETTER)
    page = Sheet(size, title or "Run-out")
    a_page = _COLUMNS * _ROWS
    for begin in range(0, max(1, len(plan.plan)), a_page):
        _heading(page, size, situation, plan, title or "Run-out")
        for place, shot in enumerate(plan.plan[begin : begin + a_page]):
            _ball(page, size, situation, plan, shot, place)
        page.showPage()
    return page.pdf()


def _heading(page: Sheet, size: tuple[float, float], situation: Situation, plan: RunOutDocument, title: str) -> None:
    page.heading(_MARGIN, size[1] - _MARGIN - 4 * mm, title[:70], 17)
    page.setFont(PLAIN, 9)
    words = f"{game_named(situation.game).title} · {plan.summary} {plan.key_words}"
    for row, part in enumerate(simpleSplit(words, PLAIN, 9, size[0] - 2 * _MARGIN)[:2]):
        page.drawString(_MARGIN, size[1] - _MARGIN - (9 + 4 * row) * mm, part)


def _ball(
    page: Sheet,
    size: tuple[float, float],
    situation: Situation,
    plan: RunOutDocument,
    shot: PlannedDocument,
    place: int,
) -> None:
    """One ball of the plan in its cell of the page."""
    table = situation.layout.table
    bed = bed_of(table)
    wide = (size[0] - 2 * _MARGIN - (_COLUMNS - 1) * _GAP) / _COLUMNS
    high = (size[1] - 2 * _MARGIN - _HEAD - (_ROWS - 1) * _GAP) / _ROWS
    scale = min(wide / (bed.length + 2 * BORDER_M), (high - _WORDS) / (bed.width + 2 * BORDER_M))
    left = _MARGIN + (place % _COLUMNS) * (wide + _GAP)
    top = size[1] - _MARGIN - _HEAD - (place // _COLUMNS) * (high + _GAP)
    low = top - (bed.width + BORDER_M) * scale
    printed = PrintedTable(page, table, left + BORDER_M * scale, low, scale)
    printed.draw(numbers=False)
    printed.path(shot.ball, shot.ball_path)
    printed.path("cue", shot.path)
    for name, (x, y) in shot.balls.items():
        printed.ball(name, *metres(table, x, y), size=7)
    under = low - BORDER_M * scale - 3.6 * mm
    chance = shot.rack if plan.goal == "rack" else shot.run_out
    kind = "rack" if plan.goal == "rack" else "run out"
    head = f"{shot.step + 1}.  made {100 * shot.make:.0f} %, {kind} {100 * chance.value:.0f} % from here"
    printed.text(left, under, f"{head}{'  – key ball' if shot.key else ''}", 8, bold=True)
    for row, part in enumerate(simpleSplit(shot.words, PLAIN, 7.5, wide)[:2]):
        printed.text(left, under - (3.4 + 3.2 * row) * mm, part, 7.5)
