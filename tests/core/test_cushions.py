"""Cushion impacts and pockets."""

import math
import unittest

import numba
import numpy as np

from partita.physics.cushion_impact import cushion_impact
from partita.physics.pocket_windows import ANGLE_STEP, ANGLES, pocket_windows
from partita.physics.simulate import simulate
from partita.physics.stroke import Stroke
from partita.table.geometry import bed_of
from partita.table.layout import Layout
from partita.table.spec import TableSpec

R, SINE = 0.028575, 0.27
COSINE = math.sqrt(1 - SINE**2)


def rebound(ball: np.ndarray, e: float = 0.85, mu_w: float = 0.2, mu_s: float = 0.2) -> np.ndarray:
    after = ball[None].copy()
    cushion_impact(after, 0, 0.0, 1.0, SINE, COSINE, e, mu_w, mu_s, R)
    return after[0]


@numba.njit
def stepped(ball: np.ndarray, e: float, mu_w: float, mu_s: float, dp: float) -> np.ndarray:
    """The published equations in vectors, by plain small steps: slow, simple, independent.

    Source: Mathavan, Jackson, Parkin 2010, equations of motion and numerical scheme.
    """
    v, w = np.array([ball[2], ball[3], 0.0]), ball[4:7].copy()
    normal, down = np.array([0.0, COSINE, SINE]), np.array([0.0, 0.0, -1.0])
    across, x = np.array([0.0, -SINE, COSINE]), np.array([1.0, 0.0, 0.0])
    work, wanted, compressing = 0.0, 0.0, True
    while compressing or work > wanted:
        slip_i, slip_c = v + np.cross(w, R * normal), v + np.cross(w, R * down)
        tangent = np.array([np.dot(slip_i, x), np.dot(slip_i, across)])
        size = math.hypot(tangent[0], tangent[1])
        # At most what ends the slip: 7/2 per unit impulse bounds the response of a sphere.
        push = min(mu_w * dp, size / 3.6) / size if size > 0 else 0.0
        friction = -push * (tangent[0] * x + tangent[1] * across)
        cloth = max(0.0, SINE * dp - friction[2])
        size_c = math.hypot(slip_c[0], slip_c[1])
        drag = min(mu_s * cloth, size_c / 3.6) / size_c if size_c > 0 else 0.0
        friction_c = -drag * np.array([slip_c[0], slip_c[1], 0.0])
        impulse = -dp * normal + friction + friction_c
        work += dp * COSINE * v[1]
        v += np.array([impulse[0], impulse[1], 0.0])
        w += 2.5 / R**2 * (np.cross(R * normal, friction) + np.cross(R * down, friction_c))
        if compressing and v[1] <= 0:
            compressing, wanted = False, (1 - e * e) * work
    return np.concatenate((ball[:2], v[:2], w))


class CushionImpact(unittest.TestCase):
    def test_it_agrees_with_the_published_equations_taken_in_small_steps(self) -> None:
        rng = np.random.default_rng(4)
        for case in range(12):
            speed, angle = rng.uniform(0.5, 4), rng.uniform(-1.2, 1.2)
            ball = np.array([0, 0, speed * math.sin(angle), speed * math.cos(angle), 0, 0, 0])
            ball[4:7] = (-ball[3] / R, ball[2] / R, 0) if case % 3 == 0 else rng.normal(0, 30, 3) * (case % 3 == 1)
            expected, found = stepped(ball, 0.85, 0.2, 0.2, 2e-5 * speed), rebound(ball)
            np.testing.assert_allclose(found[2:4], expected[2:4], atol=6e-4 * speed)
            np.testing.assert_allclose(R * found[4:7], R * expected[4:7], atol=1.5e-3 * speed)

    def test_energy_never_rises_and_the_ball_always_comes_back(self) -> None:
        rng = np.random.default_rng(5)
        for _ in range(3000):
            ball = np.array([0, 0, rng.uniform(-5, 5), rng.uniform(0.002, 5), *rng.normal(0, 60, 3)])
            after = rebound(ball)
            energy = [b[2] ** 2 + b[3] ** 2 + 0.4 * R * R * np.sum(b[4:7] ** 2) for b in (ball, after)]
            self.assertLess(after[3], 0)
            self.assertLessEqual(energy[1], energy[0] * (1 + 1e-9))

    def test_running_side_lengthens_and_reverse_side_shortens(self) -> None:
        # Common practice, no source. Moving along +x with the cushion on its left, a ball runs with right
        # side, which turns it counter-clockwise seen from above.
        plain, running, reverse = (rebound(np.array([0, 0, 1.0, 1.0, 0, 0, spin])) for spin in (0.0, 40.0, -40.0))
        out = [math.atan2(b[2], -b[3]) for b in (plain, running, reverse)]
        self.assertTrue(out[2] < out[0] < out[1], out)

    def test_a_mirror_image_rebounds_as_the_mirror_image(self) -> None:
        ball = np.array([0, 0, 0.8, 1.4, 12.0, -20.0, 17.0])
        mirror = np.array([1, 1, -1, 1, 1, -1, -1])
        np.testing.assert_allclose(rebound(ball * mirror), rebound(ball) * mirror, atol=1e-12)


class Pockets(unittest.TestCase):
    table = TableSpec()

    def test_the_mouths_are_as_wide_as_the_table_says(self) -> None:
        bed = bed_of(self.table)
        for pocket, mouth in ((0, self.table.corner_mouth_m), (1, self.table.side_mouth_m)):
            # The sharp corners lie a little outside the tips' ends of the noses.
            corners = [bed.nose_x[0], 0.0] if pocket == 0 else [bed.nose_x[1], bed.nose_x[2]]
            gap = corners[0] * math.sqrt(2) if pocket == 0 else corners[1] - corners[0]
            self.assertTrue(0 < gap - mouth < 0.007, (pocket, gap))

    def test_windows_are_as_wide_as_a_separate_trial_measured(self) -> None:
        windows = pocket_windows(self.table)
        width = 1000 * (windows.high - windows.low)
        middle, step = ANGLES // 2, math.degrees(ANGLE_STEP)
        # Source: `docs/physics.md`, a C trial of the same specification: corner about 74 mm on the
        # diagonal; side 88 mm straight, 52 at 45 degrees, none at 70.
        self.assertAlmostEqual(width[0, middle], 74, delta=3)
        for angle, expected in ((0, 88), (45, 52), (70, 0)):
            self.assertAlmostEqual(width[1, middle + round(angle / step)], expected, delta=4)

    def test_a_hanging_ball_stays_until_it_is_touched(self) -> None:
        layout = Layout.in_diamonds(self.table, cue=(4, 2), b1=(7.88, 3.88), b9=(1, 1))
        shot = simulate(layout, Stroke(200, 0.3))
        self.assertEqual(shot.final["1"], layout.balls["1"])
        hit = simulate(layout, Stroke(math.degrees(math.atan2(1.88 / 4, 3.88 / 8 * 2)), 2.0))
        self.assertEqual(hit.pocketed.get("1"), "foot-far")
