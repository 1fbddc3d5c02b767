"""The figures of a run's rows, each with an interval of 95 % from positions drawn again; and the bars."""

import math
from collections.abc import Callable
from typing import Any

import numpy as np
from numpy.typing import NDArray

from benchmarks.odds.coverage import Z, coverage, left_out, unseen
from benchmarks.odds.rows import other_sort
from partita.fitting.doubt import Row, between, lines_of, noise_of, of_gap, of_line, worth_of
from partita.fitting.reliability import deciles
from partita.reports.ledger.words import better_share
from partita.weighing.doubt import Doubt, Doubts
from partita.weighing.verdict import ENOUGH, at_most_better, verdict

Floats = NDArray[np.float64]
Json = dict[str, Any]
_FEWEST_IN_A_TENTH, _DRAWN, _SEED = 5, 2000, 11
_MID_RACK = range(4, 9)
# So many positions that a doubt has not seen say how it does.
_ENOUGH_NEW = 50


def again_and_again(values: Floats, of: Callable[[Floats], float] = lambda drawn: float(drawn.mean())) -> list[float]:
    """Interval of 95 % of a figure, its cases drawn again with replacement. Source: Efron, Ann. Statist. 7 (1979)."""
    rng = np.random.default_rng(_SEED)
    found = [of(values[rng.integers(0, len(values), len(values))]) for _ in range(_DRAWN)]
    return [round(float(end), 4) for end in np.quantile(found, (0.025, 0.975))]


def regrets(rows: list[Row], state: str = "looked") -> Floats:
    """What is lost by the option named first against the best of the few, by halves of the roll-outs.

    One half of them picks the best option, the other says by how much it is better: the best of several noisy means
    would else look better than it is.
    """
    return np.array([regret_of(row["seeds"][0][state], 0) for row in rows])


def reliability(said: Floats, won: list[Floats]) -> Json:
    """Bias, error beyond the playing's own noise, and tenths of chances against what it was worth."""
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


def better_ones(told: list[tuple[Row, Doubts]], others: Callable[[list[Row]], list[Row]], state: str) -> Json:
    """How often the first line is the better of two, as said and as it came.

    told : rows with their doubt (`left_out`); others : the lines that the first of them is held against
    As said counts the playing's own noise in; a draw is half.
    """
    said, came, covered = [], [], []
    for row, doubts in told:
        lines = row["seeds"][0][state]
        for line in others(lines):
            error, variance = between(lines[0], line, doubts)
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


def played_on(lines: list[Row]) -> list[Row]:
    """The lines after the first that were played on."""
    return [line for line in lines[1:] if "worth" in line]


def decided(told: list[tuple[Row, Doubts]], state: str) -> Json:
    """How often there is an answer to act on: the best told apart, or a group by which not much can be lost; how often
    attack or safe is told, or the other is known not to be much better; and how often lines of a group lost no more
    than was said, against the best of those that were played on."""
    best, group, sort, safe, held, lost = [], [], [], [], [], []
    for row, doubts in told:
        lines = row["seeds"][0][state]
        found = verdict([(line["gap"], of_gap(lines[0], line, doubts)) for line in lines[1:]])
        best.append(found.kind == "best")
        group.append(found.kind == "group")
        other = other_sort(lines)
        lead = (other[0]["gap"], of_gap(lines[0], other[0], doubts)) if other else (1.0, 0.0)
        sort.append(lead[0] > Z * lead[1])
        safe.append(sort[-1] or at_most_better(*lead) <= ENOUGH)
        if found.kind != "open":
            lost.append(regret_of(lines, 0))
            held += [regret_of(lines, place) <= found.bound for place in range(found.lines) if "worth" in lines[place]]
    figures = {"the best is told": best, "one group": group, "decided": np.logical_or(best, group).tolist()}
    figures |= {"attack or safe is told": sort, "told, or hardly better": safe}
    shares = {
        name: {"share": round(float(np.mean(hits)), 3), "interval": again_and_again(np.array(hits, dtype=float))}
        for name, hits in figures.items()
    }
    return shares | {
        "lost no more than was said": {"share": _share(held), "of": len(held)},
        "lost by the first line where it is decided": round(float(np.mean(lost)), 4) if lost else None,
    }


def regret_of(lines: list[Row], place: int) -> float:
    """By how much a line was worth less than the best of those that were played on, by halves as in `regrets`."""
    worth = np.array([worth_of(line) for line in lines if "worth" in line])
    at = sum("worth" in line for line in lines[:place])
    middle = worth.shape[1] // 4 * 2
    halves = worth[:, :middle], worth[:, middle:]
    parts = [float(b[int(a.mean(axis=1).argmax())].mean() - b[at].mean()) for a, b in (halves, halves[::-1])]
    return float(np.mean(parts))


def _share(hits: list[bool]) -> float | None:
    return round(float(np.mean(hits)), 3) if hits else None


def asked_again(told: list[tuple[Row, Doubts]], state: str = "looked") -> Json:
    """The same question with another seed: the same first line, or too close to call; and how often that is said."""
    same, called_close, either = [], [], []
    for row, doubts in told:
        one, two = (asked[state] for asked in row["seeds"])
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


def widths(told: list[tuple[Row, Doubts]], state: str) -> Json:
    """Half of the first line's interval, points of rack chance, in the middle of the positions: nine-ball between
    players of one level, and all."""
    found = {}
    for name, chosen in (
        ("nine-ball, equal players", [(r, d) for r, d in told if r["even"] and r["game"] == "nine-ball"]),
        ("all", told),
    ):
        halves = np.array([Z * of_line(row["seeds"][0][state][0], doubts) for row, doubts in chosen])
        found[name] = {
            "median": round(float(np.median(halves)), 4),
            "interval": again_and_again(halves, lambda drawn: float(np.median(drawn))),
        }
    return found


def times(rows: list[Row]) -> Json:
    """Seconds to the first and to the settled ranking, of mid-rack nine-ball and of all."""
    nine = [row for row in rows if row["game"] == "nine-ball" and row["balls"] in _MID_RACK]
    found = {}
    for name, chosen in (("mid-rack nine-ball", nine), ("all", rows)):
        for part in ("first_s", "settled_s", "looked_s"):
            seconds = np.array([told[part] for row in chosen for told in row["seeds"]])
            found[f"{part}, {name}"] = {
                "median": round(float(np.median(seconds)), 3), "slowest": round(float(seconds.max()), 3),
                "interval": again_and_again(seconds, lambda drawn: float(np.median(drawn))),
            }  # fmt: skip
    return found


def figures_of(rows: list[Row]) -> Json:
    """All figures of the rows that were played on."""
    games, told, new = list(dict.fromkeys(row["game"] for row in rows)), left_out(rows), unseen(rows)
    if len(new) < _ENOUGH_NEW:
        new = told
    return {
        "the doubts are tried on": f"{len(new)} positions",
        "positions": len(rows),
        "roll-outs a line": len(rows[0]["freely"]),
        "glance": _glance(rows),
        "glance by game": {game: _beyond(_glance([row for row in rows if row["game"] == game])) for game in games},
        "settled": _state_figures(rows, new, "lines"),
        "looked ahead": _state_figures(rows, new, "looked"),
        "with doubts fitted on four fifths of all": {
            "coverage": coverage(told, "looked"),
            "decided": decided(told, "looked"),
        },
        "times": times(rows),
    }


def _glance(rows: list[Row]) -> Json:
    return reliability(np.array([row["glance"] for row in rows]), [np.array(row["freely"]) for row in rows])


def _beyond(told: Json) -> Json:
    return {name: told[name] for name in ("lines", "bias", "rmse beyond noise", "rmse beyond noise, interval")}


def _state_figures(rows: list[Row], told: list[tuple[Row, Doubts]], state: str) -> Json:
    """The figures of the lines as they settled, or after looking ahead."""
    lost, games = regrets(rows, state), list(dict.fromkeys(row["game"] for row in rows))
    every = [(row["game"], line, worth_of(line), place) for row, line, place in lines_of(rows, state)]
    first = [one for one in every if one[3] == 0]

    def held(lines: list[tuple[str, Row, Floats, int]]) -> Json:
        return reliability(np.array([line["value"] for _, line, _, _ in lines]), [worth for _, _, worth, _ in lines])

    return {
        "first line": held(first),
        "first line by game": {game: _beyond(held([one for one in first if one[0] == game])) for game in games},
        "first few lines": held(every),
        "first few lines by game": {game: _beyond(held([one for one in every if one[0] == game])) for game in games},
        "largest error of a tenth by chance": worst_by_chance(
            np.array([line["value"] for _, line, _, _ in every]),
            np.array([line["value"] - worth.mean() for _, line, worth, _ in every]),
            np.array([number for number, row in enumerate(rows) for _ in lines_of([row], state)]),
        ),
        "half of the first line's interval": widths(told, state),
        "decided": decided(told, state),
        "regret": {"mean": round(float(lost.mean()), 4), "interval": again_and_again(lost)},
        "coverage": coverage(told, state),
        "the first is the better of two": better_ones(told, played_on, state),
        "to attack or to play safe": better_ones(told, other_sort, state),
        "asked again": asked_again(told, state),
    }


def bars_of(figures: Json) -> Json:
    """The bars of the odds: what was reached, between what, what must be, and whether it is."""
    ahead, at = figures["looked ahead"], figures["times"]
    worst = max(ahead["first few lines"]["tenths"], key=lambda tenth: abs(float(tenth["off"])))
    cover, alike, regret = ahead["coverage"], ahead["asked again"]["same, or too close to call"], ahead["regret"]
    settled, first = at["settled_s, mid-rack nine-ball"], at["first_s, mid-rack nine-ball"]
    half = ahead["half of the first line's interval"]["nine-ball, equal players"]
    act, sort = ahead["decided"]["decided"], ahead["decided"]["told, or hardly better"]
    found = {
        "half of the first line's interval, equal players, nine-ball, at most 0.03": (
            half["median"], half["interval"], half["median"] <= 0.03,
        ),
        "decided, at least 0.9": (act["share"], act["interval"], act["share"] >= 0.9),
        "attack or safe told, or hardly better, at least 0.9": (sort["share"], sort["interval"], sort["share"] >= 0.9),
        "largest error of a tenth, at most 0.03": (worst["off"], worst["interval"], abs(worst["off"]) <= 0.03),
        "regret, at most 0.01": (regret["mean"], regret["interval"], regret["mean"] <= 0.01),
        "same first line or too close to call, at least 0.98": (
            alike["share"], alike["interval"], alike["share"] >= 0.98,
        ),
        "first ranking, s, at most 0.1": (first["median"], first["interval"], first["median"] <= 0.1),
        "settled, s, at most 1.5": (settled["median"], settled["interval"], settled["median"] <= 1.5),
    }  # fmt: skip
    for game, told in figures["glance by game"].items():
        found[f"error beyond noise at a glance, {game}, at most 0.045"] = _error_bar(told, 0.045)
    for game, told in ahead["first few lines by game"].items():
        found[f"error beyond noise looking ahead, {game}, at most 0.025"] = _error_bar(told, 0.025)
    for name in ("rack chance", "lead on another line", "another seed"):
        covered, of = cover[name]["covered"], cover[name]["of"]
        half = Z * (covered * (1 - covered) / of) ** 0.5
        ends = [round(covered - half, 3), round(min(1.0, covered + half), 3)]
        found[f"intervals that cover, {name}, 0.93 to 0.97"] = (covered, ends, 0.93 <= covered <= 0.97)
    return {
        name: {"reached": value, "interval": ends, "holds": bool(holds)} for name, (value, ends, holds) in found.items()
    }


def _error_bar(told: Json, most: float) -> tuple[float, list[float], bool]:
    found = told["rmse beyond noise"]
    return found, told["rmse beyond noise, interval"], found <= most
