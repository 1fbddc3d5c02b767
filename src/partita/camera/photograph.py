"""A picture of a layout as a phone would take it, with where everything in it really is."""

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from partita.camera.conditions import CONDITIONS, Condition
from partita.camera.eye import Eye, looking
from partita.camera.paints import CLOTHS, FLOORS, SKIN, TRAINING, WOODS, Paints, drawn, linear
from partita.camera.scene import Ball, Body, Lamp, Rod, Room
from partita.camera.sensor import Sensor
from partita.camera.surfaces import Look
from partita.table.geometry import bed_of
from partita.table.layout import Layout
from partita.table.spec import TableSpec

Floats = NDArray[np.float64]
# As the page sends them.
WIDTH, HEIGHT = 1600, 1200
# Where a pocket is pressed: the middle of its hole, between the bed and the rail's top.
PRESSED_M = 0.02
# A rail's top over the bed, in heights of the nose.
_OVER_NOSE = 1.1
_AT_ONCE = 400_000
_OFFSETS = ((-0.25, -0.25), (0.25, -0.25), (-0.25, 0.25), (0.25, 0.25))


@dataclass(frozen=True)
class Photograph:
    """A simulated picture. pockets : (6, 2) px, in the order of `spec.POCKETS`; eye : what took it."""

    jpeg: bytes
    layout: Layout
    pockets: Floats
    eye: Eye


def photograph(
    layout: Layout, condition: str = "plain", seed: int = 0, families: tuple[str, ...] = TRAINING
) -> Photograph:
    """Take one of a layout in given circumstances; the same seed, the same picture."""
    rng, found = np.random.default_rng(seed), CONDITIONS[condition]
    paints = drawn(families[int(rng.integers(len(families)))], rng)
    room = _room(layout, found, paints, rng, seed)
    eye = _eye(layout.table, found, rng)
    light = _seen(Look(room), eye)
    jpeg = _sensor(found, light, rng).taken(light, rng)
    drops = bed_of(layout.table).drop
    return Photograph(jpeg, layout, eye.pixels(np.column_stack([drops[:, :2], np.full(6, PRESSED_M)])), eye)


def _between(rng: np.random.Generator, ends: tuple[float, float]) -> float:
    return float(rng.uniform(*ends))


def _count(rng: np.random.Generator, ends: tuple[int, int]) -> int:
    return int(rng.integers(ends[0], ends[1] + 1))


def _seen(look: Look, eye: Eye) -> Floats:
    """(rows, columns, 3) light, edges between things looked at four times."""
    rows, columns = np.mgrid[0 : eye.height, 0 : eye.width]
    pixels = np.column_stack([columns.ravel(), rows.ravel()]).astype(np.float64)
    light, what = np.zeros((len(pixels), 3)), np.zeros(len(pixels), dtype=np.int16)
    for begin in range(0, len(pixels), _AT_ONCE):
        part = slice(begin, begin + _AT_ONCE)
        light[part], what[part] = look(eye.place, eye.rays(pixels[part]))
    kinds = what.reshape(eye.height, eye.width)
    edge = np.zeros(kinds.shape, dtype=bool)
    for axis in (0, 1):
        differs = np.diff(kinds, axis=axis) != 0
        edge[:-1, :] |= differs if axis == 0 else False
        edge[1:, :] |= differs if axis == 0 else False
        edge[:, :-1] |= differs if axis == 1 else False
        edge[:, 1:] |= differs if axis == 1 else False
    found = np.flatnonzero(edge.ravel())
    light[found] = np.mean([look(eye.place, eye.rays(pixels[found] + offset))[0] for offset in _OFFSETS], axis=0)
    return np.asarray(light.reshape(eye.height, eye.width, 3))


def _sensor(condition: Condition, light: Floats, rng: np.random.Generator) -> Sensor:
    """Exposed for the picture's brighter parts, as a phone does; its white balance half right."""
    bright = float(np.quantile(light[::8, ::8].max(axis=-1), 0.93))
    gray = light[::8, ::8].reshape(-1, 3).mean(axis=0)
    gains = (gray.mean() / gray) ** _between(rng, (0.1, 0.5))
    return Sensor(
        _between(rng, condition.blur_px), _between(rng, condition.smear_px), gains,
        _between(rng, (0.45, 0.75)) / bright, _between(rng, condition.noise), _count(rng, condition.quality),
    )  # fmt: skip


def _eye(table: TableSpec, condition: Condition, rng: np.random.Generator) -> Eye:
    """Held so that the whole table is in the picture, a little to spare."""
    focal = _between(rng, (1080.0, 1330.0))
    middle = (WIDTH / 2 + rng.normal(0, 6), HEIGHT / 2 + rng.normal(0, 6))
    around = np.radians(_between(rng, condition.around_deg) * rng.choice((-1, 1)) + 180.0 * int(rng.integers(0, 2)))
    height, roll, bend = _between(rng, condition.height_m), float(rng.normal(0, 0.03)), _between(rng, (-0.10, 0.02))
    heart = np.array([table.length_m / 2, table.width_m / 2, 0.0])
    corners = np.array([[x, y, 0.04] for x in (-0.14, table.length_m + 0.14) for y in (-0.14, table.width_m + 0.14)])
    spare = _between(rng, (20.0, 110.0))
    away = np.array([np.cos(around), np.sin(around), 0.0])
    for back in np.arange(1.0, 6.0, 0.06):
        place, at = heart + back * away + (0.0, 0.0, height), heart
        for _ in range(4):
            eye = Eye(place, looking(place, at, roll), focal, middle, bend, WIDTH, HEIGHT)
            seen = eye.pixels(corners)
            (ray,) = eye.rays(0.5 * (seen.min(axis=0) + seen.max(axis=0))[None])
            at = place + ray
        if (seen > spare).all() and (seen < (WIDTH - spare, HEIGHT - spare)).all():
            break
    return eye


def _room(layout: Layout, condition: Condition, paints: Paints, rng: np.random.Generator, seed: int) -> Room:
    table = layout.table
    names = condition.cloths if "snooker" not in table.name else ("green",)
    shade = CLOTHS[names[int(rng.integers(len(names)))]]
    cloth = linear((shade[0] + rng.normal(0, 0.01), shade[1], shade[2] * _between(rng, (0.85, 1.2))))
    wood = linear(WOODS[int(rng.integers(len(WOODS)))])
    floor, wall = linear(FLOORS[int(rng.integers(len(FLOORS)))]), linear((0.1, 0.15, _between(rng, (0.25, 0.7))))
    if condition.room_like_cloth:
        floor, wood = cloth * _between(rng, (0.6, 1.3)), cloth * _between(rng, (0.4, 0.8)) * (1.1, 0.95, 0.85)
    warm = _between(rng, condition.warmth)
    tint = np.array([1.0 + 0.5 * warm, 1.0, 1.0 - 0.8 * warm])
    nose_m = 2 * table.ball_radius_m * table.nose_height
    high = (_OVER_NOSE * nose_m, nose_m)
    body = Body(np.zeros(2), cloth, wood, *high, _between(rng, (0.046, 0.054)), _between(rng, (0.075, 0.11)))
    others = [
        Body(np.array([_between(rng, (-1.0, 1.0)), side * _between(rng, (2.6, 3.4))]), cloth, wood, *high)
        for side in (1.0, -1.0)[: _count(rng, condition.others)]
    ]
    return Room(
        table, body, _balls(layout, paints, rng), _lamps(table, condition, tint, rng),
        _between(rng, condition.ambient) * tint, floor, wall, _rods(table, condition, rng), others,
        _between(rng, condition.worn), _count(rng, condition.chalk), seed,
    )  # fmt: skip


def _lamps(table: TableSpec, condition: Condition, tint: Floats, rng: np.random.Generator) -> list[Lamp]:
    count, height = _count(rng, condition.lamps), _between(rng, (0.75, 1.15))
    radius = _between(rng, condition.lamp_radius_m)
    lamps = []
    for k in range(count):
        along = table.length_m * (0.5 + (k - (count - 1) / 2) / max(count, 2) + rng.normal(0, 0.02))
        place = np.array([along, table.width_m / 2 + rng.normal(0, 0.08), height])
        lamps.append(Lamp(place, radius, tint * _between(rng, (0.8, 1.2)) * 1.6 / count))
    return lamps


def _balls(layout: Layout, paints: Paints, rng: np.random.Generator) -> list[Ball]:
    balls = []
    for name, (x, y) in layout.balls.items():
        turn = np.linalg.qr(rng.normal(size=(3, 3)))[0]
        kind = "plain" if not name.isdigit() else "stripe" if int(name) > 8 else "solid"
        centre = np.array([x, y, layout.table.ball_radius_m])
        number = name if name.isdigit() else ""
        balls.append(Ball(centre, paints.of(name), paints.white, turn, kind, number))
    return balls


def _rods(table: TableSpec, condition: Condition, rng: np.random.Generator) -> list[Rod]:
    """Cues that lie over a rail or lean, arms and fingers on a rail, a triangle's sides on a rail."""
    rods = []
    for _ in range(_count(rng, condition.cues)):
        start = np.array(
            [_between(rng, (0.2, table.length_m - 0.2)), -0.10 + rng.choice((0, table.width_m + 0.2)), 0.05]
        )
        out = np.array([rng.normal(0, 0.6), np.sign(start[1] - 0.5) * 1.0, rng.uniform(0.0, 0.35)])
        rods.append(Rod(start, start + 1.4 * out / np.linalg.norm(out), 0.008, linear((0.09, 0.5, 0.6))))
    for _ in range(_count(rng, condition.hands)):
        skin, side = linear(SKIN[int(rng.integers(len(SKIN)))]), rng.choice((-1.0, 1.0))
        wrist = np.array([_between(rng, (0.3, table.length_m - 0.3)), 0.5 * table.width_m + side * 0.72, 0.09])
        rods.append(Rod(wrist, wrist + np.array([0.1, side * 0.5, 0.25]), 0.04, skin))
        for k in range(4):
            tip = wrist + np.array([0.025 * (k - 1.5), -side * _between(rng, (0.08, 0.12)), -0.03])
            rods.append(Rod(wrist + np.array([0.02 * (k - 1.5), 0.0, -0.01]), tip, 0.010, skin))
    if condition.triangle and rng.random() < 0.5:
        at = np.array([_between(rng, (0.3, 0.7)) * table.length_m, -0.45, -0.75])
        ends = at + 0.18 * np.array([[0.0, 1.0, 0.0], [0.87, -0.5, 0.0], [-0.87, -0.5, 0.0]])
        rods += [Rod(ends[k], ends[(k + 1) % 3], 0.012, linear((0.09, 0.6, 0.3))) for k in range(3)]
    return rods
