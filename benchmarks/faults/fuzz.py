"""A hundred thousand odd inputs over API, files, files taken in and command line: no traceback, no 5xx, nothing that
hangs or takes more memory than it may.

Run by `./partita bench faults.fuzz`, as a test of Django's runner so that it has a database. PARTITA_FUZZ names another
number, PARTITA_FUZZ_SEED another beginning, PARTITA_FUZZ_PARTS the first parts only, such as "files,taken in". Fails
when anything is found, and keeps its figures in `benchmarks/results/faults-fuzz.json`.
"""

import contextlib
import io
import json
import os
import random
import re
import resource
import signal
import sys
import time
import traceback
from collections import Counter
from collections.abc import Callable, Iterator
from functools import partial
from pathlib import Path
from tempfile import TemporaryDirectory
from typing import Any
from unittest import mock
from urllib.parse import quote

from django.contrib.auth.models import User
from django.core.files.uploadedfile import SimpleUploadedFile
from django.core.management import call_command
from django.db import transaction
from django.test import Client, TransactionTestCase

from archive.everything import everything
from benchmarks.faults.oddities import as_text, blown_up, broken, broken_text, example, odd_value
from benchmarks.figures import RESULTS, keep
from config.api import api
from partita.cli.main import main
from partita.errors import Refused
from partita.files import layout_file
from partita.files.attempts_file import read_attempts
from partita.files.decisions_file import read_decisions
from partita.files.drill_file import parse_drill, write_drill
from partita.files.json_text import finite_json
from partita.files.players_file import read_players
from partita.files.practice_file import parse_practice
from partita.files.racks_file import read_racks
from partita.files.readings import read_readings
from partita.files.record_file import read_record
from partita.files.tries_file import read_tries, write_tries
from partita.kicks.tries import Try
from partita.players.stroke_model import preset
from partita.practice.drills.catalogue import DRILLS
from partita.table.spec import TableSpec
from profiles.services import file_of
from records import files as records
from records.filters import Filters
from setup import demo
from studies.models import Study
from tests.server.documents import line, settled
from tests.server.imports import sent, taken

COUNT = int(os.environ.get("PARTITA_FUZZ", "100000"))
SEED = int(os.environ.get("PARTITA_FUZZ_SEED", "1"))
PARTS = [name for name in os.environ.get("PARTITA_FUZZ_PARTS", "").split(",") if name]
_HANG_S = 10
_MOST_TOLD = 25
_DOCUMENT = demo.document({"cue": [2, 1], "8": [5, 3], "9": [6, 2]}, {"shooter": "me"})
_STROKE = {"aim_deg": 20.0, "speed_mps": 2.0, "side": 0.1, "height": -0.2, "elevation_deg": 0.0}
_READINGS = {
    "table": "pool-9ft", "rolls": [{"length_m": 2.0, "seconds": 4.0}],
    "lags": [{"first_length_s": 1.2, "lengths": 4.0}],
    "stops": [{"distance_m": 1.0, "seconds": 1.0, "depth": 0.3}], "mouths": [{"pocket": "corner", "width_mm": 115.0}],
}  # fmt: skip


class HangError(BaseException):
    """It took longer than it may; no handler of errors takes it for one."""


@contextlib.contextmanager
def _in_time() -> Iterator[None]:
    def late(number: int, frame: object) -> None:
        raise HangError(f"longer than {_HANG_S} s")

    before = signal.signal(signal.SIGALRM, late)
    signal.alarm(_HANG_S)
    try:
        yield
    finally:
        signal.alarm(0)
        signal.signal(signal.SIGALRM, before)


class Fuzz(TransactionTestCase):
    """The whole run; its finds are told with what brought them about."""

    def setUp(self) -> None:
        """The demo's data, and an account that may lose all of it."""
        call_command("prepare", demo=True)
        self.owner = User.objects.get(username=demo.USER)
        self.chance, self.finds, self.slowest = random.Random(SEED), Counter[str](), (0.0, "")
        self.examples: dict[str, str] = {}

    def test_nothing_breaks(self) -> None:
        """Of a hundred 44 over the API, as many as files, ten over the command line, two taken in, which is slow."""
        figures: dict[str, Any] = {"inputs": COUNT, "seed": SEED}
        if PARTS:
            # The others as they were kept; inputs are drawn in one row, so those before a part are run again with it.
            figures = json.loads((RESULTS / "faults-fuzz.json").read_text("utf-8"))
        for name, share, one in (
            ("files", 0.44, self.files()), ("taken in", 0.02, self.taken_in()),
            ("command line", 0.1, self.command_line()), ("api", 0.44, self.addresses()),
        ):  # fmt: skip
            if PARTS and name not in PARTS:
                continue
            began, ends, before = time.monotonic(), Counter[str](), sum(self.finds.values())
            for _ in range(round(COUNT * share)):
                ends[self.tried(name, one)] += 1
            figures[name] = {
                "seconds": round(time.monotonic() - began), "ends": dict(sorted(ends.items())),
                "found": sum(self.finds.values()) - before,
                # Of the whole run so far: the process that reads is the one that asks.
                "most_memory_mb": resource.getrusage(resource.RUSAGE_SELF).ru_maxrss // 1024,
            }  # fmt: skip
        figures |= {
            "found": sum(part.get("found", 0) for part in figures.values() if isinstance(part, dict)),
            "slowest_s": max(round(self.slowest[0], 2), figures.get("slowest_s", 0.0)),
        }
        for find, count in self.finds.most_common(_MOST_TOLD):
            print(f"{count} times: {find}\n    {self.examples[find]!r}", file=sys.stderr)
        keep("faults-fuzz", figures)
        self.assertEqual(sum(self.finds.values()), 0)

    def tried(self, name: str, one: Callable[[], str]) -> str:
        """One input: how it ended. What should not be is counted with the line it came from."""
        began, self.trying = time.monotonic(), name
        try:
            with _in_time():
                end = one()
        except (Exception, HangError) as error:
            where = traceback.extract_tb(error.__traceback__)[-1]
            end = type(error).__name__
            find = f"{name}: {end}: {str(error)[:140]} at {where.filename[-40:]}:{where.lineno}"
            self.finds[find] += 1
            self.examples.setdefault(find, self.trying)
        seconds = time.monotonic() - began
        if seconds > self.slowest[0]:
            self.slowest = (seconds, self.trying[:200])
        return end

    def files(self) -> Callable[[], str]:
        """Every file that is read, broken as a document or as a text."""
        chance, table = self.chance, TableSpec()
        season = json.loads(demo.SEASON.read_text("utf-8"))
        season = season | {"matches": season["matches"][:1]}
        weeks = json.loads(demo.PRACTICE.read_text("utf-8"))
        weeks |= {name: weeks[name][:2] for name in ("sittings", "rounds", "drills")}
        attempts = "\n".join((demo.ATTEMPTS).read_text("utf-8").split("\n")[:12])
        tries = write_tries([Try("mirror", (1.0, 0.6), ("near-long", "far-long"), 3.0, 5.0)], table)
        decisions = "\n".join(records.decisions_csv(self.owner, Filters()).split("\n")[:8])
        racks = "\n".join(records.racks_csv(self.owner, Filters()).split("\n")[:12])
        drill_of = partial(parse_drill, table=table)
        documents: list[tuple[str, Any, Callable[[str], object]]] = [
            *(("layout", document, layout_file.parse) for document in self.layouts()),
            ("record", season, read_record), ("practice", weeks, parse_practice),
            ("players", json.loads(file_of(self.owner)), read_players),
            ("readings", _READINGS, lambda text: read_readings(finite_json(text))),
            *(("drill", json.loads(write_drill(one)), drill_of) for one in DRILLS.values()),
        ]  # fmt: skip
        texts: list[tuple[str, str, Callable[[str], object]]] = [
            ("attempts", attempts, read_attempts), ("tries", tries, lambda text: read_tries(text, table)),
            ("decisions", decisions, read_decisions), ("racks", racks, read_racks),
        ]  # fmt: skip
        for name, text, read in [*((n, json.dumps(d), r) for n, d, r in documents), *texts]:
            read(text)  # a good one is taken: what is broken below is broken by us
            del name

        def one() -> str:
            if chance.random() < 0.6:
                name, document, read = chance.choice(documents)
                text = as_text(broken(document, chance), chance)
            else:
                name, text, read = chance.choice(texts)
                text = broken_text(text, chance)
            # A file is bytes: halves of letters come into it by JSON's escapes only.
            text = str(text.encode("utf-8", "replace"), "utf-8")
            self.trying = f"{name}: {text[:300]}"
            return self.read(read, text)

        return one

    def taken_in(self) -> Callable[[], str]:
        """An account, a record and practice, broken or blown up, sent and taken in; then all there is is opened."""
        chance, client = self.chance, Client(raise_request_exception=True)
        mine = User.objects.create_user("taker", password="a-long-password")
        client.force_login(mine)
        whole = json.loads(everything(self.owner))
        for part, most in (("layouts", 2), ("attempts", 10), ("tables", 2)):
            whole[part] = whole[part][:most]
        whole["record"]["matches"] = whole["record"]["matches"][:1]
        for name in ("sittings", "rounds", "drills"):
            whole["practice"][name] = whole["practice"][name][:1]
        whole["studies"] = [{"name": "a study", "question": self.question(), "document": settled(line())}]
        parts = (("account", whole), ("record", whole["record"]), ("practice", whole["practice"]))

        def one() -> str:
            what, document = chance.choice(parts)
            text = blown_up(document, chance) if chance.random() < 0.05 else as_text(broken(document, chance), chance)
            self.trying = f"{what}: {text[:300]}"
            with transaction.atomic():
                answer = sent(client, what, text.encode("utf-8", "replace"))
                # Too large for its kind: refused when it is sent.
                status = taken(client, answer)["status"] if answer.status_code == 200 else answer.status_code
                for path in ("studies", "layouts", "matches", "decisions", "players", "tables", "quiz/pools", "season"):
                    self.sent(client, "get", f"/api/{path}", None)
                for row in Study.objects.filter(owner=mine):
                    self.sent(client, "get", f"/api/studies/{row.pk}", None)
                transaction.set_rollback(True)
            return str(status)

        return one

    def question(self) -> dict[str, Any]:
        """What was asked of a weighing."""
        league = preset("league").as_json()
        return {
            "document": _DOCUMENT, "me": league, "them": league, "players": {"me": "league", "them": "league"},
            "seed": 1, "samples": 100,
        }  # fmt: skip

    def read(self, read: Callable[[str], object], text: str) -> str:
        """Taken or refused."""
        try:
            read(text)
        except Refused as refused:
            str(refused).encode()
            return "refused"
        return "taken"

    def layouts(self) -> list[Any]:
        """The demo's layouts as documents, and one with strokes and a table of its own."""
        found = [demo.document(places, situation) for _, places, situation in demo.LAYOUTS]
        own = {**_DOCUMENT, "strokes": [{"name": "mine", **_STROKE}], "table": {"base": "pool-8ft", "mu_s": 0.2}}
        return [*found, own]

    def command_line(self) -> Callable[[], str]:
        """Every command that answers at once, with odd files and odd options."""
        chance, folder = self.chance, Path(self.enterContext(TemporaryDirectory()))
        # What is written under an odd name is written there.
        self.folder = folder
        layouts = self.layouts()
        request = {"layout": {key: _DOCUMENT[key] for key in ("balls",)}, "stroke": _STROKE, "physics": {"mu_s": 0.2}}
        numbers = ("-1", "0", "1e9", "9" * 30, "nan", "", "x", "-0", "2147483648", "0x1", "1_0")
        options = {
            "simulate": ("--lines", "--table"), "options": ("--hand", "left", "--table"),
            "weigh": ("--seed", "--samples", "--seconds", "--race-to", "--score", "--me", "--them"),
            "runout": ("--goal", "--order", "--pocket", "--me"),
            "kick": ("--target", "--cushions", "--samples", "--seed"),
            "playout": ("--racks", "--seed", "--stroke", "--top"), "sheet": ("--out", "--units", "--title"),
            "measure": ("--on", "--near", "--hand"), "record": ("--player",), "table-fit": ("--tries",),
        }  # fmt: skip

        def one() -> str:
            command = chance.choice(list(options))
            source = (
                request if command == "simulate" else (_READINGS if command == "table-fit" else chance.choice(layouts))
            )
            document = broken(source, chance) if chance.random() < 0.8 else source
            text = as_text(document, chance)
            file = folder / "given.json"
            file.write_bytes(text.encode("utf-8", "surrogatepass"))
            given = [command] if command == "simulate" else [command, chance.choice((str(file), "-", "missing.json"))]
            # What is taken must not keep the run for minutes: little work, where no later option asks for more.
            given += {"weigh": ["--samples=50"], "kick": ["--samples=50"], "playout": ["--racks=2"]}.get(command, [])
            for _ in range(chance.choice((0, 0, 1, 2, 3))):
                given.append(chance.choice(options[command]))
                if chance.random() < 0.7:
                    given.append(
                        str(chance.choice((*numbers, odd_value(chance), str(folder / "out.pdf"), "5=foot-far")))
                    )
            # By their names: where this machine keeps its files is nobody's business.
            self.trying = " ".join(given).replace(f"{folder}/", "")[:200] + " " + text[:300]
            return self.called(given, text)

        return one

    def called(self, given: list[str], text: str) -> str:
        """How a command ended: its status."""
        out, err = io.StringIO(), io.StringIO()
        with (
            contextlib.chdir(self.folder),
            contextlib.redirect_stdout(out),
            contextlib.redirect_stderr(err),
            mock.patch("sys.stdin", io.StringIO(text)),
        ):
            try:
                return f"status {main(given)}"
            except SystemExit as end:
                return f"status {end.code}"

    def addresses(self) -> Callable[[], str]:
        """Every address of the API, its body made by its description, most of them broken somewhere."""
        chance, description = self.chance, json.loads(json.dumps(api.get_openapi_schema(), default=str))
        operations = [
            (path, method, operation)
            for path, methods in description["paths"].items() for method, operation in methods.items()
            if path != "/api/account/delete"
        ]  # fmt: skip
        client = Client(raise_request_exception=True)
        client.force_login(self.owner)
        self.enterContext(mock.patch("work.queue.app.configure_task"))

        def one() -> str:
            path, method, operation = chance.choice(operations)
            keys = ["1", "2", "7", "0", "-1", "9" * 25, "x", "%00", "1.5"] if chance.random() < 0.3 else ["1", "2", "3"]
            address = re.sub(r"{\w+}", lambda match: chance.choice(keys), path)
            asked = [one["name"] for one in operation.get("parameters", []) if one["in"] == "query"]
            query = {name: odd_value(chance) for name in asked if chance.random() < 0.4}
            address += "?" + "&".join(
                f"{name}={quote(str(value), errors='replace')[:400]}" for name, value in query.items()
            )
            body = self.body(operation, description)
            self.trying = f"{method} {address} {str(body)[:300]}"
            status = self.sent(client, method, address, body)
            if status == 401 or path in ("/api/session", "/api/accounts", "/api/account/password"):
                client.force_login(self.owner)
            return f"status {status}"

        return one

    def body(self, operation: Any, description: Any) -> tuple[str, Any] | None:
        """(kind, content) of a request."""
        chance = self.chance
        kinds = operation.get("requestBody", {}).get("content", {})
        if not kinds:
            return None
        kind, part = next(iter(kinds.items()))
        if kind != "application/json":
            text = broken_text(json.dumps(_DOCUMENT), chance).encode("utf-8", "replace")
            more = {
                "what": chance.choice(("account", "record", "practice", "x")),
                "level": chance.choice(("", "league")),
            }
            return kind, {"file": SimpleUploadedFile("f.json", text), **more}
        content = example(part["schema"], description, chance)
        if isinstance(content, dict):
            for name, good in (("document", _DOCUMENT), ("stroke", _STROKE), ("me", "league"), ("them", "league"),
                               ("samples", 100), ("table", "pool-9ft")):  # fmt: skip
                if name in content:
                    content[name] = good
        return kind, as_text(broken(content, chance) if chance.random() < 0.85 else content, chance)

    def sent(self, client: Client, method: str, address: str, body: tuple[str, Any] | None) -> int:
        """The status of an answer, which must be no 5xx and have the one shape where it refuses."""
        if body is None:
            answer = getattr(client, method)(address)
        elif body[0] == "application/json":
            content = body[1].encode("utf-8", "surrogatepass")
            answer = getattr(client, method)(address, data=content, content_type="application/json")
        else:
            answer = client.post(address, body[1])
        if answer.status_code >= 500:
            raise AssertionError(f"{method} {re.sub('[0-9]+', 'N', address.split('?')[0])}: {answer.status_code}")
        if answer.status_code >= 400:
            assert answer.json()["errors"][0]["what"]
        return int(answer.status_code)
