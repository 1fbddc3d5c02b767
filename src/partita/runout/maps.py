"""Working the maps out: step after step from the last ball, on all cores, coarse first; what is known is kept.

A map depends on the balls that are up at its step and on the maps behind it, on nothing before: when a ball is moved
or taken off, the steps behind it stand.
"""

import queue
from collections import OrderedDict
from collections.abc import Callable, Iterator
from dataclasses import dataclass
from threading import Lock

import numpy as np
from numpy.typing import NDArray

from partita.parallel import CORES, over_slices
from partita.players.executions import standard_draws
from partita.playing.desk import Desk, Pots
from partita.playing.playout import Start
from partita.runout.places import fill_places
from partita.runout.steps import Steps
from partita.value.place_maps import SAFETY_WAY, PlaceMaps, close_step, new_maps

Floats = NDArray[np.float64]
# Draws of which every place takes its own few.
_BANK, _BANK_SEED = 4096, 5
_MOST_KEPT = 600


@dataclass(frozen=True)
class Level:
    """How finely maps are worked out: the net of places, the pots thought about, the noisy tries of a stroke."""

    net: tuple[int, int]
    pots: Pots
    tries: int


COARSE = Level((16, 8), Pots(np.geomspace(0.7, 3.6, 5), np.array([-0.3, 0.25])), 4)
FINE = Level((24, 12), Pots(np.geomspace(0.6, 4.2, 7), np.array([-0.36, 0.0, 0.36])), 16)


class Crew:
    """Desks for the cores, each used by one thread at a time."""

    def __init__(self, make: Callable[[], Desk]) -> None:
        self._desks: queue.SimpleQueue[Desk] = queue.SimpleQueue()
        for _ in range(CORES):
            self._desks.put(make())

    def over(self, count: int, work: Callable[[Desk, int, int], None]) -> None:
        """Call `work` with a desk and parts (begin, end) of range(count), on all cores."""

        def part(piece: slice) -> None:
            desk = self._desks.get()
            try:
                work(desk, piece.start, piece.stop)
            finally:
                self._desks.put(desk)

        over_slices(count, part)


@dataclass(frozen=True)
class Asked:
    """What maps are asked for: a run's steps from a start, the pockets each ball may go into, and what counts.

    pockets : (k, 6) bool; solo : only running out counts, not what a miss leaves
    """

    start: Start
    steps: Steps
    pockets: NDArray[np.bool_]
    solo: bool = False

    def key(self, step: int, level: Level, who: int) -> tuple[object, ...]:
        """What a map depends on, before what is behind it."""
        up, start = self.steps.in_play[step], self.start
        return (
            start.situation.layout.table, start.names, start.models.tobytes(), who, self.solo, level.net, level.tries,
            int(self.steps.ball[step]), start.places[1:][up[1:] == -1].tobytes(), up.tobytes(),
            self.steps.standing[step].tobytes(), self.pockets[step].tobytes(),
        )  # fmt: skip


_KNOWN: OrderedDict[int, tuple[Floats, Floats]] = OrderedDict()
_LOCK = Lock()


def fill(asked: Asked, level: Level, who: int = 0) -> Iterator[PlaceMaps]:
    """Yield the maps of a player, filled one step further each time, from the last ball on."""
    steps, start = asked.steps, asked.start
    maps = new_maps(steps.ball, steps.in_play, steps.standing, start.places.copy(), level.net)
    maps.pockets[:] = asked.pockets
    crew, bank = None, standard_draws(_BANK_SEED, _BANK)
    behind: int = 0
    for step in reversed(range(len(steps))):
        behind = hash((asked.key(step, level, who), behind))
        known = _kept(behind)
        if known is not None:
            maps.worth[who, step], maps.clear[who, step] = known
        else:
            crew = crew or Crew(lambda: start.desk(maps, level.pots, asked.solo))

            def part(desk: Desk, begin: int, end: int, step: int = step) -> None:
                fill_places(desk, step, who, bank, level.tries, begin, end)

            crew.over(level.net[0] * level.net[1], part)
            for kind in (maps.worth, maps.clear):
                kind[who, step, :SAFETY_WAY] = smoothed(kind[who, step, :SAFETY_WAY])
            _keep(behind, maps.worth[who, step].copy(), maps.clear[who, step].copy())
        close_step(maps, who, step)
        yield maps


def smoothed(ways: Floats) -> Floats:
    """(w, nx, ny) each place averaged with its neighbours along both sides, itself counting for half.

    A place is estimated from few tries, and strokes are chosen by where they leave the cue ball: unsmoothed they were
    drawn to the luckiest places, and the chance to run out was said eleven points too high.
    """
    for axis in (1, 2):
        edges = [(0, 0), (0, 0), (0, 0)]
        edges[axis] = (1, 1)
        wide = np.pad(ways, edges, mode="edge")
        near = np.moveaxis(wide, axis, 0)
        ways = np.moveaxis(0.25 * near[:-2] + 0.5 * near[1:-1] + 0.25 * near[2:], 0, axis)
    return ways


def _kept(key: int) -> tuple[Floats, Floats] | None:
    with _LOCK:
        if key in _KNOWN:
            _KNOWN.move_to_end(key)
        return _KNOWN.get(key)


def _keep(key: int, worth: Floats, clear: Floats) -> None:
    with _LOCK:
        _KNOWN[key] = (worth, clear)
        while len(_KNOWN) > _MOST_KEPT:
            _KNOWN.popitem(last=False)


def any_pocket(steps: Steps) -> NDArray[np.bool_]:
    """Every ball may go into every pocket."""
    return np.ones((len(steps), 6), dtype=np.bool_)
