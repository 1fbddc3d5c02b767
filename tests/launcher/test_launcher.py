"""What keeps Partita running: a real cluster in a folder of its own, real children, real locks."""

import io
import json
import os
import re
import shutil
import socket
import subprocess
import sys
import tempfile
import time
from collections.abc import Callable
from contextlib import closing, redirect_stdout
from pathlib import Path
from unittest import TestCase, mock

from launcher import backups, club, opening, service, supervisor
from launcher.database import Cluster, stop_database
from launcher.places import CHECKOUT, IS_ROOT, SERVER
from launcher.processes import (
    MARK,
    Child,
    end,
    is_alive,
    is_locked,
    keep_small,
    left_over,
    only_one,
    private_log,
)  # fmt: skip
from launcher.steps import StepFailed
from launcher.supervisor import ANOTHER_RUNS, Database


def soon(condition: Callable[[], bool], seconds: float = 20.0) -> bool:
    deadline = time.monotonic() + seconds
    while time.monotonic() < deadline:
        if condition():
            return True
        time.sleep(0.02)
    return False


class Folder(TestCase):
    def setUp(self) -> None:
        self.folder = Path(tempfile.mkdtemp(prefix="partita-"))
        # The user postgres passes through it.
        self.folder.chmod(0o711 if IS_ROOT else 0o700)
        self.addCleanup(shutil.rmtree, self.folder, ignore_errors=True)


class OneCluster(Folder):
    def setUp(self) -> None:
        super().setUp()
        self.cluster = Cluster(self.folder / "db", durable=False)

    def running(self) -> "subprocess.Popen[bytes]":
        process = self.cluster.start()
        self.addCleanup(stop_database, process)
        return process

    def test_its_port_stays_and_one_who_took_it_is_named(self) -> None:
        stop_database(self.running())
        port = self.cluster.port
        with closing(socket.socket()) as taken:
            # The database's last connections may still be closing there.
            taken.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEADDR, 1)
            taken.bind(("127.0.0.1", port))
            taken.listen()
            self.assertRaisesRegex(StepFailed, f"another program listens on 127.0.0.1:{port}", self.cluster.start)
        self.running()
        self.assertEqual(self.cluster.port, port)

    def test_a_half_made_one_is_made_anew_and_one_with_a_database_is_never_removed(self) -> None:
        half = self.folder / "db" / "data.new"
        half.mkdir(parents=True)
        (half / "PG_VERSION").write_text("15\n")
        stop_database(self.running())
        self.assertFalse(half.exists())
        made = (self.cluster.data / "PG_VERSION").stat().st_ino
        (self.cluster.folder / "database").unlink()
        stop_database(self.running())
        for lost in (self.cluster.password_file, self.cluster.port_file):
            kept = lost.read_text()
            lost.unlink()
            with self.assertRaisesRegex(StepFailed, "cannot be read"):
                stop_database(self.running())
                self.fail(self.cluster.url)
            lost.write_text(kept)
        self.assertEqual((self.cluster.data / "PG_VERSION").stat().st_ino, made)

    def test_a_server_that_a_killed_supervisor_left_is_ended_before_the_next(self) -> None:
        left = self.running()
        self.assertTrue(self.cluster.is_left_over)
        again = self.running()
        left.wait(10)
        self.assertIsNone(again.poll())

    def test_trouble_of_the_database_is_told_and_tried_again_and_no_end(self) -> None:
        database = Database(self.cluster)
        self.addCleanup(database.stop)
        database.start()
        assert database.process is not None
        database.process.kill()
        database.process.wait()
        with mock.patch.object(self.cluster, "start", side_effect=OSError(28, "No space left on device")):
            database.keep_alive()
        self.assertIn("No space left", database.trouble)
        soon(lambda: database.keep_alive() or not database.trouble)  # type: ignore[func-returns-value]
        self.assertEqual((database.trouble, database.process.poll()), ("", None))

    def test_a_backup_comes_back_as_it_was_and_a_broken_one_changes_nothing(self) -> None:
        self.running()

        def sql(statement: str) -> str:
            command = self.cluster.client("psql", "-d", "partita", "-Atc", statement)
            done = subprocess.run(
                [str(part) for part in command], env=self.cluster.client_environment, capture_output=True, text=True,
                check=True,
            )  # fmt: skip
            return done.stdout.strip()

        own = {"PARTITA_STATE": str(self.folder)}
        file = self.folder / "evening.backup"
        self.enterContext(mock.patch.dict(os.environ, own))
        os.environ.pop("DATABASE_URL", None)
        self.enterContext(mock.patch("launcher.backups.is_locked", return_value=True))
        env = supervisor.server_environment(self.cluster.url, self.folder, 0)
        command = [sys.executable, "manage.py", "prepare", "--demo", "--without-season"]
        subprocess.run(command, env=env, cwd=SERVER, check=True, capture_output=True)
        sql("CREATE TABLE kept (word text); INSERT INTO kept VALUES ('before')")
        backups.backup(file)
        self.assertEqual(file.stat().st_mode & 0o777, 0o600)
        self.assertRaisesRegex(StepFailed, "is there already", backups.backup, file)
        sql("UPDATE kept SET word = 'after'")
        broken = self.folder / "broken.backup"
        broken.write_bytes(file.read_bytes()[: file.stat().st_size // 2])
        self.assertRaises(StepFailed, backups.restore, broken)
        self.assertRaisesRegex(StepFailed, "no backup", backups.restore, CHECKOUT / "README.md")
        self.assertEqual(sql("SELECT word FROM kept"), "after")
        backups.restore(file)
        self.assertEqual(sql("SELECT word FROM kept"), "before")
        self.assertEqual(sql("SELECT is_active FROM auth_user"), "t", "a demo stays one on this machine alone")
        club.keep(club.Serving(hosts=["club.example"]), self.folder)
        with redirect_stdout(io.StringIO()) as said:
            backups.restore(file)
        self.assertIn("The demo account harbour is shut", said.getvalue())
        self.assertEqual(sql("SELECT is_active FROM auth_user"), "f", "on a club's server nobody comes in by it")
        before = self.cluster.client("psql", "-d", "partita_before", "-Atc", "SELECT word FROM kept")
        told = subprocess.run(
            [str(part) for part in before], env=self.cluster.client_environment, capture_output=True, check=True
        )
        self.assertEqual(told.stdout.strip(), b"before", "what stood there before the second restore")

    def test_what_was_typed_is_in_no_log_when_the_database_refuses_it(self) -> None:
        self.running()
        statements = (
            "CREATE TABLE once (name text PRIMARY KEY, hash text); INSERT INTO once VALUES ('ida', 'secret-1');"
        )
        command = self.cluster.client(
            "psql", "-d", "partita", "-qc", f"{statements} INSERT INTO once VALUES ('ida', 'secret-2')"
        )
        done = subprocess.run(
            [str(part) for part in command], env=self.cluster.client_environment, capture_output=True, check=False
        )
        self.assertNotEqual(done.returncode, 0)
        log = self.cluster.log.read_text(encoding="utf-8")
        self.assertIn("duplicate key", log)
        self.assertNotIn("secret", log)
        self.assertNotIn("(ida)", log)


class Children(Folder):
    def child(self, *command: str, once: bool = False) -> Child:
        found = Child(
            command, {**os.environ, MARK: str(self.folder)}, self.folder / "child.log", self.folder, once=once
        )
        self.addCleanup(found.stop)
        return found

    def test_what_ends_is_started_again_with_longer_and_longer_pauses(self) -> None:
        child = self.child("true")
        ends = time.monotonic() + 1.5
        while time.monotonic() < ends:
            child.keep_alive()
            time.sleep(0.02)
        self.assertTrue(3 <= len(child.starts) <= 5, len(child.starts))

    def test_what_cannot_even_be_started_is_tried_again_and_no_end(self) -> None:
        child = self.child("/no/such/program")
        child.keep_alive()
        child.keep_alive()
        self.assertFalse(child.is_running)

    def test_one_that_was_to_run_once_is_let_go(self) -> None:
        child = self.child("true", once=True)
        child.start()
        self.assertTrue(soon(lambda: child.done))
        child.keep_alive()
        self.assertEqual(len(child.starts), 1)

    def test_children_end_with_a_parent_that_is_killed_and_what_is_left_is_found_by_its_mark(self) -> None:
        code = (
            "import os, subprocess, sys, time; from pathlib import Path; sys.path.insert(0, sys.argv[1])\n"
            "from launcher.processes import Child\n"
            # So busy that it hears of nothing.
            "deaf = ['sh', '-c', 'trap : TERM; while :; do sleep 60; done']\n"
            "folder = Path(sys.argv[2]); tied = Child(deaf, os.environ, folder / 'log', folder); tied.start()\n"
            "time.sleep(0.3)\n"
            "free = subprocess.Popen(['sleep', '61'], start_new_session=True)\n"
            "print(tied.process.pid, free.pid, flush=True); time.sleep(60)"
        )
        parent = subprocess.Popen(
            [sys.executable, "-c", code, str(CHECKOUT), str(self.folder)], stdout=subprocess.PIPE, text=True,
            env={**os.environ, MARK: str(self.folder)},
        )  # fmt: skip
        assert parent.stdout is not None
        tied, free = map(int, parent.stdout.readline().split())
        parent.kill()
        parent.wait()
        parent.stdout.close()
        self.assertTrue(soon(lambda: not is_alive(tied), 3.0))
        self.assertIn(free, left_over(self.folder))
        end(left_over(self.folder))
        self.assertFalse(is_alive(free))

    def test_logs_are_private_and_stay_small_under_whoever_writes_them(self) -> None:
        log = self.folder / "web.log"
        with private_log(log) as output, mock.patch("launcher.processes._LARGEST_LOG", 1000):
            output.write(b"x" * 1500)
            output.flush()
            keep_small([log])
            output.write(b"and on\n")
            output.flush()
        self.assertEqual(log.read_bytes(), b"and on\n")
        self.assertEqual((self.folder / "web.log.1").stat().st_size, 1500)
        self.assertEqual({file.stat().st_mode & 0o077 for file in self.folder.glob("web.log*")}, {0})

    def test_of_two_at_once_one_has_the_lock_and_the_other_says_so(self) -> None:
        lock = self.folder / "lock"
        with only_one(lock, "it runs already"):
            self.assertTrue(is_locked(lock))
            with self.assertRaisesRegex(StepFailed, "it runs already"), only_one(lock, "it runs already"):
                pass
        self.assertFalse(is_locked(lock))


class Served(Folder):
    def setUp(self) -> None:
        super().setUp()
        self.enterContext(mock.patch.dict(os.environ))
        os.environ.pop("DATABASE_URL", None)

    def serving(self, **env: str) -> club.Serving:
        with mock.patch.dict(os.environ, env):
            return club.serving(self.folder)

    def test_start_stays_on_this_machine_and_has_the_demo(self) -> None:
        served = self.serving()
        self.assertEqual((served.bind, served.has_demo, served.environment), ("127.0.0.1", True, {}))
        self.assertIn("--no-proxy-headers", served.web_command)

    def test_a_port_that_is_none_is_refused_in_words_before_anything_is_begun(self) -> None:
        for port in ("abc", "0", "70000", "-1", "8.5", "٨٠٢٠"):
            with self.assertRaisesRegex(StepFailed, "no number it can be"):
                self.serving(PARTITA_PORT=port)
        done = subprocess.run(
            [sys.executable, "-m", "launcher.supervisor"], cwd=CHECKOUT, capture_output=True, text=True, check=False,
            env={**os.environ, "PARTITA_STATE": str(self.folder), "PARTITA_PORT": "abc"},
        )  # fmt: skip
        self.assertEqual(done.returncode, 1)
        self.assertIn("PARTITA_PORT is “abc”", done.stderr)
        self.assertNotIn("Traceback", done.stderr)
        self.assertEqual(left_over(self.folder), [])

    def test_a_supervisor_that_finds_another_one_ends_with_a_status_of_its_own(self) -> None:
        with only_one(self.folder / "lock", "held by this test"):
            env = {**os.environ, "PARTITA_STATE": str(self.folder)}
            command = [sys.executable, "-m", "launcher.supervisor"]
            done = subprocess.run(command, cwd=CHECKOUT, capture_output=True, check=False, env=env)
        self.assertEqual((done.returncode, left_over(self.folder)), (ANOTHER_RUNS, []))

    def test_a_club_is_served_as_it_was_opened_also_after_a_reboot(self) -> None:
        club.keep(club.Serving(bind="10.0.0.5", port=8443, hosts=["club.example"], proxy="127.0.0.1"), self.folder)
        served = self.serving(PARTITA_PORT="9000")
        self.assertEqual((served.port, served.has_demo, served.is_https), (8443, False, True))
        self.assertEqual(served.environment, {"PARTITA_HOSTS": "club.example", "PARTITA_HTTPS": "1"})
        self.assertEqual(served.addresses, ["https://club.example/"])
        at = served.web_command.index("--forwarded-allow-ips")
        self.assertEqual(served.web_command[at + 1], "127.0.0.1")

    def test_what_cannot_be_served_is_refused_in_words(self) -> None:
        for served, words in (
            (club.Serving(hosts=["a b"]), "no name of a host"), (club.Serving(hosts=["*"]), "no name of a host"),
            (club.Serving(certificate="/x"), "needs its key"), (club.Serving(certificate="/x", key="/x"), "be read"),
        ):  # fmt: skip
            self.assertRaisesRegex(StepFailed, words, club.check, served)
        (self.folder / "club.json").write_text('{"hosts": 7, "no": 1}')
        with self.assertRaisesRegex(StepFailed, "cannot be read"):
            self.serving()

    def test_the_unit_starts_this_server_on_its_own_state(self) -> None:
        with mock.patch.dict(os.environ, {"PARTITA_STATE": str(self.folder)}), mock.patch("builtins.print") as said:
            opening.print_unit()
        text = said.call_args.args[0]
        self.assertIn(f"Environment=PARTITA_STATE={self.folder}", text)
        self.assertRegex(text, r"ExecStart=\S+ -m launcher.supervisor")
        self.assertTrue({"Restart=always", "[Install]"} <= set(text.splitlines()))

    def test_stop_ends_what_was_left_over(self) -> None:
        # It says that it runs: a process just begun has no environment to be known by for an instant.
        left = subprocess.Popen(
            ["sh", "-c", "echo here; read nothing"], env={**os.environ, MARK: str(self.folder)},
            stdin=subprocess.PIPE, stdout=subprocess.PIPE,
        )  # fmt: skip
        self.addCleanup(left.__exit__, None, None, None)
        self.addCleanup(left.kill)
        assert left.stdout is not None
        left.stdout.readline()
        with mock.patch.dict(os.environ, {"PARTITA_STATE": str(self.folder)}), mock.patch("builtins.print") as said:
            service.stop()
        left.wait(5)
        self.assertIn("left over", said.call_args.args[0])


class OwnCertificate(Folder):
    def test_a_server_with_a_certificate_of_its_own_is_seen_to_answer(self) -> None:
        certificate, key = self.folder / "c.pem", self.folder / "k.pem"
        made = subprocess.run(
            ["openssl", "req", "-x509", "-newkey", "rsa:2048", "-nodes", "-days", "1", "-subj", "/CN=club.example",
             "-keyout", str(key), "-out", str(certificate)],
            capture_output=True, check=False,
        )  # fmt: skip
        self.assertEqual(made.returncode, 0, made.stderr)
        code = (
            "import http.server, ssl, sys\n"
            "s = http.server.HTTPServer(('127.0.0.1', 0), http.server.SimpleHTTPRequestHandler)\n"
            "c = ssl.SSLContext(ssl.PROTOCOL_TLS_SERVER); c.load_cert_chain(*sys.argv[1:])\n"
            "s.socket = c.wrap_socket(s.socket, server_side=True)\n"
            "print(s.server_port, flush=True); s.serve_forever()"
        )
        web = subprocess.Popen(
            [sys.executable, "-c", code, str(certificate), str(key)], stdout=subprocess.PIPE, text=True,
            stderr=subprocess.DEVNULL,
        )  # fmt: skip
        self.addCleanup(web.wait)
        self.addCleanup(web.kill)
        assert web.stdout is not None
        port = int(web.stdout.readline())
        self.addCleanup(web.stdout.close)
        served = club.Serving(port=port, certificate=str(certificate), key=str(key))
        self.assertTrue(service.answers(port, served))
        self.assertFalse(service.answers(port, club.Serving(port=port)))
        self.assertEqual(served.addresses, [f"https://127.0.0.1:{port}/"])


class Locks(TestCase):
    def test_no_package_is_taken_without_its_hash(self) -> None:
        for name in ("requirements.txt", "requirements-dev.txt"):
            text = (CHECKOUT / name).read_text(encoding="utf-8").replace("\\\n", " ")
            lines = [line for line in text.splitlines() if "==" in line and not line.strip().startswith("#")]
            self.assertGreater(len(lines), 20)
            self.assertEqual([line.split()[0] for line in lines if "--hash=sha256:" not in line], [])
        lock = json.loads((CHECKOUT / "web" / "package-lock.json").read_text(encoding="utf-8"))
        packages = {name: one for name, one in lock["packages"].items() if name}
        self.assertEqual([name for name, one in packages.items() if "integrity" not in one], [])


class Prepared(TestCase):
    def test_a_database_is_prepared_anew_when_its_migrations_or_the_demo_have_changed(self) -> None:
        with tempfile.TemporaryDirectory() as folder, mock.patch.object(supervisor, "SERVER", Path(folder)):
            found = {supervisor.prepared_from(True), supervisor.prepared_from(False)}
            for name in ("studies/migrations/0001_initial.py", "setup/demo.py", "setup/demo_season.json"):
                path = Path(folder) / name
                path.parent.mkdir(parents=True, exist_ok=True)
                path.write_text(name, encoding="utf-8")
                found.add(supervisor.prepared_from(True))
        self.assertEqual(len(found), 5)
        self.assertTrue((SERVER / "setup" / "demo.py").is_file(), "where it is looked for")

    def test_a_clubs_server_is_prepared_at_every_start_and_a_demo_only_when_something_changed(self) -> None:
        with tempfile.TemporaryDirectory() as folder, mock.patch("launcher.supervisor.subprocess.run") as run:
            run.return_value.returncode = 0
            for is_club, starts in ((False, 1), (True, 4)):
                for _ in range(3):
                    supervisor._prepare_database(Path(folder) / f"{is_club}", {}, club.Serving(is_club=is_club))
                self.assertEqual(run.call_count, starts)


class Usage(TestCase):
    def test_every_command_is_told_of(self) -> None:
        # Behind a command too, which then does nothing else.
        asked = [sys.executable, str(CHECKOUT / "partita"), "stop", "--help"]
        done = subprocess.run(asked, capture_output=True, text=True, check=False)
        told = set(re.findall(r"\./partita (\w+)", done.stdout))
        source = (CHECKOUT / "launcher" / "main.py").read_text(encoding="utf-8")
        commands = set(re.findall(r'^        "(\w+)": ', source, re.M))
        self.assertEqual(commands - told, set())
