"""How hard a stroke is, in table lengths that a ball really goes, and tables described in words."""

import unittest
from dataclasses import replace
from itertools import pairwise

import numpy as np

from partita.errors import Refused
from partita.options.naming import arrival_words, lengths_words, pace_word, speed_words, tip_words
from partita.physics.simulate import simulate
from partita.physics.stroke import Stroke
from partita.physics.travel import lengths_travelled
from partita.table.geometry import bed_of
from partita.table.layout import Layout
from partita.table.spec import CLOTHS, CUSHION_WORDS, PLAUSIBLE, POCKET_WIDTHS, PRESETS, TableSpec, table_from

TABLE = TableSpec()
GRAVITY = 9.81


class Lengths(unittest.TestCase):
    def test_a_ball_that_meets_no_cushion_goes_as_far_as_rolling_friction_lets_it(self) -> None:
        # s = v^2 / (2 mu_r g). Source: uniform deceleration, any textbook of mechanics.
        for name, table in PRESETS.items():
            for speed in (0.25, 0.4, 0.5):
                expected = speed**2 / (2 * table.mu_r * GRAVITY) / table.length_m
                if expected < 0.95:
                    self.assertAlmostEqual(lengths_travelled(table, speed), expected, delta=0.04, msg=name)

    def test_it_is_the_way_that_a_simulated_stroke_goes_from_cushion_to_cushion(self) -> None:
        # Counted apart: one whole way between the cushions for each that it met, and what it rolled after the last.
        bed = bed_of(TABLE)
        way = bed.length - 2 * bed.reach
        for speed in (1.3, 2.3, 4.8, 7.0, 10.0):
            shot = simulate(Layout(TABLE, {"cue": (bed.reach, 0.5 * bed.width)}), Stroke(0.0, speed, 0.0, 0.4))
            met = sum(event.kind == "cushion" for event in shot.events)
            rest = shot.final["cue"][0] - bed.reach
            last = rest if met % 2 == 0 else way - rest
            self.assertAlmostEqual(lengths_travelled(TABLE, speed), (met * way + last) / bed.length, delta=0.06)

    def test_a_hard_stroke_goes_four_to_five_lengths_and_not_a_hundred(self) -> None:
        # A lag is a good two lengths; the hardest strokes about five (common practice, no source).
        self.assertTrue(1.9 < lengths_travelled(TABLE, 2.0) < 2.5)
        self.assertTrue(4.0 < lengths_travelled(TABLE, 7.0) < 5.0)
        self.assertTrue(5.0 < lengths_travelled(TABLE, 10.0) < 6.0)

    def test_faster_cloth_livelier_cushions_and_shorter_tables_make_more_lengths(self) -> None:
        for speed in (1.5, 3.0, 6.0):
            as_it_is = lengths_travelled(TABLE, speed)
            self.assertGreater(lengths_travelled(table_from({"cloth": "fast"}), speed), as_it_is)
            self.assertGreater(lengths_travelled(table_from({"cushions": "lively"}), speed), as_it_is)
            self.assertGreater(lengths_travelled(PRESETS["pool-7ft"], speed), as_it_is)
            self.assertLess(lengths_travelled(table_from({"cloth": "slow"}), speed), as_it_is)

    def test_harder_is_never_said_to_go_less_far(self) -> None:
        for table in PRESETS.values():
            ways = [lengths_travelled(table, speed) for speed in np.linspace(0, 12, 97)]
            self.assertEqual(ways[0], 0.0)
            self.assertTrue(all(shorter <= longer for shorter, longer in pairwise(ways)))


class Words(unittest.TestCase):
    def test_lengths_are_said_to_the_quarter_and_then_to_the_half(self) -> None:
        for lengths, words in (
            (0.05, "¼ length"), (0.24, "¼ length"), (0.5, "½ length"), (0.99, "1 length"), (1.25, "1¼ lengths"),
            (2.46, "2½ lengths"), (2.74, "2¾ lengths"), (3.2, "3 lengths"), (3.3, "3½ lengths"), (4.46, "4½ lengths"),
        ):  # fmt: skip
            self.assertEqual(lengths_words(lengths), words)

    def test_paces_follow_one_another_as_strokes_get_harder(self) -> None:
        paces = [pace_word(lengths_travelled(TABLE, speed)) for speed in np.linspace(0.3, 11, 60)]
        self.assertEqual(list(dict.fromkeys(paces)), ["touch", "soft", "medium", "firm", "hard"])

    def test_a_speed_is_said_for_the_table_it_is_played_on(self) -> None:
        self.assertEqual(speed_words(2.3, TABLE), "soft, 2½ lengths")
        self.assertNotEqual(speed_words(2.3, TABLE), speed_words(2.3, PRESETS["pool-7ft"]))

    def test_where_the_tip_strikes_and_how_the_cue_ball_arrives_never_share_a_word(self) -> None:
        arrivals = [arrival_words(style) for style in ("stop", "stun", "roll", "follow", "draw")]
        self.assertEqual(len(set(arrivals)), 5)
        for arrival in arrivals:
            self.assertTrue(arrival.startswith("arrives"))
        for side, height in ((0, 0.3), (0, -0.3), (0.3, 0), (-0.3, -0.3), (0, 0)):
            tip = tip_words(Stroke(0, 1, side, height))
            self.assertFalse(set(tip.split()) & {"follow", "draw", "stun", "stop", "roll"}, tip)
        clock = {(0, 0.3): 12, (0.3, 0): 3, (0, -0.3): 6, (-0.3, 0): 9}
        for (side, height), hour in clock.items():
            self.assertTrue(tip_words(Stroke(0, 1, side, height)).startswith(f"{hour} o’clock"))


class TablesInWords(unittest.TestCase):
    def test_each_word_changes_what_it_speaks_of_and_nothing_else(self) -> None:
        for base_name, base in PRESETS.items():
            for part, words, measures in (
                ("pockets", POCKET_WIDTHS, ("corner_mouth_m", "side_mouth_m")),
                ("cloth", CLOTHS, ("mu_r",)),
                ("cushions", CUSHION_WORDS, ("e_c",)),
            ):
                for word in words:
                    spec = table_from({"name": "Mine", "base": base_name, part: word})
                    changed = {key for key, value in vars(spec).items() if value != getattr(base, key)} - {"name"}
                    self.assertEqual(changed, set() if word == "standard" else set(measures), (base_name, part, word))

    def test_words_never_make_a_table_that_cannot_be(self) -> None:
        for base in PRESETS:
            for cloth in CLOTHS:
                for cushions in CUSHION_WORDS:
                    spec = table_from({"base": base, "cloth": cloth, "cushions": cushions})
                    for key in ("mu_r", "e_c"):
                        low, high = PLAUSIBLE[key]
                        self.assertTrue(low <= getattr(spec, key) <= high, (base, cloth, cushions))

    def test_a_measure_of_ones_own_stands_before_the_word(self) -> None:
        spec = table_from({"base": "pool-8ft", "cloth": "fast", "mu_r": 0.013, "pockets": "tight"})
        self.assertEqual(spec.mu_r, 0.013)
        self.assertLess(spec.corner_mouth_m, PRESETS["pool-8ft"].corner_mouth_m)

    def test_what_is_no_table_is_refused_with_what_is_accepted(self) -> None:
        for wrong, said in (
            ({"cloth": "wet"}, "slow, standard, fast"), ({"cushions": 3}, "dull, standard, lively"),
            ({"pockets": None}, "tight, standard, loose"), ({"base": "pool-10ft"}, "pool-9ft"),
            ({"mu_r": True}, "0.002 to 0.05"), ({"length_m": 2.0}, "about twice width_m"),
        ):  # fmt: skip
            with self.subTest(wrong), self.assertRaises(Refused) as refused:
                table_from(wrong)
            self.assertIn(said, str(refused.exception.problems[0].accepted))

    def test_tight_pockets_are_narrower_than_loose_ones_on_the_drawn_bed(self) -> None:
        def mouth(table: TableSpec) -> float:
            tips = bed_of(table).tip
            return float(np.linalg.norm(tips[0][0] - tips[0][1]))

        tight, loose = (table_from({"pockets": word}) for word in ("tight", "loose"))
        self.assertLess(mouth(tight), mouth(TABLE))
        self.assertLess(mouth(TABLE), mouth(replace(loose, name="pool-9ft")))


if __name__ == "__main__":
    unittest.main()
