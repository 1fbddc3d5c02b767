"""Nothing a coach laughs at: what shots make, what a list says, what a frame that is nearly lost is worth."""

import itertools
import math
import unittest
from dataclasses import replace
from functools import cache

import numpy as np

from benchmarks.odds.makes import ROWS, best
from partita.games.game import Call
from partita.games.question import Question
from partita.games.situation import Situation
from partita.kicks.ways import KickRequest, find_ways
from partita.options.finder import constructed
from partita.options.option import Option
from partita.physics.constants import BALL_BALL, CUSHION
from partita.physics.facts import FIRST_HIT, bend_of
from partita.physics.simulate import execute
from partita.physics.stroke import level_strokes
from partita.players.executions import standard_draws
from partita.players.judgement import curved_m, judged, judgement_m, meets_next
from partita.players.stroke_model import PRESETS, SCHOOLS, School
from partita.reports.kicks.report import kicks_of
from partita.rows.trace import AFTER, BEFORE, KIND
from partita.table.layout import Layout
from partita.table.spec import TableSpec, table_named
from partita.value.ends import FIRST, FIRST_AFTER, LEAD, SECOND_AFTER, frame_ends
from partita.weighing.packs import pack_of, shaken
from partita.weighing.rater import Rater
from partita.weighing.samples import Samples
from partita.weighing.weigh import WeighRequest, weigh
from partita.weighing.weighed import LEAST_ATTACK, Weighed
from partita.weighing.worth import MOST, as_played, worth_a_line

TABLE, SNOOKER = TableSpec(), table_named("snooker-12ft")
LEAGUE, STRONG = PRESETS["league"], PRESETS["strong league"]
PLACES = {
    "open": {"cue": (3.0, 1.2), "3": (5.2, 2.9), "7": (3.9, 3.2), "8": (6.9, 1.2), "9": (6.4, 0.8)},
    "hooked": {"cue": (2.0, 1.0), "1": (6.0, 1.0), "8": (3.0, 1.0), "9": (5.0, 3.2)},
}


@cache
def lines(name: str, push_out: str = "none") -> tuple[Weighed, ...]:
    """The lines of a settled weighing between league players."""
    situation = Situation(Layout.in_diamonds(TABLE, **PLACES[name]), push_out=push_out)  # type: ignore[arg-type]
    request = WeighRequest(situation, LEAGUE, LEAGUE, samples=200)
    return next(w for w in weigh(request) if w.settled).lines


class TheTwoSchoolsOfKicking(unittest.TestCase):
    def test_a_kick_that_bends_is_judged_worse_unless_it_was_practised_so(self) -> None:
        rows = {school: replace(STRONG, kicks=school).row() for school in SCHOOLS}

        def off(school: School, bend: float, rolls: float) -> float:
            return float(judgement_m(rows[school], 1.0, bend, rolls, 2.0, 0.0))

        self.assertGreater(off("neither", 0.24, 1.0), 1.15 * off("neither", 0.09, 0.0))
        self.assertEqual(off("sliding", 0.24, 1.0), off("neither", 0.24, 1.0))
        self.assertLess(off("rolling", 0.24, 1.0), off("neither", 0.24, 1.0))
        self.assertLess(off("sliding", 0.09, 0.0), off("rolling", 0.09, 0.0))

    def test_bend_and_roll_of_a_kick_are_those_of_its_trace(self) -> None:
        places = np.array([[1.0, 0.45], [1.9, 0.5]])
        rows = level_strokes(math.radians(-45.0), 3.0, 0.0, (0.4, -0.3))
        rows = np.repeat(rows, 61, axis=0)
        rows[:, 0] += np.tile(np.linspace(-0.3, 0.3, 61), 2)
        shots = execute(TABLE, places, rows, trace_rows=60)
        bends = []
        for part in (slice(61), slice(61, None)):
            hit = next(e for e in range(122)[part] if shots.facts[e, FIRST_HIT] == 1)
            at_rail, at_ball = (
                next(row for row in shots.traces[hit] if row[KIND] == kind) for kind in (CUSHION, BALL_BALL)
            )
            before, after = at_ball[BEFORE : BEFORE + 2], at_rail[AFTER + 3 : AFTER + 5]
            bend, rolls = bend_of(1, shots.measures[hit])
            turned = math.atan2(before[1], before[0]) - math.atan2(after[1], after[0])
            self.assertAlmostEqual(bend, abs(turned), 9)
            bends.append((bend, rolls))
        # Rolling into the rail it bends two to three times as far: 14 degrees and 5. Common practice, no source.
        self.assertGreater(bends[0][0], 1.8 * bends[1][0])
        self.assertGreater(bends[0][1], 0.9)
        self.assertLess(bends[1][1], 0.5)

    def test_a_kick_that_pots_is_told_in_both_ways(self) -> None:
        places = {"cue": (3.2, 0.9), "1": (7.78, 3.78), "9": (5.4, 2.3)}
        situation = Situation(Layout.in_diamonds(TABLE, **places))  # type: ignore[arg-type]
        *_, found = find_ways(KickRequest(situation, STRONG, STRONG, samples=200))
        told = next(way.schools for way in kicks_of(found).ways if way.schools)
        self.assertEqual([one.school for one in told], ["sliding", "rolling"])
        self.assertLess(told[0].bend_deg, told[1].bend_deg)
        for one in told:
            self.assertGreater(one.called.value, 0.1)


class WhatShotsMake(unittest.TestCase):
    def test_shots_that_do_not_go_straight_are_made_about_as_often_as_coaches_expect(self) -> None:
        # From memory, no source, give or take ten points; three more for the small sample of shots.
        names = (
            "bank, one rail, cross-side, 25° cut", "combination 1 apart, 25°", "kick at a hanging ball, three rails",
            "frozen ball 1 from the corner, 45°",
        )  # fmt: skip
        # Every other one by each level; all of them: `./partita bench odds.makes`.
        levels = itertools.cycle((("professional", 0), ("strong league", 1)))
        for row, (level, place) in zip((row for row in ROWS if row.name in names), levels, strict=False):
            with self.subTest(row.name, level=level):
                self.assertLess(abs(best(row, level)[0] - row.expected[place]), 0.13)

    def test_judgement_turns_the_ball_that_matters_and_grows_with_what_is_not_sighted(self) -> None:
        sight = PRESETS["strong league"].row()
        near, far = judged(sight, tuple(meets_next(0.1)), 2.0, 0.0), judged(sight, tuple(meets_next(0.6)), 2.0, 0.0)
        self.assertEqual((near[0], near[1]), (0.0, 0.0))
        # The farther ball is missed by more, though by a smaller angle.
        self.assertGreater(near[2], far[2])
        self.assertGreater(0.6 * far[2], 0.1 * near[2])
        self.assertGreater(judged(sight, tuple(meets_next(0.1, of_cue=True)), 2.0, 0.0)[1], near[2])
        self.assertEqual(
            judged(sight, tuple(meets_next(0.0)), 2.0, 0.0)[2], judged(sight, (0, 0, 0, 1, 0, 0, -1, 0), 2.0, 0)[2]
        )
        self.assertEqual(curved_m(1.0, 0.02), 0.0)
        self.assertGreater(curved_m(1.0, 0.4), curved_m(1.0, 0.2))

    def test_in_a_pack_hairs_decide_and_two_balls_that_touch_stay_as_they_are(self) -> None:
        r = TABLE.ball_radius_m
        pair = np.array([[0.3, 0.3], [1.0, 0.6], [1.0 + 2 * r, 0.6], [2.0, 0.3]])
        self.assertEqual(len(pack_of(pair, r)), 0)
        three = np.vstack([pair[:3], [[1.0 + r, 0.6 + np.sqrt(3) * r]], [[2.0, 0.9]]])
        pack = pack_of(three, r)
        self.assertEqual(list(pack), [1, 2, 3])
        found = shaken(three, pack, 50, 5, r)
        np.testing.assert_array_equal(found, shaken(three, pack, 50, 5, r))
        np.testing.assert_array_equal(found[:, [0, 4]], np.repeat(three[None, [0, 4]], 50, axis=0))
        gaps = np.linalg.norm(found[:, 1] - found[:, 2], axis=1) - 2 * r
        self.assertTrue(gaps.min() > -1e-6 and gaps.max() < 1e-3 and gaps.std() > 2e-5)


class WhatAListSays(unittest.TestCase):
    def test_a_list_is_short_says_no_name_twice_and_no_attack_makes_next_to_nothing(self) -> None:
        for name in PLACES:
            found = lines(name)
            with self.subTest(name):
                self.assertTrue(3 <= len(found) <= MOST)
                names = [line.option.name for line in found]
                self.assertEqual(len(set(names)), len(names))
                self.assertTrue(all(line.make >= LEAST_ATTACK for line in found if line.aim == "attack"))
                self.assertTrue(all(len(line.option.intention.route) <= 3 for line in found))
                self.assertFalse(any("jaw" in name for name in names))

    def test_both_sorts_stand_in_the_list_where_both_are_found(self) -> None:
        found = lines("open")
        self.assertEqual({line.option.attacks for line in found}, {True, False})

    def test_a_push_out_says_where_the_cue_ball_goes(self) -> None:
        pushed = [line.option for line in lines("hooked", "allowed") if line.option.call.push_out]
        self.assertEqual(len(pushed), 1)
        self.assertRegex(pushed[0].name, r"^Push out to the (near rail|far rail|middle)")

    def line(self, kind: str, makes: int, of: int = 100, value: float = 0.5, fouls: int = 0, **more: object) -> Weighed:
        """One line that makes its ball so often; values all alike."""
        first = next(line for line in lines("hooked") if line.option.source != "own")
        intention = replace(
            first.option.intention,
            kind=kind,
            potted="1" if makes else None,
            pocket="foot-far",
            behind=(),
            **more,  # type: ignore[arg-type]
        )
        option: Option = replace(first.option, intention=intention, name=f"{kind} {makes} {fouls} {value} {more}")
        flags, small = np.arange(of) < makes, np.zeros(of, dtype=np.int8)
        ending = np.where(np.arange(of) >= of - fouls, 5, 3).astype(np.int8)
        nowhere = np.zeros((of, 2))
        samples = Samples(
            np.full(of, value), ending, flags, flags, np.zeros(of), np.ones(of), small, nowhere, nowhere, small, small
        )  # fmt: skip
        return Weighed(option, samples)

    def test_a_kick_that_pots_by_accident_is_called_a_way_out(self) -> None:
        by_accident, meant = self.line("kick-pot", 5, route=("foot",)), self.line("kick-pot", 40, route=("foot",))
        self.assertEqual(as_played(by_accident, True).option.intention.kind, "escape")
        self.assertTrue(as_played(by_accident, True).option.name.startswith("Escape off the foot rail"))
        self.assertEqual(as_played(meant, True).option.intention.kind, "kick-pot")
        in_sight = replace(meant, option=replace(meant.option, name="Kick the 1 off the foot rail into the far side"))
        self.assertTrue(as_played(in_sight, False).option.name.startswith("Play the 1 off the foot rail"))

    def test_what_trails_fouls_mostly_or_makes_nothing_stands_only_where_nothing_better_does(self) -> None:
        sound = [self.line("safety-distance", 0, value=0.5 - 0.01 * k, target=str(k)) for k in range(6)]
        trailing, fouling = (
            self.line("safety-thin", 0, value=0.3, target="8"),
            self.line("escape", 0, value=0.45, fouls=70),
        )
        nothing = self.line("bank", 4, value=0.44)
        kept = [line for _, line in worth_a_line(list(enumerate([*sound, fouling, nothing, trailing])), False)]
        for line in (trailing, fouling, nothing):
            self.assertNotIn(line, kept)
        ahead = self.line("escape", 0, value=0.6, fouls=70)
        kept = [line for _, line in worth_a_line(list(enumerate([ahead, *sound])), True)]
        self.assertIs(kept[0], ahead)
        few = [line for _, line in worth_a_line(list(enumerate([sound[0], fouling, trailing])), True)]
        self.assertEqual(len(few), 3)

    def test_luck_is_told_apart_from_the_called_make(self) -> None:
        # At nine-ball any pocket counts: called into another one, the same strokes make it by luck.
        situation = Situation(Layout.in_diamonds(TABLE, cue=(5.0, 2.5), b9=(6.5, 3.25)))
        rater = Rater(situation, STRONG, STRONG)
        option = constructed(rater.scene)[0]
        shots = execute(TABLE, rater.places, rater.executions_of(option, standard_draws(3, 200)))
        meant, elsewhere = (rater.judged(shots, [Call("9", pocket)]) for pocket in (5, 0))
        self.assertGreater(meant.called.mean(), 0.5)
        np.testing.assert_array_equal(meant.made, elsewhere.made)
        self.assertEqual(elsewhere.called.sum(), 0)


class NearlyLostFrames(unittest.TestCase):
    def test_with_less_left_than_is_needed_a_frame_is_worth_something_and_fewer_points_behind_more(self) -> None:
        ends = frame_ends(np.array([0.3, 0.3]), np.array([0.6, 0.6]))
        by_need = [float(ends[FIRST, 2, LEAD - behind]) for behind in (30, 20, 14, 10)]
        self.assertTrue(0.0 < by_need[0] < by_need[1] < by_need[2] < by_need[3], by_need)
        # Common practice, no source: two snookers needed is a few frames in a hundred at most.
        self.assertLess(by_need[1], 0.06)
        # The black alone ends it.
        self.assertEqual(float(ends[FIRST, 1, LEAD - 8]), 0.0)
        for behind in (-20, 20):
            both = ends[FIRST_AFTER, 2, LEAD - behind] + ends[SECOND_AFTER, 2, LEAD + behind]
            self.assertAlmostEqual(float(both), 1.0, places=6)

    def test_who_needs_snookers_leaves_the_ball_that_would_lose_and_hides_behind_another(self) -> None:
        layout = Layout.in_diamonds(SNOOKER, cue=(4.0, 1.0), pink=(6.0, 2.0), black=(7.27375, 2.0))
        situation = Situation(layout, game="snooker", ball_on="pink", my_points=30, their_points=50)
        request = WeighRequest(situation, LEAGUE, LEAGUE, samples=200)
        first = next(w for w in weigh(request) if w.settled).lines[0]
        self.assertFalse(first.option.attacks)
        self.assertGreater(Rater.of(Question(situation, LEAGUE, LEAGUE)).here(), 0.001)
