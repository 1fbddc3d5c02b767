"""A real web process on the test database, for the tests that need one."""

import json
import os
import subprocess
import sys
import urllib.request
from collections.abc import Iterator
from contextlib import contextmanager
from typing import Any

from django.db import connection
from django.test import Client

from launcher.database import free_port
from tests.server.worker import SERVER, eventually


def board_with(document: dict[str, Any]) -> dict[str, Any]:
    """A board as a page sends it, on which nothing was done yet."""
    return {"begin": {"document": document, "me": "league", "them": "league", "race": None}, "done": [], "undone": []}


class Server:
    """The web process on the test database, as it is started on a machine."""

    def __init__(self) -> None:
        self.port = free_port()
        self.address = f"http://127.0.0.1:{self.port}"
        self.start()

    def start(self) -> None:
        url = "postgresql://{USER}:{PASSWORD}@{HOST}:{PORT}/{NAME}".format(**connection.settings_dict)
        self.process = subprocess.Popen(
            [sys.executable, "-m", "uvicorn", "config.asgi:application", "--port", str(self.port), "--log-level",
             "error", "--lifespan", "off"], cwd=SERVER, env={**os.environ, "DATABASE_URL": url},
        )  # fmt: skip
        eventually("the server answers", self.answers)

    def answers(self) -> bool:
        try:
            with urllib.request.urlopen(f"{self.address}/api/session", timeout=2):
                return True
        except OSError:
            return False

    def kill(self) -> None:
        self.process.kill()
        self.process.wait()

    @contextmanager
    def stream(self, room: str, client: Client, after: int = 0, has: int = 0) -> Iterator[Iterator[tuple[str, Any]]]:
        """What a browser hears: each event with what it says. has : the last number that it had, as it comes back."""
        request = urllib.request.Request(f"{self.address}/api/rooms{room}/stream?after={after}")
        request.add_header("Cookie", "; ".join(f"{name}={value.value}" for name, value in client.cookies.items()))
        if has:
            request.add_header("Last-Event-ID", str(has))
        with urllib.request.urlopen(request, timeout=60) as answer:
            assert answer.headers["Content-Type"] == "text/event-stream"
            yield self._events(answer)

    def _events(self, answer: Any) -> Iterator[tuple[str, Any]]:
        kind = ""
        for line in answer:
            name, _, told = line.decode().rstrip("\n").partition(": ")
            if name == "event":
                kind = told
            elif name == "data":
                yield kind, json.loads(told)
