"""What a study says beyond its ranking: leaves, what changes the choice, the match; and outside checks of chances."""

import dataclasses
import math
import re
import unittest

import numpy as np
from scipy.stats import norm
from statsmodels.stats.proportion import proportion_confint

from partita.games.match import Match
from partita.games.situation import Situation
from partita.intervals import of_mean, of_share, of_wins
from partita.lines.mirrors import cushions_needed
from partita.lines.sight import hidden_by
from partita.options.finder import constructed
from partita.physics.pocket_windows import mouth_width
from partita.physics.simulate import names_of, places_of
from partita.players.executions import standard_draws
from partita.players.stroke_model import PRESETS, StrokeModel
from partita.reports.ledger.report import study_of
from partita.table.geometry import bed_of
from partita.table.layout import Layout
from partita.table.spec import TableSpec
from partita.weighing.changes import changes_of, scaled
from partita.weighing.rater import Rater
from partita.weighing.weigh import WeighRequest, weigh

TABLE = TableSpec()
BED = bed_of(TABLE)
LEAGUE = PRESETS["league"]
OPEN = Situation(Layout.in_diamonds(TABLE, cue=(4, 1.2), b7=(6, 1), b8=(2, 3), b9=(7, 3)))


def weighed(situation: Situation = OPEN, **more: object) -> dict:
    request = WeighRequest(situation, LEAGUE, LEAGUE, samples=200, ahead=False, **more)  # type: ignore[arg-type]
    *_, last = weigh(request)
    return study_of(last).as_json()


class Reasons(unittest.TestCase):
    def test_what_a_line_lacks_is_told_with_its_own_numbers(self) -> None:
        options = weighed()["options"]
        self.assertEqual(options[0]["behind_best"], "")
        told = 0
        for option in options[1:]:
            found = re.search(
                r"best shot gains (\d+) points? on \w+(?: one)?: it .*? (\d+) % of the time against (\d+) %",
                option["behind_best"],
            )
            if found:
                points, best, here = map(int, found.groups())
                for said, line in ((here, option), (best, options[0])):
                    self.assertTrue(any(abs(said - 100 * share) <= 0.5 for share in (*line["shares"].values(), 0.0)))
                self.assertGreaterEqual(points, 1)
                told += 1
        self.assertGreater(told, 2)


class Intervals(unittest.TestCase):
    def test_an_interval_is_as_wide_as_its_parts_together_and_says_so(self) -> None:
        options = weighed()["options"]
        for option in options:
            chance, parts = option["rack_chance"], option["doubt"]
            half = math.hypot(parts["sampling"], parts["search"], parts["model"])
            if chance["low"] > 0.0 and chance["high"] < 1.0:
                self.assertAlmostEqual((chance["high"] - chance["low"]) / 2, half, 3)
            said = re.search(r"within ([\d.]+) points", option["doubt_words"])
            self.assertAlmostEqual(float(said.group(1)) if said else 0.0, 100 * half, delta=0.11)
            self.assertGreater(parts["model"], 0.0)
        self.assertEqual(options[0]["trails"]["value"], 0.0)
        for option in options[1:3]:
            self.assertAlmostEqual(
                option["trails"]["value"], options[0]["rack_chance"]["value"] - option["rack_chance"]["value"], 4
            )


class Leaves(unittest.TestCase):
    def look(self, **balls: tuple[float, float]) -> tuple[int, str | None]:
        layout = Layout.in_diamonds(TABLE, **balls)
        names, places = names_of(layout), places_of(layout)
        in_play, target = np.full(len(names), -1, dtype=np.int8), names.index("9")
        by = hidden_by(BED.radius, places, in_play, target)
        return cushions_needed(BED, places, in_play, target), names[by] if by else None

    def test_cushions_needed_and_the_ball_in_the_way(self) -> None:
        self.assertEqual(self.look(cue=(2, 2), b9=(6, 2)), (0, None))
        self.assertEqual(self.look(cue=(2, 2), b3=(2.4, 2), b9=(6, 2)), (1, "3"))
        # Walled in on three sides and before the near rail: only by way of two cushions or more.
        walled = {"b3": (2.35, 2.0), "b4": (2.3, 2.25), "b5": (2.3, 1.75), "b6": (2.1, 1.68), "b7": (2.1, 2.32)}
        self.assertGreaterEqual(self.look(cue=(2, 2), b9=(6, 2), **walled)[0], 2)

    def test_a_safety_tells_who_hooks_how_far_from_the_rails_and_where_balls_rest(self) -> None:
        hooking = Situation(Layout.in_diamonds(TABLE, cue=(5.2, 2.0), b3=(6.6, 2.0), b8=(6.2, 3.7), b9=(1, 1)))
        leaves = [option["leave"] for option in weighed(hooking)["options"] if option["leave"]["share"] > 0]
        for leave in leaves:
            self.assertAlmostEqual(sum(leave["cushions_needed"].values()), 1.0, places=2)
            self.assertAlmostEqual(leave["cue_to_rail_in"], leave["cue_to_rail_mm"] / 25.4, delta=0.1)
            self.assertAlmostEqual(1 - leave["cushions_needed"]["0"], sum(leave["hooked_by"].values()), places=2)
            self.assertGreater(leave["cue_rests"]["half_within_m"], 0)
        self.assertTrue(any(leave["hooked_by"] for leave in leaves))


class WhatChanges(unittest.TestCase):
    def test_worse_hands_and_a_better_opponent_lower_every_attack(self) -> None:
        found = weighed()["changes"]
        rows = {(row["kind"], row["name"]): row["rack_chance"] for row in found["changes"]}
        errors = [
            rows["stroke error", words][0] for words in ("30 % smaller", "15 % smaller", "20 % larger", "40 % larger")
        ]
        errors.insert(2, found["as_asked"][0])
        self.assertEqual(errors, sorted(errors, reverse=True))
        weaker, better = rows["opponent", "weaker: beginner"], rows["opponent", "better: strong league"]
        self.assertTrue(all(low > high for low, high in zip(weaker, better, strict=True)), (weaker, better))
        self.assertEqual(len({row["kind"] for row in found["changes"]}), 4)

    def test_loose_pockets_never_lower_a_make_chance_and_tight_ones_never_raise_it(self) -> None:
        rater = Rater(OPEN, LEAGUE, LEAGUE)
        option = next(option for option in constructed(rater.scene) if option.attacks)
        draws, made = standard_draws(5, 1500), {}
        for change in changes_of(OPEN, LEAGUE, LEAGUE):
            if change.kind == "pockets":
                played = Rater(change.situation, LEAGUE, LEAGUE).sample(option, draws)
                made[change.name] = float(played.made.mean())
        self.assertLess(made["tight pockets"], float(rater.sample(option, draws).made.mean()))
        self.assertLess(made["tight pockets"] + 0.05, made["loose pockets"])

    def test_no_error_is_scaled_below_what_a_player_can_be(self) -> None:
        finest = scaled(dataclasses.replace(PRESETS["professional"], aim_deg=0.006), 0.7)
        self.assertEqual(finest.aim_deg, 0.005)


class MatchView(unittest.TestCase):
    def test_the_last_rack_of_a_match_is_the_match(self) -> None:
        document = weighed(match=Match(race_to=3, my_racks=2, their_racks=2))
        tops = [option["rack_chance"]["value"] for option in document["options"]]
        np.testing.assert_allclose(document["match"]["my_match_chance"], tops, atol=1e-4)
        self.assertEqual(document["match"]["a_point_is_worth"], 1.0)

    def test_early_in_a_long_race_a_rack_is_worth_little_and_the_order_stays(self) -> None:
        match = weighed(match=Match(race_to=11))["match"]
        self.assertLess(match["a_point_is_worth"], 0.3)
        self.assertEqual(match["my_match_chance"], sorted(match["my_match_chance"], reverse=True))
        # Two players of one level: whoever breaks, both have their chance.
        self.assertTrue(0.3 < match["rack_when_i_break"] < 0.7, match)


class OutsideChecks(unittest.TestCase):
    def test_a_straight_pot_with_angular_error_only_follows_the_normal_integral_over_the_window(self) -> None:
        # Contact geometry: the object ball leaves asin(D sin(t) / 2R) - t off its line. Source: any textbook of
        # billiards mechanics; the closed form is then an integral of scipy.stats.norm over the pocket's window.
        ball, to_corner = np.array([1.25, 0.635]), np.array(BED.mouth[3]) - (1.25, 0.635)
        along = to_corner / np.linalg.norm(to_corner)
        cue = ball - 0.9 * along
        situation = Situation(Layout(TABLE, {"cue": tuple(cue), "9": tuple(ball)}))
        for aim_deg in (0.15, 0.3):
            model = StrokeModel("aim only", aim_deg, 0.005, 0.001, 0.0, 0.0, 0.0)
            rater = Rater(situation, model, model)
            straight = [o for o in constructed(rater.scene) if abs(o.cut_rad) < 0.03 and o.intention.kind == "pot"]
            option = min(straight, key=lambda o: (o.stroke.speed_mps, abs(o.stroke.height)))
            made = float(rater.sample(option, standard_draws(2, 4000)).made.mean())
            lever = 0.9 / (2 * BED.radius) - 1
            half = math.atan(mouth_width(TABLE, 3, option.stroke.speed_mps) / 2 / np.linalg.norm(to_corner))
            closed = 2 * norm.cdf(half / (lever * math.radians(aim_deg))) - 1
            self.assertAlmostEqual(made, closed, delta=0.06, msg=str((aim_deg, made, closed)))

    def test_share_intervals_are_those_of_statsmodels(self) -> None:
        for hits, count in ((3, 50), (40, 64), (199, 200)):
            # Source: statsmodels.stats.proportion.proportion_confint, method "wilson".
            low, high = proportion_confint(hits, count, alpha=0.05, method="wilson")
            found = of_share(hits, count)
            np.testing.assert_allclose((found.low, found.high), (low, high), atol=1e-6)

    def test_shares_of_racks_won_are_covered_however_few_were_played(self) -> None:
        rng = np.random.default_rng(8)
        for racks, share in ((8, 0.5), (16, 0.9), (64, 0.3)):
            covered, widths = 0, []
            for _ in range(400):
                first = rng.uniform(size=racks // 2)
                # Mirrored: what goes well for one rack of a pair mostly goes badly for the other.
                results = np.stack([first < share, 1 - first < share], axis=1).astype(float).ravel()
                chance = of_wins(results)
                covered += chance.low <= share <= chance.high
                widths.append(chance.high - chance.low)
            self.assertGreaterEqual(covered / 400, 0.93, (racks, share))
            # Two standard errors either way of that many racks, were they independent, and the two counted in.
            self.assertLess(np.mean(widths), 2 * 1.96 * math.sqrt(share * (1 - share) / (racks - 4)), (racks, share))
        self.assertEqual(of_wins(np.ones(100)).high, 1.0)

    def test_means_of_mirrored_pairs_are_covered_as_often_as_their_intervals_say(self) -> None:
        rng, covered, runs, widths = np.random.default_rng(4), 0, 400, []
        for _ in range(runs):
            draws = rng.standard_normal(60)
            values = norm.cdf(np.stack([draws, 0.4 - 0.3 * draws], axis=1).ravel())
            chance = of_mean(values)
            truth = 0.5 * (0.5 + float(norm.cdf(0.4 / math.sqrt(1 + 0.09))))
            covered += chance.low <= truth <= chance.high
            widths.append(chance.high - chance.low)
        low, high = proportion_confint(covered, runs, alpha=0.01, method="wilson")
        self.assertTrue(low <= 0.95 <= high, covered)
        # 1.96 standard errors of the mean of 60 pairs either way; a pair's mean of uniforms has sd 0.2 at the most.
        self.assertLess(np.mean(widths), 2 * 1.96 * 0.2 / math.sqrt(60))


class Sanity(unittest.TestCase):
    def test_a_mirrored_layout_gives_the_mirrored_answer(self) -> None:
        mirrored = dataclasses.replace(
            OPEN, layout=Layout(TABLE, {n: (x, TABLE.width_m - y) for n, (x, y) in OPEN.layout.balls.items()})
        )
        # In the mirror a right-hander is a left-hander, who stretches where the other does.
        left = dataclasses.replace(LEAGUE, hand="left")
        here, there = Rater(OPEN, LEAGUE, LEAGUE), Rater(mirrored, left, left)
        self.assertAlmostEqual(here.here(), there.here(), places=9)
        pots = [
            {(round(o.stroke.aim_deg * sign % 360, 2), o.stroke.speed_mps) for o in constructed(rater.scene)}
            for rater, sign in ((here, 1), (there, -1))
        ]
        self.assertGreater(len(pots[0] & pots[1]), 0.9 * len(pots[0]))

    def test_a_blocker_beside_the_line_lowers_the_make_chance(self) -> None:
        rater = Rater(OPEN, LEAGUE, LEAGUE)
        option = next(o for o in constructed(rater.scene) if o.intention.pocket == "foot-near")
        way = np.array(OPEN.layout.balls["7"]) + 0.5 * (np.array(BED.mouth[2]) - np.array(OPEN.layout.balls["7"]))
        beside = way + 2.05 * BED.radius * np.array([0.3, 0.95])
        balls = {**OPEN.layout.balls, "8": (float(beside[0]), float(beside[1]))}
        blocked = Rater(dataclasses.replace(OPEN, layout=Layout(TABLE, balls)), LEAGUE, LEAGUE)
        draws = standard_draws(9, 1500)
        chances = [float(b.sample(option, draws).made.mean()) for b in (rater, blocked)]
        self.assertLess(chances[1], chances[0] - 0.05, chances)
