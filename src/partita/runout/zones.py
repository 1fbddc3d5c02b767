"""Zones of balls, read from their maps: from where a ball is easy, by one pocket or two; its line; the best cut."""

from dataclasses import dataclass
from itertools import pairwise

import numpy as np
from numpy.typing import NDArray

from partita.playing.playout import Start
from partita.table.geometry import Bed
from partita.value.place_maps import WAYS, PlaceMaps, node_place, read_place

Floats = NDArray[np.float64]
# A place is in the zone when it is worth at least this share of the best.
ZONE_SHARE = 0.9
_POCKETS = WAYS - 1
# Bins of the cut, and how many places one must hold to count.
_CUTS_RAD, _FEWEST = np.radians([0.0, 5.0, 15.0, 25.0, 35.0, 45.0, 60.0]), 3
_LINE_STEP_M = 0.02


@dataclass(frozen=True)
class Zone:
    """From where a ball is easy.

    worth : (nx, ny) of every place by its best pocket; clear : the same, chance to run out; best : the most of worth
    inside, two_way : (nx, ny) places in the zone, by any pocket and by two
    square_diamonds : its area; pocket : the pocket of the best place
    line : (2, 2) m, from the ball back along its line to the first rail or ball, as far as it stays in the zone
    best_cut_rad : (2,) the cuts between which a place is worth most; None where places are too few
    """

    worth: Floats
    clear: Floats
    best: float
    inside: NDArray[np.bool_]
    two_way: NDArray[np.bool_]
    square_diamonds: float
    pocket: int
    line: Floats | None
    best_cut_rad: tuple[float, float] | None
    bed: Bed

    def holds(self, place: Floats) -> bool:
        """Whether a place, m, lies in the zone."""
        return bool(share_inside(self, place[None]) > 0.0)


def zone_of(maps: PlaceMaps, bed: Bed, start: Start, step: int) -> Zone:
    """The zone of a step's ball."""
    ways = maps.worth[0, step, :_POCKETS]
    ordered = np.sort(ways, axis=0)
    worth, best = ordered[-1], float(ordered[-1].max())
    least = max(1e-6, ZONE_SHARE * best)
    inside, two_way = worth >= least, ordered[-2] >= least
    clear = np.take_along_axis(maps.clear[0, step, :_POCKETS], ways.argmax(axis=0)[None], axis=0)[0]
    node = int(worth.argmax())
    pocket = int(ways[:, node // worth.shape[1], node % worth.shape[1]].argmax())
    table = start.situation.layout.table
    cell = (bed.length - 2 * bed.reach) * (bed.width - 2 * bed.reach) / worth.size
    ball = start.places[maps.ball[step]]
    return Zone(
        worth, clear, best, inside, two_way, float(inside.sum()) * cell / table.diamond_m**2, pocket,
        _line(maps, bed, step, ball, pocket, least) if best > 0.0 else None, _best_cut(ways, bed, ball, pocket), bed,
    )  # fmt: skip


def _line(maps: PlaceMaps, bed: Bed, step: int, ball: Floats, pocket: int, least: float) -> Floats | None:
    """From behind the ball, away from its pocket, for as long as places are worth at least that."""
    away = ball - bed.drop[pocket, :2]
    away = away / np.linalg.norm(away)
    others = maps.places[1:][(maps.in_play[step, 1:] == -1) & (np.arange(1, len(maps.places)) != maps.ball[step])]
    end, at = None, 2.0 * bed.radius + _LINE_STEP_M
    while True:
        place = ball + at * away
        if not (bed.reach <= place[0] <= bed.length - bed.reach and bed.reach <= place[1] <= bed.width - bed.reach):
            break
        if len(others) and np.linalg.norm(others - place, axis=1).min() < 2.0 * bed.radius:
            break
        if read_place(maps, bed, 0, step, place[0], place[1])[0] >= least:
            end = place
        at += _LINE_STEP_M
    return None if end is None else np.stack([ball, end])


def _best_cut(ways: Floats, bed: Bed, ball: Floats, pocket: int) -> tuple[float, float] | None:
    """Between which cuts, rad, into its best pocket the places are worth most on average."""
    net_x, net_y = ways.shape[1:]
    nodes = np.array([node_place(bed, net_x, net_y, node) for node in range(net_x * net_y)])
    way, out = ball - nodes, bed.drop[pocket, :2] - ball
    cuts = np.abs(np.arctan2(way[:, 0] * out[1] - way[:, 1] * out[0], way @ out))
    worth = ways[pocket].ravel()
    means = []
    for low, high in pairwise(_CUTS_RAD):
        chosen = np.sort(worth[(cuts >= low) & (cuts < high)])[::-1]
        # The better half: the distances that one would choose.
        means.append(float(chosen[: max(_FEWEST, len(chosen) // 2)].mean()) if len(chosen) >= _FEWEST else -1.0)
    best = int(np.argmax(means))
    return (float(_CUTS_RAD[best]), float(_CUTS_RAD[best + 1])) if means[best] > 0.0 else None


def share_inside(zone: Zone, places: Floats) -> float:
    """Share of (m, 2) places, m, that lie in a zone: in the cell of a place that does."""
    if len(places) == 0:
        return 0.0
    bed, shape = zone.bed, np.array(zone.inside.shape)
    size = np.array([bed.length - 2 * bed.reach, bed.width - 2 * bed.reach])
    cells = np.clip(((places - bed.reach) / size * shape).astype(int), 0, shape - 1)
    return float(zone.inside[cells[:, 0], cells[:, 1]].mean())


def worth_at(maps: PlaceMaps, bed: Bed, step: int, places: Floats) -> Floats:
    """(m, 2) worth and chance to run out at (m, 2) places, m."""
    return np.array([read_place(maps, bed, 0, step, x, y)[:2] for x, y in places]).reshape(-1, 2)
