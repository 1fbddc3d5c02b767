"""The document of a photo that was read. Places on the table in diamonds, places in the picture in its pixels."""

from typing import Annotated, Literal

from pydantic import Field

from partita.reports.schema import Document, Place, Share, rounded

Pixel = Annotated[float, rounded(1)]
Spot = Annotated[list[Pixel], Field(min_length=2, max_length=2)]


class PhotoBallDocument(Document):
    """A ball as it was read. confidence : of its name; otherwise : what it may be else, or ""; ring : its rim
    in the picture; is_sure : whether its name need not be looked at; words : what there is to look at, or ""."""

    name: str
    at: Place
    confidence: Share
    otherwise: str
    is_sure: bool
    words: str
    ring: list[Spot]


class SpotDocument(Document):
    """Where a ball lies that was put into the picture by hand, and its rim there."""

    at: Place
    ring: list[Spot]


class PhotoDocument(Document):
    """What was read. pockets : where they were pressed, or are offered, in the order of the table's pockets; offered :
    whether nobody pressed them; outline : how much of the table's edges the picture shows; words : on the whole, one
    sentence; missing : balls of the game that were not found."""

    format: Literal["partita-photo"] = "partita-photo"
    version: Literal[1] = 1
    width: int
    height: int
    pockets: list[Spot]
    offered: bool
    outline: Share
    is_doubtful: bool
    words: str
    balls: list[PhotoBallDocument]
    missing: list[str]
