"""Photos: send one, follow, stop; confirm what was read; what was learned of halls; the simulated camera."""

from django.http import HttpRequest
from django.shortcuts import get_object_or_404
from ninja import File, Form, Router, Schema
from ninja.files import UploadedFile
from pydantic import Field

from edge.current import account
from partita.reports.photo.schema import SpotDocument
from photos.kinds import PHOTOS, SNAPSHOTS, PhotoIn, PhotoOut, SnapshotIn, SnapshotOut, ask, ask_snapshot, spot_in
from photos.learning import confirm
from photos.models import HallLooks, Photo
from work.addresses import addresses

router = Router(tags=["photos"])


class ConfirmedIn(Schema):
    """The names of the balls as their owner has seen them, in the order of the document; "" for what is no ball."""

    names: list[str] = Field(max_length=40)


class SpotIn(Schema):
    """A place in the picture, px."""

    x: float = Field(ge=-10_000, le=10_000)
    y: float = Field(ge=-10_000, le=10_000)


class HallOut(Schema):
    """A table of whose balls something was learned, from so many photos."""

    id: int
    table: str
    corrections: int


@router.post("/photos", response=PhotoOut)
def send(request: HttpRequest, file: File[UploadedFile], asked: Form[PhotoIn]) -> Photo:
    """Have a picture read. One that is still being read is given up; nothing of a picture is kept once it is read."""
    return ask(account(request), file, asked)


@router.post("/photos/{int:key}/confirmed", response={204: None})
def confirmed(request: HttpRequest, key: int, body: ConfirmedIn) -> tuple[int, None]:
    """Learn from what its owner has looked at."""
    confirm(account(request), key, body.names)
    return 204, None


@router.post("/photos/{int:key}/spot", response=SpotDocument)
def spot(request: HttpRequest, key: int, body: SpotIn) -> SpotDocument:
    """Where a ball lies whose middle is pressed in the picture."""
    return spot_in(account(request), key, (body.x, body.y))


@router.get("/photos/halls", response=list[HallOut])
def halls(request: HttpRequest) -> list[HallLooks]:
    """Of which tables something was learned."""
    return list(HallLooks.objects.filter(owner=account(request)))


@router.delete("/photos/halls/{int:hall_id}", response={204: None})
def forget(request: HttpRequest, hall_id: int) -> tuple[int, None]:
    """Forget what was learned of one."""
    get_object_or_404(HallLooks.objects.filter(owner=account(request)), pk=hall_id).delete()
    return 204, None


addresses(router, PHOTOS, PhotoOut)
addresses(router, SNAPSHOTS, SnapshotOut, SnapshotIn, ask_snapshot)
