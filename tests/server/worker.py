"""A real worker process on the test database, for the tests that need one."""

import os
import signal
import subprocess
import sys
import time
from collections.abc import Callable
from pathlib import Path

from django.db import connection
from django.test import TransactionTestCase

from tests.lasting import last_while

SERVER = Path(__file__).resolve().parents[2] / "server"


class Worker:
    """`manage.py run_worker` against the database of the running tests."""

    def __init__(self, *, heartbeat: float = 0.5, stalled_after: float = 2.0, jobs: int = 24, only: str = "") -> None:
        settings = connection.settings_dict
        url = "postgresql://{USER}:{PASSWORD}@{HOST}:{PORT}/{NAME}".format(**settings)
        self.command = [sys.executable, "manage.py", "run_worker", "--lazy"]
        self.command += [f"--heartbeat={heartbeat}", f"--stalled-after={stalled_after}", f"--jobs={jobs}"]
        self.command += [f"--only={only}"] if only else []
        self.env = {**os.environ, "DATABASE_URL": url, "PYTHONUNBUFFERED": "1"}
        self.process: subprocess.Popen[str] | None = None

    def start(self) -> "Worker":
        self.process = subprocess.Popen(
            self.command, cwd=SERVER, env=self.env, stdout=subprocess.PIPE, stderr=subprocess.DEVNULL, text=True
        )
        assert self.process.stdout is not None
        line = self.process.stdout.readline()
        assert "worker ready" in line, line
        return self

    def kill(self) -> None:
        """As a power cut would."""
        assert self.process is not None
        self.process.kill()
        self.process.wait()

    def stop(self) -> None:
        if self.process is None or self.process.poll() is not None:
            return
        self.process.send_signal(signal.SIGTERM)
        try:
            self.process.wait(2)
        except subprocess.TimeoutExpired:
            self.kill()


class SharedWorker(TransactionTestCase):
    """One worker for all tests that need no more than one: its kernels are loaded once."""

    _worker: Worker | None = None

    @classmethod
    def setUpClass(cls) -> None:
        super().setUpClass()
        if SharedWorker._worker is None:
            SharedWorker._worker = Worker().start()
            last_while(SharedWorker, SharedWorker.end_worker)

    @staticmethod
    def end_worker() -> None:
        if SharedWorker._worker is not None:
            SharedWorker._worker.stop()
        SharedWorker._worker = None


def eventually(
    what: str, condition: Callable[[], object], seconds: float = 300.0, stands: Callable[[], object] = str
) -> None:
    """Wait until a condition holds; fail with words, and with what stands instead, when it does not."""
    deadline = time.monotonic() + seconds
    while time.monotonic() < deadline:
        if condition():
            return
        time.sleep(0.05)
    raise AssertionError(f"not within {seconds:.0f} s: {what} {stands()}")
