"""The bench on which strokes of one situation are played, judged and valued."""

import numpy as np
from numpy.typing import NDArray

from partita.errors import refuse
from partita.games import game_named
from partita.games.game import CHOICE, CONTINUES, FOUL, LOST, NOT_IN_HAND, TURN_OVER, WON, Outcomes
from partita.games.referee import judge, legal_targets
from partita.games.situation import Situation
from partita.odds.glance import BEST_MAKE, GLANCE_COLUMNS, VALUE, VISIBLE, glance_batch
from partita.odds.placement import placed
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
from partita.options.option import Option
from partita.options.scene import Reading, Scene
from partita.parallel import over_slices
from partita.physics.pocket_windows import pocket_windows
from partita.physics.simulate import Executions, execute
from partita.players.executions import SIGHT, executed, judgement_m
from partita.players.stroke_model import StrokeModel
from partita.table.geometry import bed_of
from partita.table.layout import check

Floats = NDArray[np.float64]
# The games whose leaves the glance can value so far: those played in the balls' order.
GLANCED = ("nine-ball", "ten-ball")


def check_game(situation: Situation) -> None:
    """Refuse games whose leaves cannot be valued yet."""
    if situation.game not in GLANCED:
        accepted = f"Weigh {' or '.join(GLANCED)}; list the options of any."
        raise refuse("game", f"{situation.game} cannot be weighed yet", accepted)


class Bench:
    """One situation with both players: plays strokes, judges them, values what they leave.

    `shooter` is whoever is at the table, `other` the opponent; all values are the shooter's.
    """

    def __init__(self, situation: Situation, shooter: StrokeModel, other: StrokeModel) -> None:
        check(situation.layout)
        game_named(situation.game).check(situation)
        check_game(situation)
        self.bed, self.windows = bed_of(situation.layout.table), pocket_windows(situation.layout.table)
        self.shooter, self.other = shooter.row(), other.row()
        self.scene = Scene(placed(situation, self._worth_in_hand) if situation.in_hand != "none" else situation)
        self.situation, self.names, self.places = self.scene.situation, self.scene.names, self.scene.places
        self.target = legal_targets(self.situation)[0]

    def _worth_in_hand(self, places: Floats) -> Floats:
        """(k,) rack chance with the cue ball put at each of (k, n, 2) places."""
        in_play, placed_already = np.full(places.shape[:2], -1, dtype=np.int8), np.zeros(len(places), dtype=bool)
        return self._glances(places, in_play, placed_already, self.shooter, self.other)[:, VALUE]

    def _glances(
        self, places: Floats, in_play: NDArray[np.int8], in_hand: NDArray[np.bool_], me: Floats, them: Floats
    ) -> Floats:
        out = np.zeros((len(places), GLANCE_COLUMNS))

        def look(part: slice) -> None:
            glance_batch(self.windows, self.bed, places[part], in_play[part], in_hand[part], me, them, out[part])

        over_slices(len(places), look)
        return out

    def hand_back_value(self) -> float:
        """Rack chance of the shooter when he has the other player shoot from here instead."""
        in_play = np.full((1, len(self.names)), -1, dtype=np.int8)
        seen = self._glances(self.places[None], in_play, np.zeros(1, dtype=bool), self.other, self.shooter)
        return float(1.0 - seen[0, VALUE])

    def clean_values(self, reading: Reading) -> Floats:
        """(m,) rack chance after each noise-free stroke."""
        return self._valued(reading.shots, reading.outcomes).value

    def executions_of(self, option: Option, draws: Floats) -> Floats:
        """(m, 5) strokes as the shooter's hands turn them out."""
        x, y = self.places[0]
        edge = min(x, self.bed.length - x, y, self.bed.width - y) - self.bed.reach
        rows = np.zeros((len(draws), 5))
        intention = option.intention
        banked = len(intention.cushions) if intention.kind == "bank" else 0
        judgement = judgement_m(float(self.shooter[SIGHT]), len(intention.route), banked)
        executed(
            option.stroke.row(), self.shooter, draws, self.scene.physics.k_endmass, option.contact_m,
            option.cut_rad, judgement, max(0.0, float(edge)), rows,
        )  # fmt: skip
        return rows

    def sample(self, option: Option, draws: Floats) -> Samples:
        """Execute an option once for each row of draws."""
        scene = self.scene
        shots = execute(scene.table, self.places, self.executions_of(option, draws), physics=scene.physics)
        outcomes = judge(self.situation, self.names, shots, [option.call], self.bed)
        return self._valued(shots, outcomes)

    def _valued(self, shots: Executions, outcomes: Outcomes) -> Samples:
        """Value each judged execution by the glance of what it leaves."""
        code, count = outcomes.code, len(outcomes.code)
        value, make, visible = np.zeros(count), np.zeros(count), np.ones(count)
        value[code == WON] = 1.0
        mine, hand = code == CONTINUES, outcomes.hand != NOT_IN_HAND
        theirs = (code == TURN_OVER) | (code == FOUL) | (code == CHOICE)
        for part, first, second in ((mine, self.shooter, self.other), (theirs, self.other, self.shooter)):
            seen = self._glances(outcomes.places[part], outcomes.in_play[part], hand[part], first, second)
            value[part] = seen[:, VALUE] if part is mine else 1.0 - seen[:, VALUE]
            make[part], visible[part] = seen[:, BEST_MAKE], seen[:, VISIBLE]
        # The other player may hand the table back: he takes what is worse for the shooter.
        choice = code == CHOICE
        if choice.any():
            back = self._glances(
                outcomes.places[choice], outcomes.in_play[choice], hand[choice], self.shooter, self.other
            )  # fmt: skip
            value[choice] = np.minimum(value[choice], back[:, VALUE])
        ending = np.full(count, FOULED, dtype=np.int8)
        ending[code == WON], ending[code == LOST] = WON_NOW, LOST_NOW
        ending[mine] = np.where(make[mine] >= OPEN_SHOT, IN_SHAPE, IN_TROUBLE)
        passed = (code == TURN_OVER) | choice
        ending[passed] = np.where(make[passed] >= OPEN_SHOT, LEFT_A_SHOT, NOTHING_LEFT)
        target = self.names.index(self.target)
        return Samples(
            value=value, ending=ending, made=(code == WON) | (code == CONTINUES), next_make=make,
            next_visible=visible, scratch=np.where(shots.pocketed[:, 0] >= 0, shots.pocketed[:, 0], -1).astype(np.int8),
            cue=shots.finals[:, 0], target=shots.finals[:, target],
        )  # fmt: skip
