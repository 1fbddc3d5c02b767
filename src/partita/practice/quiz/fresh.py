"""A choice that the ledger does not hold, weighed afresh against its best line on the same draws."""

import numpy as np
from numpy.typing import NDArray

from partita.errors import refuse
from partita.games.game import CHOICE, TURN_OVER
from partita.options.finder import constructed, swept
from partita.options.fold import fold, shot_of
from partita.options.naming import POCKET_WORDS
from partita.options.option import Option
from partita.options.sweep import around, fan
from partita.options.trace import read_option
from partita.physics.facts import FIRST_HIT
from partita.physics.simulate import execute
from partita.physics.stroke import Stroke, no_strokes
from partita.players.executions import standard_draws
from partita.practice.quiz.choice import Choice, Place
from partita.table.diamonds import metres
from partita.weighing.rater import Rater
from partita.weighing.weighed import Weighed

# Executions of each stroke that could be meant, and of the one that is judged; strokes looked at closely.
_FIRST_LOOK, _SAMPLES, _LOOKED_AT = 96, 800, 6
# Safeties of this many strokes nearest to what is wanted are told apart by what they are worth.
_NEAREST = 8
# Other draws than those by which a ledger picks its strokes.
_SEED = 60_013


def weigh_choice(rater: Rater, best: Stroke, choice: Choice) -> tuple[Weighed, Weighed]:
    """The best line's stroke and the choice's, both on the same draws.

    Of the strokes that do what is chosen the one that wins most is taken. `Refused` where no stroke does it.
    """
    if choice.meant == "stroke":
        options = [_read(rater, choice.stroke or best)]
    else:
        options = _pots(rater, choice) if choice.meant == "pot" else _safeties(rater, choice)
    look = standard_draws(_SEED, _FIRST_LOOK)
    values = [float(rater.sample(option, look).value.mean()) for option in options]
    chosen = options[int(np.argmax(values))]
    draws = standard_draws(_SEED + 1, _SAMPLES)
    judged = (Weighed(option, rater.sample(option, draws), confirmed=True) for option in (_read(rater, best), chosen))
    return next(judged), next(judged)


def _read(rater: Rater, stroke: Stroke) -> Option:
    return read_option(rater.scene, rater.scene.play(stroke.row()[None], trace=True), 0, "own")


def _pots(rater: Rater, choice: Choice) -> list[Option]:
    """Strokes that pot the ball where it is wanted: straight, else by whatever way the sweep finds."""

    def wanted(options: list[Option]) -> list[Option]:
        return [o for o in options if (o.intention.potted, o.intention.pocket) == (choice.ball, choice.pocket)]

    found = wanted(constructed(rater.scene))
    found = found or wanted(swept(rater.scene, rater.clean_values, rater.shooter, []))
    if not found:
        into = POCKET_WORDS[choice.pocket or ""]
        raise refuse("choice", f"no stroke that is found pots the {choice.ball} into the {into}", "Choose another.")
    worth = rater.clean_values(rater.scene.play(np.array([option.stroke.row() for option in found])))
    return [found[k] for k in np.argsort(-worth, kind="stable")[:_LOOKED_AT]]


def _safeties(rater: Rater, choice: Choice) -> list[Option]:
    """Legal strokes at the ball that pot nothing, those that bring both balls nearest to where they should be."""
    scene = rater.scene
    target = scene.names.index(choice.ball or "")
    if target not in scene.targets:
        on = ", ".join(scene.names[ball] for ball in scene.targets)
        raise refuse("choice ball", f"the {choice.ball} may not be hit first", f"Use {on}.")
    rows = _strokes_at(rater, target)
    if not len(rows):
        raise refuse("choice", f"no stroke that is found hits the {choice.ball} first", "Choose another.")
    reading = scene.play(rows)
    passes = np.isin(reading.outcomes.code, (TURN_OVER, CHOICE)) & (reading.shots.facts[:, FIRST_HIT] == target)
    if not passes.any():
        raise refuse("choice", f"no stroke that is found is safe off the {choice.ball}", "Choose another.")
    off = np.maximum(
        _off(rater, reading.shots.finals[:, 0], choice.cue_to),
        _off(rater, reading.shots.finals[:, target], choice.ball_to),
    )
    nearest = np.argsort(np.where(passes, off, np.inf), kind="stable")[: min(_NEAREST, int(passes.sum()))]
    named = scene.play(rows[nearest], trace=True)
    return fold([read_option(scene, named, e, "swept") for e in range(len(nearest))], shot_of, _NEAREST)


def _strokes_at(rater: Rater, target: int) -> NDArray[np.float64]:
    """(m, 6) strokes that meet a ball first: straight at it, or by way of rails where it cannot be seen."""
    scene = rater.scene
    for rows in (scene.raised(fan(scene)), scene.raised(around(scene))):
        shots = execute(scene.table, scene.places, rows, physics=scene.physics, until_contact=True)
        met: NDArray[np.float64] = rows[shots.facts[:, FIRST_HIT] == target]
        if len(met):
            return met
    return no_strokes()


def _off(rater: Rater, rests: NDArray[np.float64], wanted: Place | None) -> NDArray[np.float64]:
    """(m,) how far, m, each of (m, 2) places of rest is from a place wanted; 0 where none is."""
    if wanted is None:
        return np.zeros(len(rests))
    return np.asarray(np.linalg.norm(rests - np.array(metres(rater.scene.table, *wanted)), axis=1))
