"""The doubt of a weighing fitted on racks played out: how far its figures were off.

The error of a line, said less won, is taken as normal with the variance of the sampling, the search, the racks' own
noise and, by ending, the model (`partita.weighing.doubt`). Sizes by ending are shared by the games, each with a factor
of its own that is held towards one; both are found by maximum likelihood, and the correlation of two lines' errors
from their differences. The search is what two seeds differ by beyond sampling.

A *row* is one position: its game, and under `seeds` two weighings of it, each with `lines`. A line has its rack chance
`value`, its lead `gap` on the first, the standard deviations `sampling` and `gap_sampling`, `weights` by ending,
whether it `attacks`, and `won`: its racks as letters, 1 won, h halved, 0 lost. SciPy is asked for (the extra `fit`).
"""

import math
from collections.abc import Iterator
from typing import Any

import numpy as np
from numpy.typing import NDArray
from scipy.optimize import minimize, minimize_scalar

from partita.weighing.doubt import Doubts, model_between
from partita.weighing.samples import ENDINGS

Floats = NDArray[np.float64]
Row = dict[str, Any]
IN_DOUBT = tuple(name for name in ENDINGS if name not in ("won", "lost"))
LETTERS = "0h1"
# Held towards these: log odds by which leaves are off; how much the games may differ (log); parts of the variance.
_PRIOR_TAU, _TAU_SPREAD, _GAME_SPREAD = 0.15, 0.8, 0.3


def racks_in(letters: str) -> Floats:
    """The racks of a row again.

    >>> racks_in("10h").tolist()
    [1.0, 0.0, 0.5]
    """
    return np.array([LETTERS.index(letter) / 2 for letter in letters])


def lines_of(rows: list[Row]) -> Iterator[tuple[Row, Row, int]]:
    """Every line that was played out, with its row and its place."""
    for row in rows:
        for place, line in enumerate(row["seeds"][0]["lines"]):
            if "won" in line:
                yield row, line, place


def noise_of(won: Floats) -> float:
    """Variance of the share of racks won: by mirrored pairs, a pair of either kind counted in (`intervals.of_wins`)."""
    pairs = np.concatenate([won.reshape(-1, 2).mean(axis=1), (0.0, 1.0)])
    return float(pairs.var(ddof=1)) / (len(pairs) - 2)


def _errors(rows: list[Row]) -> tuple[Floats, Floats, Floats, list[str]]:
    """Of every line: its error, what of its variance is known, weights by ending, and the game."""
    found = [(row, line, racks_in(line["won"])) for row, line, _ in lines_of(rows)]
    error = np.array([line["value"] - won.mean() for _, line, won in found])
    known = np.array([line["sampling"] ** 2 + noise_of(won) for _, line, won in found])
    weights = np.array([[line["weights"][name] for name in IN_DOUBT] for _, line, _ in found])
    return error, known, weights, [row["game"] for row, _, _ in found]


def search_of(rows: list[Row], attacks: bool) -> float:
    """Standard deviation of what is found for one shot, from two seeds, beyond sampling."""
    beyond = []
    for row in rows:
        one, two = (told["lines"] for told in row["seeds"])
        other = {line["id"]: line for line in two}
        for line in one:
            if line["attacks"] == attacks and line["id"] in other:
                again = other[line["id"]]
                beyond.append((line["value"] - again["value"]) ** 2 - line["sampling"] ** 2 - again["sampling"] ** 2)
    return math.sqrt(max(0.0, float(np.mean(beyond)) / 2)) if beyond else 0.0


def fitted(rows: list[Row]) -> dict[str, Doubts]:
    """The doubt of each game, and of any other, that fits the rows best."""
    error, known, weights, games = _errors(rows)
    names = sorted(set(games))
    place = np.array([names.index(game) for game in games])
    searches = search_of(rows, True), search_of(rows, False)
    attack = np.array([line["attacks"] for _, line, _ in lines_of(rows)])
    known = known + np.where(attack, *searches) ** 2

    def loss(at: Floats) -> float:
        tau, factor = np.exp(at[: len(IN_DOUBT)]), np.exp(at[len(IN_DOUBT) :])
        variance = known + factor[place] ** 2 * ((weights * tau) ** 2).sum(axis=1)
        held = np.sum((at[: len(IN_DOUBT)] - math.log(_PRIOR_TAU)) ** 2) / (2 * _TAU_SPREAD**2)
        held += np.sum(at[len(IN_DOUBT) :] ** 2) / (2 * _GAME_SPREAD**2)
        return float(0.5 * np.sum(np.log(variance) + error**2 / variance) + held)

    start = np.concatenate([np.full(len(IN_DOUBT), math.log(_PRIOR_TAU)), np.zeros(len(names))])
    at = minimize(loss, start, method="L-BFGS-B").x
    tau = {name: round(float(np.exp(value)), 4) for name, value in zip(IN_DOUBT, at, strict=False)}
    factors = dict(zip(names, np.exp(at[len(IN_DOUBT) :]), strict=True)) | {"any": 1.0}
    alone = {
        game: Doubts({name: round(one * factor, 4) for name, one in tau.items()}, 0.0, *(round(s, 5) for s in searches))
        for game, factor in factors.items()
    }
    together = round(_together(rows, alone), 3)
    return {game: Doubts(one.tau, together, one.search_attack, one.search_safe) for game, one in alone.items()}


def _together(rows: list[Row], doubts: dict[str, Doubts]) -> float:
    """The correlation of two lines' errors in one position that fits their differences best."""
    pairs = [(row, line) for row, line, place in lines_of(rows) if place > 0]

    def loss(share: float) -> float:
        total = 0.0
        for row, line in pairs:
            error, variance = between(row, line, _with(doubts[row["game"]], share))
            total += 0.5 * (math.log(variance) + error**2 / variance)
        return total

    return float(minimize_scalar(loss, bounds=(0.0, 1.0), method="bounded").x)


def _with(doubts: Doubts, together: float) -> Doubts:
    return Doubts(doubts.tau, together, doubts.search_attack, doubts.search_safe)


def of_line(line: Row, doubts: Doubts) -> float:
    """Standard deviation of a line's rack chance: sampling, search and model."""
    search = doubts.search_attack if line["attacks"] else doubts.search_safe
    model = sum((doubts.tau[name] * line["weights"][name]) ** 2 for name in IN_DOUBT)
    return math.sqrt(line["sampling"] ** 2 + search**2 + model)


def of_gap(best: Row, line: Row, doubts: Doubts) -> float:
    """Standard deviation of the lead of the first line on another."""
    search = sum((doubts.search_attack if one["attacks"] else doubts.search_safe) ** 2 for one in (best, line))
    return math.sqrt(line["gap_sampling"] ** 2 + search + model_between(doubts, best["weights"], line["weights"]) ** 2)


def between(row: Row, line: Row, doubts: Doubts) -> tuple[float, float]:
    """The error of a lead, said less won with the same seeds, and its variance with the racks' noise."""
    best = row["seeds"][0]["lines"][0]
    apart = racks_in(best["won"]) - racks_in(line["won"])
    pairs = np.concatenate([apart.reshape(-1, 2).mean(axis=1), (-0.5, 0.5)])
    noise = float(pairs.var(ddof=1)) / (len(pairs) - 2)
    return line["gap"] - float(apart.mean()), of_gap(best, line, doubts) ** 2 + noise
