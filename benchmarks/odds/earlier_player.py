"""Run by `earlier.py` on the sources of an earlier version: answers on standard output what its ledger puts first."""

import json
import sys
from dataclasses import replace

import numpy as np

from benchmarks.odds.duel import after, by_ledger
from partita.games.opening import broken
from partita.games.question import Question
from partita.players.stroke_model import PRESETS
from partita.playing.playout import start_of

_GAME, _ANY_BREAK = "nine-ball", 50_000
_TYPES = {"places": float, "in_play": np.int8, "standing": np.int64}


def main() -> None:
    """A line for a line, until there are no more."""
    for line in sys.stdin:
        asked = json.loads(line)
        level = PRESETS[asked["level"]]
        # The table and the game of any break; which balls there are, and where, is as asked.
        base = start_of(Question(broken(_GAME, _ANY_BREAK), level, level))
        arrays = {name: np.array(asked[name], dtype=kind) for name, kind in _TYPES.items()}
        scene, option = by_ledger(after(replace(base, names=tuple(asked["names"]), **arrays)), level)
        answer = {
            "cue": scene.places[0].tolist(),
            "stroke": option.stroke.row().tolist(),
            "kind": option.intention.kind,
            "ball": option.call.ball,
            "pocket": option.call.pocket,
            "push_out": option.call.push_out,
        }
        print(json.dumps(answer), flush=True)


if __name__ == "__main__":
    main()
