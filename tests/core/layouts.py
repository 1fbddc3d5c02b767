"""Layouts and strokes that several tests share."""

import math

import numpy as np

from partita.physics.stroke import Stroke
from partita.table.layout import Layout, problems_of
from partita.table.spec import TableSpec

TABLE = TableSpec()


def random_layout(seed: int, count: int = 6) -> Layout:
    """That many balls scattered uniformly over the bed."""
    rng, layout = np.random.default_rng(seed), Layout(TABLE)
    while len(layout.balls) < count:
        name = "cue" if not layout.balls else str(len(layout.balls))
        x, y = rng.uniform((0.03, 0.03), (2.51, 1.24))
        wider = Layout(TABLE, {**layout.balls, name: (float(x), float(y))})
        if not problems_of(wider):
            layout = wider
    return layout


def random_stroke(seed: int) -> Stroke:
    """Any stroke that is no miscue."""
    rng = np.random.default_rng(seed)
    return Stroke(rng.uniform(0, 360), rng.uniform(0.3, 6), *rng.uniform(-0.33, 0.33, 2))


def triangle(rows: int) -> Layout:
    """A frozen triangle on the foot spot, and the cue ball behind the head string."""
    spot, r = 0.75 * TABLE.length_m, TABLE.ball_radius_m
    places = [
        (spot + depth * r * math.sqrt(3), TABLE.width_m / 2 + (2 * k - depth) * r)
        for depth in range(rows)
        for k in range(depth + 1)
    ]
    balls = {str(number): place for number, place in enumerate(places, 1)}
    return Layout(TABLE, {"cue": (0.6, TABLE.width_m / 2), **balls})
