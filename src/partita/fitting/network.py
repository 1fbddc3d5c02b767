"""A small network for the learned part of the evaluation: one hidden layer of tanh on standardised features.

Several are trained from different beginnings and put side by side as one: their log odds are averaged. Each stops
where positions kept aside say that it has begun to learn the racks by heart. Adam: Kingma and Ba, ICLR (2015).
"""

import numpy as np
from numpy.typing import NDArray

from partita.value.learned import network_of

Floats = NDArray[np.float64]
# Places of a net: in all a multiple of four, as `value.learned` adds them up.
_HIDDEN, _NETS, _ASIDE = 16, 3, 0.15
_EPOCHS, _PATIENCE, _BATCH, _RATE, _DECAY = 80, 10, 256, 3e-3, 1e-3
_FIRST, _SECOND = 0.9, 0.999
# In, bias of the hidden layer, out, bias of the answer.
Layers = list[Floats]


def chances(layers: Layers, features: Floats) -> tuple[Floats, Floats]:
    """What the network says of standardised features (m, FEATURES), and its hidden layer (m, h)."""
    into, bias, out, last = layers
    hidden = np.tanh(features @ into + bias)
    return 1.0 / (1.0 + np.exp(-(hidden @ out + last))), hidden


def slopes(layers: Layers, features: Floats, won: Floats) -> Layers:
    """Slopes of the mean log loss by each layer, with the decay of the weights."""
    said, hidden = chances(layers, features)
    off = (said - won) / len(won)
    back = np.outer(off, layers[2]) * (1.0 - hidden**2)
    return [
        features.T @ back + _DECAY * layers[0],
        back.sum(axis=0),
        hidden.T @ off + _DECAY * layers[2],
        np.array(off.sum()),
    ]


def _trained(features: Floats, won: Floats, aside: tuple[Floats, Floats], seed: int) -> Layers:
    rng = np.random.default_rng([seed, 31])
    count = features.shape[1]
    layers: Layers = [
        rng.normal(0, count**-0.5, (count, _HIDDEN)), np.zeros(_HIDDEN), rng.normal(0, _HIDDEN**-0.5, _HIDDEN),
        np.zeros(()),
    ]  # fmt: skip
    mean, square = ([np.zeros_like(layer) for layer in layers] for _ in range(2))
    best, best_score, step, since = layers, np.inf, 0, 0
    for _ in range(_EPOCHS):
        order = rng.permutation(len(won))
        for begin in range(0, len(order), _BATCH):
            batch, step = order[begin : begin + _BATCH], step + 1
            for k, slope in enumerate(slopes(layers, features[batch], won[batch])):
                mean[k] = _FIRST * mean[k] + (1 - _FIRST) * slope
                square[k] = _SECOND * square[k] + (1 - _SECOND) * slope**2
                size = mean[k] / (1 - _FIRST**step) / (np.sqrt(square[k] / (1 - _SECOND**step)) + 1e-8)
                layers[k] = layers[k] - _RATE * size
        score = float(np.mean((chances(layers, aside[0])[0] - aside[1]) ** 2))
        best, best_score, since = ([*layers], score, 0) if score < best_score else (best, best_score, since + 1)
        if since >= _PATIENCE:
            break
    return best


def network_fitted(features: Floats, won: Floats) -> Floats:
    """The weights, flat, as `value.learned` reads them."""
    middle, size = features.mean(axis=0), features.std(axis=0)
    # What never varies, the constant among it, is left out: the biases stand for it.
    scale = np.where(size > 1e-9, 1.0 / np.maximum(size, 1e-9), 0.0)
    standard = (features - middle) * scale
    nets = []
    for seed in range(_NETS):
        aside = np.random.default_rng([seed, 37]).random(len(won)) < _ASIDE
        nets.append(_trained(standard[~aside], won[~aside], (standard[aside], won[aside]), seed))
    into, biases, out, last = zip(*nets, strict=True)
    scaled = np.concatenate(into, axis=1) * scale[:, None]
    bias = np.concatenate(biases) - middle @ scaled
    return network_of(scaled, bias, np.concatenate(out) / _NETS, float(np.mean(last)))
