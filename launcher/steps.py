"""Steps of the set-up: one progress line each, and a plain word when one fails."""

import subprocess
import sys
import threading
import time
from collections.abc import Callable, Iterator, Mapping, Sequence
from concurrent.futures import ThreadPoolExecutor
from contextlib import contextmanager
from pathlib import Path


class StepFailed(Exception):
    """A step that could not be done: what happened, and what to do about it."""

    def __init__(self, what: str, cure: str) -> None:
        super().__init__(what)
        self.what, self.cure = what, cure


_beside = threading.local()


@contextmanager
def step(title: str) -> Iterator[None]:
    """Print a line when a step begins and how long it took; of steps beside each other only when each has ended."""
    started, alone = time.monotonic(), not getattr(_beside, "others", False)
    begin = f"  {title} ... "
    if alone:
        print(begin, end="", flush=True)
    try:
        yield
    except StepFailed:
        print("failed" if alone else f"{begin}failed", flush=True)
        raise
    done = f"done in {time.monotonic() - started:.1f} s"
    print(done if alone else begin + done, flush=True)


def beside_each_other(*work: Callable[[], None]) -> None:
    """Do several steps at the same time. All are waited for; the first that failed is told."""

    def apart(part: Callable[[], None]) -> None:
        _beside.others = True
        part()

    with ThreadPoolExecutor(len(work)) as pool:
        waiting = [pool.submit(apart, part) for part in work]
    for part in waiting:
        part.result()


def skip(title: str, why: str) -> None:
    """Print a line for a step that had nothing to do."""
    print(f"  {title} ... {why}", flush=True)


def run(
    command: Sequence[str | Path], *, cure: str, env: Mapping[str, str] | None = None, cwd: Path | None = None,
    **options: object,
) -> str:  # fmt: skip
    """Run a command quietly; its output is shown only when it fails."""
    try:
        done = subprocess.run(
            [str(part) for part in command], env=env, cwd=cwd, text=True, check=False,
            stdout=subprocess.PIPE, stderr=subprocess.STDOUT, stdin=subprocess.DEVNULL, **options,  # type: ignore[call-overload]
        )  # fmt: skip
    except OSError as error:
        raise StepFailed(f"{command[0]} could not be run: {error.strerror}", cure) from None
    if done.returncode != 0:
        tail = "\n".join(done.stdout.strip().splitlines()[-15:])
        raise StepFailed(f"{Path(command[0]).name} ended with status {done.returncode}:\n{tail}", cure)
    return str(done.stdout)


def show(command: Sequence[str | Path], *, env: Mapping[str, str] | None = None, cwd: Path | None = None) -> int:
    """Run a command with its output shown as it comes; returns its status."""
    sys.stdout.flush()
    return subprocess.run([str(part) for part in command], env=env, cwd=cwd, check=False).returncode
