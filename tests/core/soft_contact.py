"""Two balls and a rubber as springs, integrated by SciPy: what `physics.press` is held against.

Nothing here is an impulse. Balls touch as springs for about 0.2 ms and give back e_b^2 of the work done on them, the
nose for about `rubber_s` and e_c^2; friction at balls, rubber and cloth is Coulomb's, smoothed below 2 mm/s. Source:
textbook contact mechanics; the contact time of balls is from memory.
"""

import numpy as np
from scipy.integrate import solve_ivp

from partita.physics.constants import G, Physics
from partita.table.geometry import Bed

_BALL_S, _SMOOTH_MPS = 2e-4, 2e-3
# How fast a spring turns from loading to giving back, m/s.
_TURN_MPS = 2e-4


def _spring(depth: float, speed: float, stiffness: float, e: float) -> float:
    loading = 0.5 * (1.0 + np.tanh(speed / _TURN_MPS))
    return stiffness * depth * (e * e + (1.0 - e * e) * loading) if depth > 0.0 else 0.0


def _rub(slip: np.ndarray, most: float) -> np.ndarray:
    size = float(np.linalg.norm(slip))
    return -most * np.tanh(size / _SMOOTH_MPS) * slip / size if size > 1e-15 else 0.0 * slip


def played(balls: np.ndarray, bed: Bed, physics: Physics, seconds: float) -> np.ndarray:
    """Two balls (2, 7) at the far long rail after so long: x, y, vx, vy, wx, wy, wz."""
    stiff_ball = 0.5 * (0.5 * np.pi * (1 + 1 / physics.e_b) / _BALL_S) ** 2
    stiff_nose = (0.5 * np.pi * (1 + 1 / physics.e_c) / physics.rubber_s) ** 2 / bed.cosine
    line, radius = bed.width - bed.reach, bed.radius
    into = np.array([0.0, bed.cosine, bed.sine])
    up_nose = np.array([0.0, -bed.sine, bed.cosine])

    def rates(_: float, state: np.ndarray) -> np.ndarray:
        place, speed, spin = state[0:4].reshape(2, 2), np.zeros((2, 3)), state[8:14].reshape(2, 3)
        speed[:, :2] = state[4:8].reshape(2, 2)
        force, torque, load = np.zeros((2, 3)), np.zeros((2, 3)), np.full(2, G)
        way = np.append(place[1] - place[0], 0.0)
        n = way / np.linalg.norm(way)
        nearing = float((speed[0] - speed[1]) @ n)
        push = _spring(2 * radius - float(np.linalg.norm(way)), nearing, stiff_ball, physics.e_b)
        slip = speed[0] - speed[1] + radius * np.cross(spin[0] + spin[1], n)
        slip -= (slip @ n) * n
        mu = physics.mub_a + physics.mub_b * np.exp(-physics.mub_c * np.linalg.norm(slip))
        rub = _rub(slip, mu * push)
        for ball, sign in ((0, 1.0), (1, -1.0)):
            # What rubs upward is carried by the cloth, as `ball_impact` has it: the ball stays on the bed.
            force[ball] += sign * (rub - push * n)
            force[ball, 2] = 0.0
            torque[ball] += radius * np.cross(n, rub)
        for ball in range(2):
            press = _spring(place[ball, 1] - line, speed[ball, 1], stiff_nose, physics.e_c)
            if press > 0.0:
                slip = speed[ball] + radius * np.cross(spin[ball], into)
                slip = np.array([slip[0], 0.0, 0.0]) + (slip @ up_nose) * up_nose
                rub = _rub(slip, physics.mu_w * press)
                whole = rub - press * into
                force[ball, :2] += whole[:2]
                load[ball] += max(0.0, -whole[2])
                torque[ball] += radius * np.cross(into, rub)
            slip = speed[ball] + radius * np.cross(spin[ball], [0.0, 0.0, -1.0])
            rub = _rub(np.array([slip[0], slip[1], 0.0]), physics.mu_s * load[ball])
            force[ball] += rub
            torque[ball] += radius * np.cross([0.0, 0.0, -1.0], rub)
        turn = 2.5 / radius**2 * torque
        return np.concatenate([speed[:, :2].ravel(), force[:, :2].ravel(), turn.ravel()])

    start = np.concatenate([balls[:, 0:2].ravel(), balls[:, 2:4].ravel(), balls[:, 4:7].ravel()])
    end = solve_ivp(rates, (0.0, seconds), start, method="LSODA", rtol=1e-6, atol=1e-9, max_step=5e-5).y[:, -1]
    return np.column_stack([end[0:4].reshape(2, 2), end[4:8].reshape(2, 2), end[8:14].reshape(2, 3)])
