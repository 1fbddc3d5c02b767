"""The documents of practice: a drill with its steps, what is expected at each, and what attempts come to."""

from typing import Annotated, Literal

from pydantic import Field

from partita.reports.schema import Document, Interval, Place, Share, StrokeDocument, rounded

Diamonds = Annotated[float, rounded(4)]
# No database keeps a NUL.
_TEXT = r"^[^\x00]*$"


class DrillZoneDocument(Document):
    """Where a ball is to come to rest: within so many diamonds of a place, or with its edge of a rail."""

    at: Place | None = None
    rail: Annotated[str, Field(max_length=20)] | None = None
    within: Diamonds


class DrillRuleDocument(Document):
    """What counts as success (`practice.drills.rule`)."""

    ball: Annotated[str, Field(max_length=20)] | None = None
    pocket: Annotated[str, Field(max_length=20)] | None = None
    cue_in: DrillZoneDocument | None = None
    ball_in: DrillZoneDocument | None = None
    rails: Annotated[list[str], Field(max_length=5)] = Field(default_factory=list)
    cushions: int = 0
    at_most: int = 9
    nothing_open: bool = False
    or_potted: bool = False
    over: bool = False
    run_out: bool = False


class DrillStepDocument(Document):
    """A step: balls in diamonds, the rule, and a side that is asked for. `words`: the rule in words; taps : the ball
    whose place of rest may be tapped; outcomes : of one tap."""

    name: Annotated[str, Field(min_length=1, max_length=60, pattern=_TEXT)]
    balls: Annotated[dict[str, Place], Field(max_length=22)]
    rule: DrillRuleDocument
    side: float | None = None
    words: str = ""
    taps: Literal["cue", "ball"] | None = None
    outcomes: list[str] = Field(default_factory=list)


class DrillDocument(Document):
    """A drill (`docs/formats.md`)."""

    format: Literal["partita-drill"] = "partita-drill"
    version: Literal[1] = 1
    key: Annotated[str, Field(max_length=40, pattern=_TEXT)] = ""
    name: Annotated[str, Field(min_length=1, max_length=80, pattern=_TEXT)]
    about: Annotated[str, Field(max_length=300, pattern=_TEXT)] = ""
    says: Annotated[str, Field(max_length=300, pattern=_TEXT)] = ""
    varies: Literal["distance", "cut", "tolerance", "tip", "speed", "place", "layout"] = "layout"
    steps: Annotated[list[DrillStepDocument], Field(min_length=1, max_length=8)]
    errors: Annotated[list[Literal["aim", "speed", "tip", "sight"]], Field(max_length=4)] = Field(default_factory=list)
    game: Annotated[str, Field(max_length=20)] = "nine-ball"
    feeds: Literal["pot", "rest", ""] = ""
    fixed_order: bool = False
    in_turns: bool = False


class ExpectedDocument(Document):
    """What is expected at a step. stroke : by which it is played best, with its words; up, down : made of so many
    attempts by which the ladder is left that way, from none on; `why`: where nothing can be expected."""

    step: str
    chance: Interval | None
    stroke: StrokeDocument | None
    speed_words: str = ""
    tip_words: str = ""
    by_form: list[Share] = Field(default_factory=list)
    up: list[int | None] = Field(default_factory=list)
    down: list[int | None] = Field(default_factory=list)
    why: str = ""


class ExpectationDocument(Document):
    """What is expected of a player at a drill; `begin`: the step with which the ladder begins."""

    steps: list[ExpectedDocument]
    begin: int
    words: str = ""


class DayDocument(Document):
    """A day's attempts at one step, with the share and its 95 % interval and what was expected."""

    day: str
    step: int
    attempts: int
    made: int
    share: Interval
    expected: Share | None
    best_run: int


class HeldDocument(Document):
    """Attempts held against what is expected of them."""

    attempts: int
    share: Interval
    expected: Interval
    stands: Literal["above", "below", "as expected"]
    words: str


class SuggestionDocument(Document):
    """A drill to practise next, and why."""

    drill: str
    why: str
    words: str
