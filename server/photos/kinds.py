"""Reading a photo, and simulating one, as kinds of work: what is sent, what is kept until then, what comes of it."""

import base64
import contextlib
import time
from collections.abc import Iterator
from datetime import timedelta
from typing import Any

import numpy as np
from django.db import Error, transaction
from django.shortcuts import get_object_or_404
from django.utils import timezone
from ninja import Schema
from ninja.files import UploadedFile
from numpy.typing import NDArray
from pydantic import Field

from edge.documents import LayoutDocument
from partita.camera.conditions import CONDITIONS
from partita.camera.paints import HELD_OUT
from partita.camera.photograph import photograph
from partita.errors import refuse
from partita.files.json_text import finite_json
from partita.files.layout_file import read_layout, read_table
from partita.games import game_named
from partita.photo.guess import guessed
from partita.photo.outline import Outline
from partita.photo.picture import Picture, read_picture, without_its_story
from partita.photo.reading import Reading, balls_in, cushion_of, outlined, spot_at
from partita.reports.photo.report import photo_document, spot_document
from partita.reports.photo.schema import PhotoDocument, SpotDocument
from partita.table.spec import TableSpec
from photos.learning import learned_at
from photos.models import Photo, Snapshot
from work.addresses import WorkOut
from work.asking import asked_anew
from work.kinds import Answer, Kind, registered

MOST_BYTES = 2_000_000
# A picture takes some seconds; one that takes so long is given up.
_LONGEST_S = 20.0
_KEPT = timedelta(days=1)
_PRESS = "Press the middle of each of the six pockets."


class PhotoIn(Schema):
    """What goes with a picture.

    scene : JSON with `table` and `game`, as in a layout
    pockets : JSON, six [x, y] in pixels of the picture that is sent, in any order; empty: the outline is looked for
    hall : the name of the table whose corrections count; empty: none
    """

    scene: str = Field(max_length=8_000)
    pockets: str = Field("", max_length=600)
    hall: str = Field("", max_length=60)


class PhotoQuestion(Schema):
    """What was asked."""

    game: str
    hall: str


class PhotoOut(WorkOut):
    """A photo, and what was read of it."""

    question: PhotoQuestion
    document: PhotoDocument | None


class SnapshotIn(Schema):
    """A layout to be photographed by the simulated camera, in which circumstances, and which of its pictures."""

    document: LayoutDocument
    condition: str = Field("plain", max_length=40)
    seed: int = Field(1, ge=0, le=10_000)


class SnapshotDocument(Schema):
    """A picture: a JPEG in base 64."""

    jpeg: str


class SnapshotOut(WorkOut):
    """A simulated picture on its way."""

    document: SnapshotDocument | None


def ask(owner: Any, file: UploadedFile, asked: PhotoIn) -> Photo:
    """Put a picture by, without what its file tells of place and time, and set its reading going."""
    if (file.size or 0) > MOST_BYTES:
        megabytes = f"it has {(file.size or 0) / 1e6:.1f} MB"
        raise refuse("picture", megabytes, "Send at most 2 MB: the page makes it smaller.")
    scene = finite_json(asked.scene, "scene")
    if not isinstance(scene, dict):
        raise refuse("scene", "it is no object", "Give table and game.")
    read_table(scene.get("table"))
    game = game_named(str(scene.get("game"))).name
    question = {"table": scene.get("table"), "game": game, "pockets": _pockets(asked.pockets), "hall": asked.hall}
    picture = without_its_story(file.read(), "picture")
    with transaction.atomic():
        Photo.objects.filter(owner=owner, picture__isnull=False).update(picture=None)
        return asked_anew(PHOTOS, owner, picture=picture, question=question)


def _pockets(text: str) -> list[list[float]] | None:
    """Six places in a picture, or None where it is to be looked for them."""
    if not text:
        return None
    places = finite_json(text, "pockets")
    is_list = isinstance(places, list) and len(places) == 6
    if not is_list or not all(_is_place(place) for place in places):
        raise refuse("pockets", "they are not six places in the picture", _PRESS)
    return [[float(x), float(y)] for x, y in places]


def _is_place(value: object) -> bool:
    return isinstance(value, list) and len(value) == 2 and all(isinstance(part, int | float) for part in value)


def _answers(photo: Photo) -> Iterator[Answer]:
    """Outline, then balls. Whatever comes of it, nothing of the picture is kept."""
    began = time.monotonic()
    try:
        picture, table, game, pockets = _question_of(photo)
        learned, cushion_m = learned_at(photo.owner, photo.question["hall"])
        yield Answer(None, 0.1, time.monotonic() - began)
        offered = pockets is None
        if pockets is None:
            pockets, outline = _offer(picture, table)
        else:
            outline = outlined(picture, table, pockets, cushion_m)
        yield Answer(None, 0.5, _in_time(began))
        reading = balls_in(picture, table, game, outline, learned)
        document = photo_document(picture, table, pockets, reading, offered)
        Photo.objects.filter(pk=photo.pk).update(looks=_looks(reading))
        yield Answer(document.as_json(), 1.0, _in_time(began))
    finally:
        with contextlib.suppress(Error):
            Photo.objects.filter(pk=photo.pk).update(picture=None)


def _question_of(photo: Photo) -> tuple[Picture, TableSpec, str, NDArray[np.float64] | None]:
    if photo.picture is None:
        raise refuse("picture", "it is not kept any more", "Send it once more.")
    question = photo.question
    pockets = None if question["pockets"] is None else np.array(question["pockets"])
    return read_picture(bytes(photo.picture)), read_table(question["table"]), question["game"], pockets


def _offer(picture: Picture, table: TableSpec) -> tuple[NDArray[np.float64], Outline]:
    found = guessed(picture, table)
    if found is None:
        raise refuse("", "No outline was found in it that fits the table", _PRESS)
    return found


def _in_time(began: float) -> float:
    seconds = time.monotonic() - began
    if seconds > _LONGEST_S:
        raise refuse(
            "", f"Reading it takes longer than {_LONGEST_S:.0f} s", "Take it nearer, with less around the table."
        )
    return seconds


def _looks(reading: Reading) -> dict[str, Any]:
    """By what each ball was named, in the order of the document, the camera, and how wide the cushions are."""
    looks, camera = [ball.looks.round(5).tolist() for ball in reading.balls], reading.outline.camera.tolist()
    return {"balls": looks, "camera": camera, "cushion_m": cushion_of(reading)}


def spot_in(owner: Any, key: int, pixel: tuple[float, float]) -> SpotDocument:
    """Where a ball lies whose middle its owner pressed in a photo that was read."""
    photo = get_object_or_404(Photo.objects.filter(owner=owner), pk=key)
    if "camera" not in photo.looks:
        raise refuse("photo", "its outline is not known yet", "Wait until it has been read.")
    table = read_table(photo.question["table"])
    return spot_document(table, *spot_at(table, np.array(photo.looks["camera"]), pixel))


def ask_snapshot(owner: Any, asked: SnapshotIn) -> Snapshot:
    """Check a layout, and have it photographed."""
    if asked.condition not in CONDITIONS:
        raise refuse("condition", f"there is none “{asked.condition}”", f"Use one of {', '.join(CONDITIONS)}.")
    layout = read_layout(asked.document.root)
    if not layout.balls:
        raise refuse("layout", "there is no ball on the table", "Place some.")
    return asked_anew(SNAPSHOTS, owner, question=asked.dict())


def _taken(snapshot: Snapshot) -> Iterator[Answer]:
    began, question = time.monotonic(), snapshot.question
    yield Answer(None, 0.1, 0.0)
    photo = photograph(read_layout(question["document"]), question["condition"], question["seed"], HELD_OUT)
    jpeg = base64.b64encode(photo.jpeg).decode("ascii")
    yield Answer({"jpeg": jpeg}, 1.0, time.monotonic() - began)


def clear_old() -> None:
    """By night: what was read of photos, and simulated ones, is of no use the next day."""
    for rows in (Photo.objects.all(), Snapshot.objects.all()):
        rows.filter(created__lt=timezone.now() - _KEPT).delete()


PHOTOS = registered(Kind(
    name="photos", model=Photo, answers=_answers, needs=(), priority=20,
    went_wrong="Something went wrong while reading the picture. Send it once more.",
    read=lambda photo: PhotoDocument.model_validate(photo.document),
))  # fmt: skip
SNAPSHOTS = registered(Kind(
    name="snapshots", model=Snapshot, answers=_taken, needs=(), priority=5,
    went_wrong="Something went wrong while taking the picture. Try again.",
    read=lambda snapshot: SnapshotDocument.model_validate(snapshot.document),
))  # fmt: skip
