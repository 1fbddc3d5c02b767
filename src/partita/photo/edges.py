"""What edges a table shows a camera, and how well a picture has them there.

Two kinds. *Border*: where the cushions' cloth ends and the rail begins; seen all round, at the cushion's width from the
noses, on a light that tells cloth from what is beside it. *Nose*: where the rubber ends over the bed; the far ones have
their dark face below, the near ones hide a strip of the bed.
"""

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from partita.photo.lens import CUSHION, place_of, seen
from partita.photo.picture import Picture
from partita.photo.sampled import Light, sampled
from partita.table.geometry import bed_of
from partita.table.spec import TableSpec

Floats = NDArray[np.float64]
# Points a metre along an edge, and how far from a pocket they keep, m.
_DENSE, _CLEAR_M = 26.0, 0.03
# The rail's top over the nose, m.
_OVER_NOSE_M = 0.003
BORDER, FAR_NOSE, NEAR_NOSE = range(3)
# What each kind counts for: the border is drawn sharply where it is told from the rail; near noses are faint.
_WEIGHTS = np.array([1.0, 0.8, 0.4])


@dataclass(frozen=True)
class Edges:
    """Points on edges of a table. points : (n, 3) m on the noses; out : (n, 3) unit vectors away from the bed;
    is_border : (n,) whether they lie a cushion's width further out; side : (n,) of the four, as `spec.CUSHIONS`."""

    points: Floats
    out: Floats
    is_border: NDArray[np.bool_]
    side: NDArray[np.int64]

    def of(self, cameras: Floats) -> Floats:
        """(..., n, 3) m the points for the cushions' widths of cameras."""
        return np.asarray(self.points + self.out * (self.is_border * cameras[..., CUSHION, None])[..., None])

    def kinds(self, camera: Floats) -> NDArray[np.int64]:
        """(n,) border, far nose or near nose as one camera sees them."""
        toward = place_of(camera) - self.points
        return np.where(self.is_border, BORDER, np.where((toward * self.out).sum(axis=1) < 0, FAR_NOSE, NEAR_NOSE))

    def apart(self, camera: Floats) -> Floats:
        """(n,) px how wide the cushion looks beside each: so far off lies the next edge, at most."""
        across = seen(camera, self.points + self.out * camera[CUSHION]) - seen(camera, self.points)
        return np.asarray(np.sqrt((across**2).sum(axis=1)))


def edges_of(table: TableSpec) -> Edges:
    """All of a table's, clear of its pockets."""
    bed = bed_of(table)
    nose = 2 * table.ball_radius_m * table.nose_height
    half, quarter = (bed.nose_x[0], bed.nose_x[1]), (bed.nose_x[2], bed.nose_x[3])
    parts: list[tuple[int, Floats, Floats]] = []
    for side, y, out in ((0, 0.0, -1.0), (1, bed.width, 1.0)):
        for ends in (half, quarter):
            x = _along(*ends)
            parts.append((side, np.column_stack([x, np.full(len(x), y)]), np.array([0.0, out, 0.0])))
    for side, x_end, out in ((2, 0.0, -1.0), (3, bed.length, 1.0)):
        y_at = _along(bed.nose_y[0], bed.nose_y[1])
        parts.append((side, np.column_stack([np.full(len(y_at), x_end), y_at]), np.array([out, 0.0, 0.0])))
    points, outs, border, sides = [], [], [], []
    for side, flat, out_of in parts:
        for is_border in (True, False):
            height = nose + (_OVER_NOSE_M if is_border else 0.0)
            points.append(np.column_stack([flat, np.full(len(flat), height)]))
            outs.append(np.broadcast_to(out_of, (len(flat), 3)))
            border.append(np.full(len(flat), is_border))
            sides.append(np.full(len(flat), side))
    return Edges(np.concatenate(points), np.concatenate(outs), np.concatenate(border), np.concatenate(sides))


def _along(begin: float, end: float) -> Floats:
    length = end - begin - 2 * _CLEAR_M
    return np.linspace(begin + _CLEAR_M, end - _CLEAR_M, max(8, round(length * _DENSE)))


class Contrast:
    """Two lights of a picture in which edges are looked for. cloth : (rows, columns), 1 on cloth and 0 on what is
    beside it, linear in the picture's light; shine : (rows, columns) brightness over that of the bed near by."""

    def __init__(self, picture: Picture, table: TableSpec, camera: Floats) -> None:
        bed, beside = _cloth_and_rail(picture, table, camera)
        self.cloth = _told_apart(picture.light, bed, beside)
        bright = picture.light.mean(axis=2)
        self.shine = np.asarray(bright / max(1e-4, float(np.median(bed.mean(axis=1)))), dtype=np.float32)

    def steps(
        self, pixels: Floats, normals: Floats, kinds: NDArray[np.int64], reach_px: Floats, is_sweep: bool = False
    ) -> Floats:
        """(..., n) how strongly an edge of its kind is there, about 1 for a clear one, across reaches (n,) px.

        pixels, normals : (..., n, 2); normals point away from the bed. In a sweep the first axis goes across an edge:
        its steps are over the same light and as large as they are, or it would be found on its dark side.
        """
        inside, outside = pixels - reach_px[:, None] * normals, pixels + reach_px[:, None] * normals
        border = sampled(self.cloth, inside) - sampled(self.cloth, outside)
        one, other = sampled(self.shine, inside), sampled(self.shine, outside)
        both = (one + other).mean(axis=0) if is_sweep else one + other
        step = 2.0 * (other - one) / (both + 0.1)
        found = np.where(kinds == BORDER, border, np.where(kinds == FAR_NOSE, step, np.abs(step)))
        return np.asarray((found if is_sweep else np.clip(found, -0.5, 1.0)) * _WEIGHTS[kinds])


def _cloth_and_rail(picture: Picture, table: TableSpec, camera: Floats) -> tuple[Light, Light]:
    """(n, 3) light of the bed, and of what lies beside the cushions, as a first camera has it."""
    x, y = np.meshgrid(np.linspace(0.06, 0.94, 60), np.linspace(0.10, 0.90, 40))
    inner = np.column_stack([x.ravel() * table.length_m, y.ravel() * table.width_m, np.zeros(x.size)])
    edges = edges_of(table)
    outer = edges.points[edges.is_border] + 0.085 * edges.out[edges.is_border]
    return picture.at(seen(camera, inner)), picture.at(seen(camera, outer))


def _told_apart(light: Light, cloth: Light, beside: Light) -> Light:
    """Fisher's linear discriminant of the two, 1 and 0 at their middles; blown-up differences are cut.

    Fisher, "The use of multiple measurements in taxonomic problems", Annals of Eugenics 7, 1936 (from memory).
    """
    middle, other = np.median(cloth, axis=0), np.median(beside, axis=0)
    scatter = np.cov(_core(cloth).T) + np.cov(_core(beside).T)
    axis = np.linalg.solve(scatter + 1e-3 * np.trace(scatter) * np.eye(3) + 1e-9 * np.eye(3), middle - other)
    span = float(axis @ (middle - other))
    if span < 1e-9:
        return np.zeros(light.shape[:2], dtype=np.float32)
    axis = (axis / span).astype(np.float32)
    return np.asarray(np.clip(light @ axis - np.float32(other @ axis), -0.5, 1.5), dtype=np.float32)


def _core(colours: Light) -> Light:
    """Without the third that lies farthest from the middle: balls, lines, lamps."""
    far = np.abs(colours - np.median(colours, axis=0)).sum(axis=1)
    return np.asarray(colours[far <= np.quantile(far, 0.67)])


def normals_of(edges: Edges, cameras: Floats, points: Floats, pixels: Floats) -> Floats:
    """(..., n, 2) unit normals of the edges in the picture, away from the bed."""
    along = np.cross(edges.out, (0.0, 0.0, 1.0))
    beside = seen(cameras, points + 0.004 * along)
    line = beside - pixels
    normal = np.stack([-line[..., 1], line[..., 0]], axis=-1)
    out = seen(cameras, points + 0.004 * edges.out) - pixels
    normal *= np.sign((normal * out).sum(axis=-1, keepdims=True))
    return np.asarray(normal / np.maximum(np.sqrt((normal**2).sum(axis=-1, keepdims=True)), 1e-9))
