"""Kicks: the players' sums against examples and geometry, the simulator against the sums, tries against tables."""

import contextlib
import io
import json
import tempfile
import unittest
from dataclasses import replace
from pathlib import Path

import hypothesis
import hypothesis.strategies as st
import numpy as np
import scipy.optimize
import scipy.stats
import statsmodels.api

from partita.cli.main import main
from partita.errors import Refused
from partita.files.tries_file import read_tries, write_tries
from partita.games.situation import Situation
from partita.kicks.card import ARRIVALS, STARTS, card_of, start_place
from partita.kicks.correction import MIDDLE, SCATTER, corrected, correction_of, regressed, t_quantile
from partita.kicks.cushions import cushions_of
from partita.kicks.hidden import sight_of
from partita.kicks.landing import arrivals
from partita.kicks.meeting import cuts, full_aims
from partita.kicks.rails import DIAMONDS_BEHIND_M, Rail, ends_of, first_rail
from partita.kicks.stick import Stick, stick_of
from partita.kicks.strokes import LONG_ARRIVAL, LONG_ONE, MEDIUM, ONE_O_CLOCK, running_side, worked_out
from partita.kicks.sums import mirror, shifted, sum_for, three_cushion
from partita.kicks.tries import Try, check_try, first_of, last_of, off_by, row_of
from partita.kicks.ways import KickRequest, Kicks, find_ways, good_hit, is_kick, seated
from partita.kicks.window import window_of
from partita.options.scene import Scene
from partita.physics.constants import CUSHION
from partita.physics.facts import FIRST_HIT, RAIL_AFTER
from partita.physics.simulate import execute
from partita.physics.stroke import level_strokes
from partita.players.executions import standard_draws
from partita.players.stroke_model import PRESETS
from partita.reports.kicks import words as kick_words
from partita.reports.kicks.pdf import kick_card_sheet
from partita.reports.kicks.report import kicks_of, look_document, tries_of
from partita.rows.trace import AFTER
from partita.table.layout import Layout
from partita.table.spec import CUSHIONS, TableSpec
from partita.views.drawing import read_stroke
from partita.views.kick import look_at
from partita.weighing.rater import Rater
from partita.weighing.weighed import LEAST_ATTACK

TABLE, D = TableSpec(), TableSpec().diamond_m
NUMBERED = ("far-long", "foot", "near-long")
HOOKED = {
    "cue": (0.9, 0.7), "2": (5.2, 0.5), "4": (2.6, 0.3), "5": (1.4, 0.74), "7": (3.0, 2.9), "8": (3.6, 3.2),
    "9": (5.6, 2.9),
}  # fmt: skip


def situation(balls: dict[str, tuple[float, float]] = HOOKED, **more: object) -> Situation:
    return Situation(Layout.in_diamonds(TABLE, **{n if n == "cue" else f"b{n}": p for n, p in balls.items()}), **more)  # type: ignore[arg-type]


def asked(level: str = "strong league", **more: object) -> KickRequest:
    return KickRequest(situation(), PRESETS[level], PRESETS["league"], **more)  # type: ignore[arg-type]


def found(request: KickRequest) -> Kicks:
    *_, last = find_ways(request)
    return last


class Sums(unittest.TestCase):
    def test_worked_examples_of_the_numbers_come_out_as_players_have_them(self) -> None:
        # common practice, no source: start less arrival is the first rail's number.
        for start, down, out, aim in ((50, 3.25, 0.25, 20), (50, 2.5, 0.5, 30), (60, 3.2, 0.2, 30), (40, 2.2, 0.2, 20)):
            first = Rail(TABLE, "far-long", "foot")
            begin, end = start_place(TABLE, start), first.place_of(aim)
            # A little on from the rail, so that it lies on the bed.
            cue = begin + 0.3 * (end - begin)
            told = three_cushion(TABLE, NUMBERED, cue, np.array([(8 - down) * D, out * D]))
            assert told is not None
            self.assertAlmostEqual(told.start, start, delta=0.05)
            self.assertAlmostEqual(told.arrival, 10 * (down - out), places=6)
            self.assertAlmostEqual(told.aim, aim, delta=0.05)
            self.assertEqual(kick_words.sum_words(told), f"{start} less {start - aim}: aim {aim}")

    def test_mirrored_layouts_have_the_same_sum_from_the_mirrored_corner(self) -> None:
        cue, target = np.array([0.3, 0.35]), np.array([1.7, 0.15])
        flips = {
            NUMBERED: (1, 1), ("near-long", "foot", "far-long"): (1, -1), ("far-long", "head", "near-long"): (-1, 1),
            ("near-long", "head", "far-long"): (-1, -1),
        }  # fmt: skip
        told = set()
        for route, (x, y) in flips.items():
            middle = np.array([TABLE.length_m, TABLE.width_m]) / 2
            one = sum_for(TABLE, route, *(middle + (place - middle) * (x, y) for place in (cue, target)))
            assert one is not None
            told.add((round(one.start, 6), round(one.arrival, 6), round(one.aim, 6)))
        self.assertEqual(len(told), 1)

    def test_the_mirror_leaves_the_rail_as_it_came_and_the_shifted_line_is_two_mirrors(self) -> None:
        cue, target = np.array([0.6, 0.3]), np.array([1.9, 0.5])
        one = mirror(TABLE, "far-long", cue, target)
        way = one.first.place_of(one.aim) - cue
        met = cue + way * (one.first.contact_m - cue[1]) / way[1]
        # Source: the law of reflection.
        self.assertAlmostEqual((met - cue)[0] / (met - cue)[1], (target - met)[0] / (met - target)[1], places=9)
        two = shifted(TABLE, ("far-long", "foot"), cue, target)
        reach = TABLE.nose_reach_m
        image = 2 * np.array([TABLE.length_m - reach, TABLE.width_m - reach]) - target
        self.assertAlmostEqual(two.aim, two.first.read(cue, image), places=9)

    def test_a_ball_lands_within_half_a_diamond_of_the_sum_at_one_o_clock_and_medium_speed(self) -> None:
        # common practice, no source; for the longest half a tip of side more.
        first, last = Rail(TABLE, "far-long", "foot"), Rail(TABLE, "near-long", "foot")
        off = []
        for start in (50, 45, 40, 35, 30, 60, 70):
            for aim in (10, 20, 30, 40, 50):
                arrival = start - aim
                if not 10 <= arrival <= 40 or (start >= 60 and aim < 30):
                    continue
                tip = LONG_ONE if arrival >= LONG_ARRIVAL else ONE_O_CLOCK
                begin = start_place(TABLE, start)
                way = first.place_of(aim) - begin
                row = level_strokes(np.arctan2(way[1], way[0]), MEDIUM, *tip)
                through = arrivals(last, NUMBERED, (begin + 0.3 * way)[None], row)[0, 1]
                if np.isfinite(through):
                    off.append(through - arrival)
        self.assertGreater(len(off), 14)
        self.assertLess(float(np.max(np.abs(off))), 6.0)
        self.assertGreater(float(np.mean(np.abs(off) <= 5.0)), 0.85)

    def test_routes_without_a_sum_say_so(self) -> None:
        cue, target = np.array([0.6, 0.3]), np.array([1.9, 0.5])
        for route, said in (
            (("far-long", "near-long"), "players have no numbers"),
            (("far-long", "foot", "near-long", "head"), "No sum holds 4 cushions"),
            ((), "by no rail"),
            (("jaw side-far",), "Off a jaw"),
            (("far-long", "jaw foot-near"), "Off a jaw"),
        ):
            self.assertIsNone(sum_for(TABLE, route, cue, target))
            self.assertIn(said, kick_words.no_sum_words(route))

    def test_running_side_is_the_side_that_carries_the_ball_on(self) -> None:
        for rail, beside, cue, number in (
            ("far-long", "foot", (0.5, 0.4), 62), ("near-long", "head", (2.0, 0.9), 60),
            ("foot", "far-long", (1.4, 0.3), 25),
        ):  # fmt: skip
            first, place = Rail(TABLE, rail, beside), np.array(cue)
            aim = first.aim_at(place, float(number))
            side = 0.3 * running_side((rail, beside), place, aim)
            rows = level_strokes(aim, 2.0, (side, -side), 0.2)
            spread = []
            for trace in execute(TABLE, place[None], rows, trace_rows=20).traces:
                met = trace[trace[:, 1] == CUSHION, AFTER + 1 : AFTER + 3]
                way = np.abs(met[1] - met[0])
                spread.append(way[first.axis] / way[1 - first.axis])
            # Off the rail the running ball goes flatter: farther along it for each metre out.
            self.assertGreater(spread[0], spread[1], rail)


class Ways(unittest.TestCase):
    @classmethod
    def setUpClass(cls) -> None:
        cls.kicks = found(asked())

    def test_every_way_meets_the_ball_off_a_rail_and_its_good_hits_are_those_of_the_simulator(self) -> None:
        kicks, scene = self.kicks, self.kicks.rater.scene
        self.assertTrue(kicks.sight.hooked)
        self.assertFalse(kicks.straight)
        self.assertGreater(len({way.option.intention.route for way in kicks.ways}), 5)
        # What pots by accident is called what it is, as in the ledger.
        self.assertTrue(all(way.make >= LEAST_ATTACK for way in kicks.ways if way.option.attacks))
        for way in kicks.ways[:4]:
            self.assertEqual(way.option.intention.target, "2")
            rows = kicks.rater.executions_of(way.option, standard_draws(77, 1200))
            shots = execute(scene.table, scene.places, rows, physics=scene.physics)
            # From the rule book: the right ball first, then a rail or a pot, and no scratch.
            fell = (shots.pocketed >= 0).any(axis=1)
            hit = (shots.facts[:, FIRST_HIT] == kicks.target) & ((shots.facts[:, RAIL_AFTER] == 1) | fell)
            good = float(np.mean(hit & (shots.pocketed[:, 0] < 0)))
            said = good_hit(way.samples)
            self.assertAlmostEqual(said.value, good, delta=0.07, msg=way.option.name)

    def test_a_better_stroke_hits_more_often_by_the_same_way(self) -> None:
        weak = Rater(situation(), PRESETS["beginner"], PRESETS["league"])
        for way in self.kicks.ways[:3]:
            samples = weak.sample(way.option, standard_draws(5, 400))
            self.assertLess(good_hit(samples).value, good_hit(way.samples).value + 0.02)

    def test_inside_its_edges_the_window_hits_and_just_outside_it_does_not(self) -> None:
        rater, target = self.kicks.rater, self.kicks.target
        for way in [way for way in self.kicks.ways if is_kick(way.option)][:5]:
            window = window_of(rater, target, way.option, way.option.intention.route)
            if window is None:
                continue
            row, cue = way.option.stroke.row()[None], rater.places[0]
            for edge, inward in ((window.low, 1.0), (window.high, -1.0)):
                aims = np.array([[window.rail.aim_at(cue, edge + by * inward) for by in (0.06, -0.06)]])
                met = np.isfinite(cuts(rater.scene, target, way.option.intention.route, row, aims)[0])
                self.assertEqual(met.tolist(), [True, False], way.option.name)
            self.assertTrue(window.low <= window.number <= window.high)
            self.assertTrue(0.0 <= window.inside <= 1.0)

    def test_the_number_that_this_table_asks_meets_the_ball_full(self) -> None:
        told = worked_out(self.kicks.rater.scene, self.kicks.target, NUMBERED)
        assert told is not None and told.advised.number is not None
        row = told.advised.stroke.row()[None]
        cut = cuts(self.kicks.rater.scene, self.kicks.target, NUMBERED, row, row[:, :1])[0, 0]
        self.assertLess(abs(float(cut)), 0.2)
        none = full_aims(self.kicks.rater.scene, self.kicks.target, ("head", "foot"), row, row[:, 0])
        self.assertTrue(np.isnan(none).all())

    def test_a_ball_that_is_not_hooked_says_so_and_has_its_straight_way(self) -> None:
        league, free = PRESETS["league"], situation({"cue": (1, 2), "2": (5, 2), "9": (6, 3)})
        kicks = found(KickRequest(free, league, league, samples=100))
        document = kicks_of(kicks)
        self.assertIn("free", document.sight)
        self.assertGreater(document.straight[0].good_hit.value, document.ways[0].good_hit.value)
        # The farther the blocker lies beside the line, the more shows; right on it, nothing does.
        shows = []
        for off in (0.0, 0.11, 0.16, 0.4):
            sight = sight_of(Scene(situation({"cue": (1, 2), "2": (5, 2), "5": (2, 2 + off), "9": (6, 3)})), 1)
            shows.append(sight.shows_mm)
            self.assertEqual(sight.hooked, sight.shows_mm == 0)
            self.assertEqual(sight.blockers, ("5",) if off < 0.3 else ())
        self.assertEqual(sorted(shows), shows)
        self.assertEqual((shows[0], round(shows[-1])), (0.0, 57))

    def test_what_cannot_be_kicked_at_is_refused_with_what_can(self) -> None:
        for more, said in (({"target": "5"}, "foul here. Use 2"), ({"target": "3"}, "not on the table. Use 2")):
            with self.assertRaisesRegex(Refused, said):
                seated(asked(**more))
        with self.assertRaisesRegex(Refused, "no ball to play|on the table"):
            seated(KickRequest(situation({"cue": (1, 2)}), PRESETS["league"], PRESETS["league"]))
        in_hand = KickRequest(situation(in_hand="anywhere"), PRESETS["league"], PRESETS["league"])
        with self.assertRaisesRegex(Refused, "in hand"):
            seated(in_hand)

    def test_a_look_holds_the_sum_of_the_way_meant_whatever_the_aim_does(self) -> None:
        way = next(way for way in self.kicks.ways if way.option.intention.route == NUMBERED)
        own = look_document(look_at(asked(), way.option.stroke))
        aimed_by = replace(way.option.stroke, aim_deg=way.option.stroke.aim_deg + 4)
        astray = look_document(look_at(asked(), aimed_by, NUMBERED, True))
        self.assertEqual((own.sum.words, own.route), (astray.sum.words, astray.route))
        assert own.window is not None and astray.window is not None and own.stick is not None
        self.assertNotAlmostEqual(own.window.number, astray.window.number, places=0)
        self.assertEqual(len(own.stick.after), 9)
        self.assertIsNone(astray.stick)


class KickAndStick(unittest.TestCase):
    def after(self, balls: dict[str, tuple[float, float]]) -> tuple[Stick, dict[tuple[str, str], float | None]]:
        """The stick of the mirror off the far rail at the 2, and how far the cue ball goes by tip and pace."""
        rater, target = seated(KickRequest(situation(balls), PRESETS["league"], PRESETS["league"]))
        told = worked_out(rater.scene, target, ("far-long",))
        assert told is not None
        stroke = next(played.stroke for played in told.played if played.number is not None)
        stick = stick_of(rater.scene, target, read_stroke(rater, stroke, "drawn"))
        assert stick is not None
        return stick, {(hit.tip, hit.pace): hit.cue_m for hit in stick.after}

    def test_flat_draw_holds_the_cue_ball_and_steep_follow_does(self) -> None:
        # common practice, no source.
        flat, went = self.after({"cue": (1, 2.2), "2": (6.4, 2.4), "5": (1.8, 2.23), "9": (7, 0.6)})
        self.assertLess(np.degrees(flat.off_rail_rad), 35)
        self.assertEqual(flat.held_by, "draw")
        for pace in ("soft", "medium", "firm"):
            self.assertLess(went["draw", pace] or 9.0, went["follow", pace] or 0.0, pace)
        self.assertLess(went["draw", "soft"] or 9.0, 0.05)
        steep, went = self.after({"cue": (3, 1), "2": (4.4, 2.2), "5": (3.5, 1.43), "9": (7, 3.6)})
        self.assertGreater(np.degrees(steep.off_rail_rad), 60)
        self.assertEqual(steep.held_by, "follow")
        self.assertLess(went["follow", "medium"] or 9.0, went["draw", "medium"] or 0.0)


class Rails(unittest.TestCase):
    @hypothesis.given(
        st.sampled_from([(cushion, end) for cushion in CUSHIONS for end in ends_of(cushion)]),
        st.floats(0.05, 0.95), st.floats(0.05, 0.95), st.floats(1.0, 39.0),
    )  # fmt: skip
    def test_an_aim_at_a_number_reads_as_that_number_and_counts_from_its_corner(
        self, named: tuple[str, str], along: float, up: float, number: float
    ) -> None:
        rail = Rail(TABLE, *named)
        place = np.array([along * TABLE.length_m, up * TABLE.width_m])
        self.assertAlmostEqual(rail.read_aim(place, rail.aim_at(place, number)), number, places=6)
        other = Rail(TABLE, named[0], next(end for end in ends_of(named[0]) if end != named[1]))
        whole = 80.0 if rail.axis == 0 else 40.0
        self.assertAlmostEqual(other.number_of(rail.along_of(number)), whole - number, places=6)

    def test_a_first_rail_counts_from_the_corner_that_the_ball_goes_towards(self) -> None:
        cue, ahead, behind = np.array([1.0, 0.6]), np.array([2.0, 0.6]), np.array([0.4, 0.6])
        for route, target, counted in (
            (("far-long", "foot"), behind, "foot"), (("far-long",), ahead, "foot"), (("far-long",), behind, "head"),
            (("head", "near-long"), ahead, "near-long"), (("far-long", "near-long"), behind, "head"),
        ):  # fmt: skip
            self.assertEqual(first_rail(TABLE, route, cue, target).counted_from, counted, route)
        # A line that goes away from a rail is aimed at none of its numbers.
        self.assertTrue(np.isnan(Rail(TABLE, "far-long", "foot").read_aim(cue, -1.0)))


def tries(table: TableSpec, count: int, seed: int, scatter: float = 2.0) -> list[Try]:
    """Tries of the three-cushion sum as a table of other cushions has the balls arrive."""
    rng, made = np.random.default_rng(seed), []
    while len(made) < count:
        cue = (float(rng.uniform(0.3, 1.6) * D), float(rng.uniform(0.3, 1.6) * D))
        tried = Try("three-cushion", cue, NUMBERED, float(rng.uniform(10, 42)), 0.0, 0.3, 0.3)
        last = replace_table(last_of(TABLE, tried), table)
        arrived = arrivals(last, NUMBERED, np.array([cue]), row_of(TABLE, tried)[None])[0, 0]
        if np.isfinite(arrived):
            made.append(replace(tried, arrival=float(arrived + rng.normal(0, scatter))))
    return made


def replace_table(rail: Rail, table: TableSpec) -> Rail:
    return replace(rail, table=table)


class Tries(unittest.TestCase):
    OTHER = replace(TABLE, e_c=0.79, mu_w=0.15)

    def test_corrections_of_a_few_tries_hold_the_tables_own_nine_times_in_ten(self) -> None:
        truth = correction_of(TABLE, tries(self.OTHER, 250, 1), "three-cushion")
        inside = []
        for seed in range(40):
            one = correction_of(TABLE, tries(self.OTHER, 8, 100 + seed), "three-cushion")
            inside += [abs(one.at(aim)[0] - truth.at(aim)[0]) < one.at(aim)[1] for aim in (15.0, 30.0, 40.0)]
        self.assertGreater(float(np.mean(inside)), 0.85)

    def test_without_tries_nothing_is_corrected_and_many_tries_are_least_squares(self) -> None:
        none = correction_of(TABLE, [], "three-cushion")
        self.assertEqual((none.shift, none.slope, none.tries), (0.0, 0.0, 0))
        rng = np.random.default_rng(3)
        design = np.column_stack([np.ones(400), rng.uniform(-2, 2, 400)])
        off = design @ [4.0, -1.5] + rng.normal(0, 2, 400)
        ours, theirs = regressed(design, off, "mirror"), statsmodels.api.OLS(off, design).fit()
        np.testing.assert_allclose([ours.shift, ours.slope], theirs.params, atol=0.03)
        half = ours.at(MIDDLE)[1]
        self.assertAlmostEqual(half, float(np.diff(theirs.conf_int()[0])[0] / 2), delta=0.02)
        for freedom in (6, 8, 12, 30):
            self.assertAlmostEqual(t_quantile(freedom), float(scipy.stats.t.ppf(0.975, freedom)), places=2)

    def test_a_correction_moves_the_number_by_what_brings_the_ball_back(self) -> None:
        cue, target = np.array([0.5, 0.3]), np.array([1.6, 0.16])
        for route in (NUMBERED, ("far-long",), ("far-long", "foot")):
            told = sum_for(TABLE, route, cue, target)
            assert told is not None
            shifted_by = regressed(np.repeat([[1.0, 0.0]], 60, axis=0), np.full(60, 4.0), told.kind)
            number, half = corrected(told, route, cue, shifted_by)
            self.assertGreater(abs(number - told.aim), 1.0)
            self.assertLess(half, 2.0)

    def test_what_the_tries_say_of_the_cushions_is_what_a_general_least_squares_says(self) -> None:
        logged = tries(self.OTHER, 10, 7)
        ours = cushions_of(TABLE, logged)
        assert ours is not None

        def residuals(values: np.ndarray) -> np.ndarray:  # type: ignore[type-arg]
            table = replace(TABLE, e_c=float(values[0]), mu_w=float(values[1]))
            arrived = [
                arrivals(replace_table(last_of(TABLE, t), table), t.route, np.array([t.cue]), row_of(TABLE, t)[None])[
                    0, 0
                ]
                for t in logged
            ]
            off = (np.array(arrived) - [t.arrival for t in logged]) / SCATTER
            return np.concatenate([off, (values - [TABLE.e_c, TABLE.mu_w]) / 0.05])

        best = scipy.optimize.least_squares(residuals, [TABLE.e_c, TABLE.mu_w], diff_step=0.01)
        # Where a rail's slip ends the misfit has kinks: the two may end beside each other, ours no worse.
        mine = residuals(np.array([ours["e_c"].value, ours["mu_w"].value]))
        self.assertLessEqual(float(mine @ mine), 2 * float(best.cost) * 1.02)
        self.assertAlmostEqual(ours["mu_w"].value, float(best.x[1]), delta=ours["mu_w"].half)
        self.assertAlmostEqual(ours["e_c"].value, float(best.x[0]), delta=ours["e_c"].half)
        self.assertLess(abs(ours["mu_w"].value - 0.15), ours["mu_w"].half)
        self.assertRegex(tries_of(TABLE, logged).words, "slipperier")

    def test_a_try_reads_as_it_was_written_and_a_wrong_line_is_named(self) -> None:
        logged = [replace(t, aim=round(t.aim, 1), arrival=round(t.arrival, 1)) for t in tries(TABLE, 3, 5)]
        text = write_tries(logged, TABLE)
        for one, again in zip(logged, read_tries(text, TABLE), strict=True):
            self.assertEqual(
                (one.kind, one.route, one.aim, one.arrival), (again.kind, again.route, again.aim, again.arrival)
            )
            np.testing.assert_allclose(one.cue, again.cue, atol=0.001)
        wrong = text.splitlines()
        wrong[2] = wrong[2].replace("far-long", "left-long", 1)
        wrong.append("three-cushion,1,1,far-long foot near-long,many,20,0,0,2,foot")
        with self.assertRaises(Refused) as refused:
            read_tries("\n".join(wrong), TABLE, "tries.csv")
        self.assertEqual(
            [p.where.split(" ")[0:3] for p in refused.exception.problems],
            [["tries.csv:", "line", "3"], ["tries.csv:", "line", "5"]],
        )
        with self.assertRaisesRegex(Refused, "line 1: the heading lacks rails"):
            read_tries("kind,cue_x,cue_y,aim,arrival\n", TABLE)

    def test_tries_that_no_ball_could_have_made_are_refused(self) -> None:
        good = tries(TABLE, 1, 9)[0]
        self.assertEqual(check_try(TABLE, good), good)
        self.assertTrue(np.isfinite(off_by(TABLE, [good]))[0])
        self.assertEqual(first_of(TABLE, good).counted_from, "foot")
        for change, said in (
            ({"kind": "four"}, "Use mirror, two-cushion, three-cushion"),
            ({"route": ("far-long", "far-long", "near-long")}, "twice running"),
            ({"route": ("head", "far-long", "foot")}, "long rail, short rail, long rail"),
            ({"arrival": 99.0}, "not on the near-long rail. Use 0 to 80"),
            ({"cue": (-1.0, 0.4)}, "outside the bed"),
        ):
            with self.assertRaisesRegex(Refused, said):
                check_try(TABLE, replace(good, **change))  # type: ignore[arg-type]

    def test_the_card_has_the_plain_sums_and_what_the_table_asks_and_prints(self) -> None:
        card = card_of(TABLE)
        row, column = STARTS.index(50), ARRIVALS.index(30)
        self.assertEqual(card.sums[row, column], 20.0)
        self.assertLess(abs(card.asked[row, column] - 20.0), 8.0)
        asked_for = card.asked[row][np.isfinite(card.asked[row])]
        self.assertTrue((np.diff(asked_for) < 0).all())
        logged = [replace(t, arrival=t.arrival + 6) for t in tries(TABLE, 12, 4, scatter=0.5)]
        moved = card_of(TABLE, logged)
        assert moved.correction is not None
        self.assertGreater(moved.asked[row, column], card.sums[row, column] + 1.0)
        self.assertTrue(kick_card_sheet(moved).startswith(b"%PDF"))
        self.assertAlmostEqual(float(start_place(TABLE, 45)[1]), -DIAMONDS_BEHIND_M)


class CommandLine(unittest.TestCase):
    def test_kick_prints_ways_with_sums_simulated_numbers_and_windows(self) -> None:
        document = {"format": "partita-layout", "version": 1, "balls": {n: list(p) for n, p in HOOKED.items()}}
        with tempfile.TemporaryDirectory() as folder:
            file, logged = Path(folder) / "hooked.json", Path(folder) / "tries.csv"
            file.write_text(json.dumps(document))
            logged.write_text(write_tries(tries(Tries.OTHER, 6, 2), TABLE))
            out = io.StringIO()
            with contextlib.redirect_stdout(out), contextlib.redirect_stderr(io.StringIO()):
                code = main(
                    ["kick", str(file), "--target", "2", "--cushions", "3", "--samples", "100", "--tries", str(logged)]
                )
            self.assertEqual(code, 0)
            found = json.loads(out.getvalue())
            self.assertEqual((found["format"], found["target"]), ("partita-kick", "2"))
            way = next(way for way in found["ways"] if way["sum"]["kind"] == "three-cushion")
            self.assertTrue({"name", "route", "good_hit", "rack_chance", "aim", "stroke", "window"} <= way.keys())
            self.assertIsNotNone(way["simulated_first_rail"])
            self.assertIsNotNone(way["correction"])
            self.assertEqual(set(way["window"]), {"from", "to"})
            with contextlib.redirect_stderr(io.StringIO()) as said:
                self.assertEqual(main(["kick", str(file), "--target", "9"]), 2)
            self.assertIn("foul here", said.getvalue())
