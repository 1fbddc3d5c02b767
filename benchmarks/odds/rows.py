"""What is measured of each position, kept as it comes: a run can be left alone, stopped and gone on with.

First every position is weighed twice, with two seeds, which is also what is timed; then whole racks are played out
freely, from each of the first few lines and from the best of the other sort (attack or safety), with the same seeds
for all of them. A row a position, in a file that
begins with the digest of the sources it belongs to: rows of another engine are not mixed in, the run begins anew.
"""

import hashlib
import json
import sys
import time
from dataclasses import replace
from pathlib import Path

import numpy as np
from numpy.typing import NDArray

import partita
from benchmarks.odds.positions import kept_positions
from partita.fitting.doubt import LETTERS, Row
from partita.games.question import Question
from partita.players.stroke_model import PRESETS
from partita.playing.playout import first_option, racks_of
from partita.weighing.doubt import CARD, doubt_between, doubt_of, weights_of
from partita.weighing.rater import Rater
from partita.weighing.weigh import WeighRequest, weigh
from partita.weighing.weighed import Weighed, Weighing

Floats = NDArray[np.float64]
LINES, SAMPLES, SEEDS = 3, 1000, (1, 2)
_ROOMS = (
    "kernels",
    "table",
    "physics",
    "players",
    "games",
    "lines",
    "value",
    "options",
    "playing",
    "runout",
    "weighing",
)


def sources() -> list[Path]:
    """The files on which the figures hang; not the measured doubt, which is fitted on them."""
    root = Path(partita.__file__).parent
    found = sorted(path for room in _ROOMS for path in (root / room).rglob("*") if path.suffix in (".py", ".json"))
    return [path for path in found if path != CARD]


def engine() -> str:
    """Digest of the sources."""
    return hashlib.sha256(b"".join(path.read_bytes() for path in sources())).hexdigest()[:16]


class Rows:
    """The rows of a run in their file."""

    def __init__(self, path: Path, racks: int) -> None:
        self.path, self.header = path, {"engine": engine(), "racks": racks}
        lines = path.read_text(encoding="utf-8").splitlines() if path.exists() else []
        if lines and json.loads(lines[0]) != self.header:
            sys.stderr.write("the rows kept are of another engine or run: begun anew\n")
            lines = []
        self.rows: list[Row] = [json.loads(line) for line in lines[1:]]

    def keep(self) -> None:
        """Write them, at one go."""
        text = "\n".join(json.dumps(row, ensure_ascii=False) for row in [self.header, *self.rows])
        draft = self.path.with_suffix(".draft")
        draft.write_text(text + "\n", encoding="utf-8")
        draft.replace(self.path)


def questions() -> list[Question]:
    """The positions, for the player at the table."""
    return [Question(situation, PRESETS[me], PRESETS[them]) for situation, me, them in kept_positions()]


def measure(rows: Rows, every: int) -> None:
    """Fill in what is not there yet of every so manyth position."""
    asked = questions()[::every]
    for number in range(len(rows.rows), len(asked)):
        rows.rows.append(weighed(asked[number]))
        rows.keep()
        _say("weighed", number + 1, len(asked))
    for number, (row, question) in enumerate(zip(rows.rows, asked, strict=False)):
        if "freely" not in row:
            play(row, question, rows.header["racks"])
            rows.keep()
        _say("played out", number + 1, len(asked))


def _say(what: str, done: int, of: int) -> None:
    sys.stderr.write(f"\r{what}: {done} of {of} positions  ")
    sys.stderr.flush()


def weighed(question: Question) -> Row:
    """The first lines by either seed, and how long that took."""
    row: Row = {"game": question.situation.game, "balls": len(question.situation.object_balls)}
    row |= {"glance": Rater.of(question).here(), "seeds": []}
    for seed in SEEDS:
        started, first = time.perf_counter(), 0.0
        for state in weigh(WeighRequest(question.situation, question.me, question.them, seed=seed, samples=SAMPLES)):
            first = first or time.perf_counter() - started
            if state.settled:
                row["seeds"].append(_told(question, state, first, time.perf_counter() - started))
                break
    return row


def _told(question: Question, state: Weighing, first_s: float, settled_s: float) -> Row:
    lines, cue = state.lines[:LINES], state.rater.situation.layout.balls["cue"]
    other = next((line for line in state.lines if line.option.attacks != lines[0].option.attacks), None)
    return {
        "first_s": round(first_s, 4), "settled_s": round(settled_s, 4), "samples": state.used, "cue": list(cue),
        "lines": [_line(question, lines[0], line) for line in lines],
        "other": other and _line(question, lines[0], other),
    }  # fmt: skip


def _line(question: Question, best: Weighed, line: Weighed) -> Row:
    """What the figures need of a line: its value and what it hangs on, and how it is held against the first."""
    game = question.situation.game
    gap, between = doubt_between(best, line, game)
    return {
        "id": line.option.id, "kind": line.option.intention.kind, "attacks": line.option.attacks, "value": line.value,
        "sampling": doubt_of(line, game).sampling, "weights": weights_of(line.samples), "gap": gap,
        "gap_sampling": between.sampling,
        "first": first_option(question, line.option).tolist(),
    }  # fmt: skip


def play(row: Row, question: Question, racks: int) -> None:
    """Racks freely, and from each of the first lines of the first seed and the best of the other sort."""
    told = row["seeds"][0]
    placed = question
    if question.situation.in_hand != "none":
        x, y = told["cue"]
        placed = replace(question, situation=question.situation.with_cue_at((x, y)))
    for line in told["lines"]:
        line["won"] = _written(_racks(placed, racks, np.array(line["first"])))
    if other := told["other"]:
        among = next((line["won"] for line in told["lines"] if line["id"] == other["id"]), None)
        other["won"] = among or _written(_racks(placed, racks, np.array(other["first"])))
    row["freely"] = _written(_racks(question, racks, None))


def _racks(question: Question, racks: int, first: Floats | None) -> Floats:
    found = np.zeros((racks, 2))
    for _ in racks_of(question, found, first=first):
        pass
    return found[:, 0]


def _written(won: Floats) -> str:
    """A letter a rack: 1 won, 0 lost, h open at the end.

    >>> _written(np.array([1.0, 0.0, 0.5]))
    '10h'
    """
    return "".join(LETTERS[round(2 * one)] for one in won)
