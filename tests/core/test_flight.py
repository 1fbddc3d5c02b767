"""Balls in the air, checked against closed forms, SciPy, conservation laws and what coaches expect."""

import math
import unittest
from dataclasses import replace

import numpy as np
from scipy.integrate import solve_ivp

from partita.games.game import SAFETY
from partita.games.judging import FOUL
from partita.games.question import Question
from partita.games.referee import judge
from partita.games.situation import Situation
from partita.options.finder import find
from partita.options.flights import flights_of
from partita.options.jumps import jumps
from partita.options.scene import Scene
from partita.options.trace import read_option
from partita.physics.constants import LANDING, STROKE, G
from partita.physics.facts import FIRST_HIT, OFF, OVER
from partita.physics.flight import bounce, impact_in_space, rubber_impact
from partita.physics.simulate import execute, physics_of, simulate
from partita.physics.stroke import Cue, Stroke, level_strokes
from partita.players.executions import standard_draws
from partita.players.stroke_model import preset
from partita.playing.desk import DRAWN
from partita.playing.in_hand import choose
from partita.playing.playout import start_of
from partita.rows.ball import COLUMNS, VX, VY, VZ, WX, WZ, X, Z
from partita.rows.stroke import CUE, ELEVATION_RAD, PLAYING_CUE
from partita.rows.trace import AFTER, AT_S, HEIGHT, KIND
from partita.table.geometry import bed_of
from partita.table.layout import Layout
from partita.table.spec import TableSpec
from partita.weighing.rater import Rater

TABLE = TableSpec()
BED, CLOTH, R, DIAMOND = bed_of(TABLE), physics_of(TABLE), TABLE.ball_radius_m, TABLE.diamond_m
OPEN = np.array([[0.5, 0.6]])


def jumped(speed: float, elevation: float, cue: Cue = "jump", side: float = 0.0, height: float = 0.0) -> np.ndarray:
    """The trace of a cue ball alone, jumped along the table."""
    return execute(TABLE, OPEN, Stroke(0, speed, side, height, elevation, cue).row()[None], trace_rows=60).traces[0]


def left_tip(speed: float, elevation: float, cue: Cue, side: float, height: float) -> np.ndarray:
    """(6,) velocity and spin by the radius, as the ball leaves tip and bed."""
    row = jumped(speed, elevation, cue, side, height)[0]
    return np.array([*row[AFTER + 3 : AFTER + 5], row[HEIGHT + 1], *(R * row[AFTER + 5 : AFTER + 8])])


def given_back(closing: float, restitution: float) -> float:
    """The share of a spring's force that acts: all of it going in, as much as it returns going out, hardly a corner."""
    return restitution**2 + (1 - restitution**2) * (0.5 + 0.5 * math.tanh(closing / 0.02))


def by_springs(speed: float, elevation: float, cue: Cue, side: float, height: float) -> np.ndarray:
    """The same with tip and bed as springs, integrated by SciPy in space; without squirt."""
    mass, tip_s, gives = {"playing": (3.2, 1.5e-3, 0.75), "jump": (1.5, 0.6e-3, 0.85)}[cue]
    raised = math.radians(elevation)
    along = np.array([math.cos(raised), 0.0, -math.sin(raised)])
    right, up = np.array([0.0, -1.0, 0.0]), np.array([math.sin(raised), 0.0, math.cos(raised)])
    lever = side * np.cross(right, along) + height * np.cross(up, along)
    begins = speed * (1 / mass + 1 + 2.5 * (side**2 + height**2)) / (1 + gives)
    tip, bed = mass / (1 + mass) * (math.pi / tip_s) ** 2, (math.pi / CLOTH.bed_s) ** 2

    def rates(_: float, y: np.ndarray) -> np.ndarray:
        velocity, spin, cue_speed, pressed, z = y[:3], y[3:6], y[6], y[7], y[8]
        closing = cue_speed - velocity @ along - spin @ lever
        push = tip * max(0.0, pressed) * given_back(closing, gives)
        load = bed * max(0.0, -z) * given_back(-velocity[2], CLOTH.e_bed)
        slip = np.array([velocity[0] - spin[1], velocity[1] + spin[0]])
        rub = -CLOTH.mu_s * load * slip / (np.hypot(*slip) + 1e-3 * speed)
        turn = 2.5 * (push * lever + np.array([rub[1], -rub[0], 0.0]))
        return np.array([*(push * along + np.array([*rub, load])), *turn, -push / mass, closing, velocity[2]])

    def free(_: float, y: np.ndarray) -> float:
        return max(y[7], -y[8]) + 1e-12

    free.terminal, free.direction = True, -1.0  # type: ignore[attr-defined]
    start = np.array([0.0] * 6 + [begins, 1e-9, -1e-12])
    return solve_ivp(rates, (0, 0.012), start, events=free, max_step=5e-6, rtol=1e-6, atol=1e-9).y[:6, -1]


class RaisedCue(unittest.TestCase):
    def test_a_ball_leaves_tip_and_bed_as_springs_have_it(self) -> None:
        # Source: contact mechanics, integrated by SciPy. Side leaves out squirt, by a stiff shaft's table.
        for elevation, cue, height in (
            (15, "playing", 0.0),
            (45, "playing", 0.2),
            (30, "jump", 0.0),
            (50, "jump", -0.2),
        ):
            expected = by_springs(3.0, elevation, cue, 0.0, height)
            found = left_tip(3.0, elevation, cue, 0.0, height)
            if expected[2] < 0.2:
                expected[2] = 0.0
            with self.subTest(elevation=elevation, cue=cue, height=height, found=found, expected=expected):
                self.assertLess(np.abs(found - expected).max() / 3.0, 0.012)

    def test_a_light_cue_with_a_hard_tip_throws_it_high_and_a_full_cue_low(self) -> None:
        # A trial with equations of its own, nothing measured: 12, 27, 30 and 7, 7, 9 degrees at 20, 40, 60.
        for cue, angles in (("jump", (12, 27, 34)), ("playing", (5, 7, 9))):
            for elevation, angle in zip((20, 40, 60), angles, strict=True):
                vx, _, vz, *_ = left_tip(4.4, elevation, cue, 0.0, 0.0)
                self.assertLess(abs(math.degrees(math.atan2(vz, vx)) - angle), 5, (cue, elevation))

    def test_raising_the_butt_a_little_costs_draw_and_nothing_jumps(self) -> None:
        level, raised = (left_tip(3.0, elevation, "playing", 0.0, -0.3) for elevation in (0.0, 5.0))
        self.assertEqual((level[2], raised[2]), (0.0, 0.0))
        self.assertTrue(0.75 < raised[4] / level[4] < 0.95, raised[4] / level[4])


class InTheAir(unittest.TestCase):
    def test_height_range_and_bounces_are_those_of_closed_forms(self) -> None:
        trace = jumped(4.5, 45)
        vx, vz, begins, x = trace[0, AFTER + 3], trace[0, HEIGHT + 1], 0.0, OPEN[0, 0]
        landings = trace[np.cumprod(np.isin(trace[:, KIND], (STROKE, LANDING))).astype(bool)][1:]
        self.assertGreater(len(landings), 2)
        for flight, row in zip(flights_of(trace), landings, strict=False):
            # Source: mechanics; time of flight 2 v / g, height v²/2g, and a bed that gives back e of v.
            self.assertAlmostEqual(flight.lasts_s, 2 * vz / G, places=9)
            self.assertAlmostEqual(float(flight.at(np.array([vz / G]))[0, 2]), vz**2 / (2 * G), places=9)
            self.assertAlmostEqual(row[AFTER + 1], x + vx * 2 * vz / G, places=9)
            self.assertAlmostEqual(row[AT_S], begins + 2 * vz / G, places=9)
            back = CLOTH.e_bed * vz
            self.assertAlmostEqual(row[HEIGHT + 1], back if back > 0.2 else 0.0, places=9)
            vx, vz, begins, x = row[AFTER + 3], back, row[AT_S], row[AFTER + 1]

    def test_it_clears_a_ball_just_where_the_parabola_does(self) -> None:
        trace = jumped(4.0, 45)
        vx, vz = trace[0, AFTER + 3], trace[0, HEIGHT + 1]
        t = np.linspace(0, 2 * vz / G, 4000)
        x, z = vx * t, vz * t - G * t**2 / 2

        def clears(at: float) -> bool:
            return bool(np.all(np.hypot(x - at, z) > 2 * R))

        nearest = next(at for at in np.arange(0.06, 0.6, 0.0005) if clears(at))
        farthest = next(at for at in np.arange(x[-1] - R, 0.1, -0.0005) if clears(at))
        for at, over in ((nearest - 0.002, 0), (nearest + 0.002, 1), (farthest - 0.002, 1), (farthest + 0.002, 0)):
            places = np.array([[0.5, 0.6], [0.5 + at, 0.6]])
            facts = execute(TABLE, places, Stroke(0, 4.0, 0, 0, 45, "jump").row()[None], until_contact=True).facts[0]
            self.assertEqual(facts[OVER], over, (at, nearest, farthest))

    def test_its_mirror_image_is_mirrored(self) -> None:
        places = np.array([[0.5, 0.6], [0.8, 0.61], [1.3, 0.7]])
        images = np.column_stack([places[:, 0], TABLE.width_m - places[:, 1]])
        for aim in np.linspace(-0.1, 0.2, 13):
            one = Stroke(math.degrees(aim), 4.0, 0.05, 0.0, 45, "jump").row()[None]
            other = Stroke(-math.degrees(aim), 4.0, -0.05, 0.0, 45, "jump").row()[None]
            ends = execute(TABLE, places, one, until_contact=True)
            mirrored = execute(TABLE, images, other, until_contact=True)
            self.assertEqual(ends.facts[0, FIRST_HIT], mirrored.facts[0, FIRST_HIT])
            np.testing.assert_allclose(ends.finals[0, :, 1], TABLE.width_m - mirrored.finals[0, :, 1], atol=1e-9)


def random_pair(rng: np.random.Generator) -> np.ndarray:
    """(2, COLUMNS) touching in the air, in any direction from each other, moving and spinning."""
    balls, way = np.zeros((2, COLUMNS)), rng.standard_normal(3)
    way *= 2 * R / np.linalg.norm(way)
    balls[0, Z] = 0.2
    balls[1, [X, X + 1]], balls[1, Z] = way[:2], 0.2 + way[2]
    balls[:, [VX, VY, VZ]], balls[:, WX : WZ + 1] = rng.normal(0, 2, (2, 3)), rng.normal(0, 60, (2, 3))
    return balls


def energy(balls: np.ndarray) -> float:
    """By the mass of a ball, J/kg."""
    return float(np.sum(balls[:, [VX, VY, VZ]] ** 2) / 2 + np.sum(balls[:, WX : WZ + 1] ** 2) * R**2 / 5)


class Impacts(unittest.TestCase):
    def test_momentum_is_kept_and_energy_never_made_in_the_air_at_rubber_and_on_the_bed(self) -> None:
        rng = np.random.default_rng(7)
        for _ in range(300):
            balls = random_pair(rng)
            before, momentum = energy(balls), balls[:, [VX, VY, VZ]].sum(axis=0)
            impact_in_space(balls, 0, 1, CLOTH, R)
            np.testing.assert_allclose(balls[:, [VX, VY, VZ]].sum(axis=0), momentum, atol=1e-12)
            self.assertLessEqual(energy(balls), before + 1e-12)
            before, way = energy(balls), rng.standard_normal(3)
            rubber_impact(balls, 0, *(way / np.linalg.norm(way)), CLOTH.e_c, CLOTH.mu_w, R)
            self.assertLessEqual(energy(balls), before + 1e-12)
            before, balls[0, Z] = energy(balls), 0.0
            bounce(balls, 0, CLOTH, R)
            self.assertLessEqual(energy(balls), before + 1e-12)

    def test_a_ball_hit_from_above_hops_as_soft_contacts_have_it(self) -> None:
        # Source: contact mechanics, integrated by SciPy: ball on ball for 0.15 ms, bed for 0.7 ms, no friction.
        for height, rising in ((0.008, -0.5), (0.015, -1.0), (0.02, 0.0)):
            far = math.sqrt(4 * R * R - height * height)
            smooth = CLOTH._replace(mub_a=0.0, mub_b=0.0, mu_s=0.0)
            balls = np.zeros((2, COLUMNS))
            balls[0, Z], balls[0, VX], balls[0, VZ], balls[1, X] = height, 2.5, rising, far
            impact_in_space(balls, 0, 1, smooth, R)
            expected = pressed_from_above(height, 2.5, rising)
            found = np.array([balls[0, VX], balls[0, VZ], balls[1, VX], balls[1, VZ]])
            with self.subTest(height=height, found=found, expected=expected):
                self.assertLess(abs(found[2] - expected[2]), 0.02 * 2.5)
                self.assertLess(np.abs(found - expected).max(), 0.05 * 2.5)

    def test_over_the_end_rail_it_goes_from_a_height_of_about_one_radius(self) -> None:
        # A trial with equations of its own: from 24 mm rising, 27 level, 31 falling; lower it is thrown back.
        seen: dict[bool, list[float]] = {True: [], False: []}
        for start in np.linspace(1.2, 2.3, 60):
            shot = simulate(Layout(TABLE, {"cue": (float(start), 0.6)}), Stroke(0, 4.5, 0, 0, 40, "jump"))
            first = flights_of(shot.trace)[0]
            way = TABLE.length_m - R - first.place[0]
            if way < first.length_m:
                height = float(first.at(np.array([way / first.velocity[0]]))[0, 2])
                seen["cue" in shot.off].append(height)
        self.assertGreater(min(seen[True]), 0.015)
        self.assertLess(max(seen[False], default=0.0), 0.036)
        self.assertTrue(seen[True] and seen[False])

    def test_any_raised_strokes_end_at_rest_with_no_balls_in_each_other(self) -> None:
        rng = np.random.default_rng(3)
        places = rng.uniform([0.05, 0.05], [2.49, 1.22], (8, 2))
        aims = rng.uniform(-math.pi, math.pi, 1500)
        rows = level_strokes(aims, rng.uniform(1, 9, 1500), *rng.uniform(-0.3, 0.3, (2, 1500)))
        rows[:, ELEVATION_RAD], rows[:, CUE] = rng.uniform(0.02, 1.2, 1500), rng.integers(0, 2, 1500)
        ends = execute(TABLE, places, rows)
        self.assertEqual(int(ends.facts[:, 0].max()), 0, "each ends")
        apart = np.linalg.norm(ends.finals[:, :, None] - ends.finals[:, None], axis=3) + np.eye(8)
        there = ends.pocketed == -1
        self.assertGreater(float(apart[there[:, :, None] & there[:, None]].min()), 2 * R - 1e-6)
        np.testing.assert_array_equal(ends.facts[:, OFF], (ends.pocketed == 6).sum(axis=1))


def pressed_from_above(height: float, vx: float, rising: float) -> np.ndarray:
    """(4,) vx and vz of a ball in the air and of one on the bed after their contact, by springs, without friction."""
    contact, bed = 2 / 4 * 2 * (math.pi / 1.5e-4) ** 2 / 2, (math.pi / CLOTH.bed_s) ** 2

    def rates(_: float, y: np.ndarray) -> np.ndarray:
        way, apart = y[4:6] - y[0:2], y[6:8] - y[2:4]
        distance = float(np.hypot(*way))
        normal, closing = way / distance, -float(apart @ way) / distance
        force = contact * max(0.0, 2 * R - distance) * (1.0 if closing > 0 else CLOTH.e_b**2) * normal
        load = bed * max(0.0, -y[5]) * (1.0 if y[7] < 0 else CLOTH.e_bed**2)
        return np.array([*y[2:4], *(-force), *y[6:8], *(force + np.array([0.0, load]))])

    start = np.array([0.0, height, vx, rising, math.sqrt(4 * R * R - height * height), 0.0, 0.0, 0.0])
    end = solve_ivp(rates, (0, 0.0012), start, max_step=1e-6, rtol=1e-8, atol=1e-12).y[:, -1]
    return np.array([end[2], end[3], end[6], end[7]])


def over(distance: float, behind: float, aside: float) -> Situation:
    """Nine-ball: the 2 hidden behind the 5, in diamonds, the 5 so many radii aside."""
    return Situation(Layout(TABLE, {
        "cue": (2 * DIAMOND, 2 * DIAMOND), "5": ((2 + distance) * DIAMOND, 2 * DIAMOND + aside * R),
        "2": ((2 + distance + behind) * DIAMOND, 2 * DIAMOND), "9": (7 * DIAMOND, 0.6 * DIAMOND),
    }))  # fmt: skip


def good_hits(situation: Situation, level: str) -> float:
    """Share of good hits of the surest jump at the 2 in the hands of a level, with a jump cue."""
    player = replace(preset(level), jumps="jump cue")
    rater = Rater.of(Question(situation, player, player))
    reading = rater.scene.play(jumps(rater.scene, player.row()), trace=True)
    best = 0.0
    for e in range(len(reading.rows)):
        option = read_option(rater.scene, reading, e, "swept")
        if option.intention.kind == "jump":
            rows = rater.executions_of(option, standard_draws(5, 300))
            best = max(best, float(np.mean(rater.scene.play(rows, calls=[SAFETY] * 300).outcomes.code != FOUL)))
    return best


class Jumps(unittest.TestCase):
    def test_they_are_made_about_as_often_as_coaches_expect(self) -> None:
        # Common practice, no source: half a ball at a diamond, strong league two in three, league one in three.
        expected = {
            "professional": (0.9, 1.0),
            "strong league": (0.5, 0.8),
            "league": (0.2, 0.5),
            "beginner": (0, 0.25),
        }
        for level, (least, most) in expected.items():
            found = good_hits(over(1.0, 1.5, 1.0), level)
            self.assertTrue(least <= found <= most, f"{level}: {found:.2f}")

    def test_who_can_finds_them_and_who_cannot_or_must_not_does_not(self) -> None:
        situation, player = over(1.0, 1.5, 0.5), preset("strong league")
        found = [o for part in find(Scene(situation), lambda r: np.zeros(len(r.rows)), player.row()) for o in part]
        jump = next(option for option in found if option.intention.kind == "jump")
        self.assertTrue(jump.name.startswith("Jump the 5: hit the 2"), jump.name)
        self.assertIn("jump cue, butt raised", jump.detail)
        self.assertRegex(jump.watch[-1].words, r"clears the 5 by \d+ mm")
        forbidden = replace(situation, layout=replace(situation.layout, table=replace(TABLE, jump_cues=False)))
        for scene, of in ((Scene(situation), replace(player, jumps="none")), (Scene(forbidden), player)):
            self.assertEqual(len(jumps(scene, of.row())), 0)
        far = over(2.0, 3.0, 1.0).layout
        scene = Scene(replace(forbidden, layout=replace(far, table=forbidden.layout.table)))
        full = jumps(scene, replace(preset("professional"), jumps="playing cue").row())
        self.assertTrue(np.all(full[:, CUE] == PLAYING_CUE) and len(full) > 0, "a playing cue may jump")

    def test_the_deciding_player_jumps_where_it_pays_and_where_he_may(self) -> None:
        situation, player = over(1.0, 1.5, 1.0), preset("professional")
        forbidden = replace(situation, layout=replace(situation.layout, table=replace(TABLE, jump_cues=False)))
        found = []
        for asked, jumper in ((situation, player), (situation, replace(player, jumps="none")), (forbidden, player)):
            start = start_of(Question(asked, jumper, jumper))
            desk = start.desk()
            worth = choose(desk, start.places, start.in_play, start.standing, standard_draws(3, DRAWN), 0)
            found.append((worth, desk.candidates[0, ELEVATION_RAD] > 0.3))
        self.assertEqual([jumps for _, jumps in found], [True, False, False])
        self.assertGreater(found[0][0], found[1][0] + 0.02)
        self.assertEqual(found[1][0], found[2][0])

    def test_a_ball_off_the_table_is_a_foul_and_at_snooker_one_flown_over_too(self) -> None:
        for game, balls in (
            ("nine-ball", {"2": (1.0, 1.0), "9": (2.0, 0.3)}), ("eight-ball", {"2": (1.0, 1.0), "8": (2.0, 0.3)}),
            ("straight-pool", {"2": (1.0, 1.0), "8": (2.0, 0.3)}),
            ("snooker", {"red1": (1.0, 1.0), "black": (2.0, 0.3)}),
        ):  # fmt: skip
            on = "red1" if game == "snooker" else "2"
            situation = Situation(Layout(TABLE, {"cue": (0.5, 0.6), **balls}), game=game)
            scene = Scene(situation)
            rows = np.array([Stroke(0, 6.0, 0, 0, 40, "jump").row()])
            played = scene.play(rows)
            self.assertEqual((int(played.shots.facts[0, OFF]), int(played.outcomes.code[0])), (1, FOUL), game)
            # A legal hit with a hop on its way: a foul only where it led over a ball, at snooker.
            hit = scene.play(scene.raised(np.array([
                Stroke(math.degrees(scene.direction(scene.names.index(on))), 2.5, 0, 0, 0.0).row()
            ])))  # fmt: skip
            hit.shots.facts[0, OVER] = 1
            code = judge(situation, scene.names, hit.shots, hit.calls, scene.bed).code[0]
            self.assertEqual(code == FOUL, game == "snooker" or hit.outcomes.code[0] == FOUL, game)
