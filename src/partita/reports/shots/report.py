"""From what is drawn and tried to its documents."""

import numpy as np
from numpy.typing import NDArray

from partita.reports.ledger.report import line_of
from partita.reports.schema import Points
from partita.reports.shots import words
from partita.reports.shots.schema import (
    BesideDocument,
    DrawingDocument,
    JumpDocument,
    PositionLineDocument,
    ScratchDocument,
    ShadowDocument,
    TrialDocument,
    WindowDocument,
)
from partita.table.diamonds import diamonds
from partita.table.spec import TableSpec
from partita.views.drawing import Drawn
from partita.views.flight import SideView
from partita.views.layers import PositionLine, Window
from partita.views.trial import Tried


def drawing_document(drawn: Drawn) -> DrawingDocument:
    """A drawing, in diamonds, with its layers in words."""
    table = drawn.table
    return DrawingDocument(
        paths={path.ball: [[round(float(t), 3), *_short(table, x, y)] for t, x, y in path.at] for path in drawn.paths},
        fans={one.ball: [_points(table, way) for way in one.fan] for one in drawn.spreads},
        rests={one.ball: _points(table, one.rests) for one in drawn.spreads},
        pocketed={one.ball: one.fell for one in drawn.spreads},
        executions=drawn.executions,
        seconds=drawn.seconds,
        shadows=[
            ShadowDocument(ball=one.ball, target=one.target, outline=_points(table, one.outline))
            for one in drawn.shadows
        ],
        window=_window(table, drawn.window) if drawn.window else None,
        scratches=[
            ScratchDocument(pocket=line.pocket, share=line.share, path=_points(table, way))
            for line, way in zip(drawn.scratches, drawn.scratch_ways, strict=True)
        ],
        positions=[
            PositionLineDocument(ball=one.ball, pocket=one.pocket, points=_line(table, one))
            for one in drawn.positions
        ],
        jump=_jump(drawn, drawn.side) if drawn.side else None,
        words=_words(drawn),
    )  # fmt: skip


def trial_document(tried: Tried) -> TrialDocument:
    """A stroke of one's own as a line of a study, with its drawing."""
    return TrialDocument(option=line_of(tried.rater, tried.line), drawing=drawing_document(tried.drawn))


def _words(drawn: Drawn) -> dict[str, str]:
    rests = [words.rest_words(drawn.table, one.ball, one.rests, drawn.executions) for one in drawn.spreads]
    return {
        "fan": words.fan_words(drawn.traced),
        "rests": " ".join(rests),
        "shadows": words.shadow_words(drawn.shadows),
        "window": words.window_words(drawn.window),
        "scratches": words.scratch_words(drawn.scratches, drawn.executions),
        "positions": words.position_words(drawn.positions),
    }


def _jump(drawn: Drawn, side: SideView) -> JumpDocument:
    table = drawn.table
    return JumpDocument(
        way=[[round(float(value), 3) for value in point] for point in side.way * (1000.0, 1000.0, 1.0)],
        landings=[1000 * along for along in side.landings],
        air=[_points(table, piece) for piece in side.air],
        balls=[
            BesideDocument(
                ball=drawn.names[one.ball], along_mm=1000 * one.along_m, aside_mm=1000 * one.aside_m,
                margin_mm=None if one.margin_m is None else 1000 * one.margin_m,
            )
            for one in side.balls
        ],
        radius_mm=1000 * table.ball_radius_m,
        words=words.jump_words(side, drawn.names, table),
    )  # fmt: skip


def _window(table: TableSpec, found: Window) -> WindowDocument:
    degrees = float(np.degrees(2 * found.half_rad))
    return WindowDocument(ball=found.ball, pocket=found.pocket, edges=_points(table, found.edges), degrees=degrees)


def _line(table: TableSpec, line: PositionLine) -> Points:
    return _points(table, np.stack([line.mouth, line.end]))


def _points(table: TableSpec, places: NDArray[np.float64]) -> Points:
    return [_short(table, x, y) for x, y in places]


def _short(table: TableSpec, x: float, y: float) -> list[float]:
    return [round(float(value), 3) for value in diamonds(table, x, y)]
