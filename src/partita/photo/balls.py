"""Balls in a picture whose camera is known: where the rim of a sphere that lies on the bed is seen.

Candidates on a net over the bed; the best is taken and its place made exact, its pixels are claimed, and so on. A spoke
of a rim counts by how much the picture differs from inside to outside; where a ball taken before claims it, not at all.
"""

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from partita.photo.blur import blur_of
from partita.photo.claims import Claims
from partita.photo.cloth import FLOOR, Cloth
from partita.photo.picture import Picture
from partita.photo.rim_edges import SPOKES, RimEdges, edge
from partita.photo.rims import radii_px, rims
from partita.photo.sampled import sampled
from partita.table.geometry import bed_of
from partita.table.spec import TableSpec

Floats = NDArray[np.float64]
Bools = NDArray[np.bool_]
# Candidates: a net, m; where so little is no cloth there is none; what looks worse than this is not looked at closer.
_NET_M, _SOMETHING, _WORTH = 0.010, 0.25, 0.25
_FIRST_SPOKES = 24
# So far from the rim a first look is taken, px, and at these shares of its distance within.
_CLEAR_PX, _FILLED = 3.0, (0.0, 0.45, 0.8)
# A ball is one from here on: by its rim and the weakest quarter of it, by how much of what is seen of it is no cloth,
# and how much of its whole disc is that and no other ball's. Fewer spokes in sight than this tell nothing.
_GOOD, _WEAKEST, _NO_CLOTH, _NEW, _LEAST_SEEN = 0.55, 0.40, 0.60, 0.42, 0.33
# In a pocket's mouth, where much is dark, it must be clearer.
_MOUTH_M, _GOOD_IN_MOUTH, _NO_CLOTH_IN_MOUTH = 0.13, 0.86, 0.95
# What has hardly, or not even nearly, so much of its own is not looked at closer.
_HARDLY, _NEARLY = 0.7, 0.8
# Once all are known, what is less its own must be clearer: between others there is much that looks like a rim.
_OWN, _GOOD_BETWEEN = 0.55, 0.88
# Rings within a ball, and rings of equal areas over all of it.
_WITHIN, _EVENLY = (0.1, 0.3, 0.45, 0.6, 0.72, 0.82), (0.29, 0.5, 0.645, 0.76, 0.86, 0.95)
# A shadow's light is so nearly in the cloth's proportions, and nowhere a larger share of it.
_SHADOWS_TINT, _SHADOWS_MOST = 0.08, 0.95
# A place is made exact from so clear a rim on; where that finds no ball, there is none so near, in radii.
_HOPEFUL, _NO_BALL = 0.40, 0.9
# Steps of the search for a place, m; rims are then measured so far in and out, as shares of the radius.
_SHIFTS_M, _REACHES = (0.006, 0.003), (0.30, 0.20, 0.14)
# In radii: centres are two apart, measured ones a little less at times; how far off noses they are at least.
_APART, _OFF_NOSE = 1.88, 0.9
_MOST = 26


@dataclass(frozen=True)
class FoundBall:
    """A ball: its centre in m, and how clear its rim is, 0 to 1."""

    place: tuple[float, float]
    rim: float


def find_balls(picture: Picture, table: TableSpec, camera: Floats, cloth: Cloth) -> list[FoundBall]:
    """All balls on the bed, the clearest first."""
    return _Search(picture, table, camera, cloth).all()


class _Search:
    """One picture looked through for balls."""

    def __init__(self, picture: Picture, table: TableSpec, camera: Floats, cloth: Cloth) -> None:
        self._picture, self._table, self._camera, self._cloth = picture, table, camera, cloth
        self._radius = table.ball_radius_m
        self._edges = RimEdges(picture, cloth, camera, self._radius, blur_of(picture, table, camera))
        self._claims = Claims(camera, table.ball_radius_m, cloth)
        self._found: list[FoundBall] = []

    def all(self) -> list[FoundBall]:
        """Taken one by one while there is a good one."""
        net = self._net()
        worth = self._first_look(net)
        while len(worth) and len(self._found) < _MOST and worth.max() >= _WORTH:
            k = int(np.argmax(worth))
            ball = self._exact(net[k])
            if ball is None:
                worth[_within(net, net[k], _NO_BALL * self._radius)] = -1.0
                continue
            self._found.append(ball)
            worth[_within(net, net[k], 1.2 * self._radius) | _within(net, ball.place, 1.6 * self._radius)] = -1.0
            beside = (worth > 0) & _within(net, ball.place, 6 * self._radius)
            if beside.any():
                worth[beside] = self._first_look(net[beside])
        self._settle()
        return sorted(self._found, key=lambda ball: -ball.rim)

    def _net(self) -> Floats:
        """(n, 2) places where something lies on the cloth."""
        reach = _OFF_NOSE * self._radius
        x = np.arange(reach, self._table.length_m - reach, _NET_M)
        y = np.arange(reach, self._table.width_m - reach, _NET_M)
        net = np.stack(np.meshgrid(x, y), axis=-1).reshape(-1, 2)
        within = sampled(self._cloth.other, rims(self._camera, net, self._radius, 4, np.array([0.0, 0.5])))
        return np.asarray(net[within.mean(axis=(1, 2)) > _SOMETHING])

    def _first_look(self, places: Floats) -> Floats:
        """(n,) how much places look like balls."""
        if not len(places):
            return np.zeros(0)
        wide = np.clip(_CLEAR_PX * self._picture.unit / radii_px(self._camera, places, self._radius), 0.15, 0.45)
        shares = np.column_stack([1 - 0.8 * wide, 1 + wide, *(np.full(len(wide), share) for share in _FILLED)])
        points = rims(self._camera, places, self._radius, _FIRST_SPOKES, shares)
        other, ratio = sampled(self._cloth.other, points), sampled(self._cloth.ratio, points[:, :2])
        step = np.clip(np.abs(ratio[:, 0] - ratio[:, 1]).sum(axis=2) / 0.9, 0.0, 1.0)
        rim = 0.6 * np.clip(other[:, 0] - other[:, 1], -0.5, 1.0) + 0.4 * step
        clear, in_sight = _mean_in_sight(rim, self._hidden(points[:, 0], places))
        inner = other[:, 2:]
        worth = 0.75 * clear + 0.25 * inner.mean(axis=(1, 2)) - 0.15 * (1 - in_sight)
        # Most places where something lies are on a ball that has been found.
        free = ~self._hidden(points[:, 3:].reshape(len(places), -1, 2), places).reshape(inner[:, 1:].shape)
        new = ((inner[:, 1:] > 0.5) & free).mean(axis=(1, 2))
        return np.where((in_sight < _LEAST_SEEN) | (new < _HARDLY * _NEW), -1.0, worth).astype(float)

    def _hidden(self, points: Floats, places: Floats) -> Bools:
        return self._claims.hide(points, places, [ball.place for ball in self._found])

    def _exact(self, place: Floats) -> FoundBall | None:
        """The ball near a place, where its rim is clearest; None where none is clear enough."""
        if self._clear(place[None])[0] < _HOPEFUL:
            return None
        at = self._climbed(place)
        if self._clear(at[None])[0] < _GOOD or self._own(at) < _NEARLY * _NEW:
            return None
        for reach in _REACHES:
            (hidden,) = self._hidden(
                rims(self._camera, at[None], self._radius, SPOKES, np.array([1.0]))[:, 0], at[None]
            )
            tried = self._edges.moved(at, reach, hidden)
            at = tried if self._can_lie(tried[None])[0] else at
        rim = float(self._clear(at[None])[0])
        return FoundBall((float(at[0]), float(at[1])), rim) if self._is_ball(at, rim) else None

    def _climbed(self, place: Floats) -> Floats:
        """From a place in small steps to where the rim is clearest."""
        at = place
        for step in _SHIFTS_M:
            shifts = step * np.stack(np.meshgrid((-1, 0, 1), (-1, 0, 1)), axis=-1).reshape(-1, 2)
            for _ in range(4):
                k = int(np.argmax(self._clear(at + shifts)))
                if not shifts[k].any():
                    break
                at = at + shifts[k]
        return at

    def _clear(self, places: Floats) -> Floats:
        """(n,) how clear the rims at places near each other are; -1 where no ball can lie or too little is seen."""
        points = rims(self._camera, places, self._radius, SPOKES, self._edges.sides(places[0]))
        ratio = sampled(self._cloth.ratio, points)
        hidden = self._hidden(points.mean(axis=1), places)
        clear, in_sight = _mean_in_sight(edge(ratio[:, 0], ratio[:, 1]), hidden)
        return np.where((in_sight < _LEAST_SEEN) | ~self._can_lie(places), -1.0, clear)

    def _is_ball(self, place: Floats, rim: float) -> bool:
        no_cloth = self._no_cloth(place)
        good = rim >= _GOOD and no_cloth >= _NO_CLOTH and self._own(place) >= _NEW and self._weakest(place) >= _WEAKEST
        in_mouth = _within(bed_of(self._table).mouth, place, _MOUTH_M).any()
        clear = not in_mouth or (rim >= _GOOD_IN_MOUTH and no_cloth >= _NO_CLOTH_IN_MOUTH)
        return good and clear and not self._is_shadow(place)

    def _is_shadow(self, place: Floats) -> bool:
        """Whether there is nothing but cloth in less light: in its colour, and nowhere a lamp's gleam."""
        points = rims(self._camera, place[None], self._radius, _FIRST_SPOKES, np.array(_WITHIN)).reshape(-1, 2)
        light = self._picture.at(points)
        cloth = (light + FLOOR) / np.exp(sampled(self._cloth.ratio, points)) - FLOOR
        square = np.maximum((cloth**2).sum(axis=1), 1e-9)
        share = (light * cloth).sum(axis=1) / square
        off = np.sqrt(((light - share[:, None] * cloth) ** 2).sum(axis=1) / square)
        return bool(np.quantile(off, 0.9) < _SHADOWS_TINT and np.quantile(share, 0.97) < _SHADOWS_MOST)

    def _own(self, place: Floats) -> float:
        """Which share of a ball's whole disc is no cloth and belongs to no other ball."""
        points = rims(self._camera, place[None], self._radius, _FIRST_SPOKES, np.array(_EVENLY)).reshape(1, -1, 2)
        free = ~self._hidden(points, place[None])[0]
        return float(((sampled(self._cloth.other, points[0]) > 0.5) & free).mean())

    def _no_cloth(self, place: Floats) -> float:
        """Which share of what is seen of a ball is no cloth."""
        points = rims(self._camera, place[None], self._radius, _FIRST_SPOKES, np.array(_WITHIN)).reshape(1, -1, 2)
        hidden = self._hidden(points, place[None])[0]
        return float(sampled(self._cloth.other, points[0])[~hidden].mean()) if not hidden.all() else 0.0

    def _weakest(self, place: Floats) -> float:
        """How clear the rim is in the least clear of its four quarters that are in sight."""
        points = rims(self._camera, place[None], self._radius, SPOKES, self._edges.sides(place))[0]
        rim, hidden = edge(*sampled(self._cloth.ratio, points)), self._hidden(points.mean(axis=0)[None], place[None])[0]
        quarters = [(rim[part], ~hidden[part]) for part in np.array_split(np.arange(SPOKES), 4)]
        return min((float(rim[seen].mean()) for rim, seen in quarters if seen.sum() >= 4), default=0.0)

    def _can_lie(self, places: Floats) -> Bools:
        """(n,) whether a ball can lie there: on the bed, and not in another one."""
        reach = _OFF_NOSE * self._radius
        room = np.array([self._table.length_m, self._table.width_m]) - reach
        can = ((places > reach - 1e-9) & (places < room)).all(axis=1)
        others = np.array([ball.place for ball in self._found]).reshape(-1, 2)
        square = ((places[:, None] - others) ** 2).sum(axis=2)
        return np.asarray(can & (square >= (_APART * self._radius) ** 2).all(axis=1))

    def _settle(self) -> None:
        """Each once more, now that all others are known and only nearer ones hide; what others make up is none."""
        self._claims.by_depth = True
        for k in range(len(self._found)):
            ball = self._found.pop(k)
            self._found.insert(k, self._exact(np.array(ball.place)) or ball)
        self._claims.by_depth = False
        for ball in sorted(self._found, key=lambda ball: ball.rim):
            self._found.remove(ball)
            if ball.rim >= _GOOD_BETWEEN or self._own(np.array(ball.place)) >= _OWN:
                self._found.append(ball)


def _within(places: Floats, place: Floats | tuple[float, float], far: float) -> Bools:
    """(n,) which places are so near to one."""
    return np.asarray(((places - np.asarray(place)) ** 2).sum(axis=1) < far**2)


def _mean_in_sight(rim: Floats, hidden: Bools) -> tuple[Floats, Floats]:
    """(n,) the mean of (n, spokes) over those in sight, and (n,) which share is in sight."""
    seen = (~hidden).sum(axis=1)
    return (rim * ~hidden).sum(axis=1) / np.maximum(1, seen), seen / hidden.shape[1]
