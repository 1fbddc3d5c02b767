"""What follows from a stroke: the chance to run out nine scattered balls, ball in hand.

A logistic model of the errors' logarithms, fitted to racks run out by the maps of a plan (`./partita bench
stroke.run_outs` makes it anew and says how well the levels are met).
"""

import json
from dataclasses import dataclass
from functools import cache
from pathlib import Path

import numpy as np
from numpy.typing import NDArray

from partita.players.measuring import prior

Floats = NDArray[np.float64]
# The errors against those of a strong league player, whose racks are decided by them most.
_MIDDLE = prior.line_at(np.array([2.0]))[0]


@dataclass(frozen=True)
class RunOutModel:
    """Log odds = constant + u + bend u^2 with u = slopes * (log errors - those of a strong league player).

    So each error keeps its share of the whole, however good the player is. slopes : (ERRORS,)
    """

    constant: float
    slopes: Floats
    bend: float

    def log_odds(self, particles: Floats) -> Floats:
        """(k,) of (k, 5) particles of the prior."""
        whole = off_middle(particles) @ self.slopes
        return np.asarray(self.constant + whole + self.bend * whole**2)


def off_middle(particles: Floats) -> Floats:
    """(k, ERRORS) logarithms of errors against those of a strong league player."""
    return np.asarray(particles[:, 1:] - _MIDDLE)


@cache
def _model() -> RunOutModel:
    kept = json.loads(Path(__file__).with_name("run_outs.json").read_text("utf-8"))
    return RunOutModel(kept["constant"], np.array(kept["slopes"]), kept["bend"])


def run_out_chance(particles: Floats) -> Floats:
    """(k,) chance of each stroke to run out."""
    return np.asarray(1 / (1 + np.exp(-_model().log_odds(particles))))
