"""Processes killed in turn and a disk that fills, while somebody saves, weighs, plays out and brings files back: what
is lost, how soon it works again, how much memory it takes.

Run by `./partita bench faults.processes`; PARTITA_ROUNDS names another number of rounds. It starts a Partita of its own
in a state folder of its own (as root on a file system of a few hundred MB, which it fills), and ends it. Prints what it
counts, keeps it in `benchmarks/results/faults-processes.json`, and fails when anything acknowledged is lost.
"""

import contextlib
import http.client
import json
import os
import shutil
import signal
import statistics
import subprocess
import sys
import tempfile
import threading
import time
from collections.abc import Callable, Iterator
from pathlib import Path
from typing import Any

from benchmarks.figures import keep
from launcher.database import free_port
from launcher.places import CHECKOUT, IS_ROOT
from partita.files.drill_file import drill_json
from partita.practice.drills.catalogue import DRILLS

ROUNDS = int(os.environ.get("PARTITA_ROUNDS", "20"))
_SIZE_MB, _LONGEST_S = 700, 180
# Of one file.
_SITTINGS = 20
_LAYOUT = {
    "format": "partita-layout", "version": 1,
    "balls": {"cue": [2, 1], "3": [5, 3], "5": [6, 2], "8": [4, 1], "9": [7, 1.2]}, "situation": {"shooter": "me"},
}  # fmt: skip
_KILLED = ("run_worker", "uvicorn", "postgres", "launcher.supervisor")


class Visitor:
    """Somebody who is signed in, and whose page asks again when nothing answers."""

    def __init__(self, port: int) -> None:
        self.port, self.cookies, self.token = port, dict[str, str](), ""
        self.token = self.ask("GET", "/api/session")[1]["csrf"]
        signed = self.ask("POST", "/api/session", {"username": "harbour", "password": "lane-nine"})
        self.token = signed[1]["csrf"]

    def ask(self, method: str, path: str, body: Any = None, kind: str = "application/json") -> tuple[int, Any]:
        """Status and answer; (0, None) when nothing answers."""
        asked = http.client.HTTPConnection("127.0.0.1", self.port, timeout=30)
        headers = {
            "Cookie": "; ".join(f"{name}={value}" for name, value in self.cookies.items()),
            "X-CSRFToken": self.token, "Content-Type": kind,
        }  # fmt: skip
        try:
            sent = body if body is None or isinstance(body, bytes) else json.dumps(body)
            asked.request(method, path, sent, headers)
            answer = asked.getresponse()
            text = answer.read()
        except (OSError, http.client.HTTPException):
            return 0, None
        finally:
            asked.close()
        for line in answer.headers.get_all("Set-Cookie") or []:
            name, _, value = line.split(";")[0].partition("=")
            self.cookies[name] = value
        try:
            return answer.status, json.loads(text or b"null")
        except ValueError:
            return answer.status, None

    def send(self, path: str, text: str, **fields: str) -> tuple[int, Any]:
        """A file with what is said of it, as a form."""
        edge = "partita-faults"
        named = {f'"{name}"': value for name, value in fields.items()} | {'"file"; filename="a.json"': text}
        parts = [
            f"--{edge}\r\nContent-Disposition: form-data; name={name}\r\n\r\n{value}\r\n"
            for name, value in named.items()
        ]
        body = "".join([*parts, f"--{edge}--\r\n"])
        return self.ask("POST", path, body.encode(), f"multipart/form-data; boundary={edge}")

    def until(self, method: str, path: str, good: Callable[[Any], bool], body: Any = None) -> tuple[float, Any]:
        """Seconds until an answer is good, and that answer."""
        began = time.monotonic()
        while time.monotonic() - began < _LONGEST_S:
            status, answer = self.ask(method, path, body)
            if status == 200 and good(answer):
                return time.monotonic() - began, answer
            time.sleep(0.1)
        raise SystemExit(f"{method} {path} was not answered well within {_LONGEST_S} s: {status} {str(answer)[:300]}")


class Bringer(threading.Thread):
    """Brings one file of practice after another; each that is accepted is taken in whole, whatever is killed."""

    def __init__(self, visitor: Visitor) -> None:
        super().__init__(daemon=True)
        self.visitor, self.accepted, self.whole, self.stopped = visitor, 0, 0, False

    def run(self) -> None:
        """Until it is stopped."""
        number = 0
        while not self.stopped:
            number += 1
            status, asked = self.visitor.send("/api/imports", json.dumps(_practice(number)), what="practice")
            if status != 200:
                time.sleep(0.2)
                continue
            self.accepted += 1
            path = f"/api/imports/{asked['id']}"
            _, done = self.visitor.until("GET", path, lambda answer: answer["status"] not in ("queued", "running"))
            self.whole += done["status"] == "done" and done["document"]["new"]["sittings"] == _SITTINGS


class Saver(threading.Thread):
    """Saves one layout after another, and remembers which were acknowledged."""

    def __init__(self, visitor: Visitor) -> None:
        super().__init__(daemon=True)
        self.visitor, self.kept, self.stopped = visitor, dict[int, str](), False

    def run(self) -> None:
        """Until it is stopped."""
        number = 0
        while not self.stopped:
            number += 1
            name = f"saved {number}"
            status, answer = self.visitor.ask("POST", "/api/layouts", {"name": name, "document": _LAYOUT})
            if status == 200:
                self.kept[answer["id"]] = name
            time.sleep(0.4)


def _launch(command: str, env: dict[str, str]) -> "subprocess.Popen[str]":
    return subprocess.Popen(
        [sys.executable, "partita", command], cwd=CHECKOUT, env=env, stdout=subprocess.PIPE, stderr=subprocess.STDOUT,
        text=True,
    )  # fmt: skip


def _processes(state: Path, part: str) -> list[int]:
    """Processes of this state folder whose command line holds this; of the database the first one only."""
    found = []
    for entry in Path("/proc").iterdir():
        with contextlib.suppress(OSError, ValueError):
            command = (entry / "cmdline").read_bytes().replace(b"\0", b" ").decode()
            environment = (entry / "environ").read_bytes().decode(errors="replace")
            if part in command and f"={state}\0" in environment:
                found.append(int(entry.name))
    if part == "postgres":
        return [int((state / "db" / "data" / "postmaster.pid").read_text().splitlines()[0])]
    return found


@contextlib.contextmanager
def _own_disk() -> Iterator[tuple[Path, bool]]:
    """A folder for the state, on a small file system of its own where that may be made."""
    folder = Path(tempfile.mkdtemp(prefix="partita-faults-", dir="/var/lib" if IS_ROOT else None))
    folder.chmod(0o711)
    mount = ["mount", "-t", "tmpfs", "-o", f"size={_SIZE_MB}m,mode=711", "tmpfs", str(folder)]
    is_small = IS_ROOT and subprocess.run(mount, check=False, capture_output=True).returncode == 0
    try:
        yield folder, is_small
    finally:
        if is_small:
            subprocess.run(["umount", "-l", str(folder)], check=False)
        shutil.rmtree(folder, ignore_errors=True)


def _two_starts(env: dict[str, str], state: Path) -> dict[str, Any]:
    """Two starts at once on a fresh state: both end well, and there is one of everything."""
    both = [_launch("start", env) for _ in range(2)]
    said = [one.communicate()[0] for one in both]
    if any(one.returncode for one in both):
        raise SystemExit("one of two starts at once failed:\n" + "\n".join(said))
    return {"both_ended_well": True, "supervisors": len(_processes(state, "launcher.supervisor"))}


def _rounds(visitor: Visitor, state: Path, env: dict[str, str], same: Any) -> dict[str, Any]:
    """Each process killed in turn, in the middle of everything."""
    saver, bringer = Saver(visitor), Bringer(visitor)
    saver.start()
    bringer.start()
    back: dict[str, list[float]] = {name: [] for name in _KILLED}
    answered: dict[str, list[float]] = {name: [] for name in _KILLED}
    others = 0
    for number in range(ROUNDS):
        name = _KILLED[number % len(_KILLED)]
        _, study = visitor.until("POST", "/api/studies", lambda answer: True, _question())
        time.sleep(0.3)
        began = time.monotonic()
        for pid in _processes(state, name):
            with contextlib.suppress(ProcessLookupError):
                os.kill(pid, signal.SIGKILL)
        if name == "launcher.supervisor":
            time.sleep(0.5)
            again = _launch("start", env)
            said = again.communicate()[0]
            if again.returncode:
                raise SystemExit(f"it did not start again:\n{said}")
        visitor.until("POST", "/api/layouts", lambda answer: True, {"name": "after", "document": _LAYOUT})
        back[name].append(time.monotonic() - began)
        print(f"round {number + 1}: {name} killed, saving again after {back[name][-1]:.1f} s", flush=True)
        _, done = visitor.until("GET", f"/api/studies/{study['id']}", lambda answer: answer["status"] == "done")
        answered[name].append(time.monotonic() - began)
        others += _said(done) != same
    saver.stopped = bringer.stopped = True
    saver.join()
    bringer.join()
    lost = sum(
        visitor.until("GET", f"/api/layouts/{key}", lambda answer: True)[1]["name"] != name
        for key, name in saver.kept.items()
    )
    return {
        "rounds": ROUNDS, "saves_acknowledged": len(saver.kept), "of_them_lost": lost, "other_answers": others,
        "files_accepted": bringer.accepted, "of_them_not_taken_in_whole": bringer.accepted - bringer.whole,
        "saving_again_after_s": {name: _spread(values) for name, values in back.items()},
        "the_weighing_answered_after_s": {name: _spread(values) for name, values in answered.items()},
    }  # fmt: skip


def _practice(number: int) -> dict[str, Any]:
    """A file of sittings that nobody has yet."""
    drill = drill_json(DRILLS["stop"])
    taps = [{"token": f"t{k}", "step": 1, "outcome": "missed"} for k in range(20)]
    same = {"day": "2026-03-01", "player": "Ida Brandt", "drill": drill, "table": "pool-9ft", "attempts": taps}
    sittings = [{**same, "token": f"file-{number}-{k}"} for k in range(_SITTINGS)]
    return {"format": "partita-practice", "version": 1, "sittings": sittings}


def _memory_mb(state: Path) -> dict[str, int]:
    """Resident memory of the processes that serve and work, pages that they share counted in each."""
    found = {}
    for name, part in (("web", "uvicorn"), ("answers", "--only studies"), ("long work", "--only long")):
        sizes = [int((Path("/proc") / str(pid) / "statm").read_text().split()[1]) for pid in _processes(state, part)]
        found[name] = sum(sizes) * os.sysconf("SC_PAGE_SIZE") // 1_000_000
    return found


def _spread(values: list[float]) -> dict[str, float]:
    return {"median": round(statistics.median(values), 1), "longest": round(max(values), 1)} if values else {}


def _question() -> dict[str, Any]:
    return {"document": _LAYOUT, "me": "league", "them": "league", "seed": 7, "samples": 2000}


def _said(study: Any) -> Any:
    """What a study says, without the time it took."""
    return [(one["id"], one["rack_chance"]) for one in study["document"]["options"]]


def _full_disk(visitor: Visitor, state: Path) -> dict[str, Any]:
    """The disk filled to its last byte while somebody saves, then emptied again."""
    supervisor, filler = _processes(state, "launcher.supervisor"), state / "filler"
    saver = Saver(visitor)
    saver.start()
    with contextlib.suppress(OSError), filler.open("wb", buffering=0) as file:
        while True:
            file.write(b"\0" * 1_000_000)
    with contextlib.suppress(OSError), filler.open("ab", buffering=0) as file:
        while True:
            file.write(b"\0")
    time.sleep(15)
    alive = _processes(state, "launcher.supervisor") == supervisor
    before = len(saver.kept)
    filler.unlink()
    began = time.monotonic()
    visitor.until("POST", "/api/layouts", lambda answer: True, {"name": "room again", "document": _LAYOUT})
    seconds = time.monotonic() - began
    saver.stopped = True
    saver.join()
    lost = sum(visitor.until("GET", f"/api/layouts/{key}", lambda answer: True)[1]["name"] != name
               for key, name in saver.kept.items())  # fmt: skip
    return {
        "supervisor_lived": alive, "saves_acknowledged": len(saver.kept), "of_them_before_room_came": before,
        "of_them_lost": lost, "saving_again_after_s": round(seconds, 1),
    }  # fmt: skip


def main() -> int:
    """All of it, in a Partita of its own."""
    with _own_disk() as (state, is_small):
        env = {**os.environ, "PARTITA_STATE": str(state), "PARTITA_PORT": str(free_port())}
        env.pop("DATABASE_URL", None)
        figures: dict[str, Any] = {}
        try:
            figures["two starts at once"] = _two_starts(env, state)
            visitor = Visitor(int(env["PARTITA_PORT"]))
            _, study = visitor.until("POST", "/api/studies", lambda answer: True, _question())
            path = f"/api/studies/{study['id']}"
            _, settled = visitor.until("GET", path, lambda answer: answer["status"] == "done")
            time.sleep(10)
            figures["memory idle, MB"] = _memory_mb(state)
            visitor.until("POST", f"{path}/playouts", lambda answer: True, {"racks": 20_000, "freely": True})
            figures["kills"] = _rounds(visitor, state, env, _said(settled))
            if is_small:
                figures["full disk"] = _full_disk(visitor, state)
        finally:
            _launch("stop", env).communicate()
        figures["left running after stop"] = len(_processes(state, "partita") + _processes(state, "run_worker"))
    keep("faults-processes", figures)
    kills, disk = figures["kills"], figures.get("full disk", {})
    wrong = [kills[name] for name in ("of_them_lost", "other_answers", "of_them_not_taken_in_whole")]
    return 1 if any(wrong) or disk.get("of_them_lost") else 0


if __name__ == "__main__":
    sys.exit(main())
