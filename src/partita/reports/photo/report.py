"""A reading as a document."""

import numpy as np
from numpy.typing import NDArray

from partita.photo.picture import Picture
from partita.photo.reading import ReadBall, Reading
from partita.reports.photo.schema import PhotoBallDocument, PhotoDocument, SpotDocument
from partita.reports.photo.words import ball_words, is_sure, reading_words
from partita.table.diamonds import diamonds
from partita.table.spec import TableSpec


def photo_document(
    picture: Picture, table: TableSpec, pockets: NDArray[np.float64], reading: Reading, offered: bool = False
) -> PhotoDocument:
    """What was read of a picture in which six pockets were pressed, or are offered: (6, 2) px."""
    return PhotoDocument(
        width=picture.width, height=picture.height, pockets=_spots(pockets), offered=offered,
        outline=max(0.0, reading.outline.score), is_doubtful=reading.is_doubtful, words=reading_words(reading),
        balls=[_ball(table, ball) for ball in reading.balls], missing=reading.missing,
    )  # fmt: skip


def spot_document(table: TableSpec, place: tuple[float, float], ring: NDArray[np.float64]) -> SpotDocument:
    """A place that was pressed in the picture."""
    return SpotDocument(at=[round(value, 4) for value in diamonds(table, *place)], ring=_spots(ring))


def _ball(table: TableSpec, ball: ReadBall) -> PhotoBallDocument:
    return PhotoBallDocument(
        name=ball.name, at=[round(value, 4) for value in diamonds(table, *ball.place)], confidence=ball.confidence,
        otherwise=ball.otherwise, is_sure=is_sure(ball), words=ball_words(ball), ring=_spots(ball.ring),
    )  # fmt: skip


def _spots(pixels: NDArray[np.float64]) -> list[list[float]]:
    return [[float(x), float(y)] for x, y in pixels]
