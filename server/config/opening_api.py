"""What the page opens with, in one answer: who is signed in, and the players and tables to choose from."""

from typing import Any

from django.http import HttpRequest
from ninja import Router

from accounts.api import SessionOut, session_of
from profiles.api import PlayerOut, players
from tables.api import TableOut, tables

router = Router()


class OpeningOut(SessionOut):
    """A session with its lists; empty where nobody is signed in."""

    players: list[PlayerOut]
    tables: list[TableOut]


@router.get("/opening", response=OpeningOut, auth=None)
def opening(request: HttpRequest) -> dict[str, Any]:
    """Who is signed in, and what his pages begin with."""
    session = session_of(request)
    lists = (players(request), tables(request)) if session.username is not None else ([], [])
    return {**session.dict(), "players": lists[0], "tables": lists[1]}
