"""How far glance and weigh can be trusted: held against whole racks played out, on positions from real racks.

Positions are drawn from racks that two players play from a scattered table, stopped after a few shots. Truth is
the share of racks that the player at the table then wins by play-outs. Run by `./partita bench odds`; prints
the figures and keeps them in `benchmarks/results/odds.json`.
"""

import sys
import time

import numpy as np
from numpy.typing import NDArray

from benchmarks.figures import keep, scattered
from partita.games.situation import Situation
from partita.odds.bench import Bench
from partita.odds.glance import glance
from partita.odds.playout import play_out, play_rack
from partita.odds.policy import DRAWN, Felt, new_desk
from partita.odds.weigh import WeighRequest, weigh
from partita.physics.pocket_windows import pocket_windows
from partita.physics.simulate import names_of, physics_of
from partita.players.executions import standard_draws
from partita.players.stroke_model import PRESETS, StrokeModel
from partita.table.geometry import bed_of
from partita.table.layout import Layout, problems_of
from partita.table.spec import TableSpec

_PAIRS = (
    ("league", "league"),
    ("strong league", "strong league"),
    ("professional", "league"),
    ("league", "strong league"),
)
TABLE = TableSpec()
Floats = NDArray[np.float64]


def position(seed: int, me: StrokeModel, them: StrokeModel) -> Situation | None:
    """A position some shots into a rack of nine; None when the rack was over by then."""
    rng = np.random.default_rng(seed)
    places, in_play = scattered(1000 + seed, 10), np.full(10, -1, dtype=np.int8)
    desk, felt = new_desk(10), Felt(pocket_windows(TABLE), bed_of(TABLE), physics_of(TABLE))
    models, fouls = np.stack([me.row(), them.row()]), np.zeros(2, dtype=np.int64)
    shots, draws = int(rng.integers(1, 12)), standard_draws(3, DRAWN)
    won, _ = play_rack(
        desk, felt, places, in_play, False, fouls, np.zeros(9), models, draws, seed, 1.0, shots, desk.state
    )
    if won != 0.5 or desk.state[1]:
        return None
    names = ("cue", *(str(n) for n in range(1, 10)))
    balls = {name: (float(x), float(y)) for name, (x, y), on in zip(names, places, in_play, strict=True) if on == -1}
    layout = Layout(TABLE, balls)
    if problems_of(layout) or len(balls) < 3:
        return None
    return Situation(layout, shooter="me" if desk.state[0] == 0 else "them")


def measured(situation: Situation, me: StrokeModel, them: StrokeModel, racks: int) -> dict[str, float]:
    """What glance, weigh and play-outs say of one position, for the player at the table."""
    mine = situation.shooter == "me"
    shooter, other = (me, them) if mine else (them, me)
    bench = Bench(situation, shooter, other)
    seen = glance(bench.windows, bench.bed, bench.places, False, shooter.row(), other.row())
    started = time.perf_counter()
    study = list(weigh(WeighRequest(situation, me, them, samples=400)))[-1]
    seconds = time.perf_counter() - started
    options: list[dict[str, dict[str, float]]] = study.document["options"]  # type: ignore[assignment]
    truth = list(play_out(situation, me, them, racks))[-1]
    return {
        "balls": len(names_of(situation.layout)) - 1,
        "glance": seen.rack_chance,
        "weigh": options[0]["rack_chance"]["value"] if options else float("nan"),
        "truth": truth.chance.value,
        "seconds": seconds,
    }


def summary(rows: list[dict[str, float]], name: str, racks: int) -> dict[str, object]:
    """Bias, root mean square error beyond the truth's own noise, correlation, and reliability by fifths."""
    said, truth = np.array([row[name] for row in rows]), np.array([row["truth"] for row in rows])
    good = np.isfinite(said)
    said, truth = said[good], truth[good]
    noise = float(np.mean(truth * (1 - truth)) / racks)
    order = np.argsort(said)
    groups = np.array_split(order, 5)
    return {
        "positions": len(said),
        "bias": round(float(np.mean(said - truth)), 3),
        "rmse_beyond_noise": round(float(np.sqrt(max(0.0, np.mean((said - truth) ** 2) - noise))), 3),
        "correlation": round(float(np.corrcoef(said, truth)[0, 1]), 3),
        "reliability": [
            {"said": round(float(said[g].mean()), 3), "won": round(float(truth[g].mean()), 3), "positions": len(g)}
            for g in groups
        ],
    }


def main(positions: int = 60, racks: int = 100) -> None:
    """Measure, print, keep."""
    rows, seed = [], 0
    while len(rows) < positions:
        me, them = (PRESETS[name] for name in _PAIRS[seed % len(_PAIRS)])
        situation = position(seed, me, them)
        seed += 1
        if situation is not None:
            rows.append(measured(situation, me, them, racks))
            sys.stderr.write(f"\r{len(rows)} of {positions} positions")
            sys.stderr.flush()
    spread = float(np.mean([row["truth"] * (1 - row["truth"]) for row in rows]) / racks)
    figures: dict[str, object] = {"racks_a_position": racks, "standard_error_of_truth": round(spread**0.5, 3)}
    figures |= {name: summary(rows, name, racks) for name in ("glance", "weigh")}
    keep("odds", figures | {"seconds_a_study": round(float(np.median([row["seconds"] for row in rows])), 2)})


if __name__ == "__main__":
    main(*(int(word) for word in sys.argv[1:]))
