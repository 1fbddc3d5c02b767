"""What a choice cost, and what kind of a wrong choice it was."""

from partita.record.said import Line, Said
from partita.weighing.verdict import ENOUGH

# What may be wrong with a choice.
_WRONG = {
    "attacked": "attacked when safe was better",
    "safe": "safe when attacking was better",
    "pot": "another pot was better",
    "safety": "another safety was better",
    "hard": "too much speed or side",
    "place": "right ball, wrong place for the cue ball",
    "chased": "chased a recovery",
}
# Of one choice alone it often cannot be told that it trails the best line: then what may be wrong with it is a
# supposition, of which many together tell.
_PERHAPS = {f"{kind}?": f"perhaps {words}" for kind, words in _WRONG.items()}
CHOICES = {"alike": "as good as the best", **_WRONG, "open": "no difference that can be told", **_PERHAPS}
# Kinds of which nobody can tell that one choice cost anything; those that are no kind of mistake at all.
FREE, NONE = ("alike", "open", *_PERHAPS), ("alike", "open")
# More speed, and more side, than the better stroke of the same shot by which it is called too much: about a league
# player's error. A judgement, no source.
_TOO_FAST, _TOO_MUCH_SIDE_R = 1.2, 0.15


def given_away(said: Said) -> float:
    """Rack chance by which a choice trails the best line, whether or not that can be told.

    Of many choices the sum is right as it is; with nothing counted for each that cannot be told it would be too low.
    """
    return 0.0 if said.played.id == said.best.id else max(0.0, said.played.trails)


def cost_of(said: Said) -> float:
    """The same of one choice by itself: 0 where no difference can be told."""
    return given_away(said) if said.played.trails_low > 0 else 0.0


def choice_of(said: Said, in_trouble: bool = False) -> str:
    """The kind of a choice, a key of CHOICES. in_trouble : the shot before it, of the same visit, lost its position."""
    line = said.played
    if cost_of(said) > 0.0:
        return _wrong_with(said, in_trouble)
    if line.id == said.best.id or line.trails_high <= ENOUGH:
        return "alike"
    return f"{_wrong_with(said, in_trouble)}?" if given_away(said) > 0.0 else "open"


def kind_of(choice: str) -> str:
    """What may be wrong with a choice, supposed or told."""
    return choice.removesuffix("?")


def told_or_supposed(kind: str) -> tuple[str, str]:
    """The choices of which `kind_of` is this kind."""
    return kind, f"{kind}?"


def _wrong_with(said: Said, in_trouble: bool) -> str:
    """In what it differs from the best line: a key of `_WRONG`."""
    played, best = said.played, said.best
    if played.attacks != best.attacks:
        if played.attacks:
            return "chased" if in_trouble else "attacked"
        return "safe"
    if _same_shot(played, best):
        if _too_much(played, best):
            return "chased" if in_trouble and played.attacks else "hard"
        return "place" if played.attacks else "safety"
    return "pot" if played.attacks else "safety"


def _same_shot(one: Line, other: Line) -> bool:
    """Whether both hit the same ball for the same end, whatever the stroke."""
    if one.attacks:
        return (one.target, one.potted, one.pocket) == (other.target, other.potted, other.pocket)
    return (one.target, one.kind) == (other.target, other.kind)


def _too_much(played: Line, best: Line) -> bool:
    harder = played.stroke.speed_mps > _TOO_FAST * best.stroke.speed_mps
    return harder or abs(played.stroke.side) > abs(best.stroke.side) + _TOO_MUCH_SIDE_R
