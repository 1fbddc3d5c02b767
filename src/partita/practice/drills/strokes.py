"""The stroke by which a step is best played in some hands: found among many on the simulator, not prescribed.

Strokes of a wide grid are played without error; those that do what the step asks are tried in the player's hands, few
times all, more often the best and their neighbours (successive halving with common draws).
"""

import math

import numpy as np
from numpy.typing import NDArray

from partita.errors import refuse
from partita.options.jumps import cue_for_jumps, tried
from partita.options.pots import aimed
from partita.options.scene import Scene
from partita.options.sweep import between
from partita.physics.facts import FIRST_HIT
from partita.physics.simulate import execute
from partita.physics.stroke import level_strokes
from partita.players.executions import standard_draws
from partita.players.stroke_model import StrokeModel
from partita.practice.drills.drill import SetUp
from partita.practice.drills.hands import Intended, Referee, in_hands, intended, play
from partita.rows.stroke import AIM_RAD, HEIGHT_R, SPEED_MPS
from partita.table.spec import POCKETS

Floats = NDArray[np.float64]
# Places of the tip (side, height), R; speeds m/s.
_HEIGHTS = (0.0, 0.2, 0.4, -0.2, -0.38)
_SIDES = (0.0, 0.25, -0.25, 0.45, -0.45)
_POT_SPEEDS, _POT_HEIGHTS = tuple(np.geomspace(0.7, 5.0, 28)), tuple(np.linspace(-0.45, 0.48, 14))
_ROLL_SPEEDS = tuple(np.geomspace(0.5, 4.6, 26))
_KICK_SPEEDS = (1.2, 1.7, 2.4, 3.2, 4.2, 5.2)
# Contacts from thin to full to thin; directions off a rail, rad.
_CONTACTS, _OFF_RAIL, _OFF_RAIL_RAD = 41, 161, math.radians(78)
# Strokes tried in the player's hands, how often, and how many stay.
_ROUNDS = ((96, 32), (14, 120), (4, 500))
_SEED = 70_001


def best_stroke(set_up: SetUp, player: StrokeModel) -> Intended:
    """The stroke with which this player does what a step asks most often. `Refused` where none does it."""
    referee, hands = Referee(set_up, player), player.row()
    found = _that_do(set_up, referee, _grid(set_up, player))
    if not len(found):
        raise refuse(set_up.step.name, "no stroke that is found does it on this table", "Ask for less, or move a ball.")
    field = intended(set_up, _spread(found, _ROUNDS[0][0]))
    for number, (stay, tries) in enumerate(_ROUNDS):
        field = field[:stay]
        if number == 1:
            field = [*field, *intended(set_up, _that_do(set_up, referee, _neighbours(field)))]
        draws = standard_draws(_SEED + number, tries)
        made = [float(referee.succeed(play(set_up, in_hands(set_up, one, hands, draws))).mean()) for one in field]
        field = [field[k] for k in np.argsort(-np.array(made), kind="stable")]
    return field[0]


def _that_do(set_up: SetUp, referee: Referee, rows: Floats) -> Floats:
    """The strokes (m, 6) that do what is asked when they are played without error."""
    return rows[referee.succeed(play(set_up, rows))] if len(rows) else rows


def _spread(rows: Floats, count: int) -> Floats:
    """So many of the strokes (m, 6), from all over the grid."""
    return rows if len(rows) <= count else rows[np.linspace(0, len(rows) - 1, count).astype(int)]


def _neighbours(field: list[Intended]) -> Floats:
    """(m, 6) strokes a little faster and slower, higher and lower, to the left and right of some."""
    steps = [
        (0, 0.93, 0),
        (0, 1.07, 0),
        (0, 1, 0.1),
        (0, 1, -0.1),
        (0.004, 1, 0),
        (-0.004, 1, 0),
        (0.001, 1, 0),
        (-0.001, 1, 0),
    ]
    rows = np.array([one.stroke for one in field for _ in steps])
    turn, factor, higher = (np.tile([step[k] for step in steps], len(field)) for k in range(3))
    rows[:, AIM_RAD] += turn
    rows[:, SPEED_MPS] *= factor
    rows[:, HEIGHT_R] = np.clip(rows[:, HEIGHT_R] + higher, -0.45, 0.48)
    return rows


def _grid(set_up: SetUp, player: StrokeModel) -> Floats:
    """(m, 6) strokes of the kind that a step asks for."""
    rule = set_up.step.rule
    if rule.over:
        return _jumps(set_up, player)
    if rule.ball is None:
        return _alone(set_up)
    if rule.rails or rule.cushions:
        return _by_rails(set_up)
    return _pots(set_up) if rule.pocket else _contacts(set_up)


def _sides(set_up: SetUp) -> tuple[float, ...]:
    return _SIDES if set_up.step.side is None else (set_up.step.side,)


def _pots(set_up: SetUp) -> Floats:
    """(m, 6) for each speed and tip the stroke that sends the ball into the open middle of the pocket."""
    hows = _combined(np.zeros(1), _POT_SPEEDS, (set_up.step.side or 0.0,), _POT_HEIGHTS)
    return aimed(Scene(set_up.situation), set_up.target, POCKETS.index(set_up.step.rule.pocket or ""), hows)


def _contacts(set_up: SetUp) -> Floats:
    """(m, 6) strokes straight at the ball, from thin to full to thin."""
    way = set_up.places[set_up.target] - set_up.places[0]
    reach = math.asin(min(1.0, 2 * set_up.table.ball_radius_m / float(np.hypot(*way))))
    aims = math.atan2(way[1], way[0]) + np.arcsin(np.linspace(-0.985, 0.985, _CONTACTS) * math.sin(reach))
    return _combined(aims, _ROLL_SPEEDS[:-4], _sides(set_up)[:3], _HEIGHTS)


def _jumps(set_up: SetUp, player: StrokeModel) -> Floats:
    """(m, 6) strokes over what is in the way, with the cue that this player jumps with."""
    scene = Scene(set_up.situation)
    cue = cue_for_jumps(scene, player.row())
    if cue is None:
        raise refuse(
            set_up.step.name, "this player does not jump on this table",
            "Under Players, say what he jumps with; the table must allow a jump cue.",
        )  # fmt: skip
    return scene.raised(tried(scene, set_up.target, cue))


def _alone(set_up: SetUp) -> Floats:
    """(m, 6) strokes of a cue ball alone at the first rail that is asked for, else all round."""
    straight = set_up.step.rule.cushions <= 1 and len(set_up.step.rule.rails) == 1
    aims = _off_rail(set_up) if not straight else _middle_of_rail(set_up) + np.linspace(-0.6, 0.6, 49)
    return _combined(aims, _ROLL_SPEEDS, _sides(set_up)[:3], (0.0, 0.2))


def _by_rails(set_up: SetUp) -> Floats:
    """(m, 6) kicks that meet the ball, looked at finely about those that do."""
    rows = _combined(_off_rail(set_up), _KICK_SPEEDS, _sides(set_up), _HEIGHTS)
    met = _that_meet(set_up, rows)
    return _that_meet(set_up, between(met[:: max(1, len(met) // 1200)], 5)) if len(met) else met


def _that_meet(set_up: SetUp, rows: Floats) -> Floats:
    shots = execute(set_up.table, set_up.places, rows, physics=set_up.physics, until_contact=True)
    found: Floats = rows[shots.facts[:, FIRST_HIT] == set_up.target]
    return found


def _middle_of_rail(set_up: SetUp) -> float:
    """Direction straight at the first rail that is asked for, rad."""
    rails = set_up.step.rule.rails
    straight = {"near-long": -math.pi / 2, "far-long": math.pi / 2, "head": math.pi, "foot": 0.0}
    return straight[rails[0]] if rails else 0.0


def _off_rail(set_up: SetUp) -> Floats:
    """Directions at the first rail that is asked for; without one, all round."""
    if not set_up.step.rule.rails:
        return np.asarray(2 * np.pi * np.arange(2 * _OFF_RAIL) / (2 * _OFF_RAIL))
    return _middle_of_rail(set_up) + np.linspace(-_OFF_RAIL_RAD, _OFF_RAIL_RAD, _OFF_RAIL)


def _combined(aims: Floats, speeds: tuple[float, ...], sides: tuple[float, ...], heights: tuple[float, ...]) -> Floats:
    """(m, 6) every aim with every speed and every place of the tip."""
    parts = np.meshgrid(aims, speeds, sides, heights, indexing="ij")
    return level_strokes(*(part.ravel() for part in parts))
