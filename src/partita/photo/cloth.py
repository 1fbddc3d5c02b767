"""What a picture would show without balls, and what differs from that.

On the bed: lamps and wear make the cloth's light vary slowly, so its logarithm is a polynomial of the place, fitted so
that balls do not count. Behind it: the faces and tops of the far cushions and rails look alike along their length, so
theirs is one of the place along the rail for each height. What the near cushions hide is marked.
"""

import numpy as np
from numpy.typing import NDArray

from partita.photo.lens import place_of, rays_of, seen
from partita.photo.picture import Picture
from partita.photo.sampled import Light, sampled
from partita.table.spec import TableSpec

Floats = NDArray[np.float64]
Bools = NDArray[np.bool_]
_ORDER, _CELL_M, _ROUNDS = 5, 0.016, 6
# Behind the bed: so far up, in such steps, m.
_UP_M, _STEP_M = 0.11, 0.004
# Light below this is noise.
FLOOR = 0.02
# Between pixels whose rays are worked out, px.
_STEP_PX = 8
# What is surely no cloth any more: proportions of colours, lighter, darker (logarithms).
_TINT, _LIGHTER, _DARKER = 0.16, 0.25, 0.85


class Cloth:
    """ratio : (rows, columns, 3) logarithm of a pixel's light over what would be there without balls;
    other : (rows, columns) 0 to 1, how surely there is something else; behind : (rows, columns) 1 where a near cushion
    hides the bed. Meaningful on the bed and right behind it."""

    def __init__(self, picture: Picture, table: TableSpec, camera: Floats) -> None:
        self._table, self._camera = table, camera
        logs = np.log(picture.light + FLOOR)
        expected = np.broadcast_to(logs.mean(axis=(0, 1)), logs.shape).copy()
        box = self._box(picture)
        eye, rays = place_of(camera), _rays(camera, box)
        nose = 2 * table.ball_radius_m * table.nose_height
        bed = eye[:2] - (eye[2] / rays[..., 2:]) * rays[..., :2]
        over = eye[:2] - ((eye[2] - nose) / rays[..., 2:]) * rays[..., :2]
        self._fit(picture)
        expected[box] = self._on_bed(bed)
        behind = np.zeros(logs.shape[:2], dtype=np.float32)
        for axis, edge, out in ((1, 0.0, -1.0), (1, table.width_m, 1.0), (0, 0.0, -1.0), (0, table.length_m, 1.0)):
            if (eye[axis] - edge) * out < 0:
                self._far_side(logs[box], expected[box], eye, rays, bed, axis, edge, out)
            else:
                behind[box] = np.maximum(behind[box], (over[..., axis] - edge) * out > 0)
        self.behind: Light = behind
        self.ratio: Light = (logs - expected).astype(np.float32)
        self.other = _unlike(self.ratio)

    def brightness(self, place: Floats) -> float:
        """How bright the cloth is at a place (2,) m, over its mean."""
        here = np.exp(self._terms(place[None]) @ self._factors).mean()
        return float(np.clip(here / self._mean, 0.05, 20.0))

    def _box(self, picture: Picture) -> tuple[slice, slice]:
        """The part of the picture in which the bed lies, and a little more."""
        table = self._table
        corners = np.array([[x, y, z] for x in (0, table.length_m) for y in (0, table.width_m) for z in (0, 0.15)])
        pixels = seen(self._camera, corners.astype(float))
        (left, top), (right, bottom) = np.nanmin(pixels, axis=0) - 24, np.nanmax(pixels, axis=0) + 24
        return (
            slice(int(np.clip(top, 0, picture.height - 2)), int(np.clip(bottom, 2, picture.height))),
            slice(int(np.clip(left, 0, picture.width - 2)), int(np.clip(right, 2, picture.width))),
        )

    def _fit(self, picture: Picture) -> None:
        x = np.arange(0.02, self._table.length_m - 0.02, _CELL_M)
        y = np.arange(0.02, self._table.width_m - 0.02, _CELL_M)
        places = np.stack(np.meshgrid(x, y), axis=-1).reshape(-1, 2)
        light = picture.at(seen(self._camera, np.column_stack([places, np.zeros(len(places))])))
        terms = self._terms(places)
        self._factors = _robust(terms, np.log(light + FLOOR).astype(float))
        self._mean = float(np.exp(terms @ self._factors).mean())

    def _terms(self, places: Floats) -> Floats:
        u = 2 * places[..., 0] / self._table.length_m - 1
        v = 2 * places[..., 1] / self._table.width_m - 1
        return np.stack([u**i * v**j for i in range(_ORDER + 1) for j in range(_ORDER + 1 - i)], axis=-1)

    def _on_bed(self, bed: Floats) -> Light:
        """(rows, columns, 3) of the bed as if it went on; worked out on a coarse net."""
        inside = np.clip(bed[::_STEP_PX, ::_STEP_PX], 0.0, (self._table.length_m, self._table.width_m))
        coarse = (self._terms(inside) @ self._factors).astype(np.float32)
        coarse = np.pad(coarse, ((0, 1), (0, 1), (0, 0)), mode="edge")
        rows, columns = bed.shape[:2]
        fine = np.stack(np.meshgrid(np.arange(columns), np.arange(rows)), axis=-1) / _STEP_PX
        return sampled(coarse, fine)

    def _far_side(
        self, logs: Light, expected: Light, eye: Floats, rays: Light, bed: Floats, axis: int, edge: float, out: float
    ) -> None:
        """Write over `expected` what a far cushion and its rail look like, where they are seen over the bed."""
        size = (self._table.length_m, self._table.width_m)[1 - axis]
        rows, columns = np.nonzero((bed[..., axis] - edge) * out > 0)
        ray = rays[rows, columns]
        t = (edge - eye[axis]) / ray[:, axis]
        height, along = eye[2] + t * ray[:, 2], eye[1 - axis] + t * ray[:, 1 - axis]
        near = (height > -0.004) & (height < _UP_M) & (along > -0.05) & (along < size + 0.05)
        rows, columns, height, along = rows[near], columns[near], height[near], along[near]
        steps = (height / _STEP_M).astype(int)
        for step in np.unique(steps):
            mine = np.flatnonzero(steps == step)
            if len(mine) < 12:
                continue
            u = 2 * along[mine] / size - 1
            terms = np.column_stack([np.ones_like(u), u, u**2, u**3]).astype(float)
            thin = slice(None, None, max(1, len(mine) // 1500))
            seen_there = logs[rows[mine], columns[mine]]
            factors = _robust(terms[thin], seen_there[thin].astype(float))
            expected[rows[mine], columns[mine]] = (terms @ factors).astype(np.float32)


def _rays(camera: Floats, box: tuple[slice, slice]) -> Light:
    """(rows, columns, 3) directions of a box's pixels in the table's frame, always downward; smooth, so that a coarse
    net of them is enough."""
    rows = np.arange(box[0].start, box[0].stop + _STEP_PX, _STEP_PX)
    columns = np.arange(box[1].start, box[1].stop + _STEP_PX, _STEP_PX)
    pixels = np.stack(np.meshgrid(columns, rows), axis=-1).astype(float)
    coarse = rays_of(camera, pixels)
    height, width = box[0].stop - box[0].start, box[1].stop - box[1].start
    fine = np.stack(np.meshgrid(np.arange(width), np.arange(height)), axis=-1) / _STEP_PX
    rays = sampled(coarse.astype(np.float32), fine)
    rays[..., 2] = np.minimum(rays[..., 2], -1e-4)
    return rays


def _robust(terms: Floats, logs: Floats) -> Floats:
    """(terms, 3) factors by least squares in which what lies far off does not count."""
    weight = np.ones(len(terms))
    for _ in range(_ROUNDS):
        weighted = terms * weight[:, None]
        square = terms.T @ weighted + 1e-6 * len(terms) * np.eye(terms.shape[1])
        factors = np.linalg.solve(square, weighted.T @ logs)
        off = logs - terms @ factors
        spread = 1.48 * np.median(np.abs(off - np.median(off, axis=0)), axis=0) + 0.01
        weight = 1.0 / (1.0 + ((off / (2.0 * spread)) ** 2).sum(axis=1)) ** 2
    return np.asarray(factors)


def _unlike(ratio: Light) -> Light:
    bright = ratio.mean(axis=2)
    tint = ((ratio - bright[..., None]) ** 2).sum(axis=2) / _TINT**2
    step = np.where(bright > 0, bright / _LIGHTER, bright / _DARKER) ** 2
    return np.asarray(1.0 - np.exp(-0.5 * (tint + step)), dtype=np.float32)
