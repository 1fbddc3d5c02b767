"""The deciding player of play-outs: shots that do not go straight, push-outs, and what he need not look at."""

import threading
import time
import unittest
from dataclasses import replace

import numpy as np

from partita.games.opening import broken, scattered
from partita.games.question import Question
from partita.games.referee import balls_on
from partita.games.situation import Situation
from partita.lines.openings import pocket_opening
from partita.parallel import CORES, in_order
from partita.physics.facts import CUE_CUSHIONS_BEFORE, FIRST_HIT, TARGET_CUSHIONS
from partita.physics.pocket_windows import pocket_windows, window_from
from partita.physics.stroke import Stroke
from partita.players.executions import standard_draws
from partita.players.stroke_model import PRESETS
from partita.playing.desk import DRAWN, Desk, look, play_shot
from partita.playing.in_hand import choose
from partita.playing.indirect import add_indirect
from partita.playing.playout import Start, first_stroke, racks_of, start_of
from partita.rows.candidate import BALL, POCKET, PUSH_OUT, WORTH
from partita.table.geometry import bed_of
from partita.table.layout import Layout
from partita.table.spec import POCKETS, TableSpec
from partita.value.make_chance import make_chance, most_of_window

TABLE = TableSpec()
PRO, LEAGUE = PRESETS["professional"], PRESETS["league"]
DRAWS = standard_draws(20_011, DRAWN)


def sat_down(situation: Situation, level: object = PRO) -> tuple[Start, Desk]:
    """A start, and a desk that has looked at it."""
    start = start_of(Question(situation, level, level))  # type: ignore[arg-type]
    desk = start.desk()
    balls_on(desk.eyes.numbers, start.in_play, start.standing, desk.on)
    look(desk, start.places, start.in_play, start.standing, 0, 0.0)
    return start, desk


def indirect(situation: Situation) -> tuple[Start, Desk, int]:
    """The candidates that do not go straight."""
    start, desk = sat_down(situation)
    return start, desk, add_indirect(desk, start.places, start.in_play, start.standing, 0, 0, 0.5)


class NotStraight(unittest.TestCase):
    def test_a_hanging_nine_is_played_by_way_of_the_ball_that_is_on(self) -> None:
        # The 1 is frozen out of every pocket by its neighbours; straight through it hangs the 9.
        combination = Situation(
            Layout.in_diamonds(TABLE, cue=(5.2, 1.75), b1=(6.6, 2.9), b9=(7.72, 3.74), b5=(5.0, 3.6), b6=(6.7, 1.0))
        )
        start, desk = sat_down(combination)
        choose(desk, start.places, start.in_play, start.standing, DRAWS, 0)
        chosen = desk.candidates[0]
        self.assertEqual(start.names[int(chosen[BALL])], "9")
        self.assertEqual(POCKETS[int(chosen[POCKET])], "foot-far")
        self.assertGreater(chosen[WORTH], 0.5)

    def test_what_is_added_pots_its_ball_as_called_when_played_without_error(self) -> None:
        behind = Situation(
            Layout.in_diamonds(TABLE, cue=(2.0, 1.0), b3=(4.2, 2.1), b4=(4.75, 2.35), b5=(4.7, 1.75), b9=(6.5, 3.2))
        )
        kinds = set()
        for seed in range(12):
            situation = behind if seed == 0 else scattered("nine-ball", 400 + seed)
            start, desk, count = indirect(replace(situation, in_hand="none"))
            for row in desk.candidates[:count].copy():
                play_shot(desk, start.places, start.in_play, row, False)
                self.assertEqual(desk.pocketed[int(row[BALL])], int(row[POCKET]))
                self.assertTrue(desk.on[desk.facts[FIRST_HIT]])
                if desk.facts[CUE_CUSHIONS_BEFORE]:
                    kinds.add("rail first")
                elif int(row[BALL]) != desk.facts[FIRST_HIT]:
                    kinds.add("combination")
                elif desk.facts[TARGET_CUSHIONS]:
                    kinds.add("bank")
        self.assertEqual(kinds, {"rail first", "combination", "bank"})

    def test_a_push_out_is_played_where_it_is_allowed_and_nothing_else_is_any_good(self) -> None:
        hooked = Situation(
            Layout.in_diamonds(TABLE, cue=(1.15, 2.1), b1=(6.6, 2.55), b8=(1.95, 2.18), b9=(3.7, 3.4)),
            push_out="allowed",
        )
        for allowed, expected in (("allowed", True), ("none", False)):
            start, desk = sat_down(replace(hooked, push_out=allowed), LEAGUE)  # type: ignore[arg-type]
            choose(desk, start.places, start.in_play, start.standing, DRAWS, 0)
            self.assertEqual(desk.candidates[0, BALL] == PUSH_OUT, expected, allowed)
        won = {}
        for allowed in ("allowed", "none"):
            found = np.zeros((36, 2))
            for _ in racks_of(Question(replace(hooked, push_out=allowed), LEAGUE, LEAGUE), found):  # type: ignore[arg-type]
                pass
            won[allowed] = float(found[:, 0].mean())
        self.assertGreater(won["allowed"], won["none"])

    def test_racks_that_begin_with_a_push_out_go_on_from_where_it_lies(self) -> None:
        # A tap that leaves the 1 hidden: a foul that gives the ball in hand, unless it is a push-out.
        layout = Layout.in_diamonds(TABLE, cue=(1.15, 2.1), b1=(6.6, 2.55), b8=(1.95, 2.18), b9=(3.7, 3.4))
        question, won = Question(Situation(layout, push_out="allowed"), PRO, PRO), {}
        for pushed in (True, False):
            found = np.zeros((120, 2))
            first = first_stroke(question, Stroke(180, 0.15), pushed)
            self.assertEqual(first[BALL] == PUSH_OUT, pushed)
            for _ in racks_of(question, found, first=first):
                pass
            won[pushed] = float(found[:, 0].mean())
        self.assertGreater(won[True], won[False] + 0.03)


class WhatIsLeftOut(unittest.TestCase):
    def test_no_make_chance_exceeds_what_its_window_promises_and_none_that_matters_is_left_out(self) -> None:
        windows, bed, player = pocket_windows(TABLE), bed_of(TABLE), LEAGUE.row()
        checked = 0
        for seed in range(40):
            start = start_of(Question(broken("nine-ball", seed), LEAGUE, LEAGUE))
            x, y = np.random.default_rng(seed).uniform((0.1, 0.1), (bed.length - 0.1, bed.width - 0.1))
            for ball in range(1, len(start.places)):
                if start.in_play[ball] != -1:
                    continue
                for pocket in range(6):
                    asked = (windows, bed, pocket, start.places, start.in_play, ball, x, y, player)
                    chance = make_chance(*asked, 0.0)
                    bx, by = start.places[ball]
                    straight = float(np.arctan2(by - y, bx - x))
                    most = most_of_window(
                        bed, window_from(windows, bed, pocket, bx, by), bx, by, x, y, straight, player
                    )
                    self.assertLessEqual(chance, most + 1e-12)
                    if chance > 0.05:
                        checked += 1
                        self.assertEqual(make_chance(*asked, 0.9 * chance), chance)
                        self.assertGreater(pocket_opening(*asked[:6], 1)[1], 0.0)
        self.assertGreater(checked, 200)

    def test_with_the_last_ball_in_the_jaws_nothing_but_the_pot_is_looked_at(self) -> None:
        easy = Situation(Layout.in_diamonds(TABLE, cue=(6.9, 3.0), b9=(7.75, 3.75)))
        start, desk = sat_down(easy)
        desk.candidates[:, BALL] = -9
        choose(desk, start.places, start.in_play, start.standing, DRAWS, 0)
        self.assertEqual(start.names[int(desk.candidates[0, BALL])], "9")
        self.assertNotIn(-1.0, desk.candidates[:, BALL])


class InOrder(unittest.TestCase):
    def test_all_is_done_once_and_told_in_order(self) -> None:
        seen: list[int] = []
        lock = threading.Lock()

        def work(part: slice) -> None:
            with lock:
                seen.extend(range(part.start, part.stop))

        told = list(in_order(57, work))
        self.assertEqual(sorted(seen), list(range(57)))
        self.assertEqual(told, sorted(told))
        self.assertEqual(told[-1], 57)

    def test_a_long_piece_of_work_keeps_no_other_waiting(self) -> None:
        began: list[int] = []

        def work(part: slice) -> None:
            began.append(part.start)
            if part.start == 0:
                deadline = time.monotonic() + 5
                while len(began) < CORES + 1 and time.monotonic() < deadline:
                    time.sleep(0.005)

        if CORES > 1:
            self.assertEqual(list(in_order(8, work))[-1], 8)
            self.assertGreaterEqual(began.index(CORES), 2)

    def test_who_stops_asking_has_nothing_running_behind_him(self) -> None:
        ended: list[int] = []

        def work(part: slice) -> None:
            time.sleep(0.02)
            ended.append(part.stop)

        asked = in_order(500, work)
        next(asked)
        asked.close()
        count = len(ended)
        time.sleep(0.1)
        self.assertEqual(len(ended), count)
        self.assertLess(count, 60)
