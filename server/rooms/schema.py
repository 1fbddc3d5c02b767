"""What is sent to a room and what it says: steps as plain data, what is shown, who is there."""

from typing import Annotated, Any, Literal

from ninja import Schema
from pydantic import ConfigDict, Field, model_validator

from edge.documents import LayoutDocument, TableDocument
from edge.naming import SENT_AS, Name
from partita.reports.ledger.schema import OptionDocument
from partita.reports.shots.schema import DrawingDocument

# A place on a board, in diamonds: on the table, or just beside it.
_Diamond = Annotated[float, Field(ge=-2, le=10)]
Spot = tuple[_Diamond, _Diamond]
Ball = Annotated[str, Field(pattern=r"^[a-z]{0,6}[0-9]{0,2}$", min_length=1)]
# As a page keeps all that can be undone (`web/src/board/log.ts`).
_MOST_STEPS = 100
_LARGEST_BYTES = 256 * 1024


class StepDocument(Schema):
    """One command to a board, or that its last one is undone or done again. Each reads the fields that it knows."""

    model_config = ConfigDict(extra="forbid")
    do: Literal[
        "place", "remove", "clear", "load", "situate", "seat", "race", "game", "table", "turn", "add-stroke",
        "remove-stroke", "undo", "redo",
    ]  # fmt: skip
    ball: Ball | None = None
    at: Spot | None = None
    document: LayoutDocument | None = None
    players: dict[Literal["me", "them"], str] | None = None
    race: dict[str, int | bool] | None = None
    part: dict[str, str | int | bool | None] | None = None
    who: Literal["me", "them"] | None = None
    player: Annotated[str, Field(max_length=60)] | None = None
    game: Annotated[str, Field(max_length=20)] | None = None
    table: TableDocument | None = None
    balls: dict[Ball, Spot] | None = None
    kind: Literal["mirror", "half-turn"] | None = None
    stroke: dict[str, str | float | bool | None] | None = None


class SceneDocument(Schema):
    """What lies on a board."""

    document: LayoutDocument
    me: str = Field(max_length=60)
    them: str = Field(max_length=60)
    race: dict[str, int | bool] | None = None


class LogDocument(Schema):
    """A board with what can be undone on it."""

    begin: SceneDocument
    done: list[StepDocument] = Field(max_length=_MOST_STEPS)
    undone: list[StepDocument] = Field(max_length=_MOST_STEPS)


class _Small(Schema):
    """Sent to be kept: of a bounded size, whatever stands in it."""

    @model_validator(mode="after")
    def _is_small(self) -> Any:
        if len(self.model_dump_json()) > _LARGEST_BYTES:
            raise ValueError(f"it is too much for a board: at most {_LARGEST_BYTES // 1024} kB")
        return self


class OpenIn(_Small):
    """A board to be opened: what it is called to others, how its owner is called there, and what lies on it."""

    title: Name = Field(min_length=1, max_length=80)
    name: Name = Field(min_length=1, max_length=24)
    board: LogDocument


class JoinIn(Schema):
    """How one wants to be called in a room."""

    name: Name = Field(min_length=1, max_length=24)


class StepsIn(_Small):
    """What was done. base : the last event that was known; by : the page's own name of this.

    board : all as it lies after it, sent now and then so that who comes late need not read everything
    """

    base: int = Field(ge=0)
    by: str = Field(pattern=SENT_AS)
    steps: list[StepDocument] = Field(min_length=1, max_length=_MOST_STEPS)
    board: LogDocument | None = None


class ViewDocument(_Small):
    """What is shown on a board beside its balls: the scene in words, a shot with its drawing and layers.

    in_hand : where the cue ball that is in hand would be put
    """

    scene: str = Field("", max_length=300)
    option: OptionDocument | None = None
    drawing: DrawingDocument | None = None
    layers: dict[str, bool] = Field(default_factory=dict, max_length=20)
    in_hand: Spot | None = None


class ViewIn(Schema):
    """What is shown from now on."""

    by: str = Field(pattern=SENT_AS)
    view: ViewDocument


class PointIn(Schema):
    """Where somebody points, in diamonds."""

    at: Spot


class HandIn(Schema):
    """Who is to have the hand; the room's owner where nobody is named."""

    seat: int | None = Field(None, ge=1)


class AskIn(Schema):
    """Whether one would like to have the hand."""

    asks: bool


class ShutOutIn(Schema):
    """Who is to leave."""

    seat: int = Field(ge=1)


class PersonOut(Schema):
    """Somebody in a room."""

    seat: int
    name: str
    here: bool
    asks: bool
    is_owner: bool


class PeopleOut(Schema):
    """Who is in a room, and whose moves count. hand : a seat"""

    hand: int
    people: list[PersonOut]


class EventOut(Schema):
    """Something done in a room: what its kind says (`rooms.models.Event`)."""

    number: int
    kind: Literal["board", "steps", "view"]
    by: str
    body: dict[str, Any]


class RoomOut(Schema):
    """A room as one finds it. seat : one's own, None for who has not joined; people : told to who has"""

    code: str
    title: str
    owner: str
    number: int
    seat: int | None
    is_owner: bool
    people: PeopleOut | None


class SinceOut(Schema):
    """What happened since an event: what is sent by push, for who has to ask."""

    people: PeopleOut
    events: list[EventOut]


class NumberOut(Schema):
    """The number under which something was kept."""

    number: int
