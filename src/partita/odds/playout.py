"""Play out: whole racks by both players to the end, the truth that quicker values are held against.

Both play by `policy`, through the simulator, with their own errors, under the rules of nine-ball with three
fouls in a row losing. Racks are seeded one by one and come in pairs with mirrored errors, so that the same
request gives the same racks, and two situations played with the same seeds differ by themselves and not by
luck. A rack that drags on beyond MOST_SHOTS is shared.
"""

import math
from collections.abc import Iterator
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from partita.errors import refuse
from partita.games.game import CONTINUES, FOUL, WON
from partita.games.situation import Situation
from partita.kernels import kernel
from partita.odds.intervals import Chance, of_mean
from partita.odds.policy import (
    DRAWN,
    Felt,
    decide,
    judge_shot,
    lowest,
    new_desk,
    place_in_hand,
    play_shot,
)
from partita.options.scene import Scene, rows_of
from partita.options.trace import read_option
from partita.options.wishes import Wish, own_strokes
from partita.parallel import CORES, over_slices
from partita.physics.pocket_windows import pocket_windows
from partita.physics.simulate import names_of, physics_of, places_of
from partita.physics.stroke import Stroke
from partita.players.executions import SIGHT, executed, judgement_m, standard_draws
from partita.players.stroke_model import StrokeModel
from partita.table.geometry import bed_of
from partita.table.layout import check

Floats = NDArray[np.float64]
MOST_SHOTS = 120
FOULS_THAT_LOSE = 3
MOST_RACKS = 20_000
_AT_A_TIME = 16
# The deciding player's own tries use the same draws in every rack: he is a fixed player.
_POLICY_SEED = 20_011
PLAYED = ("nine-ball",)


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
def play_rack(desk, felt, places, in_play, in_hand, fouls, first, models, draws, seed, sign, most, state):
    """Play one rack; returns 1 when the player at the table won it, 0 lost, 0.5 when it is not over; and shots.

    places, in_play : (n, 2), (n,) are used up; fouls : (2,) in a row, used up; models : (2, 6) the player at
    the table and the other; first : (9,) a first stroke with its contact, cut and judgement, or speed 0 for none
    most : shots at most; state : (2,) whose turn it is then, and whether the cue ball is in hand
    """
    turn, nine, hand, row = 0, in_play.shape[0] - 1, in_hand, desk.row
    for shot in range(most):
        me, them = models[turn], models[1 - turn]
        if shot == 0 and first[1] > 0.0:
            for column in range(9):
                desk.candidates[0, column] = first[column]
        elif hand:
            in_play[0] = -1
            place_in_hand(desk, felt, places, in_play, draws, me, them)
        elif decide(desk, felt, places, in_play, draws, me, them) <= 0.0:
            # Nothing can be hit: a foul without a shot.
            return (0.0 if turn == 0 else 1.0), shot
        _normal_row(seed, shot, sign, row[0])
        chosen = desk.candidates[0]
        edge = min(min(places[0, 0], felt.bed.length - places[0, 0]), min(places[0, 1], felt.bed.width - places[0, 1]))
        executed(
            chosen[:5], me, row, felt.physics.k_endmass, chosen[5], chosen[6], chosen[7],
            max(0.0, edge - felt.bed.reach), desk.rows,
        )  # fmt: skip
        target = lowest(in_play)
        play_shot(desk, felt, places, in_play, desk.rows[0], False)
        code = judge_shot(desk, felt, in_play, target, nine)
        if code == WON:
            return (1.0 if turn == 0 else 0.0), shot + 1
        for ball in range(in_play.shape[0]):
            in_play[ball] = desk.after[ball]
            places[ball, 0], places[ball, 1] = desk.finals[ball, 0], desk.finals[ball, 1]
        hand = code == FOUL
        fouls[turn] = fouls[turn] + 1 if code == FOUL else 0
        if fouls[turn] >= FOULS_THAT_LOSE:
            return (0.0 if turn == 0 else 1.0), shot + 1
        if code != CONTINUES:
            turn = 1 - turn
        state[0], state[1] = turn, hand
    return 0.5, most


@kernel
def play_racks(desk, felt, start, in_play, in_hand, fouls, first, models, draws, seeds, out):
    """Play racks from one situation: seeds (m,), every second one with the errors of the one before it mirrored.

    start : (n, 2) m; in_play : (n,) int8; fouls : (2,); out : (m, 2) won by the player at the table, shots
    """
    places, table = desk.start_places, desk.start_in_play
    for k in range(seeds.shape[0]):
        for ball in range(in_play.shape[0]):
            places[ball, 0], places[ball, 1], table[ball] = start[ball, 0], start[ball, 1], in_play[ball]
        desk.fouls[0], desk.fouls[1] = fouls[0], fouls[1]
        sign = 1.0 if seeds[k] % 2 == 0 else -1.0
        out[k, 0], out[k, 1] = play_rack(
            desk, felt, places, table, in_hand, desk.fouls, first, models, draws, seeds[k] // 2, sign, MOST_SHOTS,
            desk.state,
        )  # fmt: skip


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

    first : (9,) a stroke that is played first, as made by `first_stroke`; without it the player decides
    first_rack : racks from this number on, so that parts of one run can be played apart and put together
    Stop by not asking for the next one. Raises `Refused` for what cannot be played out.
    """
    _check(situation, racks)
    mine = situation.shooter == "me"
    models = np.stack([m.row() for m in ((me, them) if mine else (them, me))])
    table, in_hand = situation.layout.table, situation.in_hand != "none"
    felt = Felt(pocket_windows(table), bed_of(table), physics_of(table))
    # With the cue ball in hand its place is chosen anew in every rack.
    layout = (situation.with_cue_at((0.0, 0.0)) if in_hand else situation).layout
    names = names_of(layout)
    start = np.array([layout.balls[name] for name in names]) if in_hand else places_of(layout)
    in_play = np.full(len(names), -1, dtype=np.int8)
    in_play[0] = -2 if in_hand else -1
    both = (situation.my_fouls, situation.their_fouls)
    fouls = np.array(both if mine else both[::-1])
    stroke = np.zeros(9) if first is None else first
    draws, found = standard_draws(_POLICY_SEED, DRAWN), np.zeros((racks, 2))
    seeds = 2 * seed * MOST_RACKS + first_rack + np.arange(racks, dtype=np.int64)

    def play(part: slice) -> None:
        play_racks(
            new_desk(len(names)), felt, start, in_play, in_hand, fouls, stroke, models, draws,
            seeds[part], found[part],
        )  # fmt: skip

    for begin in range(0, racks, _AT_A_TIME * CORES):
        end = min(racks, begin + _AT_A_TIME * CORES)

        def play_part(part: slice, begin: int = begin) -> None:
            play(slice(begin + part.start, begin + part.stop))

        over_slices(end - begin, play_part)
        yield PlayedOut(end, of_mean(found[:end, 0]), float(found[:end, 1].mean()))


def first_stroke(situation: Situation, own: Stroke | Wish, shooter: StrokeModel) -> Floats:
    """(9,) for `play_out`: a stroke of one's own with the first contact on which its errors depend."""
    scene = Scene(situation)
    option = read_option(scene, scene.play(rows_of(own_strokes(scene, [("stroke", own)])), trace=True), 0, "own")
    intention = option.intention
    banked = len(intention.cushions) if intention.kind == "bank" else 0
    judgement = judgement_m(float(shooter.row()[SIGHT]), len(intention.route), banked)
    return np.concatenate([option.stroke.row(), [option.contact_m, abs(option.cut_rad), judgement, 0.0]])


def _check(situation: Situation, racks: int) -> None:
    if situation.game not in PLAYED:
        raise refuse("game", f"{situation.game} cannot be played out yet", f"Play out {', '.join(PLAYED)}.")
    if not 2 <= racks <= MOST_RACKS:
        raise refuse("racks", f"{racks} is out of range", f"Use 2 to {MOST_RACKS}.")
    check(situation.layout)
