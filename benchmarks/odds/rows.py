"""What is measured of each position, kept as it comes: a run can be left alone, stopped and gone on with.

Position by position: it is weighed twice, with two seeds, until it has been looked ahead, which is also what is timed.
Then it is played on by both deciding players with the luck taken out, freely and from the first few lines, as they
settled and as they were in the end, and from the best of the other sort (attack or safety), with the same seeds for
all: `PLAYED` strokes, by which time what is left of an evaluation's error is small (a trial: half a point after five).
A row a position, in a file that begins with the digest of the sources it belongs to: rows of another engine are not
mixed in, the run begins anew. What a stroke was worth does not hang on how it was weighed, and is taken over from rows
whose racks were played alike.
"""

import hashlib
import json
import sys
import time
from collections.abc import Mapping
from dataclasses import replace
from pathlib import Path

import numpy as np
from numpy.typing import NDArray

import partita
from benchmarks.odds.positions import kept_positions
from partita.fitting.doubt import Row
from partita.games.question import Question
from partita.parallel import side_by_side
from partita.players.stroke_model import PRESETS
from partita.playing.playout import first_option, racks_of
from partita.playing.racks import AT_FRESH, LOG, gains_of
from partita.weighing.doubt import CARD, doubt_between, doubt_of, weights_of
from partita.weighing.rater import Rater
from partita.weighing.weigh import WeighRequest, weigh
from partita.weighing.weighed import Weighed, Weighing

Floats = NDArray[np.float64]
LINES, SAMPLES, SEEDS = 3, 1000, (1, 2)
# Strokes that are played on; fresh tries of each. No weighing has roll-outs of this seed.
PLAYED, _FRESH, _SEED = 8, 32, 77_777
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
# On which racks that are played do not hang.
_WEIGHING = ("runout", "weighing")


def sources(without: tuple[str, ...] = ()) -> list[Path]:
    """The files on which the figures hang; not the measured doubt, which is fitted on them."""
    root, rooms = Path(partita.__file__).parent, [room for room in _ROOMS if room not in without]
    found = sorted(path for room in rooms for path in (root / room).rglob("*") if path.suffix in (".py", ".json"))
    return [path for path in found if path != CARD]


def engine(without: tuple[str, ...] = ()) -> str:
    """Digest of the sources."""
    return hashlib.sha256(b"".join(path.read_bytes() for path in sources(without))).hexdigest()[:16]


class Rows:
    """The rows of a run in their file. known : what strokes were worth in rows that were weighed otherwise."""

    def __init__(self, path: Path, rollouts: int) -> None:
        playing = {"playing": engine(_WEIGHING), "rollouts": rollouts}
        self.path, self.header = path, {"engine": engine(), **playing}
        lines = path.read_text(encoding="utf-8").splitlines() if path.exists() else []
        header, *rows = [json.loads(line) for line in lines] or [self.header]
        self.known = worths_of(rows) if playing.items() <= header.items() else {}
        if header != self.header:
            sys.stderr.write("the rows kept are of another engine or run: begun anew\n")
            rows = []
        self.rows: list[Row] = rows

    def keep(self) -> None:
        """Write them, at one go."""
        text = "\n".join(json.dumps(row, ensure_ascii=False) for row in [self.header, *self.rows])
        draft = self.path.with_suffix(".draft")
        draft.write_text(text + "\n", encoding="utf-8")
        draft.replace(self.path)


def worths_of(rows: list[Row]) -> dict[tuple[float, ...], list[float]]:
    """What was played on, by the position's glance, the cue ball's place and the stroke; or by the glance, freely."""
    known = {}
    for row in rows:
        known[(row["glance"],)] = row["freely"]
        told = row["seeds"][0]
        for line in (*told["lines"], *told["looked"]):
            if "worth" in line:
                known[(row["glance"], *told["cue"], *line["first"])] = line["worth"]
    return known


def questions() -> list[Question]:
    """The positions, for the player at the table."""
    return [Question(situation, PRESETS[me], PRESETS[them]) for situation, me, them in kept_positions()]


def measure(rows: Rows, every: int) -> None:
    """Fill in what is not there yet of every so manyth position."""
    asked = questions()[::every]
    for number in range(len(rows.rows), len(asked)):
        row = weighed(asked[number])
        play(row, asked[number], rows.header["rollouts"], rows.known)
        rows.rows.append(row)
        rows.keep()
        sys.stderr.write(f"\r{number + 1} of {len(asked)} positions  ")
        sys.stderr.flush()


def weighed(question: Question) -> Row:
    """The lines by either seed, as they settled and after looking ahead, and how long that took."""
    row: Row = {"game": question.situation.game, "balls": len(question.situation.object_balls)}
    row |= {"even": question.me == question.them, "glance": Rater.of(question).here(), "seeds": []}
    for seed in SEEDS:
        started, told = time.perf_counter(), {}
        for state in weigh(WeighRequest(question.situation, question.me, question.them, seed=seed, samples=SAMPLES)):
            seconds = round(time.perf_counter() - started, 4)
            told.setdefault("first_s", seconds)
            if state.settled and "settled_s" not in told:
                told |= {"settled_s": seconds, "lines": _lines(question, state)}
            if state.looked:
                told |= {"looked_s": seconds, "looked": _lines(question, state), "samples": state.used}
                told["cue"] = list(state.rater.situation.layout.balls["cue"])
        row["seeds"].append(told)
    return row


def _lines(question: Question, state: Weighing) -> list[Row]:
    return [_line(question, state.lines[0], line) for line in state.lines]


def _line(question: Question, best: Weighed, line: Weighed) -> Row:
    """What the figures need of a line: its value and what it hangs on, and how it is held against the first."""
    game = question.situation.game
    gap, between = doubt_between(best, line, game)
    return {
        "id": line.option.id, "kind": line.option.intention.kind, "attacks": line.option.attacks, "value": line.value,
        "sampling": doubt_of(line, game).sampling, "weights": weights_of(line.samples), "gap": gap,
        "gap_sampling": between.sampling, "strokes": line.ahead.strokes,
        "first": first_option(question, line.option).tolist(),
    }  # fmt: skip


def play(row: Row, question: Question, rollouts: int, known: Mapping[tuple[float, ...], list[float]]) -> None:
    """Play on freely, from the first lines of the first seed and the best of the other sort, but for what is known."""
    told = row["seeds"][0]
    placed = question
    if question.situation.in_hand != "none":
        x, y = told["cue"]
        placed = replace(question, situation=question.situation.with_cue_at((x, y)))
    lines = [line for state in ("looked", "lines") for line in [*told[state][:LINES], *other_sort(told[state])]]
    freely, where = (row["glance"],), (row["glance"], *told["cue"])
    asked: dict[tuple[float, ...], tuple[Question, Floats | None]] = {freely: (question, None)}
    asked |= {(*where, *line["first"]): (placed, np.array(line["first"])) for line in lines}
    unknown = [key for key in asked if key not in known]
    worths = side_by_side(lambda key: worth_of(asked[key][0], rollouts, asked[key][1]), unknown)
    found = {**known, **dict(zip(unknown, worths, strict=True))}
    for line in lines:
        line["worth"] = found[(*where, *line["first"])]
    row["freely"] = found[freely]


def other_sort(lines: list[Row]) -> list[Row]:
    """The first line of the other sort than the best, attack or safety, where there is one."""
    return [line for line in lines if line["attacks"] != lines[0]["attacks"]][:1]


def worth_of(question: Question, rollouts: int, first: Floats | None) -> list[float]:
    """By roll-out what a position, or a stroke, is worth to who shoots, the luck taken out."""
    found, logs = np.zeros((rollouts, 2)), np.zeros((rollouts, PLAYED, LOG))
    for _ in racks_of(question, found, seed=_SEED, first=first, logs=logs, fresh=_FRESH, most=PLAYED):
        pass
    return [round(float(one), 4) for one in logs[:, 0, AT_FRESH] + gains_of(logs)[:, 1:].sum(axis=1)]
