"""The learned part of the evaluation: a small model a game, fitted on racks that were played out.

Logistic, or a network of one hidden layer: whichever did better on racks it had not seen, if it beat the formula.

Its card, `learned.json`, says on what it was fitted and how well it does; `./partita fit` makes it again. The
model corrects the formula's value, so that without weights (or `learned=False`) the formula stands alone.

Kernels here take weights, features : (FEATURES,) as evaluations fill them, and chances, 0..1. Weights are (FEATURES,)
of a logistic model, zeros for none; or of a network with h hidden places, a multiple of four, (h, FEATURES + 2), flat:
of each place what it makes of the features, its bias, and what it adds to the log odds; and last the bias of these.

They take standing (STANDING,) of the rules; me, them : (11,) of `rows.player`, who shoots now and the other.
"""

import json
import math
from functools import cache
from pathlib import Path

import numpy as np
from numpy.typing import NDArray

from partita.games.standing import FOULS, GAME, HAND, NOT_IN_HAND, OTHER_FOULS, TEN_BALL
from partita.kernels import kernel
from partita.rows.features import (
    AIM_RATIO,
    BALLS_LEFT,
    CHANCE_BACK,
    CHANCE_GIVEN,
    CHANCE_MADE,
    CONSTANT,
    HOOKED,
    IN_HAND,
    LEAST_EASE,
    LOGIT,
    LOGIT_BY_AIM,
    LOGIT_BY_BALLS,
    MAKE,
    MAKE_SQUARED,
    OTHERS_EASE,
    OTHERS_FOULS,
    OWN_AIM,
    OWN_FOULS,
    SAFETY,
    SECOND_MAKE,
    SPEED_RATIO,
    VISIBLE_SHARE,
)
from partita.rows.features import COLUMNS as FEATURES
from partita.rows.player import AIM, SPEED
from partita.value.rest import BACK, BEST_MAKE, EASE, FORMULA, GIVEN, LEAST, MADE, SAFE, SECOND_BEST, VISIBLE

CARD = Path(__file__).with_name("learned.json")


@kernel
def logit(chance):
    """Log odds of a chance, kept within 0.2 to 99.8 %."""
    kept = min(0.998, max(0.002, chance))
    return math.log(kept / (1.0 - kept))


@kernel
def fill_features(out, balls, standing, me, them, features):
    """What the model looks at, into features (FEATURES,), but for who chose and where the balls lie, which is there
    already; out : an evaluation with its formula.
    """
    pool = standing[GAME] <= TEN_BALL
    features[CONSTANT], features[LOGIT] = 1.0, logit(out[FORMULA])
    features[MAKE], features[MAKE_SQUARED] = out[BEST_MAKE], out[BEST_MAKE] * out[BEST_MAKE]
    features[VISIBLE_SHARE], features[HOOKED] = out[VISIBLE], 1.0 if out[VISIBLE] == 0.0 else 0.0
    features[IN_HAND], features[OTHERS_EASE] = 0.0 if standing[HAND] == NOT_IN_HAND else 1.0, out[EASE]
    features[CHANCE_BACK], features[CHANCE_GIVEN], features[BALLS_LEFT] = out[BACK], out[GIVEN], balls / 10.0
    features[OWN_AIM], features[AIM_RATIO] = math.log(me[AIM] / 0.0016), math.log(them[AIM] / me[AIM])
    features[SPEED_RATIO] = math.log(them[SPEED] / me[SPEED])
    features[OWN_FOULS] = float(standing[FOULS]) if pool else 0.0
    features[OTHERS_FOULS] = float(standing[OTHER_FOULS]) if pool else 0.0
    # With few balls left, and in good hands, the formula is surer than it says.
    features[LOGIT_BY_BALLS] = features[LOGIT] * features[BALLS_LEFT]
    features[LOGIT_BY_AIM] = features[LOGIT] * features[OWN_AIM]
    features[CHANCE_MADE], features[SAFETY] = out[MADE], out[SAFE]
    features[SECOND_MAKE], features[LEAST_EASE] = out[SECOND_BEST], out[LEAST]


@kernel
def corrected(weights, features, formula):
    """The model's chance; the formula's own where no weights are."""
    total, some = 0.0, False
    if weights.shape[0] > FEATURES:
        return 1.0 / (1.0 + math.exp(-_by_network(weights, features)))
    for k in range(weights.shape[0]):
        total += weights[k] * features[k]
        some = some or weights[k] != 0.0
    return 1.0 / (1.0 + math.exp(-total)) if some else formula


@kernel
def _by_network(weights, features):
    """Log odds by a network; four places at a time, whose sums need not wait for each other."""
    width, total = FEATURES + 2, weights[weights.shape[0] - 1]
    for at in range(0, weights.shape[0] - 1, 4 * width):
        one, two, three = weights[at : at + width], weights[at + width :], weights[at + 2 * width :]
        four = weights[at + 3 * width :]
        a, b, c, d = one[FEATURES], two[FEATURES], three[FEATURES], four[FEATURES]
        for k in range(FEATURES):
            feature = features[k]
            a += one[k] * feature
            b += two[k] * feature
            c += three[k] * feature
            d += four[k] * feature
        total += one[FEATURES + 1] * math.tanh(a) + two[FEATURES + 1] * math.tanh(b)
        total += three[FEATURES + 1] * math.tanh(c) + four[FEATURES + 1] * math.tanh(d)
    return total


def network_of(
    into: NDArray[np.float64], bias: NDArray[np.float64], out: NDArray[np.float64], last: float
) -> NDArray[np.float64]:
    """The flat weights of a network: into (FEATURES, h), bias (h,) and out (h,) of its places, the answer's bias."""
    return np.append(np.column_stack([into.T, bias, out]).ravel(), last)


@cache
def _card() -> dict[str, dict[str, list[float]]]:
    text = CARD.read_text(encoding="utf-8") if CARD.exists() else '{"games": {}}'
    games: dict[str, dict[str, list[float]]] = json.loads(text)["games"]
    return games


def weights_of(game: str, learned: bool = True) -> NDArray[np.float64]:
    """The weights of a game; (FEATURES,) zeros where nothing was learned, or when it is not wanted."""
    weights = _card().get(game, {}).get("weights", []) if learned else []
    return np.array(weights) if len(weights) else np.zeros(FEATURES)
