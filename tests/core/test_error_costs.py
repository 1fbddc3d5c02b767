"""What errors cost, run-outs as they follow from a stroke, tables measured by all that is known, players as a file."""

import json
import unittest
from dataclasses import replace
from itertools import islice

import numpy as np

from partita.errors import Refused
from partita.files.players_file import WrittenPlayer, read_players, write_players
from partita.files.readings import read_readings
from partita.kicks.measured_table import measured_table
from partita.kicks.tries import Try, simulated
from partita.physics.table_fit import Lag, Mouth, combined, fit_table
from partita.players.measuring import prior
from partita.players.measuring.follows import run_out_chance
from partita.players.stroke_model import PRESETS
from partita.practice.error_costs import FIFTH, GAMES, HALF, Costs, decisions_a_rack, error_costs, positions
from partita.reports.measuring.report import costs_of
from partita.reports.tables.pdf import table_card_sheet
from partita.reports.tables.report import measured_table_of
from partita.table.spec import TableSpec

TABLE = TableSpec()


def costs(level: int, share: float) -> Costs:
    """Of the first half of the library's positions."""
    return next(one for one in error_costs(list(PRESETS.values())[level], float(level), share=share) if one.done >= 0.5)


class ErrorCosts(unittest.TestCase):
    def test_half_the_error_wins_more_than_a_fifth_less_and_aim_and_speed_count_most(self) -> None:
        # Aim and speed decide pool, the tip's place hardly: common practice, no source.
        half, fifth = costs(2, HALF), costs(2, FIFTH)
        by = {cost.error: cost for cost in half.costs}
        self.assertEqual({half.costs[0].error, half.costs[1].error}, {"aim_deg", "speed"})
        for one in fifth.costs[:2]:
            self.assertGreater(by[one.error].racks, one.racks)
        for cost in half.costs:
            self.assertGreater(cost.racks, -2 * cost.racks_error, "a smaller error costs no racks")
            self.assertGreater(cost.run_outs, 0)
        self.assertGreater(half.costs[0].racks, 3 * by["tip"].racks)

    def test_it_is_the_same_again_says_how_far_it_is_and_what_cannot_be_told_apart(self) -> None:
        model = PRESETS["league"]
        one, two = (list(islice(error_costs(model, 3.0), 2)) for _ in range(2))
        self.assertEqual(one, two)
        self.assertLess(one[0].done, one[1].done)
        words = costs_of(one[0], 24).words
        alike = [cost for cost in one[0].costs if cost.first]
        self.assertTrue(one[0].costs[0].first)
        self.assertEqual("cannot be told" in words or "No error can be told" in words, len(alike) > 1)

    def test_the_library_is_of_every_level_and_game_with_whole_positions(self) -> None:
        for game in GAMES:
            found = positions(game)
            self.assertGreaterEqual(len(found), 200)
            self.assertEqual({at.level for at in found}, set(range(5)))
            self.assertGreater(decisions_a_rack(game, 4.0), decisions_a_rack(game, 0.0))
            for at in found:
                on = at.places[at.in_play == -1]
                # A ball in the jaws lies beyond the nose line.
                self.assertTrue(((on >= -0.06) & (on <= (TABLE.length_m + 0.06, TABLE.width_m + 0.06))).all())


class RunOuts(unittest.TestCase):
    def test_the_levels_run_out_as_often_as_players_of_that_level(self) -> None:
        # Ranges: common practice, no source.
        ranges = {0: (0.75, 0.92), 1: (0.40, 0.65), 2: (0.15, 0.35), 3: (0.02, 0.10), 4: (0.0, 0.02)}
        for level, (low, high) in ranges.items():
            on_line = np.array([[level, *prior.line_at(np.array([float(level)]))[0]]])
            self.assertTrue(low <= run_out_chance(on_line)[0] <= high, level)

    def test_a_larger_error_never_raises_the_chance(self) -> None:
        particles = prior.drawn(300, 3)
        before = run_out_chance(particles)
        for error in range(1, 5):
            worse = particles.copy()
            worse[:, error] += 0.2
            self.assertTrue((run_out_chance(worse) < before).all())


class Tables(unittest.TestCase):
    def test_mouths_by_ruler_and_by_two_balls_weigh_by_how_sure_they_are(self) -> None:
        # Two balls of 57.15 mm and 3 mm: 117.3 mm; a ruler counts four times as much as a finger.
        fit = fit_table(TABLE, mouths=[Mouth("corner", width_mm=114), Mouth("corner", gap_mm=3)])
        self.assertAlmostEqual(fit.settings["corner_mouth_m"].value, (4 * 0.114 + 0.1173) / 5, places=5)
        self.assertEqual(fit.table.side_mouth_m, TABLE.side_mouth_m)
        with self.assertRaisesRegex(Refused, "which no table has"):
            fit_table(TABLE, mouths=[Mouth("side", gap_mm=58)])

    def test_the_cushions_by_lags_and_by_kick_tries_are_joined_by_their_weights(self) -> None:
        livelier = replace(TABLE, e_c=0.89)
        route = ("far-long", "foot", "near-long")
        tries = [Try("three-cushion", (0.4, 0.3 + 0.1 * k), route, 25.0 + k, 0.0, 0.3, 0.3) for k in range(5)]
        arrivals = simulated(livelier, tries)[:, 0]
        tries = [replace(one, arrival=float(at)) for one, at in zip(tries, arrivals, strict=True)]
        lags = [Lag(1.2, 2.4)]
        by_lags = fit_table(TABLE, lags=lags).settings["e_c"]
        by_tries = measured_table(TABLE, tries=tries).settings["e_c"]
        both = measured_table(TABLE, lags=lags, tries=tries)
        self.assertAlmostEqual(both.settings["e_c"].value, combined([by_lags, by_tries]).value, delta=0.01)
        self.assertLess(both.settings["e_c"].deviation, min(by_lags.deviation, by_tries.deviation) + 1e-9)
        self.assertEqual(both.table.e_c, both.settings["e_c"].value)
        self.assertIn("mu_w", both.settings)

    def test_a_reading_that_cannot_be_is_told_with_its_place(self) -> None:
        for mouths, said in (
            ([{"width_mm": 110}], "names no pocket"),
            ([{"pocket": "corner"}], "neither one way"),
            ([{"pocket": "corner", "width_mm": 110, "gap_mm": 2}], "neither one way"),
            ([{"pocket": "corner", "width_mm": 20}], "out of range"),
            ("wide", "not a list"),
        ):
            with self.subTest(mouths), self.assertRaisesRegex(Refused, said):
                read_readings({"mouths": mouths})

    def test_what_is_measured_is_said_in_words_and_on_a_card(self) -> None:
        fit = fit_table(TABLE, mouths=[Mouth("corner", width_mm=110)])
        said = measured_table_of(TABLE, fit, 1, 0)
        self.assertIn("tighter than it is set (116 mm)", said.settings[0].words)
        self.assertIn("Nothing is measured yet", measured_table_of(TABLE, None, 0, 0).words)
        for units in ("cm", "in"):
            self.assertEqual(table_card_sheet(fit.table, said, "Table 4", units)[:5], b"%PDF-")  # type: ignore[arg-type]


class PlayersAsAFile(unittest.TestCase):
    def test_players_are_read_as_they_were_written(self) -> None:
        stroke = replace(PRESETS["league"], name="June", aim_deg=0.11, hand="left")
        players = [WrittenPlayer(stroke, "league", True, "low squirt for the break", "plays on Tuesdays")]
        self.assertEqual(read_players(write_players(players)), players)

    def test_each_wrong_player_is_named_by_his_line(self) -> None:
        rows = [
            {"name": "A", "level": "league"},
            {"name": "", "level": "league"},
            {"name": "B", "level": "master"},
            {"name": "C", "level": "league", "stroke": {"aim_deg": 9}},
            {"name": "A", "level": "league"},
            7,
        ]
        text = '{"format": "partita-players", "version": 1, "players": [\n'
        text += ",\n".join(json.dumps(row) for row in rows) + "]}"
        with self.assertRaises(Refused) as refused:
            read_players(text)
        said = str(refused.exception)
        for words in (
            "line 3 name", "line 4 level", "line 5 player aim_deg", "line 7: it is not",
            "“A” stands twice",
        ):  # fmt: skip
            self.assertIn(words, said)
        odd = text.replace('"B"', '"no\\u0000body"')
        with self.assertRaisesRegex(Refused, "line 4: it holds a character that is none"):
            read_players(odd)
        with self.assertRaisesRegex(Refused, "no list of players"):
            read_players("{}")
