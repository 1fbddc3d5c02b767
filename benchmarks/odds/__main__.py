"""How far glance and weigh can be trusted, and the bars that they must reach, on positions held out from the fit.

For each position of the set (`positions.py`): whole racks played out freely, and from each of the best few options
that weigh names, with the same seeds for all of them. Then what glance and weigh said is held against what was
won, and the option that weigh names first against the one that does best. Run by `./partita bench odds`, about
forty minutes on two cores; `python -m benchmarks.odds N RACKS` takes every so manyth position. Prints the figures
and keeps them in `benchmarks/results/odds.json`.
"""

import sys
import time
from dataclasses import replace

import numpy as np
from numpy.typing import NDArray

from benchmarks.figures import keep
from benchmarks.odds.positions import kept_positions
from benchmarks.odds.reliability import brier, deciles
from partita.games.question import Question
from partita.players.stroke_model import PRESETS
from partita.playing.playout import first_stroke, racks_of
from partita.telling.documents import OptionDocument
from partita.telling.study import as_weighed, study_of
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


def measured(question: Question, racks: int) -> Json:
    """Everything about one position, for the player at the table."""
    row: Json = {"game": question.situation.game, "glance": Rater.of(question).here()}
    started, first, settled = time.perf_counter(), 0.0, None
    for settled in weigh(_request(question)):
        first = first or time.perf_counter() - started
        if settled.settled:
            break
    seconds = time.perf_counter() - started
    assert settled is not None
    study = study_of(settled)
    row |= {"first_s": first, "settled_s": seconds, "samples": study.samples_used}
    placed = replace(question, situation=as_weighed(question.situation, study))
    lines = [line for line in settled.lines if line.option.intention.kind != "push-out"][:_OPTIONS]
    row["weigh"] = [line.value for line in lines]
    row["won"] = [_racks(placed, racks, first_stroke(placed, line.option.stroke)).tolist() for line in lines]
    row["freely"] = float(_racks(question, racks, None).mean())
    row["top"] = next(option for option in study.options if option.id == lines[0].option.id)
    return row


def _request(question: Question, seed: int = 1) -> WeighRequest:
    return WeighRequest(question.situation, question.me, question.them, seed=seed, samples=_SAMPLES)


def _racks(question: Question, racks: int, first: Floats | None) -> Floats:
    found = np.zeros((racks, 2))
    for _ in racks_of(question, found, first=first):
        pass
    return found[:, 0]


def again(question: Question, top: OptionDocument) -> Json:
    """The same question with another seed: whether the top option is the same shot, and its chance then."""
    settled = next(weighing for weighing in weigh(_request(question, _OTHER_SEED)) if weighing.settled)
    best = study_of(settled).options[0]
    # The same shot may be played a little differently: its chance is compared all the same.
    inside = best.rack_chance.low <= top.rack_chance.value <= best.rack_chance.high
    return {"same": best.id == top.id, "inside": inside}


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
            question = Question(situation, PRESETS[me], PRESETS[them])
            row = measured(question, racks)
            if number % _AGAIN == 0:
                row["again"] = again(question, row["top"])  # type: ignore[arg-type]
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
