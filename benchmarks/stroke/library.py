"""The library of positions on which errors are priced: of racks between equals of every level, each decision alike.

Racks begin after a simulated break or with balls scattered in mid-game, as those of the odds' positions do, and are
played to the end; one decision in a few, whoever's it is, is kept. Run by `./partita bench stroke.library`, six
minutes; keeps `src/partita/practice/library.json`.
"""

import json
import sys
from pathlib import Path

import numpy as np

from partita import practice
from partita.games.opening import opened
from partita.games.question import Question
from partita.players.executions import standard_draws
from partita.players.stroke_model import PRESETS, StrokeModel
from partita.playing.desk import DRAWN
from partita.playing.playout import Start, start_of
from partita.playing.racks import LOG, play_rack
from partita.rows.candidate import COLUMNS

GAMES = {"nine-ball": 80, "eight-ball": 40}
_FIRST_SEED, _MOST_SHOTS, _OF_A_RACK = 700_000, 160, 3
_LIBRARY = Path(practice.__file__).with_name("library.json")
Json = dict[str, object]


def played(game: str, model: StrokeModel, seed: int, shots: int) -> tuple[Start, float, int]:
    """A rack after so many shots: its arrays, 0.5 while it goes on, and shots played."""
    start = start_of(Question(opened(game, seed), model, model))
    won, count, _ = play_rack(
        start.desk(), start.places, start.in_play, start.standing, np.zeros(COLUMNS), standard_draws(3, DRAWN),
        seed, 1.0, shots, np.zeros((0, LOG)),
    )  # fmt: skip
    return start, won, count


def row_of(start: Start, game: str, level: int) -> Json:
    """A position as it is kept."""
    return {
        "game": game, "level": level, "names": list(start.names),
        "down": [name for name, there in zip(start.names, start.in_play, strict=True) if there != -1],
        "places": np.round(start.places, 4).tolist(), "standing": start.standing.tolist(),
    }  # fmt: skip


def of_level(game: str, level: int, wanted: int) -> tuple[list[Json], float]:
    """Positions of a level's racks, and the decisions that a player has in one."""
    model, rng, found, lengths = list(PRESETS.values())[level], np.random.default_rng(level), [], []
    seed = _FIRST_SEED
    while len(found) < wanted:
        *_, count = played(game, model, seed, _MOST_SHOTS)
        lengths.append(count)
        # As many of a rack as it is long, on average, so that every decision is as likely.
        chosen = rng.permutation(count)[: rng.binomial(count, min(1.0, _OF_A_RACK / 12))]
        for shots in sorted(int(one) for one in chosen):
            start, won, _ = played(game, model, seed, shots) if shots else (
                start_of(Question(opened(game, seed), model, model)), 0.5, 0
            )  # fmt: skip
            if won == 0.5:
                found.append(row_of(start, game, level))
        seed += 1
    return found[:wanted], float(np.mean(lengths)) / 2


def main() -> None:
    """Play, keep, say."""
    positions: list[Json] = []
    decisions: dict[str, list[float]] = {}
    for game, wanted in GAMES.items():
        for level in range(len(PRESETS)):
            found, count = of_level(game, level, wanted)
            positions += found
            decisions.setdefault(game, []).append(round(count, 2))
            sys.stderr.write(f"{game}, level {level}: {count:.1f} decisions a rack\n")
    rows = ",\n".join(json.dumps(row) for row in positions)
    text = f'{{"decisions_a_rack": {json.dumps(decisions)},\n"positions": [\n{rows}\n]}}\n'
    _LIBRARY.write_text(text, "utf-8")
    print(f"{len(positions)} positions, {len(text) // 1000} kB")


if __name__ == "__main__":
    main()
