"""Forty players at once on one machine: how long polls, own shots and saves take, and what twenty guessers do to them.

Run by `./partita bench faults.load`, as a test of Django's runner so that it has a database. Server and worker are the
real ones, with the pool of connections that players meet; the players are threads of another process on the same cores.
Prints seconds (median, 95th of 100, longest), and keeps them in `benchmarks/results/faults-load.json`.
"""

import contextlib
import http.client
import json
import os
import random
import statistics
import subprocess
import threading
import time
from typing import Any

from django.contrib.auth.models import User
from django.contrib.sessions.backends.db import SessionStore
from django.db import connection
from django.test import TransactionTestCase

from benchmarks.figures import keep
from launcher.club import Serving
from launcher.database import free_port
from playouts import asking as playouts
from playouts.models import PlayOut
from setup import demo
from studies.models import Study
from tests.server.asked import weighed
from tests.server.worker import SERVER, Worker, eventually

PLAYERS, GUESSERS, SECONDS = 40, 20, 20
_LAYOUT = demo.document({"cue": [2, 1], "3": [5, 3], "5": [6, 2], "8": [4, 1], "9": [7, 1.2]}, {"shooter": "me"})
_STROKE = {"aim_deg": 20.0, "speed_mps": 2.0, "side": 0.1, "height": -0.2, "elevation_deg": 0.0}


class Player:
    """One player's page: asks, waits for the answer, thinks, asks again."""

    def __init__(self, port: int, name: str, study: int) -> None:
        self.port, self.study, self.chance = port, study, random.Random(name)
        session = SessionStore()
        user = User.objects.get(username=name)
        session["_auth_user_id"], session["_auth_user_backend"] = str(user.pk), _BACKEND
        session["_auth_user_hash"] = user.get_session_auth_hash()
        session.create()
        self.cookies = f"partita-session={session.session_key}; partita-csrf={_CSRF}"
        self.taken: dict[str, list[float]] = {}
        self.wrong, self.revision = 0, Study.objects.get(pk=study).revision

    def ask(self, kind: str, method: str, path: str, body: Any = None) -> int:
        """One request, timed under its kind."""
        began = time.perf_counter()
        asked = http.client.HTTPConnection("127.0.0.1", self.port, timeout=60)
        try:
            headers = {"Cookie": self.cookies, "X-CSRFToken": _CSRF, "Content-Type": "application/json"}
            asked.request(method, path, None if body is None else json.dumps(body), headers)
            answer = asked.getresponse()
            answer.read()
            status = answer.status
        except OSError:
            status = 0
        finally:
            asked.close()
        self.taken.setdefault(kind, []).append(time.perf_counter() - began)
        self.wrong += status != 200
        return status

    def evening(self, until: float) -> None:
        """Polls most of the time, aims a shot of his own now and then, saves, looks at a list."""
        chance = self.chance
        while time.monotonic() < until:
            act = chance.random()
            if act < 0.6:
                # As the page does while nothing is new: it names what it has.
                self.ask("poll", "GET", f"/api/studies/{self.study}?known={self.revision}")
            elif act < 0.9:
                stroke = {**_STROKE, "aim_deg": chance.uniform(0, 360)}
                body = {"document": _LAYOUT, "me": "league", "them": "league", "stroke": stroke}
                self.ask("own shot", "POST", "/api/strokes", body)
            elif act < 0.95:
                self.ask("save", "POST", "/api/layouts", {"name": "an evening's", "document": _LAYOUT})
            else:
                self.ask("library", "GET", "/api/layouts")
            time.sleep(chance.uniform(0.5, 1.5))


_BACKEND = "django.contrib.auth.backends.ModelBackend"
_CSRF = "0123456789abcdefghijklmnopqrstuv"


class Load(TransactionTestCase):
    """Figures only."""

    def test_print_and_keep_the_figures(self) -> None:
        """A quiet evening, one with weighings going on, and one with guests who guess passwords."""
        self.worker = Worker().start()
        self.addCleanup(self.worker.stop)
        self.port = self.server()
        for number in range(PLAYERS):
            User.objects.create_user(f"player {number}", password="a-long-password")
        study = self.settled("player 0")
        figures: dict[str, Any] = {"players": PLAYERS, "guessers": GUESSERS, "seconds": SECONDS}
        figures["players alone"] = self.evening(study)
        figures["while a play-out of 20,000 racks runs"] = self.evening(study, playing=True)
        figures["while guests guess passwords"] = self.evening(study, guessing=True)
        keep("faults-load", figures)

    def server(self) -> int:
        """The web server as it is started for players."""
        port = free_port()
        url = "postgresql://{USER}:{PASSWORD}@{HOST}:{PORT}/{NAME}".format(**connection.settings_dict)
        env = {**os.environ, "DATABASE_URL": url, "PARTITA_TESTING": "0"}
        web = subprocess.Popen(Serving(port=port).web_command, cwd=SERVER, env=env)
        self.addCleanup(lambda: (web.terminate(), web.wait(10)))

        def answers() -> bool:
            try:
                asked = http.client.HTTPConnection("127.0.0.1", port, timeout=2)
                asked.request("GET", "/api/session")
                return asked.getresponse().status == 200
            except OSError:
                return False

        eventually("the server answers", answers)
        time.sleep(8)
        return port

    def settled(self, name: str) -> int:
        """A study that everybody's page polls is each player's own; one is weighed, the others are its copies."""
        owner = User.objects.get(username=name)
        study = weighed(owner, 200, _LAYOUT)
        eventually("it is settled", lambda: Study.objects.get(pk=study.pk).status == Study.Status.DONE)
        study.refresh_from_db()
        self.studies = {name: study.pk}
        for number in range(1, PLAYERS):
            study.pk, study.owner = None, User.objects.get(username=f"player {number}")
            study._state.adding = True
            study.save()
            self.studies[f"player {number}"] = study.pk
        return self.studies[name]

    def evening(self, study: int, *, playing: bool = False, guessing: bool = False) -> dict[str, Any]:
        """All players at once for a while; what each kind of request took."""
        playout = self.play(study) if playing else None
        players = [Player(self.port, name, key) for name, key in self.studies.items()]
        until = time.monotonic() + SECONDS
        threads = [threading.Thread(target=player.evening, args=(until,)) for player in players]
        guessers = [threading.Thread(target=self.guess, args=(until,)) for _ in range(GUESSERS if guessing else 0)]
        for thread in [*threads, *guessers]:
            thread.start()
        for thread in [*threads, *guessers]:
            thread.join()
        if playout:
            playouts.stop(playout)
        kinds = sorted({kind for player in players for kind in player.taken})
        figures: dict[str, Any] = {"wrong answers": sum(player.wrong for player in players)}
        for kind in kinds:
            taken = sorted(seconds for player in players for seconds in player.taken.get(kind, []))
            figures[kind] = {
                "count": len(taken), "median_s": round(statistics.median(taken), 3),
                "95_of_100_s": round(taken[int(0.95 * (len(taken) - 1))], 3), "longest_s": round(taken[-1], 3),
            }  # fmt: skip
        return figures

    def play(self, study: int) -> PlayOut:
        """A long play-out of one account."""
        return playouts.ask(Study.objects.get(pk=study), [], 20_000, freely=True)[0]

    def guess(self, until: float) -> None:
        """A guest who tries one password after another, each with the page's token."""
        guess = json.dumps({"username": "player 1", "password": "guess"})
        while time.monotonic() < until:
            asked = http.client.HTTPConnection("127.0.0.1", self.port, timeout=60)
            headers = {"Cookie": f"partita-csrf={_CSRF}", "X-CSRFToken": _CSRF, "Content-Type": "application/json"}
            with contextlib.suppress(OSError):
                asked.request("POST", "/api/session", guess, headers)
                asked.getresponse().read()
            asked.close()
