"""The bench on which strokes of one situation are played, judged and valued."""

import numpy as np
from numpy.typing import NDArray

from partita.errors import refuse
from partita.games import game_named
from partita.games.game import CONTINUES, FOUL, LOST, TURN_OVER, WON, Outcomes
from partita.games.situation import Situation
from partita.odds.glance import BEST_MAKE, GLANCE_COLUMNS, VALUE, VISIBLE, glance_batch
from partita.odds.samples import (
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
from partita.options.option import Option, strokes_array
from partita.options.trace_reading import Reading
from partita.parallel import over_slices
from partita.physics.pocket_windows import pocket_windows
from partita.physics.simulate import Executions, execute, names_of, physics_of, places_of
from partita.physics.stroke import Stroke
from partita.players.executions import executed
from partita.players.stroke_model import StrokeModel
from partita.table.geometry import bed_of
from partita.table.layout import check

Floats = NDArray[np.float64]


class Bench:
    """One situation with both players: plays strokes, judges them, values what they leave.

    `shooter` is whoever is at the table, `other` the opponent; all values are the shooter's.
    """

    def __init__(self, situation: Situation, shooter: StrokeModel, other: StrokeModel) -> None:
        check(situation.layout)
        self.game = game_named(situation.game)
        self.game.check(situation)
        self.table = situation.layout.table
        self.bed, self.windows = bed_of(self.table), pocket_windows(self.table)
        self.physics = physics_of(self.table)
        self.shooter, self.other = shooter.row(), other.row()
        self.situation = self._placed(situation) if situation.ball_in_hand else situation
        self.names, self.places = names_of(self.situation.layout), places_of(self.situation.layout)
        self.target = self.game.legal_targets(self.situation)[0]

    def _placed(self, situation: Situation) -> Situation:
        """Ball in hand: the cue ball goes where the glance likes it best."""
        others = np.array([place for name, place in situation.layout.balls.items() if name != "cue"])
        xs = np.linspace(self.bed.reach, self.bed.length - self.bed.reach, 45)
        ys = np.linspace(self.bed.reach, self.bed.width - self.bed.reach, 23)
        spots = np.stack(np.meshgrid(xs, ys, indexing="ij"), axis=-1).reshape(-1, 2)
        near = np.linalg.norm(spots[:, None] - others[None], axis=2).min(axis=1)
        free = near > 2 * self.bed.radius + 0.002
        corner = np.minimum(spots[:, 0], self.bed.length - spots[:, 0]) + np.minimum(
            spots[:, 1], self.bed.width - spots[:, 1]
        )
        spots = spots[free & (corner > 0.25)]
        if len(spots) == 0:
            raise refuse("layout", "there is no place for the cue ball in hand", "Take a ball off.")
        names = names_of(situation.with_cue_at((0.0, 0.0)).layout)
        layout = {name: situation.layout.balls[name] for name in names[1:]}
        places = np.zeros((len(spots), len(names), 2))
        places[:, 0], places[:, 1:] = spots, np.array(list(layout.values()))
        in_play = np.full((len(spots), len(names)), -1, dtype=np.int8)
        values = self._glances(places, in_play, np.zeros(len(spots), dtype=bool), self.shooter, self.other)[:, VALUE]
        best = spots[int(np.argmax(values))]
        return situation.with_cue_at((float(best[0]), float(best[1])))

    def _glances(
        self, places: Floats, in_play: NDArray[np.int8], in_hand: NDArray[np.bool_], me: Floats, them: Floats
    ) -> Floats:
        out = np.zeros((len(places), GLANCE_COLUMNS))

        def look(part: slice) -> None:
            glance_batch(self.windows, self.bed, places[part], in_play[part], in_hand[part], me, them, out[part])

        over_slices(len(places), look)
        return out

    def play_clean(self, strokes: list[Stroke]) -> Reading:
        """Play strokes without error and judge them."""
        shots = execute(self.table, self.places, strokes_array(strokes), physics=self.physics)
        return Reading(strokes, shots, self.game.judge(self.situation, self.names, shots, self.bed))

    def clean_values(self, reading: Reading) -> Floats:
        """(m,) rack chance after each noise-free stroke."""
        return self._valued(reading.shots, reading.outcomes).value

    def executions_of(self, option: Option, draws: Floats) -> Floats:
        """(m, 5) strokes as the shooter's hands turn them out."""
        x, y = self.places[0]
        edge = min(x, self.bed.length - x, y, self.bed.width - y) - self.bed.reach
        rows = np.zeros((len(draws), 5))
        executed(
            option.stroke.row(), self.shooter, draws, self.physics.k_endmass, option.contact_m,
            option.cut_rad, max(0.0, float(edge)), rows,
        )  # fmt: skip
        return rows

    def sample(self, option: Option, draws: Floats) -> Samples:
        """Execute an option once for each row of draws."""
        shots = execute(self.table, self.places, self.executions_of(option, draws), physics=self.physics)
        return self._valued(shots, self.game.judge(self.situation, self.names, shots, self.bed))

    def _valued(self, shots: Executions, outcomes: Outcomes) -> Samples:
        """Value each judged execution by the glance of what it leaves."""
        code, count = outcomes.code, len(outcomes.code)
        value, make, visible = np.zeros(count), np.zeros(count), np.ones(count)
        value[code == WON] = 1.0
        mine = code == CONTINUES
        theirs = (code == TURN_OVER) | (code == FOUL)
        for part, first, second in ((mine, self.shooter, self.other), (theirs, self.other, self.shooter)):
            seen = self._glances(outcomes.places[part], outcomes.in_play[part], code[part] == FOUL, first, second)
            value[part] = seen[:, VALUE] if part is mine else 1.0 - seen[:, VALUE]
            make[part], visible[part] = seen[:, BEST_MAKE], seen[:, VISIBLE]
        ending = np.full(count, FOULED, dtype=np.int8)
        ending[code == WON], ending[code == LOST] = WON_NOW, LOST_NOW
        ending[mine] = np.where(make[mine] >= OPEN_SHOT, IN_SHAPE, IN_TROUBLE)
        missed = code == TURN_OVER
        ending[missed] = np.where(make[missed] >= OPEN_SHOT, LEFT_A_SHOT, NOTHING_LEFT)
        target = self.names.index(self.target)
        return Samples(
            value=value, ending=ending, made=(code == WON) | (code == CONTINUES), next_make=make,
            next_visible=visible, scratch=np.where(shots.pocketed[:, 0] >= 0, shots.pocketed[:, 0], -1).astype(np.int8),
            cue=shots.finals[:, 0], target=shots.finals[:, target],
        )  # fmt: skip
