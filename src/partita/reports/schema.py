"""What documents that leave the core are made of: typed models, the same for a file, the command line, the API and the
page, whose types are generated from these (`docs/formats.md`). Places are in diamonds, chances 0..1.
"""

from typing import Annotated, Any

from pydantic import BaseModel, BeforeValidator, ConfigDict, Field, PlainSerializer

from partita.intervals import Chance
from partita.physics.stroke import Cue


class Document(BaseModel):
    """Plain values; fields that a later version adds are left aside."""

    model_config = ConfigDict(populate_by_name=True, from_attributes=True)

    def as_json(self) -> dict[str, Any]:
        """As written to a file."""
        return self.model_dump(mode="json", by_alias=True)


def rounded(digits: int) -> Any:
    """A number that is written with so many digits."""
    return PlainSerializer(lambda value: None if value is None else round(value, digits), return_type=float)


Share = Annotated[float, rounded(4)]
Place = Annotated[list[float], Field(min_length=2, max_length=2)]


class ChanceDocument(Document):
    """A probability with its 95 % interval."""

    value: Annotated[float, rounded(5)]
    low: Annotated[float, rounded(5)]
    high: Annotated[float, rounded(5)]


def _of_chance(value: object) -> object:
    return {"value": value.value, "low": value.low, "high": value.high} if isinstance(value, Chance) else value


Interval = Annotated[ChanceDocument, BeforeValidator(_of_chance)]


class StrokeDocument(Document):
    """A stroke as intended: aim in degrees from the long axis, speed at the launch, were the cue level, tip in R."""

    aim_deg: Annotated[float, rounded(5)]
    speed_mps: float
    side: float = 0.0
    height: float = 0.0
    elevation_deg: float = 0.0
    cue: Cue = "playing"


class SpeedDocument(Document):
    """A speed as players say it: table lengths that a ball so struck really travels, and the pace in a word."""

    lengths: Annotated[float, rounded(2)]
    words: str
    pace: str


Points = list[list[float]]
