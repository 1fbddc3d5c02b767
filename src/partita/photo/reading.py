"""A photo read: from a picture and six pressed pockets to balls with places, names and how sure those are."""

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from partita.errors import refuse
from partita.games import game_named
from partita.photo.apart import apart
from partita.photo.balls import FoundBall, find_balls
from partita.photo.cloth import Cloth
from partita.photo.lens import CUSHION, on_plane
from partita.photo.looks import looks_of
from partita.photo.names import Learned, Named, named
from partita.photo.outline import Outline, made_exact
from partita.photo.picture import Picture
from partita.photo.pose import from_presses, in_order, prior_of
from partita.photo.rims import rims
from partita.table.spec import TableSpec

Floats = NDArray[np.float64]
# An outline is doubtful of whose edges, or of whose weakest side's, the picture shows less (on simulated pictures).
GOOD_OUTLINE, GOOD_SIDE = 0.35, 0.12
# Points of a rim that is told; how far beside the bed a press still means its edge, m.
_RING, _BESIDE_M = 24, 0.05


@dataclass(frozen=True)
class ReadBall:
    """A ball as it was read. place : m, from the head rail and the near long rail; ring : (24, 2) px its rim in the
    picture; looks : what it was named by; confidence : 0 to 1, of the name; rim : 0 to 1, how clearly it is a ball."""

    name: str
    place: tuple[float, float]
    confidence: float
    otherwise: str
    rim: float
    ring: Floats
    looks: Floats


@dataclass(frozen=True)
class Reading:
    """What was read of a photo. outline : the camera and how much of the table's edges the picture shows;
    missing : balls of the game that were not found; unnamed : how many were found that are none of the game's."""

    outline: Outline
    balls: list[ReadBall]
    missing: list[str]
    unnamed: int = 0

    @property
    def is_doubtful(self) -> bool:
        """Whether the outline does not fit what the picture shows."""
        return self.outline.score < GOOD_OUTLINE or self.outline.weakest < GOOD_SIDE


def read_photo(
    picture: Picture,
    table: TableSpec,
    game: str,
    presses: Floats,
    learned: Learned | None = None,
    cushion_m: float = 0.0,
) -> Reading:
    """Find and name the balls of a game. presses : (6, 2) px of the picture, in any order.

    `learned` and `cushion_m` are what corrections at this table taught. Raises `Refused` for presses that are no table.
    """
    return balls_in(picture, table, game, outlined(picture, table, presses, cushion_m), learned)


def balls_in(
    picture: Picture, table: TableSpec, game: str, outline: Outline, learned: Learned | None = None
) -> Reading:
    """Find and name the balls of a game on a table whose outline is known."""
    cloth = Cloth(picture, table, outline.camera)
    balls = find_balls(picture, table, outline.camera, cloth)
    looks = looks_of(picture, table, outline.camera, cloth, balls)
    names = named(looks, game_named(game).balls, learned)
    there = {one.name for one in names}
    missing = [ball for ball in game_named(game).balls if ball not in there]
    read = _read(table, outline.camera, balls, names, looks)
    return Reading(outline, read, missing, len(balls) - len(read))


def outlined(picture: Picture, table: TableSpec, presses: Floats, cushion_m: float = 0.0) -> Outline:
    """Only the table's outline."""
    if len(presses) and not ((presses >= 0) & (presses < (picture.width, picture.height))).all():
        raise refuse(
            "pockets", "one lies outside the picture", f"Use places within {picture.width} by {picture.height} pixels."
        )
    ordered = in_order(table, presses)
    prior = prior_of(picture, cushion_m) if cushion_m else prior_of(picture)
    return made_exact(picture, table, from_presses(table, picture, ordered, prior), ordered, prior)


def spot_at(table: TableSpec, camera: Floats, pixel: tuple[float, float]) -> tuple[tuple[float, float], Floats]:
    """Where a ball lies whose middle is seen in a pixel, m, and its rim there, (24, 2) px.

    Raises `Refused` beside the bed.
    """
    (place,) = on_plane(camera, np.array([pixel]), table.ball_radius_m)
    size = np.array([table.length_m, table.width_m])
    if not (np.isfinite(place).all() and (place > -_BESIDE_M).all() and (place < size + _BESIDE_M).all()):
        raise refuse("place", "it is not on the table", "Press the cloth.")
    place = np.clip(place, table.ball_radius_m, size - table.ball_radius_m)
    (ring,) = rims(camera, place[None], table.ball_radius_m, _RING, np.array([1.0]))[:, 0]
    return (float(place[0]), float(place[1])), ring


def cushion_of(reading: Reading) -> float:
    """How wide the cushions are, m: a table's own, worth keeping."""
    return float(reading.outline.camera[CUSHION])


def _read(
    table: TableSpec, camera: Floats, balls: list[FoundBall], names: list[Named], looks: Floats
) -> list[ReadBall]:
    places = np.array([ball.place for ball in balls]).reshape(-1, 2)
    possible = apart(table, places)
    rings = np.zeros((0, _RING, 2))
    if len(balls):
        rings = rims(camera, places, table.ball_radius_m, _RING, np.array([1.0]))[:, 0]
    return [
        ReadBall(one.name, (float(x), float(y)), one.confidence, one.otherwise, ball.rim, ring, look)
        for ball, one, (x, y), ring, look in zip(balls, names, possible, rings, looks, strict=True)
        if one.name
    ]
