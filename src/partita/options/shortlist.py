"""What could ever be chosen: attacks with a chance to go in, and kicks that somebody would try."""

import math
from collections import Counter

from partita.options.option import Option
from partita.options.scene import Floats
from partita.rows.player import AIM, SIGHT
from partita.table.spec import TableSpec

# Attacks with less of a chance to go in, by their room for error, are left out where there is anything else; and no
# kick is by more cushions than these: for who cannot, and for who can hit his ball straight.
_LEAST_CHANCE, _FEWEST_ATTACKS = 0.06, 6
_MOST_CUSHIONS, _MOST_FREE_CUSHIONS, _ESCAPES_EACH = 3, 2, 3


def chance_to_go_in(option: Option, shooter: Floats) -> float:
    """About what a shooter (11,) makes of an attack, by the room for error that its aims leave him."""
    seen = float(shooter[SIGHT]) * (0.25 + abs(math.sin(option.cut_rad)))
    at_contact, cue, target = option.judged(shooter)
    # A turn after the contact is as good as the error of the contact that turns the ball as far.
    sight = math.hypot(at_contact, seen, 2 * TableSpec().ball_radius_m * (cue + target))
    sd = math.hypot(float(shooter[AIM]), sight / max(0.02, option.contact_m))
    return math.erf(math.radians(option.aim_range_deg) / 2 / sd / math.sqrt(2))


def likely(options: list[Option], shooter: Floats, hooked: bool) -> list[Option]:
    """Attacks, the likeliest first, without those that hardly ever go in, or that nobody would try who sees a ball."""
    tried = [option for option in options if is_played(option, hooked)]
    chances = {id(option): chance_to_go_in(option, shooter) for option in tried}
    ranked = sorted(tried, key=lambda option: -chances[id(option)])
    return [o for place, o in enumerate(ranked) if place < _FEWEST_ATTACKS or chances[id(o)] >= _LEAST_CHANCE]


def _rails(option: Option) -> tuple[str, ...]:
    """The cushions of the cue ball's way, jaws left out."""
    return tuple(part for part in option.intention.route if not part.startswith("jaw"))


def is_played(option: Option, hooked: bool) -> bool:
    """Nobody kicks off a jaw, or calls what falls by luck; and who can hit his ball straight kicks by few rails."""
    if option.nobodys:
        return False
    rails, most = _rails(option), _MOST_CUSHIONS if hooked else _MOST_FREE_CUSHIONS
    return len(rails) == len(option.intention.route) and len(rails) <= most


def sensible(options: list[Option], hooked: bool) -> list[Option]:
    """Safeties without kicks by many cushions, and of those by the same cushions only the best few."""
    kept: list[Option] = []
    routes: Counter[tuple[str, ...]] = Counter()
    for option in options:
        if option.intention.kind in ("kick-safety", "escape"):
            route = _rails(option)
            routes[route] += 1
            if routes[route] > (_ESCAPES_EACH if hooked else 1):
                continue
        if is_played(option, hooked):
            kept.append(option)
    return kept
