"""What is drawn for a stroke: paths, a fan of executions, resting places, and the layers behind them."""

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from partita.games.question import Question
from partita.options.option import Option
from partita.options.trace import read_option
from partita.physics.facts import FIRST_HIT, SECONDS
from partita.physics.simulate import Executions, execute
from partita.physics.stroke import Stroke
from partita.physics.trace import path_of
from partita.players.executions import standard_draws
from partita.table.spec import TableSpec
from partita.views import layers
from partita.views.flight import SideView, side_view
from partita.weighing.rater import Rater

FAN, MOST_FAN = 120, 1000
RESTS, _TRACE_ROWS = 300, 220
Floats = NDArray[np.float64]
# A ball that moved less than this is not drawn as moved, m.
_MOVED_M = 0.002
# A ball that so few executions move is left out of the fan and the resting places; and at most this many balls.
_SELDOM, _MOST_BALLS = 0.25, 4


@dataclass(frozen=True)
class Path:
    """A ball's way without error. at : (k, 3) seconds, then x and y in m"""

    ball: str
    at: Floats


@dataclass(frozen=True)
class Spread:
    """A ball in many executions. fan : a way each, (k, 2) m; rests : (e, 2) m, where it stays on the table; fell : how
    many pocket it."""

    ball: str
    fan: list[Floats]
    rests: Floats
    fell: int


@dataclass(frozen=True)
class Drawn:
    """All that a drawing of one stroke shows. scratch_ways : the likeliest way of each scratch, (k, 2) m; side : of a
    jump, None where the cue ball stays on the bed"""

    table: TableSpec
    names: tuple[str, ...]
    paths: list[Path]
    spreads: list[Spread]
    traced: int
    executions: int
    seconds: float
    shadows: list[layers.Shadow]
    window: layers.Window | None
    scratches: list[layers.ScratchLine]
    scratch_ways: list[Floats]
    positions: list[layers.PositionLine]
    side: SideView | None


def draw(question: Question, stroke: Stroke, seed: int = 1, fan: int = FAN) -> Drawn:
    """Draw one stroke of a situation as whoever shoots plays it; `fan` tries are traced."""
    rater = Rater.of(question)
    return draw_on(rater, read_stroke(rater, stroke, "drawn"), seed, fan)


def draw_on(rater: Rater, option: Option, seed: int, fan: int = FAN, rests: int = RESTS) -> Drawn:
    """Draw an option of the rater's situation; `rests` tries are played to their end."""
    return _Artist(rater, option, seed, fan, rests).drawn()


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

    def drawn(self) -> Drawn:
        rater, clean = self.rater, self.reading.shots
        left = layers.after(rater, self.reading.outcomes)
        return Drawn(
            table=rater.scene.table,
            names=rater.names,
            paths=[Path(rater.names[b], self._way(clean, 0, int(b))) for b in np.flatnonzero(self._moved(clean)[0])],
            spreads=[self._spread(ball) for ball in self._shown()],
            traced=len(self.traced.finals),
            executions=len(self.shots.finals),
            seconds=float(clean.measures[0, SECONDS]),
            shadows=layers.shadows(rater, left) if left else [],
            window=layers.window(rater, self.option),
            scratches=self.scratches,
            scratch_ways=[self._way(self.scratched, k, 0)[:, 1:] for k in range(len(self.scratches))],
            positions=layers.position_lines(rater, left) if left else [],
            side=self._side(clean),
        )

    def _side(self, clean: Executions) -> SideView | None:
        target = int(clean.facts[0, FIRST_HIT])
        return side_view(clean.traces[0], self.rater.places, target, self.rater.bed.radius)

    def _spread(self, ball: int) -> Spread:
        lying = self.shots.pocketed[:, ball] < 0
        fan = [self._way(self.traced, e, ball)[:, 1:] for e in range(len(self.traced.finals))]
        return Spread(self.rater.names[ball], fan, self.shots.finals[lying, ball], int((~lying).sum()))

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

    def _way(self, shots: Executions, e: int, ball: int) -> Floats:
        points = path_of(shots.traces[e], ball, self.rater.scene.physics, self.rater.bed.radius)
        return np.asarray(points, dtype=np.float64).reshape(-1, 3)
