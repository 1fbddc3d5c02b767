"""Tables: the presets and one's own; geometry to draw."""

from typing import Any, Literal

from django.http import HttpRequest
from django.shortcuts import get_object_or_404
from ninja import Router, Schema
from pydantic import Field

from edge.current import account
from edge.documents import TableDocument
from edge.naming import Name
from tables import services
from tables.models import TableProfile

router = Router(tags=["tables"])


class GeometryOut(Schema):
    """A table's geometry, m."""

    name: str
    length: float
    width: float
    radius: float
    reach: float
    tip_radii: list[float]
    nose_x: list[float]
    nose_y: list[float]
    tips: list[list[list[float]]]
    facing_starts: list[list[list[float]]]
    facing_directions: list[list[list[float]]]
    drops: list[list[float]]
    mouths: list[list[float]]


class TableIn(Schema):
    """A table of one's own: a standard size, and what it is like in words."""

    name: Name = Field(min_length=1, max_length=60)
    base: str = Field("pool-9ft", max_length=40)
    cloth: Literal["slow", "standard", "fast"] = "standard"
    cushions: Literal["dull", "standard", "lively"] = "standard"
    pockets: Literal["tight", "standard", "loose"] = "standard"
    jump_cues: Literal["allowed", "forbidden"] = "allowed"


class TableOut(Schema):
    """A table to choose: `document` is what a layout says of it."""

    key: str
    name: str
    own: bool
    document: TableDocument
    geometry: GeometryOut


class GeometryIn(Schema):
    """A layout's table."""

    table: TableDocument


def _own(request: HttpRequest, table_id: int) -> TableProfile:
    return get_object_or_404(TableProfile, owner=account(request), pk=table_id)


@router.get("/tables", response=list[TableOut])
def tables(request: HttpRequest) -> list[dict[str, Any]]:
    """The standard tables, then one's own."""
    return services.tables_of(account(request))


@router.post("/tables", response=TableOut)
def add_table(request: HttpRequest, body: TableIn) -> dict[str, Any]:
    """Keep a table of one's own."""
    return services.line_of(services.save(account(request), body.name, body.dict(exclude={"name"})))


@router.put("/tables/{int:table_id}", response=TableOut)
def change_table(request: HttpRequest, table_id: int, body: TableIn) -> dict[str, Any]:
    """Change one of one's own tables; layouts set up on it keep it as it was."""
    profile = _own(request, table_id)
    return services.line_of(services.save(account(request), body.name, body.dict(exclude={"name"}), profile))


@router.delete("/tables/{int:table_id}", response={204: None})
def remove_table(request: HttpRequest, table_id: int) -> tuple[int, None]:
    """Delete one of one's own tables; layouts set up on it keep it."""
    _own(request, table_id).delete()
    return 204, None


@router.post("/tables/geometry", response=GeometryOut)
def geometry(request: HttpRequest, body: GeometryIn) -> dict[str, Any]:
    """The geometry of any table, to draw it."""
    return services.geometry_of(body.table)
