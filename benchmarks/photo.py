"""How well photos are read: simulated ones, by condition, in paints that names were not learned from.

Each is a scattered layout of up to fifteen balls and the cue ball (in "together" a rack just opened), photographed,
six pockets pressed ten pixels off (normal), and read as eight-ball. Told: how far the bed's outline is off at its worst
place, balls found, false, named rightly, how far off their places are, corrections a picture needs (a ball added, taken
away or renamed), seconds of a core and memory.
Run by `./partita bench photo`, half an hour on two cores; keeps `benchmarks/results/photo.json`. A number behind it
says how many pictures of each condition; `learn` fits `photo/ball_looks.json` anew, in the training paints.
"""

import multiprocessing
import os
import resource
import sys
import time
from collections.abc import Iterator

import numpy as np

from benchmarks.figures import keep
from partita.camera.conditions import CONDITIONS
from partita.camera.paints import HELD_OUT, TRAINING
from partita.camera.photograph import Photograph, photograph
from partita.fitting import ball_looks
from partita.games import game_named
from partita.photo.guess import guessed
from partita.photo.lens import on_plane
from partita.photo.names import kind_of
from partita.photo.outline import Outline
from partita.photo.picture import read_picture
from partita.photo.pose import FINGER_PX
from partita.photo.reading import Reading, read_photo
from partita.table.layout import Layout, problems_of
from partita.table.spec import PRESETS

_PICTURES, _TO_LEARN = 20, 12
# Beside the camera's own conditions: a table of twelve feet, in plain ones.
SNOOKER = "snooker, 12 feet"
_ALL = (*CONDITIONS, SNOOKER)
# A ball is found where one is so near, m.
_REACH_M = 0.03
Row = dict[str, object]


def main(arguments: list[str]) -> None:
    """Measure, or learn."""
    if arguments == ["learn"]:
        _learn()
        return
    count = int(arguments[0]) if arguments else _PICTURES
    asked = [(condition, 10_000 + 100 * k + n) for k in range(count) for n, condition in enumerate(_ALL)]
    rows = list(_side_by_side(_measured, asked))
    by = {condition: _summed([row for row in rows if row["condition"] == condition]) for condition in _ALL}
    keep("photo", {
        "pictures_of_each": count, "all": _summed(rows), "by_condition": by,
        "seconds_half_and_95_of_100": _quantiles(rows, "seconds"),
        "memory_mb": max(int(str(row["memory_mb"])) for row in rows), "names_by_margin": _by_margin(rows),
        "seconds_to_simulate": _quantiles(rows, "took"), "kb": _quantiles(rows, "kb"),
    })  # fmt: skip


def _side_by_side(work: object, asked: list[tuple[str, int]]) -> Iterator[Row]:
    """One process a core, each with one thread, so that seconds are those of a core."""
    os.environ |= {"OMP_NUM_THREADS": "1", "OPENBLAS_NUM_THREADS": "1"}
    with multiprocessing.get_context("spawn").Pool() as pool:
        for k, row in enumerate(pool.imap(work, asked)):  # type: ignore[arg-type]
            print(f"{k + 1} of {len(asked)}", end="\r", file=sys.stderr, flush=True)
            yield row


def layout_for(condition: str, seed: int) -> Layout:
    """Eight to sixteen balls; with `together` half of them near the foot spot."""
    rng, layout = np.random.default_rng(seed), Layout(PRESETS["snooker-12ft" if condition == SNOOKER else "pool-9ft"])
    names = game_named(_game(condition)).balls[1:]
    gone = rng.permutation(len(names))[: int(rng.integers(0, 9))]
    table = layout.table
    for k, name in enumerate(["cue", *(name for k, name in enumerate(names) if k not in gone)]):
        near = condition == "together" and k % 2 == 1
        while True:
            at = (
                rng.normal((1.9, 0.635), 0.12)
                if near
                else rng.uniform((0.03, 0.03), (table.length_m - 0.03, table.width_m - 0.03))
            )
            wider = Layout(table, {**layout.balls, name: (float(at[0]), float(at[1]))})
            if not problems_of(wider):
                layout = wider
                break
    return layout


def _game(condition: str) -> str:
    return "snooker" if condition == SNOOKER else "eight-ball"


def taken(condition: str, seed: int, families: tuple[str, ...]) -> Photograph:
    """A photo in one of the conditions."""
    return photograph(layout_for(condition, seed), "plain" if condition == SNOOKER else condition, seed, families)


def _measured(asked: tuple[str, int]) -> Row:
    condition, seed = asked
    began = time.process_time()
    photo = taken(condition, seed, HELD_OUT)
    took = time.process_time() - began
    presses = photo.pockets + np.random.default_rng(seed).normal(0.0, FINGER_PX, (6, 2))
    began = time.process_time()
    picture = read_picture(photo.jpeg)
    presses = np.clip(presses, 1, (picture.width - 2, picture.height - 2))
    reading = read_photo(picture, photo.layout.table, _game(condition), presses)
    seconds = time.process_time() - began
    offered = guessed(picture, photo.layout.table)
    memory = resource.getrusage(resource.RUSAGE_SELF).ru_maxrss // 1000
    return {
        "condition": condition, "seed": seed, "took": took, "kb": len(photo.jpeg) / 1000, "seconds": seconds,
        "memory_mb": memory, "doubtful": reading.is_doubtful, "offered_mm": _offered_mm(photo, offered),
        **compared(photo, reading),
    }  # fmt: skip


def compared(photo: Photograph, reading: Reading) -> Row:
    """What was read beside what lay there; the head rail may be either end."""
    turned = {False: photo.layout, True: _turned(photo.layout)}
    far = {key: [min(_far(ball.place, place) for place in layout.balls.values()) for ball in reading.balls]
           for key, layout in turned.items()}  # fmt: skip
    is_turned = sum(one < _REACH_M for one in far[True]) > sum(one < _REACH_M for one in far[False])
    left, errors, names, false = dict(turned[is_turned].balls), [], [], 0
    for ball in reading.balls:
        nearest = min(left, key=lambda name: _far(ball.place, left[name])) if left else ""
        if not nearest or _far(ball.place, left[nearest]) > _REACH_M:
            false += 1
            continue
        errors.append(1000 * _far(ball.place, left.pop(nearest)))
        names.append((ball.confidence, kind_of(nearest) == kind_of(ball.name)))
    return {
        "bed_mm": _bed_mm(photo, reading.outline, is_turned), "there": len(photo.layout.balls), "missed": len(left),
        "false": false, "errors_mm": errors, "names": names,
    }  # fmt: skip


def _far(one: tuple[float, float], other: tuple[float, float]) -> float:
    return float(np.hypot(one[0] - other[0], one[1] - other[1]))


def _turned(layout: Layout) -> Layout:
    table = layout.table
    return Layout(table, {name: (table.length_m - x, table.width_m - y) for name, (x, y) in layout.balls.items()})


def _offered_mm(photo: Photograph, offered: tuple[object, Outline] | None) -> float:
    """How far off an outline is that was found without a press, and offered; nan where none was."""
    return min(_bed_mm(photo, offered[1], turned) for turned in (False, True)) if offered else float("nan")


def _bed_mm(photo: Photograph, outline: Outline, is_turned: bool) -> float:
    """How far off the outline has the bed at the worst of 45 places."""
    size = np.array([photo.layout.table.length_m, photo.layout.table.width_m])
    net = size * [[x, y] for x in np.linspace(0, 1, 9) for y in np.linspace(0, 1, 5)]
    seen = photo.eye.pixels(np.column_stack([net, np.zeros(len(net))]))
    expected = size - net if is_turned else net
    off = np.sqrt(((on_plane(outline.camera, seen, 0.0) - expected) ** 2).sum(axis=1))
    return float(1000 * np.nan_to_num(off, nan=9.0).max())


def _summed(rows: list[Row]) -> dict[str, object]:
    beds = np.array([row["bed_mm"] for row in rows], dtype=float)
    offered = np.array([row["offered_mm"] for row in rows], dtype=float)
    errors = np.concatenate([np.array(row["errors_mm"], dtype=float) for row in rows])
    there, missed, false = (sum(int(str(row[key])) for row in rows) for key in ("there", "missed", "false"))
    wrong = [sum(not right for _, right in row["names"]) for row in rows]  # type: ignore[attr-defined]
    mends = np.array(
        [int(str(row["missed"])) + int(str(row["false"])) + bad for row, bad in zip(rows, wrong, strict=True)]
    )
    named = sum(len(row["names"]) for row in rows)  # type: ignore[arg-type]
    return {
        "outline_offered": round(float(np.isfinite(offered).mean()), 2),
        "of_these_wrong": int((offered >= 15).sum()),
        "said_to_be_doubtful": sum(bool(row["doubtful"]) for row in rows),
        "bed_within_15_mm": round(float((beds < 15).mean()), 3),
        "bed_mm_half_and_95_of_100": _quantiles(rows, "bed_mm"),
        "balls_found": round(1 - missed / there, 3), "false_a_picture": round(false / len(rows), 2),
        "named_rightly": round(1 - sum(wrong) / max(1, named), 3),
        "place_mm_half_and_95_of_100": [round(float(q), 1) for q in np.quantile(errors, (0.5, 0.95))],
        "within_15_mm": round(float((errors < 15).mean()), 3),
        "no_correction": round(float((mends == 0).mean()), 2), "at_most_two": round(float((mends <= 2).mean()), 2),
    }  # fmt: skip


def _quantiles(rows: list[Row], key: str) -> list[float]:
    """What half of all pictures stay below, and 95 of 100."""
    return [round(float(q), 1) for q in np.quantile([float(str(row[key])) for row in rows], (0.5, 0.95))]


def _by_margin(rows: list[Row]) -> dict[str, list[float]]:
    """By how sure a name was: how many, and how many of them were right."""
    pairs = [pair for row in rows for pair in row["names"]]  # type: ignore[attr-defined]
    parts = {"0.99 or more": (0.99, 1.01), "0.9 to 0.99": (0.9, 0.99), "below 0.9": (0.0, 0.9)}
    return {
        words: [len(mine), round(float(np.mean(mine)), 3) if mine else 0.0]
        for words, (low, high) in parts.items()
        for mine in [[right for sure, right in pairs if low <= sure < high]]
    }


def _learn() -> None:
    asked = [(condition, 100 * k + n) for k in range(_TO_LEARN) for n, condition in enumerate(_ALL)]
    seen = [pair for row in _side_by_side(_looks, asked) for pair in row["looks"]]  # type: ignore[attr-defined]
    ball_looks.keep(ball_looks.fitted(seen))
    print(f"{len(seen)} balls in {len(asked)} pictures")


def _looks(asked: tuple[str, int]) -> Row:
    condition, seed = asked
    return {"looks": ball_looks.looks_in(taken(condition, seed, TRAINING), seed)}


if __name__ == "__main__":
    main(sys.argv[1:])
