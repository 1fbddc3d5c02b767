"""Light in a simulated room: lamps with soft shadows on the cloth, what balls reflect."""

import numpy as np
from numpy.typing import NDArray

from partita.camera.scene import Ball, Lamp, Room
from partita.camera.smooth import blurred

Floats = NDArray[np.float64]
# The map of the cloth: its step and how far it goes beyond the noses, m.
STEP_M, BEYOND_M = 0.006, 0.12


def lit(points: Floats, normals: Floats, room: Room) -> Floats:
    """(n, 3) light that falls on surfaces without anything in between."""
    found = room.ambient * (0.65 + 0.35 * normals[:, 2:])
    for lamp in room.lamps:
        found = found + _from_lamp(points, normals, lamp)
    return found


def _from_lamp(points: Floats, normals: Floats, lamp: Lamp) -> Floats:
    toward = lamp.place - points
    far = np.sqrt((toward**2).sum(axis=1, keepdims=True))
    facing = np.maximum(0.0, (toward * normals).sum(axis=1, keepdims=True) / far)
    # Hung under a hood: it shines down, less and less to the sides.
    hood = np.clip(toward[:, 2:] / far, 0.0, 1.0) ** 0.7
    return np.asarray(lamp.light * facing * hood / far**2)


class Cloth:
    """The light that leaves each place of the bed, (rows, columns, 3), with shadows, wear and chalk; read by `at`."""

    def __init__(self, room: Room) -> None:
        table, rng = room.table, np.random.default_rng(room.seed)
        x = np.arange(-BEYOND_M, table.length_m + BEYOND_M, STEP_M)
        y = np.arange(-BEYOND_M, table.width_m + BEYOND_M, STEP_M)
        self._shape = (len(y), len(x))
        flat = np.stack(np.meshgrid(x, y), axis=-1).reshape(-1, 2)
        points = np.column_stack([flat, np.zeros(len(flat))])
        up = np.broadcast_to((0.0, 0.0, 1.0), points.shape)
        inside = np.minimum.reduce([flat[:, 0], table.length_m - flat[:, 0], flat[:, 1], table.width_m - flat[:, 1]])
        open_sky = 0.55 + 0.45 * np.clip(inside / 0.09, 0.0, 1.0)
        light = room.ambient * open_sky[:, None]
        for ball in room.balls:
            light = light * _crowded(points, ball, table.ball_radius_m)[:, None]
        for lamp in room.lamps:
            shade = np.prod([_shadow(points, ball, table.ball_radius_m, lamp) for ball in room.balls], axis=0)
            light = light + _from_lamp(points, up, lamp) * np.reshape(shade, (-1, 1))
        self._map = (light * self._colour(room, rng)).reshape(*self._shape, 3)

    def _colour(self, room: Room, rng: np.random.Generator) -> Floats:
        """(n, 3) the cloth's own: worn lighter in wide patches, grain, marks of chalk."""
        patches = blurred(rng.normal(size=self._shape), 14.0)
        patches /= patches.std()
        grain = rng.normal(size=self._shape)
        colour = room.body.cloth * (1.0 + 0.10 * room.worn * patches + 0.03 * grain)[..., None]
        for _ in range(room.chalk):
            row, column = (int(rng.integers(2, side - 3)) for side in self._shape)
            size = int(rng.integers(1, 3))
            colour[row : row + size, column : column + size] = 0.35 * colour[row, column] + (0.05, 0.10, 0.17)
        return np.asarray(np.maximum(colour, 0.0).reshape(-1, 3))

    def at(self, places: Floats) -> Floats:
        """(n, 3) between the map's points."""
        column, row = (places[:, 0] + BEYOND_M) / STEP_M, (places[:, 1] + BEYOND_M) / STEP_M
        column, row = np.clip(column, 0, self._shape[1] - 1.001), np.clip(row, 0, self._shape[0] - 1.001)
        j, i = column.astype(int), row.astype(int)
        dx, dy = (column - j)[:, None], (row - i)[:, None]
        upper = self._map[i, j] * (1 - dx) + self._map[i, j + 1] * dx
        lower = self._map[i + 1, j] * (1 - dx) + self._map[i + 1, j + 1] * dx
        return np.asarray(upper * (1 - dy) + lower * dy)


def _crowded(points: Floats, ball: Ball, radius: float) -> Floats:
    """How much of the ambient light a ball leaves under and round itself."""
    square = ((points[:, :2] - ball.centre[:2]) ** 2).sum(axis=1)
    return np.asarray(1.0 - 0.6 * np.exp(-square / (2 * (0.8 * radius) ** 2)))


def _shadow(points: Floats, ball: Ball, radius: float, lamp: Lamp) -> Floats:
    """Share of a round lamp that a ball leaves in sight."""
    toward = lamp.place - points
    far = np.sqrt((toward**2).sum(axis=1))
    along = ((ball.centre - points) * toward).sum(axis=1) / far
    square = ((ball.centre - points) ** 2).sum(axis=1) - along**2
    off = np.sqrt(np.maximum(square, 0.0)) - radius
    soft = lamp.radius * np.maximum(along, 0.01) / far + 0.001
    return np.where(along > 0, np.clip(0.5 + off / (2 * soft), 0.0, 1.0), 1.0)
