"""Telling all web processes what happened in a room: by the database's notifications, once it is committed."""

import json
from typing import Any

from django.db import connection

CHANNEL = "partita_rooms"


def tell(room: int, what: str, told: Any = None) -> None:
    """Say that something happened in a room. what : "event" with its number, "people", "point" with what is told of it,
    "shut-out" with a seat, "ended"
    """
    with connection.cursor() as cursor:
        cursor.execute("SELECT pg_notify(%s, %s)", [CHANNEL, json.dumps([room, what, told])])
