"""What is known of a stroke before any attempt: a level, and errors near those of the level's line.

A *particle* is one possible stroke, a row of 1 + ERRORS numbers: its level (0 professional ... 4 beginner, and
between), then the logarithms of its errors. Costs of power and side and the nerves follow the level. Every error
strays from the line of levels by a factor of its own, of OFF_LINE in the logarithm: wide enough that the intervals
keep their promise for players whose errors do not go together.
"""

from dataclasses import replace

import numpy as np
from numpy.typing import NDArray

from partita.players.stroke_model import PRESETS, StrokeModel
from partita.rows import player

Floats = NDArray[np.float64]
ERRORS = ("aim_deg", "speed", "tip", "sight_mm")
# A particle: its level, then the log of each error in the order of ERRORS.
LEVEL, LOG_AIM, LOG_SPEED, LOG_TIP, LOG_SIGHT = range(5)
LEVELS = tuple(PRESETS)
# Levels reach a little beyond the first and the last; errors off their line, log sd. Source: trials, docs/measuring.md.
LEAST, MOST = -0.3, 4.3
OFF_LINE = 0.4
# A level that the player names is his guess: its standard deviation, levels. A judgement, no source.
NAMED = 1.0
_LINE = np.log([[getattr(model, name) for name in ERRORS] for model in PRESETS.values()])
_COSTS = ("power_cost", "side_cost", "nerves")
_COST_LINE = np.array([[getattr(model, name) for name in _COSTS] for model in PRESETS.values()])
_GRID = np.linspace(LEAST, MOST, 185)


def line_at(level: Floats, line: Floats = _LINE) -> Floats:
    """(k, c) a line's values at (k,) levels, drawn on straight beyond the ends."""
    low = np.clip(np.floor(level).astype(int), 0, len(line) - 2)
    share = (level - low)[:, None]
    return np.asarray((1 - share) * line[low] + share * line[low + 1])


def drawn(count: int, seed: int) -> Floats:
    """(count, 5) particles of the prior, spread evenly over the levels."""
    rng = np.random.default_rng(seed)
    level = LEAST + (MOST - LEAST) * (rng.permutation(count) + rng.random(count)) / count
    return np.column_stack([level, line_at(level) + OFF_LINE * rng.standard_normal((count, len(ERRORS)))])


def log_density(particles: Floats) -> Floats:
    """(k,) logarithm of the prior's density, up to a constant; no player is outside the levels."""
    level = particles[:, 0]
    off = (particles[:, 1:] - line_at(np.clip(level, LEAST, MOST))) / OFF_LINE
    return np.where((level >= LEAST) & (level <= MOST), -0.5 * np.sum(off**2, axis=1), -np.inf)


def log_named(particles: Floats, near: str | None) -> Floats:
    """(k,) what a level that the player names adds; 0 without one."""
    if near is None:
        return np.zeros(len(particles))
    return np.asarray(-0.5 * ((particles[:, 0] - LEVELS.index(near)) / NAMED) ** 2)


def rows_of(particles: Floats, like: StrokeModel) -> Floats:
    """(k, MODEL) rows of strokes for the kernels, with the hand and the reach of a player."""
    rows = np.tile(like.row(), (len(particles), 1))
    errors, costs = np.exp(particles[:, 1:]), np.maximum(0.0, line_at(particles[:, 0], _COST_LINE))
    aim_deg, speed, tip, sight_mm = errors.T
    rows[:, player.AIM], rows[:, player.SPEED], rows[:, player.TIP] = np.radians(aim_deg), speed, tip
    rows[:, player.SIGHT] = sight_mm / 1000
    rows[:, player.POWER_COST], rows[:, player.SIDE_COST] = costs[:, 0], costs[:, 1]
    return rows


def model_of(particle: Floats, like: StrokeModel) -> StrokeModel:
    """A particle as a stroke model, with the hand, the reach and the name of a player."""
    errors = dict(zip(ERRORS, np.exp(particle[1:]).tolist(), strict=True))
    costs = dict(zip(_COSTS, np.maximum(0.0, line_at(particle[:1], _COST_LINE)[0]).tolist(), strict=True))
    return replace(like, **errors, **{**costs, "nerves": like.nerves or costs["nerves"]})


def level_of(logs: Floats) -> Floats:
    """(k, c) the place on the line of levels of each of (k, c) logarithms of errors; beyond the ends drawn on."""
    found = np.empty_like(logs)
    grid = line_at(_GRID)
    for column in range(logs.shape[1]):
        found[:, column] = np.interp(logs[:, column], grid[:, column], _GRID)
    return found
