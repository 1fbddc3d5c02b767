"""What is drawn for an option: both balls' paths, a fan of executions, where the balls rest."""

from dataclasses import dataclass

import numpy as np

from partita.games.situation import Situation
from partita.odds.bench import Bench
from partita.options.trace import read_option
from partita.physics.simulate import Executions, execute
from partita.physics.stroke import Stroke
from partita.physics.trace import path_of
from partita.players.executions import standard_draws
from partita.players.stroke_model import StrokeModel
from partita.table.diamonds import diamonds

_FAN, _RESTS, _TRACE_ROWS = 36, 240, 220
Points = list[list[float]]
# A ball that moved less than this is not drawn as moved, m.
_MOVED_M = 0.002


@dataclass(frozen=True)
class Drawing:
    """Places in diamonds; path points are [t s, x, y], fans and rests are [x, y].

    paths : by ball, for the stroke without error; fans : by ball, one polyline an execution
    rests : by ball, where executions leave it (pocketed ones are left out)
    """

    paths: dict[str, Points]
    fans: dict[str, list[Points]]
    rests: dict[str, Points]
    pocketed: dict[str, int]
    seconds: float

    def as_json(self) -> dict[str, object]:
        """Plain values."""
        return {
            "paths": self.paths, "fans": self.fans, "rests": self.rests,
            "pocketed": self.pocketed, "seconds": self.seconds,
        }  # fmt: skip


def draw(situation: Situation, stroke: Stroke, shooter: StrokeModel, other: StrokeModel, seed: int = 1) -> Drawing:
    """Draw one stroke of a situation as this shooter plays it."""
    bench = Bench(situation, shooter, other)
    scene = bench.scene
    reading = scene.play(stroke.row()[None], trace=True)
    clean, option = reading.shots, read_option(scene, reading, 0, "drawn")
    rows = bench.executions_of(option, standard_draws(seed, _RESTS))
    fan = execute(scene.table, bench.places, rows[:_FAN], physics=scene.physics, trace_rows=_TRACE_ROWS)
    rests = execute(scene.table, bench.places, rows, physics=scene.physics)
    moved = [
        ball for ball in range(len(bench.names))
        if clean.pocketed[0, ball] >= 0 or np.hypot(*(clean.finals[0, ball] - bench.places[ball])) > _MOVED_M
    ]  # fmt: skip
    shown = [0, bench.names.index(bench.target)]
    return Drawing(
        paths={bench.names[b]: _path(bench, clean, 0, b) for b in moved},
        fans={bench.names[b]: [[p[1:] for p in _path(bench, fan, e, b)] for e in range(_FAN)] for b in shown},
        rests={bench.names[b]: _rests(bench, rests, b) for b in shown},
        pocketed={bench.names[b]: int((rests.pocketed[:, b] >= 0).sum()) for b in shown},
        seconds=round(float(clean.measures[0, 2]), 3),
    )


def _path(bench: Bench, shots: Executions, e: int, ball: int) -> Points:
    points = path_of(shots.traces[e], ball, bench.scene.physics, bench.bed.radius)
    return [[round(t, 3), *_short(bench, x, y)] for t, x, y in points]


def _rests(bench: Bench, shots: Executions, ball: int) -> Points:
    return [_short(bench, *shots.finals[e, ball]) for e in range(_RESTS) if shots.pocketed[e, ball] < 0]


def _short(bench: Bench, x: float, y: float) -> list[float]:
    return [round(float(v), 3) for v in diamonds(bench.scene.table, x, y)]
