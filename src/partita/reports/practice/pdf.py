"""A drill's set-up on paper: each step with its balls, where to stick the rings, and boxes to tick."""

from reportlab.lib.pagesizes import A4, letter
from reportlab.lib.units import mm
from reportlab.lib.utils import simpleSplit

from partita.practice.drills.drill import Drill, SetUp
from partita.practice.drills.rule import Circle, Strip, Zone
from partita.reports.paper.ring_marks import Units, ring_marks
from partita.reports.paper.sheet import INK, PLAIN, Sheet
from partita.reports.paper.table import BORDER_M, HAIRLINE, PrintedTable
from partita.reports.practice.report import rule_words
from partita.table.diamonds import metres
from partita.table.spec import TableSpec

_MARGIN, _STEP_HIGH, _DRAWN_WIDE = 15 * mm, 56 * mm, 92 * mm
_FIRST_PAGE, _BOXES = 4, 20


def drill_sheet(drill: Drill, table: TableSpec, units: Units = "cm") -> bytes:
    """The sheet as a PDF, four steps a page; units : of the rings' distances and of the paper."""
    size = A4 if units == "cm" else letter
    page = Sheet(size, drill.name)
    for begin in range(0, len(drill.steps), _FIRST_PAGE):
        _heading(page, size, drill)
        for place, step in enumerate(drill.steps[begin : begin + _FIRST_PAGE]):
            low = size[1] - _MARGIN - 22 * mm - (place + 1) * _STEP_HIGH
            _step(page, low, begin + place + 1, SetUp(step, table, drill.game), units)
        page.showPage()
    return page.pdf()


def _heading(page: Sheet, size: tuple[float, float], drill: Drill) -> None:
    page.heading(_MARGIN, size[1] - _MARGIN - 4 * mm, drill.name[:70], 17)
    page.setFont(PLAIN, 9.5)
    for row, part in enumerate(simpleSplit(drill.says, PLAIN, 9.5, size[0] - 2 * _MARGIN)[:2]):
        page.drawString(_MARGIN, size[1] - _MARGIN - (10 + 4.4 * row) * mm, part)


def _step(page: Sheet, low: float, number: int, set_up: SetUp, units: Units) -> None:
    table, step = set_up.table, set_up.step
    scale = _DRAWN_WIDE / (table.length_m + 2 * BORDER_M)
    printed = PrintedTable(page, table, _MARGIN + BORDER_M * scale, low + BORDER_M * scale + 2 * mm, scale)
    printed.draw()
    for zone in (step.rule.ball_in, step.rule.cue_in):
        _draw_zone(page, printed, zone)
    for name, (x, y) in set_up.layout.balls.items():
        printed.ball(name, x, y)
    left, top = _MARGIN + _DRAWN_WIDE + 6 * mm, low + 47 * mm
    printed.text(left, top, f"{number}. {step.name}", 10.5, bold=True)
    for row, part in enumerate(simpleSplit(rule_words(step.rule), PLAIN, 8.5, 78 * mm)[:4]):
        printed.text(left, top - (5 + 3.8 * row) * mm, part, 8.5)
    for row, mark in enumerate(ring_marks(set_up.situation, units)[:5]):
        place = f"{mark.ball}: {mark.diamonds[0]:g}, {mark.diamonds[1]:g} diamonds"
        rings = f"{mark.from_head:g} {units} from the head, {mark.from_near:g} {units} from the near rail"
        printed.text(left, top - (22 + 3.8 * row) * mm, f"{place}; {rings}", 6.6)
    page.setStrokeColor(HAIRLINE)
    for box in range(_BOXES):
        page.rect(left + box * 3.9 * mm, low + 4 * mm, 3.2 * mm, 3.2 * mm)


def _draw_zone(page: Sheet, printed: PrintedTable, zone: Zone | None) -> None:
    page.setStrokeColor(INK)
    page.setDash(2, 2)
    page.setLineWidth(0.8)
    table = printed.table
    if isinstance(zone, Circle):
        page.circle(*printed.at(*metres(table, *zone.at)), zone.within * table.diamond_m * printed.scale)
    elif isinstance(zone, Strip):
        depth = zone.within * table.diamond_m + table.ball_radius_m
        low, high = {
            "head": ((0.0, 0.0), (depth, table.width_m)), "near-long": ((0.0, 0.0), (table.length_m, depth)),
            "foot": ((table.length_m - depth, 0.0), (table.length_m, table.width_m)),
            "far-long": ((0.0, table.width_m - depth), (table.length_m, table.width_m)),
        }[zone.rail]  # fmt: skip
        (u, v), (r, s) = printed.at(*low), printed.at(*high)
        page.rect(u, v, r - u, s - v)
    page.setDash()
