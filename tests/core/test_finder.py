"""The finder: every kind of option is listed where it is on, named as players name it, and gone when it is blocked."""

import math
import unittest
from collections.abc import Callable
from dataclasses import replace
from functools import lru_cache
from typing import Any

import numpy as np

from partita.errors import Refused
from partita.files.layout_file import read
from partita.games.game import Call
from partita.games.question import Question
from partita.games.situation import Situation
from partita.lines.in_hand import placed
from partita.options.finder import constructed
from partita.options.option import Option
from partita.options.scene import Scene, rows_of
from partita.options.trace import read_option
from partita.options.wishes import Wish, stroke_for
from partita.physics.facts import CONTACT_X, CONTACT_Y
from partita.physics.stroke import Stroke
from partita.players.stroke_model import PRESETS
from partita.table.layout import Layout
from partita.table.spec import PRESETS as TABLES
from partita.table.spec import TableSpec
from partita.value.in_hand import best_make_worth
from partita.weighing.listing import list_options

TABLE = TableSpec()
LEAGUE, STRONG = PRESETS["league"], PRESETS["professional"]
Places = dict[str, tuple[float, float]]


def situation(places: Places, **more: Any) -> Situation:
    return Situation(Layout.in_diamonds(TABLE, **{f"b{n}" if n.isdigit() else n: p for n, p in places.items()}), **more)


@lru_cache(maxsize=64)
def _listed(
    places: tuple[tuple[str, tuple[float, float]], ...], more: tuple[tuple[str, Any], ...]
) -> tuple[Option, ...]:
    return tuple(list_options(Question(situation(dict(places), **dict(more)), STRONG, LEAGUE)))


def options_of(places: Places, **more: Any) -> tuple[Option, ...]:
    return _listed(tuple(places.items()), tuple(more.items()))


# kind, layout, what else must be true of one of the options, the words of its name
Wanted = Callable[[Option], bool]
HOOKED: Places = {"cue": (1.15, 2.1), "3": (6.6, 2.55), "8": (1.95, 2.18), "9": (3.7, 3.4)}
CATALOGUE: tuple[tuple[str, Places, dict[str, Any], Wanted, str], ...] = (
    *(
        ("pot", {"cue": (4.0, 1.2), "9": (6.5, 3.2)}, {}, lambda o, s=style: o.intention.style == s, "into the far foot corner")
        for style in ("stun", "roll", "draw", "follow")
    ),
    ("pot", {"cue": (5.0, 2.5), "9": (6.5, 3.25)}, {}, lambda o: o.intention.style == "stop", "Pot the 9"),
    ("pot", {"cue": (6.5, 2.0), "9": (7.86, 3.86)}, {}, lambda o: o.cut_range_deg > 25, "far foot corner"),
    ("pot", {"cue": (6.0, 3.2), "9": (7.0, 0.5)}, {}, lambda o: o.intention.fullness < 0.25 and o.stroke.side != 0, "the 9 into the near foot corner"),
    ("rail-first", {"cue": (4.6, 0.9), "9": (6.3, 0.13)}, {}, lambda o: o.intention.route == ("near-long",), "Rail first off the near rail: the 9"),
    ("kick-pot", {"cue": (2.0, 1.0), "9": (7.3, 3.3), "8": (2.6, 1.26)}, {}, lambda o: len(o.intention.route) == 1, "Kick the 8 off"),
    ("kick-pot", {"cue": (1.2, 3.0), "3": (7.8, 3.8), "8": (4.0, 3.3), "9": (3.0, 0.5)}, {}, lambda o: len(o.intention.route) == 2, "Kick the 3 off the"),
    ("bank", {"cue": (3.0, 2.4), "9": (4.6, 3.2)}, {}, lambda o: len(o.intention.cushions) == 1, "Bank the 9 off the far rail"),
    ("bank", {"cue": (3.0, 2.4), "9": (4.6, 3.2)}, {}, lambda o: len(o.intention.cushions) == 2, "Bank the 9 off"),
    ("bank", {"cue": (3.0, 2.4), "9": (4.6, 3.2)}, {}, lambda o: len(o.intention.cushions) == 3, "off three rails"),
    ("combination", {"cue": (4.5, 2.4), "1": (6.0, 3.0), "9": (6.4, 3.2)}, {}, lambda o: o.intention.via == ("1",), "the 1 to the 9, far foot corner"),
    ("carom", {"cue": (4.0, 2.0), "1": (6.0, 2.6), "9": (7.8, 3.84)}, {}, lambda o: o.intention.potted == "9", "Carom off the 1: the 9"),
    ("kiss", {"cue": (3.5, 1.2), "1": (5.0, 2.0), "9": (5.25, 2.22)}, {}, lambda o: o.intention.via == ("9",), "Kiss the 1 off the 9"),
    ("safety-distance", {"cue": (4.0, 2.0), "1": (6.5, 2.1), "9": (1.0, 3.9)}, {}, lambda o: True, "Safe: hit the 1"),
    ("safety-bank", {"cue": (4.0, 2.0), "1": (6.5, 2.1), "9": (1.0, 3.9)}, {}, lambda o: len(o.intention.cushions) >= 2, "Safe: the 1 off"),
    ("safety-thin", {"cue": (2.0, 2.0), "1": (6.5, 2.1), "9": (1.0, 3.9)}, {}, lambda o: o.intention.fullness < 0.22, "Safe: thin the 1"),
    ("safety-stick", {"cue": (3.0, 2.0), "1": (4.2, 2.05), "9": (1.0, 3.9)}, {}, lambda o: o.intention.fullness > 0.8, "Safe: stick on the 1"),
    ("safety-hide", {"cue": (4.0, 2.0), "1": (5.5, 2.5), "7": (4.6, 1.2), "8": (5.0, 1.0), "9": (1.0, 3.0)}, {},
     lambda o: len(o.intention.behind) > 0, "Hide behind the"),
    ("kick-and-stick", {"cue": (1.5, 2.0), "1": (6.0, 3.7), "7": (2.3, 2.25), "9": (4.0, 0.6)}, {}, lambda o: o.intention.fullness >= 0.7, "Kick and stick off"),
    *(
        ("escape", HOOKED, {}, lambda o, n=count: len([c for c in o.intention.route if not c.startswith("jaw")]) == n, "Escape off")
        for count in (1, 2, 3)
    ),
    ("swerve", {"cue": (3.0, 2.0), "1": (5.4, 2.0), "8": (4.2, 2.09), "9": (1.0, 3.5)}, {}, lambda o: 10 < o.stroke.elevation_deg < 38, "Swerve round to the 1"),
    ("masse", {"cue": (3.0, 2.0), "1": (5.4, 2.0), "8": (4.2, 2.0), "9": (1.0, 3.5)}, {}, lambda o: o.stroke.elevation_deg > 45, "Massé round to the 1"),
    ("push-out", HOOKED, {"push_out": "allowed"}, lambda o: o.call.push_out, "Push out"),
    ("foul", HOOKED, {}, lambda o: True, "Foul on purpose"),
)  # fmt: skip


class Catalogue(unittest.TestCase):
    def test_each_kind_is_found_and_named(self) -> None:
        for kind, places, more, wanted, words in CATALOGUE:
            with self.subTest(f"{kind}: {words}"):
                found = [o for o in options_of(places, **more) if o.intention.kind == kind and wanted(o)]
                self.assertTrue(found, sorted({o.intention.kind for o in options_of(places, **more)}))
                self.assertTrue(any(words in option.name for option in found), [option.name for option in found])

    def test_mirrored_and_turned_layouts_give_the_mirrored_list(self) -> None:
        places: Places = {"cue": (2.7, 1.3), "2": (5.2, 2.9), "7": (3.9, 3.2), "9": (6.4, 0.8)}
        plain = options_of(places)
        images: tuple[tuple[Callable[[tuple[float, float]], tuple[float, float]], dict[str, str]], ...] = (
            (lambda p: (p[0], 4 - p[1]), {"near": "far", "far": "near", "left": "right", "right": "left"}),
            (lambda p: (8 - p[0], 4 - p[1]), {"near": "far", "far": "near", "head": "foot", "foot": "head"}),
        )
        for image, words in images:
            there = {self._key(o, {}) for o in options_of({name: image(p) for name, p in places.items()})}
            here = {self._key(o, words) for o in plain}
            # Of near duplicates either may be kept: nearly all families must agree.
            self.assertGreater(len(here & there) / len(here | there), 0.9)

    def _key(self, option: Option, words: dict[str, str]) -> tuple[object, ...]:
        def turned(name: str | None) -> str | None:
            return name and "-".join(words.get(part, part) for part in name.split("-"))

        i = option.intention
        return (i.kind, i.target, i.potted, turned(i.pocket), tuple(turned(c) for c in i.route))

    def test_a_blocker_on_the_way_takes_the_pot_off_the_list(self) -> None:
        places: Places = {"cue": (4.0, 2.0), "8": (6.5, 3.2), "9": (1.0, 1.0)}
        direct = [o.intention.pocket for o in constructed(Scene(situation(places)))]
        self.assertIn("foot-far", direct)
        blocked = constructed(Scene(situation({**places, "9": (7.2, 3.6)})))
        self.assertNotIn("foot-far", [o.intention.pocket for o in blocked])

    def test_the_last_ball_of_a_straight_pool_rack_has_its_safeties_named_on_the_rack_that_follows(self) -> None:
        whole = {"format": "partita-layout", "version": 1, "game": "straight-pool", "situation": {}}
        for cue, last in (([2, 2], [5.54, 2.84]), ([6, 1], [1, 3.5]), ([4, 2], [7.8, 2])):
            asked = read({**whole, "balls": {"cue": cue, "15": last}}).situation
            names = [option.name for option in list_options(Question(asked, LEAGUE, LEAGUE))]
            self.assertGreater(len(names), 3, (cue, last))

    def test_both_ways_of_holding_a_kick_and_stick_are_found(self) -> None:
        # Common practice, no source: follow holds a steep approach to the cushion, draw a flat one.
        steep: Places = {"cue": (4.6, 1.9), "1": (4.0, 1.2), "9": (0.3, 3.7)}
        flat: Places = {"cue": (6.5, 1.0), "1": (3.6, 0.4), "9": (0.3, 3.7)}
        for places, held_by in ((steep, "follow"), (flat, "draw")):
            with self.subTest(held_by):
                sticks = [o for o in options_of(places) if o.intention.kind == "kick-and-stick"]
                near = [o for o in sticks if o.intention.route == ("near-long",) and o.stroke.speed_mps < 3.5]
                heights = [o.stroke.height if held_by == "follow" else -o.stroke.height for o in near]
                self.assertTrue(heights and max(heights) > 0.2, (held_by, heights))
                scene = Scene(situation(places))
                for option in sticks:
                    self._cue_stays_and_target_leaves(scene, option)

    def _cue_stays_and_target_leaves(self, scene: Scene, option: Option) -> None:
        played = scene.play(rows_of([option.stroke]))
        met = played.shots.measures[0, [CONTACT_X, CONTACT_Y]]
        target = scene.names.index(option.intention.target or "")
        self.assertLess(np.hypot(*(played.shots.finals[0, 0] - met)), 2 * 2 * TABLE.ball_radius_m)
        self.assertGreater(np.hypot(*(played.shots.finals[0, target] - played.shots.finals[0, 0])), 0.3)

    def test_a_kick_and_stick_may_leave_the_target_behind_cover(self) -> None:
        places: Places = {"cue": (4.0, 1.5), "1": (5.0, 1.0), "7": (4.45, 1.25), "9": (7.0, 3.0)}
        sticks = [o for o in options_of(places) if o.intention.kind == "kick-and-stick"]
        self.assertTrue(any(o.intention.behind for o in sticks), sticks)

    def test_a_users_own_stroke_is_named_by_the_same_rules(self) -> None:
        scene = Scene(situation({"cue": (5.0, 2.5), "9": (6.5, 3.25)}))
        aim = math.degrees(math.atan2(0.75 * TABLE.width_m / 4, 1.5 * TABLE.length_m / 8))
        own = read_option(scene, scene.play(rows_of([Stroke(aim, 2.0, 0, -0.2)]), trace=True), 0, "own")
        self.assertEqual(
            (own.intention.kind, own.intention.potted, own.name), ("pot", "9", "Pot the 9 into the far foot corner")
        )
        # Square across, along the rail that it is frozen to, is no cut: it takes a second contact. Off it, a bank.
        frozen = Scene(situation({"cue": (2.2, 1.0), "9": (7.9133, 1.5)}))
        hard = [Stroke(5.35, 4.0), Stroke(4.05, 4.0)]
        along, off = (read_option(frozen, frozen.play(rows_of(hard), trace=True), e, "own") for e in (0, 1))
        self.assertEqual(
            (along.name, along.intention.cushions), ("Double kiss: the 9 into the near foot corner", ("foot",))
        )
        self.assertEqual(off.name, "Bank the 9 off the foot rail into the far side")
        away = read_option(scene, scene.play(rows_of([Stroke(aim + 180, 1.0)]), trace=True), 0, "own")
        self.assertEqual((away.intention.kind, away.name), ("miss", "No legal hit"))

    def test_a_stroke_wished_for_by_pot_or_contact_gets_its_aim_on_the_simulator(self) -> None:
        scene = Scene(situation({"cue": (3.0, 1.5), "3": (5.0, 2.6), "9": (1.0, 3.0)}))
        pot = stroke_for(scene, Wish("3", 1.8, height=-0.2, pocket="foot-far"), "mine")
        self.assertEqual(scene.play(rows_of([pot])).calls[0], Call("3", 5))
        kick = Wish("3", 2.2, fullness=0.5, side_hit="right", cushions_first=("near-long",))
        for wish in (replace(kick, cushions_first=()), kick):
            option = read_option(scene, scene.play(rows_of([stroke_for(scene, wish, "mine")]), trace=True), 0, "own")
            self.assertEqual((option.intention.route, option.intention.hit_side), (wish.cushions_first, "right"))
            self.assertAlmostEqual(option.intention.fullness, 0.5, places=1)
        with self.assertRaisesRegex(Refused, "mine: no aim does that from here"):
            stroke_for(scene, Wish("3", 0.3, cushions_first=("head", "foot", "head")), "mine")

    def test_what_to_watch_names_the_scratch_the_wrong_ball_and_the_raised_butt(self) -> None:
        options = options_of({"cue": (0.6, 2.0), "2": (6.9, 3.4), "5": (0.42, 1.96), "7": (4.4, 2.85), "9": (7.5, 0.5)})
        words = " | ".join(w for option in options for w in option.as_json()["watch"])
        for wanted in ("scratch in the", "the 7 may be hit first", "raise the butt", "over the ball 5"):
            self.assertIn(wanted, words)

    def test_a_pot_is_played_in_the_middle_of_the_aims_that_pot_it(self) -> None:
        scene = Scene(situation({"cue": (4.0, 2.0), "9": (6.5, 3.2)}))
        option = next(o for o in constructed(scene) if o.intention.pocket == "foot-far")
        half = option.aim_range_deg / 2
        for turn, drops in ((0.9 * half, True), (-0.9 * half, True), (1.1 * half, False), (-1.1 * half, False)):
            shot = scene.play(rows_of([replace(option.stroke, aim_deg=option.stroke.aim_deg + turn)]))
            self.assertEqual(shot.calls[0] == Call("9", 5), drops, turn)

    def test_ball_in_hand_is_placed_where_the_next_ball_is_all_but_certain(self) -> None:
        hand = situation({"3": (6.0, 3.0), "9": (2.0, 1.0)}, in_hand="anywhere")
        there = placed(hand, best_make_worth(hand, LEAGUE.row()))
        best = constructed(Scene(there))
        self.assertTrue(best and max(o.aim_range_deg for o in best) > 2.0)
        x, y = there.layout.balls["cue"]
        self.assertGreater(
            min(x, y, TABLE.length_m - x, TABLE.width_m - y), 0.12, "nobody puts it on a rail without need"
        )
        line = replace(hand, game="straight-pool", in_hand="behind-line")
        behind = placed(line, best_make_worth(line, LEAGUE.row()))
        self.assertLessEqual(behind.layout.balls["cue"][0], 0.25 * TABLE.length_m + 1e-9)


class OtherGames(unittest.TestCase):
    def test_options_are_found_in_every_game(self) -> None:
        snooker = TABLES["snooker-12ft"]
        colours = {"yellow": (0.737, 0.597), "green": (0.737, 1.181), "brown": (0.737, 0.889), "blue": (1.7845, 0.889),
                   "pink": (2.677, 0.889), "black": (3.245, 0.889)}  # fmt: skip
        reds = {"cue": (1.2, 0.6), "red1": (2.9, 0.5), "red2": (2.8, 1.2), **colours}
        balls: Places = {
            "cue": (2.0, 1.5),
            "1": (6.0, 1.0),
            "2": (4.0, 3.0),
            "8": (3.0, 2.0),
            "9": (5.0, 2.0),
            "10": (7.0, 3.5),
        }
        for now, potted in (
            (situation(balls, game="ten-ball"), {"1"}),
            (situation(balls, game="eight-ball", my_group="solids"), {"1", "2"}),
            (situation(balls, game="straight-pool"), {"1", "2", "8", "9", "10"}),
            (Situation(Layout(snooker, reds), game="snooker"), {"red1", "red2"}),
        ):
            with self.subTest(now.game):
                found = list_options(Question(now, LEAGUE, LEAGUE))
                pots = {o.intention.potted for o in found if o.intention.kind == "pot"}
                self.assertTrue(pots and pots <= potted, pots)
                self.assertTrue(any(not o.attacks for o in found))

    def test_a_snooker_player_after_a_red_is_shown_the_colours(self) -> None:
        table = TABLES["snooker-12ft"]
        balls = {"cue": (2.9, 0.7), "red1": (1.0, 0.3), "yellow": (0.737, 0.597), "green": (0.737, 1.181), "brown": (0.737, 0.889),
                 "blue": (1.7845, 0.889), "pink": (2.677, 0.889), "black": (3.245, 0.889)}  # fmt: skip
        found = list_options(
            Question(Situation(Layout(table, balls), game="snooker", ball_on="colour"), LEAGUE, LEAGUE)
        )
        self.assertIn("black", {o.intention.potted for o in found})
        self.assertNotIn("red1", {o.intention.target for o in found if o.attacks})


class Diamonds(unittest.TestCase):
    def test_swept_kicks_agree_with_three_cushion_arithmetic(self) -> None:
        # Common practice, no source: from the corner (50) through 30 a ball with running side lands at 20,
        # within 0.6 diamond: six diamonds down the near rail, where the 1 lies.
        cue = (0.5, 0.4)
        three = ("far-long", "foot", "near-long")
        options = options_of({"cue": cue, "1": (5.9, 0.3), "9": (3.2, 0.35)})
        kicks = [o.stroke for o in options if o.intention.route == three and o.stroke.side > 0]
        self.assertTrue(kicks)
        for stroke in kicks:
            # Where the line of aim crosses the far rail, ten a diamond from the foot rail.
            along = cue[0] + (4 - cue[1]) / math.tan(math.radians(stroke.aim_deg))
            self.assertLess(abs(10 * (8 - along) - 30), 6)
