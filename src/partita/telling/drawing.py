"""What is drawn for a stroke: paths, a fan of executions, resting places, and the layers behind them, with words."""

import numpy as np

from partita.games.question import Question
from partita.options.option import Option
from partita.options.trace import read_option
from partita.physics.facts import SECONDS
from partita.physics.simulate import Executions, execute
from partita.physics.stroke import Stroke
from partita.physics.trace import path_of
from partita.players.executions import standard_draws
from partita.table.diamonds import diamonds
from partita.telling import drawing_words as words
from partita.telling import layers
from partita.telling.documents import (
    DrawingDocument,
    PositionLineDocument,
    ScratchDocument,
    ShadowDocument,
    WindowDocument,
)
from partita.weighing.rater import Rater

FAN, MOST_FAN = 120, 1000
RESTS, _TRACE_ROWS = 300, 220
Points = list[list[float]]
# A ball that moved less than this is not drawn as moved, m.
_MOVED_M = 0.002
# A ball that so few executions move is left out of the fan and the resting places; and at most this many balls.
_SELDOM, _MOST_BALLS = 0.25, 4


def draw(question: Question, stroke: Stroke, seed: int = 1, fan: int = FAN) -> DrawingDocument:
    """Draw one stroke of a situation as whoever shoots plays it; `fan` tries are traced."""
    rater = Rater.of(question)
    return draw_on(rater, read_stroke(rater, stroke, "drawn"), seed, fan)


def draw_on(rater: Rater, option: Option, seed: int, fan: int = FAN, rests: int = RESTS) -> DrawingDocument:
    """Draw an option of the rater's situation; `rests` tries are played to their end."""
    return _Artist(rater, option, seed, fan, rests).drawing()


def read_stroke(rater: Rater, stroke: Stroke, source: str) -> Option:
    """A stroke with the name it earns when it is played without error."""
    return read_option(rater.scene, rater.scene.play(stroke.row()[None], trace=True), 0, source)


class _Artist:
    """One stroke with the executions that are drawn of it."""

    def __init__(self, rater: Rater, option: Option, seed: int, fan: int, rests: int) -> None:
        self.rater, self.option = rater, option
        scene, draws = rater.scene, standard_draws(seed, max(rests, fan))
        rows = rater.executions_of(option, draws)
        self.reading = scene.play(option.stroke.row()[None], trace=True)
        self.traced = execute(scene.table, rater.places, rows[:fan], physics=scene.physics, trace_rows=_TRACE_ROWS)
        self.shots = execute(scene.table, rater.places, rows, physics=scene.physics)
        self.scratches = layers.scratch_lines(self.shots, draws)
        likeliest = rows[[line.execution for line in self.scratches]]
        self.scratched = execute(
            scene.table, rater.places, likeliest, physics=scene.physics, trace_rows=_TRACE_ROWS
        )  # fmt: skip

    def drawing(self) -> DrawingDocument:
        rater, clean, shown = self.rater, self.reading.shots, self._shown()
        left = layers.after(rater, self.reading.outcomes)
        shadows = layers.shadows(rater, left) if left else []
        window = layers.window(rater, self.option)
        positions = layers.position_lines(rater, left) if left else []
        return DrawingDocument(
            paths={rater.names[b]: self._timed(clean, int(b)) for b in np.flatnonzero(self._moved(clean)[0])},
            fans={rater.names[b]: [self._path(self.traced, e, b) for e in range(len(self.traced.finals))]
                  for b in shown},
            rests={rater.names[b]: self._rests(b) for b in shown},
            pocketed={rater.names[b]: int((self.shots.pocketed[:, b] >= 0).sum()) for b in shown},
            executions=len(self.shots.finals),
            seconds=float(clean.measures[0, SECONDS]),
            shadows=[
                ShadowDocument(ball=s.ball, target=s.target, outline=self._points(s.outline)) for s in shadows
            ],
            window=self._window(window) if window else None,
            scratches=[
                ScratchDocument(pocket=line.pocket, share=line.share, path=self._path(self.scratched, k, 0))
                for k, line in enumerate(self.scratches)
            ],
            positions=[
                PositionLineDocument(ball=p.ball, pocket=p.pocket, points=self._points(np.stack([p.mouth, p.end])))
                for p in positions
            ],
            words=self._words(shadows, window, positions),
        )  # fmt: skip

    def _window(self, found: layers.Window) -> WindowDocument:
        degrees = float(np.degrees(2 * found.half_rad))
        return WindowDocument(ball=found.ball, pocket=found.pocket, edges=self._points(found.edges), degrees=degrees)

    def _moved(self, shots: Executions) -> np.ndarray[tuple[int, int], np.dtype[np.bool_]]:
        """(m, n) balls that fell or rolled."""
        far = np.linalg.norm(shots.finals - self.rater.places, axis=2) > _MOVED_M
        return np.asarray(far | (shots.pocketed >= 0))

    def _shown(self) -> list[int]:
        """The cue ball, the target, and what else executions often move."""
        share = self._moved(self.shots).mean(axis=0)
        often = [b for b in np.argsort(-share, kind="stable") if share[b] >= _SELDOM]
        first = [0, self.rater.names.index(self.option.intention.target or self.rater.target)]
        return [*first, *(int(b) for b in often if b not in first)][:_MOST_BALLS]

    def _timed(self, shots: Executions, ball: int) -> Points:
        points = path_of(shots.traces[0], ball, self.rater.scene.physics, self.rater.bed.radius)
        return [[round(t, 3), *self._short(x, y)] for t, x, y in points]

    def _path(self, shots: Executions, e: int, ball: int) -> Points:
        points = path_of(shots.traces[e], ball, self.rater.scene.physics, self.rater.bed.radius)
        return [self._short(x, y) for _, x, y in points]

    def _rests(self, ball: int) -> Points:
        lying = self.shots.pocketed[:, ball] < 0
        return self._points(self.shots.finals[lying, ball])

    def _points(self, places: np.ndarray[tuple[int, ...], np.dtype[np.float64]]) -> Points:
        return [self._short(x, y) for x, y in places]

    def _short(self, x: float, y: float) -> list[float]:
        return [round(float(v), 3) for v in diamonds(self.rater.scene.table, x, y)]

    def _words(
        self, shadows: list[layers.Shadow], window: layers.Window | None, positions: list[layers.PositionLine]
    ) -> dict[str, str]:
        count, table = len(self.shots.finals), self.rater.scene.table
        rests = [
            words.rest_words(table, self.rater.names[b], self.shots.finals[self.shots.pocketed[:, b] < 0, b], count)
            for b in self._shown()
        ]
        return {
            "fan": words.fan_words(len(self.traced.finals)),
            "rests": " ".join(rests),
            "shadows": words.shadow_words(shadows),
            "window": words.window_words(window),
            "scratches": words.scratch_words(self.scratches, count),
            "positions": words.position_words(positions),
        }
