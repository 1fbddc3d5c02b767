"""How a place phrase that is being typed may go on."""

from collections.abc import Iterable

from partita.table.places import POCKET_WORDS, RAIL_WORDS, Around

MOST = 10
_RAILS = tuple(f"the {words}" for words in RAIL_WORDS.values())
_POCKETS = tuple(f"the {words}" for words in POCKET_WORDS.values())
# A form's parts in order, each with the words it may be; a number is for the player to type.
Form = tuple[tuple[str, ...], ...]


def completions(around: Around, typed: str, balls: Iterable[str]) -> list[str]:
    """Phrases that begin with what is typed, each led to the next word that must be chosen; at most MOST.

    balls : the balls of the game; those that are not on the table yet come first.

    >>> from partita.table.spec import TableSpec
    >>> completions(Around(TableSpec()), "9 in the jaws of the far s", ["9"])
    ['9 in the jaws of the far side pocket']
    """
    begun = " ".join(typed.lower().split())
    if typed.endswith(" ") and begun:
        begun += " "
    order = sorted(balls, key=lambda ball: ball in around.balls)
    names = [ball for ball in order if begun == "" or f"{ball} ".startswith(begun) or begun.startswith(f"{ball} ")]
    found: dict[str, None] = {}
    for ball in names:
        if not begun.startswith(f"{ball} ") and len(names) > 1:
            found[f"{ball} "] = None
            continue
        for form in _forms(around, ball):
            found |= dict.fromkeys(_led_on(f"{ball} ", form, begun))
    return [phrase for phrase in found if phrase.rstrip() != begun.rstrip()][:MOST]


def _led_on(phrase: str, form: Form, begun: str) -> list[str]:
    """The form's wordings up to the first part that goes beyond what is typed."""
    if not form:
        return [phrase] if len(phrase) > len(begun) else []
    found: list[str] = []
    for words in form[0]:
        longer = phrase + words
        if begun.startswith(longer):
            found += _led_on(longer, form[1:], begun)
        elif longer.startswith(begun):
            found.append(longer)
    return found


def _forms(around: Around, ball: str) -> list[Form]:
    others = tuple(f"the {name}" for name in around.balls if name != ball)
    forms: list[Form] = [
        (("at ",),),
        (("on its spot",),) if ball in around.spots else (("on the ",), ("foot spot", "head spot", "centre spot")),
        (("frozen to ",), _RAILS, (" at ",)),
        (("in the middle",),),
        (("in the jaws of ",), _POCKETS),
        (("near ",), _POCKETS),
    ]
    if others:
        forms.append((("frozen to ",), others, (" toward ",), (*_RAILS, *_POCKETS, *others)))
        forms.append((("next to ",), others))
    if others and "cue" in around.balls and ball != "cue":
        forms.append((("behind ",), tuple(other for other in others if other != "the cue")))
    if len(others) > 1:
        forms.append((("between ",), others, (" and ",), others))
    away = ("a ball", "half a diamond", "one diamond", "two diamonds")
    forms += [(away, (" off ",), _RAILS, (" at ",))]
    return [*forms, (("off",),)] if ball in around.balls else forms
