"""Practice as files: all of it, or one player's, out and in."""

from django.http import HttpRequest, HttpResponse
from ninja import File, Router, Schema
from ninja.files import UploadedFile

from edge.current import account
from edge.documents import text_of
from edge.responses import file_response
from partita.files.practice_file import LARGEST_BYTES, parse_practice
from practice import files
from practice.whose import player_of

router = Router(tags=["practice"])


class PracticeTaken(Schema):
    """How many of each were new."""

    drills: int
    sittings: int
    drill_attempts: int
    rounds: int


@router.get("/practice/file", response={200: None})
def as_json(request: HttpRequest, player: int | None = None) -> HttpResponse:
    """All practice, or one player's, as JSON."""
    whose = player_of(request, player) if player else None
    return file_response(files.as_json(account(request), whose), "application/json", "practice.partita-practice.json")


@router.get("/practice/csv/{what}", response={200: None})
def as_csv(request: HttpRequest, what: str, player: int | None = None) -> HttpResponse:
    """Attempts, or the quiz's answers, as CSV."""
    whose = player_of(request, player) if player else None
    return file_response(files.as_csv(account(request), what, whose), "text/csv", f"{what}.csv")


@router.post("/practice/file", response=PracticeTaken)
def bring_back(request: HttpRequest, file: File[UploadedFile]) -> dict[str, int]:
    """Take such a JSON file in, all of it or nothing; what is there already stays as it is."""
    return files.take(account(request), parse_practice(text_of(file, LARGEST_BYTES)))
