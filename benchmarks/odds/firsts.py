"""What a change of the engine does to the first line: how often it is another, and what the new one is worth.

On the sixty kept positions and on 200 layouts after a break, between players of one level. `python -m
benchmarks.odds.firsts find FILE`, in the checkout before the change, writes the layouts with their first lines;
`… against FILE`, in the one after it, finds the new ones, plays racks out from both strokes with the same seeds by
today's deciding player (of layouts after a break every fourth), prints the figures and keeps them in
`benchmarks/results/firsts.json`. Both can be stopped and go on where they were.
"""

import json
import sys
from collections import Counter
from dataclasses import asdict
from pathlib import Path

import numpy as np

from benchmarks.figures import keep
from benchmarks.odds.positions import kept_positions
from partita.errors import Refused
from partita.files import layout_file
from partita.files.layout_file import LayoutFile
from partita.games.opening import broken
from partita.games.question import Question
from partita.physics.stroke import Stroke
from partita.players.stroke_model import PRESETS
from partita.playing.playout import first_stroke, racks_of
from partita.weighing.weigh import WeighRequest, weigh

Json = dict[str, object]
_GAMES = ("nine-ball", "nine-ball", "eight-ball", "ten-ball")
_LEVELS = ("professional", "strong league", "league", "semi-professional")
_BREAKS, _FIRST_SEED, _SAMPLES, _RACKS, _PLAYED_EVERY = 200, 7000, 500, 32, 4


def layouts() -> list[Json]:
    """The kept positions, then layouts after a break, with the levels of both players."""
    rows: list[Json] = [
        {"set": "kept", "me": me, "them": them, "layout": layout_file.write(LayoutFile(situation))}
        for situation, me, them in kept_positions()
    ]
    for number in range(_BREAKS):
        situation = broken(_GAMES[number % 4], _FIRST_SEED + number)
        level = _LEVELS[number // 4 % 4]
        layout = layout_file.write(LayoutFile(situation))
        rows.append({"set": "break", "me": level, "them": level, "layout": layout})
    return rows


def question_of(row: Json) -> Question:
    """A row's situation and players."""
    situation = layout_file.read(row["layout"]).situation  # type: ignore[arg-type]
    return Question(situation, PRESETS[str(row["me"])], PRESETS[str(row["them"])])


def first_line(row: Json) -> Json:
    """The first line of a settled weighing that is no push-out, with the cue ball where it was placed."""
    question = question_of(row)
    request = WeighRequest(question.situation, question.me, question.them, samples=_SAMPLES)
    settled = next(weighing for weighing in weigh(request) if weighing.settled)
    line = next(line for line in settled.lines if line.option.intention.kind != "push-out")
    cue = settled.rater.situation.layout.balls["cue"]
    return {
        "id": line.option.id, "kind": line.option.intention.kind, "stroke": asdict(line.option.stroke),
        "value": line.value, "lines": len(settled.lines), "cue": list(cue),
    }  # fmt: skip


def worth(row: Json, first: Json) -> np.ndarray[tuple[int], np.dtype[np.float64]]:
    """(racks,) won from a first line's stroke on."""
    question = question_of(row)
    if question.situation.in_hand != "none":
        x, y = first["cue"]  # type: ignore[misc]
        question = Question(question.situation.with_cue_at((x, y)), question.me, question.them)
    found = np.zeros((_RACKS, 2))
    for _ in racks_of(question, found, first=first_stroke(question, Stroke(**first["stroke"]))):  # type: ignore[arg-type]
        pass
    return found[:, 0]


def find(path: Path) -> None:
    """Write the layouts with their first lines."""
    rows: list[Json] = json.loads(path.read_text()) if path.exists() else layouts()
    for number, row in enumerate(rows):
        if "first" not in row:
            row["first"] = first_line(row)
            path.write_text(json.dumps(rows))
        sys.stderr.write(f"\r{number + 1} of {len(rows)}")


def against(path: Path) -> None:
    """Find the first lines of today, play both out, print and keep."""
    rows: list[Json] = json.loads(path.read_text())
    for number, row in enumerate(rows):
        if "changed" not in row:
            try:
                row["now"] = first_line(row)
            except Refused as refused:
                # A layout that today's rules of the table refuse is told, and left out.
                sys.stderr.write(f"\n{number}: {refused}\n")
                continue
            row["changed"] = row["now"]["id"] != row["first"]["id"]  # type: ignore[index]
            if row["changed"] and (row["set"] == "kept" or number % _PLAYED_EVERY == 0):
                gain = worth(row, row["now"]) - worth(row, row["first"])  # type: ignore[arg-type]
                row["gain"] = float(gain.mean())
            path.write_text(json.dumps(rows))
        sys.stderr.write(f"\r{number + 1} of {len(rows)}")
    done = [row for row in rows if "changed" in row]
    keep("firsts", {name: _figures([row for row in done if row["set"] == name]) for name in ("kept", "break")})


def _figures(rows: list[Json]) -> Json:
    changed = [row for row in rows if row["changed"]]
    gains = np.array([float(str(row["gain"])) for row in changed if "gain" in row])
    counts = [[float(row[when]["lines"]) for row in rows] for when in ("first", "now")]  # type: ignore[index]
    kinds = Counter(f"{row['first']['kind']} to {row['now']['kind']}" for row in changed)  # type: ignore[index]
    return {
        "layouts": len(rows),
        "first line changed": len(changed),
        "of these played out": len(gains),
        "racks a line": _RACKS,
        "gain where it changed": round(float(gains.mean()), 4),
        "standard error": round(float(gains.std(ddof=1) / np.sqrt(len(gains))), 4),
        "lines before and after": [round(float(np.mean(of)), 1) for of in counts],
        "changes": dict(kinds.most_common(12)),
    }


if __name__ == "__main__":
    {"find": find, "against": against}[sys.argv[1]](Path(sys.argv[2]))
