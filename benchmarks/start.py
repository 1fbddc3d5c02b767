"""A new machine's first start, measured on a fresh clone: to the page, to the first answer, to all of the physics.

Run by `./partita bench start`, some three minutes: clones this checkout's HEAD, with an environment, a state and a
folder of compiled kernels of its own, starts it, asks a question at once, and starts it a second time; then a second
clone, which finds the kernels of the first. Debian's packages must be there. Prints the seconds and keeps them in
`benchmarks/results/start.json`, beside those of version 0.5.
"""

import json
import os
import re
import shutil
import subprocess
import tempfile
import time
import urllib.request
from http.cookiejar import CookieJar
from pathlib import Path
from typing import Any

from benchmarks.figures import keep

_CHECKOUT = Path(__file__).resolve().parents[1]
_USER, _PASSWORD = "harbour", "lane-nine"  # as in server/setup/demo.py
_LAYOUT = {
    "format": "partita-layout", "version": 1,
    "balls": {"cue": [2.95, 2.8], "4": [5.4, 3.25], "6": [6.85, 0.75], "7": [4.35, 1.35], "9": [4.85, 2.05]},
}  # fmt: skip
# Version 0.5 on the same machine, the same day: the page opened when all of it was compiled.
_BEFORE = {
    "python_environment_s": 45.7, "front_end_s": 20.2, "physics_s": 196.0, "to_the_page_s": 273.1,
    "to_the_first_answer_s": 273.1, "to_all_of_the_physics_s": 273.1, "another_copy_to_its_physics_s": 196.0,
}  # fmt: skip


class Copy:
    """A clone with everything of its own but the kernels."""

    def __init__(self, folder: Path, kernels: Path) -> None:
        self.folder, self.state = folder / "clone", folder / "state"
        subprocess.run(["git", "clone", "-q", str(_CHECKOUT), str(self.folder)], check=True)
        self.env = {**os.environ, "PARTITA_STATE": str(self.state), "PARTITA_KERNEL_CACHE": str(kernels)}
        self.env.pop("DATABASE_URL", None)
        self.opener = urllib.request.build_opener(urllib.request.HTTPCookieProcessor(CookieJar()))
        self.address, self.token = "", ""

    def launch(self, command: str) -> tuple[float, str]:
        """Seconds that a command of the launcher takes, and what it prints."""
        started = time.perf_counter()
        done = subprocess.run(
            ["./partita", command], cwd=self.folder, env=self.env, check=True, capture_output=True, text=True
        )
        return time.perf_counter() - started, done.stdout

    def ask(self, path: str, body: object = None) -> Any:
        """One request of the API."""
        data = None if body is None else json.dumps(body).encode()
        headers = {"Content-Type": "application/json", "X-CSRFToken": self.token}
        request = urllib.request.Request(f"{self.address}api{path}", data, headers)
        with self.opener.open(request, timeout=30) as answer:
            return json.load(answer)

    def sign_in(self, printed: str) -> None:
        """As the demo account, at the address that was printed."""
        self.address = re.findall(r"http://[\d.:]+/", printed)[0]
        self.token = self.ask("/session")["csrf"]
        self.token = self.ask("/session", {"username": _USER, "password": _PASSWORD})["csrf"]

    def until(self, path: str, holds: Any) -> float:
        """When an answer of the API is as wanted."""
        while not holds(self.ask(path)):
            time.sleep(0.1)
        return time.perf_counter()


def _steps(printed: str) -> dict[str, float]:
    found = re.findall(r"^  ([A-Z][^(.]*?) ?(?:\(.*\))? \.\.\. done in ([\d.]+) s", printed, re.M)
    return {name.lower().replace(" ", "_").replace("-", "_") + "_s": float(seconds) for name, seconds in found}


def _first(folder: Path, kernels: Path) -> dict[str, float]:
    copy, started = Copy(folder, kernels), time.perf_counter()
    try:
        to_page, printed = copy.launch("start")
        copy.sign_in(printed)
        study = copy.ask("/studies", {"document": _LAYOUT, "me": "league", "them": "league"})
        answered = copy.until(f"/studies/{study['id']}", lambda now: now["document"] and now["document"]["options"])
        ready = copy.until("/readiness", lambda now: now["ready"])
        figures = {
            **_steps(printed), "to_the_page_s": to_page, "to_the_first_answer_s": answered - started,
            "to_all_of_the_physics_s": ready - started,
        }  # fmt: skip
        copy.launch("stop")
        return figures | {"second_start_s": copy.launch("start")[0]}
    finally:
        copy.launch("stop")


def _another(folder: Path, kernels: Path) -> float:
    """Seconds after its page has opened until another copy's physics is there: it finds the first one's."""
    copy = Copy(folder, kernels)
    try:
        _, printed = copy.launch("start")
        opened = time.perf_counter()
        copy.sign_in(printed)
        return copy.until("/readiness", lambda now: now["ready"]) - opened
    finally:
        copy.launch("stop")


def main() -> None:
    """Measure, print, keep."""
    folder = Path(tempfile.mkdtemp(prefix="partita-start-"))
    # The database's user must reach its files.
    folder.chmod(0o755)
    try:
        now = _first(folder / "one", folder / "kernels")
        now["another_copy_to_its_physics_s"] = _another(folder / "two", folder / "kernels")
    finally:
        shutil.rmtree(folder, ignore_errors=True)
    seconds = {name: round(value, 1) for name, value in now.items()}
    keep("start", {"version 0.5": _BEFORE, "now": seconds})


if __name__ == "__main__":
    main()
