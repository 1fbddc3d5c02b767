"""The player before: who follows the ledger of an earlier version, asked in a process of its own.

His sources come out of the project's history. He is asked for one shot at a time, a line of JSON each way: where the
balls lie and how the game stands, then where he puts the cue ball and the stroke. What the stroke does is read anew on
today's physics; a pot is aimed anew on it, since a player aims at the pocket and not in degrees.
"""

import json
import os
import subprocess
import sys
from dataclasses import dataclass
from pathlib import Path

import numpy as np

from partita.games.game import Call
from partita.games.situation import Situation
from partita.kernels.cache import root
from partita.options.option import Option
from partita.options.pots import aimed
from partita.options.scene import Scene
from partita.options.trace import read_option
from partita.playing.playout import Start

# The last commit of 0.14.1.
COMMIT = "b25c6f7"
_PROJECT = Path(__file__).resolve().parents[2]


def sources() -> Path:
    """The folder of the earlier version's sources, taken out of the history once."""
    folder = root().parent / f"earlier-{COMMIT}"
    if not folder.exists():
        fresh = folder.with_name(f"{folder.name}-{os.getpid()}")
        fresh.mkdir(parents=True)
        archive = subprocess.run(
            ["git", "-C", str(_PROJECT), "archive", COMMIT, "src", "benchmarks"], check=True, stdout=subprocess.PIPE
        )
        subprocess.run(["tar", "-x", "-C", str(fresh)], input=archive.stdout, check=True)
        fresh.rename(folder)
    return folder


@dataclass(frozen=True)
class Answer:
    """What he would play. cue : m; stroke : (5,) as of `Stroke.row`; ball : the one he calls, with its pocket."""

    cue: tuple[float, float]
    stroke: tuple[float, ...]
    kind: str
    ball: str | None
    pocket: int
    push_out: bool


class EarlierPlayer:
    """A process that answers as the earlier version did; it ends with this one."""

    def __init__(self) -> None:
        old = sources()
        environment = {**os.environ, "PYTHONPATH": f"{old / 'src'}{os.pathsep}{old}", "PARTITA_CORES": "1"}
        script = Path(__file__).with_name("earlier_player.py")
        self._process = subprocess.Popen(
            [sys.executable, str(script)], env=environment, text=True, stdin=subprocess.PIPE, stdout=subprocess.PIPE
        )

    def ask(self, start: Start, level: str) -> Answer:
        """His answer from a start."""
        asked, answers = self._process.stdin, self._process.stdout
        assert asked is not None and answers is not None
        arrays = {name: getattr(start, name).tolist() for name in ("places", "in_play", "standing")}
        asked.write(json.dumps({"level": level, "names": start.names, **arrays}) + "\n")
        asked.flush()
        told = answers.readline()
        if not told:
            raise RuntimeError("the earlier version has ended without an answer; what it said stands above")
        return Answer(**json.loads(told))


def as_played_now(situation: Situation, answer: Answer) -> tuple[Scene, Option]:
    """His stroke on today's physics, and the scene with the cue ball where he puts it."""
    scene = Scene(situation.with_cue_at(answer.cue))
    rows = np.array([answer.stroke])
    if answer.kind == "pot" and answer.ball is not None:
        again = aimed(scene, scene.names.index(answer.ball), answer.pocket, rows)
        rows = again if len(again) else rows
    call = Call(answer.ball, answer.pocket, answer.push_out)
    return scene, read_option(scene, scene.play(rows, trace=True, calls=[call]), 0, "own")
