"""What a stroke must clear, and what three shots tell of a table."""

import math
import unittest
from dataclasses import replace
from itertools import pairwise

from partita.errors import Refused
from partita.physics.constants import G
from partita.physics.elevation import least_elevation
from partita.physics.pocket_windows import mouth_width
from partita.physics.simulate import simulate
from partita.physics.stroke import Stroke
from partita.physics.table_fit import Lag, Roll, Stop, fit_table
from partita.table.geometry import bed_of
from partita.table.layout import Layout, rubber_overlap
from partita.table.spec import PRESETS, TableSpec

TABLE = TableSpec()


class LeastElevation(unittest.TestCase):
    def test_in_the_open_the_cue_is_all_but_level_and_at_a_rail_it_must_rise(self) -> None:
        for x, height, low, high in ((1.5, 0.0, 0, 2.5), (0.1, 0.0, 5, 15), (bed_of(TABLE).reach, 0.4, 4, 12)):
            found = least_elevation(Layout(TABLE, {"cue": (x, 0.6)}), Stroke(0, 1, 0, height))
            self.assertTrue(low <= found.degrees <= high, (x, found))
        self.assertEqual(found.forced_by, "head rail")

    def test_a_ball_close_behind_the_cue_ball_forces_a_steep_cue_and_one_beside_it_none(self) -> None:
        behind = Layout(TABLE, {"cue": (1.2, 0.6), "7": (1.1, 0.6)})
        found = least_elevation(behind, Stroke(0, 1))
        self.assertEqual(found.forced_by, "ball 7")
        self.assertGreater(found.degrees, 15)
        self.assertLess(least_elevation(behind, Stroke(90, 1)).degrees, 3)
        # Struck higher, the cue clears it at less.
        self.assertLess(least_elevation(behind, Stroke(0, 1, 0, 0.3)).degrees, found.degrees)

    def test_what_no_playable_cue_clears_is_refused_with_its_cause(self) -> None:
        frozen = Layout(TABLE, {"cue": (1.2, 0.6), "7": (1.2 - 2 * TABLE.ball_radius_m, 0.6)})
        with self.assertRaisesRegex(Refused, "the cue cannot clear the ball 7"):
            least_elevation(frozen, Stroke(0, 1, 0, -0.9))


class TableFit(unittest.TestCase):
    def test_readings_taken_on_a_simulated_table_give_its_settings_back(self) -> None:
        club = replace(TABLE, mu_r=0.008, mu_s=0.24, e_c=0.8)
        speed, depth = 2.0, 0.3
        seconds = speed * depth / (club.mu_s * G)
        stop = Stop(speed * seconds - club.mu_s * G * seconds**2 / 2, seconds, depth)
        fit = fit_table(TABLE, rolls=[_roll_on(club)], lags=[_lag_on(club)], stops=[stop])
        for name, setting in fit.settings.items():
            self.assertAlmostEqual(setting.value, getattr(club, name), delta=0.02 * getattr(club, name), msg=name)
            self.assertEqual(getattr(fit.table, name), setting.value)
            self.assertTrue(0 < setting.deviation < 0.3 * setting.value, (name, setting))

    def test_repeats_narrow_the_interval_and_scatter_widens_it(self) -> None:
        one, four, apart = (
            fit_table(TABLE, rolls=[Roll(2.0, t) for t in times]).settings["mu_r"].deviation
            for times in ((6.4,), (6.4,) * 4, (5.9, 6.9, 6.2, 6.6))
        )
        self.assertLess(four, 0.6 * one)
        self.assertGreater(apart, 2 * four)

    def test_readings_that_no_table_gives_are_refused(self) -> None:
        for readings, words in (
            ({"rolls": [Roll(2.0, 1.0)]}, "they give mu_r = 0.4"),
            ({"lags": [Lag(1.2, 9.0)]}, "cannot be on this cloth"),
            ({}, "there are none"),
        ):
            with self.assertRaisesRegex(Refused, words):
                fit_table(TABLE, **readings)  # type: ignore[arg-type]


def _roll_on(table: TableSpec) -> Roll:
    shot = simulate(Layout(table, {"cue": (0.3, 0.6)}), Stroke(0, 0.4, 0, 0.4))
    return Roll(shot.final["cue"][0] - 0.3, shot.seconds)


def _lag_on(table: TableSpec) -> Lag:
    reach = bed_of(table).reach
    events = simulate(Layout(table, {"cue": (reach, 0.635)}), Stroke(0, 2.6, 0, 0.4)).events
    xs = [event.at[0] for event in events]
    first = next(event.t for event in events if event.kind == "cushion")
    run = table.length_m - 2 * reach
    return Lag(first, sum(abs(b - a) for a, b in pairwise(xs)) / run)


class SnookerTable(unittest.TestCase):
    table = PRESETS["snooker-12ft"]

    def test_a_straight_ball_drops_in_every_pocket(self) -> None:
        bed = bed_of(self.table)
        for pocket, (mx, my) in enumerate(bed.mouth):
            toward = (mx - self.table.length_m / 2, my - self.table.width_m / 2)
            start = (self.table.length_m / 2 + 0.3 * toward[0], self.table.width_m / 2 + 0.3 * toward[1])
            aim = math.degrees(math.atan2(my - start[1], mx - start[0]))
            shot = simulate(Layout(self.table, {"cue": start}), Stroke(aim, 2.0, 0, 0.4))
            self.assertIn("cue", shot.pocketed, pocket)

    def test_a_ball_rolls_along_the_curved_jaw_without_being_lost(self) -> None:
        for offset in range(40):
            layout = Layout(self.table, {"cue": (2.5, bed_of(self.table).reach + 0.002 * offset)})
            shot = simulate(layout, Stroke(-1.0, 3.0, 0, 0.4))
            for x, y in shot.final.values():
                self.assertTrue(-0.03 < x < self.table.length_m + 0.03 and -0.03 < y < self.table.width_m + 0.03)
            # The jaw turns it into the pocket, or back onto the bed; never through the rubber.
            self.assertLess(rubber_overlap(bed_of(self.table), *shot.final.get("cue", (1.0, 0.8)))[0], 1e-6)

    def test_the_curved_jaws_reject_a_fast_ball_where_a_slow_one_drops(self) -> None:
        slow, fast = (mouth_width(self.table, 0, speed) for speed in (1.0, 6.0))
        self.assertTrue(0 < fast < slow - 0.005, (slow, fast))
