"""How far a player must stretch: from where he can stand to where his bridge must be."""

import math
from typing import Literal

import numpy as np
from numpy.typing import NDArray

from partita.table.geometry import Bed

Hand = Literal["right", "left"]
# The bridge lies this far behind the cue ball, and feet stand this far outside the nose line, m.
_BRIDGE_M, _STAND_OFF_M = 0.22, 0.15
# A player stands beside and behind the line of the cue: up to this far round from straight behind, rad.
_ROUND = math.radians(100)
_SLACK = math.radians(10)


def reach_m(bed: Bed, cue: NDArray[np.float64], aim_rad: float, hand: Hand) -> float:
    """Distance, m, from the nearest place to stand to the bridge, for this hand.

    A right-hander's body is to the left of the cue's line, a left-hander's to the right; the least distance
    over all places along the rails that lie on that side and not in front. Source: geometry; the side on
    which the body stands is common practice, no source.
    """
    back = np.array([math.cos(aim_rad), math.sin(aim_rad)])
    bridge = cue - _BRIDGE_M * back
    stands = _stands(bed)
    way = stands - bridge
    behind = np.arctan2(back[0] * way[:, 1] - back[1] * way[:, 0], way @ back)
    # Angle from straight behind, positive to the left of the line of aim.
    round_left = np.remainder(behind + 2 * np.pi, 2 * np.pi) - np.pi
    turn = -round_left if hand == "right" else round_left
    allowed = (turn > -_SLACK) & (turn < _ROUND)
    distances = np.linalg.norm(way, axis=1)
    return float(max(0.0, (distances[allowed] if allowed.any() else distances).min() - _STAND_OFF_M))


def _stands(bed: Bed) -> NDArray[np.float64]:
    xs, ys = np.linspace(0, bed.length, 41), np.linspace(0, bed.width, 21)
    off = _STAND_OFF_M
    return np.concatenate([
        np.column_stack([xs, np.full_like(xs, -off)]), np.column_stack([xs, np.full_like(xs, bed.width + off)]),
        np.column_stack([np.full_like(ys, -off), ys]), np.column_stack([np.full_like(ys, bed.length + off), ys]),
    ])  # fmt: skip
