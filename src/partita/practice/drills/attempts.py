"""An attempt as it is counted: one tap or key, or where a ball came to rest; what its rule makes of it."""

from dataclasses import dataclass

from partita.errors import refuse
from partita.practice.drills.drill import Drill, Step
from partita.practice.drills.rule import Place, Rule
from partita.table.spec import TableSpec

# Outcomes of one tap. "off": the ball was potted, and the cue ball did not come to rest where it should.
MADE, OFF, MISSED = "made", "off", "missed"


@dataclass(frozen=True)
class Counted:
    """What an attempt comes to: whether it did what was asked, and whether its ball was potted, where that is known."""

    made: bool
    potted: bool | None


def outcomes_of(rule: Rule) -> tuple[str, ...]:
    """The outcomes that a step can have."""
    return (MADE, OFF, MISSED) if rule.pots and rule.cue_in is not None else (MADE, MISSED)


def counted(step: Step, table: TableSpec, outcome: str, rest: Place | None, where: str = "attempt") -> Counted:
    """What an attempt comes to. rest : diamonds, where the ball that decides came to rest; then all else was as asked.

    Raises `Refused` for what the step cannot end in.
    """
    rule = step.rule
    if rest is not None:
        if rule.taps is None or outcome:
            raise refuse(where, "no place of rest decides this step", f"Say {' or '.join(outcomes_of(rule))}.")
        if not (0 <= rest[0] <= 8 and 0 <= rest[1] <= 4):
            raise refuse(where, "it is off the table", "Use 0 to 8 and 0 to 4 diamonds.")
        return Counted(rule.decides(table, rest), True if rule.pots else None)
    if outcome not in outcomes_of(rule):
        raise refuse(where, f"“{outcome[:20]}” is no end of this step", f"Use {', '.join(outcomes_of(rule))}.")
    potted = outcome in (MADE, OFF) if rule.pots else None
    return Counted(outcome == MADE, potted)


def step_at(drill: Drill, number: int, where: str = "attempt") -> Step:
    """A step of a drill by its number from 0."""
    if not 0 <= number < len(drill.steps):
        raise refuse(f"{where} step", f"there is no step {number + 1}", f"Use 1 to {len(drill.steps)}.")
    return drill.steps[number]
