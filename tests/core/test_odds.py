"""Options and their odds."""

import dataclasses
import json
import unittest

import numpy as np
from scipy.stats import binomtest, norm

from partita.errors import Refused
from partita.games.question import Question
from partita.games.situation import Situation
from partita.intervals import of_share
from partita.options.finder import constructed
from partita.options.naming import speed_words, tip_words
from partita.options.option import Option
from partita.options.thickness import thickness_word
from partita.physics.stroke import Stroke
from partita.players.executions import standard_draws
from partita.players.stroke_model import PRESETS
from partita.reports.ledger.report import study_of
from partita.reports.shots.report import drawing_document
from partita.table.layout import Layout
from partita.table.spec import TableSpec
from partita.value.make_chance import normal_below
from partita.views.drawing import draw
from partita.weighing.rater import Rater
from partita.weighing.samples import ENDINGS
from partita.weighing.weigh import WeighRequest, weigh

TABLE = TableSpec()
LEAGUE, BEGINNER, STRONG = PRESETS["league"], PRESETS["beginner"], PRESETS["professional"]
OPEN = Situation(Layout.in_diamonds(TABLE, cue=(4, 1.2), b7=(6, 1), b8=(2, 3), b9=(7, 3)))


def last(situation: Situation, me: str = "league", them: str = "league", **more: object) -> dict:
    request = WeighRequest(situation, PRESETS[me], PRESETS[them], samples=200, ahead=False, **more)  # type: ignore[arg-type]
    *_, last = weigh(request)
    return study_of(last).as_json()


def pots_of(situation: Situation) -> tuple[Rater, list[Option]]:
    rater = Rater(situation, LEAGUE, LEAGUE)
    return rater, constructed(rater.scene)


class FoundOptions(unittest.TestCase):
    def test_an_aim_found_by_root_finding_pots_the_ball_with_side_throw_and_draw_in_it(self) -> None:
        options = [o for o in pots_of(OPEN)[1] if o.intention.pocket == "foot-near"]
        self.assertGreater(len(options), 8)
        self.assertTrue(all(o.intention.kind == "pot" and o.intention.target == "7" for o in options))

    def test_a_hooked_layout_lists_kicks(self) -> None:
        hooked = Layout.in_diamonds(TABLE, cue=(1.15, 2.1), b3=(6.6, 2.55), b8=(1.5, 2.13), b9=(3.7, 3.4))
        kinds = {o["kind"] for o in last(Situation(hooked))["options"]}
        self.assertIn("escape", kinds)

    def test_words_of_the_field(self) -> None:
        self.assertEqual([thickness_word(f) for f in (1, 0.75, 0.5, 0.25, 0.05)],
                         ["full", "three-quarter", "half", "quarter", "thin"])  # fmt: skip
        self.assertEqual(tip_words(Stroke(0, 1, 0.2, 0.35)), "1 o’clock, 1 tip")
        self.assertEqual(speed_words(2.3, TABLE), "soft, 2½ lengths")


class Weighing(unittest.TestCase):
    def test_draws_too_narrow_for_an_execution_are_refused(self) -> None:
        rater = Rater(OPEN, LEAGUE, LEAGUE)
        with self.assertRaisesRegex(ValueError, r"are not \(m, 8\)"):
            rater.sample(constructed(rater.scene)[0], standard_draws(1, 4)[:, :5])

    def test_shares_add_to_one_and_carry_the_rack_chance(self) -> None:
        for option in last(OPEN)["options"]:
            shares, values = option["shares"], option["value_by_ending"]
            self.assertEqual(tuple(shares), ENDINGS)
            self.assertAlmostEqual(sum(shares.values()), 1.0)
            total = sum(shares[name] * value for name, value in values.items())
            self.assertAlmostEqual(total, option["rack_chance"]["value"], places=3)

    def test_the_same_seed_gives_the_same_answer_to_the_last_digit(self) -> None:
        self.assertEqual(json.dumps(last(OPEN, seed=7)), json.dumps(last(OPEN, seed=7)))
        self.assertNotEqual(json.dumps(last(OPEN, seed=7)), json.dumps(last(OPEN, seed=8)))

    def test_the_first_study_comes_before_the_settled_one_and_intervals_narrow(self) -> None:
        studies = list(weigh(WeighRequest(OPEN, LEAGUE, LEAGUE, samples=400, ahead=False)))
        first, settled = (study_of(studies[i]).options[0] for i in (0, -1))
        sampling = [option.doubt.sampling for option in (first, settled) if option.doubt]
        self.assertLess(sampling[1], 0.6 * sampling[0])
        self.assertTrue(studies[-1].settled and settled.confirmed)

    def test_a_larger_stroke_error_never_raises_the_make_chance(self) -> None:
        _, options = pots_of(OPEN)
        option = next(o for o in options if o.attacks)
        draws, made = standard_draws(3, 1500), []
        for scale in (0.7, 1.0, 1.4, 2.0):
            model = dataclasses.replace(LEAGUE, aim_deg=LEAGUE.aim_deg * scale, sight_mm=LEAGUE.sight_mm * scale)
            made.append(float(Rater(OPEN, model, LEAGUE).sample(option, draws).made.mean()))
        self.assertEqual(made, sorted(made, reverse=True))

    def test_a_better_opponent_never_raises_my_rack_chance(self) -> None:
        chances = [
            last(OPEN, them=level)["options"][0]["rack_chance"]["value"]
            for level in ("beginner", "league", "professional")
        ]
        self.assertTrue(chances[0] >= chances[1] - 0.02 >= chances[2] - 0.04, chances)

    def test_a_near_straight_nine_on_the_lip_is_all_but_won(self) -> None:
        lip = Situation(Layout.in_diamonds(TABLE, cue=(6.5, 2.5), b9=(7.85, 3.85)))
        options = last(lip)["options"]
        # By way of the rail it drops as surely, without the scratch: either may lead.
        self.assertEqual([o["pocket"] for o in options[:2]], ["foot-far"] * 2)
        direct = next(o for o in options if o["kind"] == "pot")
        self.assertGreater(direct["rack_chance"]["low"], 0.9)

    def test_ball_in_hand_is_placed_and_worth_more_than_a_bad_place(self) -> None:
        bad = Situation(Layout.in_diamonds(TABLE, cue=(0.2, 3.8), b7=(6, 1), b8=(2, 3), b9=(7, 3)))
        chance = last(bad)["options"][0]["rack_chance"]["value"]
        hand = last(dataclasses.replace(bad, in_hand="anywhere"))["options"][0]["rack_chance"]["value"]
        self.assertGreater(hand, chance + 0.05)

    def test_after_a_push_out_the_worth_of_handing_the_table_back_is_told(self) -> None:
        why = last(dataclasses.replace(OPEN, push_out="made"))["why"]
        self.assertRegex(why, r"Handing the table back instead is worth about \d+ %")
        self.assertNotIn("Handing", last(OPEN)["why"])

    def test_own_strokes_are_weighed_and_named_beside_the_found_ones(self) -> None:
        found = last(OPEN, own_strokes=(("mine", Stroke(270, 1.0)),))["options"]
        self.assertIn("own", [option["source"] for option in found])

    def test_numbers_out_of_range_are_refused(self) -> None:
        with self.assertRaisesRegex(Refused, "samples: 5 is out of range"):
            list(weigh(WeighRequest(OPEN, LEAGUE, LEAGUE, samples=5)))

    def test_professionals_pot_a_long_straight_ball_and_beginners_seldom_do(self) -> None:
        # Common practice, tolerance wide: 4 + 4 diamonds, professional 80 to 95 %, beginner 15 to 35 %.
        way = 4 * TABLE.diamond_m * np.array([np.cos(np.radians(22)), np.sin(np.radians(22))])
        ball = np.array([2.499, 1.229]) - way
        cue = ball - 0.97 * way
        situation = Situation(Layout(TABLE, {"cue": tuple(cue), "9": tuple(ball)}))
        _, options = pots_of(situation)
        draws = standard_draws(1, 2000)
        for model, low, high in ((STRONG, 0.8, 0.98), (BEGINNER, 0.12, 0.37)):
            shares = [
                float(Rater(situation, model, LEAGUE).sample(o, draws).made.mean())
                for o in options
                if o.intention.pocket == "foot-far" and o.stroke.speed_mps in (1.2, 1.8) and abs(o.stroke.height) < 0.2
            ]
            self.assertTrue(low <= max(shares) <= high, (model.name, max(shares)))


class OutsideChecks(unittest.TestCase):
    def test_share_intervals_are_wilsons(self) -> None:
        for hits, count in ((0, 24), (7, 24), (500, 1000), (1000, 1000)):
            # Source: scipy.stats.binomtest, Wilson without continuity correction.
            expected = binomtest(hits, count).proportion_ci(method="wilson")
            found = of_share(hits, count)
            np.testing.assert_allclose((found.low, found.high), (expected.low, expected.high), atol=1e-9)

    def test_the_normal_distribution_is_scipys(self) -> None:
        for z in np.linspace(-5, 5, 21):
            self.assertAlmostEqual(normal_below(z), float(norm.cdf(z)), places=12)

    def test_intervals_cover_the_long_run_answer_about_as_often_as_they_say(self) -> None:
        rater, options = pots_of(OPEN)
        option = next(o for o in options if o.attacks)
        truth = float(rater.sample(option, standard_draws(99, 8000)).made.mean())
        covered = 0
        for seed in range(60):
            made = rater.sample(option, standard_draws(seed, 200)).made
            chance = of_share(int(made.sum()), 200)
            covered += chance.low <= truth <= chance.high
            self.assertLess(chance.high - chance.low, 0.15)
        # 95 % of 60 is 57; fewer than 51 has a chance below 1 in 500.
        self.assertGreaterEqual(covered, 51)


class Drawings(unittest.TestCase):
    def test_a_drawing_starts_where_the_balls_lie_and_shows_what_moves(self) -> None:
        option = next(o for o in pots_of(OPEN)[1] if o.attacks)
        drawing = drawing_document(draw(Question(OPEN, LEAGUE, LEAGUE), option.stroke))
        np.testing.assert_allclose(drawing.paths["cue"][0][1:], (4, 1.2), atol=1e-3)
        np.testing.assert_allclose(drawing.paths["7"][0][1:], (6, 1), atol=1e-3)
        self.assertNotIn("9", drawing.fans)
        self.assertEqual(len(drawing.rests["7"]) + drawing.pocketed["7"], drawing.executions)
