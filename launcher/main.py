"""The launcher's commands."""

import sys
from collections.abc import Callable
from pathlib import Path

from launcher.backups import backup, restore
from launcher.opening import OF_A_SERVER, as_club, make_account, new_password, open_club, print_unit, work_for
from launcher.places import CHECKOUT, PYTHON
from launcher.service import DEMO_SIGN_IN, prepare, running, start, stop, warm
from launcher.steps import StepFailed, show
from launcher.testing import check, test, write_api

_USAGE = """usage: ./partita start           set this machine up and start with demo data, for this machine alone
       ./partita stop            stop what start began
       ./partita club            the same for a club: for the hall's network, without the demo; see docs/running.md
                                 [--host NAME] [--port N] [--workers N] [--proxy ADDRESS]
                                 [--certificate FILE --key FILE]
       ./partita club stop       stop it; club also stands before the five commands that follow
       ./partita account NAME    make an account, its password asked for
       ./partita password NAME   print a new password for a player who has lost his
       ./partita backup FILE     all accounts and all that they have, as one file, while it runs
       ./partita restore FILE    put a backup in the place of what is there, while it runs
       ./partita unit            print a systemd unit with which it runs from every boot on
       ./partita worker URL      another machine's worker: joins by the database's address
       ./partita check [quick]   set up and run formatters, linters, floors and types; quick ones only
       ./partita test [LABEL]    set up and run every check and test, or the tests named
       ./partita api             write the description of the API anew after a change
       ./partita bench [NAME]    print the benchmarks' figures and keep them; "odds" takes forty minutes,
                                 "start" measures a fresh clone
       ./partita fit [GAME…]     play racks and fit the learned part of the glance anew, half an hour
       ./partita checks          measure the physics against its sources anew, into docs/physics.md
       ./partita shots           take the screenshots of docs/screenshots anew"""


# They measure the server at work, with a database such as the tests have.
_WITH_A_DATABASE = ("record.views", "workers", "many", "watching", "page", "faults.fuzz", "faults.load")


def _bench() -> int:
    prepare(development=False)
    warm()
    names = sys.argv[2:] or ["simulator", "finder", "weighing"]
    return max(_benchmark(name) for name in names)


def _benchmark(name: str) -> int:
    if name in _WITH_A_DATABASE:
        return test([f"benchmarks.{name}"])
    return show([PYTHON, "-m", f"benchmarks.{name}"], cwd=CHECKOUT)


def _fit() -> int:
    prepare(development=False)
    warm()
    return show([PYTHON, "-m", "partita.cli", "fit", *sys.argv[2:]], cwd=CHECKOUT)


def _checks() -> int:
    prepare(development=True)
    warm()
    return show([PYTHON, "-m", "tests.core.physics_checks"], cwd=CHECKOUT)


def _shots() -> int:
    was_running = running() is not None
    prepare(development=True)
    start()
    facts = running() or {}
    address = f"http://127.0.0.1:{facts['port']}"
    status = show([PYTHON, "-m", "tests.browser.shots", address, *DEMO_SIGN_IN], cwd=CHECKOUT)
    if not was_running:
        stop()
    return status


def _one(words: str) -> str:
    """The one thing that a command is about."""
    if len(sys.argv) != 3:
        raise StepFailed(f"this command needs {words}", "Run ./partita help.")
    return sys.argv[2]


def main() -> int:
    """Run one command of the launcher."""
    commands: dict[str, Callable[[], int]] = {
        "start": start,
        "stop": stop,
        "club": lambda: open_club(sys.argv[2:]),
        "account": lambda: make_account(_one("a name")),
        "password": lambda: new_password(_one("a name")),
        "backup": lambda: backup(Path(_one("a file"))),
        "restore": lambda: restore(Path(_one("a file"))),
        "unit": print_unit,
        "worker": lambda: work_for(_one("the database's address")),
        "bench": _bench,
        "fit": _fit,
        "checks": _checks,
        "shots": _shots,
        "check": lambda: check(sys.argv[2:3] == ["quick"]),
        "test": lambda: test(sys.argv[2:]),
        "api": write_api,
    }
    try:
        if sys.argv[1:2] == ["club"]:
            as_club()
            if sys.argv[2:3] and sys.argv[2] in OF_A_SERVER:
                del sys.argv[1]
        name = sys.argv[1] if len(sys.argv) > 1 else ""
        is_help = name == "help" or bool({"--help", "-h"} & set(sys.argv[1:]))
        if is_help or name not in commands:
            print(_USAGE)
            return 0 if is_help else 2
        return commands[name]()
    except StepFailed as failed:
        print(f"\n{failed.what}\n\nWhat to do: {failed.cure}", file=sys.stderr)
        return 1
    except KeyboardInterrupt:
        print("\nStopped.")
        return 130
