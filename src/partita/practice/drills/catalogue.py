"""The drills that come with the application. Places in diamonds; of a nine-foot table, and used on all.

Source: what players practise is common practice, no source; distances and tolerances are set so that every level finds
a step that it makes six times in ten (`./partita bench practice`); of jumps only those who jump well do.
"""

import math

from partita.practice.drills.drill import Drill, Step
from partita.practice.drills.rule import Circle, Place, Rule, Strip

# Along this line a ball goes straight into the far foot corner.
_TO_CORNER = (2 / math.sqrt(5), 1 / math.sqrt(5))
_CORNER: Place = (8.0, 4.0)
# A ball's width, and what is left of an inch, in diamonds of a nine-foot table.
_BALL, _INCH, _CM = 0.18, 0.08, 0.0315
_HALF_TIP = 0.25


def _round(place: Place) -> Place:
    return round(place[0], 3), round(place[1], 3)


def _back(place: Place, diamonds: float, turned_deg: float = 0.0) -> Place:
    """A place so far behind another on the line to the corner, or on one turned about it."""
    turn, (u, v) = math.radians(turned_deg), _TO_CORNER
    x, y = u * math.cos(turn) - v * math.sin(turn), u * math.sin(turn) + v * math.cos(turn)
    return _round((place[0] - diamonds * x, place[1] - diamonds * y))


def _ghost(place: Place) -> Place:
    """Where the cue ball is when it meets a ball that goes to the corner."""
    return _back(place, _BALL)


_FAR = "foot-far"
_DIAMONDS = {0.25: "¼", 0.5: "½", 0.75: "¾", 1.0: "1", 1.25: "1¼", 1.5: "1½", 2.0: "2", 2.5: "2½", 3.0: "3"}


def _diamonds(count: float) -> str:
    return f"{_DIAMONDS.get(count, f'{count:g}')} diamond{'s' if count > 1 else ''}"


def _stop() -> tuple[Step, ...]:
    ball: Place = (6.0, 3.0)
    rule = Rule("1", pocket=_FAR, cue_in=Circle(_ghost(ball), _BALL))
    return tuple(
        Step(f"{_diamonds(far)} apart", {"cue": _back(_ghost(ball), far), "1": ball}, rule)
        for far in (0.5, 1.0, 2.0, 3.0, 4.5, 6.0)
    )


def _straight() -> tuple[Step, ...]:
    return tuple(
        Step(
            f"{_diamonds(far)} and {_diamonds(far)}",
            {"cue": _back(_CORNER, 2 * far), "1": _back(_CORNER, far)}, Rule("1", pocket=_FAR),
        )
        for far in (1.5, 2.0, 2.5, 3.0, 3.5, 4.0)
    )  # fmt: skip


def _cuts() -> tuple[Step, ...]:
    ball: Place = (6.0, 3.0)
    return tuple(
        Step(f"{cut}° from {_diamonds(far)}", {"cue": _back(_ghost(ball), far, cut), "1": ball}, Rule("1", pocket=_FAR))
        for cut, far in ((15, 1.25), (30, 2.0), (42, 2.0), (52, 2.0), (62, 2.0), (70, 2.0), (76, 2.5))
    )


def _thin(side: float | None) -> tuple[Step, ...]:
    """Cut along the far rail, a ball's width off it; outside side is on the side away from the pocket's rail."""
    ball: Place = (6.0, 3.6)
    way = math.degrees(math.atan2(4.0 - ball[1], 8.0 - ball[0]) - math.atan2(_TO_CORNER[1], _TO_CORNER[0]))
    ghost = _back(ball, _BALL, way)
    return tuple(
        Step(f"{cut}°", {"cue": _back(ghost, 1.8, way + cut), "1": ball}, Rule("1", pocket=_FAR), side)
        for cut in (30, 45, 55, 63, 70, 77)
    )


def _follow() -> tuple[Step, ...]:
    ball: Place = (5.0, 2.5)
    mark = _back(_ghost(ball), -1.5)
    return tuple(
        Step(
            f"within {_diamonds(near)}", {"cue": _back(_ghost(ball), 1.0), "1": ball},
            Rule("1", pocket=_FAR, cue_in=Circle(mark, near)),
        )
        for near in (1.25, 0.75, 0.5, 0.35, 0.25, 0.15)
    )  # fmt: skip


def _draw() -> tuple[Step, ...]:
    ball: Place = (5.5, 2.75)
    mark = _back(_ghost(ball), 1.0)
    return tuple(
        Step(
            f"within {_diamonds(near)}", {"cue": _back(_ghost(ball), 1.5), "1": ball},
            Rule("1", pocket=_FAR, cue_in=Circle(mark, near)),
        )
        for near in (1.5, 1.0, 0.75, 0.5, 0.35, 0.25)
    )  # fmt: skip


def _half_ball() -> tuple[Step, ...]:
    ball: Place = (6.0, 3.0)
    return tuple(
        Step(
            f"within {_diamonds(near)}", {"cue": _back(_ghost(ball), 1.5, 30), "1": ball},
            Rule("1", pocket=_FAR, cue_in=Circle((4.0, 2.0), near)),
        )
        for near in (2.0, 1.5, 1.0, 0.75, 0.5, 0.35)
    )  # fmt: skip


def _lag() -> tuple[Step, ...]:
    return tuple(
        Step(
            f"within {_diamonds(near)}",
            {"cue": (2.0, 1.0)},
            Rule(cue_in=Strip("head", near), rails=("foot",), at_most=2),
        )
        for near in (2.0, 1.5, 1.0, 0.5, 0.25)
    )


def _ball_to_rail() -> tuple[Step, ...]:
    return tuple(
        Step(
            f"within {inches} {'inch' if inches == 1 else 'inches'}", {"cue": (1.5, 2.0), "1": (3.5, 2.0)},
            Rule("1", ball_in=Strip("foot", round(inches * _INCH, 3))),
        )
        for inches in (16, 10, 6, 4, 2, 1)
    )  # fmt: skip


def _rail_first() -> tuple[Step, ...]:
    rule = Rule("1", pocket=_FAR, rails=("far-long",))
    return tuple(
        Step(f"{_diamonds(far)} from the pocket", {"cue": (8.0 - far - 1.5, 2.75), "1": (8.0 - far, 3.84)}, rule)
        for far in (0.75, 1.25, 2.0, 3.0, 4.5)
    )


def _stick() -> tuple[Step, ...]:
    return (
        Step(
            "cue ball alone, with rising side", {"cue": (2.0, 0.75)},
            Rule(cue_in=Circle((6.0, 0.75), 0.75), rails=("far-long",), at_most=2), _HALF_TIP,
        ),
        Step(
            "trade ends", {"cue": (1.5, 0.75), "1": (6.0, 1.5)},
            Rule("1", rails=("far-long",), cue_in=Circle((5.8, 1.6), 1.5), ball_in=Strip("head", 3.0)),
        ),
        Step(
            "for the pocket", {"cue": (2.5, 1.0), "1": (7.7, 0.22)},
            Rule("1", pocket="foot-near", rails=("far-long",)),
        ),
        Step(
            "as a safety", {"cue": (1.5, 1.0), "9": (3.2, 0.9), "4": (6.0, 0.8)},
            Rule("4", rails=("far-long",), nothing_open=True),
        ),
    )  # fmt: skip


def _kick_pots() -> tuple[Step, ...]:
    return tuple(
        Step(
            f"{_diamonds(off)} from the pocket", {"cue": (5.0, 1.5), "1": (round(8.0 - off, 2), 0.15)},
            Rule("1", pocket="foot-near", rails=("far-long",)),
        )
        for off in (0.25, 0.3, 0.35, 0.8)
    )  # fmt: skip


def _rails_apart() -> tuple[Step, ...]:
    return tuple(
        Step(
            f"within {cm:g} cm", {"cue": (2.5, 1.5), "9": (5.5, 2.5)},
            Rule(
                "9", cue_in=Strip("head", round(cm * _CM, 3)), ball_in=Strip("foot", round(cm * _CM, 3)),
                nothing_open=True,
            ),
        )
        for cm in (120, 80, 60, 40, 25, 12)
    )  # fmt: skip


def _three_cushions() -> tuple[Step, ...]:
    return tuple(
        Step(f"ball {where}", {"cue": (1.0, 0.5), "1": ball}, Rule("1", cushions=3))
        for where, ball in (
            ("off the corner", (7.6, 0.9)), ("in the corner", (7.8, 0.3)),
            ("at the middle of the rail", (7.85, 2.0)),
        )
    )  # fmt: skip


def _jump() -> tuple[Step, ...]:
    """The ball in the way so many diamonds off, aside by so many radii."""
    behind, edge, half = 1.5, 0.8 * _BALL, 0.5 * _BALL
    return tuple(
        Step(
            f"{over} at {_diamonds(far)}",
            {"cue": (1.5, 2.0), "2": (1.5 + far, round(2.0 + aside, 3)), "1": (1.5 + far + behind, 2.0)},
            Rule("1", over=True, at_most=0, or_potted=True),
        )
        for over, far, aside in (
            ("over the edge of a ball", 0.75, edge), ("over half a ball", 0.75, half), ("over a ball", 0.75, 0.0),
            ("over a ball", 1.5, 0.0), ("over a ball", 2.0, 0.0), ("over a ball", 2.5, 0.0),
        )
    )  # fmt: skip


def _deciding() -> tuple[Step, ...]:
    rule = Rule("9", nothing_open=True, or_potted=True)
    return tuple(
        Step(name, {"cue": cue, "9": ball}, rule)
        for name, cue, ball in (
            ("near the corner", (5.0, 2.0), (6.6, 2.9)),
            ("on the foot rail", (5.0, 1.0), (7.85, 2.6)),
            ("across the table", (2.6, 2.8), (5.6, 1.1)),
            ("away from you", (5.6, 0.8), (3.2, 2.1)),
        )
    )


def _last_three() -> tuple[Step, ...]:
    rule = Rule(run_out=True)
    return (
        Step("the last two", {"cue": (5.0, 2.0), "8": (6.4, 2.9), "9": (6.8, 1.4)}, rule),
        Step("close together", {"cue": (5.0, 2.0), "7": (6.0, 2.8), "8": (5.2, 1.0), "9": (6.8, 2.0)}, rule),
        Step("across the table", {"cue": (4.0, 1.5), "7": (5.8, 2.9), "8": (2.4, 1.0), "9": (6.4, 1.2)}, rule),
        Step("end to end", {"cue": (3.0, 2.0), "7": (5.6, 3.2), "8": (1.2, 2.6), "9": (7.2, 1.6)}, rule),
        Step("one on a rail", {"cue": (3.0, 2.0), "7": (5.6, 3.2), "8": (2.2, 0.1), "9": (7.2, 1.6)}, rule),
        Step("two on rails", {"cue": (2.0, 2.0), "7": (5.0, 3.9), "8": (2.2, 0.1), "9": (7.9, 1.6)}, rule),
    )


DRILLS = {
    drill.key: drill
    for drill in (
        Drill(
            "stop", "Stop shot", "The cue ball dies where it met the ball: the base of all position play.",
            "Pot the ball straight into the far foot corner and stop the cue ball within a ball of where it met.",
            "distance", _stop(), ("aim", "speed"), feeds="pot",
        ),
        Drill(
            "straight", "Long straight pot", "Nothing but the aim: cue ball and pocket equally far from the ball.",
            "Pot the ball straight into the far foot corner, however the cue ball goes, but not into a pocket.",
            "distance", _straight(), ("aim",), feeds="pot",
        ),
        Drill(
            "cut", "Cut from two diamonds", "Seeing the contact, from half a ball to a graze.",
            "Cut the ball into the far foot corner; no scratch.",
            "cut", _cuts(), ("sight", "aim"), feeds="pot",
        ),
        Drill(
            "thin", "Thin cut along the rail", "Thin hits without side, where throw is largest.",
            "Cut the ball along the rail into the far foot corner, no side; no scratch.",
            "cut", _thin(0.0), ("sight", "aim"), feeds="pot",
        ),
        Drill(
            "thin-outside", "Thin cut with outside side",
            "The same cuts with half a tip of side that undoes throw: is it worth its squirt?",
            "Cut the ball along the rail into the far foot corner with half a tip of outside side; no scratch.",
            "cut", _thin(_HALF_TIP), ("tip", "sight"), feeds="pot",
        ),
        Drill(
            "follow", "Follow to a mark", "The soft follow by which most balls are run.",
            "Pot the ball straight and follow a diamond and a half, to rest near the mark.",
            "tolerance", _follow(), ("speed", "aim"), feeds="pot",
        ),
        Drill(
            "draw", "Draw to a mark", "Bringing the cue ball back by a diamond, no more.",
            "Pot the ball straight and draw one diamond back, to rest near the mark.",
            "tolerance", _draw(), ("speed", "tip"), feeds="pot",
        ),
        Drill(
            "half-ball", "Half a ball to the middle", "The natural angle and its speed.",
            "Cut the ball about half into the far foot corner and bring the cue ball to the middle of the table.",
            "tolerance", _half_ball(), ("speed", "sight"), feeds="pot",
        ),
        Drill(
            "lag", "Lag", "Pure speed: it decides the break, and every safety.",
            "Cue ball alone: to the foot rail and back, to rest near the head rail.",
            "tolerance", _lag(), ("speed",), feeds="rest",
        ),
        Drill(
            "ball-to-rail", "Ball to the rail", "Sending a ball away to where it cannot be played.",
            "Hit the ball full and leave it near the foot rail; the cue ball where you like.",
            "tolerance", _ball_to_rail(), ("speed",),
        ),
        Drill(
            "rail-first", "Rail first along the rail",
            "A ball close to the rail, potted by way of that rail, from several diamonds.",
            "Cue ball to the rail just before the ball, and the ball along the rail into the far foot corner.",
            "place", _rail_first(), ("aim", "sight"),
        ),
        Drill(
            "stick", "Kick and stick",
            "A kick that hits full leaves the cue ball there and sends the ball away: learnt in four steps.",
            "By way of the far long rail, as each step says; meet the ball full so that the cue ball stays.",
            "layout", _stick(), ("speed", "tip"), fixed_order=True,
        ),
        Drill(
            "kick-pot", "Kick pot", "A hanging ball by way of a rail, with a stop stroke and up to half a tip of side.",
            "By way of the far long rail pot the ball into the near foot corner; no scratch.",
            "distance", _kick_pots(), ("aim", "tip"),
        ),
        Drill(
            "rails-apart", "Rails apart",
            "The exchange of safeties: both balls on opposite end rails, alone or in turns.",
            "Leave the cue ball on the head rail and the ball on the foot rail, with no open shot; count the run.",
            "tolerance", _rails_apart(), ("speed",), in_turns=True,
        ),
        Drill(
            "three-cushions", "Three cushions by the numbers",
            "Start, arrival and first rail: the sum, and whether it comes.",
            "By three cushions or more hit the ball; where it goes does not count.",
            "place", _three_cushions(), ("aim", "speed"),
        ),
        Drill(
            "jump", "Jump to a ball",
            "A ball is in the way: over it, to hit the one behind. Ask the hall: a raised cue can mark the cloth.",
            "With the butt raised jump the two and hit the one before any rail; where the balls go does not count.",
            "distance", _jump(), ("speed", "tip"),
        ),
        Drill(
            "deciding", "The deciding ball both ways",
            "Played to be made and to leave nothing when it is missed, against rolling it to the pocket.",
            "Pot the nine, or leave no open shot when it misses.",
            "place", _deciding(), ("speed", "aim"),
        ),
        Drill(
            "last-three", "The last three balls", "A rack is won or lost with three balls left.",
            "Run out the seven, eight and nine without a miss, cue ball as it lies.",
            "layout", _last_three(), ("aim", "speed"),
        ),
    )
}  # fmt: skip
