"""Play out: whole racks by both players to the end, the truth that quicker values are held against.

Both play by `decide`, through the simulator, with their own errors, under the rules of their game. Racks are
seeded one by one and come in pairs with mirrored errors, so that the same request gives the same racks, and two
situations played with the same seeds differ by themselves and not by luck. A rack that drags on beyond
`most_shots` is shared.
"""

from collections.abc import Iterator
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from partita.errors import refuse
from partita.games import game_named
from partita.games.game import Call
from partita.games.question import Question
from partita.games.referee import numbers_of, standing_of
from partita.games.situation import Situation
from partita.intervals import Chance, of_wins
from partita.options.option import Option
from partita.options.scene import Scene, rows_of
from partita.options.trace import read_option
from partita.options.wishes import Wish, own_strokes
from partita.parallel import in_order
from partita.physics.simulate import names_of, physics_of
from partita.physics.stroke import Stroke
from partita.players.executions import standard_draws
from partita.playing.desk import DRAWN, POTS, Desk, Pots
from partita.playing.in_hand import player_at
from partita.playing.racks import LOG, play_racks
from partita.rows.candidate import COLUMNS, PUSH_OUT
from partita.table.layout import CUE, check
from partita.value.eyes import eyes_for
from partita.value.place_maps import PlaceMaps

Floats = NDArray[np.float64]
MOST_RACKS = 20_000
_MOST_SHOTS = {"straight-pool": 600, "snooker": 400}
# The deciding player's own tries use the same draws in every rack: he is a fixed player.
POLICY_SEED = 20_011


@dataclass(frozen=True)
class PlayedOut:
    """Racks of a situation: chance that the player at the table wins, and shots a rack."""

    racks: int
    chance: Chance
    shots_a_rack: float


@dataclass(frozen=True)
class Start:
    """Where racks begin: a situation as arrays, the player at the table first.

    names : (n,) balls; places : (n, 2) m; in_play : (n,) int8; standing : (STANDING,); models : (2, 11)
    """

    situation: Situation
    names: tuple[str, ...]
    places: Floats
    in_play: NDArray[np.int8]
    standing: NDArray[np.int64]
    models: Floats

    def desk(self, maps: PlaceMaps | None = None, pots: Pots = POTS, solo: bool = False, fresh: int = 0) -> Desk:
        """A desk to play it at, for one thread; solo when only running out counts; fresh : as of `Desk`."""
        situation = self.situation
        eyes = eyes_for(situation.layout.table, situation.game, numbers_of(self.names), self.models, maps=maps)
        return player_at(eyes, physics_of(situation.layout.table), pots, solo, fresh)


def start_of(question: Question) -> Start:
    """A situation as a start. At straight pool the balls that are down are part of it: they are racked again."""
    situation = question.situation
    balls = situation.layout.balls
    names = _names(situation)
    places = np.array([balls.get(name, (0.0, 0.0)) for name in names])
    in_play = np.array([-1 if name in balls else -2 for name in names], dtype=np.int8)
    if situation.in_hand != "none":
        # Its place is chosen anew in every rack.
        in_play[0] = -2
    models = np.stack([question.shooter.row(), question.other.row()])
    return Start(situation, names, places, in_play, standing_of(situation), models)


def _names(situation: Situation) -> tuple[str, ...]:
    """The balls that may come to lie on the table, the cue ball first."""
    if situation.game == "straight-pool":
        return game_named(situation.game).balls
    return (CUE, *names_of(situation.layout)[1:])


def play_out(
    question: Question,
    racks: int,
    *,
    seed: int = 1,
    first: Floats | None = None,
    first_rack: int = 0,
) -> Iterator[PlayedOut]:
    """Yield better and better chances for the player at the table; the last one is of all racks.

    first : (COLUMNS,) a stroke that is played first, as made by `first_stroke`; without it the player decides
    first_rack : racks from this number on, so that parts of one run can be played apart and put together
    Stop by not asking for the next one. Raises `Refused` for what cannot be played out.
    """
    _check(question.situation, racks, seed)
    found = np.zeros((racks, 2))
    for end in racks_of(question, found, seed=seed, first=first, first_rack=first_rack):
        yield PlayedOut(end, of_wins(found[:end, 0]), float(found[:end, 1].mean()))


def racks_of(
    question: Question,
    found: Floats,
    *,
    seed: int = 1,
    first: Floats | None = None,
    first_rack: int = 0,
    logs: Floats | None = None,
    fresh: int = 0,
    most: int = 0,
) -> Iterator[int]:
    """Play as many racks as `found` (racks, 2) has rows for; yields how many are in: won (1, 0.5, 0) and shots.

    logs : (racks, k, LOG) is filled with the positions met; fresh : tries of each stroke chosen there
    most : strokes at most, when a rack need not be played to its end
    """
    racks, situation = len(found), question.situation
    _check(situation, racks, seed)
    start = start_of(question)
    stroke = np.zeros(COLUMNS) if first is None else first
    draws, most = standard_draws(POLICY_SEED, DRAWN), most or _MOST_SHOTS.get(situation.game, 120)
    seeds = 2 * seed * MOST_RACKS + first_rack + np.arange(racks, dtype=np.int64)
    written = np.zeros((racks, 0, LOG)) if logs is None else logs

    def play(part: slice) -> None:
        play_racks(
            start.desk(fresh=fresh), start.places, start.in_play, start.standing, stroke, draws, seeds[part], most,
            found[part], written[part],
        )  # fmt: skip

    yield from in_order(racks, play)


def first_stroke(question: Question, own: Stroke | Wish, push_out: bool = False) -> Floats:
    """(COLUMNS,) for `play_out`: a stroke of one's own with the first contact on which its errors depend."""
    scene = Scene(question.situation)
    rows, calls = rows_of(own_strokes(scene, [("stroke", own)])), [Call(push_out=True)] if push_out else None
    return first_option(question, read_option(scene, scene.play(rows, trace=True, calls=calls), 0, "own"))


def first_option(question: Question, option: Option) -> Floats:
    """(COLUMNS,) for `play_out`: an option, with its call; the cue ball is where it was found for."""
    return candidate_of(_names(question.situation), option, question.shooter.row())


def candidate_of(names: tuple[str, ...], option: Option, shooter: Floats) -> Floats:
    """(COLUMNS,) an option as a candidate of the fast player; names : of a start; shooter : his row."""
    intention, call = option.intention, option.call
    judgement, cue, turned = option.judged(shooter)
    ball = names.index(call.ball) if call.ball else (PUSH_OUT if call.push_out else -1)
    target = names.index(intention.target) if intention.target else 0
    contact = [option.contact_m, abs(option.cut_rad), judgement, 0.0]
    return np.concatenate(
        [option.stroke.row(), contact, [ball, call.pocket, target, 0.0, 0.0, 0.0, 0.0], [cue, turned]]
    )


def _check(situation: Situation, racks: int, seed: int) -> None:
    if not 0 <= seed < 2**31:
        raise refuse("seed", f"{seed} is out of range", "Use 0 to 2147483647.")
    if not 2 <= racks <= MOST_RACKS:
        raise refuse("racks", f"{racks} is out of range", f"Use 2 to {MOST_RACKS}.")
    game_named(situation.game).check(situation)
    check(situation.layout)
