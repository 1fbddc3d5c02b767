"""Cushion impacts and pockets."""

import math
import unittest

import numpy as np

from partita.errors import Refused
from partita.physics.cushion_impact import cushion_impact
from partita.physics.pocket_windows import mouth_width
from partita.physics.simulate import simulate
from partita.physics.stroke import Stroke
from partita.table.geometry import bed_of
from partita.table.layout import Layout
from partita.table.spec import TableSpec, table_from

R, SINE = 0.028575, 0.27
COSINE = math.sqrt(1 - SINE**2)


def rebound(ball: np.ndarray, e: float = 0.85, mu_w: float = 0.2, mu_s: float = 0.2) -> np.ndarray:
    after = ball[None].copy()
    cushion_impact(after, 0, 0.0, 1.0, SINE, COSINE, e, mu_w, mu_s, R)
    return after[0]


class CushionImpact(unittest.TestCase):
    def test_energy_never_rises_and_the_ball_always_comes_back(self) -> None:
        rng = np.random.default_rng(5)
        for _ in range(3000):
            ball = np.array([0, 0, rng.uniform(-5, 5), rng.uniform(0.002, 5), *rng.normal(0, 60, 3)])
            after = rebound(ball)
            energy = [b[2] ** 2 + b[3] ** 2 + 0.4 * R * R * np.sum(b[4:7] ** 2) for b in (ball, after)]
            self.assertLess(after[3], 0)
            self.assertLessEqual(energy[1], energy[0] * (1 + 1e-9))

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

    def test_tight_pockets_take_less_and_loose_ones_more(self) -> None:
        tight, plain, loose = (
            mouth_width(table_from({"pockets": width}), 0, 1.0) for width in ("tight", "standard", "loose")
        )
        self.assertTrue(tight < plain < loose, (tight, plain, loose))
        with self.assertRaisesRegex(Refused, "table pockets: huge is none of these. Use tight, standard, loose"):
            table_from({"pockets": "huge"})

    def test_a_hanging_ball_stays_until_it_is_touched(self) -> None:
        layout = Layout.in_diamonds(self.table, cue=(4, 2), b1=(7.88, 3.88), b9=(1, 1))
        shot = simulate(layout, Stroke(200, 0.3))
        self.assertEqual(shot.final["1"], layout.balls["1"])
        hit = simulate(layout, Stroke(math.degrees(math.atan2(1.88 / 4, 3.88 / 8 * 2)), 2.0))
        self.assertEqual(hit.pocketed.get("1"), "foot-far")
