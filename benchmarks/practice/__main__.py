"""How the ladder settles: players whose level is not the one that is taken to be theirs, drill by drill.

Run by `./partita bench practice`, about ten minutes on two cores. Every level plays each ladder as it is begun for the
same level, one level up and one down; what it makes at each step is simulated, the attempts are drawn from that.
"""

import sys
from typing import Any

import numpy as np

from benchmarks.figures import keep
from partita.players.stroke_model import PRESETS
from partita.practice.drills.catalogue import DRILLS
from partita.practice.drills.expected import Expected, expected
from partita.practice.drills.ladder import first_step, moved, suiting
from partita.table.spec import TableSpec

_PLAYERS, _AFTER = 400, (0, 10, 20, 30, 40, 60, 80)


def settled(told: list[Expected], true: list[float], begun: int, rng: np.random.Generator) -> list[bool]:
    """Whether a player stands at a step that suits him, after so many attempts."""
    step, made, attempts, found, right = begun, 0, 0, [], suiting(true)
    for count in range(max(_AFTER) + 1):
        if count in _AFTER:
            found.append(step in right)
        hit = bool(rng.random() < true[step])
        made, attempts = made + hit, attempts + 1
        following = moved(told, step, made, attempts)
        if following != step:
            step, made, attempts = following, 0, 0
    return found


def main() -> None:
    """Print and keep the shares, and what every level is expected to make."""
    table, rng = TableSpec(), np.random.default_rng(7)
    shares: dict[str, Any] = {}
    rows: dict[str, dict[str, list[list[float]]]] = {"as taken": {}, "one level off": {}}
    for drill in DRILLS.values():
        by_level = [list(expected(drill, model, table)) for model in PRESETS.values()]
        shares[drill.key] = {
            step.name: [None if (c := told[k].chance) is None else round(c.value, 3) for told in by_level]
            for k, step in enumerate(drill.steps)
        }
        sys.stderr.write(f"{drill.key}: {shares[drill.key]}\n")
        for level, told in enumerate(by_level):
            true = [0.0 if one.chance is None else one.chance.value for one in told]
            for taken in (level - 1, level, level + 1):
                if drill.fixed_order or not 0 <= taken < len(by_level):
                    continue
                begun = first_step(by_level[taken])
                runs = [settled(by_level[taken], true, begun, rng) for _ in range(_PLAYERS)]
                sort = rows["as taken" if taken == level else "one level off"]
                sort.setdefault(drill.key, []).append(np.round(np.mean(runs, axis=0), 3).tolist())
    every = {name: [row for of_drill in sort.values() for row in of_drill] for name, sort in rows.items()}
    figures = {
        "levels": list(PRESETS), "expected": shares, "attempts": list(_AFTER),
        "at a step that suits": {name: np.round(np.mean(all_, axis=0), 3).tolist() for name, all_ in every.items()},
        "nine in ten of drills and levels from": {
            name: np.round(np.quantile(all_, 0.1, axis=0), 3).tolist() for name, all_ in every.items()
        },
        "by drill": {
            name: {key: np.round(np.mean(of_drill, axis=0), 3).tolist() for key, of_drill in sort.items()}
            for name, sort in rows.items()
        },
    }  # fmt: skip
    for name, row in figures["at a step that suits"].items():
        print(f"{name}: " + ", ".join(f"{100 * share:.0f} % after {n}" for n, share in zip(_AFTER, row, strict=True)))
    keep("practice", figures)


if __name__ == "__main__":
    main()
