"""Kinds of shots by what is hard about them: where strokes go wrong."""

from partita.record.said import Line

SHOTS = {
    "position": "pots within reach",
    "long": "long pots",
    "thin": "thin cuts",
    "bank": "banks, combinations and kisses",
    "kick": "kicks",
    "safety": "safeties",
}
# From so many table lengths to the ball, and from so large a cut on. Judgements, no source: about half the table, and
# thinner than a quarter ball.
_LONG_LENGTHS, _THIN_DEG = 0.5, 48.6
_KICKS = ("kick-pot", "kick-and-stick", "kick-safety", "escape", "swerve", "masse", "jump")


def shot_of(line: Line) -> str:
    """The kind of a line's shot, a key of SHOTS."""
    if line.kind in _KICKS:
        return "kick"
    if not line.attacks:
        return "safety"
    if line.kind not in ("pot", "rail-first"):
        return "bank"
    if abs(line.cut_deg) >= _THIN_DEG:
        return "thin"
    return "long" if line.far >= _LONG_LENGTHS else "position"
