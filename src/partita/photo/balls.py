"""Balls in a picture whose camera is known: where the rim of a sphere that lies on the bed is seen.

Candidates on a net over the bed; the best is taken and its place made exact, its pixels are claimed, and so on. A spoke
of a rim counts by how much the picture differs from inside to outside; where a ball taken before hides it, not at all.
"""

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from partita.photo.cloth import Cloth
from partita.photo.lens import place_of
from partita.photo.picture import Picture, sampled
from partita.photo.rims import radii_px, rims
from partita.table.geometry import bed_of
from partita.table.spec import TableSpec

Floats = NDArray[np.float64]
# Where so little is no cloth there is no ball.
_NET_M, _SOMETHING = 0.010, 0.25
_SPOKES, _FINE_SPOKES = 24, 48
# So far from the rim a first look is taken, px, and at these shares of its distance within.
_CLEAR_PX, _FILLED = 3.0, (0.0, 0.35, 0.6)
# A ball is one from here on, by its rim and by what is in it; fewer spokes in sight than this tell nothing.
_GOOD, _WEAKEST, _LEAST_SEEN = 0.55, 0.4, 0.33
# In a pocket's mouth, where much is dark, it must be clearer.
_MOUTH_M, _GOOD_IN_MOUTH, _FILLED_IN_MOUTH = 0.11, 0.75, 0.95
# Centres are two radii apart; measured ones a little less at times.
_APART = 1.88
_MOST = 26
# Rims are measured so far to both sides, in shares of the radius, in so many steps, across so much.
_REACHES, _STEPS, _HALF_PX = (0.30, 0.20, 0.14), 25, 1.4
# Cloth in a shadow keeps the proportion of its colours so nearly.
_SHADOW_TINT = 0.12
# How much a rim that looks wider counts against it, in spokes.
_WIDER_COUNTS = 6.0
# A JPEG keeps colours only half as finely as brightness: what they tell of an edge's place counts so much.
_COLOUR = 0.05
# Rings of equal areas; so much of a ball must be its own.
_FILLED_AT_LEAST = 0.6
_EVENLY, _NEW = (0.29, 0.5, 0.645, 0.76, 0.86, 0.95), 0.42
_WITHIN = (0.1, 0.3, 0.45, 0.6, 0.72, 0.82)


@dataclass(frozen=True)
class FoundBall:
    """A ball: its centre in m, how good its rim is (0 to 1), which share of it is seen."""

    place: tuple[float, float]
    rim: float
    in_sight: float
    filled: float
    weakest: float


def find_balls(picture: Picture, table: TableSpec, camera: Floats, cloth: Cloth | None = None) -> list[FoundBall]:
    """All balls on the bed, the clearest first."""
    return Search(picture, table, camera, cloth or Cloth(picture, table, camera)).all()


class Search:
    """One picture looked through for balls."""

    def __init__(self, picture: Picture, table: TableSpec, camera: Floats, cloth: Cloth) -> None:
        self._picture, self._table, self._camera, self._cloth = picture, table, camera, cloth
        self._radius = table.ball_radius_m
        self._eye = place_of(camera)
        self._scale = max(picture.width, picture.height) / 1600.0
        self._found: list[FoundBall] = []
        self._discs: dict[tuple[float, float], tuple[Floats, float, float]] = {}
        self._all_known = False

    def all(self) -> list[FoundBall]:
        """Taken one by one while there is a good one."""
        net = self._net()
        worth, _ = self._coarse(net)
        while len(self._found) < _MOST:
            k = int(np.argmax(worth))
            if worth[k] < 0.25:
                break
            ball = self._exact(net[k])
            near = ((net - net[k]) ** 2).sum(axis=1) < (1.2 * self._radius) ** 2
            if ball is None:
                worth[((net - net[k]) ** 2).sum(axis=1) < (0.35 * self._radius) ** 2] = -1.0
                continue
            self._found.append(ball)
            near |= ((net - np.array(ball.place)) ** 2).sum(axis=1) < (1.6 * self._radius) ** 2
            worth[near] = -1.0
            beside = (worth > 0) & (((net - np.array(ball.place)) ** 2).sum(axis=1) < (6 * self._radius) ** 2)
            if beside.any():
                worth[beside] = self._coarse(net[beside])[0]
        return self._settled()

    def _net(self) -> Floats:
        reach = self._radius * 0.93
        x = np.arange(reach, self._table.length_m - reach + 1e-6, _NET_M)
        y = np.arange(reach, self._table.width_m - reach + 1e-6, _NET_M)
        net = np.stack(np.meshgrid(x, y), axis=-1).reshape(-1, 2)
        within = sampled(self._cloth.other, rims(self._camera, net, self._radius, 4, np.array([0.0, 0.5])))
        return np.asarray(net[within.mean(axis=(1, 2)) > _SOMETHING])

    def _coarse(self, places: Floats) -> tuple[Floats, Floats]:
        """(n,) how much places look like balls, and (n,) the share in sight."""
        wide = np.clip(_CLEAR_PX * self._scale / radii_px(self._camera, places, self._radius), 0.15, 0.45)
        shares = np.column_stack([1 - 0.8 * wide, 1 + wide, *(np.full(len(wide), share) for share in _FILLED)])
        points = rims(self._camera, places, self._radius, _SPOKES, shares)
        other = sampled(self._cloth.other, points)
        ratio = sampled(self._cloth.ratio, points[:, :2])
        hidden = self._hidden(points[:, 0], places)
        step = np.clip(np.abs(ratio[:, 0] - ratio[:, 1]).sum(axis=2) / 0.9, 0.0, 1.0)
        rim = 0.6 * np.clip(other[:, 0] - other[:, 1], -0.5, 1.0) + 0.4 * step
        in_sight = 1.0 - hidden.mean(axis=1)
        seen_rim = (rim * ~hidden).sum(axis=1) / np.maximum(1, (~hidden).sum(axis=1))
        filled = other[:, 2:].mean(axis=(1, 2))
        worth = np.where(in_sight < _LEAST_SEEN, -1.0, 0.75 * seen_rim + 0.25 * filled - 0.15 * (1 - in_sight))
        return worth.astype(float), in_sight

    def _hidden(self, points: Floats, places: Floats) -> NDArray[np.bool_]:
        """(n, spokes) which points a ball taken before hides: it is nearer to the eye, and they are within its rim."""
        hidden = np.asarray(sampled(self._cloth.behind, points) > 0.5)
        far = self._far(places)
        for ball in self._found:
            middle, reach, its_far = self._disc(ball.place)
            # While balls are taken, what one has claimed is no evidence for another, be it nearer or not.
            nearer = (its_far < far) | (not self._all_known)
            hidden |= nearer[:, None] & (((points - middle) ** 2).sum(axis=2) < (1.06 * reach) ** 2)
        return hidden

    def _disc(self, place: tuple[float, float]) -> tuple[Floats, float, float]:
        """A ball's disc in the picture: its middle and radius in px, and how far from the eye it is, m squared."""
        if place not in self._discs:
            at = np.array([place])
            middle = rims(self._camera, at, self._radius, 16, np.array([1.0]))[0, 0].mean(axis=0)
            reach = float(radii_px(self._camera, at, self._radius)[0])
            self._discs[place] = (middle, reach, float(self._far(at)[0]))
        return self._discs[place]

    def _far(self, places: Floats) -> Floats:
        return np.asarray(((places - self._eye[:2]) ** 2).sum(axis=1))

    def _exact(self, place: Floats) -> FoundBall | None:
        """The place near by whose rim is clearest; None where none is clear enough."""
        if self._unclaimed(place) < 0.6 * _NEW:
            return None
        at, best = place, -1.0
        for step in (0.006, 0.003):
            shifts = step * np.stack(np.meshgrid((-1, 0, 1), (-1, 0, 1)), axis=-1).reshape(-1, 2)
            for _ in range(4):
                worth, _ = self._fine(at + shifts)
                k = int(np.argmax(worth))
                best = float(worth[k])
                if not shifts[k].any():
                    break
                at = at + shifts[k]
        if best < _GOOD or np.hypot(*(at - place)) > 1.2 * self._radius:
            return None
        for reach in _REACHES:
            at = self._measured(at, reach)
        worth, sight = self._fine(at[None])
        weakest, filled = self._weakest(at), self._filled(at)
        if worth[0] < _GOOD or weakest < _WEAKEST or filled < _FILLED_AT_LEAST or self._unclaimed(at) < _NEW:
            return None
        in_mouth = np.sqrt(((bed_of(self._table).mouth - at) ** 2).sum(axis=1)).min() < _MOUTH_M
        if in_mouth and (worth[0] < _GOOD_IN_MOUTH or filled < _FILLED_IN_MOUTH):
            return None
        return FoundBall((float(at[0]), float(at[1])), float(worth[0]), float(sight[0]), filled, weakest)

    def _half(self, place: Floats) -> float:
        """How far to both sides of a rim the picture is looked at, as a share of the radius: a pixel at least."""
        radius_px = radii_px(self._camera, place[None], self._radius)[0]
        return float(np.clip(_HALF_PX * self._scale / radius_px, 0.08, 0.2))

    def _measured(self, place: Floats, reach: float) -> Floats:
        """A place moved so that its rim lies where the picture changes most along each spoke."""
        shares, half = 1.0 + np.linspace(-reach, reach, _STEPS), 0.7 * self._half(place)
        points = rims(
            self._camera, place[None], self._radius, _FINE_SPOKES, np.concatenate([shares - half, shares + half])
        )
        # In linear light: there a blurred edge stays where it was.
        light, ratio = self._picture.at(points[0]), sampled(self._cloth.ratio, points[0])
        luma = sampled(self._picture.luma, points[0])
        clear = _edge(ratio[:_STEPS], ratio[_STEPS:])
        step = np.abs(luma[:_STEPS] - luma[_STEPS:]) + _COLOUR * np.abs(light[:_STEPS] - light[_STEPS:]).sum(axis=-1)
        strength = np.sqrt(clear) * step
        top = np.clip(strength.argmax(axis=0), 1, _STEPS - 2)
        spoke = np.arange(_FINE_SPOKES)
        height, before, after = strength[top, spoke], strength[top - 1, spoke], strength[top + 1, spoke]
        bow = before - 2 * height + after
        fine = np.where(bow < -1e-9, 0.5 * (before - after) / np.where(bow < -1e-9, bow, -1.0), 0.0)
        off = (shares[top] - 1.0) + np.clip(fine, -0.5, 0.5) * (shares[1] - shares[0])
        nudges = np.array([[0.0, 0.0], [1e-3, 0.0], [0.0, 1e-3]])
        rim = rims(self._camera, place + nudges, self._radius, _FINE_SPOKES, np.array([1.0]))[:, 0]
        middle = rim[0].mean(axis=0)
        out = rim[0] - middle
        length = np.sqrt((out**2).sum(axis=1))
        # Beside the place, how much wider all of it looks than it is: bright balls in dark surroundings do.
        slope = np.stack(
            [((rim[k] - rim[0]) * out).sum(axis=1) / length / 1e-3 for k in (1, 2)] + [100.0 * np.ones(len(length))],
            axis=1,
        )
        hidden = self._hidden(rim[:1], place[None])[0]
        # A ball's lower side lies in its own shade: its edge is faint there, and often is none of the rim.
        sure = np.minimum(1.0, height / max(1e-5, float(np.quantile(height, 0.7)))) ** 2 * ~hidden
        target = off * length
        found = np.zeros(3)
        for _ in range(6):
            left = (target - slope @ found) / (0.06 * length)
            weight = sure / (1.0 + left**2) ** 2
            square = slope.T @ (slope * weight[:, None]) + np.diag([1e-3, 1e-3, 1e4 * _WIDER_COUNTS])
            found = np.linalg.solve(square, slope.T @ (target * weight))
        shift = found[:2]
        most = reach * self._radius
        moved = place + shift * min(1.0, most / max(1e-9, float(np.hypot(*shift))))
        return moved if self._inside(moved[None])[0] else place

    def _unclaimed(self, place: Floats) -> float:
        """Which share of a ball's whole disc is no cloth and belongs to no other ball."""
        points = rims(self._camera, place[None], self._radius, _SPOKES, np.array(_EVENLY))[0].reshape(1, -1, 2)
        free = ~self._hidden(points, place[None])[0]
        return float(((sampled(self._cloth.other, points[0]) > 0.5) & free).mean())

    def _filled(self, place: Floats) -> float:
        """Which share of what is seen of a ball is no cloth."""
        points = rims(self._camera, place[None], self._radius, _SPOKES, np.array(_WITHIN))[0].reshape(1, -1, 2)
        hidden = self._hidden(points, place[None])[0]
        return float(sampled(self._cloth.other, points[0])[~hidden].mean()) if not hidden.all() else 0.0

    def _weakest(self, place: Floats) -> float:
        """How clear the rim is in the least clear of its four quarters that are in sight."""
        half = self._half(place)
        points = rims(self._camera, place[None], self._radius, _FINE_SPOKES, np.array([1.0 - half, 1.0 + half]))[0]
        rim = _edge(*sampled(self._cloth.ratio, points))
        hidden = self._hidden(points.mean(axis=0)[None], place[None])[0]
        quarters = [(rim[part], ~hidden[part]) for part in np.array_split(np.arange(_FINE_SPOKES), 4)]
        return min(float(rim[there].mean()) for rim, there in quarters if there.sum() >= 4)

    def _fine(self, places: Floats) -> tuple[Floats, Floats]:
        """(n,) how clear the rims at places are, and (n,) the share in sight."""
        half = self._half(places[0])
        points = rims(self._camera, places, self._radius, _FINE_SPOKES, np.array([1.0 - half, 1.0 + half]))
        ratio = sampled(self._cloth.ratio, points)
        rim = _edge(ratio[:, 0], ratio[:, 1])
        hidden = self._hidden(points.mean(axis=1), places)
        in_sight = 1.0 - hidden.mean(axis=1)
        worth = (rim * ~hidden).sum(axis=1) / np.maximum(1, (~hidden).sum(axis=1))
        inside = self._inside(places)
        return np.where((in_sight < _LEAST_SEEN) | ~inside, -1.0, worth), in_sight

    def _inside(self, places: Floats) -> NDArray[np.bool_]:
        """Whether a ball can lie there: on the bed, and not in another one."""
        reach = 0.9 * self._radius
        room = np.array([self._table.length_m, self._table.width_m]) - reach
        inside = ((places > reach) & (places < room)).all(axis=1)
        for ball in self._found:
            inside &= ((places - np.array(ball.place)) ** 2).sum(axis=1) > (_APART * self._radius) ** 2
        return np.asarray(inside)

    def _settled(self) -> list[FoundBall]:
        """Each once more, now that all others are known."""
        self._all_known = True
        for k, ball in enumerate(list(self._found)):
            others = self._found[:k] + self._found[k + 1 :]
            kept, self._found = self._found, others
            again = self._exact(np.array(ball.place))
            self._found = [*kept[:k], again or ball, *kept[k + 1 :]]
        return sorted(self._found, key=lambda ball: -ball.rim)


def _edge(inside: NDArray[np.float32], outside: NDArray[np.float32]) -> Floats:
    """(...) how clearly two lights (..., 3) over the cloth's differ, 0 to 1, the rim of a ball between them.

    A change of tint counts twice one of brightness; where the inside looks like cloth in a shadow, it counts little.
    """
    step = inside - outside
    bright = step.mean(axis=-1)
    tint = np.sqrt(((step - bright[..., None]) ** 2).sum(axis=-1))
    dark = inside.mean(axis=-1)
    own = ((inside - dark[..., None]) ** 2).sum(axis=-1)
    shadow = np.exp(-own / _SHADOW_TINT**2) * ((dark < -0.05) & (dark > -1.1))
    return np.asarray(np.tanh(2.2 * tint + 1.1 * np.abs(bright)) * (1.0 - 0.7 * shadow))
