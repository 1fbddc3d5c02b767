"""The documents of a measure: stations as they are asked for, what attempts say of a stroke, what each error costs."""

from typing import Annotated, Literal

from pydantic import Field, PlainSerializer

from partita.reports.schema import Document, Place, Share, StrokeDocument

Figure = Annotated[float, PlainSerializer(lambda value: round(value, 4), return_type=float)]


class EstimateDocument(Document):
    """A value with the interval in which it lies four times in five."""

    value: Figure
    low: Figure
    high: Figure


class ErrorDocument(EstimateDocument):
    """One error of a stroke. level : its place on the line of levels, 0 professional to 4 beginner, with its interval;
    known : whether the attempts tell enough of it to name it by itself; `words` : what is said of it."""

    level: EstimateDocument
    known: bool
    words: str


class DisagreementDocument(Document):
    """A station whose attempts do not fit the rest: what was found and what the rest foresees, and what to do."""

    station: str
    name: str
    words: str
    advice: str


class FollowsDocument(Document):
    """What follows from a stroke: the chance to run out nine scattered balls, ball in hand, and to make a long pot."""

    runout: EstimateDocument
    long_pot: EstimateDocument


class MeasureDocument(Document):
    """What attempts say of a player's stroke.

    attempts : all of them; counts_for : what they count for after forgetting; level : in words; level_range : from
    where to where it is likely to be; level_at : the same as places on the line of levels; model : the stroke in the
    middle
    """

    format: Literal["partita-measure"] = "partita-measure"
    version: Literal[1] = 1
    attempts: int
    counts_for: Figure
    stroke: dict[str, ErrorDocument]
    level: str
    level_range: str
    level_at: EstimateDocument
    follows: FollowsDocument
    disagrees: list[DisagreementDocument]
    model: dict[str, float | str]
    words: str


class OutcomeDocument(Document):
    """A button: the outcome that it stands for, and its words."""

    name: str
    words: str


class StationDocument(Document):
    """A station on one table: places in diamonds, the stroke asked for, how it is struck in words, what it tells of.

    outcomes : the buttons, in the order in which they lie beside the pocket; none: the rest is
    tapped
    """

    key: str
    name: str
    says: str
    cue: Place
    ball: Place | None
    pocket: str
    mark: Place
    stroke: StrokeDocument
    speed_words: str
    tip_words: str
    tells: list[str]
    outcomes: list[OutcomeDocument]
    count: int = 0


class CostDocument(Document):
    """What one error smaller wins: racks in a hundred against one's equal, ± two standard errors; run-outs in a
    hundred.
    """

    error: str
    words: str
    racks: Figure
    half: Figure
    run_outs: Figure


class CostsDocument(Document):
    """What each error costs. share : of its size to which each was made smaller; words : what to practise first."""

    share: Share
    costs: list[CostDocument]
    words: str
    made_on: int = Field(description="positions of the library that it rests on")
