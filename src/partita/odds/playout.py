"""Play out: whole racks by both players to the end, the truth that quicker values are held against.

Both play by `policy`, through the simulator, with their own errors, under the rules of their game. Racks are
seeded one by one and come in pairs with mirrored errors, so that the same request gives the same racks, and two
situations played with the same seeds differ by themselves and not by luck. A rack that drags on beyond
`most_shots` is shared.
"""

import math
from collections.abc import Iterator
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from partita.errors import refuse
from partita.games import game_named
from partita.games.judging import LOST, WON
from partita.games.referee import numbers_of, standing_of
from partita.games.situation import Situation
from partita.games.standing import HAND, NOT_IN_HAND
from partita.kernels import kernel
from partita.odds.eyes import eyes_for
from partita.odds.intervals import Chance, of_wins
from partita.odds.learned import FEATURES
from partita.odds.policy import (
    BALL,
    COLUMNS,
    DRAWN,
    POCKET,
    Desk,
    decide,
    execute_candidate,
    judge_played,
    look,
    new_desk,
    place_in_hand,
    play_shot,
    settle_choice,
)
from partita.odds.rest import FORMULA, VALUE
from partita.options.option import Option
from partita.options.scene import Scene, rows_of
from partita.options.trace import read_option
from partita.options.wishes import Wish, own_strokes
from partita.parallel import CORES, over_slices
from partita.physics.simulate import names_of, physics_of
from partita.physics.stroke import Stroke
from partita.players.executions import judgement_m, standard_draws
from partita.players.stroke_model import SIGHT, StrokeModel
from partita.table.layout import CUE, check

Floats = NDArray[np.float64]
MOST_RACKS = 20_000
_MOST_SHOTS = {"straight-pool": 600, "snooker": 400}
_AT_A_TIME = 16
# The deciding player's own tries use the same draws in every rack: he is a fixed player.
_POLICY_SEED = 20_011
# Columns of a rack that is written down: the features of each position, its formula and value, and who shot.
LOG = FEATURES + 3


@dataclass(frozen=True)
class PlayedOut:
    """Racks of a situation: chance that the player at the table wins, and shots a rack."""

    racks: int
    chance: Chance
    shots_a_rack: float


@kernel
def _mix(state):
    """The next value of a 64-bit counter, well mixed. Source: Steele, Lea, Flood, SplitMix (OOPSLA 2014)."""
    z = state
    z = (z ^ (z >> np.uint64(30))) * np.uint64(0xBF58476D1CE4E5B9)
    z = (z ^ (z >> np.uint64(27))) * np.uint64(0x94D049BB133111EB)
    return z ^ (z >> np.uint64(31))


@kernel
def _normal_row(seed, shot, sign, row):
    """DRAWS standard normals for one shot of one rack into row, all of one sign flipped: Box and Muller (1958)."""
    base = np.uint64(seed) * np.uint64(0x9E3779B97F4A7C15) + np.uint64(shot) * np.uint64(0xD1B54A32D192ED03)
    for k in range(row.shape[0]):
        u = float(_mix(base + np.uint64(2 * k + 1)) >> np.uint64(11)) / 9007199254740992.0
        v = float(_mix(base + np.uint64(2 * k + 2)) >> np.uint64(11)) / 9007199254740992.0
        row[k] = sign * math.sqrt(-2.0 * math.log(1.0 - u)) * math.cos(2.0 * math.pi * v)


@kernel
def play_rack(desk, places, in_play, standing, first, draws, seed, sign, most, log):
    """Play one rack; returns 1 when the first player won it, 0 lost, 0.5 when it is not over; shots; who is next.

    places, in_play, standing : (n, 2), (n,), (STANDING,), the first player at the table; left as they are at the end
    first : (COLUMNS,) a first stroke, a row of candidates, or speed 0 for none; most : shots at most
    log : (k, LOG) is filled with the positions met, as far as it goes
    """
    who = 0
    for shot in range(most):
        if shot < log.shape[0]:
            _write_down(desk, places, in_play, standing, who, log[shot])
        if shot == 0 and first[1] > 0.0:
            for column in range(first.shape[0]):
                desk.candidates[0, column] = first[column]
        elif standing[HAND] != NOT_IN_HAND:
            place_in_hand(desk, places, in_play, standing, draws, who)
        else:
            decide(desk, places, in_play, standing, draws, who)
        _normal_row(seed, shot, sign, desk.row[0])
        execute_candidate(desk, places, in_play, standing, 0, desk.row, desk.eyes.models[who])
        play_shot(desk, places, in_play, desk.rows[0], False)
        chosen = desk.candidates[0]
        code = judge_played(desk, in_play, standing, int(chosen[BALL]), int(chosen[POCKET]))
        if code == WON or code == LOST:
            return (1.0 if (code == WON) == (who == 0) else 0.0), shot + 1, who
        _, following = settle_choice(desk, code, places, in_play, standing, who)
        for column in range(standing.shape[0]):
            standing[column] = desk.then[column]
        if following == 2:
            # The balls are put back, and the same player plays again.
            continue
        who = following
        for ball in range(in_play.shape[0]):
            in_play[ball] = desk.after[ball]
            places[ball, 0], places[ball, 1] = desk.finals[ball, 0], desk.finals[ball, 1]
    return 0.5, most, who


@kernel
def _write_down(desk, places, in_play, standing, who, row):
    """Features, formula and value of a position, and who shoots, into row (LOG,)."""
    look(desk, places, in_play, standing, who)
    for k in range(desk.features.shape[0]):
        row[k] = desk.features[k]
    k = desk.features.shape[0]
    row[k], row[k + 1], row[k + 2] = desk.glance[FORMULA], desk.glance[VALUE], who + 1.0


@kernel
def play_racks(desk, start, in_play, standing, first, draws, seeds, most, out, logs):
    """Play racks from one situation: seeds (m,), every second one with the errors of the one before it mirrored.

    start : (n, 2) m; in_play : (n,) int8; standing : (STANDING,); out : (m, 2) won by the player at the table, shots
    logs : (m, k, LOG), k may be 0
    """
    places, table = desk.start_places, desk.start_in_play
    for k in range(seeds.shape[0]):
        for ball in range(in_play.shape[0]):
            places[ball, 0], places[ball, 1], table[ball] = start[ball, 0], start[ball, 1], in_play[ball]
        for column in range(standing.shape[0]):
            desk.standing[column] = standing[column]
        sign = 1.0 if seeds[k] % 2 == 0 else -1.0
        out[k, 0], out[k, 1], _ = play_rack(
            desk, places, table, desk.standing, first, draws, seeds[k] // 2, sign, most, logs[k]
        )


@dataclass(frozen=True)
class Start:
    """Where racks begin: a situation as arrays, the player at the table first.

    names : (n,) balls; places : (n, 2) m; in_play : (n,) int8; standing : (STANDING,); models : (2, 9)
    """

    situation: Situation
    names: tuple[str, ...]
    places: Floats
    in_play: NDArray[np.int8]
    standing: NDArray[np.int64]
    models: Floats

    def desk(self) -> Desk:
        """A desk to play it at, for one thread."""
        situation = self.situation
        eyes = eyes_for(situation.layout.table, situation.game, numbers_of(self.names), self.models)
        return new_desk(eyes, physics_of(situation.layout.table))


def start_of(situation: Situation, me: StrokeModel, them: StrokeModel) -> Start:
    """A situation as a start. At straight pool the balls that are down are part of it: they are racked again."""
    balls = situation.layout.balls
    every = game_named(situation.game).balls
    racked = situation.game == "straight-pool"
    names = every if racked else tuple(name for name in (CUE, *names_of(situation.layout)[1:]))
    places = np.array([balls.get(name, (0.0, 0.0)) for name in names])
    in_play = np.array([-1 if name in balls else -2 for name in names], dtype=np.int8)
    if situation.in_hand != "none":
        # Its place is chosen anew in every rack.
        in_play[0] = -2
    pair = (me, them) if situation.shooter == "me" else (them, me)
    models = np.stack([model.row() for model in pair])
    return Start(situation, names, places, in_play, standing_of(situation), models)


def play_out(
    situation: Situation,
    me: StrokeModel,
    them: StrokeModel,
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
    found = np.zeros((racks, 2))
    for end in racks_of(situation, me, them, found, seed=seed, first=first, first_rack=first_rack):
        yield PlayedOut(end, of_wins(found[:end, 0]), float(found[:end, 1].mean()))


def racks_of(
    situation: Situation,
    me: StrokeModel,
    them: StrokeModel,
    found: Floats,
    *,
    seed: int = 1,
    first: Floats | None = None,
    first_rack: int = 0,
    logs: Floats | None = None,
) -> Iterator[int]:
    """Play as many racks as `found` (racks, 2) has rows for; yields how many are in: won (1, 0.5, 0) and shots.

    logs : (racks, k, LOG) is filled with the positions met
    """
    racks = len(found)
    _check(situation, racks)
    start = start_of(situation, me, them)
    stroke = np.zeros(COLUMNS) if first is None else first
    draws, most = standard_draws(_POLICY_SEED, DRAWN), _MOST_SHOTS.get(situation.game, 120)
    seeds = 2 * seed * MOST_RACKS + first_rack + np.arange(racks, dtype=np.int64)
    written = np.zeros((racks, 0, LOG)) if logs is None else logs

    def play(part: slice) -> None:
        play_racks(
            start.desk(), start.places, start.in_play, start.standing, stroke, draws, seeds[part], most, found[part],
            written[part],
        )  # fmt: skip

    for begin in range(0, racks, _AT_A_TIME * CORES):
        end = min(racks, begin + _AT_A_TIME * CORES)

        def play_part(part: slice, begin: int = begin) -> None:
            play(slice(begin + part.start, begin + part.stop))

        over_slices(end - begin, play_part)
        yield end


def first_stroke(situation: Situation, own: Stroke | Wish, shooter: StrokeModel) -> Floats:
    """(COLUMNS,) for `play_out`: a stroke of one's own with the first contact on which its errors depend."""
    scene = Scene(situation)
    option = read_option(scene, scene.play(rows_of(own_strokes(scene, [("stroke", own)])), trace=True), 0, "own")
    return candidate_of(scene, option, shooter)


def candidate_of(scene: Scene, option: Option, shooter: StrokeModel) -> Floats:
    """(COLUMNS,) an option as a candidate of the fast player, with its call."""
    intention, call = option.intention, option.call
    banked = len(intention.cushions) if intention.kind == "bank" else 0
    judgement = judgement_m(float(shooter.row()[SIGHT]), len(intention.route), banked)
    names = start_of(scene.situation, shooter, shooter).names
    ball = names.index(call.ball) if call.ball else -1
    target = names.index(intention.target) if intention.target else 0
    contact = [option.contact_m, abs(option.cut_rad), judgement, 0.0]
    return np.concatenate([option.stroke.row(), contact, [ball, call.pocket, target]])


def _check(situation: Situation, racks: int) -> None:
    if not 2 <= racks <= MOST_RACKS:
        raise refuse("racks", f"{racks} is out of range", f"Use 2 to {MOST_RACKS}.")
    game_named(situation.game).check(situation)
    check(situation.layout)
