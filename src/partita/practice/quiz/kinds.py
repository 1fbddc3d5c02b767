"""What kind of a decision a position asks for, and whether its ledger tells the choices apart."""

from collections.abc import Sequence

from partita.record.said import Line

# Kinds of positions by the line that is best there, in the order in which they are tried.
KINDS = {
    "hidden": "the ball is hidden",
    "two-way": "a two-way shot is best",
    "indirect": "a bank, a combination or another ball in between",
    "pot": "a pot that mostly goes in",
    "hard pot": "a pot that often misses",
    "safe": "safe, with the ball in sight",
}
_BY_RAILS = ("kick-pot", "kick-and-stick", "kick-safety", "escape", "swerve", "masse", "jump")
# From this make chance on a pot mostly goes in; and by so much rack chance a wrong choice must cost, or two things that
# players would call equal are held against them. Judgements, no source.
_MOSTLY, _WORTH_ASKING = 0.6, 0.01


def kind_of(best: Line) -> str:
    """The kind of a position, by its best line."""
    if best.kind in _BY_RAILS:
        return "hidden"
    if best.aim == "two-way":
        return "two-way"
    if not best.attacks:
        return "safe"
    if best.kind not in ("pot", "rail-first"):
        return "indirect"
    return "pot" if best.make >= _MOSTLY else "hard pot"


def tempting(lines: Sequence[Line]) -> Line | None:
    """The best line of the other sort: the best safety where to attack is best, the best attack where it is not.

    lines : a ledger's, best first. Without one of the other sort, the second line.
    """
    other = next((line for line in lines[1:] if line.attacks != lines[0].attacks), None)
    return other or next(iter(lines[1:]), None)


def is_clear(lines: Sequence[Line]) -> bool:
    """Whether a ledger tells its first line from the tempting one. One that does not is no question for a quiz."""
    other = tempting(lines)
    return other is not None and other.trails_low > 0 and other.trails >= _WORTH_ASKING
