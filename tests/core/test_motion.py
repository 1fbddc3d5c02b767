"""Motion between events and ball-ball impacts, against integrators and closed forms."""

import math
import unittest

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st
from scipy.integrate import solve_ivp

from partita.physics.ball_impact import ball_impact
from partita.physics.constants import ROLLING, SLIDING, G, Physics
from partita.physics.motion import advance, begin_motion, finish_phase, launch, squirt_angle

R = 0.028575
CLOTH = Physics()
speeds = st.floats(-4, 4, allow_subnormal=False)
spins = st.floats(-150, 150, allow_subnormal=False)


def after(state: np.ndarray, seconds: float) -> np.ndarray:
    """Closed form: the ball's state after a time, through its phases."""
    balls, left = row(state), seconds
    while left > 0:
        phase, lasts = begin_motion(balls, 0, CLOTH, R)
        part = min(left, lasts)
        advance(balls, 0, phase, CLOTH, R, part)
        if part == lasts:
            finish_phase(balls, 0, phase, R)
        left -= part
    return balls[0, :7]


def row(state: np.ndarray) -> np.ndarray:
    """One ball (1, 9) for the kernels from its state (7,)."""
    return np.concatenate([state, [0, 0]])[None]


def integrated(state: np.ndarray, seconds: float) -> np.ndarray:
    """The same from Newton's laws alone: friction against the slip, torque of that friction."""
    mu, inertia = CLOTH.mu_s, 0.4 * R * R

    def sliding(_: float, s: np.ndarray) -> np.ndarray:
        slip = np.array([s[2] - R * s[5], s[3] + R * s[4], 0.0])
        force = -mu * G * slip / np.linalg.norm(slip)
        torque = np.cross([0, 0, -R], force) / inertia
        return np.array([s[2], s[3], force[0], force[1], torque[0], torque[1], 0.0])

    def slip_left(_: float, s: np.ndarray) -> float:
        return math.hypot(s[2] - R * s[5], s[3] + R * s[4]) - 1e-9

    slip_left.terminal = True  # type: ignore[attr-defined]
    found = solve_ivp(sliding, (0, seconds), state, rtol=1e-11, atol=1e-13, events=slip_left, max_step=0.02)
    ball, left = found.y[:, -1], seconds - found.t[-1]
    speed = math.hypot(ball[2], ball[3])
    if left > 0 and speed > 0:
        # Rolling: a straight line, slowing down at mu_r g.
        left = min(left, speed / (CLOTH.mu_r * G))
        way = (speed * left - 0.5 * CLOTH.mu_r * G * left**2) / speed
        ball[:2] += way * ball[2:4]
        ball[2:4] *= 1 - CLOTH.mu_r * G * left / speed
        ball[4:6] = -ball[3] / R, ball[2] / R
    return ball


class MotionAgreesWithTheOutside(unittest.TestCase):
    @settings(max_examples=40, deadline=None)
    @given(speeds, speeds, spins, spins, st.floats(0.02, 1.2))
    def test_any_spin_and_speed_moves_as_a_general_integrator_says(
        self, vx: float, vy: float, wx: float, wy: float, seconds: float
    ) -> None:
        state = np.array([0.3, 0.4, vx, vy, wx, wy, 0.0])
        if begin_motion(row(state), 0, CLOTH, R)[0] != SLIDING:
            return
        # Source: scipy.integrate.solve_ivp (RK45) on Newton's laws with Coulomb friction.
        expected, found = integrated(state, seconds), after(state, seconds)
        np.testing.assert_allclose(found[:2], expected[:2], atol=1e-6)
        np.testing.assert_allclose(found[4:6], expected[4:6], rtol=1e-5, atol=2e-4)

    @settings(max_examples=60, deadline=None)
    @given(speeds, speeds, spins, spins)
    def test_final_velocity_after_sliding_is_the_one_of_coriolis(
        self, vx: float, vy: float, wx: float, wy: float
    ) -> None:
        state = np.array([0.0, 0.0, vx, vy, wx, wy, 0.0])
        phase, lasts = begin_motion(row(state), 0, CLOTH, R)
        if phase != SLIDING:
            return
        found = after(state, lasts)
        # Source: Coriolis 1835: v_f = (5 v + 2 R (w x z)) / 7, with w x z = (wy, -wx).
        np.testing.assert_allclose(found[2:4], (5 * state[2:4] + 2 * R * np.array([wy, -wx])) / 7, atol=1e-9)
        self.assertLess(math.hypot(found[2] - R * found[5], found[3] + R * found[4]), 1e-9)

    def test_a_tip_two_fifths_up_launches_the_ball_rolling(self) -> None:
        balls = np.zeros((1, 9))
        launch(np.array([0.7, 2.0, 0.0, 0.4, 0.0]), 20.0, R, balls)
        self.assertEqual(begin_motion(balls, 0, CLOTH, R)[0], ROLLING)

    def test_squirt_turns_the_ball_away_from_the_side_it_is_struck_on(self) -> None:
        self.assertGreater(squirt_angle(0.3, 20.0), 0)
        self.assertLess(squirt_angle(0.3, 40.0), squirt_angle(0.3, 20.0))


def struck(cut: float, speed: float, height: float = 0.0, side: float = 0.0, physics: Physics = CLOTH) -> np.ndarray:
    """Both balls (2, 7) just after the cue ball, moving along +x, hits another at a cut angle."""
    balls = np.zeros((2, 9))
    launch(np.array([-squirt_angle(side, 20.0), speed, side, height, 0.0]), 20.0, R, balls)
    balls[1, :2] = 2 * R * math.cos(cut), 2 * R * math.sin(cut)
    ball_impact(balls, 0, 1, physics, R)
    return balls[:, :7]


def throw_deg(cut: float, speed: float, **stroke: float) -> float:
    """How far the target leaves off the line of centres, toward the cue ball's way."""
    target = struck(cut, speed, **stroke)[1]
    return math.degrees(cut - math.atan2(target[3], target[2]))


class BallImpact(unittest.TestCase):
    smooth = Physics(e_b=1.0, mub_a=0.0, mub_b=0.0)

    def test_a_stun_shot_parts_at_ninety_degrees(self) -> None:
        cue, target = struck(math.radians(35), 2.0, physics=self.smooth)
        # Source: conservation of momentum and energy.
        self.assertAlmostEqual(float(cue[2:4] @ target[2:4]), 0.0, places=12)

    def test_a_rolling_half_ball_hit_deflects_by_33_67_degrees(self) -> None:
        cue = struck(math.radians(30), 2.0, height=0.4, physics=self.smooth)[0]
        final = (5 * cue[2:4] + 2 * R * np.array([cue[5], -cue[4]])) / 7
        # Source: closed form behind the 30-degree rule: tan = sin c cos c / (sin^2 c + 2/5).
        self.assertAlmostEqual(abs(math.degrees(math.atan2(final[1], final[0]))), 33.67, places=2)

    def test_gearing_outside_side_leaves_no_throw(self) -> None:
        cut = math.radians(40)
        # Source: closed form: no slip at the contact for a = 0.4 sin(cut), outside side.
        self.assertAlmostEqual(throw_deg(cut, 1.5, side=0.4 * math.sin(cut)), 0.0, places=6)

    def test_greatest_throw_of_a_slow_stun_shot_is_four_to_seven_degrees_near_half_ball(self) -> None:
        throws = {cut: throw_deg(math.radians(cut), 0.5) for cut in range(5, 75)}
        best = max(throws, key=lambda cut: throws[cut])
        # Common practice ("an inch per foot"), and Marlow 1995, from memory.
        self.assertTrue(4 <= throws[best] <= 7 and 22 <= best <= 42, (best, throws[best]))

    def test_throw_falls_with_speed_and_with_draw_and_follow(self) -> None:
        cut = math.radians(30)
        # Common practice, no source.
        self.assertLess(throw_deg(cut, 3.0), throw_deg(cut, 0.7))
        for height in (-0.4, 0.4):
            self.assertLess(throw_deg(cut, 1.0, height=height), throw_deg(cut, 1.0))

    @settings(max_examples=80, deadline=None)
    @given(st.floats(-1.4, 1.4), st.lists(st.floats(-5, 5), min_size=4, max_size=4), st.lists(spins, min_size=6))
    def test_momentum_is_kept_and_energy_never_rises(self, bearing: float, v: list[float], w: list[float]) -> None:
        balls = np.zeros((2, 7))
        balls[1, :2] = 2 * R * math.cos(bearing), 2 * R * math.sin(bearing)
        balls[:, 2:4] = np.reshape(v, (2, 2))
        balls[:, 4:7] = np.reshape(w[:6], (2, 3))

        def energy(b: np.ndarray) -> float:
            return float(np.sum(b[:, 2:4] ** 2) + 0.4 * R * R * np.sum(b[:, 4:7] ** 2))

        before, momentum = energy(balls), balls[:, 2:4].sum(axis=0)
        ball_impact(balls, 0, 1, CLOTH, R)
        np.testing.assert_allclose(balls[:, 2:4].sum(axis=0), momentum, atol=1e-12)
        self.assertLessEqual(energy(balls), before * (1 + 1e-12) + 1e-15)
