"""The documents of a run-out: the plan as the API, the command line, the page and the sheet have it.

Places are in diamonds, chances 0..1 and the shooter's.
"""

from typing import Literal

from pydantic import Field

from partita.reports.schema import Document, Interval, Place, Share, SpeedDocument, StrokeDocument


class OtherShotDocument(Document):
    """Another stroke at a ball of the plan, and what it is worth from there on."""

    pocket: str
    words: str
    make: Share
    worth: Share


class ZoneDocument(Document):
    """From where a ball is easy: nine tenths of its best, `best`, and more.

    worth : by columns from the head and rows from the near rail; inside : the same places, 0 outside, 1 in the zone,
    2 where two pockets serve; line : the ball's line as far as it stays in the zone
    """

    best: Share
    square_diamonds: float
    worth: list[list[float]]
    inside: list[list[int]]
    line: list[Place] | None
    cut_words: str


class PlannedDocument(Document):
    """One ball of the plan. `worth` is what the plan goes by, `run_out` and `rack` the two chances from here on.

    enters : how the cue ball comes to the next ball's line; balls, my_group, ball_on : where all lie before
    the shot, and what the rules say then; own : whether the shot is the player's own
    """

    step: int
    ball: str
    pocket: str
    pocket_words: str
    words: str
    stroke: StrokeDocument
    speed: SpeedDocument
    tip: str
    cut_deg: float
    make: Share
    run_out: Interval
    rack: Interval
    room: Share | None
    cue: Place
    rest: Place
    path: list[Place]
    ball_path: list[Place]
    arrivals: list[Place]
    enters: Literal["into", "across", "between"] | None
    enters_words: str
    zone: ZoneDocument
    others: list[OtherShotDocument]
    back: OtherShotDocument | None
    rolls: OtherShotDocument | None
    safer: Share | None
    key: bool
    own: bool = False
    balls: dict[str, Place]
    my_group: str | None
    ball_on: str | None


class OpenerDocument(Document):
    """A shot that sets a ball free which cannot be potted as it lies."""

    frees: str
    words: str
    ball: str
    stroke: StrokeDocument


class InHandDocument(Document):
    """What places of the cue ball in hand are worth: x, y, and the chance that the plan goes by."""

    places: list[list[float]]
    best: list[list[float]]
    words: str


class RunOutDocument(Document):
    """A run-out worked out, coarsely or settled."""

    format: Literal["partita-run-out"] = "partita-run-out"
    version: Literal[1] = 1
    goal: Literal["rack", "run out"]
    shooter: Literal["me", "them"]
    order: list[str]
    chooses_order: bool
    settled: bool
    progress: Share
    seconds: float
    run_out: Interval | None
    rack: Interval | None
    plan: list[PlannedDocument]
    summary: str
    key_words: str
    dead: list[str]
    openers: list[OpenerDocument]
    in_hand: InHandDocument | None
    searched: str
    notes: list[str] = Field(default_factory=list)
