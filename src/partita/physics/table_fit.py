"""A table's settings from three simple shots that anybody can measure, and the mouths of its pockets.

- *Roll*: let a ball roll slowly along a rail; time it from a mark to where it comes to rest, a known
  length on. Constant deceleration: mu_r = 2 s / (g t^2).
- *Lag*: strike a ball up and down the table without side; time its first length, count its lengths.
  The restitution of the cushions is the one with which the simulator covers as many.
- *Stop*: strike low so that the cue ball stops dead on a full hit; take the distance to the object
  ball, the time to it and the tip's height. The draw has just run out there: with the closed form of
  sliding motion V = (d / t) / (1 - h / 2) and mu_s = V h / (g t), h the tip's depth below centre in R.
- *Mouth*: how wide a pocket is between the points of its cushions, by a ruler, or by the gap that two balls leave
which lie in it side by side.

Each reading has an error of its own (stop-watch, counting, placing the tip); a setting is their
weighted mean, with the standard deviation that follows from the readings' errors or, where repeats
scatter more than that, from the scatter.
"""

import math
from collections.abc import Callable, Sequence
from dataclasses import dataclass, replace
from itertools import pairwise

from partita.errors import refuse
from partita.physics.constants import G
from partita.physics.simulate import simulate
from partita.physics.stroke import Stroke
from partita.table.layout import CUE, Layout
from partita.table.spec import PLAUSIBLE, TableSpec

# Standard deviations of readings: a thumb on a stop-watch, a tape, counting lengths, placing the tip.
TIME_S, LENGTH_M, LENGTHS, TIP_R = 0.08, 0.01, 0.05, 0.04
# A ruler across a mouth, and a gap beside two balls judged by a finger.
RULER_M, GAP_M = 0.0015, 0.003
_SMALL = 1e-3
MOUTHS = ("corner", "side")


@dataclass(frozen=True)
class Roll:
    """A slow roll that came to rest `length_m` after a mark, `seconds` after passing it."""

    length_m: float
    seconds: float


@dataclass(frozen=True)
class Lag:
    """A ball along the table's length: time of the first length, and lengths covered in all."""

    first_length_s: float
    lengths: float


@dataclass(frozen=True)
class Stop:
    """A stop shot with its draw just run out: way and time to the object ball, tip's depth below centre, R."""

    distance_m: float
    seconds: float
    depth: float


@dataclass(frozen=True)
class Mouth:
    """A pocket's mouth, "corner" or "side": measured across, or the gap beside two balls in it, mm; one of the two."""

    pocket: str
    width_mm: float | None = None
    gap_mm: float | None = None


@dataclass(frozen=True)
class Setting:
    """A measured setting with its standard deviation."""

    value: float
    deviation: float

    def as_json(self) -> dict[str, float]:
        """Value with its 95 % interval."""
        half = 1.96 * self.deviation
        return {
            "value": round(self.value, 5), "low": round(self.value - half, 5), "high": round(self.value + half, 5)
        }  # fmt: skip


@dataclass(frozen=True)
class TableFit:
    """A table with what was measured put in, and each measured setting by its field's name."""

    table: TableSpec
    settings: dict[str, Setting]


def fit_table(
    table: TableSpec,
    rolls: Sequence[Roll] = (),
    lags: Sequence[Lag] = (),
    stops: Sequence[Stop] = (),
    mouths: Sequence[Mouth] = (),
) -> TableFit:
    """Settings of a table from readings; what was not measured keeps the table's value.

    Raises `Refused` for readings that no table can give, naming the shot.
    """
    if not (rolls or lags or stops or mouths):
        raise refuse("readings", "there are none", "Give rolls, lags, stops or mouths.")
    settings: dict[str, Setting] = {}
    if rolls:
        settings["mu_r"] = combined([_rolling(roll) for roll in rolls])
        table = _with(table, "mu_r", settings["mu_r"], "rolls")
    if stops:
        settings["mu_s"] = combined([_sliding(stop) for stop in stops])
        table = _with(table, "mu_s", settings["mu_s"], "stops")
    if lags:
        settings["e_c"] = combined([_restitution(table, lag) for lag in lags])
        table = _with(table, "e_c", settings["e_c"], "lags")
    for pocket in MOUTHS:
        if widths := [_mouth(table, mouth) for mouth in mouths if mouth.pocket == pocket]:
            name = f"{pocket}_mouth_m"
            settings[name] = combined(widths)
            table = _with(table, name, settings[name], "mouths")
    return TableFit(table, settings)


def _mouth(table: TableSpec, mouth: Mouth) -> Setting:
    if mouth.width_mm is not None:
        return Setting(mouth.width_mm / 1000, RULER_M)
    return Setting(4 * table.ball_radius_m + (mouth.gap_mm or 0.0) / 1000, GAP_M)


def _with(table: TableSpec, name: str, setting: Setting, shots: str) -> TableSpec:
    low, high = PLAUSIBLE[name]
    if not low <= setting.value <= high:
        raise refuse(shots, f"they give {name} = {setting.value:.4g}, which no table has", f"Expected {low} to {high}.")
    return replace(table, **{name: setting.value})  # type: ignore[arg-type]


def _propagated(formula: Callable[..., float], values: Sequence[float], errors: Sequence[float]) -> Setting:
    """The formula's value and, to first order, what the readings' errors make of it."""
    value, variance = formula(*values), 0.0
    for place, error in enumerate(errors):
        moved = list(values)
        moved[place] += _SMALL * error
        variance += ((formula(*moved) - value) / _SMALL) ** 2
    return Setting(value, math.sqrt(variance))


def combined(found: Sequence[Setting]) -> Setting:
    """Weighted mean; its deviation from the readings' errors or from their scatter, the larger one."""
    weights = [1 / max(setting.deviation, 1e-9) ** 2 for setting in found]
    total = sum(weights)
    mean = sum(w * s.value for w, s in zip(weights, found, strict=True)) / total
    deviation = 1 / math.sqrt(total)
    if len(found) > 1:
        scatter = sum(w * (s.value - mean) ** 2 for w, s in zip(weights, found, strict=True)) / (len(found) - 1)
        deviation *= max(1.0, math.sqrt(scatter))
    return Setting(mean, deviation)


def _rolling(roll: Roll) -> Setting:
    return _propagated(lambda s, t: 2 * s / (G * t * t), (roll.length_m, roll.seconds), (LENGTH_M, TIME_S))


def _sliding(stop: Stop) -> Setting:
    def mu_s(distance: float, seconds: float, depth: float) -> float:
        return distance / seconds / (1 - depth / 2) * depth / (G * seconds)

    # Timed on a recording or by ear: the click of tip and of ball; a thumb is too slow for it.
    return _propagated(mu_s, (stop.distance_m, stop.seconds, stop.depth), (LENGTH_M, TIME_S / 8, TIP_R))


def _restitution(table: TableSpec, lag: Lag) -> Setting:
    def e_c(first: float, lengths: float) -> float:
        return _bisected(lambda e: _lengths_covered(replace(table, e_c=e), first) - lengths)

    least = _lengths_covered(replace(table, e_c=PLAUSIBLE["e_c"][0]), lag.first_length_s)
    most = _lengths_covered(replace(table, e_c=PLAUSIBLE["e_c"][1]), lag.first_length_s)
    if not least < lag.lengths < most:
        raise refuse(
            "lags",
            f"{lag.lengths:g} lengths after a first one in {lag.first_length_s:g} s cannot be on this cloth",
            f"Expected {least:.2f} to {most:.2f} lengths.",
        )
    value, slopes = e_c(lag.first_length_s, lag.lengths), []
    for step, error in (((0.02, 0.0), TIME_S), ((0.0, 0.02), LENGTHS)):
        moved = e_c(lag.first_length_s + step[0], lag.lengths + step[1])
        slopes.append((moved - value) / 0.02 * error)
    return Setting(value, math.hypot(*slopes))


def _bisected(rising: Callable[[float], float]) -> float:
    low, high = PLAUSIBLE["e_c"]
    for _ in range(40):
        middle = 0.5 * (low + high)
        if rising(middle) < 0:
            low = middle
        else:
            high = middle
    return 0.5 * (low + high)


def _lengths_covered(table: TableSpec, first_length_s: float) -> float:
    """Lengths that a ball rolling along the middle covers, its first one in the time given."""
    reach = table.nose_reach_m
    run = table.length_m - 2 * reach
    # s = v t - mu_r g t^2 / 2 for the first length.
    speed = run / first_length_s + 0.5 * table.mu_r * G * first_length_s
    start = (reach, table.width_m / 2)
    shot = simulate(Layout(table, {CUE: start}), Stroke(0.0, speed, 0.0, 0.4))
    places = [event.at[0] for event in shot.events]
    return sum(abs(b - a) for a, b in pairwise(places)) / run
