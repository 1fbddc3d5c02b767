"""What changes the choice: the leading options under other hands, another opponent, another table.

Each change plays the leaders again with draws that are the same for all options and all changes, so that what
differs between two lines of the answer differs by the change. The strokes stay as they are: the question is
whether the decision holds when a number was wrong, not what a wiser player would then do.
"""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace

import numpy as np

from partita.games.situation import Situation
from partita.intervals import of_mean
from partita.options.option import Option
from partita.players.executions import standard_draws
from partita.players.stroke_model import PRESETS, StrokeModel
from partita.table.layout import problems_of
from partita.table.spec import TableSpec, with_cloth, with_pockets
from partita.weighing.rater import Rater

Floats = np.ndarray[tuple[int, ...], np.dtype[np.float64]]
# How many of the leaders are looked at, with how many draws each, and whose stream of draws that is.
LEADERS, SAMPLES, _STREAM = 4, 240, 15_013
STROKE_ERRORS = (0.7, 0.85, 1.2, 1.4)
_SCALED = ("aim_deg", "speed", "tip", "sight_mm")
_FINEST = {"aim_deg": 0.005, "speed": 0.005, "tip": 0.001, "sight_mm": 0.0}


@dataclass(frozen=True)
class Change:
    """One number made different: its kind, how it is told, and the question with it changed."""

    kind: str
    name: str
    situation: Situation
    shooter: StrokeModel
    other: StrokeModel


@dataclass(frozen=True)
class Changed:
    """What a change does: the rack chances of the leaders then, which of them is best, and whether that is another."""

    kind: str
    name: str
    best: int
    rack_chance: tuple[float, ...]
    changes: bool


@dataclass(frozen=True)
class Changes:
    """The leaders, their rack chances as asked with the same draws, and what each change does to them."""

    leaders: tuple[Option, ...]
    as_asked: tuple[float, ...]
    changes: tuple[Changed, ...]


def scaled(model: StrokeModel, factor: float) -> StrokeModel:
    """The player with all errors of the stroke multiplied."""
    return replace(model, **{name: max(_FINEST[name], getattr(model, name) * factor) for name in _SCALED})  # type: ignore[arg-type]


def changes_of(situation: Situation, shooter: StrokeModel, other: StrokeModel) -> Iterator[Change]:
    """The changes that are tried: one's stroke, the other player, the cloth, the pockets."""
    for factor in STROKE_ERRORS:
        yield Change("stroke error", _error_words(factor), situation, scaled(shooter, factor), other)
    for name, model in _neighbours(other):
        yield Change("opponent", name, situation, shooter, model)
    table = situation.layout.table
    for name in ("slow", "fast"):
        yield Change("cloth", f"{name}er cloth", _on(situation, with_cloth(table, name)), shooter, other)
    for name in ("tight", "loose"):
        yield Change("pockets", f"{name} pockets", _on(situation, with_pockets(table, name)), shooter, other)


def _error_words(factor: float) -> str:
    """A factor of the stroke's errors in words.

    >>> _error_words(0.85), _error_words(1.4)
    ('15 % smaller', '40 % larger')
    """
    return f"{abs(round(100 * (factor - 1)))} % {'smaller' if factor < 1 else 'larger'}"


def _neighbours(other: StrokeModel) -> Iterator[tuple[str, StrokeModel]]:
    """The levels next to a player's: the weakest that is better, and the best that is weaker."""
    better = [model for model in PRESETS.values() if model.aim_deg < 0.98 * other.aim_deg]
    weaker = [model for model in PRESETS.values() if model.aim_deg > 1.02 * other.aim_deg]
    if weaker:
        yield f"weaker: {weaker[0].name}", weaker[0]
    if better:
        yield f"better: {better[-1].name}", better[-1]


def _on(situation: Situation, table: TableSpec) -> Situation:
    return replace(situation, layout=replace(situation.layout, table=table))


def what_changes(
    rater: Rater, options: Sequence[Option], players: tuple[StrokeModel, StrokeModel], seed: int
) -> Changes:
    """For each change the rack chances of the leaders, and which of them is then best; best first as given.

    players : the shooter and the other player
    """
    leaders, draws = tuple(options[:LEADERS]), standard_draws(seed + _STREAM, SAMPLES)
    rows = []
    # A ball that hangs in the jaws would have dropped into looser pockets: there is nothing to say of those.
    for change in (one for one in changes_of(rater.situation, *players) if not problems_of(one.situation.layout)):
        values = _values(Rater(change.situation, change.shooter, change.other), leaders, draws)
        best = int(np.argmax([value.mean() for value in values]))
        lead = values[best] - values[0]
        stands = best == 0 or lead.mean() <= _noise(lead)
        rows.append(Changed(change.kind, change.name, best, _means(values), not stands))
    return Changes(leaders, _means(_values(rater, leaders, draws)), tuple(rows))


def _values(rater: Rater, options: Sequence[Option], draws: Floats) -> list[Floats]:
    return [rater.sample(option, draws).value for option in options]


def _means(values: list[Floats]) -> tuple[float, ...]:
    return tuple(float(value.mean()) for value in values)


def _noise(differences: Floats) -> float:
    """Half the width of the interval of a mean of paired differences: smaller leads are chance."""
    shifted = of_mean(0.5 + 0.5 * differences)
    return shifted.high - shifted.low
