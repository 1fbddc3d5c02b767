"""The positions that the odds are held against: of all games, as they come up in racks played out.

Racks begin after a simulated break or with balls scattered in mid-game; two players of the pair play on for a few
shots; what whoever is then at the table finds is a position. `python -m benchmarks.odds.positions` makes the set
again and keeps it, as layout files, in `positions.json`.
"""

import json
from pathlib import Path

import numpy as np

from partita.files import layout_file
from partita.files.layout_file import LayoutFile
from partita.games.game import Outcomes
from partita.games.opening import opened
from partita.games.question import Question
from partita.games.referee import situation_of
from partita.games.situation import Situation
from partita.players.executions import standard_draws
from partita.players.stroke_model import PRESETS, StrokeModel
from partita.playing.desk import DRAWN
from partita.playing.playout import Start, start_of
from partita.playing.racks import LOG, play_rack
from partita.rows.candidate import COLUMNS
from partita.table.layout import problems_of

PAIRS = (
    ("league", "league"),
    ("strong league", "strong league"),
    ("semi-professional", "semi-professional"),
    ("professional", "league"),
    ("league", "strong league"),
    ("beginner", "league"),
)
# How many positions of each game; nine-ball is what most players play.
GAMES = {"nine-ball": 80, "eight-ball": 40, "ten-ball": 30, "straight-pool": 25, "snooker": 25}
_MOST_SHOTS = 14
SET = Path(__file__).with_name("positions.json")
Json = dict[str, object]


def position(game: str, seed: int, me: StrokeModel, them: StrokeModel) -> Situation | None:
    """What is on the table some shots into a rack; None when the rack was over by then, or all but."""
    start = start_of(Question(opened(game, seed), me, them))
    shots = int(np.random.default_rng([seed, 3]).integers(1, _MOST_SHOTS))
    won, _, who = play_rack(
        start.desk(), start.places, start.in_play, start.standing, np.zeros(COLUMNS), standard_draws(3, DRAWN),
        seed, 1.0, shots, np.zeros((0, LOG)),
    )  # fmt: skip
    if won != 0.5:
        return None
    found = situation_after(start, who)
    return None if len(found.object_balls) < 2 or problems_of(found.layout) else found


def situation_after(start: Start, who: int) -> Situation:
    """The arrays of a start as play left them, as a situation."""
    nothing = np.zeros(1, dtype=np.int64)
    left = Outcomes(nothing.astype(np.int8), start.places[None], start.in_play[None], start.standing[None], nothing)
    return situation_of(start.situation, who == 0, start.names, left, 0)


def _make() -> list[Json]:
    found: list[tuple[float, Json]] = []
    for game, wanted in GAMES.items():
        seed, kept = 0, 0
        while kept < wanted:
            pair = PAIRS[seed % len(PAIRS)]
            # The set of the fit uses seeds from 10,000 on: these racks are held out.
            situation = position(game, seed, *(PRESETS[name] for name in pair))
            seed += 1
            if situation is not None:
                row: Json = {"me": pair[0], "them": pair[1], "layout": layout_file.write(LayoutFile(situation))}
                found.append((kept / wanted, row))
                kept += 1
    # The games in turn, so that any first part of the set has some of each.
    return [row for _, row in sorted(found, key=lambda pair: pair[0])]


def kept_positions() -> list[tuple[Situation, str, str]]:
    """The set: situations with the levels of both players."""
    rows: list[dict[str, object]] = json.loads(SET.read_text(encoding="utf-8"))
    return [(layout_file.read(row["layout"]).situation, str(row["me"]), str(row["them"])) for row in rows]  # type: ignore[arg-type]


if __name__ == "__main__":
    rows = _make()
    SET.write_text("[\n" + ",\n".join(json.dumps(row) for row in rows) + "\n]\n", encoding="utf-8")
    print(f"{len(rows)} positions")
