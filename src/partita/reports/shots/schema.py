"""The documents of one shot looked at: its drawing with all layers, and a stroke of one's own tried."""

from typing import Annotated

from partita.reports.ledger.schema import OptionDocument
from partita.reports.schema import Document, Points, Share, rounded


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


class BesideDocument(Document):
    """A ball by a jump's way: how far along it and to its side, and by how much it is cleared, mm; null where it is not
    flown over."""

    ball: str
    along_mm: Annotated[float, rounded(1)]
    aside_mm: Annotated[float, rounded(1)]
    margin_mm: Annotated[float | None, rounded(1)] = None


class JumpDocument(Document):
    """A jump from the side, up to its first contact.

    way : [mm along, mm high, s] of the ball's lowest point; landings : mm along; air : each flight from above, in
    diamonds; words : the same in a sentence
    """

    way: Points
    landings: list[Annotated[float, rounded(1)]]
    air: list[Points]
    balls: list[BesideDocument]
    radius_mm: Annotated[float, rounded(2)]
    words: str


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
    jump: JumpDocument | None = None
    words: dict[str, str]


class TrialDocument(Document):
    """A stroke of one's own as a line of the ledger, with its drawing."""

    option: OptionDocument
    drawing: DrawingDocument
