"""What each of a player's errors costs him in racks, and what getting better at it would win.

A fixed library of positions, as they come up in racks between equals of every level (`library.json`, made anew by
`./partita bench stroke.library`), is decided by the player as he is. Each stroke that he chooses is then carried out
again with one error smaller, the same draws for all, and what it leaves is valued for him as he is. What a decision
gains so, times his decisions in a rack, is what a rack gains: the first term of the performance difference of two
players (Kakade and Langford, Approximately optimal approximate reinforcement learning, 2002, lemma 6.1, from memory).
Gains of several errors made smaller together do not add up.

Kernels here take what those of `desk` take; models : (v, MODEL) rows of strokes; standing : (STANDING,) of the rules;
out : (v,) mean worths.
"""

import json
import math
from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace
from functools import cache
from pathlib import Path
from typing import Any

import numpy as np
from numpy.typing import NDArray

from partita.games.referee import numbers_of
from partita.kernels import call_at, kernel
from partita.parallel import over_slices
from partita.physics.simulate import physics_of
from partita.players.executions import standard_draws
from partita.players.measuring.follows import run_out_chance
from partita.players.measuring.prior import ERRORS
from partita.players.stroke_model import StrokeModel
from partita.playing.candidates import execute_candidate
from partita.playing.desk import DRAWN, judge_played, play_executed, settle_choice
from partita.playing.in_hand import player_at
from partita.rows.candidate import BALL, POCKET
from partita.table.spec import TableSpec
from partita.value.eyes import eyes_for

Floats = NDArray[np.float64]
# A fifth better is what practice may bring; a half shows the order more clearly.
FIFTH, HALF = 0.8, 0.5
# Executions of each chosen stroke, in mirrored pairs; positions worked on between two reports.
_TRIES, _AT_A_TIME, _SEED = 96, 24, 41_011
# Positions count by how near the level of their racks is: none from so many levels away on.
_LEVELS_AWAY = 1.6


@dataclass(frozen=True)
class Position:
    """A position of the library: whoever is at the table is to shoot. places : (n, 2) m; standing : (STANDING,)."""

    game: str
    level: int
    names: tuple[str, ...]
    places: Floats
    in_play: NDArray[np.int8]
    standing: NDArray[np.int64]


@dataclass(frozen=True)
class Cost:
    """What a smaller error wins: racks in a hundred against one's equal, with its standard error, and run-outs.

    first : the dearest error, or one that cannot be told from it: within twice the standard error of their difference
    """

    error: str
    racks: float
    racks_error: float
    run_outs: float
    first: bool


@dataclass(frozen=True)
class Costs:
    """The costs of all errors by one share, the dearest first; `done` 0..1 of the library."""

    share: float
    done: float
    costs: tuple[Cost, ...]


@cache
def _library() -> dict[str, Any]:
    found: dict[str, Any] = json.loads(Path(__file__).with_name("library.json").read_text("utf-8"))
    return found


GAMES = ("nine-ball", "eight-ball")


def positions_of(game: str, level: float) -> list[Position]:
    """The positions on which a player of a level is priced, in an order that mixes them."""
    near = [at for at in positions(game) if abs(at.level - _within(level)) < _LEVELS_AWAY]
    return [near[k] for k in np.random.default_rng(_SEED).permutation(len(near))]


@cache
def positions(game: str) -> tuple[Position, ...]:
    """The library's positions of a game."""
    return tuple(
        Position(
            game, row["level"], tuple(row["names"]), np.array(row["places"], dtype=np.float64),
            np.array([-2 if name in row["down"] else -1 for name in row["names"]], dtype=np.int8),
            np.array(row["standing"], dtype=np.int64),
        )
        for row in _library()["positions"]
        if row["game"] == game
    )  # fmt: skip


def decisions_a_rack(game: str, level: float) -> float:
    """How many decisions a player of a level, 0 to 4, has in a rack against his equal."""
    known = _library()["decisions_a_rack"][game]
    return float(np.interp(level, np.arange(len(known)), known))


def variants(model: StrokeModel, share: float) -> list[StrokeModel]:
    """The player as he is, then with each error times the share."""
    return [model, *(replace(model, **{name: share * getattr(model, name)}) for name in ERRORS)]


@kernel
def gains(desk, places, in_play, standing, policy, draws, models, out):
    """Decide as the player of the desk does, then the mean worth of that stroke in the hands of each model.

    policy : (DRAWN, DRAWS) draws with which he decides; draws : (m, DRAWS), m a multiple of desk.rows' length
    """
    call_at(desk.choose_at, 0.0, (desk, places, in_play, standing, policy, np.int64(0)))
    row = desk.candidates[0]
    rows = desk.rows.shape[0]
    for variant in range(models.shape[0]):
        total = 0.0
        for begin in range(0, draws.shape[0], rows):
            execute_candidate(desk, places, in_play, standing, 0, draws[begin : begin + rows], models[variant])
            for k in range(rows):
                play_executed(desk, places, in_play, k)
                code = judge_played(desk, in_play, standing, int(row[BALL]), int(row[POCKET]))
                total += settle_choice(desk, code, places, in_play, standing, 0)[0]
        out[variant] = total / draws.shape[0]


def _worths(some: Sequence[Position], model: StrokeModel, share: float, table: TableSpec) -> Floats:
    """(k, variants) mean worth of the chosen stroke of each position."""
    rows = np.stack([variant.row() for variant in variants(model, share)])
    found, both = np.zeros((len(some), len(rows))), np.stack([rows[0], rows[0]])
    policy, draws = standard_draws(_SEED, DRAWN), standard_draws(_SEED + 1, _TRIES)

    def work(part: slice) -> None:
        for k in range(part.start, part.stop):
            at = some[k]
            desk = player_at(eyes_for(table, at.game, numbers_of(at.names), both), physics_of(table))
            gains(desk, at.places.copy(), at.in_play.copy(), at.standing.copy(), policy, draws, rows, found[k])

    over_slices(len(some), work)
    return found


def error_costs(
    model: StrokeModel, level: float, game: str = "nine-ball", share: float = FIFTH, table: TableSpec | None = None
) -> Iterator[Costs]:
    """Yield what each error costs a player of a level, 0 to 4; the last is of the whole library.

    share : of its size to which an error is made smaller. Stop by not asking for the next one.
    """
    near, worths = positions_of(game, level), np.zeros((0, 1 + len(ERRORS)))
    run_outs = _run_outs(model, level, share)
    for begin in range(0, len(near), _AT_A_TIME):
        worths = np.concatenate([worths, _worths(near[begin : begin + _AT_A_TIME], model, share, table or TableSpec())])
        yield _costs(near[: len(worths)], worths, game, level, share, len(worths) / len(near), run_outs)


def _within(level: float) -> float:
    return min(4.0, max(0.0, level))


def _costs(
    some: Sequence[Position], worths: Floats, game: str, level: float, share: float, done: float, run_outs: Floats
) -> Costs:
    weights = np.array([1.0 - abs(at.level - _within(level)) / _LEVELS_AWAY for at in some])
    weights /= weights.sum()
    gained = 100.0 * decisions_a_rack(game, _within(level)) * (worths[:, 1:] - worths[:, :1])
    mean = weights @ gained
    error = _standard_error(weights, gained)
    dearest = int(np.argmax(mean))
    behind = _standard_error(weights, gained[:, [dearest]] - gained)
    first = mean[dearest] - mean <= 2.0 * behind
    costs = [
        Cost(name, float(mean[k]), float(error[k]), float(run_outs[k]), bool(first[k])) for k, name in enumerate(ERRORS)
    ]
    return Costs(share, done, tuple(sorted(costs, key=lambda cost: -cost.racks)))


def _standard_error(weights: Floats, values: Floats) -> Floats:
    """(c,) standard error of the weighted mean of (k, c) values."""
    return np.asarray(np.sqrt(weights**2 @ (values - weights @ values) ** 2))


def _run_outs(model: StrokeModel, level: float, share: float) -> Floats:
    """(errors,) points of run-out chance that each smaller error wins."""
    rows = np.array([
        [level, *(math.log(getattr(variant, name)) for name in ERRORS)] for variant in variants(model, share)
    ])  # fmt: skip
    chances = 100.0 * run_out_chance(rows)
    return np.asarray(chances[1:] - chances[0])
