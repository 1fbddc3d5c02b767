"""Forty who watch one open board: how soon each sees a move, what it costs the others, and what a restart loses.

Run by `./partita bench watching`, as a test of Django's runner so that it has a database of its own. Moves come four
times a second, by HTTP as a page sends them. Beside them one account weighs a layout, and one reads its layouts.
Prints seconds, and keeps them in `benchmarks/results/watching.json`.
"""

import asyncio
import json
import time
import urllib.request
from http.cookies import SimpleCookie
from typing import Any

import numpy as np
from django.contrib.auth.models import User
from django.test import Client, TransactionTestCase

from benchmarks.figures import keep
from setup import demo
from studies.models import Study
from tests.server.asked import QUICK, weighed
from tests.server.web import Server, board_with
from tests.server.worker import Worker, eventually

_WATCHERS, _MOVES, _PAUSE_S = 40, 60, 0.25
_PLACES = {"cue": [2, 1], "3": [5, 3], "5": [6, 2], "7": [1.5, 3], "8": [4, 1], "9": [7, 1.2]}


class Sender:
    """A page that is signed in: it sends by HTTP, with its token."""

    def __init__(self, server: Server, client: Client) -> None:
        self.server = server
        self.cookies = {name: morsel.value for name, morsel in client.cookies.items()}
        answer = self.ask("/api/session")
        for line in answer.headers.get_all("Set-Cookie") or ():
            self.cookies.update({name: morsel.value for name, morsel in SimpleCookie(line).items()})
        self.token = json.loads(answer.read())["csrf"]

    def ask(self, path: str, body: Any = None) -> Any:
        """What the server answers; sent as JSON where there is something to send."""
        request = urllib.request.Request(self.server.address + path)
        request.add_header("Cookie", "; ".join(f"{name}={value}" for name, value in self.cookies.items()))
        if body is not None:
            request.data = json.dumps(body).encode()
            request.add_header("Content-Type", "application/json")
            request.add_header("X-CSRFToken", self.token)
        return urllib.request.urlopen(request, timeout=30)


class Watching(TransactionTestCase):
    """One board with its coach, and forty guests."""

    async def watch(self, cookies: str, heard: dict[int, float]) -> None:
        """When each event came; comes back by itself, as a browser does, with the last number it had."""
        while True:
            try:
                reader, writer = await asyncio.open_connection("127.0.0.1", self.server.port)
                last = max(heard, default=0)
                writer.write(
                    f"GET /api/rooms/{self.code}/stream?after={last} HTTP/1.1\r\nHost: 127.0.0.1\r\n"
                    f"Cookie: {cookies}\r\n\r\n".encode()
                )
                while line := await reader.readline():
                    if line.startswith(b"id: "):
                        heard.setdefault(int(line[4:]), time.monotonic())
                writer.close()
            except OSError:
                pass
            await asyncio.sleep(0.7)

    async def move(self, moves: int, begin: int) -> dict[int, float]:
        """So many moves, one after another. When each was sent."""
        sent: dict[int, float] = {}
        for k in range(begin, begin + moves):
            step = {"do": "place", "ball": "9", "at": [1 + k % 60 / 10, 2]}
            body = {"base": k, "by": f"move-{k:06}", "steps": [step]}
            sent[k + 1] = time.monotonic()
            await asyncio.to_thread(self.sender.ask, f"/api/rooms/{self.code}/steps", body)
            await asyncio.sleep(_PAUSE_S)
        return sent

    async def others(self, until: asyncio.Event) -> list[float]:
        """How long somebody waits for his list of layouts meanwhile."""
        waits: list[float] = []
        while not until.is_set():
            began = time.monotonic()
            await asyncio.to_thread(lambda: self.reader.ask("/api/layouts").read())
            waits.append(time.monotonic() - began)
            await asyncio.sleep(0.2)
        return waits

    async def part(self, watchers: int, moves: int) -> dict[str, Any]:
        """Watched by so many: delays of moves, what others wait, what a weighing beside takes."""
        heard: list[dict[int, float]] = [{} for _ in range(watchers)]
        watching = [asyncio.create_task(self.watch(self.guests[k], heard[k])) for k in range(watchers)]
        await asyncio.sleep(4 if watchers else 0)
        end = asyncio.Event()
        reading = asyncio.create_task(self.others(end))
        weighing = asyncio.create_task(asyncio.to_thread(self.weigh))
        sent = await self.move(moves, self.number) if moves else {}
        self.number += moves
        settled = await weighing
        end.set()
        waits = await reading
        for task in watching:
            task.cancel()
        delays = [one[number] - at for one in heard for number, at in sent.items() if number in one]
        missing = sum(number not in one for one in heard for number in sent)
        seen = {"moves": moves, "delay s, half, 95 of 100, most": self.spread(delays), "missing": missing}
        return {
            **(seen if sent else {}),
            "layouts of another s, half, 95 of 100, most": self.spread(waits), "a weighing settled s": settled,
        }  # fmt: skip

    async def restart(self) -> dict[str, Any]:
        """The server is killed and started in the middle of moves."""
        heard: list[dict[int, float]] = [{} for _ in range(_WATCHERS)]
        watching = [asyncio.create_task(self.watch(self.guests[k], heard[k])) for k in range(_WATCHERS)]
        await asyncio.sleep(4)
        before = await self.move(10, self.number)
        await asyncio.to_thread(self.server.kill)
        await asyncio.to_thread(self.server.start)
        back = time.monotonic()
        after = await self.move(10, self.number + 10)
        self.number += 20
        await asyncio.sleep(5)
        for task in watching:
            task.cancel()
        first = min(after)
        return {
            "missing of 20 moves, all watchers": sum(n not in one for one in heard for n in (*before, *after)),
            "first move seen by the last watcher, s after it answers again": max(one[first] for one in heard) - back,
        }

    def weigh(self) -> float:
        """Seconds until a weighing has settled."""
        began = time.monotonic()
        document = demo.document(_PLACES, {"shooter": "me"})
        key = weighed(User.objects.get(username="asker"), 1000, document).pk
        eventually("it has settled", lambda: (Study.objects.get(pk=key).document or {}).get("settled"))
        return time.monotonic() - began

    @staticmethod
    def spread(values: list[float]) -> list[float]:
        """Half of them, 95 of 100, and all are below."""
        return [round(float(value), 3) for value in np.quantile(values, [0.5, 0.95, 1.0])] if values else []

    def test_print_and_keep_the_figures(self) -> None:
        """Not a check of anything: figures only."""
        for name in ("coach", "asker", "reader"):
            User.objects.create_user(name, password="a-long-password")
        coach, reader = Client(), Client()
        coach.force_login(User.objects.get(username="coach"))
        reader.force_login(User.objects.get(username="reader"))
        body = {"title": "Thursday", "name": "The coach", "board": board_with(QUICK)}
        self.code = coach.post("/api/rooms", json.dumps(body), content_type="application/json").json()["code"]
        self.guests, self.number = [], 1
        for k in range(_WATCHERS):
            guest = Client()
            joined = json.dumps({"name": f"Guest {k}"})
            guest.post(f"/api/rooms/{self.code}/seat", joined, content_type="application/json")
            self.guests.append("; ".join(f"{name}={morsel.value}" for name, morsel in guest.cookies.items()))
        worker = Worker(only="studies").start()
        self.addCleanup(worker.stop)
        self.server = Server()
        self.addCleanup(lambda: self.server.kill())
        self.sender, self.reader = Sender(self.server, coach), Sender(self.server, reader)
        self.weigh()
        figures = {
            "nobody watches": asyncio.run(self.part(0, 0)),
            "one watches": asyncio.run(self.part(1, _MOVES)),
            f"{_WATCHERS} watch": asyncio.run(self.part(_WATCHERS, _MOVES)),
            f"{_WATCHERS} watch, the server is killed": asyncio.run(self.restart()),
        }
        keep("watching", figures)
