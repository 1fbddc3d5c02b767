"""The record: what a choice cost, what strokes and luck came to, whether what was said came true, and its files."""

import csv
import io
import json
import re
import unittest
from contextlib import redirect_stderr, redirect_stdout
from dataclasses import asdict, replace
from datetime import date
from itertools import pairwise
from pathlib import Path
from typing import Any

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st
from scipy.stats import nbinom
from statsmodels.stats.proportion import proportion_confint
from statsmodels.stats.weightstats import DescrStatsW

from partita.cli.main import main
from partita.errors import Refused
from partita.files.decisions_file import read_decisions, write_decisions
from partita.files.racks_file import read_racks, write_racks
from partita.files.record_file import WrittenDecision, WrittenMatch, WrittenRack, read_record, write_record
from partita.games.match import Match
from partita.games.question import Question
from partita.games.situation import Situation
from partita.physics.stroke import Stroke
from partita.players.executions import standard_draws
from partita.players.stroke_model import PRESETS
from partita.record.account import account_of
from partita.record.choices import choice_of, cost_of, given_away
from partita.record.columns import columns_from
from partita.record.entry import Entry, entry_of
from partita.record.expected import kept_by, one_level_better
from partita.record.guesses import Guess, checked, is_it
from partita.record.reliability import reliability_of
from partita.record.running import running
from partita.record.said import Line, Said, Turning
from partita.record.season import season_of
from partita.record.shots import shot_of
from partita.record.sums import mean_of, parts_of
from partita.reports.ledger.report import study_of
from partita.reports.record.pdf import match_sheet
from partita.reports.record.report import account_document, said_of, season_document
from partita.reports.record.schema import AfterDocument, RackDocument
from partita.table.layout import Layout
from partita.table.spec import TableSpec
from partita.weighing.weigh import WeighRequest, weigh

SEASON = Path(__file__).resolve().parents[2] / "server" / "setup" / "demo_season.json"
THREE = Situation(Layout.in_diamonds(TableSpec(), cue=(4, 1.2), b7=(6, 1), b8=(2, 3), b9=(7, 3)))
SHARES = {"made_in_shape": 0.7, "nothing_left": 0.1, "left_a_shot": 0.15, "foul": 0.05}
INSIDE = {"made_in_shape": 0.8, "nothing_left": 0.5, "left_a_shot": 0.2, "foul": 0.1}


def line(**more: Any) -> Line:
    plain = Line(
        id="pot:4", name="Cut the 4", kind="pot", aim="attack", target="4", potted="4", pocket="foot-far",
        stroke=Stroke(30, 2.0), cut_deg=20.0, far=0.3, value=0.6, low=0.59, high=0.61, trails=0.0, trails_low=0.0,
        trails_high=0.0, make=0.7, foul=0.05, sold_out=0.15, shares=SHARES, value_by_ending=INSIDE,
    )  # fmt: skip
    return replace(plain, **more)


BEST = line()
SAFE = line(id="safe", name="Safe", kind="safety-hide", aim="safe", potted=None, pocket=None, value=0.6, make=0.0)
COSTLY: dict[str, Any] = {"id": "other", "value": 0.5, "trails": 0.1, "trails_low": 0.06, "trails_high": 0.14}
Rows = list[tuple[WrittenDecision, float]]


class Choices(unittest.TestCase):
    def test_what_cannot_be_told_from_the_best_costs_nothing_by_itself_and_counts_in_a_sum(self) -> None:
        near = Said(BEST, line(id="b", value=0.58, trails=0.02, trails_low=-0.01))
        for said, told, summed in (
            (Said(BEST, BEST), 0.0, 0.0),
            (near, 0.0, 0.02),
            (Said(BEST, line(**COSTLY)), 0.1, 0.1),
        ):
            self.assertEqual((cost_of(said), entry_of(said, "left_a_shot").cost), (told, summed))

    def test_a_costly_choice_is_called_by_what_was_wrong_with_it(self) -> None:
        attack, hard = line(**COSTLY), Stroke(30, 2.6)
        safety = {**COSTLY, "kind": "safety-thin", "potted": None, "pocket": None}
        for said, in_trouble, kind in (
            (Said(SAFE, attack), False, "attacked"),
            (Said(SAFE, attack), True, "chased"),
            (Said(BEST, line(**safety)), False, "safe"),
            (Said(BEST, replace(attack, target="7", potted="7")), False, "pot"),
            (Said(SAFE, line(**safety)), False, "safety"),
            (Said(BEST, replace(attack, stroke=hard)), False, "hard"),
            (Said(BEST, replace(attack, stroke=hard)), True, "chased"),
            (Said(BEST, replace(attack, stroke=Stroke(30, 2.0, side=0.3))), False, "hard"),
            (Said(BEST, replace(attack, stroke=Stroke(30, 1.5))), False, "place"),
            (Said(SAFE, line(**{**safety, "kind": "safety-hide", "stroke": hard})), False, "hard"),
            (Said(BEST, BEST), True, "alike"),
            # As good only where no more than anybody minds can have been lost.
            (Said(BEST, replace(attack, trails=0.004, trails_low=-0.01, trails_high=0.018)), True, "alike"),
            (Said(BEST, replace(attack, trails=0.03, trails_low=-0.01, trails_high=0.07)), True, "place?"),
        ):
            self.assertEqual(choice_of(said, in_trouble), kind, (said.played.name, in_trouble))

    def test_many_that_cannot_be_told_one_by_one_are_supposed_and_summed_with_those_that_can(self) -> None:
        near = line(id="b", value=0.57, trails=0.03, trails_low=-0.01, trails_high=0.07)
        told = [entry_of(Said(BEST, near), "left_a_shot")] * 30 + [entry_of(Said(BEST, line(**COSTLY)), "left_a_shot")]
        season = season_of(columns_from(told))
        self.assertAlmostEqual(season.untold.value, 0.9 / 31)
        self.assertAlmostEqual(season.choice.value, 1.0 / 31)
        self.assertEqual([(part.kind, part.count) for part in season.choices], [("place", 31)])
        self.assertAlmostEqual(season.choices[0].racks, 100.0 / 31)
        said = season_document(season)
        self.assertIn("2.9 racks of it in choices of which none can be told by itself", said.words[0])
        self.assertIn("The dearest kind: right ball, wrong place", said.choices_words)

    def test_shots_are_called_by_what_is_hard_about_them(self) -> None:
        for one, kind in (
            (line(), "position"), (line(far=0.6), "long"), (line(cut_deg=-60.0), "thin"), (line(kind="carom"), "bank"),
            (line(kind="kick-pot"), "kick"), (SAFE, "safety"), (line(kind="escape", potted=None), "kick"),
        ):  # fmt: skip
            self.assertEqual(shot_of(one), kind)

    def test_an_ending_that_cannot_be_is_refused_with_those_that_can(self) -> None:
        for said, ending in ((Said(BEST, SAFE), "lost"), (Said(BEST, BEST), "won"), (Said(BEST, BEST), "luck")):
            with self.assertRaises(Refused) as refused:
                entry_of(said, ending)
            self.assertIn("Use one of", refused.exception.problems[0].accepted)
        never = replace(SAFE, shares={"nothing_left": 1.0}, value_by_ending={"nothing_left": 0.6})
        with self.assertRaises(Refused):
            entry_of(Said(BEST, never), "made_in_shape")
        self.assertAlmostEqual(entry_of(Said(BEST, never), "foul").stroke or 0, 0.1 - 0.6, msg="as the best line says")

    def test_after_a_foul_only_the_player_knows_whether_the_ball_went_in(self) -> None:
        self.assertIsNone(entry_of(Said(BEST, BEST), "foul").made)
        self.assertTrue(entry_of(Said(BEST, BEST), "foul", made=True).made)
        self.assertFalse(entry_of(Said(BEST, BEST), "nothing_left", made=True).made, "the ending tells it")
        self.assertIsNone(entry_of(Said(SAFE, SAFE), "nothing_left").made, "nothing was to be made")

    def test_a_guess_is_found_among_the_lines(self) -> None:
        pot = checked(Guess("pot", "4", "foot-far", 0.7), ["4", "9"])
        self.assertEqual(pot.words, "The 4 into the far foot corner")
        self.assertTrue(is_it(pot, BEST))
        self.assertFalse(is_it(pot, SAFE))
        self.assertTrue(is_it(Guess("safe", "4"), SAFE))
        for wrong in (Guess("pot", "3", "foot-far"), Guess("pot", "4"), Guess("pot", "4", "foot-far", 1.5)):
            with self.assertRaises(Refused):
                checked(wrong, ["4", "9"])


class Sums(unittest.TestCase):
    def test_a_mean_and_its_interval_are_those_of_a_statistics_library(self) -> None:
        values = np.random.default_rng(1).gamma(0.3, 0.1, 80)
        found, low_high = mean_of(values), DescrStatsW(values).zconfint_mean()
        self.assertAlmostEqual(found.value - (found.half or 0), low_high[0], 6)
        self.assertAlmostEqual(found.value + (found.half or 0), low_high[1], 6)
        self.assertAlmostEqual((found.needed or 0) * 0.01**2, (1.959964 * values.std(ddof=1)) ** 2, 3)
        self.assertEqual(mean_of(np.array([0.1, np.nan])).half, None)

    def test_a_kind_is_named_the_dearest_when_it_is_and_seldom_when_it_is_not(self) -> None:
        rng, named = np.random.default_rng(2), {"equal": 0, "apart": 0}
        for _ in range(200):
            codes, cost = rng.integers(0, 3, 120), rng.exponential(0.03, 120)
            for name, values in (("equal", cost), ("apart", cost * np.array([6.0, 1.0, 1.0])[codes])):
                named[name] += sum(part.first for part in parts_of(values, codes, ("a", "b", "c"))) == 1
        # Two standard errors to each of two others: at most 5 % by chance, less since the dearest is compared.
        self.assertLess(named["equal"], 20)
        self.assertGreater(named["apart"], 190)
        few = parts_of(np.array([0.5] + [0.0] * 9), np.array([0] + [1] * 9), ("a", "b"))
        self.assertTrue(all(part.first for part in few), "ten decisions tell nothing")

    def test_by_kinds_sums_to_the_whole(self) -> None:
        rng = np.random.default_rng(3)
        codes, cost = rng.integers(0, 4, 60), rng.exponential(0.05, 60)
        self.assertAlmostEqual(sum(part.racks for part in parts_of(cost, codes, tuple("abcd"))), 100 * cost.mean())


class CameTrue(unittest.TestCase):
    def test_the_brier_score_splits_as_murphy_says_and_intervals_are_wilsons(self) -> None:
        rng = np.random.default_rng(4)
        said = rng.choice(np.arange(0.05, 1.0, 0.1), 500)
        came = (rng.random(500) < 0.8 * said).astype(float)
        found = reliability_of(said, came)
        assert found is not None
        parts = [(one.count, one.said, one.came.value) for one in found.tenths]
        off = sum(n * (f - o) ** 2 for n, f, o in parts) / 500
        resolution = sum(n * (o - came.mean()) ** 2 for n, _, o in parts) / 500
        self.assertAlmostEqual(found.brier, off - resolution + found.always, 10)
        low, high = proportion_confint(came.sum(), 500, method="wilson")
        self.assertAlmostEqual(found.came.low, low, 6)
        self.assertAlmostEqual(found.came.high, high, 6)
        self.assertAlmostEqual(found.by_chance, float(np.mean(said * (1 - said))))

    def test_a_drift_is_told_and_honest_odds_are_not_accused(self) -> None:
        rng, accused, caught = np.random.default_rng(5), 0, 0
        for _ in range(300):
            said = rng.uniform(0.2, 0.95, 120)
            accused += reliability_of(said, (rng.random(120) < said).astype(float)).drift is not None  # type: ignore[union-attr]
            caught += reliability_of(said, (rng.random(120) < said - 0.18).astype(float)).drift is not None  # type: ignore[union-attr]
        self.assertLess(accused, 12, "one in a hundred is what 2.58 standard deviations leave")
        self.assertGreater(caught, 270)

    def test_nothing_known_is_nothing_said(self) -> None:
        self.assertIsNone(reliability_of(np.array([0.5]), np.array([np.nan])))


class Accounts(unittest.TestCase):
    @settings(max_examples=60, deadline=None)
    @given(
        st.floats(0.1, 0.9),
        st.lists(st.tuples(st.sampled_from(sorted(INSIDE)), st.floats(0.1, 0.9), st.floats(-0.05, 0.3)), max_size=6),
        st.booleans(),
    )
    def test_a_racks_parts_add_up_to_how_it_ended(self, start: float, rows: list[Any], won: bool) -> None:
        entries = [
            entry_of(Said(BEST, line(id="x", value=value, trails=gap, trails_low=gap - 0.02)), ending)
            for ending, value, gap in rows
        ]
        account = account_of(start, entries, won)
        if not rows:
            self.assertIsNone(account)
            return
        assert account is not None
        parts = account.choices + account.strokes + account.leaves + account.opponent
        self.assertAlmostEqual(account.start + parts, 1.0 if won else 0.0, 9)
        self.assertLessEqual(account.choices, 0.0)

    def test_the_line_of_a_rack_reads_as_a_sum(self) -> None:
        entries = [entry_of(Said(BEST, BEST), "made_in_shape"), entry_of(Said(BEST, line(**COSTLY)), "left_a_shot")]
        account = account_of(0.55, entries, won=False)
        assert account is not None
        words = account_document(account).words
        self.assertEqual(
            words, "55 to begin with − 10 choices − 10 strokes − 20 leaves − 15 opponent and the rest = lost"
        )
        self.assertAlmostEqual(account.leaves, 0.6 - 0.8, msg="the second position is worth less than the ending")

    def test_a_match_is_told_rack_by_rack_and_its_chance_is_fair(self) -> None:
        match = Match(race_to=5, i_break=True, breaks="winner")
        went = running(match, [True, False, False, True, True, True, True], 0.6, 0.45)
        self.assertEqual([one.i_broke for one in went[1:4]], [True, True, False])
        self.assertEqual((went[-1].my_racks, went[-1].their_racks, went[-1].chance), (5, 2, 1.0))
        for k in range(6):
            won, lost = (
                running(match, [*[True, False, False, True, True, True][:k], one], 0.6, 0.45)[-1] for one in (1, 0)
            )
            rack = 0.6 if won.i_broke else 0.45
            self.assertAlmostEqual(went[k].chance, rack * won.chance + (1 - rack) * lost.chance, 9)
        even = running(Match(race_to=5), [], 0.55, 0.55)[0].chance
        # I win when my fifth rack comes before their fifth: at most four failures before it.
        self.assertAlmostEqual(even, float(nbinom.cdf(4, 5, 0.55)), 9)
        with self.assertRaises(Refused):
            running(Match(race_to=1), [True, True], 0.5, 0.5)


class Seasons(unittest.TestCase):
    """The demo's season was made by play-outs with habits planted; what they cost was estimated with fresh draws."""

    @classmethod
    def setUpClass(cls) -> None:
        cls.text = SEASON.read_text("utf-8")
        cls.record = read_record(cls.text)
        plain = [rack for match in json.loads(cls.text)["matches"] for rack in match["racks"]]
        racks = [(match, rack) for match in cls.record.matches for rack in match.racks]
        cls.rows: dict[str, list[tuple[Entry, int, float]]] = {}
        for number, ((match, rack), raw) in enumerate(zip(racks, plain, strict=True)):
            for one, kept in zip(rack.decisions, raw["decisions"], strict=True):
                row = one.judged, number, kept["planted"]
                cls.rows.setdefault(match.player, []).append(row)

    def season(self, player: str) -> Any:
        rows = self.rows[player]
        return season_of(columns_from([row[0] for row in rows], [row[1] for row in rows]))

    def test_what_choices_cost_is_what_was_planted_within_the_interval(self) -> None:
        for player, rows in self.rows.items():
            planted = float(np.mean([row[2] for row in rows]))
            found = self.season(player).choice
            self.assertLess(abs(found.value - planted), found.half or 0, player)
            self.assertGreater(planted, 0.002)

    def test_the_planted_habit_is_what_the_record_names(self) -> None:
        for player, kinds in (("Ida Brandt", {"hard"}), ("Tomas Vale", {"attacked", "chased"})):
            parts = self.season(player).choices
            self.assertIn(parts[0].kind, kinds, player)
            planted = sum(part.racks for part in parts if part.kind in kinds)
            self.assertGreater(planted, 0.6 * sum(part.racks for part in parts), player)

    def test_strokes_of_players_who_are_what_they_are_said_to_be_sum_to_about_nothing(self) -> None:
        for player in self.rows:
            luck = self.season(player).luck
            # Two players looked at: three standard errors.
            self.assertLess(abs(luck.value), 1.55 * (luck.half or 0), player)

    def test_what_was_said_came_true_within_sampling_and_helps(self) -> None:
        for player in self.rows:
            season = self.season(player)
            for found in (season.makes, season.fouls, season.open_shots):
                self.assertIsNone(found.drift, player)
                # Of what comes less than once in twenty nothing helps to say more than how seldom.
                self.assertTrue(found.helps or found.came.value < 0.05, player)
        self.assertGreater(self.season("Tomas Vale").guesses.said, self.season("Tomas Vale").makes.said + 0.05)

    def test_one_level_better_would_have_kept_more_and_of_each_kind_what_adds_up(self) -> None:
        for player in self.rows:
            season = self.season(player)
            self.assertGreater(season.stroke.value, (season.stroke.half or 0))
            self.assertAlmostEqual(sum(part.racks for part in season.shots), 100 * season.stroke.value, 6)

    def test_words_say_what_is_known_and_what_is_not(self) -> None:
        said = season_document(self.season("Ida Brandt"))
        self.assertIn("Choices gave away", said.words[0])
        self.assertIn("decisions tell it to one rack", said.words[2])
        few = columns_from([row[0] for row in self.rows["Ida Brandt"][:6]])
        self.assertIn("fewer than 20 decisions", season_document(season_of(few)).choices_words)
        self.assertEqual(season_document(season_of(columns_from([]))).words, [])


class BetterHands(unittest.TestCase):
    def test_a_level_better_than_a_level_is_the_next_level(self) -> None:
        levels = list(PRESETS.values())
        for better, model in pairwise(levels):
            found = one_level_better(model)
            for name in ("aim_deg", "speed", "tip", "sight_mm"):
                self.assertAlmostEqual(getattr(found, name), getattr(better, name), 6)
        best = one_level_better(PRESETS["professional"])
        self.assertLess(best.aim_deg, PRESETS["professional"].aim_deg)

    def test_a_costly_line_of_a_weighing_costs_what_fresh_draws_say(self) -> None:
        question = Question(THREE, PRESETS["league"], PRESETS["league"])
        weighing = next(w for w in weigh(WeighRequest(THREE, question.me, question.them, samples=400)) if w.settled)
        study, rater = study_of(weighing), weighing.rater
        worst = len(study.options[:6]) - 1
        said = said_of(study, worst, weighing.rater.situation)
        best, played = (rater.sample(weighing.lines[k].option, standard_draws(77, 4000)).value for k in (0, worst))
        planted = float((best - played).mean())
        self.assertLess(said.played.trails_low - 0.01, planted)
        self.assertGreater(said.played.trails_high + 0.01, planted)
        self.assertEqual(entry_of(said, "left_a_shot").cost, given_away(said))
        kept = kept_by(question, weighing.lines[0].option.stroke)
        self.assertGreater(kept.gain, 0.0)


class Files(unittest.TestCase):
    def matches(self) -> list[WrittenMatch]:
        return read_record(SEASON.read_text("utf-8")).matches

    def test_a_record_goes_out_and_comes_back_the_same(self) -> None:
        found = read_record(SEASON.read_text("utf-8"))
        again = read_record(write_record(found.matches, found.decisions, found.strokes))
        self.assertEqual((again.matches, again.strokes, again.problems), (found.matches, found.strokes, []))

    def test_racks_go_out_as_csv_and_come_back_the_same(self) -> None:
        matches = self.matches()
        for number, match in enumerate(matches):
            match.token = f"match-{number:04}"
        again, problems = read_racks(write_racks(matches))
        self.assertEqual(problems, [])
        for one, other in zip(again, matches, strict=True):
            self.assertEqual((one.date, one.opponent, one.race_to, one.i_break_first, one.token),
                             (other.date, other.opponent, other.race_to, other.i_break_first, other.token))  # fmt: skip
            self.assertEqual([(r.i_won, r.how) for r in one.racks], [(r.i_won, r.how) for r in other.racks])

    @given(
        st.lists(st.text("=+-@'\t aß1.", min_size=1, max_size=8).map(str.strip).filter(bool), min_size=2, max_size=2)
    )
    def test_no_name_in_csv_is_something_to_work_out_and_all_come_back_as_they_were(self, names: list[str]) -> None:
        # CWE-1236: cells that begin with one of = + - @, a tab or a return are taken for formulas.
        player, opponent = names
        match = WrittenMatch(
            date=date(2026, 10, 6), player=player.replace("\t", " "), opponent=opponent.replace("\t", " "),
            token="match-0001", racks=[WrittenRack(i_won=True)],
        )  # fmt: skip
        text = write_racks([match])
        for cell in next(csv.reader(io.StringIO(text.split("\n", 1)[1]))):
            self.assertFalse(cell[:1] in "=@+-\t\r" and cell and not re.fullmatch(r"-?[\d.]+", cell), cell)
        (again,), problems = read_racks(text)
        self.assertEqual((again.player, again.opponent, problems), (match.player, match.opponent, []))

    def test_decisions_go_out_as_csv_and_come_back_with_their_figures(self) -> None:
        entries = [
            entry_of(Said(BEST, BEST), "foul"),
            entry_of(Said(BEST, line(**COSTLY), Turning(0.6, 0.5)), "made_in_shape", None, 0.7),
        ]
        words = {"date": date(2026, 10, 6), "player": "Ida", "opponent": "Abel, junior", "shot_name": "Cut “the 4”"}
        rows = [
            (WrittenDecision(ending=one.ending, entry=one, token=f"token-{k:04}", **words), one)  # type: ignore[arg-type]
            for k, one in enumerate(entries)
        ]
        again, problems = read_decisions(write_decisions(rows))
        self.assertEqual(problems, [])
        self.assertEqual([one.model_dump(include={*words, "token"}) for one in again],
                         [one.model_dump(include={*words, "token"}) for one, _ in rows])  # fmt: skip
        for one, entry in zip(again, entries, strict=True):
            for name, value in asdict(entry).items():
                found = getattr(one.entry, name)
                same = self.assertAlmostEqual if isinstance(value, float) else self.assertEqual
                same(found, value, msg=name)

    def test_a_wrong_line_is_named_and_left_out_with_its_match_and_the_rest_is_read(self) -> None:
        heading = "date,player,opponent,race_to,winner,how\n"
        good = "2026-10-06,Ida,Abel,3,me,run-out\n2026-10-06,Ida,Abel,3,Abel,\n"
        for wrong, said in (
            ("2026-13-06,Ida,Rosa,3,me,\n", "line 4 date: “2026-13-06” is no date"),
            ("1212-10-06,Ida,Rosa,3,me,\n", "line 4 date: 1212-10-06 cannot be"),
            ("2026-10-06,Ida,Rosa,x,me,\n", "line 4 race_to"),
            ("2026-10-06,Ida,Rosa,3,June,\n", "line 4 winner: “June” is neither"),
            ("2026-10-06,Ida,Rosa,3,me,luck\n", "line 4 how: “luck” is none"),
            ("2026-10-06,Ida,,3,me,\n", "line 4 opponent"),
            ("2026-10-06,Ida,Rosa,1,me,\n2026-10-06,Ida,Rosa,1,me,\n", "line 5 rack 2: the match is over by then"),
        ):
            matches, problems = read_racks(heading + good + wrong, "racks.csv")
            self.assertEqual([len(match.racks) for match in matches], [2], wrong)
            self.assertIn(f"racks.csv: {said}", str(problems[0]))
        for text in ("date,player\n", "date,player,opponent,race_to,winner,luck\n"):
            with self.assertRaises(Refused):
                read_racks(text)

    def test_what_is_wrong_in_a_record_is_named_by_its_line(self) -> None:
        match = '{"date": "2026-10-06", "player": "Ida", "opponent": "Abel", "race_to": 3, "racks": [{"i_won": true}]}'
        for wrong, said in (
            (match.replace("2026-10-06", "someday"), "line 3 date"),
            (match.replace("3,", "300,"), "line 3 race_to"),
            (match.replace("{", '{"game": "marbles", ', 1), "line 3 game: there is no game"),
            (match.replace("}]", '}, {"i_won": null}, {"i_won": true}]'), "line 3 rack 2: nobody won it"),
            (match.replace("true}", 'true, "decisions": [{"ending": "won"}]}'), "line 3 decision: there is nothing"),
        ):
            found = read_record(f'{{"format": "partita-record", "version": 1, "matches": [\n{match},\n{wrong}\n]}}')
            self.assertEqual(len(found.matches), 1, wrong)
            self.assertIn(said, str(found.problems[0]))
        head = '{"format": "partita-record", "version": 1, "x": '
        for text, said in (
            ("{", "line 1, column 2: this is not JSON"), ("[]", "no record"),
            (head.replace("1", "2") + "0}", "no record"), (head + "NaN}", "not a finite number"),
            (head + "1e999}", "not a finite number"), (head + "9" * 5000 + "}", "thousands of digits"),
            (head + '"\\u0000"}', "NUL"), (head + '"\\ud800"}', "half a letter"),
            (head + "[" * 100_000, "nested too deeply"),
        ):  # fmt: skip
            with self.assertRaises(Refused) as refused:
                read_record(text)
            self.assertIn(said, str(refused.exception))

    @settings(max_examples=150, deadline=None)
    @given(st.data())
    def test_whatever_stands_in_a_file_it_is_read_or_refused_in_words(self, data: Any) -> None:
        match = '{"date": "2026-10-06", "player": "Ida", "opponent": "Abel", "race_to": 3, "racks": [{"i_won": true}]}'
        whole = f'{{"format": "partita-record", "version": 1, "matches": [{match}]}}'
        racks = "date,player,opponent,race_to,winner,how\n2026-10-06,Ida,Abel,3,me,run-out\n"
        for text, reader in ((whole, read_record), (racks, read_racks), (racks, read_decisions)):
            at = data.draw(st.integers(0, len(text)))
            cut = data.draw(st.integers(0, 6))
            strange = data.draw(st.text(max_size=4) | st.sampled_from(['"', "{", "null", "1e999", "-1", "\x00", ",,,"]))
            try:
                reader(text[:at] + strange + text[at + cut :])  # type: ignore[operator]
            except Refused as refused:
                self.assertTrue(refused.problems[0].what)

    def test_the_command_line_sums_a_record_and_refuses_what_is_none(self) -> None:
        said = io.StringIO()
        with redirect_stdout(said):
            self.assertEqual(main(["record", str(SEASON), "--player", "Ida Brandt"]), 0)
        found = json.loads(said.getvalue())
        self.assertEqual(found["choices"][0]["kind"], "hard")
        planted = 1.60
        self.assertLess(abs(found["choice"]["value"] - planted), found["choice"]["half"], "by docs/record.md")
        with redirect_stdout(said):
            self.assertEqual(main(["record", str(SEASON), "--table"]), 0)
        self.assertIn("racks in a hundred decisions", said.getvalue())
        complaint = io.StringIO()
        with redirect_stderr(complaint):
            self.assertEqual(main(["record", str(SEASON), "--player", "Nobody"]), 2)
            self.assertEqual(main(["record", __file__]), 2)
        self.assertIn("partita: player: there is no decision", complaint.getvalue())


class Sheets(unittest.TestCase):
    def test_a_long_match_goes_over_pages_and_a_new_one_has_room_to_be_filled_in(self) -> None:
        pages = []
        for race_to, won in ((5, []), (25, [True, False] * 24)):
            went = [AfterDocument.model_validate(after) for after in running(Match(race_to=race_to), won, 0.5, 0.5)]
            racks = [
                RackDocument(number=k, i_broke=True, i_won=mine, how="", how_words="", decisions=[], account=None)
                for k, mine in enumerate(won, 1)
            ]
            sheet = match_sheet(("Ida", "Abel"), "today", race_to, went, racks, "A long night. " * 30)
            self.assertEqual(sheet[:5], b"%PDF-")
            pages.append(len(re.findall(rb"/Type /Page\b(?!s)", sheet)))
        self.assertEqual(pages, [1, 2])
