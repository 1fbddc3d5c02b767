"""What counts as success in a drill: a rule that can be tested on a simulated stroke as at the table.

Places are in diamonds, x 0..8 from the head rail, y 0..4 from the near long rail; distances from a rail go from its
nose to the ball's edge.
"""

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from partita.errors import refuse
from partita.physics.facts import CUE_CUSHIONS_BEFORE, FIRST_HIT, OVER, ROUTE
from partita.physics.simulate import Executions
from partita.table.diamonds import metres
from partita.table.spec import CUSHIONS, POCKETS, TableSpec

Floats = NDArray[np.float64]
Flags = NDArray[np.bool_]
Place = tuple[float, float]
_LARGEST_ZONE = 8.0


@dataclass(frozen=True)
class Circle:
    """Within so many diamonds of a place, counted from the ball's centre."""

    at: Place
    within: float

    def holds(self, table: TableSpec, places: Floats) -> Flags:
        """(m,) which of (m, 2) places, m, lie in it."""
        off = np.linalg.norm(places - np.array(metres(table, *self.at)), axis=1)
        return np.asarray(off <= self.within * table.diamond_m)

    def check(self, where: str) -> None:
        """`Refused` where it is no zone of a table."""
        if not (0 <= self.at[0] <= 8 and 0 <= self.at[1] <= 4):
            raise refuse(where, "its middle is off the table", "Use 0 to 8 and 0 to 4 diamonds.")
        _check_size(where, self.within)


@dataclass(frozen=True)
class Strip:
    """With its edge within so many diamonds of a rail."""

    rail: str
    within: float

    def holds(self, table: TableSpec, places: Floats) -> Flags:
        """(m,) which of (m, 2) places, m, lie in it."""
        x, y = places[:, 0], places[:, 1]
        edge = {"head": x, "foot": table.length_m - x, "near-long": y, "far-long": table.width_m - y}[self.rail]
        return np.asarray(edge - table.nose_reach_m <= self.within * table.diamond_m)

    def check(self, where: str) -> None:
        """`Refused` where it is no zone of a table."""
        if self.rail not in CUSHIONS:
            raise refuse(where, f"“{self.rail[:20]}” is no rail", f"Use {', '.join(CUSHIONS)}.")
        _check_size(where, self.within)


Zone = Circle | Strip


def _check_size(where: str, within: float) -> None:
    if not 0.02 <= within <= _LARGEST_ZONE:
        raise refuse(where, f"within {within:g} diamonds is no zone", f"Use 0.02 to {_LARGEST_ZONE:g}.")


@dataclass(frozen=True)
class Rule:
    """What must be so when the balls lie still; all of it, and no scratch.

    ball : hit first; None for a cue ball alone
    pocket : the ball falls there, and no other ball anywhere; without a pocket none falls
    cue_in, ball_in : where both come to rest
    rails : that the cue ball meets first, in order, before the ball, or in all for a cue ball alone; cushions : how
        many at least, and at_most
    nothing_open : the opponent has no open shot; or_potted : unless the ball is potted, in whatever pocket
    over : the cue ball flies over another ball on its way to the ball
    run_out : all balls are potted in one visit, shot after shot, and nothing else counts
    """

    ball: str | None = None
    pocket: str | None = None
    cue_in: Zone | None = None
    ball_in: Zone | None = None
    rails: tuple[str, ...] = ()
    cushions: int = 0
    at_most: int = 9
    nothing_open: bool = False
    or_potted: bool = False
    over: bool = False
    run_out: bool = False

    @property
    def pots(self) -> bool:
        """Whether one stroke must pot the ball."""
        return self.pocket is not None

    @property
    def taps(self) -> str | None:
        """The ball whose place of rest decides once all else went as asked: cue, ball; None where no one place does."""
        zones = [name for name, zone in (("cue", self.cue_in), ("ball", self.ball_in)) if zone is not None]
        return zones[0] if len(zones) == 1 and not self.nothing_open else None

    def decides(self, table: TableSpec, at: Place) -> bool:
        """Whether a ball that came to rest there, diamonds, is where it should be."""
        zone = self.cue_in if self.taps == "cue" else self.ball_in
        return zone is not None and bool(zone.holds(table, np.array([metres(table, *at)]))[0])

    def check(self, balls: tuple[str, ...]) -> None:
        """`Refused` where it cannot be tested with these balls on the table, or asks for nothing."""
        if self.run_out:
            return
        if self.ball is not None and self.ball not in balls:
            raise refuse("rule ball", f"ball {self.ball[:20]} is not on the table", f"Use {', '.join(balls)}.")
        if self.pocket is not None and self.pocket not in POCKETS:
            raise refuse("rule pocket", f"“{self.pocket[:20]}” is none", f"Use {', '.join(POCKETS)}.")
        if self.ball is None and (self.pocket or self.ball_in or self.nothing_open or self.over):
            raise refuse("rule ball", "it names no ball", "Say which ball is to be hit.")
        if self.over and len(balls) < 2:
            raise refuse("rule over", "there is no ball to fly over", "Place one between the cue ball and the ball.")
        if any(rail not in CUSHIONS for rail in self.rails):
            raise refuse("rule rails", "one of them is no rail", f"Use {', '.join(CUSHIONS)}.")
        if not 0 <= self.cushions <= min(5, self.at_most):
            raise refuse("rule cushions", f"{self.cushions} is out of range", "Use 0 to 5, and not more than at_most.")
        for where, zone in (("rule cue_in", self.cue_in), ("rule ball_in", self.ball_in)):
            if zone is not None:
                zone.check(where)
        asks = (self.pocket, self.cue_in, self.ball_in, self.nothing_open, self.cushions, self.rails, self.over)
        if not any(asks):
            raise refuse(
                "rule", "it asks for nothing", "Say what counts: a pocket, a place, rails, a jump, or no open shot."
            )


def as_asked(rule: Rule, table: TableSpec, names: tuple[str, ...], shots: Executions, nothing_open: Flags) -> Flags:
    """(m,) which executions succeed. nothing_open : (m,) where the opponent has no open shot; read if it counts."""
    target = names.index(rule.ball) if rule.ball is not None else 0
    pocketed, count = shots.pocketed, len(shots.pocketed)
    good = (pocketed[:, 0] < 0) & _by_rails(rule, shots)
    if target:
        good &= shots.facts[:, FIRST_HIT] == target
    if rule.over:
        good &= shots.facts[:, OVER] == 1
    for ball in range(1, len(names)):
        if ball != target:
            good &= pocketed[:, ball] < 0
    down = pocketed[:, target] >= 0 if target else np.zeros(count, dtype=bool)
    if rule.pocket is not None:
        good &= pocketed[:, target] == POCKETS.index(rule.pocket)
    elif not rule.or_potted:
        good &= ~down
    if rule.cue_in is not None:
        good &= rule.cue_in.holds(table, shots.finals[:, 0])
    if rule.ball_in is not None:
        good &= rule.ball_in.holds(table, shots.finals[:, target])
    if rule.nothing_open:
        good &= nothing_open | (down if rule.or_potted else False)
    return np.asarray(good)


def potted_as_asked(rule: Rule, names: tuple[str, ...], shots: Executions) -> Flags:
    """(m,) where the ball fell in its pocket, whatever the cue ball did after it."""
    target = names.index(rule.ball or "")
    return np.asarray(shots.pocketed[:, target] == POCKETS.index(rule.pocket or ""))


def _by_rails(rule: Rule, shots: Executions) -> Flags:
    """(m,) whether the cue ball met the rails that are asked for, before the ball or in all."""
    met = shots.facts[:, CUE_CUSHIONS_BEFORE]
    good = (met >= max(rule.cushions, len(rule.rails))) & (met <= rule.at_most)
    if not rule.rails:
        return np.asarray(good)
    digits, route = _digits(shots.facts[:, ROUTE]), [1 + CUSHIONS.index(rail) for rail in rule.rails]
    for place, wanted in enumerate(route):
        good &= digits[:, place] == wanted
    return np.asarray(good)


def _digits(routes: NDArray[np.int32], most: int = 9) -> NDArray[np.int64]:
    """(m, most) cushions of each ROUTE fact from the first on, 0 after the last."""
    found = np.zeros((len(routes), most), dtype=np.int64)
    left = routes.astype(np.int64)
    lengths = np.where(left > 0, np.floor(np.log(np.maximum(left, 1)) / np.log(5) + 1e-12).astype(np.int64) + 1, 0)
    for k in range(most):
        here = lengths - 1 - k
        found[:, k] = np.where(here >= 0, (left // 5 ** np.maximum(here, 0)) % 5, 0)
    return found
