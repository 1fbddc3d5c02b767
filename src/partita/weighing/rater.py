"""The rater on which strokes of one situation are played, judged and valued."""

from collections.abc import Callable, Sequence

import numpy as np
from numpy.typing import NDArray

from partita.games import game_named
from partita.games.game import CHOICE, CONTINUES, FOUL, LOST, TURN_OVER, WON, Call, Outcomes
from partita.games.question import Question
from partita.games.referee import decides, judge, next_targets, numbers_of, standing_of
from partita.games.situation import Situation
from partita.games.standing import FREE_BALL, MISS, turn
from partita.lines.in_hand import placed
from partita.lines.mirrors import read_leaves
from partita.options.option import Option
from partita.options.scene import Reading, Scene
from partita.parallel import over_slices
from partita.physics.simulate import Executions, execute, names_of
from partita.players.conditions import awkwardness
from partita.players.executions import executed, whole_rows
from partita.players.stroke_model import StrokeModel
from partita.rows.draws import OF_RUBBER
from partita.rows.features import COLUMNS as FEATURES
from partita.rows.features import NOBODY, OTHER, SHOOTER
from partita.rows.stroke import EXECUTED
from partita.table.layout import check
from partita.value.evaluation import address_of_evaluation, evaluate_batch
from partita.value.eyes import eyes_for
from partita.value.rest import BEST_MAKE, EVALUATION_COLUMNS, VALUE, VISIBLE
from partita.weighing.packs import pack_of, shaken
from partita.weighing.samples import (
    FOULED,
    IN_SHAPE,
    IN_TROUBLE,
    LEFT_A_SHOT,
    LOST_NOW,
    NOTHING_LEFT,
    OPEN_SHOT,
    WON_NOW,
    Samples,
)

Floats = NDArray[np.float64]
Names = tuple[str, ...]
Balls = NDArray[np.int8]
Standings = NDArray[np.int64]


class Rater:
    """One situation with both players: plays strokes, judges them, values what they leave.

    `shooter` is whoever is at the table, `other` the opponent; all values are the shooter's.
    """

    def __init__(self, situation: Situation, shooter: StrokeModel, other: StrokeModel) -> None:
        check(situation.layout)
        game_named(situation.game).check(situation)
        self.models = np.stack([shooter.row(), other.row()])
        self.shooter = self.models[0]
        self.scene = Scene(
            placed(situation, self.worth_of_cue_places(situation)) if situation.in_hand != "none" else situation
        )
        self.situation, self.names, self.places = self.scene.situation, self.scene.names, self.scene.places
        self.bed, self.standing = self.scene.bed, standing_of(self.situation)
        self.target = self.names[self.scene.targets[0]]
        self.pack = pack_of(self.places, self.bed.radius)

    @classmethod
    def of(cls, question: Question) -> "Rater":
        """The rater of a question's situation, for whoever shoots there."""
        return cls(question.situation, question.shooter, question.other)

    def worth_of_cue_places(self, situation: Situation) -> Callable[[Floats], Floats]:
        """Rack chance by place of the cue ball: (k,) for (k, n, 2) places, the cue ball first."""
        names = names_of(situation.with_cue_at((0.0, 0.0)).layout)
        standing = standing_of(situation.with_cue_at((0.0, 0.0)))

        def worth(places: Floats) -> Floats:
            in_play = np.full(places.shape[:2], -1, dtype=np.int8)
            return self._evaluations(situation, names, places, in_play, np.tile(standing, (len(places), 1)), 0)[
                :, VALUE
            ]

        return worth

    def _evaluations(
        self, situation: Situation, names: Names, places: Floats, in_play: Balls, standing: Standings, who: int,
        chose: float = NOBODY,
    ) -> Floats:  # fmt: skip
        """(m, EVALUATION_COLUMNS) for whoever shoots next: 0 the shooter, 1 the other player; chose : who led to it."""
        out, numbers = np.zeros((len(places), EVALUATION_COLUMNS)), numbers_of(names)

        def look(part: slice) -> None:
            eyes = eyes_for(situation.layout.table, situation.game, numbers, self.models)
            features = np.zeros((part.stop - part.start, FEATURES))
            evaluate_batch(
                address_of_evaluation(),
                eyes,
                places[part],
                in_play[part],
                standing[part],
                who,
                chose,
                features,
                out[part],
            )

        over_slices(len(places), look)
        return out

    def _here(self, standing: NDArray[np.int64], who: int) -> float:
        """Rack chance of a player at the table with the balls as they lie."""
        in_play = np.full((1, len(self.names)), -1, dtype=np.int8)
        seen = self._evaluations(self.situation, self.names, self.places[None], in_play, standing[None], who)
        return float(seen[0, VALUE])

    def here(self) -> float:
        """Rack chance of the shooter, by an evaluation."""
        return self._here(self.standing, 0)

    def hand_back_value(self) -> float:
        """Rack chance of the shooter when he has the other player shoot from here instead."""
        turned = self.standing.copy()
        turn(turned)
        return 1.0 - self._here(turned, 1)

    def clean_values(self, reading: Reading) -> Floats:
        """(m,) rack chance after each noise-free stroke."""
        return self._valued(reading.shots, reading.outcomes, reading.calls).value

    def executions_of(self, option: Option, draws: Floats, hands: Floats | None = None) -> Floats:
        """(m, 9) strokes as the shooter's hands turn them out, or others': hands, a row of a stroke model."""
        rows, player = np.zeros((len(draws), EXECUTED)), self.shooter if hands is None else hands
        executed(
            option.stroke.row(), player, whole_rows(draws), self.scene.physics.k_endmass, option.contact_m,
            option.cut_rad, option.judged(player), self.awkwardness(option, player), rows,
        )  # fmt: skip
        return rows

    def places_in(self, draws: Floats) -> Floats:
        """Where the balls lie in executions of these draws: (n, 2) m, or (m, n, 2) where hairs decide (`packs`)."""
        if not len(self.pack) or not len(draws):
            return self.places
        # The same draws find the same hairs, whatever stroke they are of.
        seed = int(1e9 * abs(float(draws[0, OF_RUBBER])))
        return shaken(self.places, self.pack, len(draws), seed, self.bed.radius)

    def awkwardness(self, option: Option, player: Floats) -> float:
        """Factor of a player's aim error for a raised butt, a stretch and nerves."""
        in_play, numbers = np.full(len(self.names), -1, dtype=np.int8), numbers_of(self.names)
        aimed_at = self.names.index(option.intention.target) if option.intention.target else 0
        deciding = bool(decides(numbers, self.standing, aimed_at))
        return float(awkwardness(player, self.bed, self.places, in_play, option.stroke.row(), deciding))

    def sample(self, option: Option, draws: Floats, hands: Floats | None = None) -> Samples:
        """Execute an option once for each row of draws; with others' hands still valued for the shooter himself."""
        scene = self.scene
        rows = self.executions_of(option, draws, hands)
        shots = execute(scene.table, self.places_in(draws), rows, physics=scene.physics)
        return self.judged(shots, [option.call])

    def samples(self, options: Sequence[Option], draws: Floats) -> list[Samples]:
        """The same for several options at one go, each with the same draws."""
        if not options:
            return []
        rows = np.concatenate([self.executions_of(option, draws) for option in options])
        places = self.places_in(draws)
        each_from = places if places.ndim == 2 else np.tile(places, (len(options), 1, 1))
        shots = execute(self.scene.table, each_from, rows, physics=self.scene.physics)
        each = self.judged(shots, [option.call for option in options for _ in draws])
        count = len(draws)
        return [each.part(slice(k * count, (k + 1) * count)) for k in range(len(options))]

    def judged(self, shots: Executions, calls: Sequence[Call]) -> Samples:
        """What executions come to by the rules, and what they leave; calls : one for all, or one each."""
        return self._valued(shots, judge(self.situation, self.names, shots, calls, self.bed), calls)

    def _valued(self, shots: Executions, outcomes: Outcomes, calls: Sequence[Call]) -> Samples:
        """Value each judged execution by the evaluation of what it leaves."""
        code, count = outcomes.code, len(outcomes.code)
        value, make, visible = np.zeros(count), np.zeros(count), np.ones(count)
        value[code == WON] = 1.0
        mine = code == CONTINUES
        theirs = (code == TURN_OVER) | (code == FOUL) | (code == CHOICE)
        for part, who, chose in ((mine, 0, SHOOTER), (theirs, 1, OTHER)):
            seen = self._evaluations(
                self.situation, self.names, outcomes.places[part], outcomes.in_play[part], outcomes.standing[part], who,
                chose,
            )  # fmt: skip
            value[part] = seen[:, VALUE] if part is mine else 1.0 - seen[:, VALUE]
            make[part], visible[part] = seen[:, BEST_MAKE], seen[:, VISIBLE]
        choice = code == CHOICE
        self._let_other_choose(outcomes, choice | ((code == FOUL) & (self.situation.game == "snooker")), value)
        ending = np.full(count, FOULED, dtype=np.int8)
        ending[code == WON], ending[code == LOST] = WON_NOW, LOST_NOW
        ending[mine] = np.where(make[mine] >= OPEN_SHOT, IN_SHAPE, IN_TROUBLE)
        passed = (code == TURN_OVER) | choice
        ending[passed] = np.where(make[passed] >= OPEN_SHOT, LEFT_A_SHOT, NOTHING_LEFT)
        target = self.names.index(self.target)
        by, needed = np.zeros(count, dtype=np.int8), np.zeros(count, dtype=np.int8)
        self._look_for_ways(outcomes, passed, by, needed)
        made = (code == WON) | (code == CONTINUES)
        return Samples(
            value=value, ending=ending, made=made, called=made & self._fell_as_called(shots, calls), next_make=make,
            next_visible=visible, scratch=np.where(shots.pocketed[:, 0] >= 0, shots.pocketed[:, 0], -1).astype(np.int8),
            cue=shots.finals[:, 0], target=shots.finals[:, target], cushions=needed, hidden_by=by,
        )  # fmt: skip

    def _fell_as_called(self, shots: Executions, calls: Sequence[Call]) -> NDArray[np.bool_]:
        """(m,) whether the ball that was meant fell into the pocket that was meant."""
        balls = np.array([self.names.index(call.ball) if call.ball else 0 for call in calls], dtype=np.int64)
        pockets = np.array([call.pocket for call in calls])
        count = len(shots.pocketed)
        return np.asarray((shots.pocketed[np.arange(count), np.resize(balls, count)] == pockets) & (balls > 0))

    def _look_for_ways(self, outcomes: Outcomes, which: NDArray[np.bool_], by: Balls, needed: Balls) -> None:
        """How the other player gets at a ball that is on, where the turn has passed to him; the rest stays 0."""
        on, ways = next_targets(self.names, outcomes)[which], np.zeros((2, int(which.sum())), dtype=np.int8)
        read_leaves(self.bed, outcomes.places[which], outcomes.in_play[which], on, ways[0], ways[1])
        by[which], needed[which] = ways

    def _let_other_choose(self, outcomes: Outcomes, which: NDArray[np.bool_], value: Floats) -> None:
        """Where the other player may have the shooter play again he takes what is worse for the shooter."""
        if not which.any():
            return
        again = outcomes.standing[which]
        for row in again:
            turn(row)
        again[:, FREE_BALL] = 0
        back = self._evaluations(
            self.situation, self.names, outcomes.places[which], outcomes.in_play[which], again, 0, SHOOTER
        )  # fmt: skip
        value[which] = np.minimum(value[which], back[:, VALUE])
        missed = which & (outcomes.standing[:, MISS] == 1)
        if missed.any():
            value[missed] = np.minimum(value[missed], self._here(self.standing, 0))
