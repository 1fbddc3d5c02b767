"""Comparisons that players make without a table: which shot comes first, which of two positions is the better one.

Each is common practice, no source: what any coach would say of layouts of ours. Run by `python -m
benchmarks.odds.comparisons`, two minutes; prints which hold, and keeps them in `benchmarks/results/comparisons.json`.
"""

import sys
from collections.abc import Callable
from dataclasses import dataclass, replace
from functools import cache

from benchmarks.figures import keep
from partita.games.situation import Situation
from partita.players.stroke_model import PRESETS, StrokeModel
from partita.table.layout import Layout
from partita.table.spec import TableSpec, with_pockets
from partita.weighing.weigh import WeighRequest, weigh
from partita.weighing.weighed import Weighed

TABLE = TableSpec()
FROZEN = 0.0867
_SAMPLES = 500
Lines = tuple[Weighed, ...]


@dataclass(frozen=True)
class Asked:
    """A layout in diamonds with its players, weighed when it is first looked at."""

    me: str
    them: str
    balls: tuple[tuple[str, float, float], ...]
    in_hand: bool = False
    their_fouls: int = 0
    pockets: str = "standard"
    hand: str = "right"

    def lines(self) -> Lines:
        """The settled lines, best first."""
        return _lines(self)

    def value(self) -> float:
        """Rack chance of the first one."""
        return self.lines()[0].value

    def first(self) -> Weighed:
        """The first one."""
        return self.lines()[0]


@cache
def _lines(asked: Asked) -> Lines:
    layout = Layout.in_diamonds(
        with_pockets(TABLE, asked.pockets), **{f"b{n}" if n.isdigit() else n: (x, y) for n, x, y in asked.balls}
    )
    situation = Situation(layout, in_hand="anywhere" if asked.in_hand else "none", their_fouls=asked.their_fouls)
    me: StrokeModel = replace(PRESETS[asked.me], hand=asked.hand)  # type: ignore[arg-type]
    request = WeighRequest(situation, me, PRESETS[asked.them], samples=_SAMPLES)
    return next(weighing for weighing in weigh(request) if weighing.settled).lines


def at(me: str, them: str | None = None, **balls: tuple[float, float]) -> Asked:
    """A layout: cue and balls by name (b9 is the 9)."""
    return Asked(me, them or me, tuple((name.removeprefix("b"), x, y) for name, (x, y) in balls.items()))


def potted(asked: Asked, ball: str, pocket: str) -> bool:
    """The first line pots that ball there directly, or by way of the rail beside it."""
    intention = asked.first().option.intention
    return (intention.potted, intention.pocket) == (ball, pocket) and intention.kind in ("pot", "rail-first")


def better(one: Asked, other: Asked, by: float = 0.0) -> bool:
    """The first position is worth more."""
    return one.value() > other.value() + by


def made(asked: Asked) -> float:
    """The share of executions in which the first line pots."""
    return float(asked.first().samples.made.mean())


PRO, SEMI, STRONG, LEAGUE, BEGINNER = PRESETS
_LONG_THIN = {"cue": (6.8, 3.4), "b8": (0.35, 2.0), "b9": (4.0, 1.0)}
_DRAW = {"cue": (1.6, 1.0), "b8": (6.2, 3.1), "b9": (1.4, 3.0)}
COMPARISONS: dict[str, Callable[[], bool]] = {
    "a ball in the jaws is potted first (professional)": lambda: potted(at(PRO, cue=(3.9, 2.3), b8=(7.84, 0.17), b9=(6.4, 1.6)), "8", "foot-near"),
    "a ball in the jaws is potted first (league)": lambda: potted(at(LEAGUE, cue=(3.9, 2.3), b8=(7.84, 0.17), b9=(6.4, 1.6)), "8", "foot-near"),
    "a ball in the jaws of the side is potted first": lambda: potted(at(LEAGUE, cue=(2.2, 1.1), b8=(4.05, 3.92), b9=(2.6, 2.9)), "8", "side-far"),
    "a frozen ball two diamonds from the corner is cut along the rail (professional)": lambda: potted(at(PRO, cue=(4.6, 1.4), b8=(6.4, FROZEN), b9=(6.0, 2.6)), "8", "foot-near"),
    "and by a league player": lambda: potted(at(LEAGUE, cue=(4.6, 1.1), b8=(6.6, FROZEN), b9=(6.0, 2.6)), "8", "foot-near"),
    "the nine last, straight and near, is all but won": lambda: at(LEAGUE, cue=(5.6, 2.6), b9=(6.6, 3.2)).value() > 0.88,
    "a nearer ball is worth more": lambda: better(at(LEAGUE, cue=(5.6, 2.6), b9=(6.6, 3.2)), at(LEAGUE, cue=(1.6, 0.6), b9=(6.6, 3.2)), 0.1),
    "a straighter ball is worth more": lambda: better(at(LEAGUE, cue=(4.2, 2.0), b9=(6.2, 3.0)), at(LEAGUE, cue=(6.6, 1.0), b9=(6.2, 3.0)), 0.05),
    "a straight ball into the side is worth more than one at a steep angle": lambda: better(at(LEAGUE, cue=(4.3, 3.0), b9=(4.15, 1.5)), at(LEAGUE, cue=(0.9, 1.6), b9=(2.4, 0.75)), 0.02),
    "a cue ball off the rail is worth more than one frozen to it": lambda: better(at(LEAGUE, cue=(0.7, 2.0), b9=(4.0, 2.9)), at(LEAGUE, cue=(FROZEN, 1.85), b9=(4.0, 2.9)), 0.02),
    "a ball behind the cue ball costs": lambda: better(at(LEAGUE, cue=(2.0, 2.0), b8=(4.6, 3.0), b9=(6.0, 1.0)), at(LEAGUE, cue=(2.0, 2.0), b8=(4.6, 3.0), b9=(1.78, 1.91))),
    "a better opponent makes the rack worth less": lambda: better(at(LEAGUE, BEGINNER, **_LONG_THIN), at(LEAGUE, PRO, **_LONG_THIN), 0.03),
    "a better hand makes it worth more": lambda: better(at(PRO, LEAGUE, **_LONG_THIN), at(LEAGUE, LEAGUE, **_LONG_THIN), 0.05),
    "a league player does not go for the long thin cut against a professional": lambda: not at(LEAGUE, PRO, **_LONG_THIN).first().option.attacks,
    "into tight pockets less goes": lambda: made(at(LEAGUE, **_DRAW)) > made(replace(at(LEAGUE, **_DRAW), pockets="tight")),
    "ball in hand, two balls left, is all but won by a professional": lambda: replace(at(PRO, b8=(5.0, 1.0), b9=(6.0, 3.0)), in_hand=True).value() > 0.9,
    "ball in hand is worth more than a ball behind a blocker": lambda: better(replace(at(LEAGUE, b8=(5.0, 1.0), b9=(6.0, 3.0)), in_hand=True), at(LEAGUE, cue=(2.0, 1.0), b8=(5.0, 1.0), b9=(2.5, 1.0)), 0.15),
    "the nine hanging behind the one in line is won at once": lambda: at(PRO, cue=(4.4, 1.6), b1=(7.2, 3.3), b9=(7.85, 3.85), b5=(2.0, 1.0), b6=(3.0, 3.4)).first().samples.shares()["won"] > 0.9,
    "a combination over three diamonds does not come first for a league player": lambda: at(LEAGUE, cue=(2.0, 2.4), b1=(3.6, 2.6), b5=(1.0, 0.6), b9=(6.4, 3.2)).first().option.intention.kind != "combination",
    "hooked, the way by one or two rails comes before the long ones": lambda: len(at(LEAGUE, cue=(1.2, 1.0), b1=(4.6, 1.5), b9=(1.85, 1.11)).first().option.intention.route) <= 2,
    "an opponent on two fouls makes a hidden ball worth more": lambda: better(replace(at(STRONG, **_LONG_THIN), their_fouls=2), at(STRONG, **_LONG_THIN), -0.005),
    "the soft roll stands among the ways where a hard draw gains little": lambda: any(way.option.stroke.speed_mps < 1.8 for way in at(LEAGUE, cue=(4.6, 2.4), b8=(4.5, 1.0), b9=(1.2, 2.9)).first().ways),
    "a league player does not draw from straight over five diamonds": lambda: at(LEAGUE, **_DRAW).first().option.stroke.height > -0.3,
    "past a blocker the ball near the rail goes by way of the rail": lambda: any(line.option.intention.kind == "rail-first" for line in at(PRO, cue=(4.6, 1.2), b3=(5.9, 0.16), b8=(5.2, 0.75), b9=(2.0, 3.0)).lines()[:4]),
    "the bank across the side is shown, and a professional makes most of them": lambda: any(line.option.intention.kind == "bank" and line.samples.made.mean() > 0.5 for line in at(PRO, STRONG, cue=(2.6, 2.9), b3=(3.3, 1.1), b7=(3.75, 0.6), b9=(6.6, 2.6)).lines()),
    "fewer balls left are worth more to who is in position": lambda: better(at(STRONG, cue=(3.0, 2.0), b8=(5.0, 3.0), b9=(6.0, 1.0)), at(STRONG, cue=(3.0, 2.0), b5=(5.0, 3.0), b6=(1.0, 1.0), b7=(2.0, 3.2), b8=(6.4, 2.6), b9=(6.0, 1.0)), 0.05),
    "the first line is never a foul on purpose where a ball can be hit": lambda: at(LEAGUE, cue=(6.1, 3.1), b9=(6.05, FROZEN)).first().option.intention.kind != "foul",
    "the side that the hand reaches from is worth no less": lambda: at(LEAGUE, cue=(4.0, 3.3), b9=(6.6, 3.5)).value() >= replace(at(LEAGUE, cue=(4.0, 3.3), b9=(6.6, 3.5)), hand="left").value() - 0.01,
}  # fmt: skip


def main() -> None:
    """Ask all, print, keep."""
    held = {}
    for name, holds in COMPARISONS.items():
        held[name] = holds()
        sys.stderr.write(f"{'holds' if held[name] else 'DOES NOT HOLD'}: {name}\n")
    keep(
        "comparisons",
        {"asked": len(held), "hold": sum(held.values()), "do not": [name for name in held if not held[name]]},
    )


if __name__ == "__main__":
    main()
