"""Jumps: strokes over a ball that is in the way, at a ball that cannot be hit straight.

A jump is no better than it survives the player's hands: of all that clear what is in the way and land before the
target, those are kept that still hit it when they are struck as he strikes. Into pockets the surest of them are aimed
finely. Struck in the centre: nobody scoops.
"""

import math

import numpy as np

from partita.games.referee import standing_of
from partita.games.standing import GAME, SNOOKER
from partita.lines.sight import blockers_of
from partita.options.scene import Floats, Scene
from partita.physics.facts import CUT, FIRST_HIT, OVER, ROUTE
from partita.physics.simulate import Executions, execute
from partita.physics.stroke import level_strokes, no_strokes
from partita.players.executions import executed, standard_draws
from partita.rows.player import JUMPS, NO_JUMPS, WITH_JUMP_CUE
from partita.rows.stroke import AIM_RAD, CUE, ELEVATION_RAD, EXECUTED, JUMP_CUE, PLAYING_CUE

# Butts and speeds that are tried with each cue; the contacts aimed at, as offsets from full.
_ELEVATIONS_DEG = {JUMP_CUE: (20.0, 30.0, 40.0, 50.0), PLAYING_CUE: (35.0, 50.0, 65.0)}
_SPEEDS_MPS = {JUMP_CUE: tuple(np.geomspace(2.2, 6.0, 9)), PLAYING_CUE: tuple(np.geomspace(4.0, 10.0, 7))}
_OFFSETS = np.linspace(-0.85, 0.85, 11)
_TARGETS = 2
# Jumps of a target whose sureness is tried, with so many executions each; and how many of each fullness are kept.
_TRIED, _EXECUTIONS, _KEPT, _FULLNESSES = 90, 16, 2, 4
# The surest are aimed this finely, for pots.
_SUREST, _FINE_AIMS = 4, 61
# Less sure than this, nobody jumps.
_LEAST_SURE = 0.04


def cue_for_jumps(scene: Scene, shooter: Floats) -> int | None:
    """With which cue this shooter (11,) may jump here; None where he cannot, or must not."""
    kind = int(shooter[JUMPS])
    if kind == NO_JUMPS or standing_of(scene.situation)[GAME] == SNOOKER:
        return None
    if kind == WITH_JUMP_CUE:
        return JUMP_CUE if scene.table.jump_cues else None
    return PLAYING_CUE


def jumps(scene: Scene, shooter: Floats) -> Floats:
    """(k, 6) jumps at the nearest balls that cannot be hit straight: the surest by fullness, and finely for pots."""
    cue = cue_for_jumps(scene, shooter)
    if cue is None:
        return no_strokes()
    found = [no_strokes()]
    for target in scene.targets[:_TARGETS]:
        others = [ball for ball in range(1, len(scene.names)) if ball != target]
        if blockers_of(scene.places, target, others, scene.bed.radius):
            found += _at(scene, shooter, target, cue)
    return np.concatenate(found)


def _at(scene: Scene, shooter: Floats, target: int, cue: int) -> list[Floats]:
    rows = scene.raised(tried(scene, target, cue))
    shots = execute(scene.table, scene.places, rows, physics=scene.physics, until_contact=True)
    hits = np.flatnonzero(_is_jump(shots, target))
    if not len(hits):
        return []
    hits = hits[np.linspace(0, len(hits) - 1, min(_TRIED, len(hits))).astype(int)]
    rows, cuts = rows[hits], shots.measures[hits, CUT]
    sure = _sureness(scene, shooter, target, rows, cuts)
    best = np.argsort(-sure, kind="stable")
    best = best[sure[best] >= _LEAST_SURE]
    if not len(best):
        return []
    fullness = np.round(_FULLNESSES * np.sin(cuts)).astype(int)
    kept = [int(e) for e in best if np.sum(fullness[best][sure[best] > sure[e]] == fullness[e]) < _KEPT]
    fine = np.repeat(rows[best[:_SUREST]], _FINE_AIMS, axis=0)
    reach = math.asin(min(1.0, 2 * scene.bed.radius / scene.distance(target)))
    fine[:, AIM_RAD] = scene.direction(target) + np.tile(np.linspace(-reach, reach, _FINE_AIMS), len(best[:_SUREST]))
    return [rows[kept], fine]


def tried(scene: Scene, target: int, cue: int) -> Floats:
    """(m, 6) strokes at a target with one of the cues: contacts, speeds and butts that a jump may have."""
    reach = math.asin(min(1.0, 2 * scene.bed.radius / scene.distance(target)))
    aims = scene.direction(target) + np.arcsin(_OFFSETS * math.sin(reach))
    parts = np.meshgrid(aims, _SPEEDS_MPS[cue], np.radians(_ELEVATIONS_DEG[cue]), indexing="ij")
    aim, speed, elevation = (part.ravel() for part in parts)
    rows = level_strokes(aim, speed)
    rows[:, ELEVATION_RAD], rows[:, CUE] = elevation, cue
    return rows


def _is_jump(shots: Executions, target: int) -> Floats:
    """(m,) whether each flew over a ball and met the target before any rail."""
    facts = shots.facts
    hit = (facts[:, FIRST_HIT] == target) & (facts[:, ROUTE] == 0)
    return np.asarray(hit & (facts[:, OVER] == 1))


def _sureness(scene: Scene, shooter: Floats, target: int, rows: Floats, cuts: Floats) -> Floats:
    """(m,) how often each still meets its target first, in the shooter's hands."""
    draws, way = standard_draws(1, _EXECUTIONS), scene.distance(target)
    out = np.zeros((len(rows), _EXECUTIONS, EXECUTED))
    for row, cut, of_row in zip(rows, cuts, out, strict=True):
        executed(  # type: ignore[no-untyped-call]
            row, shooter, draws, scene.physics.k_endmass, way, float(cut), (0.0, 0.0, 0.0), 1.0, of_row
        )
    shots = execute(
        scene.table, scene.places, out.reshape(-1, EXECUTED), physics=scene.physics, until_contact=True
    )  # fmt: skip
    hit = (shots.facts[:, FIRST_HIT] == target).reshape(len(rows), _EXECUTIONS)
    return np.asarray(hit.mean(axis=1))
