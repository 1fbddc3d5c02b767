"""./partita test: quick checks first, then every test by Django's runner against a real database."""

import os
import time
from pathlib import Path

from launcher import machine
from launcher.database import Cluster, stop_database
from launcher.places import CHECKOUT, PYTHON, SERVER, VENV, WEB, state_folder
from launcher.processes import only_one
from launcher.service import prepare, warm
from launcher.steps import show
from launcher.supervisor import server_environment

_PYTHON_SOURCES = ("src", "server", "tests", "launcher", "benchmarks")


def _checks() -> list[tuple[str, list[str], bool]]:
    tool = str(VENV / "bin")
    return [
        ("ruff format", [f"{tool}/ruff", "format", "--check", "-q", *_PYTHON_SOURCES], False),
        ("ruff", [f"{tool}/ruff", "check", "-q", *_PYTHON_SOURCES], False),
        ("import floors", [f"{tool}/lint-imports", "--no-cache"], False),
        ("mypy", [f"{tool}/mypy"], False),
        ("packages fit together", [f"{tool}/python", "-m", "pip", "check", "-q"], False),
        ("prettier", ["npm", "run", "-s", "format"], True),
        ("eslint", ["npm", "run", "-s", "lint"], True),
        ("vue-tsc", ["npm", "run", "-s", "types"], True),
        ("the page's unit tests", ["npm", "run", "-s", "unit"], True),
    ]


def test(labels: list[str]) -> int:
    """Run everything, or only the tests named (as Django labels, such as tests.core)."""
    with only_one(state_folder() / "test-lock", "the tests of this checkout are running already"):
        return _test(labels)


def _test(labels: list[str]) -> int:
    started = time.monotonic()
    print("Setting up.", flush=True)
    prepare(development=True)
    warm()
    state = state_folder()
    cluster = Cluster(state / "test-db", durable=False)
    database = cluster.start()
    try:
        env = {
            **server_environment(cluster.url, state, 0),
            "PARTITA_TESTING": "1",
            "PARTITA_COOKIE": "partita",
            "DJANGO_ALLOW_ASYNC_UNSAFE": "true",
            "PARTITA_CHROMIUM": machine.chromium() or "",
            "PYTHONPATH": f"{SERVER}{os.pathsep}{CHECKOUT}",
        }
        failed = [] if labels else _run_checks(env)
        runner: list[str | Path] = [
            PYTHON,
            "server/manage.py",
            "test",
            "--noinput",
            "-v",
            "1",
            "-t",
            ".",
            *(labels or ["tests"]),
        ]
        if show(runner, env=env, cwd=CHECKOUT) != 0:
            failed.append("tests")
    finally:
        stop_database(database)
    print(f"\n{'Failed: ' + ', '.join(failed) if failed else 'All green'} after {time.monotonic() - started:.0f} s")
    return 1 if failed else 0


def _run_checks(env: dict[str, str]) -> list[str]:
    failed = []
    machine.npm_packages()
    web_env = {**machine.node_environment()}
    for name, command, is_web in _checks():
        print(f"  {name}", flush=True)
        if show(command, env=web_env if is_web else env, cwd=WEB if is_web else CHECKOUT) != 0:
            failed.append(name)
    return failed
