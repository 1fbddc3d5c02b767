"""Opening a club's server: options, first account, address for phones, a unit for every boot; workers elsewhere."""

import argparse
import getpass
import os
import signal
import subprocess
import sys
import time
from pathlib import Path

from launcher.club import Serving, check, keep, own_addresses, serving
from launcher.database import Cluster
from launcher.places import CHECKOUT, PYTHON, SERVER, state_folder
from launcher.processes import Child
from launcher.service import prepare, running, start, warm
from launcher.steps import StepFailed, show
from launcher.supervisor import server_environment, worker_command

# Commands that are about one server, the demo's or the club's.
OF_A_SERVER = ("stop", "account", "password", "backup", "restore", "unit")
_ANYWHERE = "0.0.0.0"  # noqa: S104 - a club's server is for the hall's network, and says so


def as_club() -> None:
    """A club's data lies in a folder of its own: what was tried in the demo never mixes with it."""
    if "PARTITA_STATE" not in os.environ:
        folder = state_folder()
        os.environ["PARTITA_STATE"] = str(folder.with_name(folder.name + "-club"))


def open_club(given: list[str]) -> int:
    """Start the club's server as it was opened last, or as these options say."""
    state = state_folder()
    options = _options(given)
    if given and running():
        raise StepFailed("it is running", "Stop it with ./partita club stop, then start it with the new options.")
    if not (state / "club.json").exists() or given:
        served = _served(options)
        check(served)
        keep(served, state)
    status = start()
    if status == 0:
        _first_account()
        served = serving(state)
        show([PYTHON, "manage.py", "invite", *served.addresses], env=_environment(), cwd=SERVER)
        print("So that it runs from every boot on:  ./partita club unit   (says how)")
    return status


def _options(given: list[str]) -> argparse.Namespace:
    parser = argparse.ArgumentParser(prog="./partita club", description="Serve a club's network. See docs/running.md.")
    parser.add_argument("--host", action="append", help="a name or address players use; may be given more than once")
    parser.add_argument("--port", type=int, default=8020)
    parser.add_argument("--workers", type=int, default=1, help="worker processes on this machine")
    parser.add_argument("--proxy", default="", help="address of the HTTPS proxy before it, such as 127.0.0.1")
    parser.add_argument("--certificate", default="", help="a certificate's file, for HTTPS without a proxy")
    parser.add_argument("--key", default="", help="its key's file")
    return parser.parse_args(given)


def _served(options: argparse.Namespace) -> Serving:
    if not 1 <= options.port <= 65535 or not 1 <= options.workers <= 64:
        raise StepFailed("the port or the number of workers is out of range", "Use ports to 65535, 1 to 64 workers.")
    # A proxy on this machine is the only one who comes.
    is_beside = options.proxy in ("127.0.0.1", "::1", "localhost")
    certificate, key = (str(Path(file).resolve()) if file else "" for file in (options.certificate, options.key))
    return Serving(
        bind="127.0.0.1" if is_beside else _ANYWHERE, port=options.port, hosts=options.host or own_addresses(),
        proxy=options.proxy, certificate=certificate, key=key, workers=options.workers,
    )  # fmt: skip


def _environment() -> dict[str, str]:
    """Environment of a management command on this state's database."""
    state = state_folder()
    url = os.environ.get("DATABASE_URL") or Cluster(state / "db").url
    return server_environment(url, state, 0, serving(state))


def _first_account() -> None:
    asked = subprocess.run(
        [str(PYTHON), "manage.py", "account"],
        env=_environment(),
        cwd=SERVER,
        capture_output=True,
        text=True,
        check=False,
    )
    if asked.stdout.strip() != "0":
        return
    if not sys.stdin.isatty():
        print("\nThere is no account yet. Make the first one with:  ./partita club account NAME")
        return
    print("\nThere is no account yet. Make the first one, yours:")
    make_account(input("  Name: "))


def make_account(name: str) -> int:
    """Make an account; its password comes from the terminal, or as a line on standard input."""
    _must_run()
    password = getpass.getpass("  Password: ") if sys.stdin.isatty() else sys.stdin.readline().rstrip("\n")
    done = subprocess.run(
        [str(PYTHON), "manage.py", "account", "--", name], env=_environment(), cwd=SERVER, input=password + "\n",
        capture_output=True, text=True, check=False,
    )  # fmt: skip
    if done.returncode != 0:
        raise StepFailed(done.stderr.strip().splitlines()[-1].removeprefix("CommandError: "), "Try another one.")
    print(f"The account “{name}” is made.")
    return 0


def new_password(name: str) -> int:
    """Print a new password for an account."""
    _must_run()
    return show([PYTHON, "manage.py", "password", "--", name], env=_environment(), cwd=SERVER)


def _must_run() -> None:
    if running() is None:
        raise StepFailed("Partita is not running here", "Start it first.")


def print_unit() -> int:
    """A systemd unit for this server, and how it is put in place."""
    state = state_folder()
    user = getpass.getuser()
    print(f"""# Write this into /etc/systemd/system/partita.service, for instance by
#   ./partita club unit | sudo tee /etc/systemd/system/partita.service
# then, with Partita stopped:  systemctl daemon-reload && systemctl enable --now partita
[Unit]
Description=Partita for the club
After=network-online.target
Wants=network-online.target

[Service]
User={user}
WorkingDirectory={CHECKOUT}
Environment=PARTITA_STATE={state}
ExecStart={sys.executable} -m launcher.supervisor
Restart=always
RestartSec=5
TimeoutStopSec=60
KillMode=mixed

[Install]
WantedBy=multi-user.target""")
    return 0


def work_for(url: str) -> int:
    """Work for a server elsewhere until it is stopped; needs its database's address and nothing else."""
    prepare(development=False)
    warm()
    state = state_folder()
    env = server_environment(url, state, 0)
    stopping: list[bool] = []
    for sign in (signal.SIGTERM, signal.SIGINT):
        signal.signal(sign, lambda number, frame: stopping.append(True))
    child = Child(worker_command(), env, state / "worker.log", SERVER)
    print(f"Working; what goes wrong is told in {child.log}. Stop with Ctrl-C.", flush=True)
    while not stopping:
        child.keep_alive()
        time.sleep(0.2)
    child.stop()
    return 0
