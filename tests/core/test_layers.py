"""The layers behind a drawn stroke, each against another way of finding the same; own strokes; ball in hand."""

import dataclasses
import math
import unittest

import numpy as np

from partita.errors import Refused
from partita.games.question import Question
from partita.games.situation import Situation
from partita.lines.in_hand import places_in_hand
from partita.lines.sight import blockers_of
from partita.physics.simulate import execute, places_of
from partita.physics.stroke import Stroke, level_strokes
from partita.players.stroke_model import PRESETS
from partita.reports.shots.report import drawing_document, trial_document
from partita.table.diamonds import metres
from partita.table.geometry import bed_of
from partita.table.layout import Layout
from partita.table.spec import POCKETS, TableSpec
from partita.views.drawing import draw
from partita.views.layers import shadow_outline
from partita.views.trial import try_stroke
from partita.weighing.placing import best_placed, worth_in_hand
from partita.weighing.weigh import WeighRequest, weigh

TABLE = TableSpec()
BED = bed_of(TABLE)
LEAGUE = PRESETS["league"]
OPEN = Situation(Layout.in_diamonds(TABLE, cue=(4, 1.2), b7=(6, 1), b8=(5, 3), b9=(7, 3)))
ASKED = Question(OPEN, LEAGUE, LEAGUE)


def inside(outline: np.ndarray, place: np.ndarray) -> bool:
    """Whether a convex polygon holds a place: it lies on the same side of every edge."""
    edges, to = np.roll(outline, -1, axis=0) - outline, place - outline
    cross = edges[:, 0] * to[:, 1] - edges[:, 1] * to[:, 0]
    return bool(np.all(cross > 0) or np.all(cross < 0))


def rolled(ball: tuple[float, float], turn: float) -> int:
    """The pocket that takes a ball rolling that way (rad) at the pace of a pot; -1 for none."""
    stroke = level_strokes(turn, 1.6, 0.0, 0.4)
    return int(execute(TABLE, np.array(ball)[None, None], stroke).pocketed[0, 0])


class Layers(unittest.TestCase):
    def test_a_shadow_is_where_nothing_of_the_target_can_be_hit_straight(self) -> None:
        rng, agreed = np.random.default_rng(5), 0
        for _ in range(40):
            target, blocker = rng.uniform((0.2, 0.2), (2.3, 1.1)), rng.uniform((0.2, 0.2), (2.3, 1.1))
            if math.dist(target, blocker) < 2.1 * BED.radius:
                continue
            outline = shadow_outline(BED, target, blocker)
            for cue in rng.uniform((0.03, 0.03), (2.51, 1.24), (150, 2)):
                apart = min(math.dist(cue, target), math.dist(cue, blocker)) > 2.05 * BED.radius
                aside = abs(np.cross(np.append(cue - target, 0), np.append(blocker - target, 0))[2])
                from_edge = abs(aside / math.dist(target, blocker) - 2 * BED.radius)
                # `blockers_of` looks along 19 lines: beside the edge it may miss the last sliver of the target.
                sliver = from_edge * min(1.0, math.dist(target, blocker) / math.dist(cue, blocker))
                if apart and sliver > 0.004:
                    hidden = bool(blockers_of(np.array([cue, target, blocker]), 1, [2], BED.radius))
                    self.assertEqual(inside(outline, cue), hidden, (target, blocker, cue))
                    agreed += hidden
        self.assertGreater(agreed, 60)

    def test_a_ball_drops_within_the_drawn_window_and_not_beyond_it(self) -> None:
        stroke = self.pot()
        window = drawing_document(draw(ASKED, stroke)).window
        ball = OPEN.layout.balls[str(window.ball)]
        ends = [np.array(metres(TABLE, *edge)) - ball for edge in window.edges]
        low, high = (math.atan2(end[1], end[0]) for end in ends)
        pocket, margin = POCKETS.index(str(window.pocket)), 0.15 * (high - low)
        for share in np.linspace(0, 1, 7):
            self.assertEqual(rolled(ball, low + margin + share * (high - low - 2 * margin)), pocket)
        self.assertNotEqual(rolled(ball, low - 2 * margin), pocket)
        self.assertNotEqual(rolled(ball, high + 2 * margin), pocket)

    def test_from_a_position_line_the_next_ball_goes_in_straight(self) -> None:
        drawing = drawing_document(draw(ASKED, self.pot()))
        self.assertEqual({str(line.ball) for line in drawing.positions}, {"8"})
        eight = np.array(OPEN.layout.balls["8"])
        for line in drawing.positions:
            mouth, end = (np.array(metres(TABLE, *place)) for place in line.points)
            cue = eight + 0.5 * (end - eight)
            aim = math.atan2(*(mouth - cue)[::-1])
            shot = execute(TABLE, np.array([cue, eight]), level_strokes(aim, 2.0, 0.0, -0.1))
            self.assertEqual(shot.pocketed[0, 1], POCKETS.index(str(line.pocket)), line)

    def test_scratch_lines_end_in_their_pockets_and_every_layer_has_words(self) -> None:
        # A straight rolling pot into the corner: the cue ball follows the ball.
        straight = Situation(Layout.in_diamonds(TABLE, cue=(6, 2), b1=(7, 1), b9=(2, 3)))
        drawing = drawing_document(draw(Question(straight, LEAGUE, LEAGUE), Stroke(-45.0, 2.6, 0.0, 0.4)))
        first = drawing.scratches[0]
        self.assertEqual(first.pocket, "foot-near")
        self.assertGreater(float(first.share), 0.2)
        self.assertLess(math.dist(first.path[-1], (8, 0)), 0.35)
        share = sum(float(line.share) for line in drawing.scratches)
        self.assertAlmostEqual(drawing.pocketed["cue"] / drawing.executions, share, places=3)
        self.assertEqual(set(drawing.words), {"fan", "rests", "shadows", "window", "scratches", "positions"})
        self.assertIn("near foot corner", drawing.words["scratches"])

    def pot(self) -> Stroke:
        *_, last = weigh(WeighRequest(OPEN, LEAGUE, LEAGUE, samples=60, ahead=False))
        options = [line.option for line in last.lines]
        return next(o.stroke for o in options if o.intention.kind == "pot" and o.intention.target == "7")


class OwnStrokes(unittest.TestCase):
    def test_an_own_stroke_is_estimated_as_well_as_the_leaders_however_it_does(self) -> None:
        poor = Stroke(90.0, 1.0)
        request = WeighRequest(OPEN, LEAGUE, LEAGUE, samples=200, own_strokes=(("mine", poor),))
        *_, last = weigh(request)
        own = next(line for line in last.lines if line.option.source == "own")
        self.assertEqual((own.option.intention.kind, len(own.samples)), ("miss", 200))

    def test_a_tried_stroke_says_at_once_what_weighing_says_of_it(self) -> None:
        stroke = Stroke(-5.5, 1.6, 0.0, 0.2)
        tried = trial_document(try_stroke(ASKED, stroke)).option
        *_, last = weigh(WeighRequest(OPEN, LEAGUE, LEAGUE, samples=200, ahead=False, own_strokes=(("mine", stroke),)))
        own = next(line for line in last.lines if line.option.source == "own")
        self.assertEqual((tried.name, tried.id), (own.option.name, own.option.id))
        self.assertAlmostEqual(tried.rack_chance.value, own.value, delta=0.03)
        with self.assertRaisesRegex(Refused, "speed"):
            try_stroke(ASKED, Stroke(0.0, 99.0))


class BallInHand(unittest.TestCase):
    def test_the_best_place_is_where_the_study_puts_it_and_all_are_legal(self) -> None:
        behind = dataclasses.replace(OPEN, in_hand="behind-line")
        places, worth = worth_in_hand(Question(behind, LEAGUE, LEAGUE))
        self.assertLessEqual(places[:, 0].max(), TABLE.length_m / 4 + 1e-9)
        np.testing.assert_allclose(places, places_in_hand(behind))
        # Nominated by what places are worth, chosen by pots that were weighed there.
        put = best_placed(Question(behind, LEAGUE, LEAGUE)).layout.balls["cue"]
        at = int(np.argmin(np.linalg.norm(places - put, axis=1)))
        np.testing.assert_allclose(places[at], put)
        self.assertGreater(worth[at], np.quantile(worth, 0.8))
        settled = next(w for w in weigh(WeighRequest(behind, LEAGUE, LEAGUE, samples=60)) if w.settled)
        np.testing.assert_allclose(places_of(settled.rater.situation.layout)[0], put)
        with self.assertRaisesRegex(Refused, "not in hand"):
            worth_in_hand(ASKED)
