"""The documents that leave the core: a study and a drawing, as typed models. The same for a file, the command line,
the API and the page, whose types are generated from these (`docs/formats.md`). Places are in diamonds, chances 0..1.
"""

from typing import Annotated, Any, Literal

from pydantic import BaseModel, BeforeValidator, ConfigDict, Field, PlainSerializer

from partita.intervals import Chance


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
    """A stroke as intended: aim in degrees from the long axis, speed at the launch, tip in R."""

    aim_deg: Annotated[float, rounded(5)]
    speed_mps: float
    side: float = 0.0
    height: float = 0.0
    elevation_deg: float = 0.0


class SpeedDocument(Document):
    """A speed as players say it: table lengths that a ball so struck really travels, and the pace in a word."""

    lengths: Annotated[float, rounded(2)]
    words: str
    pace: str


class CautionDocument(Document):
    """Something to watch; `share` of the time where it was counted."""

    kind: str
    words: str
    share: Share | None = None


class RestDocument(Document):
    """Where a ball comes to rest: the middle of its places, and the distance from it that holds half of them."""

    middle: Place
    half_within_m: float


class LeaveDocument(Document):
    """What the opponent finds when the shooter neither makes a ball nor fouls; only `share` and `scratch` where that
    never happens."""

    share: Share
    scratch: dict[str, Share] = Field(default_factory=dict)
    opponent_best_make: Share | None = None
    hooked: Share | None = None
    visible: Share | None = None
    apart_m: float | None = None
    hooked_by: dict[str, Share] = Field(default_factory=dict)
    cushions_needed: dict[str, Share] = Field(default_factory=dict)
    cue_to_rail_mm: float | None = None
    target_to_rail_mm: float | None = None
    cue_to_rail_in: float | None = None
    target_to_rail_in: float | None = None
    cue_rests: RestDocument | None = None
    target_rests: RestDocument | None = None


class TurningPointDocument(Document):
    """Where an attack and the best other option are equal; `make` none where no make chance does that."""

    make: Share | None
    mine: Share
    if_made: Share
    if_missed: Share
    other: Share


class WayDocument(Document):
    """One way of playing a line's shot: in words, its stroke, and its rack chance less the advised stroke's.

    alike : the difference is next to nothing, or neither sure nor large
    """

    words: str
    stroke: StrokeDocument
    speed: SpeedDocument
    tip: str
    advised: bool
    alike: bool
    ahead: Interval
    make: Share
    foul: Share


class DoubtDocument(Document):
    """What half an interval is made of: so many tries and no more; the stroke that was found; what leaves are worth."""

    sampling: Share
    search: Share
    model: Share


class OptionDocument(Document):
    """One line of the ledger. `id`: what a player would call the same shot, whatever stroke is best for it.

    rack_chance : with all that it may be off by, `doubt`, in words too; in older studies the sampling alone
    trails : how much rack chance the best line has on it, with what that difference may be off by
    """

    id: str
    name: str
    detail: str
    kind: str
    aim: Literal["attack", "safe", "two-way"]
    target: str | None
    potted: str | None
    pocket: str | None
    route: list[str]
    cushions: list[str] = Field(default_factory=list)
    via: list[str] = Field(default_factory=list)
    behind: list[str] = Field(default_factory=list)
    style: str = ""
    arrival: str = ""
    aim_range_deg: Annotated[float, rounded(3)] = 0.0
    cut_range_deg: Annotated[float, rounded(1)] = 0.0
    watch: list[str] = Field(default_factory=list)
    cautions: list[CautionDocument] = Field(default_factory=list)
    fullness: Share
    hit_side: str
    hit: str
    cut_deg: Annotated[float, rounded(2)]
    source: str
    stroke: StrokeDocument
    speed_lengths: Annotated[float, rounded(2)]
    speed: SpeedDocument
    tip: str
    rack_chance: Interval
    doubt: DoubtDocument | None = None
    doubt_words: str = ""
    make: Interval
    foul: Interval
    sold_out: Interval
    shares: dict[str, float]
    value_by_ending: dict[str, Share]
    leave: LeaveDocument
    turning_point: TurningPointDocument | None
    trails: Interval | None = None
    behind_best: str = ""
    ways: list[WayDocument] = Field(default_factory=list)
    ways_words: str = ""
    samples: int
    confirmed: bool


class ChangeDocument(Document):
    """One number made different: the rack chances of the leaders then, and which is best."""

    kind: str
    name: str
    best: int
    rack_chance: list[Share]
    changes: bool


class ChangesDocument(Document):
    """What would change the choice among the leaders, by their names and ids."""

    options: list[str]
    ids: list[str] = Field(default_factory=list)
    as_asked: list[Share]
    changes: list[ChangeDocument]


class MatchDocument(Document):
    """A race as it stands."""

    race_to: int = 7
    my_racks: int = 0
    their_racks: int = 0
    i_break: bool = True
    breaks: Literal["alternate", "winner"] = "alternate"


class MatchViewDocument(MatchDocument):
    """The race, what this rack is worth in it, and my chance of the match by option."""

    rack_when_i_break: Share
    rack_when_they_break: Share
    if_rack_won: Share
    if_rack_lost: Share
    a_point_is_worth: Share
    my_match_chance: list[Share]


class StudyDocument(Document):
    """A study: the ranked options of a situation with every figure, best first.

    choice : whether to attack or to play safe, in words; reliable : how far the order of the lines can be trusted
    """

    format: Literal["partita-study"] = "partita-study"
    version: Literal[1] = 1
    seed: int
    shooter: str = Field(alias="for")
    settled: bool
    samples_used: int
    seconds: float = 0.0
    cue: Annotated[list[Share], Field(min_length=2, max_length=2)]
    target: str
    options: list[OptionDocument]
    why: str
    choice: str = ""
    reliable: str
    changes: ChangesDocument | None = None
    match: MatchViewDocument | None = None


Points = list[list[float]]


class ShadowDocument(Document):
    """Where the target cannot be hit straight because of one ball."""

    ball: str
    target: str
    outline: Points


class WindowDocument(Document):
    """A pocket's open window: both edges end at its mouth."""

    ball: str
    pocket: str
    edges: Points
    degrees: Annotated[float, rounded(2)]


class ScratchDocument(Document):
    """A pocket that takes the cue ball, how often, and the likeliest way there."""

    pocket: str
    share: Share
    path: Points


class PositionLineDocument(Document):
    """A straight line to the next ball: from the pocket's mouth through it."""

    ball: str
    pocket: str
    points: Points


class DrawingDocument(Document):
    """Paths by ball as [t s, x, y], for the stroke without error; all else as [x, y].

    fans : by ball, one polyline a try; rests : by ball, where tries leave it; pocketed : by ball, how many of
    `executions` pocket it; words : each layer in a sentence
    """

    paths: dict[str, Points]
    fans: dict[str, list[Points]]
    rests: dict[str, Points]
    pocketed: dict[str, int]
    executions: int
    seconds: Annotated[float, rounded(3)]
    shadows: list[ShadowDocument]
    window: WindowDocument | None
    scratches: list[ScratchDocument]
    positions: list[PositionLineDocument]
    words: dict[str, str]


class TrialDocument(Document):
    """A stroke of one's own as a line of the ledger, with its drawing."""

    option: OptionDocument
    drawing: DrawingDocument
