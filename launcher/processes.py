"""Processes that are looked after: children that end with their parent, what was left over, logs that stay small."""

import ctypes
import fcntl
import os
import shutil
import signal
import subprocess
import time
from collections.abc import Callable, Iterator, Mapping, Sequence
from contextlib import contextmanager, suppress
from pathlib import Path
from typing import Any

from launcher.steps import StepFailed

# In the environment of all that a supervisor starts: by it the next one finds what was left over.
MARK = "PARTITA_SUPERVISED"
_LARGEST_LOG = 5_000_000
_PR_SET_PDEATHSIG = 1
_libc = ctypes.CDLL(None, use_errno=True)


def ends_with_parent(sign: int) -> Callable[[], None]:
    """For `preexec_fn`: the system sends this signal when the parent is gone, however it went (prctl(2))."""

    def ask() -> None:
        _libc.prctl(_PR_SET_PDEATHSIG, sign)

    return ask


@contextmanager
def only_one(lock: Path, words: str) -> Iterator[None]:
    """Hold a lock file as long as this process lives. Raises `StepFailed` with these words when another holds it."""
    with lock.open("a") as file:
        try:
            fcntl.flock(file, fcntl.LOCK_EX | fcntl.LOCK_NB)
        except BlockingIOError:
            raise StepFailed(words, "Wait until it is ready, or stop it with ./partita stop.") from None
        yield


def is_locked(lock: Path) -> bool:
    """Whether a process holds this lock."""
    if not lock.exists():
        return False
    with lock.open("a") as file:
        try:
            fcntl.flock(file, fcntl.LOCK_EX | fcntl.LOCK_NB)
        except BlockingIOError:
            return True
        return False


class Child:
    """A process that is started again when it ends; one that has `once` done its work is let go."""

    # How long to wait before each of its starts in a row, s; it counts as in order again after a minute.
    PAUSES = (0.0, 0.2, 0.5, 1.0, 2.0, 5.0, 10.0)

    def __init__(
        self, command: Sequence[str], env: Mapping[str, str], log: Path, folder: Path, *, once: bool = False
    ) -> None:
        self.command, self.env, self.log, self.folder, self.once = list(command), dict(env), log, folder, once
        self.starts: list[float] = []
        self.process: subprocess.Popen[bytes] | None = None

    def start(self) -> None:
        """Start it, its output going to its log. What hinders it is no trouble of ours: it is tried again."""
        now = time.monotonic()
        self.starts = [t for t in self.starts if t > now - 60] + [now]
        with suppress(OSError), private_log(self.log) as output:
            self.process = subprocess.Popen(
                self.command, env=self.env, cwd=self.folder, stdout=output, stderr=output, stdin=subprocess.DEVNULL,
                # At once, whatever it is at: all of it is taken up again, and the next supervisor need not wait.
                preexec_fn=ends_with_parent(signal.SIGKILL),
            )  # fmt: skip

    def keep_alive(self) -> None:
        """Start it again when it has ended, after a pause that grows."""
        if self.is_running or self.done:
            return
        now = time.monotonic()
        recent = [t for t in self.starts if t > now - 60]
        pause = self.PAUSES[min(len(recent), len(self.PAUSES) - 1)]
        if not recent or now >= recent[-1] + pause:
            self.start()

    @property
    def is_running(self) -> bool:
        """True while it lives."""
        return self.process is not None and self.process.poll() is None

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


def left_over(state: Path) -> list[int]:
    """Processes that an earlier supervisor of this state folder started and that still live, but no database's."""
    mark = f"{MARK}={state}".encode()
    found = []
    for entry in Path("/proc").iterdir():
        if not entry.name.isdigit() or int(entry.name) == os.getpid():
            continue
        with suppress(OSError):
            is_ours = mark in (entry / "environ").read_bytes().split(b"\0")
            if is_ours and b"postgres" not in (entry / "cmdline").read_bytes().split(b"\0")[0]:
                found.append(int(entry.name))
    return found


def end(pids: Sequence[int], seconds: float = 10.0) -> None:
    """End processes that are not our children: politely, then surely."""
    for sign, patience in ((signal.SIGTERM, seconds), (signal.SIGKILL, 5.0)):
        for pid in pids:
            with suppress(ProcessLookupError):
                os.kill(pid, sign)
        deadline = time.monotonic() + patience
        while any(is_alive(pid) for pid in pids):
            if time.monotonic() > deadline:
                break
            time.sleep(0.05)
        else:
            return


def is_alive(pid: int) -> bool:
    """True for a process that is there and more than a name that waits to be taken off the list."""
    try:
        return Path(f"/proc/{pid}/stat").read_text(encoding="utf-8").rsplit(")", 1)[1].split()[0] not in ("Z", "X")
    except OSError:
        return False


def private_log(log: Path) -> Any:
    """A log opened for more, readable by its owner only."""
    return os.fdopen(os.open(log, os.O_WRONLY | os.O_APPEND | os.O_CREAT, 0o600), "ab")


def keep_small(logs: Sequence[Path]) -> None:
    """Logs that have grown begin anew; one older part of each is kept. Whoever writes one goes on in it."""
    for log in logs:
        with suppress(OSError):
            if log.stat().st_size > _LARGEST_LOG:
                older = log.with_name(log.name + ".1")
                shutil.copyfile(log, older)
                older.chmod(0o600)
                os.truncate(log, 0)
            log.chmod(0o600)
