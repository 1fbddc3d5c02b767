"""./partita test: checks and tests in three lanes beside each other; ./partita check: the checks alone.

One lane works (the core), two mostly wait (for a database and a worker, for a browser): together they use both cores.
What works gives way to what waits, so that nobody waits for long.
"""

import json
import os
import re
import subprocess
import sys
import threading
import time
from collections.abc import Callable, Iterable, Mapping
from dataclasses import dataclass, field
from pathlib import Path

from launcher import machine
from launcher.database import Cluster, stop_database
from launcher.places import CHECKOUT, PYTHON, SERVER, VENV, WEB, state_folder
from launcher.processes import only_one
from launcher.service import prepare, warm
from launcher.steps import show
from launcher.supervisor import server_environment

_PYTHON_SOURCES = ("src", "server", "tests", "launcher", "benchmarks")
_COUNTS = re.compile(r"^(\d+) passed, (\d+) failed, (\d+) skipped$")
_BROKEN = re.compile(r"^failed (tests\.[\w.]+: .*)$")
# A test that takes longer is named, s: a whole run has six hundred.
_LONG_S = 20.0
Environment = Mapping[str, str]


@dataclass(frozen=True)
class Check:
    """A check: its name, what is run, and whether it belongs to the page or is left out when it must be quick."""

    name: str
    command: list[str]
    of_page: bool = False
    takes_long: bool = False


def _checks() -> list[Check]:
    tool = str(VENV / "bin")
    return [
        Check("ruff format", [f"{tool}/ruff", "format", "--check", "-q", *_PYTHON_SOURCES]),
        Check("ruff", [f"{tool}/ruff", "check", "-q", *_PYTHON_SOURCES]),
        Check("import floors", [f"{tool}/lint-imports", "--no-cache"]),
        Check("mypy", [f"{tool}/mypy"], takes_long=True),
        Check("packages fit together", [f"{tool}/python", "-m", "pip", "check", "-q"], takes_long=True),
        Check("prettier", ["npm", "run", "-s", "format"], of_page=True),
        Check("eslint", ["npm", "run", "-s", "lint"], of_page=True),
        Check("vue-tsc", ["npm", "run", "-s", "types"], of_page=True, takes_long=True),
        Check("the page's unit tests", ["npm", "run", "-s", "unit"], of_page=True, takes_long=True),
    ]


@dataclass
class Lane:
    """Some checks and then tests; what failed, how many tests passed, failed, were skipped, and seconds by test.

    broken : the failed tests, each with the last line of what it says
    """

    name: str
    checks: list[Check]
    labels: list[str]
    environment: dict[str, str]
    # Where a lane has the machine to itself its lines are shown as they come, else behind its name.
    is_alone: bool = False
    gives_way: bool = False
    failed: list[str] = field(default_factory=list)
    broken: list[str] = field(default_factory=list)
    counts: list[int] = field(default_factory=lambda: [0, 0, 0])
    seconds: dict[str, float] = field(default_factory=dict)

    def run(self) -> None:
        """Everything in order; a check that fails keeps no test from being run."""
        for check in self.checks:
            self._say(check.name)
            env, folder = (machine.node_environment(), WEB) if check.of_page else (self.environment, CHECKOUT)
            if self._show(check.command, env, folder) != 0:
                self.failed.append(check.name)
        if self.labels and self._tests() != 0:
            self.failed.append(f"tests of {self.name}")

    def _tests(self) -> int:
        times = state_folder() / f"times-{self.name}.json"
        times.unlink(missing_ok=True)
        command = ["nice", "-n", "5"] if self.gives_way else []
        command += [str(PYTHON), "server/manage.py", "test", "--noinput", "-v", "1", "-t", ".", *self.labels]
        status = self._show(command, {**self.environment, "PARTITA_TEST_TIMES": str(times)}, CHECKOUT)
        if times.exists():
            self.seconds = json.loads(times.read_text(encoding="utf-8"))
        return status

    def _show(self, command: list[str], env: Environment, folder: Path) -> int:
        with subprocess.Popen(
            command, env=env, cwd=folder, text=True, errors="replace", stdout=subprocess.PIPE, stderr=subprocess.STDOUT
        ) as process:
            for line in process.stdout or ():
                if counts := _COUNTS.match(line):
                    self.counts = [int(count) for count in counts.groups()]
                elif broken := _BROKEN.match(line):
                    self.broken.append(broken[1])
                else:
                    self._say(line.rstrip("\n"))
        return process.returncode

    def _say(self, line: str) -> None:
        sys.stdout.write(f"{line}\n" if self.is_alone else f"{self.name:>7} | {line}\n")
        sys.stdout.flush()


def check(only_quick: bool) -> int:
    """Formatters, linters, floors, types and the page's unit tests; or only what is quick."""
    prepare(development=True)
    machine.npm_packages()
    failed = []
    for one in (one for one in _checks() if not (only_quick and one.takes_long)):
        print(f"  {one.name}", flush=True)
        env = machine.node_environment() if one.of_page else _environment("", "check")
        if show(one.command, env=env, cwd=WEB if one.of_page else CHECKOUT) != 0:
            failed.append(one.name)
    print(f"Failed: {', '.join(failed)}" if failed else "All green")
    return 1 if failed else 0


def write_api() -> int:
    """The description of the API anew, from which the page's types are made."""
    prepare(development=True)
    path = WEB / "openapi.json"
    command = [str(PYTHON), "server/manage.py", "export_openapi_schema", "--api", "config.api.api", "--indent", "1"]
    status = show([*command, "--output", str(path)], env=_environment("", "api"), cwd=CHECKOUT)
    if status == 0:
        # As the command prints it, with a line end.
        path.write_text(path.read_text(encoding="utf-8").rstrip("\n") + "\n", encoding="utf-8")
        print(f"{path.relative_to(CHECKOUT)} is up to date; the next build makes the page's types from it.")
    return status


def test(labels: list[str]) -> int:
    """Run everything, or only the tests named (as Django labels, such as tests.core)."""
    with only_one(state_folder() / "test-lock", "the tests of this checkout are running already"):
        return _test(labels)


def _environment(database_url: str, name: str) -> dict[str, str]:
    url = database_url or "postgresql://nobody@127.0.0.1:1/none"
    return {
        **server_environment(url, state_folder(), 0),
        "PARTITA_TESTING": "1",
        "PARTITA_COOKIE": "partita",
        "PARTITA_TEST_LANE": name,
        "DJANGO_ALLOW_ASYNC_UNSAFE": "true",
        "PARTITA_CHROMIUM": machine.chromium() or "",
        "PYTHONPATH": f"{SERVER}{os.pathsep}{CHECKOUT}",
    }


def _lanes(labels: list[str], url: str) -> list[Lane]:
    if labels:
        return [Lane("tests", [], labels, _environment(url, "tests"), is_alone=True)]
    checks = _checks()
    return [
        Lane("core", [], ["tests.core"], _environment(url, "core"), gives_way=True),
        Lane("server", [one for one in checks if not one.of_page], ["tests.server", "tests.launcher"],
             _environment(url, "server")),
        Lane("browser", [one for one in checks if one.of_page], ["tests.browser"], _environment(url, "browser")),
    ]  # fmt: skip


def _test(labels: list[str]) -> int:
    started = time.monotonic()
    print("Setting up.", flush=True)
    prepare(development=True)
    warm()
    machine.npm_packages()
    tests_began = time.monotonic()
    cluster = Cluster(state_folder() / "test-db", durable=False)
    database = cluster.start()
    try:
        lanes = _lanes(labels, cluster.url)
        _beside_each_other([lane.run for lane in lanes])
    finally:
        stop_database(database)
    failed = [what for lane in lanes for what in lane.failed]
    _name_the_long(lanes)
    ended = time.monotonic()
    counts = [sum(lane.counts[k] for lane in lanes) for k in range(3)]
    # Last, where whoever sees but the end of it finds them.
    print("".join(f"\nFailed: {one}" for lane in lanes for one in lane.broken))
    print(f"{'Failed: ' + ', '.join(failed) if failed else 'All green'} after {ended - started:.0f} s, "
          f"{ended - tests_began:.0f} s of them checks and tests")  # fmt: skip
    print("{} passed, {} failed, {} skipped".format(*counts))
    return 1 if failed else 0


def _beside_each_other(work: Iterable[Callable[[], None]]) -> None:
    threads = [threading.Thread(target=part) for part in work]
    for thread in threads:
        thread.start()
    for thread in threads:
        thread.join()


def _name_the_long(lanes: list[Lane]) -> None:
    """Name tests that take long, and keep how long each took."""
    seconds = {name: time for lane in lanes for name, time in lane.seconds.items()}
    kept = state_folder() / "test-times.json"
    kept.write_text(json.dumps(dict(sorted(seconds.items(), key=lambda one: -one[1])), indent=1), encoding="utf-8")
    for name, time_s in seconds.items():
        if time_s > _LONG_S:
            print(f"{time_s:6.1f} s  {name}: over {_LONG_S:.0f} s")
    print(f"How long each took stands in {kept}.")
