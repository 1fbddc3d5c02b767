"""A drill: the same shot at rising difficulty, step by step, with its rule of success; and its steps on a table."""

from dataclasses import dataclass
from functools import cached_property
from typing import Literal

import numpy as np
from numpy.typing import NDArray

from partita.errors import refuse
from partita.games import game_named
from partita.games.situation import Situation
from partita.physics.constants import Physics
from partita.physics.simulate import names_of, physics_of, places_of
from partita.practice.drills.rule import Place, Rule
from partita.table.diamonds import metres
from partita.table.geometry import Bed, bed_of
from partita.table.layout import CUE, Layout, check
from partita.table.spec import TableSpec

Floats = NDArray[np.float64]
Varies = Literal["distance", "cut", "tolerance", "tip", "speed", "place", "layout"]
# What a drill's attempts tell the measured stroke of: the pot of its stroke, or where a lone cue ball rests.
Feeds = Literal["pot", "rest", ""]
MOST_STEPS = 8


@dataclass(frozen=True)
class Step:
    """One step of a drill: how it is called, balls in diamonds, and what counts as success.

    side : of the tip, R, where the step asks for one; None: as the player likes
    """

    name: str
    balls: dict[str, Place]
    rule: Rule
    side: float | None = None


@dataclass(frozen=True)
class Drill:
    """A drill. about : what it is for; says : what is to be played; varies : what is made harder, one thing only.

    fixed_order : steps that build on each other are begun with the first, whatever is expected of the player
    errors : of a stroke, as the measure names them, that it practises, the first one most
    in_turns : two players can take turns without setting the balls up again
    """

    key: str
    name: str
    about: str
    says: str
    varies: Varies
    steps: tuple[Step, ...]
    errors: tuple[str, ...]
    game: str = "nine-ball"
    feeds: Feeds = ""
    fixed_order: bool = False
    in_turns: bool = False


def check_drill(drill: Drill, table: TableSpec) -> None:
    """`Refused` where a step cannot be set up or its rule cannot be tested."""
    if not 1 <= len(drill.steps) <= MOST_STEPS:
        raise refuse("steps", f"there are {len(drill.steps)}", f"Use 1 to {MOST_STEPS}.")
    allowed = game_named(drill.game).balls
    for number, step in enumerate(drill.steps, 1):
        if CUE not in step.balls:
            raise refuse(f"step {number}", "the cue ball is not on the table", "Place it.")
        for name, at in step.balls.items():
            if name not in allowed:
                raise refuse(
                    f"step {number} ball {name[:20]}", f"{drill.game} has no such ball", f"Use {', '.join(allowed)}."
                )
            if not (0 <= at[0] <= 8 and 0 <= at[1] <= 4):
                raise refuse(f"step {number} ball {name}", "it is off the table", "Use 0 to 8 and 0 to 4 diamonds.")
        step.rule.check(tuple(name for name in step.balls if name != CUE))
        check(SetUp(step, table, drill.game).layout)


@dataclass(frozen=True)
class SetUp:
    """A step on a table, as arrays for the simulator."""

    step: Step
    table: TableSpec
    game: str

    @cached_property
    def layout(self) -> Layout:
        """Its balls, m."""
        return Layout(self.table, {name: metres(self.table, *at) for name, at in self.step.balls.items()})

    @cached_property
    def situation(self) -> Situation:
        """As a position of its game, for what only the rules can tell."""
        return Situation(self.layout, game=self.game)

    @cached_property
    def names(self) -> tuple[str, ...]:
        """Balls in the order of all arrays, the cue ball first."""
        return names_of(self.layout)

    @cached_property
    def places(self) -> Floats:
        """(n, 2) m."""
        return places_of(self.layout)

    @cached_property
    def bed(self) -> Bed:
        """The table's geometry."""
        return bed_of(self.table)

    @cached_property
    def physics(self) -> Physics:
        """Its constants."""
        return physics_of(self.table)

    @property
    def target(self) -> int:
        """The ball that is hit first, by its place among the names; 0 for a cue ball alone."""
        return self.names.index(self.step.rule.ball) if self.step.rule.ball is not None else 0
