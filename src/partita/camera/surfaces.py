"""What a ray of the simulated camera meets first, and the light that comes back from there."""

import numpy as np
from numpy.typing import NDArray

from partita.camera.glyphs import glyph
from partita.camera.light import Cloth, lit
from partita.camera.scene import Ball, Body, Rod, Room
from partita.table.geometry import Bed, bed_of

Floats = NDArray[np.float64]
Bools = NDArray[np.bool_]
# Height of the bed over the floor, how far down a table's sides go, how far the walls are, m.
_FLOOR_M, _APRON_M, _WALL_M = 0.78, 0.30, 5.0
_UP = np.array([0.0, 0.0, 1.0])
# So often a ray goes on until it has met a slope: each time within a third of what was left.
_MEETINGS = 5
_LEATHER = np.array([0.012, 0.010, 0.009])


class Look:
    """A room, ready to be looked at."""

    def __init__(self, room: Room) -> None:
        self._room, self._bed, self._cloth = room, bed_of(room.table), Cloth(room)

    def __call__(self, eye: Floats, rays: Floats) -> tuple[Floats, NDArray[np.int16]]:
        """(n, 3) light from directions (n, 3), and (n,) a number for what is met, to find edges by."""
        light, what = self._background(eye, rays)
        far = np.full(len(rays), np.inf)
        for k, body in enumerate([*self._room.others, self._room.body]):
            self._table(eye, rays, body, k, light, what, far)
        for k, ball in enumerate(self._room.balls):
            self._ball(eye, rays, ball, 100 + k, light, what, far)
        for k, rod in enumerate(self._room.rods):
            self._rod(eye, rays, rod, 200 + k, light, what, far)
        return light, what

    def _background(self, eye: Floats, rays: Floats) -> tuple[Floats, NDArray[np.int16]]:
        """Floor, and walls where it would be far away."""
        room, down = self._room, np.minimum(rays[:, 2], -1e-3)
        away = -(eye[2] + _FLOOR_M) / down
        points = eye + np.minimum(away, 3 * _WALL_M)[:, None] * rays
        is_wall = (away > 3 * _WALL_M) | (np.hypot(points[:, 0] - 1.2, points[:, 1] - 0.6) > _WALL_M)
        weave = 1.0 + 0.15 * np.sign(np.sin(points[:, 0] * 9.0) * np.sin(points[:, 1] * 9.0))
        glow = lit(points, np.broadcast_to(_UP, points.shape), room) + 0.4 * room.ambient
        light = np.where(is_wall[:, None], room.wall * room.ambient * (1.1 + 0.3 * rays[:, 2:]), 0.0)
        light = np.where(is_wall[:, None], light, room.floor * glow * weave[:, None])
        return light, np.where(is_wall, 1, 0).astype(np.int16)

    def _table(
        self, eye: Floats, rays: Floats, body: Body, k: int, light: Floats, what: NDArray[np.int16], far: Floats
    ) -> None:
        down = rays[:, 2] < -1e-3
        shift = np.append(body.at, 0.0)
        border = body.cushion_m + body.rail_m
        size = np.array([self._bed.length, self._bed.width])
        at, t = np.full((len(rays), 2), 9e3), np.full(len(rays), np.inf)
        height = np.full(int(down.sum()), body.top_m)
        # The rubber's top falls from the rail to the nose: where a ray meets it is found by going on from the rail's
        # height.
        for _ in range(_MEETINGS):
            t[down] = (height - eye[2]) / rays[down, 2]
            at[down] = (eye + t[down, None] * rays[down] - shift)[:, :2]
            fall = 1.0 - np.clip(_outside(at[down], size) / body.cushion_m, 0.0, 1.0)
            height = body.top_m - (body.top_m - body.nose_m) * fall
        apron = _meets_box(
            eye - shift, rays, np.append(-np.full(2, border), -_APRON_M), np.append(size + border, body.top_m)
        )
        light[apron], what[apron] = 0.25 * body.wood * self._room.ambient, 10 + 8 * k
        mine = np.flatnonzero(_outside(at, size) < border)
        light[mine], what[mine], far[mine] = self._top(eye, rays[mine], at[mine], t[mine], body, k)

    def _top(
        self, eye: Floats, rays: Floats, at: Floats, t: Floats, body: Body, k: int
    ) -> tuple[Floats, NDArray[np.int16], Floats]:
        """Light, number and distance of rays that meet a table within its border, at (n, 2) on its top."""
        bed, size = self._bed, np.array([self._bed.length, self._bed.width])
        out, hole, throat = _outside(at, size), _in_hole(bed, at, 0.0), _in_throat(bed, at)
        shift = np.append(body.at, 0.0)
        points = np.column_stack([at, np.full(len(at), body.top_m)]) + shift
        top_light = lit(points, np.broadcast_to(_UP, points.shape), self._room)
        light, what = body.wood * top_light * _sights(at, out, body, size)[:, None], np.full(len(at), 11 + 8 * k)
        cushion = out < body.cushion_m
        # The rubber's top falls toward the bed: it has its own light.
        slope = _slopes(at, size)
        light[cushion], what[cushion] = body.cloth * lit(points[cushion], slope[cushion], self._room), 12 + 8 * k
        rim = _in_hole(bed, at, 0.014) & ~hole & (out > 0)
        light[rim], what[rim] = 2.5 * _LEATHER * top_light[rim], 13 + 8 * k
        is_open = (out <= 0) | hole | throat
        deep = -eye[2] / rays[:, 2]
        below = (eye + deep[:, None] * rays - shift)[:, :2]
        dark, on_bed = is_open & _in_hole(bed, below, 0.0), is_open & (_outside(below, size) < 0.004)
        throat_bed = is_open & ~on_bed & _in_throat(bed, below)
        face = is_open & ~dark & ~on_bed & ~throat_bed
        light[face], what[face] = 0.45 * body.cloth * lit(points[face], -slope[face], self._room), 14 + 8 * k
        for places in (on_bed, throat_bed):
            light[places], what[places] = self._bed_light(body, below[places], shift), 15 + 8 * k
        lost = dark | (face & hole)
        light[lost], what[lost] = _LEATHER * (0.2 + top_light[lost]), 16 + 8 * k
        far = np.where(is_open, deep, t)
        return light, what.astype(np.int16), far

    def _bed_light(self, body: Body, places: Floats, shift: Floats) -> Floats:
        if body is self._room.body:
            return self._cloth.at(places)
        points = np.column_stack([places, np.zeros(len(places))]) + shift
        return body.cloth * lit(points, np.broadcast_to(_UP, points.shape), self._room)

    def _ball(
        self, eye: Floats, rays: Floats, ball: Ball, number: int, light: Floats, what: NDArray[np.int16], far: Floats
    ) -> None:
        radius = self._room.table.ball_radius_m
        toward = ball.centre - eye
        distance = float(np.linalg.norm(toward))
        cosine = rays @ (toward / distance)
        near = np.flatnonzero(cosine > np.sqrt(1.0 - (radius / distance) ** 2))
        along = cosine[near] * distance
        t = along - np.sqrt(np.maximum(0.0, radius**2 - (distance**2 - along**2)))
        near, t = near[t < far[near]], t[t < far[near]]
        points = eye + t[:, None] * rays[near]
        normals = (points - ball.centre) / radius
        light[near], what[near], far[near] = self._ball_light(ball, points, normals, rays[near]), number, t

    def _ball_light(self, ball: Ball, points: Floats, normals: Floats, rays: Floats) -> Floats:
        room, paint = self._room, _painted(ball, normals)
        below = np.clip(0.5 - 0.5 * normals[:, 2:], 0.0, 1.0) ** 1.5
        under = self._cloth.at(points[:, :2]) if _is_over(room, points) else room.floor * room.ambient
        light = paint * (lit(points, normals, room) * (1.0 - 0.8 * below) + 0.7 * below * under)
        back = rays - 2.0 * (rays * normals).sum(axis=1, keepdims=True) * normals
        edge = 0.04 + 0.6 * (1.0 + (rays * normals).sum(axis=1)) ** 5
        light = light + edge[:, None] * room.ambient * np.clip(0.3 + back[:, 2:], 0.0, 1.0) * 0.5
        for lamp in room.lamps:
            toward = lamp.place - points
            distance = np.sqrt((toward**2).sum(axis=1))
            off = np.arccos(np.clip((back * toward).sum(axis=1) / distance, -1.0, 1.0))
            shine = np.exp(-0.5 * (off / (0.05 + 0.5 * lamp.radius / distance)) ** 2)
            light = light + (0.9 * shine)[:, None] * lamp.light
        return np.asarray(light)

    def _rod(
        self, eye: Floats, rays: Floats, rod: Rod, number: int, light: Floats, what: NDArray[np.int16], far: Floats
    ) -> None:
        axis = rod.end - rod.start
        length = float(np.linalg.norm(axis))
        axis = axis / length
        cross = np.cross(rays, axis)
        size = np.sqrt((cross**2).sum(axis=1))
        gap = np.abs(cross @ (rod.start - eye)) / np.maximum(size, 1e-9)
        near = np.flatnonzero(gap < rod.radius)
        toward = rod.start - eye
        flat = rays[near] - (rays[near] @ axis)[:, None] * axis
        flat_toward = toward - (toward @ axis) * axis
        square = (flat**2).sum(axis=1)
        middle = (flat @ flat_toward) / square
        half = np.sqrt(np.maximum(0.0, (rod.radius**2 - gap[near] ** 2) / square))
        t = middle - half
        points = eye + t[:, None] * rays[near]
        along = (points - rod.start) @ axis
        keep = (along > 0) & (along < length) & (t > 0) & (t < far[near])
        near, points, along, t = near[keep], points[keep], along[keep], t[keep]
        normals = (points - rod.start - along[:, None] * axis) / rod.radius
        light[near], what[near], far[near] = rod.colour * lit(points, normals, self._room), number, t


def _meets_box(eye: Floats, rays: Floats, low: Floats, high: Floats) -> Bools:
    """(n,) whether rays meet a box."""
    safe = np.where(np.abs(rays) > 1e-9, rays, 1e-9)
    one, other = (low - eye) / safe, (high - eye) / safe
    enters, leaves = np.minimum(one, other).max(axis=1), np.maximum(one, other).min(axis=1)
    return np.asarray((enters < leaves) & (enters > 0))


def _outside(at: Floats, size: Floats) -> Floats:
    """(n,) how far outside the noses a place is; below zero within."""
    return np.asarray(np.maximum(np.maximum(-at[:, 0], at[:, 0] - size[0]), np.maximum(-at[:, 1], at[:, 1] - size[1])))


def _in_hole(bed: Bed, at: Floats, wider: float) -> Bools:
    found = np.zeros(len(at), dtype=bool)
    for x, y, radius in bed.drop:
        found |= (at[:, 0] - x) ** 2 + (at[:, 1] - y) ** 2 < (radius + wider) ** 2
    return found


def _in_throat(bed: Bed, at: Floats) -> Bools:
    """Between the facings of a pocket."""
    found = np.zeros(len(at), dtype=bool)
    for mouth, starts, normals, drop in zip(bed.mouth, bed.facing_start, bed.facing_normal, bed.drop, strict=True):
        near = ((at - drop[:2]) ** 2).sum(axis=1) < (np.linalg.norm(mouth - drop[:2]) + 0.06) ** 2
        for start, normal in zip(starts, normals, strict=True):
            near &= (at - start) @ normal > 0
        beyond = (at - drop[:2]) @ (drop[:2] - mouth) < 0
        found |= near & beyond
    return found


def _slopes(at: Floats, size: Floats) -> Floats:
    """(n, 3) normals of the rubber's top: up, and a little toward the bed."""
    edge = np.stack([-at[:, 0], at[:, 0] - size[0], -at[:, 1], at[:, 1] - size[1]], axis=1).argmax(axis=1)
    tilt = 0.35
    inward = np.array([[1.0, 0.0], [-1.0, 0.0], [0.0, 1.0], [0.0, -1.0]])[edge] * np.sin(tilt)
    return np.column_stack([inward, np.full(len(at), np.cos(tilt))])


def _sights(at: Floats, out: Floats, body: Body, size: Floats) -> Floats:
    """(n,) the rails' own lightness: grain, and the sights at the diamonds."""
    middle = body.cushion_m + 0.5 * body.rail_m
    grain = 1.0 + 0.12 * np.sin(180.0 * at[:, 0] + 6.0 * np.sin(14.0 * at[:, 1])) * np.sin(40.0 * at[:, 1])
    step = size[0] / 8
    off_x, off_y = (
        np.abs((at[:, 0] / step + 0.5) % 1.0 - 0.5) * step,
        np.abs((at[:, 1] / step + 0.5) % 1.0 - 0.5) * step,
    )
    on_long = (at[:, 0] > 0.1) & (at[:, 0] < size[0] - 0.1)
    off = np.where(on_long, off_x, off_y)
    return np.where((np.abs(out - middle) < 0.006) & (off < 0.006), 9.0, grain)


def _is_over(room: Room, points: Floats) -> bool:
    middle = points[:, :2].mean(axis=0) if len(points) else np.zeros(2)
    return bool(_outside(middle[None], np.array([room.table.length_m, room.table.width_m]))[0] < 0.1)


def _painted(ball: Ball, normals: Floats) -> Floats:
    """(n, 3) the colour at each place of a ball."""
    own = normals @ ball.turn.T
    if ball.kind == "plain":
        return np.broadcast_to(ball.colour, normals.shape).copy()
    paint = np.broadcast_to(ball.colour, normals.shape).copy()
    if ball.kind == "stripe":
        paint[np.abs(own[:, 2]) > 0.55] = ball.white
    # The numbers stand at both ends of an axis in the band.
    side = np.hypot(own[:, 1], own[:, 2])
    disc = side < 0.34
    paint[disc] = ball.white
    ink = glyph(ball.number)
    rows = np.clip(((own[:, 2] / 0.56 + 0.5) * (len(ink) - 1)).round().astype(int), 0, len(ink) - 1)
    columns = np.clip(
        ((own[:, 1] * np.sign(own[:, 0]) / 0.56 + 0.5) * (len(ink) - 1)).round().astype(int), 0, len(ink) - 1
    )
    inked = disc & (side < 0.27) & (ink[rows, columns] > 0.5)
    paint[inked] = 0.02
    return paint
