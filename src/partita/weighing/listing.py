"""The options of a situation, named and with what to watch, in any game; not weighed."""

import numpy as np

from partita.errors import refuse
from partita.games import game_named
from partita.games.question import Question
from partita.lines.in_hand import placed
from partita.options.finder import find
from partita.options.fold import fold, shot_of
from partita.options.option import Option
from partita.options.scene import Reading, Scene, rows_of
from partita.options.trace import read_option
from partita.options.watch import with_watch
from partita.options.wishes import Wish, own_strokes
from partita.physics.stroke import Stroke
from partita.players.stroke_model import Hand
from partita.rows.player import AIM
from partita.value.in_hand import best_make_worth
from partita.value.leaves import leave_order


def list_options(
    question: Question, own: tuple[tuple[str, Stroke | Wish], ...] = (), hand: Hand = "right"
) -> list[Option]:
    """Own strokes first, then what the finder finds: constructed pots, then the sweep, one of each way of playing it.

    With the cue ball in hand it is placed first. Raises `Refused` when no option is found.
    """
    situation, rows = question.situation, (question.shooter.row(), question.other.row())
    scene = Scene(placed(situation, best_make_worth(situation, rows[0])) if situation.in_hand != "none" else situation)
    game_named(situation.game).check(situation)

    def value(reading: Reading) -> np.ndarray[tuple[int], np.dtype[np.float64]]:
        return leave_order(scene, reading, *rows)

    found = [option for part in find(scene, value, rows[0]) for option in part]
    if own:
        reading = scene.play(rows_of(own_strokes(scene, own)), trace=True)
        found = [*(read_option(scene, reading, e, "own") for e in range(len(own))), *found]
    if not found:
        raise refuse("layout", "no option was found", "Check that a legal ball can be reached.")
    return with_watch(scene, fold(found, _way, 1), float(rows[0][AIM]), hand)


def _way(option: Option) -> tuple[object, ...]:
    """The same shot; of pots each way of playing it: stop, roll, draw ..., with or without side."""
    if option.intention.kind != "pot":
        return (shot_of(option),)
    return (
        shot_of(option),
        option.intention.style,
        np.sign(option.stroke.side),
        option.cut_range_deg > 0 and round(option.cut_rad, 1),
    )
