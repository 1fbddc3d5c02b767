"""Starting and stopping Partita as a whole."""

import json
import os
import signal
import subprocess
import sys
import time
import urllib.error
import urllib.request
from pathlib import Path
from typing import Any

from launcher import machine
from launcher.places import CHECKOUT, PYTHON, state_folder
from launcher.steps import StepFailed, beside_each_other, run, skip, step

DEMO_SIGN_IN = ("harbour", "lane-nine")  # as in server/layouts/demo.py


def running() -> dict[str, Any] | None:
    """What this checkout's supervisor has written, when that process is really alive and ours."""
    file = state_folder() / "running.json"
    try:
        facts: dict[str, Any] = json.loads(file.read_text(encoding="utf-8"))
        command = Path(f"/proc/{facts['pid']}/cmdline").read_bytes()
    except (OSError, ValueError, KeyError):
        return None
    ours = b"launcher.supervisor" in command and Path(f"/proc/{facts['pid']}/cwd").resolve() == CHECKOUT
    return facts if ours else None


def prepare(*, development: bool) -> None:
    """Everything a machine needs before Partita runs, but for the physics."""
    machine.debian_packages(browser=development)
    if machine.machines_node():
        beside_each_other(lambda: machine.python_environment(development=development), machine.front_end)
    else:
        # Node comes into the Python environment.
        machine.python_environment(development=development)
        machine.front_end()
    machine.compress_front_end()


def warm() -> None:
    """Compile the physics, or find that it is compiled."""
    with step("Physics (compiled the first time: about a minute)"):
        run([PYTHON, "-m", "partita.cli", "warm"], cure="If it fails again, please report the lines above.")


def start() -> int:
    """Set up, start, and print where to go."""
    print("Partita is getting ready.", flush=True)
    facts = running()
    if facts is None:
        prepare(development=False)
        with step("Database and web server"):
            facts = _launch()
    else:
        skip("Partita", "running already")
    user, password = DEMO_SIGN_IN
    print(f"\nPartita is ready:   http://127.0.0.1:{facts['port']}/")
    print(f"Demo sign-in:       {user} / {password}")
    print("Stop it with:       ./partita stop")
    if facts.get("warming"):
        print("\nWhat is not compiled yet of the physics is made ready behind it: the first time about a minute.")
        print("The page says how far it is, and what is asked meanwhile waits for it.")
    return 0


def _launch() -> dict[str, Any]:
    state = state_folder()
    (state / "running.json").unlink(missing_ok=True)
    log = state / "supervisor.log"
    with log.open("wb") as output:
        process = subprocess.Popen(
            [sys.executable, "-m", "launcher.supervisor"], cwd=CHECKOUT, stdout=output, stderr=output,
            stdin=subprocess.DEVNULL, start_new_session=True,
        )  # fmt: skip
    deadline = time.monotonic() + 120
    while time.monotonic() < deadline:
        facts = running()
        if facts and _answers(facts["port"]):
            return facts
        if process.poll() is not None:
            tail = "\n".join(log.read_text(encoding="utf-8", errors="replace").splitlines()[-12:])
            raise StepFailed(f"the supervisor ended:\n{tail}", f"See {log}; then run ./partita start again.")
        time.sleep(0.1)
    raise StepFailed("Partita did not answer within two minutes", f"See the logs in {state}.")


def _answers(port: int) -> bool:
    try:
        with urllib.request.urlopen(f"http://127.0.0.1:{port}/api/session", timeout=2) as answer:
            return bool(answer.status == 200)
    except (OSError, urllib.error.URLError):
        return False


def stop() -> int:
    """End what start began, and nothing else."""
    facts = running()
    if facts is None:
        print("Partita is not running here.")
        return 0
    os.kill(facts["pid"], signal.SIGTERM)
    for _ in range(400):
        if running() is None:
            print("Partita has stopped.")
            return 0
        time.sleep(0.1)
    raise StepFailed("Partita did not stop within 40 s", f"End process {facts['pid']} by hand.")
