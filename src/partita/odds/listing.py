"""The options of a situation, named and with what to watch, in any game; not weighed."""

import numpy as np

from partita.errors import refuse
from partita.games import game_named
from partita.games.situation import Situation
from partita.odds.leaves import leave_order
from partita.odds.placement import best_make_worth, placed
from partita.options.finder import find
from partita.options.fold import family, fold
from partita.options.option import Option
from partita.options.scene import Reading, Scene, rows_of
from partita.options.trace import read_option
from partita.options.watch import with_watch
from partita.options.wishes import Wish, own_strokes
from partita.physics.stroke import Stroke
from partita.players.stroke_model import AIM, Hand, StrokeModel


def list_options(
    situation: Situation,
    me: StrokeModel,
    them: StrokeModel,
    own: tuple[tuple[str, Stroke | Wish], ...] = (),
    hand: Hand = "right",
) -> list[Option]:
    """Own strokes first, then what the finder finds: constructed pots, then the sweep, one of each way of playing it.

    With the cue ball in hand it is placed first. Raises `Refused` when no option is found.
    """
    mine = situation.shooter == "me"
    shooter, other = (me, them) if mine else (them, me)
    rows = shooter.row(), other.row()
    scene = Scene(placed(situation, best_make_worth(situation, rows[0])) if situation.in_hand != "none" else situation)
    game_named(situation.game).check(situation)

    def value(reading: Reading) -> np.ndarray[tuple[int], np.dtype[np.float64]]:
        return leave_order(scene, reading, *rows)

    found = [option for part in find(scene, value, float(rows[0][AIM])) for option in part]
    if own:
        reading = scene.play(rows_of(own_strokes(scene, own)), trace=True)
        found = [*(read_option(scene, reading, e, "own") for e in range(len(own))), *found]
    if not found:
        raise refuse("layout", "no option was found", "Check that a legal ball can be reached.")
    return with_watch(scene, fold(found, _way, 1), float(rows[0][AIM]), hand)


def _way(option: Option) -> tuple[object, ...]:
    """The same shot played in the same way: stop, roll, draw ..., with or without side."""
    return (
        *family(option),
        option.intention.style,
        np.sign(option.stroke.side),
        option.cut_range_deg > 0 and round(option.cut_rad, 1),
    )
