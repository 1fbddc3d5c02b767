"""The learned part of the evaluation: play racks, fit a small model a game, keep it with its card.

Run by `partita fit [GAME…]`, three quarters of an hour for all on two cores; it can be stopped and goes on where it
was. Racks are played between players of random levels; every position met, with what it was worth once the luck is
taken out (`positions`), is one case. Models are held against racks that they have not seen; where none beats the
formula, it stays alone. The played racks use the values that are shipped, so a second run plays a little better and
fits a little better: repeat until the figures stop improving.
"""

import json
from collections.abc import Iterator, Sequence

import numpy as np
from numpy.typing import NDArray

from partita.fitting.network import network_fitted
from partita.fitting.positions import RACKS, Cases, adjusted, collected
from partita.fitting.reliability import brier, deciles
from partita.rows.features import CHOSE, HOOKED, LOGIT, MAKE, NAMES, OTHER, SHOOTER
from partita.rows.features import COLUMNS as FEATURES
from partita.value.learned import CARD, corrected

Floats = NDArray[np.float64]
OPENINGS = {"nine-ball": 900, "ten-ball": 320, "eight-ball": 260, "straight-pool": 260, "snooker": 160}
_PARTS = 4
# A score that is no more than this above another is as good.
_AS_GOOD = 0.0002
_RIDGE = 3.0
# By how much each later position of a rack counts less in what is fitted: less noise for a little of the values' own
# errors. Source: a trial, the flat middle of 0.5 to 0.85. In a race of many balls those errors would add up.
_FADE, _FADES = 0.7, {"straight-pool": 1.0}


def fitted(features: Floats, won: Floats) -> Floats:
    """(FEATURES,) logistic weights by Newton's method, held by a ridge towards the formula itself."""
    prior = np.zeros(FEATURES)
    prior[LOGIT] = 1.0
    weights = prior.copy()
    for _ in range(30):
        chance = 1.0 / (1.0 + np.exp(-features @ weights))
        slope = features.T @ (won - chance) - _RIDGE * (weights - prior)
        curve = (features * (chance * (1.0 - chance))[:, None]).T @ features + _RIDGE * np.eye(FEATURES)
        step = np.linalg.solve(curve, slope)
        weights = weights + step
        if np.abs(step).max() < 1e-8:
            break
    return weights


def said_by(cases: Cases, weights: Floats) -> Floats:
    """What a model says of the cases, by the same kernel as in the evaluation."""
    return np.array([corrected(weights, row, value) for row, value in zip(cases.features, cases.formula, strict=True)])


def models_of(cases: Cases, fade: float) -> dict[str, Floats]:
    """The models that are tried."""
    targets = adjusted(cases, fade)
    return {
        "logistic": fitted(cases.features, targets),
        "network": network_fitted(cases.features, targets),
    }


def left_out(cases: Cases, fade: float) -> dict[str, Floats]:
    """(m,) what the formula and each model say of cases whose openings they had not seen: in parts, in turn."""
    openings = np.random.default_rng(41).permutation(np.unique(cases.opening))
    said = {"formula": cases.formula.copy(), "logistic": np.zeros(len(cases.won)), "network": np.zeros(len(cases.won))}
    for part in np.array_split(openings, _PARTS):
        held = np.isin(cases.opening, part)
        for name, weights in models_of(cases.part(~held), fade).items():
            said[name][held] = said_by(cases.part(held), weights)
    return said


def learned_from(cases: Cases, fade: float) -> tuple[Floats, dict[str, object]]:
    """Weights of a game, or none where none help, and the figures of its card, all of racks that were left out."""
    said, worth = left_out(cases, fade), adjusted(cases, 1.0)
    scores = {name: brier(values, worth) for name, values in said.items()}
    # Of models that are as good the simplest: they stand in that order.
    best = next(name for name, score in scores.items() if score <= min(scores.values()) + _AS_GOOD)
    hooked, over = cases.features[:, HOOKED] == 1.0, cases.won != 0.5
    hard = ~hooked & (cases.features[:, MAKE] < 0.3)
    figures: dict[str, object] = {
        "model": best, "positions": len(worth), "racks": len(np.unique(cases.opening)) * RACKS,
        "squared error": {name: round(score, 4) for name, score in scores.items()},
        "squared error of what was shipped": round(brier(cases.value, worth), 4),
        "squared error of the mean": round(brier(np.full(len(worth), worth.mean()), worth), 4),
        "brier": {name: round(brier(values[over], cases.won[over]), 4) for name, values in said.items()},
        "reliability": deciles(said[best], worth),
        "by who chose": _by_who_chose(cases, said[best], worth),
    }  # fmt: skip
    for name, which in (("hooked", hooked), ("no easy pot", hard)):
        means = {"formula": cases.formula[which], "learned": said[best][which], "worth": worth[which]}
        figures[name] = {"positions": int(which.sum())} | {
            key: round(float(values.mean()), 3) for key, values in means.items() if which.any()
        }
    return (np.zeros(0) if best == "formula" else models_of(cases, fade)[best]), figures


def _by_who_chose(cases: Cases, said: Floats, worth: Floats) -> dict[str, float]:
    """Said less worth, in the mean, by who chose the stroke that led to the position."""
    chose = cases.features[:, CHOSE]
    names = {"the shooter": SHOOTER, "the other": OTHER}
    return {
        f"{model}, {name}": round(float((values - worth)[chose == one].mean()), 4)
        for model, values in (("shipped", cases.value), ("learned", said))
        for name, one in names.items()
    }


def fit_anew(names: Sequence[str]) -> Iterator[tuple[str, dict[str, object]]]:
    """Play, fit, keep; each game with its figures as it is done. Those that are not named stay as they are."""
    card: dict[str, object] = {
        "what": "correction of the evaluation's formula, one a game (src/partita/value/learned.py)",
        "fitted on": f"racks between players of random levels, {RACKS} from each opening, the luck taken out; "
        "figures are of openings left out, a quarter in turn",
        "weak where": "layouts unlike those of racks in play: clusters set up by hand, push-outs, scores far apart",
        "features": list(NAMES),
    }
    games: dict[str, object] = json.loads(CARD.read_text(encoding="utf-8"))["games"] if CARD.exists() else {}
    for game in names or OPENINGS:
        weights, figures = learned_from(collected(game, OPENINGS[game]), _FADES.get(game, _FADE))
        games[game] = {"weights": [round(float(weight), 5) for weight in weights], **figures}
        CARD.write_text(json.dumps(card | {"games": games}, indent=1) + "\n", encoding="utf-8")
        yield game, figures
