"""The figures of a run's rows, each with an interval of 95 % from positions drawn again; and the bars."""

import math
from collections.abc import Callable
from typing import Any

import numpy as np
from numpy.typing import NDArray

from benchmarks.odds.coverage import Z, coverage, left_out
from partita.fitting.doubt import Row, between, lines_of, noise_of, of_gap, racks_in
from partita.fitting.reliability import brier, deciles
from partita.reports.ledger.words import better_share
from partita.weighing.doubt import Doubt, Doubts

Floats = NDArray[np.float64]
Json = dict[str, Any]
_FEWEST_IN_A_TENTH, _DRAWN, _SEED = 5, 2000, 11
_MID_RACK = range(4, 9)


def again_and_again(values: Floats, of: Callable[[Floats], float] = lambda drawn: float(drawn.mean())) -> list[float]:
    """Interval of 95 % of a figure, its cases drawn again with replacement. Source: Efron, Ann. Statist. 7 (1979)."""
    rng = np.random.default_rng(_SEED)
    found = [of(values[rng.integers(0, len(values), len(values))]) for _ in range(_DRAWN)]
    return [round(float(end), 4) for end in np.quantile(found, (0.025, 0.975))]


def regrets(rows: list[Row]) -> Floats:
    """What is lost by the option named first against the best of the few, by halves of the racks.

    One half of the racks picks the best option, the other says by how much it is better: the best of several
    noisy shares would else look better than it is.
    """
    lost = []
    for row in rows:
        won = np.array([racks_in(line["won"]) for line in row["seeds"][0]["lines"]])
        middle = won.shape[1] // 4 * 2
        halves = won[:, :middle], won[:, middle:]
        parts = [float(b[int(a.mean(axis=1).argmax())].mean() - b[0].mean()) for a, b in (halves, halves[::-1])]
        lost.append(float(np.mean(parts)))
    return np.array(lost)


def reliability(said: Floats, won: list[Floats]) -> Json:
    """Bias, error beyond the racks' own noise, Brier score and tenths of chances against racks won."""
    came = np.array([one.mean() for one in won])
    noise = np.array([noise_of(one) for one in won])
    square = (said - came) ** 2 - noise
    return {
        "lines": len(said),
        "bias": round(float(np.mean(said - came)), 4),
        "bias, interval": again_and_again(said - came),
        "rmse beyond noise": round(float(np.sqrt(max(0.0, square.mean()))), 4),
        "rmse beyond noise, interval": again_and_again(square, lambda drawn: float(np.sqrt(max(0.0, drawn.mean())))),
        "correlation": round(float(np.corrcoef(said, came)[0, 1]), 3),
        # Of single racks: the squared error against the share plus the share's own spread.
        "brier": round(brier(said, came) + float(np.mean(came * (1 - came))), 4),
        "tenths": [tenth | _error_of(tenth, said, came) for tenth in deciles(said, came, _FEWEST_IN_A_TENTH)],
    }


def _error_of(tenth: dict[str, float], said: Floats, came: Floats) -> Json:
    chosen = np.minimum(9, (10 * said).astype(int)) == tenth["tenth"]
    errors = said[chosen] - came[chosen]
    return {"off": round(float(errors.mean()), 4), "interval": again_and_again(errors)}


def worst_by_chance(said: Floats, off: Floats, position: NDArray[np.int64]) -> list[float]:
    """The largest error of a tenth when nothing is said too high or too low: its middle, and nineteen in twenty.

    said, off : (k,) chances and their errors; position : (k,) which position each is of, from 0
    The errors of a position, which go together, keep their size and have their sign drawn anew. Source: the sign-flip
    test of Fisher, The Design of Experiments (1935).
    """
    rng, tenth = np.random.default_rng(_SEED), np.minimum(9, (10 * said).astype(int))
    populated = [k for k in range(10) if (tenth == k).sum() >= _FEWEST_IN_A_TENTH]
    found = []
    for _ in range(_DRAWN):
        drawn = off * rng.choice((-1.0, 1.0), int(position.max()) + 1)[position]
        found.append(max(abs(float(drawn[tenth == k].mean())) for k in populated))
    return [round(float(end), 4) for end in np.quantile(found, (0.5, 0.025, 0.975))]


def better_ones(told: list[tuple[Row, Doubts]], others: Callable[[Row], list[Row]]) -> Json:
    """How often the racks say that the first line is the better of two, as said and as it came.

    told : rows with their doubt (`left_out`); others : the lines of a row that its first is held against
    As said counts the racks' own noise in; a draw is half.
    """
    said, came, covered = [], [], []
    for row, doubts in told:
        for line in others(row["seeds"][0]):
            error, variance = between(row, line, doubts)
            said.append(better_share(line["gap"], Doubt(math.sqrt(variance), 0.0, 0.0)))
            came.append(0.5 * (1.0 + float(np.sign(line["gap"] - error))))
            covered.append(abs(error) <= Z * math.sqrt(variance))
    less = np.array(came) - np.array(said)
    return {
        "pairs": len(said),
        "said": round(float(np.mean(said)), 3),
        "came": round(float(np.mean(came)), 3),
        "more than said": round(float(less.mean()), 3),
        "more than said, interval": again_and_again(less),
        "leads covered": round(float(np.mean(covered)), 3),
    }


def asked_again(told: list[tuple[Row, Doubts]]) -> Json:
    """The same question with another seed: the same first line, or too close to call; and how often that is said."""
    same, called_close, either = [], [], []
    for row, doubts in told:
        one, two = (asked["lines"] for asked in row["seeds"])
        same.append(one[0]["id"] == two[0]["id"])
        close = [len(lines) > 1 and lines[1]["gap"] <= Z * of_gap(lines[0], lines[1], doubts) for lines in (one, two)]
        called_close.append(close[0])
        either.append(same[-1] or close[0])
    shares = {
        "same first line": same,
        "said to be too close to call": called_close,
        "same, or too close to call": either,
    }
    return {
        name: {"share": round(float(np.mean(hits)), 3), "interval": again_and_again(np.array(hits, dtype=float))}
        for name, hits in shares.items()
    }


def times(rows: list[Row]) -> Json:
    """Seconds to the first and to the settled ranking, of mid-rack nine-ball and of all."""
    nine = [row for row in rows if row["game"] == "nine-ball" and row["balls"] in _MID_RACK]
    found = {}
    for name, chosen in (("mid-rack nine-ball", nine), ("all", rows)):
        for part in ("first_s", "settled_s"):
            seconds = np.array([told[part] for row in chosen for told in row["seeds"]])
            found[f"{part}, {name}"] = {
                "median": round(float(np.median(seconds)), 3), "slowest": round(float(seconds.max()), 3),
                "interval": again_and_again(seconds, lambda drawn: float(np.median(drawn))),
            }  # fmt: skip
    return found


def figures_of(rows: list[Row]) -> Json:
    """All figures of the rows that were played out."""
    lost = regrets(rows)
    first = [(line, racks_in(line["won"])) for _, line, place in lines_of(rows) if place == 0]
    every = [(line, racks_in(line["won"])) for _, line, _ in lines_of(rows)]
    games, told = list(dict.fromkeys(row["game"] for row in rows)), left_out(rows)
    return {
        "positions": len(rows),
        "racks a line": len(rows[0]["freely"]),
        "glance": reliability(np.array([row["glance"] for row in rows]), [racks_in(row["freely"]) for row in rows]),
        "first line": reliability(np.array([line["value"] for line, _ in first]), [won for _, won in first]),
        "first few lines": reliability(np.array([line["value"] for line, _ in every]), [won for _, won in every]),
        "regret": {"mean": round(float(lost.mean()), 4), "interval": again_and_again(lost)},
        "regret by game": {
            game: round(float(lost[[row["game"] == game for row in rows]].mean()), 4) for game in games
        },
        "coverage": coverage(told),
        "largest error of a tenth by chance": worst_by_chance(
            np.array([line["value"] for line, _ in every]),
            np.array([line["value"] - won.mean() for line, won in every]),
            np.array([number for number, row in enumerate(rows) for _ in lines_of([row])]),
        ),
        "the first is the better of two": better_ones(told, lambda asked: asked["lines"][1:]),
        "to attack or to play safe": better_ones(told, lambda asked: [asked["other"]] if asked["other"] else []),
        "asked again": asked_again(told),
        "times": times(rows),
    }  # fmt: skip


def bars_of(figures: Json) -> Json:
    """The bars of the odds: what was reached, between what, what must be, and whether it is."""
    worst = max(figures["first few lines"]["tenths"], key=lambda tenth: abs(float(tenth["off"])))
    cover, again, at = figures["coverage"], figures["asked again"], figures["times"]
    settled, first = at["settled_s, mid-rack nine-ball"], at["first_s, mid-rack nine-ball"]
    regret, alike = figures["regret"], again["same, or too close to call"]
    found = {
        "first ranking, s, at most 0.3": (first["median"], first["interval"], first["median"] <= 0.3),
        "settled, s, at most 1.5": (settled["median"], settled["interval"], settled["median"] <= 1.5),
        "regret, at most 0.01": (regret["mean"], regret["interval"], regret["mean"] <= 0.01),
        "upper end of regret's interval, at most 0.02": (
            regret["interval"][1], regret["interval"], regret["interval"][1] <= 0.02,
        ),
        "largest error of a tenth, at most 0.03": (worst["off"], worst["interval"], abs(worst["off"]) <= 0.03),
        "same first line or too close to call, at least 0.98": (
            alike["share"], alike["interval"], alike["share"] >= 0.98,
        ),
    }  # fmt: skip
    for name in ("rack chance", "lead on another line", "another seed"):
        covered, of = cover[name]["covered"], cover[name]["of"]
        half = Z * (covered * (1 - covered) / of) ** 0.5
        ends = [round(covered - half, 3), round(min(1.0, covered + half), 3)]
        found[f"intervals that cover, {name}, 0.93 to 0.97"] = (covered, ends, 0.93 <= covered <= 0.97)
    return {
        name: {"reached": value, "interval": ends, "holds": bool(holds)} for name, (value, ends, holds) in found.items()
    }
