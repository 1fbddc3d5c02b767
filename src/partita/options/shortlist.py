"""What could ever be chosen: attacks with a chance to go in, and kicks that somebody would try."""

import math

from partita.options.option import Option
from partita.options.scene import Floats
from partita.players.stroke_model import AIM, SIGHT

# Attacks with less of a chance to go in, by their room for error, are left out where there is anything else; and no
# kick is by more cushions than these: for who cannot, and for who can hit his ball straight.
_LEAST_CHANCE, _FEWEST_ATTACKS = 0.06, 6
_MOST_CUSHIONS, _MOST_FREE_CUSHIONS = 4, 2


def chance_to_go_in(option: Option, shooter: Floats) -> float:
    """About what a shooter (9,) makes of an attack, by the room for error that its aims leave him."""
    seen = float(shooter[SIGHT]) * (0.25 + abs(math.sin(option.cut_rad)))
    sight = math.hypot(option.judgement_m(float(shooter[SIGHT])), seen)
    sd = math.hypot(float(shooter[AIM]), sight / max(0.02, option.contact_m))
    return math.erf(math.radians(option.aim_range_deg) / 2 / sd / math.sqrt(2))


def likely(options: list[Option], shooter: Floats, hooked: bool) -> list[Option]:
    """Attacks, the likeliest first, without those that hardly ever go in, or that nobody would try who sees a ball."""
    chances = {id(option): chance_to_go_in(option, shooter) for option in options if _rails(option) <= _most(hooked)}
    ranked = sorted((o for o in options if id(o) in chances), key=lambda option: -chances[id(option)])
    return [o for place, o in enumerate(ranked) if place < _FEWEST_ATTACKS or chances[id(o)] >= _LEAST_CHANCE]


def _rails(option: Option) -> int:
    return len([part for part in option.intention.route if not part.startswith("jaw")])


def _most(hooked: bool) -> int:
    """Cushions of a kick at most: who can hit his ball straight does not go round the table for it."""
    return _MOST_CUSHIONS if hooked else _MOST_FREE_CUSHIONS


def sensible(options: list[Option], hooked: bool) -> list[Option]:
    """Safeties without kicks by many cushions; and who sees the ball kicks by each way in one manner only."""
    kept: list[Option] = []
    routes: set[tuple[str, ...]] = set()
    for option in options:
        if _rails(option) > _most(hooked):
            continue
        if option.intention.kind == "kick-safety" and not hooked:
            if option.intention.route in routes:
                continue
            routes.add(option.intention.route)
        kept.append(option)
    return kept
