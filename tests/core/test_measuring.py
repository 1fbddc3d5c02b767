"""A stroke from attempts: the likelihood against closed forms and executions, the inference, what contradicts it."""

import io
import json
import math
import tempfile
import unittest
from contextlib import redirect_stderr, redirect_stdout
from dataclasses import replace

import numpy as np
from numpy.typing import NDArray
from scipy import stats
from statsmodels.stats.weightstats import DescrStatsW

from partita.cli.main import main
from partita.errors import Refused
from partita.files.attempts_file import WrittenAttempt, read_attempts, write_attempts
from partita.physics.simulate import execute, physics_of
from partita.players.executions import executed, standard_draws
from partita.players.measuring import agreement, prior
from partita.players.measuring.asked import MADE, Asked, asked_at, mark_of
from partita.players.measuring.attempts import (
    COUNTS_FOR,
    HALF_LIFE,
    MOST_ATTEMPTS,
    Attempt,
    attempt_at,
    weights_of,
)
from partita.players.measuring.executed import chances, executed_of, widths_of
from partita.players.measuring.posterior import Posterior, measure, measured
from partita.players.measuring.report import Estimate, level_words, range_words, report_of
from partita.players.measuring.stations import STATIONS, station_set
from partita.players.stroke_model import PRESETS, StrokeModel
from partita.reports.measuring.report import measure_of, station_of
from partita.rows.draws import COLUMNS as DRAWS
from partita.rows.stroke import EXECUTED
from partita.table.spec import TableSpec

Floats = NDArray[np.float64]
TABLE = TableSpec()
LIKE = PRESETS["league"]


def particle_of(model: StrokeModel, level: float) -> Floats:
    return np.array([level, *(math.log(getattr(model, name)) for name in prior.ERRORS)])


def played(asked: Asked, model: StrokeModel, draws: Floats) -> NDArray[np.int64]:
    rows = np.zeros((len(draws), EXECUTED))
    executed(
        asked.stroke, model.row(), draws, physics_of(TABLE).k_endmass, asked.contact_m, asked.cut_rad, (0.0, 0.0, 0.0),
        asked.awkward(model), rows,
    )  # fmt: skip
    return asked.play(rows)


def attempts_of(model: StrokeModel, counts: dict[str, int], seed: int = 1) -> list[Attempt]:
    rng = np.random.default_rng(seed)
    return [
        Attempt(STATIONS[key], (int(cell),))
        for key, count in counts.items()
        for cell in played(asked_at(STATIONS[key], TABLE), model, rng.standard_normal((count, DRAWS)))
    ]


def certain(key: str, outcome: str, count: int) -> list[Attempt]:
    one = attempt_at(key, outcome)
    assert one is not None
    return [one] * count


class Likelihood(unittest.TestCase):
    def test_with_an_angular_error_alone_the_long_straight_is_made_as_often_as_the_normal_integral_says(self) -> None:
        # Source: the normal distribution function, SciPy; the window's edges are found on the simulator.
        asked = asked_at(STATIONS["long-straight"], TABLE)

        def pots(turn: float) -> bool:
            row = asked.stroke.copy()
            row[0] += turn
            return bool(asked.play(row[None])[0] == MADE)

        def edge(out: float) -> float:
            inside = 0.0
            for _ in range(40):
                middle = 0.5 * (inside + out)
                inside, out = (middle, out) if pots(middle) else (inside, middle)
            return inside

        low, high = edge(-0.02), edge(0.02)
        for aim_deg in (0.05, 0.15, 0.30):
            model = replace(LIKE, aim_deg=aim_deg, speed=0.005, tip=0.001, sight_mm=1e-6)
            mine = particle_of(model, 3.0)[None]
            width = widths_of(mine, asked, LIKE)[0, 0]
            made = chances(executed_of(asked, mine, LIKE, 20_000, 1), widths_of(mine, asked, LIKE))[MADE, 0]
            exact = stats.norm.cdf(high / width) - stats.norm.cdf(low / width)
            self.assertAlmostEqual(made, exact, delta=0.012)

    def test_reweighted_chances_are_those_of_executions(self) -> None:
        count = 6000
        for key in ("long-cut", "middle"):
            asked = asked_at(STATIONS[key], TABLE)
            executed = executed_of(asked, prior.drawn(2048, 1), LIKE, 24_000, 1)
            for level, model in enumerate(PRESETS.values()):
                # The costs of power and side are those of the levels; so the levels are met exactly.
                cells = played(asked, model, standard_draws(2, count))
                shares = np.bincount(cells, minlength=asked.cells) / count
                said = chances(executed, widths_of(particle_of(model, level)[None], asked, LIKE))[:, 0]
                noise = np.sqrt(shares * (1 - shares) / count)
                self.assertLess(np.max(np.abs(said - shares) - 4.5 * noise), 0.02, f"{key}, level {level}")

    def test_the_mark_is_where_the_stroke_asked_for_brings_the_cue_ball(self) -> None:
        asked = asked_at(STATIONS["middle"], TABLE)
        self.assertAlmostEqual(mark_of(asked)[0], 4.0, delta=0.01)
        slower = asked_at(STATIONS["middle"], replace(TABLE, mu_r=0.013))
        self.assertGreater(slower.stroke[1], asked.stroke[1], "a slower cloth asks for more speed")
        self.assertAlmostEqual(mark_of(slower)[0], 4.0, delta=0.01)

    def test_thick_and_thin_are_the_sides_that_they_are_called(self) -> None:
        # Cut to the left: met too thin, the ball leaves to the left of the pocket. Common practice, no source.
        asked, turn = asked_at(STATIONS["long-cut"], TABLE), 0.01
        rows = np.tile(asked.stroke, (2, 1))
        rows[:, 0] += (-turn, turn)
        finals = execute(TABLE, asked.places, rows)
        names = [attempt_at("long-cut", name).cells for name in ("thin", "thick")]  # type: ignore[union-attr]
        self.assertEqual([(int(cell),) for cell in asked.play(rows)], names)
        self.assertEqual(finals.pocketed[:, 1].tolist(), [-1, -1])
        buttons = [button.name for button in station_of(STATIONS["long-cut"], TABLE).outcomes][:5]
        self.assertEqual(buttons, ["far thin", "thin", "made", "thick", "far thick"])

    def test_rows_of_strokes_are_those_of_their_models(self) -> None:
        particles = prior.drawn(20, 4)
        rows = prior.rows_of(particles, LIKE)
        for particle, row in zip(particles, rows, strict=True):
            # Nerves play no part at a station.
            np.testing.assert_allclose(row[:8], prior.model_of(particle, LIKE).row()[:8])


class Inference(unittest.TestCase):
    def test_intervals_hold_the_true_errors_about_four_times_in_five(self) -> None:
        # 24 intervals of 80 to 85 %: fewer than 14 would come once in a thousand. Figures: benchmarks/measuring.py.
        rng, inside = np.random.default_rng(4), 0
        for _ in range(6):
            level = rng.uniform(0, 4)
            truth = np.array([level, *(prior.line_at(np.array([level]))[0] + 0.35 * rng.standard_normal(4))])
            counts = {station.key: count for station, count in station_set("short", level)}
            found = measured(attempts_of(prior.model_of(truth, LIKE), counts, int(rng.integers(1e6))), TABLE)
            for k in range(1, 5):
                low, high = found.interval(found.particles[:, k])
                inside += low <= truth[k] <= high
        self.assertGreaterEqual(inside, 14)

    def test_more_attempts_narrow_the_interval_and_a_better_hand_is_found_better(self) -> None:
        counts = {"long-straight": 20, "long-cut": 20, "middle": 20}
        strong, beginner = (
            measured(attempts_of(PRESETS[name], counts), TABLE) for name in ("strong league", "beginner")
        )
        few = measured(attempts_of(PRESETS["strong league"], {"long-straight": 5, "middle": 5}), TABLE)
        for k in (prior.LOG_AIM, prior.LOG_SPEED):
            self.assertLess(strong.mean(strong.particles[:, k]), beginner.mean(beginner.particles[:, k]))
            wide = np.diff(few.interval(few.particles[:, k]))[0]
            self.assertLess(np.diff(strong.interval(strong.particles[:, k]))[0], wide)
        report = report_of(strong, TABLE)
        self.assertAlmostEqual(report.level.value, 2.0, delta=0.8)
        self.assertLess(report.run_out.low, report.run_out.value)
        self.assertTrue(0.45 < report.long_pot.value < 0.8, report.long_pot)

    def test_the_order_of_attempts_tells_nothing(self) -> None:
        attempts = attempts_of(LIKE, {"long-straight": 6, "middle": 6, "long-cut": 6})
        mixed = [attempts[k] for k in np.random.default_rng(1).permutation(len(attempts))]
        one, two = measured(attempts, TABLE), measured(mixed, TABLE)
        np.testing.assert_allclose(one.weights, two.weights, rtol=1e-9)

    def test_one_in_ten_mistapped_shifts_no_error_by_more_than_its_interval(self) -> None:
        counts = {"long-straight": 20, "long-cut": 20, "middle": 20}
        right = attempts_of(PRESETS["strong league"], counts)
        rng = np.random.default_rng(2)
        wrong = [
            replace(one, cells=(int(rng.integers(5 if one.at.is_pot else 129)),)) if k % 10 == 0 else one
            for k, one in enumerate(right)
        ]
        one, two = measured(right, TABLE), measured(wrong, TABLE)
        for k in (prior.LOG_AIM, prior.LOG_SPEED):
            low, high = one.interval(one.particles[:, k])
            self.assertTrue(low - 0.1 < two.mean(two.particles[:, k]) < high + 0.25)

    def test_old_sittings_lose_half_their_weight_with_each_half_life_of_later_attempts(self) -> None:
        made = certain("stop", "made", 1)[0]
        stream = [replace(made, sitting=day) for day in (1, 2, 2)]
        np.testing.assert_allclose(weights_of(stream), [0.5 ** (2 / HALF_LIFE), 1.0, 1.0])
        many = weights_of([made] * MOST_ATTEMPTS)
        self.assertAlmostEqual(many.sum(), COUNTS_FOR)

    def test_without_attempts_it_says_what_is_known_of_any_player(self) -> None:
        document = measure_of(measured([], TABLE), TABLE)
        self.assertEqual((document.attempts, document.disagrees), (0, []))
        self.assertIn("No attempts yet", document.words)
        self.assertFalse(document.stroke["aim_deg"].known)

    def test_it_says_how_far_it_is_and_ends_whole(self) -> None:
        steps = [found.done for found in measure(attempts_of(LIKE, {"stop": 4, "middle": 4}), TABLE)]
        self.assertEqual(steps, sorted(steps))
        self.assertEqual(steps[-1], 1.0)
        self.assertGreaterEqual(len(steps), 3)

    def test_weighted_quantiles_are_those_of_a_library(self) -> None:
        # Source: statsmodels, weighted descriptive statistics.
        rng = np.random.default_rng(1)
        values, weights = rng.standard_normal((4000, 1)), rng.random(4000)
        found = Posterior(values, weights / weights.sum(), (), ())
        library = DescrStatsW(values[:, 0], weights).quantile([0.1, 0.5, 0.9], return_pandas=False)
        np.testing.assert_allclose(found.quantiles(values[:, 0], [0.1, 0.5, 0.9]), library, atol=0.01)

    def test_levels_are_said_in_words(self) -> None:
        self.assertEqual(level_words(Estimate(2.1, 1.8, 2.4)), "strong league")
        self.assertEqual(level_words(Estimate(-0.25, -0.3, 0.2)), "professional")
        self.assertEqual(range_words(Estimate(2.5, 1.4, 3.2)), "semi-professional to league")


class WhatDoesNotFit(unittest.TestCase):
    def test_a_station_far_below_the_others_is_named(self) -> None:
        attempts = [
            *attempts_of(PRESETS["semi-professional"], {"long-straight": 10, "straight": 10, "long-cut": 10}),
            *certain("stop", "far thick", 5),
            *certain("stop", "far thin", 5),
        ]
        document = measure_of(measured(attempts, TABLE), TABLE)
        self.assertEqual(document.disagrees[0].station, "stop")
        self.assertIn("0 of 10 made", document.disagrees[0].words)
        self.assertTrue(document.disagrees[0].advice)

    def test_rests_that_are_all_too_long_are_told_with_what_to_do(self) -> None:
        long = [attempt_at("middle", rest=(2.8, 2.0))] * 8
        attempts = [*attempts_of(LIKE, {"long-straight": 8}), *(one for one in long if one)]
        document = measure_of(measured(attempts, TABLE), TABLE)
        words = [one for one in document.disagrees if "too long" in one.words]
        self.assertTrue(words)
        self.assertIn("time a slow roll", words[0].advice)

    def test_attempts_of_the_model_itself_are_seldom_contradicted(self) -> None:
        counts = {"long-straight": 8, "long-cut": 8, "middle": 8}
        contradicted = [
            bool(report_of(measured(attempts_of(PRESETS["league"], counts, seed), TABLE), TABLE).disagrees)
            for seed in range(4)
        ]
        self.assertLessEqual(sum(contradicted), 2)

    def test_the_sign_test_is_the_binomial_one(self) -> None:
        # Source: the binomial distribution, SciPy; two-sided by doubling the smaller tail.
        for hits, count, share in ((9, 10, 0.5), (2, 12, 0.4), (6, 6, 0.55)):
            tails = stats.binom.cdf(hits, count, share), stats.binom.sf(hits - 1, count, share)
            self.assertAlmostEqual(agreement._sign_test(hits, count, share), min(1.0, 2 * min(tails)), places=9)


class Files(unittest.TestCase):
    def test_what_is_written_is_read_again(self) -> None:
        written = [WrittenAttempt("stop", "far thin"), WrittenAttempt("middle", x=3.5, y=2.0, sitting=4)]
        self.assertEqual(read_attempts(write_attempts(written)), written)
        rows = [{"station": "stop", "outcome": "made"}, {"station": "middle", "x": 1, "y": 2}]
        self.assertEqual(len(read_attempts(json.dumps({"attempts": rows}))), 2)

    def test_each_wrong_line_is_named_and_nothing_is_taken(self) -> None:
        text = (
            "station,outcome,x,y\nstop,made,,\nstop,sunk,,\nlag,made,,\nmiddle,made,,\nstop,,2,2\nmiddle,,9,2\n"
            "middle,,2,\nmiddle,,nan,2\nmiddle,,two,2\n"
        )
        with self.assertRaises(Refused) as refused:
            read_attempts(text, "evening.csv")
        lines = [problem.where for problem in refused.exception.problems]
        self.assertEqual([line.split(",")[0].split()[2] for line in lines], ["3", "4", "5", "6", "7", "8", "9", "10"])
        self.assertIn("“sunk” is none of Stop", str(refused.exception))
        self.assertIn("Use one of long-straight", str(refused.exception))

    def test_ten_thousand_attempts_are_read_and_one_more_is_refused(self) -> None:
        text = "station,outcome\n" + "stop,made\n" * MOST_ATTEMPTS
        self.assertEqual(len(read_attempts(text)), MOST_ATTEMPTS)
        with self.assertRaisesRegex(Refused, "more than 10000 attempts"):
            read_attempts(text + "stop,made\n")

    def test_what_is_no_list_of_attempts_is_told(self) -> None:
        for text, said in (
            ("", "heading lacks"),
            ("station;outcome\n", "heading lacks"),
            ("station,outcome,colour\n", "no column “colour”"),
            ("{", "this is not JSON"),
            ('{"rows": []}', "no list of attempts"),
            ("[1]", "not an object"),
            ('[{"station": "stop", "outcome": 3}]', "is no text"),
            ('[{"station": "stop", "outcome": "made", "sitting": -1}]', "whole number"),
            ("station,outcome\n" + "x" * 2_100_000, "too large"),
        ):
            with self.subTest(text=text[:30]), self.assertRaisesRegex(Refused, said):
                read_attempts(text)


class CommandLine(unittest.TestCase):
    def run_on(self, text: str, *more: str) -> tuple[int, str, str]:
        out, err = io.StringIO(), io.StringIO()
        with tempfile.NamedTemporaryFile("w", suffix=".csv") as file:
            file.write(text)
            file.flush()
            with redirect_stdout(out), redirect_stderr(err):
                status = main(["measure", file.name, *more])
        return status, out.getvalue(), err.getvalue()

    def test_attempts_of_a_file_are_measured_as_json_or_for_people(self) -> None:
        text = "station,outcome,x,y\n" + "straight,made,,\nstraight,thin,,\nmiddle,,4.2,2\nmiddle,,3,2\n" * 3
        status, out, _ = self.run_on(text)
        document = json.loads(out)
        self.assertEqual((status, document["format"], document["attempts"]), (0, "partita-measure", 12))
        self.assertEqual(list(document["stroke"]), ["aim_deg", "speed", "tip", "sight_mm"])
        for error in document["stroke"].values():
            self.assertTrue(error["low"] < error["value"] < error["high"])
        self.assertTrue(document["follows"]["runout"]["low"] <= document["follows"]["runout"]["value"])
        near = json.loads(self.run_on(text, "--near", "professional")[1])
        self.assertLess(near["level_at"]["value"], document["level_at"]["value"], "a named level draws toward itself")
        words = self.run_on(text, "--table")[1]
        self.assertIn("From 12 attempts", words)
        self.assertIn("long pot:", words)

    def test_what_is_refused_is_one_plain_line_and_status_two(self) -> None:
        status, out, err = self.run_on("station,outcome\nstop,sunk\n")
        self.assertEqual((status, out), (2, ""))
        self.assertRegex(err, r"line 2 outcome: “sunk” is none of Stop\. Use made, thick")
        self.assertEqual(len(err.strip().splitlines()), 1)
