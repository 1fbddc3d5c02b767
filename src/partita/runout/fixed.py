"""A shot of the player's own inside a plan: read where the plan comes to it, and put among the plan's candidates."""

from collections.abc import Mapping
from dataclasses import dataclass, field

import numpy as np
from numpy.typing import NDArray

from partita.errors import Refused
from partita.games.game import Outcomes
from partita.games.referee import situation_of
from partita.options.option import Option
from partita.options.scene import Reading, Scene, rows_of
from partita.options.trace import read_option
from partita.options.wishes import Wish, own_strokes
from partita.physics.stroke import Stroke
from partita.playing.playout import Start, candidate_of
from partita.rows.candidate import REST_X, REST_Y

Floats = NDArray[np.float64]
Own = Stroke | Wish


@dataclass(frozen=True)
class Fixed:
    """What of a plan is fixed by ball: where the cue ball is wanted after it, m, and one's own shot at it."""

    rests: Mapping[str, tuple[float, float]] = field(default_factory=dict)
    strokes: Mapping[str, Own] = field(default_factory=dict)


def own_candidate(
    start: Start, ball: str, own: Own, places: Floats, in_play: NDArray[np.int8], standing: NDArray[np.int64]
) -> Floats | None:
    """(COLUMNS,) one's own shot from there, as a candidate; None where it does not pot the ball, played without error.

    places : (n, 2) m; in_play : (n,); standing : (STANDING,), before the shot
    """
    nothing = np.zeros(1, dtype=np.int64)
    here = Outcomes(nothing.astype(np.int8), places[None], in_play[None], standing[None], nothing)
    scene = Scene(situation_of(start.situation, True, start.names, here, 0))
    try:
        option, reading = _read(scene, ball, own)
    except Refused:
        # A pot that is wished for has no aim from there.
        return None
    if option.call.ball != ball:
        return None
    row = candidate_of(start.names, option, start.models[0])
    row[[REST_X, REST_Y]] = reading.shots.finals[0, 0]
    return row


def _read(scene: Scene, ball: str, own: Own) -> tuple[Option, Reading]:
    reading = scene.play(rows_of(own_strokes(scene, [(ball, own)])), trace=True)
    return read_option(scene, reading, 0, "own"), reading
