"""A step's stroke in a player's hands: executions, and which of them succeed."""

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from partita.games.game import SAFETY, Call
from partita.options.scene import Scene
from partita.options.trace import read_option
from partita.physics.simulate import Executions, execute
from partita.players.conditions import awkwardness
from partita.players.executions import executed, whole_rows
from partita.players.judgement import SIGHTED, Unsighted, judged
from partita.players.stroke_model import StrokeModel
from partita.practice.drills.drill import SetUp
from partita.practice.drills.rule import as_asked
from partita.rows.stroke import EXECUTED, SIDE_R, SPEED_MPS
from partita.table.spec import POCKETS
from partita.weighing.rater import Rater
from partita.weighing.samples import OPEN_SHOT

Floats = NDArray[np.float64]
Flags = NDArray[np.bool_]


@dataclass(frozen=True)
class Intended:
    """An intended stroke (6,) with the first contact on which its errors depend: way m, cut rad, what is unsighted."""

    stroke: Floats
    way_m: float
    cut_rad: float
    unsighted: Unsighted


def play(set_up: SetUp, rows: Floats) -> Executions:
    """(m, 6) strokes played from a step's balls."""
    return execute(set_up.table, set_up.places, rows, physics=set_up.physics)


def intended(set_up: SetUp, rows: Floats) -> list[Intended]:
    """(m, 6) strokes, each with what becomes of it without error."""
    if len(set_up.names) == 1:
        return [Intended(row, 0.0, 0.0, SIGHTED) for row in rows]
    scene = Scene(set_up.situation)
    reading = scene.play(rows, trace=True)
    read = [read_option(scene, reading, e, "drill") for e in range(len(rows))]
    return [Intended(row, one.contact_m, one.cut_rad, one.unsighted) for row, one in zip(rows, read, strict=True)]


def in_hands(set_up: SetUp, meant: Intended, player: Floats, draws: Floats) -> Floats:
    """(m, 9) an intended stroke as a player's hands turn it out; player : (11,) row of a stroke model."""
    rows = np.zeros((len(draws), EXECUTED))
    in_play = np.full(len(set_up.names), -1, dtype=np.int8)
    awkward = float(awkwardness(player, set_up.bed, set_up.places, in_play, meant.stroke, False))
    misjudged = judged(player, tuple(meant.unsighted), meant.stroke[SPEED_MPS], meant.stroke[SIDE_R])
    executed(
        meant.stroke, player, whole_rows(draws), set_up.physics.k_endmass, meant.way_m, meant.cut_rad, misjudged,
        awkward, rows,
    )  # fmt: skip
    return rows


class Referee:
    """Says which executions of a step succeed; the opponent, where his shot counts, is the player's equal."""

    def __init__(self, set_up: SetUp, player: StrokeModel) -> None:
        self.set_up, self.rule = set_up, set_up.step.rule
        self.rater = Rater(set_up.situation, player, player) if self.rule.nothing_open else None
        self.call = Call(self.rule.ball, POCKETS.index(self.rule.pocket)) if self.rule.pocket else SAFETY

    def succeed(self, shots: Executions) -> Flags:
        """(m,) which executions do what the step's rule asks."""
        set_up, open_ = self.set_up, np.zeros(len(shots.finals), dtype=bool)
        good = as_asked(self.rule, set_up.table, set_up.names, shots, ~open_)
        if self.rater is None or not good.any():
            return good
        open_[good] = self.rater.judged(_some(shots, good), [self.call]).next_make >= OPEN_SHOT
        return as_asked(self.rule, set_up.table, set_up.names, shots, ~open_)


def _some(shots: Executions, which: Flags) -> Executions:
    return Executions(shots.finals[which], shots.pocketed[which], shots.facts[which], shots.measures[which])
