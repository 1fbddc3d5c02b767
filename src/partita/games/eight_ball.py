"""Eight-ball. Source: the world pool body's rules, from memory.

- Solids are 1 to 7, stripes 9 to 15. While the table is open any ball but the eight may be hit first, and the
  first ball potted as called gives the shooter its group.
- Then a ball of one's own group must be hit first; when the group is down, the eight.
- Shots are called, ball and pocket; after the contact a ball must be potted or meet a cushion.
- A foul gives ball in hand anywhere. Balls potted out of turn stay down.
- The eight potted as called after one's group wins; potted early, on a foul or in another pocket it loses.
- A safety may be called: the turn passes whatever falls.

Variants: "standard"; "slop counts" (nothing but the eight is called).
"""

from collections.abc import Sequence
from dataclasses import replace

import numpy as np
from numpy.typing import NDArray

from partita.errors import refuse
from partita.games.game import ANYWHERE, CONTINUES, FOUL, LOST, TURN_OVER, WON, Call, Outcomes
from partita.games.judging import Seen, columns, give_cue_ball, next_situation, outcomes_of, seen
from partita.games.situation import Situation, check_balls, check_unused
from partita.physics.simulate import Executions
from partita.table.geometry import Bed
from partita.table.layout import CUE

SOLIDS, STRIPES = tuple(str(n) for n in range(1, 8)), tuple(str(n) for n in range(9, 16))
GROUPS = {"solids": SOLIDS, "stripes": STRIPES}
OPEN, _GROUP_CODES = 0, {"solids": 1, "stripes": 2}


def shooter_group(situation: Situation) -> str | None:
    """Group of the player at the table; None while the table is open."""
    mine = situation.my_group
    if mine is None or situation.shooter == "me":
        return mine
    return "stripes" if mine == "solids" else "solids"


class EightBall:
    """The rules of eight-ball."""

    name = "eight-ball"
    title = "Eight-ball"
    balls = (CUE, *(str(number) for number in range(1, 16)))
    variants = ("standard", "slop counts")

    def check(self, situation: Situation) -> None:
        """The eight is on the table; groups are solids, stripes or open."""
        check_balls(situation, self.balls, self.name)
        if "8" not in situation.layout.balls:
            raise refuse("layout", "there is no ball to win with: the 8 is not on the table", "Place the 8.")
        if situation.my_group not in (None, *GROUPS):
            raise refuse(
                "my_group", f"{str(situation.my_group)[:20]} is no group", "Use solids, stripes or leave it out."
            )
        check_unused(
            situation, self.name, push_out=situation.push_out != "none", ball_on=situation.ball_on is not None,
            free_ball=situation.free_ball, my_fouls=situation.my_fouls != 0, their_fouls=situation.their_fouls != 0,
        )  # fmt: skip

    def legal_targets(self, situation: Situation) -> tuple[str, ...]:
        """One's own group, then the eight; any ball but the eight while the table is open."""
        group, balls = shooter_group(situation), situation.object_balls
        wanted = [ball for ball in balls if ball in GROUPS[group]] if group else [b for b in balls if b != "8"]
        return tuple(wanted) or ("8",)

    def pots(self, situation: Situation) -> tuple[str, ...]:
        """The same balls: one's own."""
        return self.legal_targets(situation)

    def judge(
        self, situation: Situation, names: tuple[str, ...], shots: Executions, calls: Sequence[Call], bed: Bed
    ) -> Outcomes:
        """Judge executions whose balls are ordered as `names`."""
        view, own = seen(names, shots, calls), self.pots(situation)
        legal, eight = view.legal(self.legal_targets(situation)), view.fell("8")
        made = legal & self._made(situation, view, own)
        code = np.where(legal, np.where(made, CONTINUES, TURN_OVER), FOUL).astype(np.int8)
        code[eight] = LOST
        if own == ("8",):
            code[legal & view.called_down & (view.called == view.index("8"))] = WON
        outcomes = outcomes_of(shots, code)
        give_cue_ball(outcomes, code == FOUL, ANYWHERE)
        outcomes.group[:] = self._groups_after(situation, view, made)
        return outcomes

    def _made(self, situation: Situation, view: Seen, own: tuple[str, ...]) -> NDArray[np.bool_]:
        """Whether a ball fell that keeps the shooter at the table."""
        columns = [view.index(ball) for ball in own]
        if situation.variant == "slop counts" and own != ("8",):
            return (view.called >= 0) & view.down[:, columns].any(axis=1)
        return view.called_down & np.isin(view.called, columns)

    def _groups_after(self, situation: Situation, view: Seen, made: NDArray[np.bool_]) -> NDArray[np.int8]:
        """Group code of the shooter: decided by the first ball made on an open table."""
        group = shooter_group(situation)
        codes = np.full(len(made), _GROUP_CODES[group] if group else OPEN, dtype=np.int8)
        if group is None:
            solids = [view.index(ball) for ball in SOLIDS if ball in view.names]
            first = np.where(view.called_down, view.called, np.argmax(view.down, axis=1))
            codes[made] = np.where(np.isin(first[made], solids), 1, 2)
        return codes

    def next_targets(self, situation: Situation, names: tuple[str, ...], outcomes: Outcomes) -> NDArray[np.bool_]:
        """The next player's group, then the eight; any ball but the eight while the table is open."""
        on_table = outcomes.on_table()
        stays = outcomes.code == CONTINUES
        solids = np.where(stays, outcomes.group == 1, outcomes.group == 2)
        stripes = np.where(stays, outcomes.group == 2, outcomes.group == 1)
        wanted = np.where(solids[:, None], columns(names, SOLIDS), columns(names, STRIPES))
        wanted[~solids & ~stripes] = columns(names, (*SOLIDS, *STRIPES))
        wanted &= on_table
        has_some = np.asarray(wanted.any(axis=1))
        return np.where(has_some[:, None], wanted, on_table & columns(names, ("8",)))

    def after(self, situation: Situation, names: tuple[str, ...], outcomes: Outcomes, e: int) -> Situation | None:
        """The next situation, with the groups as they are now."""
        code = int(outcomes.group[e])
        group = {0: None, 1: "solids", 2: "stripes"}[code]
        if group is not None and situation.shooter == "them":
            group = "stripes" if group == "solids" else "solids"

        def change(following: Situation, stays: bool) -> Situation:
            return replace(following, my_group=group, my_fouls=0, their_fouls=0)

        return next_situation(situation, names, outcomes, e, change)
