"""The doubt of a weighing fitted on what its lines were worth, played on with the luck taken out: how far it was off.

The error of a line, said less worth, is taken as normal with the variance of the sampling, the search, the playing's
own noise and, by ending, the model (`partita.weighing.doubt`). Sizes by ending are shared by the games, each with a
factor of its own that is held towards one; both are found by maximum likelihood, and the correlation of two lines'
errors from their differences. The search is what two seeds differ by beyond sampling. Of lines that were looked ahead
what is left of the model's part is found the same way, by strokes ahead.

A *row* is one position: its game, and under `seeds` two weighings of it, each with `lines` as they settled and `looked`
as they were after looking ahead. A line has its rack chance `value`, its lead `gap` of the first on it, the standard
deviations `sampling` and `gap_sampling`, `weights` by ending, whether it `attacks`, `strokes` that it was looked ahead,
and where it was played on its `worth`, a number a roll-out, in mirrored pairs. SciPy is asked for (the extra `fit`).
"""

import math
from collections.abc import Iterator
from dataclasses import replace
from typing import Any

import numpy as np
from numpy.typing import NDArray
from scipy.optimize import minimize, minimize_scalar

from partita.weighing.doubt import Doubts, model_between
from partita.weighing.samples import ENDINGS

Floats = NDArray[np.float64]
Row = dict[str, Any]
IN_DOUBT = tuple(name for name in ENDINGS if name not in ("won", "lost"))
# Held towards these: log odds by which leaves are off; how much the games may differ (log); what looking ahead leaves.
_PRIOR_TAU, _TAU_SPREAD, _GAME_SPREAD = 0.15, 0.8, 0.3
_PRIOR_LEFT, _LEFT_SPREAD = 0.6, 0.5
# Intervals are to cover this share; of a normal error half of the width of such an interval.
_COVERED, _Z = 0.95, 1.959964


def lines_of(rows: list[Row], state: str = "lines") -> Iterator[tuple[Row, Row, int]]:
    """Every line that was played on, with its row and its place; state : `lines` or `looked`."""
    for row in rows:
        for place, line in enumerate(row["seeds"][0][state]):
            if "worth" in line:
                yield row, line, place


def worth_of(line: Row) -> Floats:
    """What a line was worth, by roll-out."""
    return np.array(line["worth"], dtype=float)


def noise_of(worth: Floats) -> float:
    """Variance of the mean of roll-outs that come in mirrored pairs."""
    pairs = worth.reshape(-1, 2).mean(axis=1)
    return float(pairs.var(ddof=1)) / len(pairs)


def _errors(rows: list[Row]) -> tuple[Floats, Floats, Floats, list[str]]:
    """Of every line: its error, what of its variance is known, weights by ending, and the game."""
    found = [(row, line, worth_of(line)) for row, line, _ in lines_of(rows)]
    error = np.array([line["value"] - worth.mean() for _, line, worth in found])
    known = np.array([line["sampling"] ** 2 + noise_of(worth) for _, line, worth in found])
    weights = np.array([[line["weights"][name] for name in IN_DOUBT] for _, line, _ in found])
    return error, known, weights, [row["game"] for row, _, _ in found]


def search_of(rows: list[Row], attacks: bool) -> float:
    """Standard deviation of what is found for one shot, from two seeds, beyond sampling: of the first lines, which are
    known best after looking ahead.

    Now and then a search misses a stroke that is far better. So it is not the mean of squares that is taken but what
    has to be added for nineteen intervals in twenty to cover the other seed's.
    """
    beyond = []
    for row in rows:
        one, two = (told["looked"] for told in row["seeds"])
        other = {line["id"]: line for line in two}
        for line in one:
            if "worth" in line and line["attacks"] == attacks and line["id"] in other:
                again = other[line["id"]]
                apart = (line["value"] - again["value"]) / _Z
                beyond.append(apart**2 - line["sampling"] ** 2 - again["sampling"] ** 2)
    return math.sqrt(max(0.0, float(np.quantile(beyond, _COVERED)) / 2)) if beyond else 0.0


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
        game: Doubts(
            {name: round(one * factor, 4) for name, one in tau.items()},
            0.0,
            round(searches[0], 5),
            round(searches[1], 5),
        )
        for game, factor in factors.items()
    }
    together = round(_together(rows, alone), 3)
    settled = {game: replace(one, together=together) for game, one in alone.items()}
    found = {}
    for game, one in settled.items():
        ahead, apart = _left_ahead(rows, settled, game)
        found[game] = replace(one, ahead=ahead, ahead_between=apart)
    return found


def _left_ahead(rows: list[Row], doubts: dict[str, Doubts], game: str) -> tuple[dict[str, float], dict[str, float]]:
    """By strokes ahead, what is left of the model's part of a line's doubt, and of a difference of two: of a game, held
    towards what is left in all."""
    alone: dict[str, float] = {}
    apart: dict[str, float] = {}
    for strokes in sorted({line["strokes"] for _, line, _ in lines_of(rows, "looked")} - {0}):
        told = [one for one in lines_of(rows, "looked") if one[1]["strokes"] == strokes]
        lines = [(row["game"], _alone(line, doubts[row["game"]])) for row, line, _ in told]
        pairs = [
            (row["game"], _apart(first, line, doubts[row["game"]]))
            for row, line, place in told
            if place > 0 and (first := row["seeds"][0]["looked"][0])["strokes"] >= strokes
        ]
        for cases, left in ((lines, alone), (pairs, apart)):
            of_all = _share_left([case for _, case in cases], _PRIOR_LEFT, _LEFT_SPREAD)
            left[str(strokes)] = round(_share_left([c for of, c in cases if of == game], of_all, _GAME_SPREAD), 3)
    return alone, apart


def _share_left(cases: list[tuple[float, float, float]], prior: float, spread: float) -> float:
    """The share of the model's part that fits errors best; cases : error, known variance, the model's part."""

    def loss(at: float) -> float:
        total = (at - math.log(prior)) ** 2 / (2 * spread**2)
        for error, known, model in cases:
            variance = known + (math.exp(at) * model) ** 2
            total += 0.5 * (math.log(variance) + error**2 / variance)
        return total

    return math.exp(float(minimize_scalar(loss, bounds=(-3.0, 0.5), method="bounded").x))


def _alone(line: Row, doubts: Doubts) -> tuple[float, float, float]:
    """Error, known variance and the model's part of a line."""
    worth = worth_of(line)
    return line["value"] - float(worth.mean()), _known(line, doubts) + noise_of(worth), _model(line, doubts)


def _apart(best: Row, line: Row, doubts: Doubts) -> tuple[float, float, float]:
    """The same of a difference of two lines."""
    apart = worth_of(best) - worth_of(line)
    known = line["gap_sampling"] ** 2 + _search(doubts, best, line) + noise_of(apart)
    return line["gap"] - float(apart.mean()), known, model_between(doubts, best["weights"], line["weights"])


def _together(rows: list[Row], doubts: dict[str, Doubts]) -> float:
    """The correlation of two lines' errors in one position that fits their differences best."""
    pairs = [(row, line) for row, line, place in lines_of(rows) if place > 0 and "worth" in _best(row)]

    def loss(share: float) -> float:
        total = 0.0
        for row, line in pairs:
            error, variance = between(_best(row), line, replace(doubts[row["game"]], together=share))
            total += 0.5 * (math.log(variance) + error**2 / variance)
        return total

    return float(minimize_scalar(loss, bounds=(0.0, 1.0), method="bounded").x)


def _best(row: Row) -> Row:
    best: Row = row["seeds"][0]["lines"][0]
    return best


def _search(doubts: Doubts, *lines: Row) -> float:
    """Variance of what is found for these lines."""
    return float(sum((doubts.search_attack if one["attacks"] else doubts.search_safe) ** 2 for one in lines))


def _known(line: Row, doubts: Doubts) -> float:
    """Variance of a line's rack chance that is not the model's."""
    return float(line["sampling"] ** 2) + _search(doubts, line)


def _model(line: Row, doubts: Doubts) -> float:
    return math.sqrt(sum((doubts.tau[name] * line["weights"][name]) ** 2 for name in IN_DOUBT))


def of_line(line: Row, doubts: Doubts) -> float:
    """Standard deviation of a line's rack chance: sampling, search and model."""
    left = doubts.ahead.get(str(line["strokes"]), 1.0)
    return math.sqrt(_known(line, doubts) + (left * _model(line, doubts)) ** 2)


def of_gap(best: Row, line: Row, doubts: Doubts) -> float:
    """Standard deviation of the lead of the first line on another."""
    left = doubts.ahead_between.get(str(min(best["strokes"], line["strokes"])), 1.0)
    model = left * model_between(doubts, best["weights"], line["weights"])
    return math.sqrt(line["gap_sampling"] ** 2 + _search(doubts, best, line) + model**2)


def between(best: Row, line: Row, doubts: Doubts) -> tuple[float, float]:
    """The error of the first line's lead on another, said less worth, and its variance with the playing's noise."""
    apart = worth_of(best) - worth_of(line)
    return line["gap"] - float(apart.mean()), of_gap(best, line, doubts) ** 2 + noise_of(apart)
