"""Which parts of the kernels are compiled on this machine: a mark a part, beside the kernels themselves.

The parts, each of which needs those that it names, are compiled by `partita.warming`; everybody who asks can see how
far that is. Marks carry the digest of all sources: after a change they are made anew.
"""

import time
from dataclasses import dataclass
from functools import cache
from pathlib import Path

from partita.kernels.cache import root, whole_fingerprint


@dataclass(frozen=True)
class Stage:
    """A part of the kernels: its name, what it is in words, how long it takes to compile (s, a core), what it needs."""

    name: str
    words: str
    about_s: float
    needs: tuple[str, ...] = ()


STAGES = (
    Stage("simulator", "how balls run", 36),
    Stage("rules", "the rules of the games", 7),
    Stage("evaluation", "what a position is worth", 27),
    Stage("weighing", "weighing and drawing", 8, ("simulator", "rules", "evaluation")),
    Stage("racks", "whole racks", 48, ("simulator", "rules", "evaluation")),
    Stage("runs", "planning run-outs", 38, ("simulator", "rules", "evaluation", "racks")),
)


@cache
def folder() -> Path:
    """Where the marks are."""
    return root() / f"ready-{whole_fingerprint()}"


def is_ready(name: str) -> bool:
    """Whether that part has been compiled for these sources."""
    return (folder() / name).exists()


def are_ready(*names: str) -> bool:
    """Whether all of them have, with what they need."""
    needed = {need for stage in STAGES if stage.name in names for need in stage.needs}
    return all(is_ready(name) for name in needed.union(names))


def mark(name: str) -> None:
    """Say that a part has been compiled."""
    folder().mkdir(parents=True, exist_ok=True)
    (folder() / name).touch()


def wait_for(*names: str, every_s: float = 0.2, at_most_s: float = 900.0) -> bool:
    """Wait until parts are there, which somebody else compiles; False when that takes too long."""
    deadline = time.monotonic() + at_most_s
    while not are_ready(*names):
        if time.monotonic() > deadline:
            return False
        time.sleep(every_s)
    return True
