"""What to look out for: what happens when a stroke goes a little wrong, and what it asks of the body."""

import math
from collections.abc import Sequence
from dataclasses import replace

import numpy as np

from partita.errors import Refused
from partita.options.naming import POCKET_WORDS, ball_words
from partita.options.option import Caution, Option
from partita.options.scene import Scene, rows_of
from partita.physics.constants import NO_POCKET
from partita.physics.elevation import least_elevation
from partita.physics.facts import CUE_CUSHIONS_BEFORE, FIRST_HIT, ROUTE
from partita.physics.simulate import execute
from partita.players.conditions import reach_m
from partita.players.stroke_model import Hand
from partita.table.spec import POCKETS

# Turns of the aim and changes of the speed that are tried, in standard deviations.
_TURNS = (-2.0, -1.5, -1.0, -0.5, 0.0, 0.5, 1.0, 1.5, 2.0)
_SPEEDS = (0.85, 1.0, 1.15)
# Elevation from which it is worth a word, and reach (m) from which a rest is needed. Source of the latter:
# common practice, no source.
_RAISED_DEG, _REST_M = 4.0, 1.05


def with_watch(scene: Scene, options: Sequence[Option], aim_sd_rad: float, hand: Hand = "right") -> list[Option]:
    """The options with what to watch: scratches, wrong first hits, jaws, a raised butt, a long reach."""
    if not options:
        return []
    tries = len(_TURNS) * len(_SPEEDS)
    rows = np.repeat(rows_of([option.stroke for option in options]), tries, axis=0)
    turn, speed = (grid.ravel() for grid in np.meshgrid(_TURNS, _SPEEDS, indexing="ij"))
    rows[:, 0] += np.tile(turn * aim_sd_rad, len(options))
    rows[:, 1] *= np.tile(speed, len(options))
    shots = execute(scene.table, scene.places, rows, physics=scene.physics)
    first, fell = shots.facts[:, FIRST_HIT].reshape(-1, tries), shots.pocketed[:, 0].reshape(-1, tries)
    # A jaw counts as a cushion met, but not as one of the route.
    rails = np.array([len(np.base_repr(code, 5)) if code else 0 for code in shots.facts[:, ROUTE]])
    jaws = (shots.facts[:, CUE_CUSHIONS_BEFORE] > rails).reshape(-1, tries)
    return [
        replace(option, watch=(
            *option.watch, *_wrong_hits(scene, option, first[i]), *_scratches(fell[i]), *_jaws(jaws[i]),
            *_asked_of_the_body(scene, option, hand),
        ))
        for i, option in enumerate(options)
    ]  # fmt: skip


def _wrong_hits(scene: Scene, option: Option, first: np.ndarray) -> list[Caution]:
    wanted = -1 if option.intention.target is None else scene.names.index(option.intention.target)
    words = [
        Caution("first-hit", f"{ball_words(scene.names[ball])} may be hit first")
        for ball in np.unique(first)
        if ball >= 0 and ball != wanted and ball not in scene.targets
    ]
    return [*words, *([Caution("first-hit", "the ball may be missed")] if wanted >= 0 and np.any(first < 0) else [])]


def _scratches(fell: np.ndarray) -> list[Caution]:
    pockets = [POCKETS[pocket] for pocket in np.unique(fell) if 0 <= pocket < NO_POCKET]
    found = [Caution("scratch", f"scratch in the {POCKET_WORDS[pocket]}", pocket) for pocket in pockets]
    return [*found, Caution("scratch", "the cue ball may leave the table")] if np.any(fell == NO_POCKET) else found


def _jaws(jaws: np.ndarray) -> list[Caution]:
    return [Caution("jaw", "a jaw is close to the cue ball’s way")] if np.any(jaws) else []


def _asked_of_the_body(scene: Scene, option: Option, hand: Hand) -> list[Caution]:
    words = []
    try:
        raised = least_elevation(scene.situation.layout, option.stroke)
        if raised.degrees >= _RAISED_DEG:
            words.append(f"raise the butt {raised.degrees:.0f}° over the {raised.forced_by}")
    except Refused:
        words.append("the cue cannot clear what is behind it")
    reach = reach_m(scene.bed, scene.places[0], math.radians(option.stroke.aim_deg), hand)
    if reach > _REST_M:
        words.append(f"a stretch of {reach:.1f} m: use the rest")
    return [Caution("body", said) for said in words]
