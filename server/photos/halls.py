"""What corrections taught of an account's tables, out of an account's file and into it."""

from typing import Annotated, Any

from django.contrib.auth.models import User
from pydantic import BaseModel, ConfigDict, Field

from edge.quotas import TABLES, check_room
from photos.models import HallLooks

Number = Annotated[float, Field(ge=-1e6, le=1e6)]
# Of other columns than today's when another version kept it: taken, and passed over.
Sum = Annotated[list[Number], Field(max_length=100)]


class HallPart(BaseModel):
    """One table: by kind of ball a sum of looks and their number, the cushions' width, m, and from how many photos."""

    model_config = ConfigDict(allow_inf_nan=False)

    table: Annotated[str, Field(min_length=1, max_length=60, pattern=r"^[^\x00]*$")]
    sums: Annotated[
        dict[Annotated[str, Field(max_length=10)], tuple[Sum, Annotated[int, Field(ge=1, le=1_000_000)]]],
        Field(max_length=40),
    ]
    cushion_m: Annotated[float, Field(ge=0, le=0.2)] = 0.0
    corrections: Annotated[int, Field(ge=1, le=1_000_000)] = 1


def halls_of(owner: User) -> list[dict[str, Any]]:
    """All tables of whose balls something is known."""
    return [
        {"table": row.table, "sums": row.sums, "cushion_m": row.cushion_m, "corrections": row.corrections}
        for row in HallLooks.objects.filter(owner=owner)
    ]


def take_halls(owner: User, parts: list[HallPart]) -> int:
    """Take those of whose tables nothing is known; how many there were."""
    rows = HallLooks.objects.filter(owner=owner)
    known = set(rows.values_list("table", flat=True))
    fresh = {part.table: part for part in parts if part.table not in known}
    check_room(rows, TABLES, len(fresh))
    HallLooks.objects.bulk_create(HallLooks(owner=owner, **part.model_dump()) for part in fresh.values())
    return len(fresh)
