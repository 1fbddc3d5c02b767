"""The run-out: maps against brute force and whole runs, and plans against what players know."""

import unittest

import numpy as np

from partita.errors import Refused
from partita.games.question import Question
from partita.games.situation import Situation
from partita.games.snooker_table import COLOURS, spots
from partita.options.wishes import Wish
from partita.physics.simulate import execute, names_of, places_of
from partita.physics.stroke import Stroke, level_strokes
from partita.players.executions import standard_draws
from partita.players.stroke_model import PRESETS, StrokeModel
from partita.playing.desk import DRAWN, Pots
from partita.playing.playout import start_of
from partita.playing.racks import play_runs
from partita.reports.runout.pdf import run_out_sheet
from partita.reports.runout.report import run_out_of
from partita.runout.maps import FINE, Asked, Level, any_pocket, fill
from partita.runout.pattern import Pattern, RunOutRequest, work_out
from partita.runout.shots import best_from, plan_desk
from partita.runout.steps import check_order, order_given, steps_of
from partita.runout.zones import share_inside, worth_at, zone_of
from partita.table.geometry import bed_of
from partita.table.layout import Layout
from partita.table.spec import POCKETS, TableSpec, table_named
from partita.value.place_maps import PlaceMaps, node_place
from partita.weighing.plan_ahead import plan_looked_ahead
from partita.weighing.weigh import WeighRequest, weigh
from tests.core.layouts import random_layout

TABLE, BED = TableSpec(), bed_of(TableSpec())
LEAGUE, STRONG, PRO = PRESETS["league"], PRESETS["strong league"], PRESETS["professional"]
QUICK = Level((16, 8), FINE.pots, 8)
# A player's strokes at the table, thought about as finely as a plan's.
POTS = Pots(np.geomspace(0.55, 4.4, 10), np.array([-0.36, -0.12, 0.12, 0.36]))


def layout(**balls: tuple[float, float]) -> Layout:
    return Layout.in_diamonds(TABLE, **balls)  # type: ignore[arg-type]


THREE = Situation(layout(cue=(4, 1.2), b7=(6, 1), b8=(2, 3), b9=(7, 2.5)))


def asked_of(situation: Situation, player: StrokeModel, solo: bool = True) -> Asked:
    start = start_of(Question(situation, player, player))
    order = order_given(start)
    assert order is not None
    steps = steps_of(start, order)
    return Asked(start, steps, any_pocket(steps), solo)


def maps_of(situation: Situation, level: str, fineness: Level = QUICK) -> tuple[Asked, PlaceMaps]:
    asked = asked_of(situation, PRESETS[level])
    *_, maps = fill(asked, fineness)
    return asked, maps


def runs(asked: Asked, maps: PlaceMaps | None, cue: np.ndarray, count: int) -> float:  # type: ignore[type-arg]
    """Share of runs to the end from a place of the cue ball, m, playing by the maps."""
    start, out = asked.start, np.zeros(count)
    places, in_play = start.places.copy(), asked.steps.in_play[0].copy()
    places[0] = cue
    desk, seeds = start.desk(maps, POTS, solo=True), np.arange(count) + int(1e6 * cue[0])
    play_runs(desk, places, in_play, asked.steps.standing[0], standard_draws(3, DRAWN), seeds, 40, out)
    return float(out.mean())


def free_places(situation: Situation, count: int, seed: int) -> np.ndarray:  # type: ignore[type-arg]
    others = places_of(situation.layout)[1:]
    drawn = np.random.default_rng(seed).uniform((0.06, 0.06), (2.48, 1.21), (20 * count, 2))
    free = np.linalg.norm(drawn[:, None] - others[None], axis=2).min(axis=1) > 0.07
    return drawn[free][:count]


def planned(situation: Situation, level: str = "strong league", coarse: bool = False, **more: object) -> Pattern:
    player = PRESETS[level]
    request = RunOutRequest(situation, player, player, goal="run out", **more)  # type: ignore[arg-type]
    patterns = (found for found in work_out(request) if isinstance(found, Pattern))
    return next(patterns) if coarse else list(patterns)[-1]


class Maps(unittest.TestCase):
    def test_of_one_ball_a_place_is_worth_its_make_chance_by_simulation(self) -> None:
        situation = Situation(layout(cue=(2, 2), b9=(6, 2.6)))
        asked, maps = maps_of(situation, "league", FINE)
        places = free_places(situation, 30, 7)
        said = worth_at(maps, BED, 0, places)[:, 0]
        made = np.array([runs(asked, maps, cue, 32) for cue in places])
        # 960 shots: the share made is known to 1.6 points; between the places of its net a map is a little low.
        self.assertLess(abs(float((said - made).mean())), 0.05)

    def test_of_two_balls_no_stroke_of_a_fine_net_beats_the_plan_by_more_than_noise(self) -> None:
        situation = Situation(layout(cue=(4, 2), b8=(6, 1.5), b9=(2, 3)))
        asked, maps = maps_of(situation, "professional", FINE)
        for cue in free_places(situation, 2, 5):
            said = float(worth_at(maps, BED, 0, cue[None])[0, 0])
            self.assertLess(self._by_brute_force(situation, asked, maps, cue) - said, 0.08, cue)

    def _by_brute_force(self, situation: Situation, asked: Asked, maps: PlaceMaps, cue: np.ndarray) -> float:  # type: ignore[type-arg]
        """The best of a net of all strokes, without error, by where they leave the cue ball."""
        names = names_of(situation.layout)
        places = places_of(situation.layout)
        places[0] = cue
        aims = np.linspace(0, 2 * np.pi, 720, endpoint=False)
        aim, speed, height = (
            part.ravel() for part in np.meshgrid(aims, (1.0, 1.8, 2.8), (-0.3, 0.0, 0.3), indexing="ij")
        )
        strokes = level_strokes(aim, speed, heights=height)
        shots = execute(TABLE, places, strokes)
        good = (shots.pocketed[:, names.index("8")] >= 0) & (shots.pocketed[:, 0] < 0) & (shots.facts[:, 1] == 1)
        ends = worth_at(maps, BED, 1, shots.finals[good, 0])[:, 0]
        # A stroke is as good as its neighbours in aim are: the middle of three.
        return float(np.sort(ends)[-3]) if len(ends) > 3 else 0.0

    def test_what_is_said_of_running_out_is_what_whole_runs_come_to(self) -> None:
        for level in ("league", "professional"):
            asked, maps = maps_of(THREE, level, FINE)
            desk = plan_desk(asked, maps)
            places = free_places(THREE, 8, 9)
            shots = [best_from(asked, maps, desk, cue) for cue in places]
            said = [shot.clear.value if shot else 0.0 for shot in shots]
            played = [runs(asked, maps, cue, 60) for cue in places]
            self.assertLess(abs(float(np.mean(said) - np.mean(played))), 0.06, level)

    def test_playing_by_the_maps_runs_out_more_often_than_playing_by_evaluations(self) -> None:
        balls = random_layout(102, 6).balls
        five = Situation(Layout(TABLE, {"cue": balls["cue"], **{str(k + 4): balls[str(k)] for k in range(1, 6)}}))
        asked, maps = maps_of(five, "professional")
        best = int(maps.worth[0, 0].max(axis=0).argmax())
        cue = np.array(node_place(BED, *QUICK.net, best))
        by_maps, by_evaluations = (runs(asked, m, cue, 120) for m in (maps, None))
        self.assertGreater(by_maps, by_evaluations + 0.03)

    def test_a_mirrored_layout_has_mirrored_maps_a_better_stroke_higher_ones_and_a_blocker_lower_ones(self) -> None:
        mirrored = Situation(layout(cue=(4, 2.8), b7=(6, 3), b8=(2, 1), b9=(7, 1.5)))
        blocked = Situation(layout(cue=(4, 1.2), b5=(7.3, 0.5), b7=(6, 1), b8=(2, 3), b9=(7, 2.5)))
        plain, turned = (maps_of(s, "strong league")[1].worth[0].max(axis=1) for s in (THREE, mirrored))
        self.assertLess(float(np.abs(plain.mean(axis=(1, 2)) - turned.mean(axis=(1, 2))).max()), 0.05)
        self.assertLess(float(np.abs(plain - turned[:, :, ::-1]).mean()), 0.1)
        better = maps_of(THREE, "professional")[1].worth[0].max(axis=1)
        self.assertTrue((better.mean(axis=(1, 2)) > plain.mean(axis=(1, 2))).all())
        behind = maps_of(blocked, "strong league")[1].worth[0].max(axis=1)
        # The first map of the blocked layout is the blocker's own.
        self.assertLess(float(behind[0].mean()), float(plain[0].mean()))

    def test_a_ball_that_is_moved_leaves_the_maps_behind_it_as_they_are(self) -> None:
        moved = Situation(layout(cue=(4, 1.2), b7=(5.5, 1.4), b8=(2, 3), b9=(7, 2.5)))
        before, after = (maps_of(s, "strong league")[1].worth[0] for s in (THREE, moved))
        np.testing.assert_array_equal(before[1:], after[1:])
        self.assertTrue((before[0] != after[0]).any())


class Plans(unittest.TestCase):
    def test_every_ball_has_a_pocket_a_stroke_and_a_place_and_chances_rise_to_the_end(self) -> None:
        pattern = planned(THREE)
        self.assertEqual([shot.ball for shot in pattern.plan], ["7", "8", "9"])
        clears = [shot.shot.clear.value for shot in pattern.plan]
        self.assertGreater(clears[2], clears[0])
        self.assertEqual([shot.shot.room is None for shot in pattern.plan], [False, False, True])
        for shot in pattern.plan:
            self.assertTrue(0 <= shot.shot.make <= 1)
            self.assertTrue(shot.zone.inside.any())

    def test_its_first_shot_wins_as_much_as_in_the_ledger_and_the_rest_as_was_planned(self) -> None:
        request = RunOutRequest(THREE, LEAGUE, LEAGUE, goal="rack")
        found = list(plan_looked_ahead(request, samples=100))
        progress = [one.progress if isinstance(one, Pattern) else one for one in found]
        self.assertEqual((progress, progress[-1]), (sorted(progress), 1.0))
        *_, settled, last = [one for one in found if isinstance(one, Pattern)]
        stroke = last.plan[0].shot.stroke
        *_, ledger = weigh(WeighRequest(THREE, LEAGUE, LEAGUE, samples=100, own_strokes=(("as planned", stroke),)))
        own = next(line for line in ledger.lines if line.option.source == "own")
        # Not to the last digit: in the ledger other lines are looked at beside it, and it less.
        rack = last.plan[0].rack
        self.assertTrue(rack.low < own.value < rack.high, (rack, own.value))
        self.assertEqual(last.plan[0].shot.worth, last.plan[0].rack)
        self.assertNotEqual(settled.plan[0].rack, last.plan[0].rack)
        self.assertEqual([one.rack for one in settled.plan[1:]], [one.rack for one in last.plan[1:]])

    def test_another_pocket_or_place_of_rest_costs_what_it_says_and_is_kept_to(self) -> None:
        best = planned(THREE)
        step, other = next((p.step, p.others[0]) for p in best.plan if p.others)
        changed = planned(THREE, pockets={best.plan[step].ball: POCKETS[other.pocket]})
        self.assertEqual(changed.plan[step].shot.pocket, other.pocket)
        self.assertLess(changed.plan[0].shot.worth.value, best.plan[0].shot.worth.value + 0.05)
        wanted = (1.5, 0.9)
        sent = planned(THREE, rests={"7": wanted})
        off = [float(np.linalg.norm(p.plan[0].shot.rest - wanted)) for p in (best, sent)]
        self.assertLessEqual(off[1], off[0])

    def test_a_shot_of_ones_own_is_planned_on_from_and_one_that_does_not_pot_its_ball_is_said(self) -> None:
        best = planned(THREE, coarse=True)
        pocket = POCKETS[best.plan[0].shot.pocket]
        own = {"7": Wish("7", 3.1, height=-0.3, pocket=pocket), "8": Stroke(0.0, 1.0)}
        pattern = planned(THREE, coarse=True, strokes=own)
        self.assertEqual([shot.own for shot in pattern.plan], [True, False, None])
        self.assertEqual(
            (pattern.plan[0].shot.stroke.speed_mps, pattern.plan[0].shot.stroke.height, pattern.plan[0].shot.pocket),
            (3.1, -0.3, POCKETS.index(pocket)),
        )
        # It costs the whole plan what it costs there, which the maps do not know.
        later = planned(THREE, coarse=True, strokes={"8": Wish("8", 4.0, pocket="head-far")})
        self.assertLess(later.plan[1].kept[0], 1.0)
        self.assertAlmostEqual(
            later.plan[0].shot.clear.value, later.plan[1].kept[0] * best.plan[0].shot.clear.value, places=6
        )
        # The rest is planned from where this one leaves the cue ball.
        self.assertGreater(float(np.linalg.norm(pattern.plan[1].cue - best.plan[1].cue)), 0.05)
        self.assertRegex(" ".join(run_out_of(pattern).notes), "own shot does not pot the 8")
        with self.assertRaisesRegex(Refused, "is out of range"):
            next(iter(work_out(RunOutRequest(THREE, LEAGUE, LEAGUE, strokes={"7": Stroke(0.0, 99.0)}))))

    def test_of_the_last_ball_straight_in_nobody_asks_for_an_angle_and_a_zone_holds_its_best_place(self) -> None:
        asked, maps = maps_of(Situation(layout(cue=(2, 2), b9=(6, 2.6))), "league", FINE)
        zone = zone_of(maps, BED, asked.start, 0)
        # common practice, no source: with nothing to travel for, the fuller the surer.
        assert zone.best_cut_rad is not None
        self.assertLess(zone.best_cut_rad[1], np.radians(36))
        best = np.unravel_index(int(zone.worth.argmax()), zone.worth.shape)
        self.assertTrue(zone.inside[best])
        self.assertEqual(share_inside(zone, np.zeros((0, 2))), 0.0)

    def test_in_hand_the_place_advised_is_about_the_best_that_can_be_played(self) -> None:
        situation = Situation(THREE.layout, in_hand="anywhere")
        pattern = planned(situation)
        assert pattern.in_hand is not None
        asked = asked_of(situation, STRONG)
        best = runs(asked, pattern.maps, pattern.in_hand.best[0].place, 150)
        others = [runs(asked, pattern.maps, place, 30) for place in free_places(THREE, 8, 4)]
        self.assertGreater(best, float(np.mean(others)) + 0.1)

    def test_a_group_is_ordered_before_the_eight_and_an_open_table_takes_the_easier_one(self) -> None:
        balls = {"cue": (4, 2), "1": (7.4, 0.5), "2": (7.3, 3.4), "9": (4, 3.86), "10": (4.3, 3.86), "8": (1, 1)}
        table = Situation(layout(**{f"b{k}" if k != "cue" else k: v for k, v in balls.items()}), game="eight-ball")  # type: ignore[arg-type]
        for group in (None, "solids"):
            pattern = planned(Situation(table.layout, game="eight-ball", my_group=group), coarse=True)
            self.assertEqual(set(pattern.steps.order), {"1", "2", "8"})
            self.assertEqual(pattern.steps.order[-1], "8")

    def test_straight_pool_keeps_a_break_ball_and_snooker_goes_red_colour_and_then_by_value(self) -> None:
        pool = Situation(layout(cue=(3, 2), b1=(6, 1), b2=(2, 3), b3=(5, 2.5)), game="straight-pool")
        to_the_break_ball = planned(pool, coarse=True)
        self.assertEqual(len(to_the_break_ball.steps), 2)
        # When the rack is over its balls come back; the end counts the chance to make the break ball.
        self.assertGreater(to_the_break_ball.plan[-1].shot.clear.value, 0.2)
        bed = bed_of(table_named("snooker-12ft"))
        frame = Layout(table_named("snooker-12ft"), {"cue": (2.4, 0.7), "red1": (2.9, 0.5), **spots(bed)})
        order = planned(Situation(frame, game="snooker"), coarse=True).steps.order
        self.assertEqual((order[0], order[2:]), ("red1", COLOURS))
        self.assertIn(order[1], COLOURS)

    def test_a_ball_that_no_way_reaches_is_named_and_so_is_a_shot_that_frees_it(self) -> None:
        # The 9 is boxed in at the middle of the head rail by three balls frozen to it.
        boxed = layout(cue=(6, 2), b2=(7, 3), b7=(0.23, 1.75), b8=(0.23, 2.25), b6=(0.45, 2.0), b9=(0.12, 2.0))
        pattern = planned(Situation(boxed), coarse=True)
        document = run_out_of(pattern)
        self.assertEqual(pattern.steps.order[0], "2")
        said = " ".join([document.summary, *document.notes, *(opener.words for opener in document.openers)])
        self.assertRegex(said, "cannot be potted")

    def test_what_cannot_be_is_refused_with_what_would_be_accepted(self) -> None:
        start = start_of(Question(THREE, LEAGUE, LEAGUE))
        with self.assertRaisesRegex(Refused, "this game gives the order"):
            check_order(start, ("9", "8", "7"))
        with self.assertRaisesRegex(Refused, "ball 3 is not on the table.*7, 8, 9"):
            next(iter(work_out(RunOutRequest(THREE, LEAGUE, LEAGUE, pockets={"3": "foot-far"}))))
        with self.assertRaisesRegex(Refused, "is no pocket"):
            next(iter(work_out(RunOutRequest(THREE, LEAGUE, LEAGUE, pockets={"7": "left"}))))
        with self.assertRaisesRegex(Refused, "no ball to play"):
            next(iter(work_out(RunOutRequest(Situation(layout(cue=(4, 2))), LEAGUE, LEAGUE))))

    def test_a_document_has_all_of_it_in_diamonds_and_prints_as_a_sheet(self) -> None:
        document = run_out_of(planned(THREE))
        self.assertEqual(document.plan[0].cue, [4.0, 1.2])
        self.assertEqual(document.order, ["7", "8", "9"])
        self.assertRegex(document.summary, r"3 balls planned: run out \d+ %, win the rack \d+ %")
        self.assertEqual(document.plan[1].balls.keys(), {"cue", "8", "9"})
        self.assertTrue(run_out_sheet(THREE, document).startswith(b"%PDF"))
