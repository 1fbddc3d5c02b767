"""The learned part of the evaluation: play racks, fit a logistic model a game, keep it with its card.

Run by `partita fit [GAME…]`, half an hour for all. Racks are played between players of random levels; every
position met, with who won in the end, is one case. Some racks are held out; where the fitted model does not
beat the formula's Brier score on them the formula stays alone. The played racks use the values that are shipped,
so a second run plays a little better and fits a little better: repeat until the figures stop improving.
"""

import dataclasses
import json
import sys
from collections.abc import Iterator, Sequence
from concurrent.futures import ThreadPoolExecutor

import numpy as np
from numpy.typing import NDArray

from partita.fitting.network import network_fitted
from partita.fitting.reliability import brier, deciles
from partita.games.opening import opened
from partita.games.question import Question
from partita.parallel import CORES
from partita.players.stroke_model import PRESETS, StrokeModel
from partita.playing.playout import racks_of
from partita.playing.racks import LOG
from partita.rows.features import COLUMNS as FEATURES
from partita.rows.features import HOOKED, LOGIT, MAKE, NAMES
from partita.value.learned import CARD, corrected

Floats = NDArray[np.float64]
# Openings and the racks played from each; positions kept of a rack. Seeds below FIRST_SEED are the benchmark's.
OPENINGS = {"nine-ball": 900, "ten-ball": 320, "eight-ball": 320, "straight-pool": 80, "snooker": 120}
RACKS, FIRST_SEED, _KEPT = 4, 10_000, 40
_PARTS = 4
# A Brier score that is no more than this above another is as good.
_AS_GOOD = 0.0002
_RIDGE = 3.0
_SCALE = (0.75, 1.35)


@dataclasses.dataclass(frozen=True)
class Cases:
    """features : (m, FEATURES); formula : (m,) its values; won : (m,) 0, 0.5 or 1; opening : (m,)."""

    features: Floats
    formula: Floats
    won: Floats
    opening: NDArray[np.int64]

    def part(self, chosen: NDArray[np.bool_]) -> "Cases":
        """Some of the cases."""
        return Cases(*(getattr(self, field.name)[chosen] for field in dataclasses.fields(self)))


def player(rng: np.random.Generator) -> StrokeModel:
    """A player somewhere between or about the levels."""
    model = PRESETS[str(rng.choice(list(PRESETS)))]
    scale = float(np.exp(rng.uniform(*np.log(_SCALE))))
    errors = {name: getattr(model, name) * scale for name in ("aim_deg", "speed", "tip", "sight_mm")}
    return dataclasses.replace(model, **errors)


def played(game: str, seed: int) -> Floats:
    """(m, FEATURES + 4) positions of the racks from one opening: features, formula, value, won, the seed."""
    rng = np.random.default_rng([seed, 7])
    me, them = player(rng), player(rng)
    found, logs = np.zeros((RACKS, 2)), np.zeros((RACKS, _KEPT, LOG))
    for _ in racks_of(Question(opened(game, seed), me, them), found, seed=seed, logs=logs):
        pass
    parts = []
    for rack in range(RACKS):
        rows = logs[rack][logs[rack, :, -1] > 0]
        won = np.where(rows[:, -1] == 1, found[rack, 0], 1.0 - found[rack, 0])
        parts.append(np.column_stack([rows[:, :-1], won, np.full(len(rows), seed)]))
    return np.concatenate(parts)


def collect(game: str, openings: int) -> Cases:
    """Play racks and write down every position with what came of it."""
    parts: list[Floats] = []
    seeds = range(FIRST_SEED, FIRST_SEED + openings)
    with ThreadPoolExecutor(CORES) as threads:
        for part in threads.map(lambda seed: played(game, seed), seeds):
            parts.append(part)
            sys.stderr.write(f"\r{game}: {len(parts)} of {openings}  ")
            sys.stderr.flush()
    table = np.concatenate(parts)
    return Cases(table[:, :FEATURES], table[:, -4], table[:, -2], table[:, -1].astype(np.int64))


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


def models_of(cases: Cases) -> dict[str, Floats]:
    """The models that are tried."""
    return {
        "logistic": fitted(cases.features, cases.won),
        "network": network_fitted(cases.features, cases.won),
    }


def left_out(cases: Cases) -> dict[str, Floats]:
    """(m,) what the formula and each model say of cases whose openings they had not seen: in parts, in turn."""
    openings = np.random.default_rng(41).permutation(np.unique(cases.opening))
    said = {"formula": cases.formula.copy(), "logistic": np.zeros(len(cases.won)), "network": np.zeros(len(cases.won))}
    for part in np.array_split(openings, _PARTS):
        held = np.isin(cases.opening, part)
        for name, weights in models_of(cases.part(~held)).items():
            said[name][held] = said_by(cases.part(held), weights)
    return said


def learned_from(cases: Cases) -> tuple[Floats, dict[str, object]]:
    """Weights of a game, or none where none help, and the figures of its card, all of racks that were left out."""
    said = left_out(cases)
    scores = {name: brier(values, cases.won) for name, values in said.items()}
    # Of models that are as good the simplest: they stand in that order.
    best = next(name for name, score in scores.items() if score <= min(scores.values()) + _AS_GOOD)
    hooked = cases.features[:, HOOKED] == 1.0
    hard = ~hooked & (cases.features[:, MAKE] < 0.3)
    figures: dict[str, object] = {
        "model": best, "positions": len(cases.won), "racks": len(np.unique(cases.opening)) * RACKS,
        "brier": {name: round(score, 4) for name, score in scores.items()},
        "brier of the share won": round(brier(np.full(len(cases.won), cases.won.mean()), cases.won), 4),
        "reliability": deciles(said[best], cases.won),
    }  # fmt: skip
    for name, which in (("hooked", hooked), ("no easy pot", hard)):
        means = {"formula": cases.formula[which], "learned": said[best][which], "won": cases.won[which]}
        figures[name] = {"positions": int(which.sum())} | {
            key: round(float(values.mean()), 3) for key, values in means.items() if which.any()
        }
    return (np.zeros(0) if best == "formula" else models_of(cases)[best]), figures


def fit_anew(names: Sequence[str]) -> Iterator[tuple[str, dict[str, object]]]:
    """Play, fit, keep; each game with its figures as it is done. Those that are not named stay as they are."""
    card: dict[str, object] = {
        "what": "correction of the evaluation's formula, one a game (src/partita/value/learned.py)",
        "fitted on": f"racks played out between players of random levels, {RACKS} from each opening; positions of "
        "one rack share its outcome; figures are of openings left out, a quarter in turn",
        "weak where": "layouts unlike those of racks in play: clusters set up by hand, push-outs, scores far apart",
        "features": list(NAMES),
    }
    games: dict[str, object] = json.loads(CARD.read_text(encoding="utf-8"))["games"] if CARD.exists() else {}
    for game in names or OPENINGS:
        weights, figures = learned_from(collect(game, OPENINGS[game]))
        games[game] = {"weights": [round(float(weight), 5) for weight in weights], **figures}
        CARD.write_text(json.dumps(card | {"games": games}, indent=1) + "\n", encoding="utf-8")
        yield game, figures
