"""What corrections teach: how the balls of one hall look, and how wide the cushions of its table are."""

from typing import Any

import numpy as np
from django.db import transaction
from django.shortcuts import get_object_or_404

from edge.quotas import TABLES, check_room
from partita.errors import refuse
from partita.games import game_named
from partita.photo.names import Learned
from photos.models import HallLooks, Photo


def learned_at(owner: Any, hall: str) -> tuple[Learned, float]:
    """What is known of a hall's balls, and the width of its cushions, m, 0 where nothing is."""
    found = HallLooks.objects.filter(owner=owner, table=hall).first() if hall else None
    if found is None:
        return Learned(), 0.0
    return Learned(found.known), found.cushion_m


@transaction.atomic
def confirm(owner: Any, key: int, names: list[str]) -> None:
    """Learn from a photo whose balls its owner has looked at. names : of each in the order of the document, "" for what
    is no ball. A photo teaches once."""
    photo = get_object_or_404(Photo.objects.select_for_update().filter(owner=owner), pk=key)
    seen = photo.looks.get("balls", [])
    if len(names) != len(seen):
        raise refuse("names", f"there are {len(names)} for {len(seen)} balls", "Give one for each, or nothing.")
    known = game_named(photo.question["game"]).balls
    for name in names:
        if name and name not in known:
            raise refuse("names", f"“{name[:20]}” is no ball of this game", f"Use one of {', '.join(known)}.")
    hall = photo.question["hall"]
    # An outline that hardly fits says nothing of cushions, nor where a ball's colours are.
    if hall and seen and not (photo.document or {}).get("is_doubtful"):
        _teach(owner, hall, photo.looks, names)
    # The camera stays: balls may be put in by hand afterwards.
    photo.looks.pop("balls", None)
    photo.save(update_fields=["looks"])


def _teach(owner: Any, hall: str, looks: dict[str, Any], names: list[str]) -> None:
    rows = HallLooks.objects.filter(owner=owner)
    row = rows.select_for_update().filter(table=hall).first()
    if row is None:
        check_room(rows, TABLES)
        row = HallLooks(owner=owner, table=hall)
    named = [(look, name) for look, name in zip(looks["balls"], names, strict=True) if name]
    taught = Learned(row.known).with_more(np.array([look for look, _ in named]), [name for _, name in named])
    row.sums = {kind: [total, count] for kind, (total, count) in taught.sums.items()}
    row.cushion_m = (row.cushion_m * row.corrections + looks["cushion_m"]) / (row.corrections + 1)
    row.corrections += 1
    row.save()
