"""Accounts: who gets in, how often he may try, what names and passwords may be, and how a password is changed."""

import io
import json
from datetime import timedelta
from typing import Any
from unittest import mock

from django.contrib.auth.models import User
from django.core.management import CommandError, call_command
from django.db import connection
from django.test import Client, TestCase
from django.test.utils import CaptureQueriesContext
from django.utils import timezone
from reportlab.graphics.barcode.qrencoder import QRCode

from accounts import limits, services
from accounts.models import Try
from edge.at_once import in_turn
from edge.busy import BusyError
from setup.management.commands.invite import qr_lines

GOOD = {"username": "Ida", "password": "a-long-password"}


class AccountCase(TestCase):
    def send(self, path: str, body: Any, client: Client | None = None, **more: Any) -> Any:
        text = json.dumps(body)
        return (client or self.client).post(f"/api{path}", data=text, content_type="application/json", **more)

    def words(self, answer: Any) -> str:
        return " ".join(str(one) for problem in answer.json()["errors"] for one in problem.values())


class GettingIn(AccountCase):
    def test_signing_in_and_making_an_account_need_the_token_of_a_page_that_was_opened_here(self) -> None:
        stranger = Client(enforce_csrf_checks=True)
        for path in ("/accounts", "/session"):
            self.assertEqual(self.send(path, GOOD, stranger).status_code, 403)
        token = stranger.get("/api/session").json()["csrf"]
        self.assertEqual(self.send("/accounts", GOOD, stranger, HTTP_X_CSRFTOKEN=token).status_code, 200)
        stranger.logout()
        token = stranger.get("/api/session").json()["csrf"]
        self.assertEqual(self.send("/session", GOOD, stranger, HTTP_X_CSRFTOKEN=token).status_code, 200)

    def test_the_page_opens_with_one_answer_and_a_stranger_is_told_nothing(self) -> None:
        nothing = {"username": None, "players": [], "tables": []}
        self.assertLessEqual(nothing.items(), Client().get("/api/opening").json().items())
        self.send("/accounts", GOOD)
        opening = self.client.get("/api/opening").json()
        self.assertEqual(opening["username"], GOOD["username"])
        for part in ("players", "tables"):
            self.assertEqual(opening[part], self.client.get(f"/api/{part}").json())
            self.assertTrue(opening[part])

    def test_a_name_is_found_however_it_is_typed_and_its_twins_are_taken(self) -> None:
        self.send("/accounts", {**GOOD, "username": "Zoe\u0301 9"})
        for typed in ("Zoé 9", "zoé 9", "ZOÉ 9", "Zoé\u2009\uff19", " zoe\u0301 9 "):
            self.client.logout()
            answer = self.send("/session", {**GOOD, "username": typed})
            self.assertEqual((answer.status_code, answer.json().get("username")), (200, "Zoé 9"), repr(typed))
            self.assertEqual(
                self.send("/accounts", {**GOOD, "username": typed}, Client()).status_code, 422, repr(typed)
            )
        self.assertEqual(User.objects.count(), 1)

    def test_names_nobody_can_read_and_passwords_anybody_can_guess_are_refused(self) -> None:
        for name, password in (
            ("\u202eadi", "a-long-password"), ("   ", "a-long-password"), ("a\u200bb", "a-long-password"),
            ("Ida", "password1"), ("Ida", "short"), ("Ida the Great", "idathegreat"),
            ("Ida the Great", "Ida the Great"), ("Ida", "        "), ("Ida", " " * 20), ("Ida", "eightlet"),
            ("Ida", "aaaaaaaaaaaaaa"), ("Ida", "ab ab ab ab ab ab"), ("Ida", "elevenlette"),
            ("Ida", "lane" + " " * 12 + "9"),
        ):  # fmt: skip
            self.assertEqual(self.send("/accounts", {"username": name, "password": password}).status_code, 422, name)
            Try.objects.all().delete()
        self.assertEqual(User.objects.count(), 0)

    def test_a_name_that_is_taken_is_looked_up_and_no_hash_is_sent_for_the_database_to_refuse(self) -> None:
        self.send("/accounts", GOOD)
        for name in ("Ida", "ida"):
            with CaptureQueriesContext(connection) as queries:
                self.assertIn("taken", self.words(self.send("/accounts", {**GOOD, "username": name}, Client())))
            self.assertFalse([one["sql"] for one in queries if 'INTO "auth_user"' in one["sql"]])

    def test_who_guesses_is_asked_to_wait_and_does_not_lock_the_player_out(self) -> None:
        services.make_account("Ida", "a-long-password")
        most, _ = limits.SIGN_INS["name and address"]
        guess = {**GOOD, "password": "a guess"}
        statuses = [self.send("/session", guess, REMOTE_ADDR="10.0.0.66").status_code for _ in range(most + 2)]
        self.assertEqual(statuses, [422] * most + [429] * 2)
        answer = self.send("/session", GOOD, REMOTE_ADDR="10.0.0.66")
        self.assertEqual((answer.status_code, answer["Retry-After"]), (429, "60"))
        self.assertIn("Try again in a minute", self.words(answer))
        self.assertEqual(self.send("/session", GOOD, REMOTE_ADDR="10.0.0.7").status_code, 200)
        Try.objects.update(at=timezone.now() - timedelta(minutes=2))
        self.assertEqual(self.send("/session", GOOD, REMOTE_ADDR="10.0.0.66").status_code, 200)

    def test_one_address_makes_few_accounts_an_hour(self) -> None:
        most, _ = limits.NEW_ACCOUNTS["address"]
        statuses = [self.send("/accounts", {**GOOD, "username": f"guest {k}"}).status_code for k in range(most + 1)]
        self.assertEqual(statuses, [200] * most + [429])

    def test_an_address_that_a_caller_invents_is_not_believed(self) -> None:
        most, _ = limits.SIGN_INS["name and address"]
        statuses = [
            self.send("/session", GOOD, HTTP_X_FORWARDED_FOR=f"10.1.1.{k}").status_code for k in range(most + 1)
        ]  # fmt: skip
        self.assertEqual(statuses[-1], 429)

    def test_where_others_are_being_let_in_nobody_waits_for_long(self) -> None:
        with mock.patch("accounts.limits._PATIENCE_S", 0.05), limits.one_hash_at_a_time():
            answer = self.send("/session", GOOD)
        self.assertEqual(answer.status_code, 429)
        self.assertIn("many are signing in", self.words(answer))

    def test_what_was_counted_goes_when_no_limit_looks_at_it(self) -> None:
        self.send("/session", GOOD)
        Try.objects.update(at=timezone.now() - timedelta(days=3))
        self.assertGreater(limits.clear_tries(), 0)


class Passwords(AccountCase):
    def setUp(self) -> None:
        self.user = services.make_account("Ida", "a-long-password")
        self.client.force_login(self.user)

    def test_a_changed_password_signs_other_devices_out_and_this_one_not(self) -> None:
        other = Client()
        other.force_login(self.user)
        wrong = self.send("/account/password", {"old": "no", "new": "another-long-one"})
        self.assertEqual(wrong.status_code, 422)
        self.assertEqual(self.send("/account/password", {"old": GOOD["password"], "new": "ida"}).status_code, 422)
        right = self.send("/account/password", {"old": GOOD["password"], "new": "another-long-one"})
        self.assertEqual(right.status_code, 200)
        self.assertEqual(self.client.get("/api/layouts").status_code, 200)
        self.assertEqual(other.get("/api/layouts").status_code, 401)
        self.assertEqual(self.send("/session", {**GOOD, "password": "another-long-one"}, Client()).status_code, 200)

    def test_who_runs_the_machine_gives_a_new_one_that_is_printed_once(self) -> None:
        out = io.StringIO()
        call_command("password", "IDA", stdout=out)
        answer = self.send("/session", {"username": "Ida", "password": out.getvalue().strip()}, Client())
        self.assertEqual(answer.status_code, 200)
        self.assertEqual(self.client.get("/api/layouts").status_code, 401)
        with self.assertRaisesRegex(CommandError, "no account"):
            call_command("password", "nobody")

    def test_an_account_is_made_from_the_command_line_by_the_same_rules(self) -> None:
        with mock.patch("sys.stdin", io.StringIO("a-long-password\n")):
            call_command("account", "Tom")
        self.assertTrue(User.objects.get(username="Tom").is_staff)
        with mock.patch("sys.stdin", io.StringIO("short\n")), self.assertRaisesRegex(CommandError, "too short"):
            call_command("account", "Eve")

    def test_an_account_that_was_shut_lets_nobody_in(self) -> None:
        User.objects.update(is_active=False)
        self.assertEqual(self.client.get("/api/layouts").status_code, 401)
        self.assertEqual(self.send("/session", GOOD, Client()).status_code, 422)


class AtOnce(AccountCase):
    def test_one_account_may_have_few_shots_worked_out_at_a_time_and_others_are_not_in_its_way(self) -> None:
        with mock.patch("edge.at_once._PATIENCE_S", 0.05), mock.patch("edge.at_once._OF_ONE", 1), in_turn(1):
            too_much = in_turn(1)
            self.assertRaisesRegex(BusyError, "being worked out already", too_much.__enter__)
        with in_turn(1):
            pass


class Invitation(AccountCase):
    def test_the_code_for_phones_is_dark_on_light_with_its_quiet_border(self) -> None:
        code = QRCode(None, 0)
        code.addData("http://10.0.0.5:8020/")
        code.make()
        lines = qr_lines("http://10.0.0.5:8020/")
        self.assertTrue(set("".join(lines)) <= set("█▀▄ "))
        self.assertEqual({len(line) for line in lines}, {code.getModuleCount() + 4})
        # The three corners' eyes begin dark below a light border (ISO/IEC 18004, finder patterns).
        self.assertEqual(lines[0], "█" * len(lines[0]))
        self.assertEqual(lines[1][:11], "██" + " ▄▄▄▄▄ " + "█" + lines[1][10])
