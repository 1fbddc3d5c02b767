"""Starting and stopping Partita as a whole."""

import json
import os
import signal
import subprocess
import sys
import time
import urllib.error
import urllib.request
from concurrent.futures import ThreadPoolExecutor
from pathlib import Path
from typing import Any

from launcher import machine
from launcher.places import CHECKOUT, PYTHON, SERVER, state_folder
from launcher.steps import StepFailed, run, skip, step

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
    """Everything a machine needs before Partita runs."""
    machine.debian_packages(browser=development)
    machine.python_environment(development=development)
    machine.front_end()
    with step("Kernels (compiled the first time: two to five minutes)"), ThreadPoolExecutor() as both:
        # Compiling keeps one core busy: the two halves at the same time.
        list(both.map(_warm, ("warm_weighing", "warm_playing")))


def _warm(part: str) -> None:
    env = {
        **os.environ, "PARTITA_SECRET_KEY": "warm", "DATABASE_URL": "postgresql://none@127.0.0.1/none",
        "DJANGO_SETTINGS_MODULE": "config.settings",
    }  # fmt: skip
    code = f"import django; django.setup(); from studies.services import {part}; {part}()"
    cure = "Run ./partita start again; if it fails again, please report the lines above."
    run([PYTHON, "-c", code], cure=cure, env=env, cwd=SERVER)


def start() -> int:
    """Set up, start, and print where to go."""
    print("Partita is getting ready.", flush=True)
    facts = running()
    if facts is None:
        prepare(development=False)
        with step("Database, web server and worker"):
            facts = _launch()
    else:
        skip("Partita", "running already")
    user, password = DEMO_SIGN_IN
    print(f"\nPartita is ready:   http://127.0.0.1:{facts['port']}/")
    print(f"Demo sign-in:       {user} / {password}")
    print("Stop it with:       ./partita stop")
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
        if facts and _answers(facts["port"]) and _worker_is_ready(state):
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


def _worker_is_ready(state: Path) -> bool:
    log = state / "worker.log"
    started = (state / "running.json").stat().st_mtime
    return (
        log.exists() and log.stat().st_mtime >= started - 1 and "worker ready" in log.read_text(errors="replace")[-200:]
    )


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
