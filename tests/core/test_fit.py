"""The learned part of the evaluation: its fit, its card, and the figures that it is judged by."""

import json
import unittest

import numpy as np
import statsmodels.api as sm

from benchmarks.odds.positions import GAMES, kept_positions
from partita.fitting import network
from partita.fitting.learned import fitted
from partita.fitting.network import chances, network_fitted, slopes
from partita.fitting.positions import Cases, adjusted, player
from partita.fitting.reliability import brier, deciles
from partita.games import GAMES as EVERY_GAME
from partita.games import game_named
from partita.players.stroke_model import stroke_model_from
from partita.rows.features import COLUMNS as FEATURES
from partita.table.layout import problems_of
from partita.value.learned import CARD, corrected, weights_of


class Fit(unittest.TestCase):
    def test_the_fit_is_the_logistic_regression_of_statsmodels(self) -> None:
        rng = np.random.default_rng(1)
        features = np.column_stack([np.ones(60_000), rng.standard_normal((60_000, FEATURES - 1))])
        truth = rng.normal(0, 0.4, FEATURES)
        won = (rng.uniform(size=60_000) < 1 / (1 + np.exp(-features @ truth))).astype(float)
        # Source: statsmodels.api.Logit, maximum likelihood; the ridge here is too weak to matter with so many cases.
        expected = sm.Logit(won, features).fit(disp=0).params
        np.testing.assert_allclose(fitted(features, won), expected, atol=0.004)

    def test_without_cases_the_formula_itself_is_what_remains(self) -> None:
        weights = fitted(np.zeros((1, FEATURES)), np.array([0.5]))
        features = np.zeros(FEATURES)
        features[1] = 0.8
        self.assertAlmostEqual(corrected(weights, features, 0.3), 1 / (1 + np.exp(-0.8)))

    def test_players_of_the_fit_are_players_that_can_be(self) -> None:
        for seed in range(60):
            model = player(np.random.default_rng(seed))
            self.assertEqual(stroke_model_from(model.as_json()), model)


class LuckTakenOut(unittest.TestCase):
    def chain(self, racks: int, off: float) -> tuple[Cases, np.ndarray]:
        """Walks on a line of five places by two players in turn, ended at either end, glances off at every place.

        Their worth is known: source, the gambler's ruin (Feller, An Introduction to Probability Theory, XIV).
        """
        rng, rows = np.random.default_rng(8), []
        truth = np.arange(6) / 5.0
        said = np.clip(truth + np.array([0, 1, -1, 1, -1, 0]) * off, 0.0, 1.0)
        for rack in range(racks):
            place, first = 2, True
            begun = len(rows)
            while 0 < place < 5:
                fresh = 0.5 * (said[place - 1] + said[place + 1])
                rows.append([said[place] if first else 1 - said[place], fresh if first else 1 - fresh, first, rack])
                place, first = place + int(rng.choice((-1, 1))), not first
            for row in rows[begun:]:
                row.append(float(place == 5) if row[2] else float(place == 0))
        table = np.array(rows)
        value, fresh, first, rack, won = table.T
        nothing = np.zeros((len(table), FEATURES))
        return Cases(nothing, value, value, fresh, won, first == 1, rack.astype(int), 0 * rack.astype(int)), truth

    def test_it_is_right_in_the_mean_however_wrong_the_glance_and_scatters_less(self) -> None:
        cases, truth = self.chain(1500, 0.1)
        start = np.append(True, cases.rack[1:] != cases.rack[:-1])
        worth, faded = adjusted(cases, 1.0)[start], adjusted(cases, 0.7)[start]
        half = 1.96 * worth.std() / np.sqrt(len(worth))
        self.assertLess(abs(worth.mean() - truth[2]), 1.5 * half)
        self.assertLess(worth.var(), 0.5 * cases.won[start].var())
        self.assertLess(faded.var(), worth.var())
        # With glances that are right no luck is left at all.
        exact, _ = self.chain(200, 0.0)
        np.testing.assert_allclose(np.where(exact.first, adjusted(exact, 1.0), 0)[:1], truth[2])

    def test_the_last_position_of_a_rack_is_worth_its_fresh_tries(self) -> None:
        cases, _ = self.chain(20, 0.1)
        last = np.append(cases.rack[1:] != cases.rack[:-1], True)
        np.testing.assert_array_equal(adjusted(cases, 0.7)[last], cases.fresh[last])


class Network(unittest.TestCase):
    def test_its_slopes_are_those_of_small_steps(self) -> None:
        rng = np.random.default_rng(4)
        features, won = rng.normal(size=(50, FEATURES)), (rng.random(50) < 0.5).astype(float)
        layers = [rng.normal(size=(FEATURES, 5)), rng.normal(size=5), rng.normal(size=5), np.array(0.3)]

        def loss(of: list[np.ndarray]) -> float:
            said = chances(of, features)[0]
            decay = 0.5 * network._DECAY * (np.sum(of[0] ** 2) + np.sum(of[2] ** 2))
            return float(-np.mean(won * np.log(said) + (1 - won) * np.log(1 - said)) + decay)

        for k, slope in enumerate(slopes(layers, features, won)):
            step = np.zeros_like(layers[k])
            step.flat[0] = 1e-5
            up, down = ([*layers[:k], layers[k] + sign * step, *layers[k + 1 :]] for sign in (1, -1))
            self.assertAlmostEqual(float(np.ravel(slope)[0]), (loss(up) - loss(down)) / 2e-5, 6)

    def test_it_learns_what_no_logistic_model_can_and_the_evaluation_reads_it_alike(self) -> None:
        rng = np.random.default_rng(6)
        features = rng.normal(size=(3000, FEATURES))
        # Most never vary: they are left out.
        features[:, 0], features[:, 20:] = 1.0, 0.0
        won = (features[:, 3] * features[:, 7] > 0).astype(float)
        weights = network_fitted(features, won)
        said = np.array([corrected(weights, row, 0.5) for row in features])
        self.assertLess(brier(said, won), 0.15)
        straight = 1 / (1 + np.exp(-features @ fitted(features, won)))
        self.assertGreater(brier(straight, won), 0.22)
        width = FEATURES + 2
        places = weights[:-1].reshape(-1, width)
        hidden = np.tanh(features @ places[:, :FEATURES].T + places[:, FEATURES])
        np.testing.assert_allclose(said, 1 / (1 + np.exp(-(hidden @ places[:, -1] + weights[-1]))))


class Card(unittest.TestCase):
    def test_a_model_ships_only_where_it_was_better_on_racks_it_had_not_seen(self) -> None:
        games = json.loads(CARD.read_text(encoding="utf-8"))["games"]
        self.assertEqual(set(games), set(EVERY_GAME))
        for game, entry in games.items():
            scores = entry["squared error"]
            better = min(scores["logistic"], scores["network"]) < scores["formula"] - 2e-4
            self.assertEqual(bool(weights_of(game).any()), better, game)
            self.assertLessEqual(scores[entry["model"]], min(scores.values()) + 3e-4, game)
            self.assertEqual(len(weights_of(game)) > FEATURES, entry["model"] == "network", game)
            self.assertFalse(weights_of(game, learned=False).any())
            self.assertLess(min(scores.values()), 0.5 * entry["squared error of the mean"])
            # Who chose the stroke is no longer favoured by its errors: within a point in the mean.
            for who, off in entry["by who chose"].items():
                if who.startswith("learned"):
                    self.assertLess(abs(off), 0.01, (game, who))

    def test_where_nothing_was_learned_the_formula_stands(self) -> None:
        self.assertEqual(corrected(np.zeros(FEATURES), np.ones(FEATURES), 0.37), 0.37)


class Figures(unittest.TestCase):
    def test_a_perfect_forecast_scores_nothing_and_a_coin_a_quarter(self) -> None:
        came = np.array([1.0, 0.0, 1.0, 0.0])
        self.assertEqual((brier(came, came), brier(np.full(4, 0.5), came)), (0.0, 0.25))

    def test_tenths_hold_all_cases_and_say_what_came_of_them(self) -> None:
        said, came = np.array([0.0, 0.05, 0.31, 0.39, 1.0]), np.array([0.0, 1.0, 1.0, 1.0, 0.0])
        found = deciles(said, came)
        self.assertEqual(
            [(row["tenth"], row["cases"], row["came"]) for row in found], [(0, 2, 0.5), (3, 2, 1.0), (9, 1, 0.0)]
        )
        self.assertEqual([row["tenth"] for row in deciles(said, came, fewest=2)], [0, 3])

    def test_the_kept_positions_are_sixty_of_all_games_and_can_be(self) -> None:
        kept = kept_positions()
        self.assertGreaterEqual(len(kept), 60)
        self.assertEqual({situation.game for situation, _, _ in kept}, set(GAMES))
        for situation, _, _ in kept:
            self.assertEqual(problems_of(situation.layout), [])
            game_named(situation.game).check(situation)
