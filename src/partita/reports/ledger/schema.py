"""The document of a study: the ledger of a situation with every figure, best line first."""

from typing import Annotated, Literal

from pydantic import Field

from partita.reports.schema import Document, Interval, Place, Share, SpeedDocument, StrokeDocument, rounded


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


class AheadDocument(Document):
    """How far a line was looked ahead: strokes, roll-outs, and what that added to its rack chance."""

    strokes: int
    rollouts: int
    shift: Annotated[float, rounded(5)]


class VerdictDocument(Document):
    """Whether the best line is told, or any of so many will do (none is behind by more than `bound`, nineteen times in
    twenty), or neither; looked : whether it was looked ahead as far as it goes."""

    kind: Literal["best", "group", "open"]
    lines: int
    bound: Share
    looked: bool


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
    make : the ball that is meant in the pocket that is meant, or any ball of a safety; luck : another ball or pocket
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
    ahead: AheadDocument | None = None
    make: Interval
    luck: Share = 0.0
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
    verdict: VerdictDocument | None = None
