"""The documents of the record: a season, a match as it went, a rack's account. Chances 0..1, racks a hundred
decisions."""

from typing import Annotated, Literal

from pydantic import Field

from partita.reports.schema import Document, Interval, Share, StrokeDocument, rounded

Fine = Annotated[float, rounded(5)]
Racks = Annotated[float, rounded(4)]
Breaks = Literal["alternate", "winner"]
RaceTo = Annotated[int, Field(ge=1, le=50)]


class MeanDocument(Document):
    """A mean in racks a hundred decisions, with half its interval; `needed`: decisions that make that one rack."""

    value: Racks
    half: Racks | None
    count: int
    needed: int | None


class PartDocument(Document):
    """A kind's part: racks a hundred decisions that it lost; `first`: the dearest, or not told from it."""

    kind: str
    words: str
    count: int
    racks: Racks
    half: Racks
    first: bool


class TenthDocument(Document):
    """What was said between two tenths."""

    low: Share
    count: int
    said: Share
    came: Interval


class ReliabilityDocument(Document):
    """Chances said against what came, with the Brier score and that of always saying the average."""

    count: int
    said: Share
    came: Interval
    tenths: list[TenthDocument]
    brier: Fine
    always: Fine
    by_chance: Fine
    drift: Share | None
    words: str


class TurningUseDocument(Document):
    """How often one attacked above the turning point and below it."""

    above: Interval
    above_count: int
    below: Interval
    below_count: int
    words: str


class SeasonDocument(Document):
    """Where the racks go, and whether what was said came true."""

    decisions: int
    racks: int
    words: list[str]
    choice: MeanDocument
    choice_a_rack: MeanDocument
    stroke: MeanDocument
    luck: MeanDocument
    choices: list[PartDocument]
    choices_words: str
    shots: list[PartDocument]
    shots_words: str
    came: list[PartDocument]
    makes: ReliabilityDocument | None
    fouls: ReliabilityDocument | None
    open_shots: ReliabilityDocument | None
    guesses: ReliabilityDocument | None
    turning: TurningUseDocument | None


class AfterDocument(Document):
    """A match after a rack; number 0 before the first. `chance`: mine, of the match."""

    number: int
    i_broke: bool | None
    my_racks: int
    their_racks: int
    chance: Share


class AccountDocument(Document):
    """A rack's account: its parts add up to the result."""

    start: Share
    choices: Share
    strokes: Share
    leaves: Share
    opponent: Share
    result: Share
    words: str


class LineDocument(Document):
    """A line of a ledger as a decision keeps it."""

    id: str
    name: str
    kind: str
    aim: str
    stroke: StrokeDocument
    value: Share
    low: Share
    high: Share
    trails: Share
    trails_low: Share
    trails_high: Share
    make: Share
    foul: Share
    sold_out: Share
    shares: dict[str, Share]
    value_by_ending: dict[str, Share]


class RackShotDocument(Document):
    """A decision of a rack: its number, and what its choice gave away."""

    id: int
    cost: Share


class RackDocument(Document):
    """A rack: who broke and who won it, how, its decisions, and its account where there is one."""

    number: int
    i_broke: bool
    i_won: bool | None
    how: str
    how_words: str
    decisions: list[RackShotDocument]
    account: AccountDocument | None
