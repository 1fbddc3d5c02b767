"""How well a player carries out an intended stroke."""

from dataclasses import MISSING, asdict, dataclass, fields
from typing import Literal, TypeVar

import numpy as np
from numpy.typing import NDArray

from partita.errors import refuse
from partita.players.judgement import ROLLS_OF_SCHOOL

Word = TypeVar("Word", bound=str)
Hand = Literal["right", "left"]
HANDS: tuple[Hand, ...] = ("right", "left")
School = Literal["neither", "sliding", "rolling"]
SCHOOLS: tuple[School, ...] = ("neither", "sliding", "rolling")
Jumps = Literal["none", "playing cue", "jump cue"]
JUMPS: tuple[Jumps, ...] = ("none", "playing cue", "jump cue")
_PLAUSIBLE = {
    "aim_deg": (0.005, 1.0),
    "speed": (0.005, 0.6),
    "tip": (0.001, 0.15),
    "sight_mm": (0.0, 10.0),
    "power_cost": (0.0, 2.0),
    "side_cost": (0.0, 10.0),
    "reach_m": (0.4, 2.0),
    "nerves": (0.0, 3.0),
}


@dataclass(frozen=True)
class StrokeModel:
    """Standard deviations of a player's executions.

    aim_deg : of the cue ball's launch direction, for a plain soft stroke
    speed : of the logarithm of the launch speed
    tip : of the contact place on the cue ball, in R, each way
    sight_mm : of the contact point on the object ball, for a cut of about 50 degrees
    power_cost, side_cost : the aim error is multiplied by 1 + power_cost (V / 3 m/s)^2 and by
        1 + side_cost |side|; both rise as the player gets weaker
    reach_m : how far from the rail the bridge is put with ease; farther it is a stretch, then a rest
    nerves : share added to the aim error of the softest stroke on the ball that decides the rack
    hand : the hand that holds the butt
    kicks : the school of kicking that he has practised (`judgement`)
    jumps : what he jumps with, if he does

    Source: values of the presets from trials against run-outs and long straight pots
    (`docs/odds.md`); the costs of power and side, and the nerves, are a judgement, no source.
    """

    name: str
    aim_deg: float
    speed: float
    tip: float
    sight_mm: float
    power_cost: float
    side_cost: float
    reach_m: float = 0.75
    nerves: float = 0.0
    hand: Hand = "right"
    kicks: School = "neither"
    jumps: Jumps = "none"

    def row(self) -> NDArray[np.float64]:
        """(11,) for the kernels, as `rows.player` names them."""
        return np.array([
            np.radians(self.aim_deg), self.speed, self.tip, self.sight_mm / 1000, self.power_cost, self.side_cost,
            1.0 if self.hand == "right" else -1.0, self.reach_m, self.nerves,
            ROLLS_OF_SCHOOL[self.kicks], JUMPS.index(self.jumps),
        ])  # fmt: skip

    def as_json(self) -> dict[str, object]:
        """The model as plain values, by field name."""
        return asdict(self)


PRESETS = {
    model.name: model
    for model in (
        StrokeModel("professional", 0.031, 0.045, 0.010, 0.2, 0.12, 0.8, nerves=0.05, jumps="jump cue"),
        StrokeModel("semi-professional", 0.048, 0.08, 0.015, 0.6, 0.15, 1.0, nerves=0.1, jumps="jump cue"),
        StrokeModel("strong league", 0.078, 0.12, 0.02, 1.2, 0.20, 1.3, nerves=0.15, jumps="jump cue"),
        StrokeModel("league", 0.15, 0.18, 0.03, 2.2, 0.25, 1.7, nerves=0.25, jumps="jump cue"),
        StrokeModel("beginner", 0.30, 0.26, 0.04, 3.0, 0.30, 2.2, nerves=0.35),
    )
}


def preset(name: str) -> StrokeModel:
    """A preset by name.

    >>> preset("league").aim_deg
    0.15
    """
    if name not in PRESETS:
        raise refuse("player", f"there is no level “{name[:40]}”", f"Use one of {', '.join(PRESETS)}.")
    return PRESETS[name]


def stroke_model_from(values: dict[str, object]) -> StrokeModel:
    """A stroke model from plain values, checked field by field."""
    numbers: dict[str, float] = {}
    for field in fields(StrokeModel):
        name = field.name
        if name in ("name", "hand", "kicks", "jumps"):
            continue
        default = None if field.default is MISSING else field.default
        value, (low, high) = values.get(name, default), _PLAUSIBLE[name]
        if isinstance(value, bool) or not isinstance(value, int | float) or not low <= value <= high:
            raise refuse(f"player {name}", f"{str(value)[:40]} is out of range", f"Use {low} to {high}.")
        numbers[name] = float(value)
    return StrokeModel(
        name=str(values.get("name", "own"))[:80], **numbers, hand=_one_of(HANDS, "hand", values, "right"),
        kicks=_one_of(SCHOOLS, "kicks", values, "neither"), jumps=_one_of(JUMPS, "jumps", values, "none"),
    )  # fmt: skip


def _one_of(allowed: tuple[Word, ...], name: str, values: dict[str, object], default: Word) -> Word:
    value = values.get(name, default)
    found = next((one for one in allowed if one == value), None)
    if found is None:
        raise refuse(f"player {name}", f"“{str(value)[:20]}” is not known", f"Use {', '.join(allowed)}.")
    return found
