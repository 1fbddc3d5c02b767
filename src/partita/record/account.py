"""A rack's account: its start value and all that changed it, up to how it was won or lost.

start + given away by choices + strokes + leaves + all that came between and after = result. Parts telescope: what a
position is worth is the value of the line played and what the choice gave away; what comes next begins where the ending
of the decision before it left off.
"""

from collections.abc import Sequence
from dataclasses import dataclass

from partita.record.entry import Entry
from partita.record.said import MADE


@dataclass(frozen=True)
class Account:
    """Parts of a rack, in rack chance; they add up to `result`, 1 won, 0 lost.

    start : before the first shot; choices : never above nothing; strokes : against one's own average
    leaves : how the balls came to lie within an ending, where the same visit went on
    opponent : the opponent's turns, and shots of one's own that are not recorded
    """

    start: float
    choices: float
    strokes: float
    leaves: float
    opponent: float
    result: float


def account_of(start: float, entries: Sequence[Entry], won: bool) -> Account | None:
    """The account of a rack from its decisions in their order; None without any that tells a value.

    start : rack chance before the first shot, of whoever the entries are
    """
    known = [one for one in entries if one.stroke is not None]
    if not known:
        return None
    result, leaves, opponent, before = 1.0 if won else 0.0, 0.0, 0.0, start
    stays = False
    for one in known:
        gap = one.best - before
        leaves, opponent = (leaves + gap, opponent) if stays else (leaves, opponent + gap)
        before, stays = one.value + (one.stroke or 0.0), one.ending in MADE
    return Account(
        start=start,
        choices=-sum(one.cost for one in known),
        strokes=sum(one.stroke or 0.0 for one in known),
        leaves=leaves,
        opponent=opponent + result - before,
        result=result,
    )
