"""The documents of the Kicks page: ways with their sums, one way looked at closely, tries and what they say.

Numbers are those of the rails as players count them; places are in diamonds, chances 0..1 and the shooter's.
"""

from typing import Annotated, Literal

from pydantic import Field, PlainSerializer

from partita.reports.ledger.schema import OptionDocument
from partita.reports.schema import Document, Interval, Place, Share, StrokeDocument
from partita.reports.shots.schema import DrawingDocument

Number = Annotated[float, PlainSerializer(lambda value: round(value, 2), return_type=float)]
Kind = Literal["mirror", "two-cushion", "three-cushion", "none"]


class PlayedDocument(Document):
    """A stroke with which a sum is played, and the first-rail number that it needs in the simulation; None where it
    does not get there by these cushions. `words` is what that is against the sum."""

    stroke: StrokeDocument
    how: str
    number: Number | None
    words: str


class SumDocument(Document):
    """A sum as players do it. rail, counted_from : the first rail and the corner from which it counts; `words` : as one
    says it; steps : how one comes to it; lines : what is drawn, places; ask : what this table asks, in words."""

    kind: Kind
    words: str
    rail: str = ""
    counted_from: str = ""
    start: Number | None = None
    arrival: Number | None = None
    first_rail: Number | None = None
    steps: list[str] = Field(default_factory=list)
    lines: list[list[Place]] = Field(default_factory=list)
    played: list[PlayedDocument] = Field(default_factory=list)
    ask: str = ""


class StretchDocument(Document):
    """A stretch of the first rail."""

    low: Number = Field(alias="from")
    high: Number = Field(alias="to")


class SchoolDocument(Document):
    """A kick that pots as one school strikes it: `called`, how often the ball falls as meant; bend : how far the way
    turns after a rail, degrees; `words` : as one says it."""

    school: Literal["sliding", "rolling"]
    stroke: StrokeDocument
    called: Interval
    good_hit: Interval
    bend_deg: Number
    words: str


class KickWayDocument(OptionDocument):
    """A way as a line of the list.

    good_hit : right ball first and a rail after; foul_cost : rack chance that a foul costs against a good hit
    number : of the first rail, for this stroke; simulated_first_rail : for the stroke that the sum is meant for
    correction : what the tries of this table add to the sum, in first-rail numbers; window : that hits the ball
    schools : of a way that pots, once settled, as either school strikes it; empty where there is no choice
    """

    good_hit: Interval
    foul_cost: Share | None
    number: Number | None
    sum: SumDocument
    simulated_first_rail: Number | None
    correction: Number | None
    window: StretchDocument | None
    schools: list[SchoolDocument] = Field(default_factory=list)


class KicksDocument(Document):
    """All ways to a ball. shows_mm : how much of it can be hit straight; hidden_mm : where nothing can, how far beside
    it the first free line passes, None where there is none near; straight : the straight ways, where there are any."""

    format: Literal["partita-kick"] = "partita-kick"
    version: Literal[1] = 1
    target: str
    targets: list[str]
    shooter: Literal["me", "them"]
    shows_mm: Number
    hidden_mm: Number | None
    blocked_by: list[str]
    sight: str
    settled: bool
    progress: Share
    seconds: float
    ways: list[KickWayDocument]
    straight: list[KickWayDocument]


class KickPointDocument(Document):
    """One number of a window: what a stroke aimed there, played without error, does, and the rack chance after it."""

    number: Number
    met: bool
    legal: bool
    fullness: Share
    side: Literal["left", "right", ""]
    value: Share


class KickWindowDocument(Document):
    """The window along the first rail; number : the stroke's own; mean, deviation, inside : of the player's aim."""

    rail: str
    counted_from: str
    number: Number
    low: Number
    high: Number
    points: list[KickPointDocument]
    mean: Number
    deviation: Number
    inside: Share
    words: str


class AfterHitDocument(Document):
    """A full hit: how far both balls end from the contact, diamonds; None where the stroke does not get there."""

    tip: str
    pace: str
    cue: Number | None
    target: Number | None


class StickDocument(Document):
    """Kick and stick: the approach in words, and full hits by tip and speed."""

    off_rail_deg: Number
    turns_deg: Number
    held_by: Literal["follow", "centre", "draw"]
    words: str
    after: list[AfterHitDocument]


class CorrectionDocument(Document):
    """What the tries of a table say of a kind of sum: the first-rail number with it in, half of its interval; words.

    enough : whether there are enough tries for it to stand for the table
    """

    kind: Kind
    tries: int
    enough: bool
    first_rail: Number
    half: Number
    words: str


class KickLookDocument(Document):
    """One kick looked at closely: the stroke as it is tried, its drawing; sum, window and stick of the way meant."""

    route: list[str]
    option: OptionDocument
    good_hit: Interval
    drawing: DrawingDocument
    number: Number | None
    sum: SumDocument
    correction: CorrectionDocument | None
    window: KickWindowDocument | None
    stick: StickDocument | None


class CushionDocument(Document):
    """A constant of the cushions as the tries have it, with half of its interval."""

    value: Number
    half: Number
    set_to: Number


class TriesDocument(Document):
    """What all tries of a table say: corrections by kind of sum, the cushions; in words."""

    tries: int
    corrections: list[CorrectionDocument]
    cushions: dict[str, CushionDocument]
    words: str
