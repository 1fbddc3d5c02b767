"""A whole server's data as one file, taken while it runs, and put back while it runs."""

import os
import subprocess
import time
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path

from launcher.club import serving
from launcher.database import Cluster, stop_database
from launcher.places import PYTHON, SERVER, state_folder
from launcher.processes import is_locked
from launcher.steps import StepFailed, run, step
from launcher.supervisor import server_environment

# What stood before a restore stays beside it until the next one.
_BEFORE, _NEW = "partita_before", "partita_new"


def backup(file: Path) -> int:
    """Write all accounts and all that they have into one new file, as it is at one moment."""
    if file.exists():
        raise StepFailed(f"{file} is there already", "Name a new file; a backup overwrites nothing.")
    part = file.with_name(file.name + ".part")
    try:
        with _database() as cluster, step("Backup"):
            part.touch(mode=0o600)
            command = cluster.client("pg_dump", "-d", "partita", "-Fc", "-f", part)
            run(command, cure=f"Check that {file.parent} has room.", env=cluster.client_environment)
        part.rename(file)
    except OSError as error:
        raise StepFailed(f"{part} cannot be written: {error.strerror}", "Name a file in a folder of yours.") from None
    finally:
        part.unlink(missing_ok=True)
    print(f"All of it is in {file} ({file.stat().st_size / 1e6:.1f} MB). It holds private data: keep it safe.")
    return 0


def restore(file: Path) -> int:
    """Put a backup in the place of what is there; that stays beside it, and nothing happens when the file is broken."""
    if not os.access(file, os.R_OK) or file.read_bytes()[:5] != b"PGDMP":
        raise StepFailed(f"{file} is no backup that can be read", "Name a file that ./partita backup wrote.")
    with _database() as cluster:
        _drop(cluster, _NEW)
        _admin(cluster, f"CREATE DATABASE {_NEW}")
        try:
            with step("Reading the backup"):
                command = cluster.client("pg_restore", "-d", _NEW, "--exit-on-error", "--no-owner", file)
                run(command, cure="Nothing was changed. Try another backup.", env=cluster.client_environment)
            with step("Bringing it up to date"):
                said = _migrate(cluster)
            with step("Putting it in place"):
                _drop(cluster, _BEFORE)
                _swap(cluster)
        except StepFailed:
            _drop(cluster, _NEW)
            raise
    print(said, end="")
    print(f"The backup is in place. What was there before is kept as the database {_BEFORE} until the next restore.")
    return 0


@contextmanager
def _database() -> Iterator[Cluster]:
    """The cluster, running: as it does already, or for as long as this takes."""
    if "DATABASE_URL" in os.environ:
        raise StepFailed("this database is looked after by somebody else", "Use pg_dump and pg_restore on it.")
    state = state_folder()
    cluster = Cluster(state / "db")
    if not cluster.data.exists():
        raise StepFailed(f"there is no database in {state}", "Start Partita once.")
    if is_locked(state / "lock"):
        yield cluster
        return
    process = cluster.start()
    try:
        yield cluster
    finally:
        stop_database(process)


def _admin(cluster: Cluster, statement: str) -> None:
    command = cluster.client("psql", "-d", "postgres", "-v", "ON_ERROR_STOP=1", "-qc", statement)
    run(command, cure=f"See {cluster.log}.", env=cluster.client_environment)


def _drop(cluster: Cluster, name: str) -> None:
    _admin(cluster, f"DROP DATABASE IF EXISTS {name} WITH (FORCE)")


def _migrate(cluster: Cluster) -> str:
    """A backup of an earlier version gets what later ones added, before anybody sees it; what is to be said of it."""
    state = state_folder()
    env = server_environment(cluster.url_of(_NEW), state, 0, serving(state))
    return run([PYTHON, "manage.py", "prepare"], cure="Nothing was changed.", env=env, cwd=SERVER)


def _swap(cluster: Cluster) -> None:
    """Nobody may be in a database while it gets another name; whoever was comes back by himself."""
    for name, next_name in (("partita", _BEFORE), (_NEW, "partita")):
        _admin(cluster, f"ALTER DATABASE {name} ALLOW_CONNECTIONS false")
        # Names of our own, written above.
        leave = f"SELECT pg_terminate_backend(pid) FROM pg_stat_activity WHERE datname = '{name}'"  # noqa: S608
        for tries in range(20):
            _admin(cluster, leave)
            command = cluster.client("psql", "-d", "postgres", "-qc", f"ALTER DATABASE {name} RENAME TO {next_name}")
            done = subprocess.run(
                [str(part) for part in command], env=cluster.client_environment, capture_output=True, check=False
            )
            if done.returncode == 0:
                break
            time.sleep(0.1 * (1 + tries))
        else:
            _admin(cluster, f"ALTER DATABASE {name} ALLOW_CONNECTIONS true")
            raise StepFailed("somebody did not leave the database", "Stop Partita, restore, and start it again.")
        _admin(cluster, f"ALTER DATABASE {next_name} ALLOW_CONNECTIONS true")
