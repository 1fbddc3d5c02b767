"""The process that stays: runs database, web server and worker, and starts again what ends.

Run as `python -m launcher.supervisor`; ended by SIGTERM, it ends its children in order.
"""

import hashlib
import json
import os
import signal
import subprocess
import sys
import time
from pathlib import Path

from launcher.database import Cluster, free_port
from launcher.places import PYTHON, SERVER, state_folder
from launcher.steps import StepFailed

_PAUSE_S = 0.2
_MOST_RESTARTS_A_MINUTE = 6
WEB_PORT = 8020


class Child:
    """A process that is started again when it ends; one that has `once` done its work is let go."""

    def __init__(self, command: list[str], env: dict[str, str], log: Path, *, once: bool = False) -> None:
        self.command, self.env, self.log, self.once = command, env, log, once
        self.starts: list[float] = []
        self.process: subprocess.Popen[bytes] | None = None

    def start(self) -> None:
        """Start it, its output going to its log."""
        self.starts = [t for t in self.starts if t > time.monotonic() - 60] + [time.monotonic()]
        with self.log.open("ab") as output:
            self.process = subprocess.Popen(
                self.command, env=self.env, cwd=SERVER, stdout=output, stderr=output, stdin=subprocess.DEVNULL
            )

    def keep_alive(self) -> None:
        """Start it again when it has ended, but not in a mad loop."""
        ended = (self.process is None or self.process.poll() is not None) and not self.done
        if ended and len(self.starts) < _MOST_RESTARTS_A_MINUTE:
            self.start()
        elif ended:
            self.starts = [t for t in self.starts if t > time.monotonic() - 60]

    @property
    def done(self) -> bool:
        """True when it was to be run once, and has ended well."""
        return self.once and self.process is not None and self.process.poll() == 0

    def stop(self) -> None:
        """End it: politely, then surely."""
        if self.process is None or self.process.poll() is not None:
            return
        self.process.terminate()
        try:
            self.process.wait(8)
        except subprocess.TimeoutExpired:
            self.process.kill()
            self.process.wait()


def stop_database(process: "subprocess.Popen[bytes]") -> None:
    """Fast shutdown: sessions are ended, data is written."""
    if process.poll() is None:
        process.send_signal(signal.SIGINT)
        try:
            process.wait(15)
        except subprocess.TimeoutExpired:
            process.kill()
            process.wait()


def server_environment(database_url: str, state: Path, port: int) -> dict[str, str]:
    """Environment of the Django processes."""
    secret = state / "secret"
    if not secret.exists():
        secret.touch(mode=0o600)
        secret.write_text(os.urandom(32).hex(), encoding="utf-8")
    return {
        **os.environ,
        "DATABASE_URL": database_url,
        "PARTITA_SECRET_KEY": secret.read_text(encoding="utf-8"),
        "PARTITA_COOKIE": f"partita-{port}",
        "DJANGO_SETTINGS_MODULE": "config.settings",
        "PYTHONUNBUFFERED": "1",
    }


def main() -> int:
    """Run until SIGTERM. Writes `running.json` once everything has been started."""
    state = state_folder()
    for sign in (signal.SIGTERM, signal.SIGINT):
        signal.signal(sign, _ask_to_stop)
    own_url = os.environ.get("DATABASE_URL")
    cluster = Cluster(state / "db")
    database = None if own_url else cluster.start()
    url = own_url or cluster.url
    port = free_port(int(os.environ.get("PARTITA_PORT", WEB_PORT)))
    env = server_environment(url, state, port)
    web = [str(PYTHON), "-m", "uvicorn", "config.asgi:application", "--host", "127.0.0.1", "--port", str(port),
           "--log-level", "warning", "--lifespan", "off"]  # fmt: skip
    # The physics compiles behind everything else; the web process and the worker wait for it, not the user.
    physics = Child(
        ["nice", "-n", "5", str(PYTHON), "-m", "partita.cli", "warm"], env, state / "physics.log", once=True
    )
    children = [
        Child(web, env, state / "web.log"),
        Child([str(PYTHON), "manage.py", "run_worker"], env, state / "worker.log"),
        physics,
    ]
    physics.start()
    if not _prepare_database(None if own_url else cluster.folder / "prepared", env):
        physics.stop()
        if database:
            stop_database(database)
        return 1
    for child in children[:-1]:
        child.start()
    told = None
    while not _stopping:
        for child in children:
            child.keep_alive()
        if told != physics.done:
            told = physics.done
            facts = {"pid": os.getpid(), "port": port, "warming": not told}
            (state / "running.json").write_text(json.dumps(facts), encoding="utf-8")
        if database is not None and database.poll() is not None:
            database = cluster.start()
        time.sleep(_PAUSE_S)
    for child in reversed(children):
        child.stop()
    if database is not None:
        stop_database(database)
    (state / "running.json").unlink(missing_ok=True)
    return 0


def _prepare_database(mark: Path | None, env: dict[str, str]) -> bool:
    """Migrations and demo data; nothing to do where the mark in the cluster's folder says that these are in it."""
    digest = hashlib.sha256()
    for file in sorted([*SERVER.glob("*/migrations/*.py"), SERVER / "layouts" / "demo.py"]):
        digest.update(file.read_bytes())
    if mark and mark.exists() and mark.read_text(encoding="utf-8") == digest.hexdigest():
        return True
    if subprocess.run([str(PYTHON), "manage.py", "prepare"], env=env, cwd=SERVER, check=False).returncode != 0:
        return False
    if mark:
        mark.write_text(digest.hexdigest(), encoding="utf-8")
    return True


_stopping: list[bool] = []


def _ask_to_stop(number: int, frame: object) -> None:
    _stopping.append(True)


if __name__ == "__main__":
    try:
        sys.exit(main())
    except StepFailed as failed:
        print(f"{failed.what}\n{failed.cure}", file=sys.stderr, flush=True)
        sys.exit(1)
