"""What a ledger said of a decision: the lines that count, kept as they were, so that they stay true when studies go."""

from dataclasses import dataclass
from typing import Any

from partita.errors import refuse
from partita.options.option import ATTACKS
from partita.physics.stroke import Stroke, check_stroke
from partita.weighing.samples import ENDINGS

MADE, MISSED = ("won", "made_in_shape", "made_in_trouble"), ("nothing_left", "left_a_shot")
FOULED = ("foul", "lost")


@dataclass(frozen=True)
class Line:
    """One line of a ledger, chances 0..1 of whoever shot.

    value : rack chance, between low and high; trails : how much the best line has on it, with its interval
    far : of the ball that is hit, in table lengths; value_by_ending : rack chance inside each ending that came
    """

    id: str
    name: str
    kind: str
    aim: str
    target: str | None
    potted: str | None
    pocket: str | None
    stroke: Stroke
    cut_deg: float
    far: float
    value: float
    low: float
    high: float
    trails: float
    trails_low: float
    trails_high: float
    make: float
    foul: float
    sold_out: float
    shares: dict[str, float]
    value_by_ending: dict[str, float]

    @property
    def attacks(self) -> bool:
        """Whether it is meant to pot a ball."""
        return self.potted is not None or self.kind in ATTACKS


@dataclass(frozen=True)
class Turning:
    """The best attack of a ledger: its make chance, and the one at which it and the best other line are equal."""

    make: float
    point: float


@dataclass(frozen=True)
class Said:
    """The best line, the line that was played, and the turning point of the best attack where it has one."""

    best: Line
    played: Line
    turning: Turning | None = None

    @property
    def lines(self) -> tuple[Line, Line]:
        """Both lines, the one played first."""
        return self.played, self.best


def could_end(said: Said, ending: str) -> str:
    """The ending itself, when the option that was played can end so; else `Refused`.

    Anything may be missed or fouled. A ball is made, a rack won or lost at once, only by what came so in the weighing
    or, for a ball made, by what is meant to.
    """
    if ending not in ENDINGS:
        raise refuse("ending", f"“{ending[:30]}” is no ending", f"Use one of {', '.join(ENDINGS)}.")
    line = said.played
    if ending in (*MISSED, "foul") or line.shares.get(ending, 0.0) > 0:
        return ending
    if ending in ("made_in_shape", "made_in_trouble") and line.attacks:
        return ending
    could = [name for name in ENDINGS if name in (*MISSED, "foul") or line.shares.get(name, 0.0) > 0]
    words = ending.replace("_", " ")
    raise refuse("ending", f"“{line.name[:60]}” cannot end “{words}”", f"Use one of {', '.join(could)}.")


def value_inside(said: Said, ending: str) -> float | None:
    """Rack chance inside an ending, by the line played, else by the best one; None where neither ever ended so."""
    return next((line.value_by_ending[ending] for line in said.lines if ending in line.value_by_ending), None)


def made_of(line: Line, ending: str, made: bool | None = None) -> bool | None:
    """Whether what was to be made was: by the ending, else as it is said (after a foul); None where nobody knows."""
    if not line.attacks:
        return None
    return made_by(ending, made)


def made_by(ending: str, otherwise: bool | None = None) -> bool | None:
    """Whether a ball was made, where an ending tells it."""
    return True if ending in MADE else False if ending in MISSED else otherwise


def line_from(row: dict[str, Any]) -> Line:
    """A line from its plain values."""
    return Line(**{**row, "stroke": Stroke(**row["stroke"])})


def said_from(row: dict[str, Any]) -> Said:
    """The reverse of `dataclasses.asdict`."""
    turning = row.get("turning")
    return Said(line_from(row["best"]), line_from(row["played"]), Turning(**turning) if turning else None)


def check_said(said: Said) -> None:
    """`Refused` where a chance is none, an ending is unknown, or a stroke cannot be played."""
    for line in said.lines:
        chances = (
            line.value,
            line.make,
            line.foul,
            line.sold_out,
            *line.shares.values(),
            *line.value_by_ending.values(),
        )
        if not all(0 <= chance <= 1 for chance in chances):
            raise refuse("said", f"a chance of “{line.name[:60]}” is none", "Chances lie between 0 and 1.")
        if strange := [name for name in (*line.shares, *line.value_by_ending) if name not in ENDINGS]:
            raise refuse("said", f"“{strange[0][:30]}” is no ending", f"Use {', '.join(ENDINGS)}.")
        check_stroke(line.stroke)
