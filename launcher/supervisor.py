"""The process that stays: runs database, web server and workers, and starts again what ends.

Run as `python -m launcher.supervisor`; ended by SIGTERM, it ends its children in order. However it ends, they do too.
Trouble of a child, a full disk among them, never ends it: it tries again, and says in `running.json` what hinders it.
"""

import hashlib
import json
import os
import signal
import subprocess
import sys
import time
from contextlib import suppress
from pathlib import Path

from launcher.club import Serving, serving
from launcher.database import Cluster, free_port, is_free, stop_database
from launcher.places import PYTHON, SERVER, state_folder
from launcher.processes import MARK, Child, end, keep_small, left_over, only_one
from launcher.steps import StepFailed

_PAUSE_S = 0.2
# How long to wait before the database is tried again, s, the last for ever.
_DATABASE_PAUSES = (0.5, 1.0, 2.0, 5.0, 10.0)
_LOGS_EVERY_S = 60.0
RUNS_ALREADY = "Partita is running, or being started, from this state folder already"
# With this status ends a supervisor that found another one.
ANOTHER_RUNS = 3


def server_environment(database_url: str, state: Path, port: int, served: Serving | None = None) -> dict[str, str]:
    """Environment of the Django processes."""
    secret = state / "secret"
    if not secret.exists() or not secret.read_text(encoding="utf-8"):
        new = secret.with_name("secret.new")
        new.touch(mode=0o600)
        new.write_text(os.urandom(32).hex(), encoding="utf-8")
        new.rename(secret)
    return {
        **os.environ,
        "DATABASE_URL": database_url,
        "PARTITA_SECRET_KEY": secret.read_text(encoding="utf-8"),
        "PARTITA_COOKIE": f"partita-{port}",
        "DJANGO_SETTINGS_MODULE": "config.settings",
        "PYTHONUNBUFFERED": "1",
        # Threads share two heaps: with one each, what they free stays in pieces.
        "MALLOC_ARENA_MAX": os.environ.get("MALLOC_ARENA_MAX", "2"),
        **(served.environment if served else {}),
    }


def worker_command() -> list[str]:
    """The command line of a worker process: whoever reads or saves comes before what takes its time anyway."""
    return ["nice", "-n", "5", str(PYTHON), "manage.py", "run_worker"]


def worker_commands(workers: int) -> dict[str, list[str]]:
    """Worker processes by the names of their logs: for those who wait for an answer, and behind them for long work."""
    answering = [*worker_command(), "--only", "studies"]
    found = {f"worker{number or ''}": answering for number in range(workers)}
    # The system gives it what the others leave.
    return found | {"long-work": ["nice", "-n", "15", *worker_command()[3:], "--only", "long"]}


class Database:
    """The cluster while it is looked after; without one of ours, a database that somebody else looks after."""

    def __init__(self, cluster: Cluster | None) -> None:
        self.cluster, self.trouble = cluster, ""
        self.process: subprocess.Popen[bytes] | None = None
        self._failures, self._again = 0, 0.0

    def start(self) -> None:
        """Start it. Raises `StepFailed`."""
        if self.cluster:
            self.process = self.cluster.start()

    def keep_alive(self) -> None:
        """Start it again when it has ended; what hinders that is kept in `trouble`, and it is tried again."""
        if not self.cluster or (self.process and self.process.poll() is None) or time.monotonic() < self._again:
            return
        try:
            self.start()
            self._failures, self.trouble = 0, ""
        except (StepFailed, OSError) as failed:
            self.trouble = f"The database cannot be started: {failed}"
            self._again = time.monotonic() + _DATABASE_PAUSES[min(self._failures, len(_DATABASE_PAUSES) - 1)]
            self._failures += 1

    def stop(self) -> None:
        """End it."""
        if self.process is not None:
            stop_database(self.process)


def main() -> int:
    """Run until SIGTERM. Writes `running.json` once everything has been started."""
    for sign in (signal.SIGTERM, signal.SIGINT):
        signal.signal(sign, _ask_to_stop)
    state = state_folder()
    with only_one(state / "lock", RUNS_ALREADY):
        # Whatever they were at is taken up again: nobody waits for them.
        end(left_over(state), 1.0)
        return _run(state, serving(state))


def _run(state: Path, served: Serving) -> int:
    if served.port and not is_free(served.port, served.bind):
        if served.is_fixed:
            raise StepFailed(f"another program listens on port {served.port}", "Set PARTITA_PORT to another number.")
        served.port = free_port()
    own_url = os.environ.get("DATABASE_URL")
    os.environ[MARK] = str(state)
    cluster = None if own_url else Cluster(state / "db")
    database = Database(cluster)
    database.start()
    env = server_environment(own_url or (cluster.url if cluster else ""), state, served.port, served)
    # The physics compiles behind everything else; the web process and the worker wait for it, not the user.
    physics = Child(
        ["nice", "-n", "10", str(PYTHON), "-m", "partita.cli", "warm"], env, state / "physics.log", SERVER, once=True
    )
    children = [Child(served.web_command, env, state / "web.log", SERVER)]
    commands = worker_commands(served.workers)
    children += [Child(command, env, state / f"{name}.log", SERVER) for name, command in commands.items()]
    children.append(physics)
    physics.start()
    try:
        if not _prepare_database(cluster.folder / "prepared" if cluster else None, env, served):
            return 1
        _look_after(state, served, database, children)
        return 0
    finally:
        for child in reversed(children):
            child.stop()
        database.stop()
        (state / "running.json").unlink(missing_ok=True)


def _look_after(state: Path, served: Serving, database: Database, children: list[Child]) -> None:
    told, logs_at = "", 0.0
    while not _stopping:
        database.keep_alive()
        for child in children:
            child.keep_alive()
        facts = json.dumps({
            "pid": os.getpid(), "port": served.port, "warming": not children[-1].done, "trouble": database.trouble,
        })  # fmt: skip
        if facts != told and _told(state / "running.json", facts):
            told = facts
        if time.monotonic() > logs_at:
            logs_at = time.monotonic() + _LOGS_EVERY_S
            keep_small([*state.glob("*.log"), *state.glob("db/*.log")])
        time.sleep(_PAUSE_S)


def _told(file: Path, facts: str) -> bool:
    """Whether the facts could be written down: whole, or not at all."""
    with suppress(OSError):
        new = file.with_name(file.name + ".new")
        new.write_text(facts, encoding="utf-8")
        new.rename(file)
        return True
    return False


def prepared_from(has_demo: bool) -> str:
    """What a database is prepared from, as a digest: all migrations, and all that makes the demo."""
    digest = hashlib.sha256(f"demo: {has_demo}".encode())
    for file in sorted([*SERVER.glob("*/migrations/*.py"), *SERVER.glob("setup/demo*")]):
        digest.update(file.read_bytes())
    return digest.hexdigest()


def _prepare_database(mark: Path | None, env: dict[str, str], served: Serving) -> bool:
    """Migrations and demo data; nothing to do where the mark in the cluster's folder says that these are in it."""
    made_of = prepared_from(served.has_demo)
    # On a club's server whatever came into the database since, a restored demo among it, is looked at each time.
    if not served.is_club and mark and mark.exists() and mark.read_text(encoding="utf-8") == made_of:
        return True
    command = [str(PYTHON), "manage.py", "prepare", *(["--demo"] if served.has_demo else [])]
    if subprocess.run(command, env=env, cwd=SERVER, check=False).returncode != 0:
        return False
    if mark:
        mark.write_text(made_of, encoding="utf-8")
    return True


_stopping: list[bool] = []


def _ask_to_stop(number: int, frame: object) -> None:
    _stopping.append(True)


if __name__ == "__main__":
    try:
        sys.exit(main())
    except StepFailed as failed:
        print(f"{failed.what}\n{failed.cure}", file=sys.stderr, flush=True)
        sys.exit(ANOTHER_RUNS if failed.what == RUNS_ALREADY else 1)
