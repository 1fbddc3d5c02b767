"""How well chances agree with what came of them."""

import numpy as np
from numpy.typing import NDArray

Floats = NDArray[np.float64]


def brier(said: Floats, came: Floats) -> float:
    """Mean squared difference of chances and outcomes. Source: Brier, Monthly Weather Review 78 (1950)."""
    return float(np.mean((said - came) ** 2))


def deciles(said: Floats, came: Floats, fewest: int = 1) -> list[dict[str, float]]:
    """Said against came, by tenths of what was said; tenths with fewer cases than `fewest` are left out."""
    tenth = np.minimum(9, (10 * said).astype(int))
    return [
        {
            "tenth": k,
            "cases": int((tenth == k).sum()),
            "said": round(float(said[tenth == k].mean()), 3),
            "came": round(float(came[tenth == k].mean()), 3),
        }
        for k in range(10)
        if (tenth == k).sum() >= fewest
    ]
