"""Maps as they are read, orders as they are searched, and sentences of a plan."""

import io
import json
import tempfile
import unittest
from contextlib import redirect_stdout
from itertools import permutations
from pathlib import Path

import numpy as np

from partita.cli.main import main
from partita.games.question import Question
from partita.games.situation import Situation
from partita.games.standing import BALL_ON, GAME, HAND, POINTS, STANDING, STRAIGHT_POOL
from partita.players.stroke_model import PRESETS
from partita.playing.playout import start_of
from partita.runout.maps import smoothed
from partita.runout.orders import Ends, best_order
from partita.runout.places import pushed_off
from partita.runout.steps import groups_to_choose, order_given, steps_of
from partita.table.geometry import bed_of
from partita.table.layout import Layout
from partita.table.spec import TableSpec
from partita.value.place_maps import (
    SAFETY_WAY,
    PlaceMaps,
    close_step,
    has_moved,
    new_maps,
    node_place,
    read_place,
    read_way,
    step_of,
)

TABLE, BED = TableSpec(), bed_of(TableSpec())
STRONG = PRESETS["strong league"]
NET = (4, 2)


def maps_of_two() -> PlaceMaps:
    """Balls 1 and 2 in order, two steps, on a small net."""
    in_play = np.array([[-1, -1, -1], [-1, -2, -1]], dtype=np.int8)
    places = np.array([[0.0, 0.0], [0.6, 0.6], [1.9, 0.6]])
    maps = new_maps(np.array([1, 2]), in_play, np.zeros((2, STANDING), dtype=np.int64), places, NET)
    maps.worth[0, :, 0], maps.worth[0, :, 3] = 0.2, np.linspace(0.0, 0.7, 8).reshape(NET)
    maps.clear[0] = 0.5 * maps.worth[0]
    for step in (1, 0):
        close_step(maps, 0, step)
    return maps


class Reading(unittest.TestCase):
    def test_a_map_is_read_exactly_at_its_places_between_them_in_proportion_and_beyond_as_at_the_edge(self) -> None:
        maps = maps_of_two()
        nodes = [node_place(BED, *NET, node) for node in range(8)]
        for node, (x, y) in enumerate(nodes):
            self.assertAlmostEqual(read_way(maps, BED, 0, 1, 3, x, y)[0], 0.1 * node)
        middle = np.mean([nodes[2], nodes[4]], axis=0)
        self.assertAlmostEqual(read_way(maps, BED, 0, 1, 3, *middle)[0], 0.3)
        self.assertAlmostEqual(read_way(maps, BED, 0, 1, 3, 0.0, 0.0)[0], 0.0)

    def test_ways_are_not_mixed_between_two_places_and_the_best_one_counts(self) -> None:
        maps = maps_of_two()
        maps.worth[0, 0] = 0.0
        (ax, ay), (bx, by) = (node_place(BED, *NET, node) for node in (0, 2))
        maps.worth[0, 0, 1, 0, 0], maps.worth[0, 0, 4, 1, 0] = 0.8, 0.8
        worth, _, way = read_place(maps, BED, 0, 0, 0.5 * (ax + bx), 0.5 * (ay + by))
        self.assertAlmostEqual(worth, 0.4)
        self.assertIn(way, (1, 4))
        maps.worth[0, 0, SAFETY_WAY] = 0.5
        self.assertEqual(read_place(maps, BED, 0, 0, 0.5 * (ax + bx), ay)[2], SAFETY_WAY)

    def test_a_position_belongs_to_the_last_step_that_holds_its_balls_and_in_hand_to_none(
        self,
    ) -> None:
        maps, standing = maps_of_two(), np.zeros(STANDING, dtype=np.int64)
        up = lambda *there: np.array([-1, *(-1 if k in there else -2 for k in (1, 2))], dtype=np.int8)  # noqa: E731
        self.assertEqual([step_of(maps, 0, up(*balls), standing) for balls in ((1, 2), (2,), (1,), ())], [0, 1, 0, -1])
        # The other player's are not filled.
        self.assertEqual(step_of(maps, 1, up(1, 2), standing), -1)
        for column in (HAND, BALL_ON):
            other = standing.copy()
            other[column] = 1
            self.assertEqual(step_of(maps, 0, up(1, 2), other), -1)

    def test_balls_of_a_new_rack_of_straight_pool_are_not_those_of_the_old_one(self) -> None:
        maps, standing = maps_of_two(), np.zeros(STANDING, dtype=np.int64)
        maps.standing[:, GAME] = standing[GAME] = STRAIGHT_POOL
        maps.standing[1, POINTS] = 1
        both, last = np.array([-1, -1, -1], dtype=np.int8), np.array([-1, -2, -1], dtype=np.int8)
        self.assertEqual(step_of(maps, 0, both, standing), 0)
        standing[POINTS] = 1
        self.assertEqual([step_of(maps, 0, there, standing) for there in (both, last)], [-1, 1])

    def test_a_ball_has_moved_from_two_millimetres_on(self) -> None:
        maps = maps_of_two()
        for off, moved in ((0.0, False), (0.0019, False), (0.0021, True)):
            places = maps.places.copy()
            places[2, 1] += off
            self.assertEqual(has_moved(maps, places, 2), moved)

    def test_smoothing_keeps_what_is_level_and_the_mean_of_what_is_not(self) -> None:
        level = np.full((2, 6, 4), 0.3)
        np.testing.assert_allclose(smoothed(level), level)
        peak = np.zeros((1, 7, 7))
        peak[0, 3, 3] = 1.0
        smooth = smoothed(peak)
        self.assertAlmostEqual(float(smooth.sum()), 1.0)
        self.assertEqual(float(smooth.max()), 0.25)

    def test_a_place_within_a_ball_is_pushed_off_it_and_stays_on_the_bed(self) -> None:
        places = np.array([[0.0, 0.0], [1.0, 0.6], [2.4, BED.reach + 0.01]])
        in_play = np.full(3, -1, dtype=np.int8)
        for x, y in ((1.0, 0.6), (1.02, 0.61), (2.41, BED.reach)):
            put = np.array(pushed_off(BED, places, in_play, x, y))
            self.assertGreater(float(np.linalg.norm(places[1:] - put, axis=1).min()), 2 * BED.radius)
            self.assertTrue(np.all(put >= BED.reach) and put[0] <= BED.length - BED.reach)
        self.assertEqual(pushed_off(BED, places, in_play, 2.0, 1.0), (2.0, 1.0))


class Orders(unittest.TestCase):
    GROUP = Situation(
        Layout.in_diamonds(TABLE, cue=(4, 2), b1=(7.4, 0.5), b2=(1, 3.2), b3=(4, 0.5), b9=(5, 3), b8=(1, 1)),
        game="eight-ball", my_group="solids",
    )  # fmt: skip

    def test_the_order_found_is_the_best_of_all_that_there_are(self) -> None:
        start = start_of(Question(self.GROUP, STRONG, STRONG))
        *_, found = best_order(start)
        ends = Ends(start)
        for _ in ends.simulated():
            pass
        best = max(((*order, "8") for order in permutations(("1", "2", "3"))), key=ends.worth)
        assert found is not None
        self.assertAlmostEqual(ends.worth(found), ends.worth(best))

    def test_an_open_table_has_two_groups_to_choose_and_a_shooter_with_none_left_the_eight(self) -> None:
        start = start_of(Question(Situation(self.GROUP.layout, game="eight-ball"), STRONG, STRONG))
        self.assertEqual(groups_to_choose(start), (("1", "2", "3"), ("9",)))
        alone = Situation(
            Layout.in_diamonds(TABLE, cue=(4, 2), b9=(5, 3), b8=(1, 1)), game="eight-ball", my_group="solids"
        )
        self.assertEqual(groups_to_choose(start_of(Question(alone, STRONG, STRONG))), ((),))

    def test_steps_take_balls_off_in_turn_and_a_colour_comes_back(self) -> None:
        nine = Situation(Layout.in_diamonds(TABLE, cue=(4, 2), b3=(5, 3), b9=(1, 1)))
        start = start_of(Question(nine, STRONG, STRONG))
        steps = steps_of(start, order_given(start) or ())
        self.assertEqual((steps.order, steps.in_play[:, 1:].tolist()), (("3", "9"), [[-1, -1], [-2, -1]]))


class CommandLine(unittest.TestCase):
    def test_a_plan_is_written_as_json_with_its_maps_or_as_a_table(self) -> None:
        file = {"format": "partita-layout", "version": 1, "balls": {"cue": [2, 1], "8": [5, 3], "9": [6, 2]}}
        with tempfile.TemporaryDirectory() as folder:
            path = Path(folder) / "two.json"
            path.write_text(json.dumps(file))
            said = [self.run_command(str(path), "--coarse", *more) for more in (("--map",), ("--table",))]
        document = json.loads(said[0])
        self.assertEqual((document["format"], document["order"]), ("partita-run-out", ["8", "9"]))
        self.assertEqual(np.array(document["maps"]).shape, (2, 7, 16, 8))
        self.assertRegex(said[1], r"(?s)8 .*9 .*balls? planned")

    def run_command(self, *arguments: str) -> str:
        out = io.StringIO()
        with redirect_stdout(out):
            self.assertEqual(main(["runout", *arguments]), 0)
        return out.getvalue()
