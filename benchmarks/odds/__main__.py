"""How far glance and weigh can be trusted, and the bars that they must reach, on positions held out from the fit.

For each position of the set (`positions.py`): whole racks played out freely, and from each of the best few options
that weigh names, with the same seeds for all of them. Then what glance and weigh said is held against what was
won, and the option that weigh names first against the one that does best. Run by `./partita bench odds`, about
forty minutes on two cores; `python -m benchmarks.odds N RACKS` takes every so manyth position. Prints the figures
and keeps them in `benchmarks/results/odds.json`.
"""

import sys
import time

import numpy as np
from numpy.typing import NDArray

from benchmarks.figures import keep
from benchmarks.odds.positions import kept_positions
from benchmarks.odds.reliability import brier, deciles
from partita.games.situation import Situation
from partita.physics.stroke import Stroke
from partita.players.stroke_model import PRESETS
from partita.playing.playout import first_stroke, racks_of
from partita.telling.study import as_weighed
from partita.weighing.rater import Rater
from partita.weighing.weigh import WeighRequest, weigh

Floats = NDArray[np.float64]
Json = dict[str, object]
# Options played out, and the draws of a weighing.
_OPTIONS, _SAMPLES = 3, 1000
# Asked again with another seed: every so manyth position.
_AGAIN, _OTHER_SEED = 2, 2
_FEWEST_IN_A_TENTH = 5
_BARS = {
    "first ranking, s": 1.0,
    "settled, s": 5.0,
    "mean regret": 0.015,
    "largest decile error": 0.04,
}


def measured(situation: Situation, me: str, them: str, racks: int) -> Json:
    """Everything about one position, for the player at the table."""
    mine, theirs = PRESETS[me], PRESETS[them]
    shooter, other = (mine, theirs) if situation.shooter == "me" else (theirs, mine)
    row: Json = {"game": situation.game, "glance": Rater(situation, shooter, other).here()}
    started, first = time.perf_counter(), 0.0
    document: Json = {}
    for study in weigh(WeighRequest(situation, mine, theirs, samples=_SAMPLES)):
        first = first or time.perf_counter() - started
        document = study.document
        if study.settled:
            break
    row |= {"first_s": first, "settled_s": time.perf_counter() - started, "samples": document["samples_used"]}
    placed = as_weighed(situation, document)
    options = [o for o in document["options"] if o["kind"] != "push-out"][:_OPTIONS]  # type: ignore[attr-defined, index]
    row["weigh"] = [option["rack_chance"]["value"] for option in options]
    row["won"] = [
        _racks(placed, me, them, racks, first_stroke(placed, Stroke(**option["stroke"]), shooter)).tolist()
        for option in options
    ]
    row["freely"] = float(_racks(situation, me, them, racks, None).mean())
    row["top"] = options[0]
    return row


def _racks(situation: Situation, me: str, them: str, racks: int, first: Floats | None) -> Floats:
    found = np.zeros((racks, 2))
    for _ in racks_of(situation, PRESETS[me], PRESETS[them], found, first=first):
        pass
    return found[:, 0]


def again(situation: Situation, me: str, them: str, top: Json) -> Json:
    """The same question with another seed: whether the top option has the same name, and its chance then."""
    document: Json = {}
    for study in weigh(WeighRequest(situation, PRESETS[me], PRESETS[them], seed=_OTHER_SEED, samples=_SAMPLES)):
        document = study.document
        if study.settled:
            break
    best: Json = document["options"][0]  # type: ignore[index]
    # The top option's family may be played a little differently: its chance is compared all the same.
    chance: dict[str, float] = best["rack_chance"]  # type: ignore[assignment]
    before: dict[str, float] = top["rack_chance"]  # type: ignore[assignment]
    return {"same": best["name"] == top["name"], "inside": chance["low"] <= before["value"] <= chance["high"]}


def regret(rows: list[Json]) -> Json:
    """What is lost by the option named first against the best of the few, by halves of the racks.

    One half of the racks picks the best option, the other says by how much it is better: the best of several
    noisy shares would else look better than it is.
    """
    lost = []
    for row in rows:
        won = np.array(row["won"])
        halves = _halves(won)
        parts = [float(b[int(a.mean(axis=1).argmax())].mean() - b[0].mean()) for a, b in (halves, halves[::-1])]
        lost.append(np.mean(parts))
    return {
        "mean": round(float(np.mean(lost)), 4),
        "standard_error": round(float(np.std(lost, ddof=1) / np.sqrt(len(lost))), 4),
        "positions": len(lost),
    }


def _halves(won: Floats) -> tuple[Floats, Floats]:
    """Racks come in mirrored pairs: halves keep the pairs together."""
    middle = won.shape[1] // 4 * 2
    return won[:, :middle], won[:, middle:]


def reliability(said: Floats, came: Floats, racks: int) -> Json:
    """Bias, error beyond the truth's own noise, Brier score and deciles of chances against shares of racks won."""
    noise = float(np.mean(came * (1 - came)) / racks)
    return {
        "positions": len(said),
        "bias": round(float(np.mean(said - came)), 3),
        "rmse_beyond_noise": round(float(np.sqrt(max(0.0, np.mean((said - came) ** 2) - noise))), 3),
        "correlation": round(float(np.corrcoef(said, came)[0, 1]), 3),
        # Of single racks: the squared error against the share plus the share's own spread.
        "brier": round(brier(said, came) + float(np.mean(came * (1 - came))), 4),
        "deciles": deciles(said, came, _FEWEST_IN_A_TENTH),
    }


def figures_of(rows: list[Json], racks: int) -> Json:
    """All figures of the measured positions."""
    glance, freely = (np.array([float(str(row[name])) for row in rows]) for name in ("glance", "freely"))
    # Weigh names chances of several options of each position: all of them are held against their racks.
    said = np.concatenate([np.array(row["weigh"]) for row in rows])
    came = np.concatenate([np.array(row["won"]).mean(axis=1) for row in rows])
    top_said = np.array([row["weigh"][0] for row in rows])  # type: ignore[index]
    top_came = np.array([np.mean(row["won"][0]) for row in rows])  # type: ignore[index]
    repeated: list[Json] = [row["again"] for row in rows if "again" in row]  # type: ignore[misc]
    return {
        "racks_a_position": racks,
        "glance": reliability(glance, freely, racks),
        "weigh, top option": reliability(top_said, top_came, racks),
        "weigh, best few options": reliability(said, came, racks),
        "regret": regret(rows),
        "regret by game": {game: regret([r for r in rows if r["game"] == game]) for game in _games(rows)},
        # Two estimates of one number, each with its interval of 95 %: one lies in the other's in 83 % of cases.
        "asked again": len(repeated),
        "same top option": round(float(np.mean([row["same"] for row in repeated])), 3),
        "top chance within the other's interval": round(float(np.mean([row["inside"] for row in repeated])), 3),
        "first_s": round(float(np.median([float(str(row["first_s"])) for row in rows])), 3),
        "settled_s": round(float(np.median([float(str(row["settled_s"])) for row in rows])), 2),
        "slowest_settled_s": round(max(float(str(row["settled_s"])) for row in rows), 2),
        "samples": int(np.median([int(str(row["samples"])) for row in rows])),
    }


def _games(rows: list[Json]) -> list[str]:
    return list(dict.fromkeys(str(row["game"]) for row in rows))


def bars_of(figures: Json, rows: list[Json]) -> Json:
    """The bars of the odds: what was reached, what must be, and whether it is."""
    nine = [row for row in rows if row["game"] == "nine-ball"]
    tenths: list[dict[str, float]] = figures["weigh, best few options"]["deciles"]  # type: ignore[index]
    reached = {
        "first ranking, s": float(np.median([float(str(row["first_s"])) for row in nine])) if nine else float("nan"),
        "settled, s": float(np.median([float(str(row["settled_s"])) for row in nine])) if nine else float("nan"),
        "mean regret": float(figures["regret"]["mean"]),  # type: ignore[index]
        "largest decile error": max(abs(tenth["said"] - tenth["came"]) for tenth in tenths),
    }
    return {
        name: {"reached": round(reached[name], 4), "bar": bar, "holds": reached[name] <= bar}
        for name, bar in _BARS.items()
    }


def main(every: int = 1, racks: int = 64) -> None:
    """Measure, print, keep."""
    rows, positions = [], kept_positions()[::every]
    try:
        for number, (situation, me, them) in enumerate(positions):
            row = measured(situation, me, them, racks)
            if number % _AGAIN == 0:
                row["again"] = again(situation, me, them, row["top"])  # type: ignore[arg-type]
            rows.append(row)
            sys.stderr.write(f"\r{len(rows)} of {len(positions)} positions ")
            sys.stderr.flush()
    except KeyboardInterrupt:
        sys.stderr.write("stopped: figures of the positions so far\n")
    if not rows:
        return
    figures = figures_of(rows, racks)
    keep("odds", {"bars": bars_of(figures, rows), **figures})


if __name__ == "__main__":
    main(*(int(word) for word in sys.argv[1:]))
