"""Starting and stopping Partita as a whole."""

import http.client
import ipaddress
import json
import os
import signal
import ssl
import subprocess
import sys
import time
from contextlib import closing
from pathlib import Path
from typing import Any

from launcher import machine
from launcher.club import Serving, serving
from launcher.database import Cluster
from launcher.places import CHECKOUT, PYTHON, state_folder
from launcher.processes import end, is_locked, left_over, private_log
from launcher.steps import StepFailed, beside_each_other, run, skip, step
from launcher.supervisor import ANOTHER_RUNS

DEMO_SIGN_IN = ("harbour", "lane-nine")  # as in server/setup/demo.py


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
    facts, served = running(), serving(state_folder())
    if facts is None:
        prepare(development=False)
        with step("Database and web server"):
            facts = _launch(served)
    else:
        skip("Partita", "running already")
    served.port = facts["port"]
    print(f"\nPartita is ready:   {served.addresses[0]}")
    if served.has_demo:
        user, password = DEMO_SIGN_IN
        print(f"Demo sign-in:       {user} / {password}")
    print(f"Stop it with:       ./partita {'club ' if served.is_club else ''}stop")
    if facts.get("trouble"):
        print(f"\nBut: {facts['trouble']}\nIt is tried again by itself.")
    if facts.get("warming"):
        print("\nWhat is not compiled yet of the physics is made ready behind it: the first time about a minute.")
        print("The page says how far it is, and what is asked meanwhile waits for it.")
    return 0


def _launch(served: Serving) -> dict[str, Any]:
    state = state_folder()
    log = state / "supervisor.log"
    if is_locked(state / "lock"):
        print("another start is under way, this one waits for it ... ", end="", flush=True)
        process = None
    else:
        (state / "running.json").unlink(missing_ok=True)
        with private_log(log) as output:
            process = subprocess.Popen(
                [sys.executable, "-m", "launcher.supervisor"], cwd=CHECKOUT, stdout=output, stderr=output,
                stdin=subprocess.DEVNULL, start_new_session=True,
            )  # fmt: skip
    deadline = time.monotonic() + 120
    while time.monotonic() < deadline:
        facts = running()
        if facts and answers(facts["port"], served):
            return facts
        if process is not None and process.poll() is not None:
            if process.returncode == ANOTHER_RUNS:
                print("another start is under way, this one waits for it ... ", end="", flush=True)
                process = None
                continue
            tail = "\n".join(log.read_text(encoding="utf-8", errors="replace").splitlines()[-12:])
            raise StepFailed(f"the supervisor ended:\n{tail}", f"See {log}; then run the same command again.")
        time.sleep(0.1)
    raise StepFailed("Partita did not answer within two minutes", f"See the logs in {state}.")


def answers(port: int, served: Serving) -> bool:
    """Whether the web server answers, whatever it says."""
    host = "127.0.0.1" if ipaddress.ip_address(served.bind).is_unspecified else served.bind
    asked = http.client.HTTPConnection(host, port, timeout=2)
    if served.certificate:
        # Whether it lives is asked, not who it is: a certificate is made for the club's name, not for this address.
        asked = http.client.HTTPSConnection(host, port, timeout=2, context=ssl._create_unverified_context())  # noqa: S323
    try:
        with closing(asked):
            asked.request("GET", "/api/session", headers={"Host": "127.0.0.1"})
            return asked.getresponse().status < 500
    except (OSError, http.client.HTTPException):
        return False


def stop() -> int:
    """End what start began, and nothing else; also what an earlier one left over."""
    facts, state = running(), state_folder()
    if facts is None:
        pids = left_over(state)
        cluster = Cluster(state / "db")
        had_database = cluster.is_left_over
        if is_locked(state / "lock"):
            raise StepFailed("Partita is just being started or stopped", "Wait some seconds, then try again.")
        end(pids)
        cluster.end_left_over()
        if pids or had_database:
            print("Partita was not running as a whole; what was left over of it has been ended.")
        else:
            print("Partita is not running here.")
        return 0
    os.kill(facts["pid"], signal.SIGTERM)
    for _ in range(400):
        if running() is None and not is_locked(state / "lock"):
            print("Partita has stopped.")
            return 0
        time.sleep(0.1)
    raise StepFailed("Partita did not stop within 40 s", f"End process {facts['pid']} by hand.")
