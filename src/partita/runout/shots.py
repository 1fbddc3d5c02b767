"""Shots at one ball from one place: the strokes that are thought about, played many times, and put in order."""

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from partita.intervals import Chance, of_mean
from partita.physics.stroke import Stroke, stroke_of_row
from partita.players.executions import standard_draws
from partita.playing.desk import Desk, Pots
from partita.rows.candidate import CHANCE, CUT_AT, POCKET, REST_X, REST_Y, WORTH
from partita.runout.maps import Asked
from partita.runout.places import play_candidate, think
from partita.runout.zones import Zone, share_inside, worth_at
from partita.table.geometry import Bed
from partita.value.place_maps import PlaceMaps

Floats = NDArray[np.float64]
_POTS = Pots(np.geomspace(0.55, 4.4, 10), np.array([-0.36, -0.12, 0.12, 0.36]))
# Strokes of each pocket that become finalists.
_OF_A_POCKET = 2
SEED, FRESH_SEED = 31_001, 31_002
# Shots within one standard error, of which an interval has so many, are alike.
_HALF_WIDTHS = 3.92


@dataclass(frozen=True)
class Effort:
    """Noisy tries of a finalist, and of the winner with fresh draws."""

    tries: int
    fresh: int


FIRST, SETTLED = Effort(16, 64), Effort(48, 240)


@dataclass(frozen=True)
class Shot:
    """A stroke at a ball, played many times from one place; chances of the shooter.

    stroke : as intended; pocket : 0 to 5; make : chance; worth, clear : rack chance and chance to run out
    room : share of all executions that end in the next ball's zone, None for the last ball
    rest : (2,) m, the cue ball without error; arrivals : (m, 2) m, where it lies after the pots that went in
    """

    stroke: Stroke
    pocket: int
    cut_rad: float
    make: float
    worth: Chance
    clear: Chance
    room: float | None
    rest: Floats
    arrivals: Floats


@dataclass(frozen=True)
class Bench:
    """Where the candidates of one place are played."""

    desk: Desk
    places: Floats
    in_play: NDArray[np.int8]
    standing: NDArray[np.int64]
    following: Zone | None

    def shot(self, candidate: int, seed: int, tries: int) -> Shot:
        """A candidate played that often."""
        out, row = np.zeros((tries, 5)), self.desk.candidates[candidate].copy()
        play_candidate(
            self.desk, self.places, self.in_play, self.standing, candidate, standard_draws(seed, tries), 0, out
        )
        arrivals = out[out[:, 0] == 1.0, 3:]
        room = len(arrivals) / tries * share_inside(self.following, arrivals) if self.following else None
        return Shot(
            stroke_of_row(row), int(row[POCKET]), float(row[CUT_AT]), float(out[:, 0].mean()), of_mean(out[:, 1]),
            of_mean(out[:, 2]), room, row[[REST_X, REST_Y]], arrivals,
        )  # fmt: skip


def best_from(asked: Asked, maps: PlaceMaps, desk: Desk, cue: Floats) -> Shot | None:
    """The best shot at the first ball from a place of the cue ball, m; or None. desk : of `plan_desk`."""
    places, in_play, standing = asked.start.places.copy(), asked.steps.in_play[0].copy(), asked.steps.standing[0]
    places[0] = cue
    count = think(desk, places, in_play, standing, 0, 0)
    finalists = finalists_of(desk.candidates[:count], maps.pockets[0])
    bench = Bench(desk, places, in_play, standing, None)
    if not finalists:
        return None
    tried = [bench.shot(k, SEED, SETTLED.tries).worth.value for k in finalists]
    # Of many the best is also the luckiest: it is estimated once more.
    return bench.shot(finalists[int(np.argmax(tried))], FRESH_SEED, SETTLED.fresh)


def plan_desk(asked: Asked, maps: PlaceMaps) -> Desk:
    """A desk at which shots are thought about as finely as it goes."""
    return asked.start.desk(maps, _POTS, asked.solo)


def glancing_desk(asked: Asked) -> Desk:
    """One at which the same shots are valued by the evaluation of what they leave."""
    return asked.start.desk(None, _POTS)


def finalists_of(rows: Floats, pockets: NDArray[np.bool_]) -> list[int]:
    """The best few candidates of each pocket that is allowed."""
    chosen: list[int] = []
    for pocket in np.flatnonzero(pockets):
        into = np.flatnonzero(rows[:, POCKET] == pocket)
        chosen += [int(k) for k in into[np.argsort(-rows[into, WORTH], kind="stable")][:_OF_A_POCKET]]
    return [k for k in chosen if rows[k, WORTH] > 0.0 or rows[k, CHANCE] > 0.0]


def ranked(maps: PlaceMaps, bed: Bed, following: int | None, tried: list[Shot]) -> list[int]:
    """Shots by their worth; the first of those that tries cannot tell from the best is the one that ends best."""
    order = sorted(range(len(tried)), key=lambda k: -tried[k].worth.value)
    if following is None:
        return order
    best = tried[order[0]].worth
    alike = [k for k in order if tried[k].worth.value >= best.value - (best.high - best.low) / _HALF_WIDTHS]
    ends = worth_at(maps, bed, following, np.array([tried[k].rest for k in alike]))[:, 0]
    first = alike[int(np.argmax(ends * [tried[k].make for k in alike]))]
    return [first, *(k for k in order if k != first)]


def nearest(rows: Floats, pockets: NDArray[np.bool_], wanted: tuple[float, float]) -> int:
    """The candidate that comes to rest nearest to a place, m, of those that are made about as often as any there."""
    allowed = pockets[rows[:, POCKET].astype(int)] & (rows[:, CHANCE] > 0.0) & (rows[:, WORTH] >= 0.0)
    off = np.hypot(rows[:, REST_X] - wanted[0], rows[:, REST_Y] - wanted[1])
    return int(np.argmin(np.where(allowed, off, np.inf)))
