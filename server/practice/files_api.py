"""Practice as files: all of it, or one player's, out as JSON and CSV (in: `archive`)."""

from django.http import HttpRequest, HttpResponse
from ninja import Router

from edge.current import account
from edge.responses import file_response
from practice import files
from practice.whose import player_of

router = Router(tags=["practice"])


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
