"""Open boards: one hand at a time moves, all see it in order, no move is lost in silence, who leaves comes back."""

import json
import time
import urllib.error
from collections.abc import Iterator
from datetime import timedelta
from itertools import count
from typing import Any

from django.contrib.auth.models import User
from django.test import Client, TestCase, TransactionTestCase
from django.utils import timezone

from rooms.models import Event, Room, Seat
from rooms.pace import Pace
from rooms.seats import clear_closed
from tests.server.asked import QUICK
from tests.server.web import Server, board_with

BOARD = board_with(QUICK)
_names = count(1)


def post(client: Client, path: str, body: Any = None) -> Any:
    return client.post(f"/api/rooms{path}", json.dumps(body or {}), content_type="application/json")


def moved(base: int, x: float = 1.0, **more: Any) -> dict[str, Any]:
    step = {"do": "place", "ball": "9", "at": [x, 2]}
    return {"base": base, "by": f"move-{next(_names):06}", "steps": [step], **more}


def opened(coach: Client) -> str:
    answer = post(coach, "", {"title": "Thursday", "name": "The coach", "board": BOARD})
    assert answer.status_code == 200, answer.content
    return f"/{answer.json()['code']}"


class Rooms(TestCase):
    def setUp(self) -> None:
        self.owner = User.objects.create_user("ida", password="a-long-password")
        self.coach, self.guest = Client(), Client()
        self.coach.force_login(self.owner)
        self.room = opened(self.coach)

    def joined(self, name: str = "Eva", client: Client | None = None) -> int:
        answer = post(client or self.guest, f"{self.room}/seat", {"name": name})
        self.assertEqual(answer.status_code, 200, answer.content)
        return int(answer.json()["seat"])

    def since(self, after: int, client: Client | None = None) -> Any:
        return (client or self.guest).get(f"/api/rooms{self.room}/since?after={after}").json()["events"]

    def test_who_joins_with_the_code_finds_the_board_and_every_move_in_order(self) -> None:
        typed = f"{self.room[:5]}-{self.room[5:]}".lower()
        self.assertIsNone(self.guest.get(f"/api/rooms{typed}").json()["people"], "told to who has joined")
        self.joined()
        for k in range(3):
            self.assertEqual(post(self.coach, f"{self.room}/steps", moved(k + 1, k)).json()["number"], k + 2)
        events = self.since(0)
        self.assertEqual([(event["number"], event["kind"]) for event in events],
                         [(1, "board"), (2, "steps"), (3, "steps"), (4, "steps")])  # fmt: skip
        self.assertEqual(events[0]["body"]["begin"]["document"], QUICK)
        self.assertEqual(events[3]["body"]["steps"], [{"do": "place", "ball": "9", "at": [2.0, 2.0]}])
        self.assertEqual(self.since(3), events[3:])
        # The whole board, sent now and then, stands for all before it.
        post(self.coach, f"{self.room}/steps", moved(4, board=BOARD))
        self.assertEqual([(event["number"], event["kind"]) for event in self.since(2)], [(5, "board")])
        self.assertEqual(Event.objects.count(), 1)

    def test_one_hand_at_a_time_moves_and_whose_board_it_is_takes_it_by_moving(self) -> None:
        eva = self.joined()
        refused = post(self.guest, f"{self.room}/steps", moved(1))
        self.assertEqual((refused.status_code, "hand" in refused.json()["errors"][0]["what"]), (422, True))
        for path, body in (("hand", {"seat": eva}), ("end", {}), ("shut-out", {"seat": 1}),
                           ("view", {"by": "a-view-of-hers", "view": {}})):  # fmt: skip
            self.assertEqual(post(self.guest, f"{self.room}/{path}", body).status_code, 422, path)
        self.assertEqual(Event.objects.count(), 1, "nothing is written by who only watches")
        asked = post(self.guest, f"{self.room}/ask", {"asks": True}).json()["people"]
        self.assertTrue(next(person for person in asked if person["seat"] == eva)["asks"])
        given = post(self.coach, f"{self.room}/hand", {"seat": eva}).json()
        self.assertEqual((given["hand"], [p["asks"] for p in given["people"]]), (eva, [False, False]))
        self.assertEqual(post(self.guest, f"{self.room}/steps", moved(1)).status_code, 200)
        self.assertEqual(post(self.coach, f"{self.room}/steps", moved(2)).status_code, 200)
        self.assertEqual(post(self.guest, f"{self.room}/steps", moved(3)).status_code, 422)
        # Given and given back; to nobody who is not there.
        post(self.coach, f"{self.room}/hand", {"seat": eva})
        self.assertNotEqual(post(self.guest, f"{self.room}/hand", {}).json()["hand"], eva)
        self.assertEqual(post(self.coach, f"{self.room}/hand", {"seat": 10**9}).status_code, 404)

    def test_a_move_that_did_not_know_of_anothers_is_told_and_one_sent_twice_counts_once(self) -> None:
        eva = self.joined()
        post(self.coach, f"{self.room}/hand", {"seat": eva})
        move = moved(1)
        self.assertEqual(post(self.guest, f"{self.room}/steps", move).json()["number"], 2)
        self.assertEqual(post(self.guest, f"{self.room}/steps", move).json()["number"], 2, "the answer was lost")
        late = post(self.coach, f"{self.room}/steps", moved(1, 7))
        self.assertEqual((late.status_code, "same moment" in late.json()["errors"][0]["what"]), (409, True))
        self.assertEqual(len(self.since(1)), 1)

    def test_what_is_shown_replaces_what_was_shown(self) -> None:
        self.joined()
        for words in ("one", "two"):
            view = {"by": f"a-view-{words}", "view": {"scene": words, "layers": {"fan": True}, "in_hand": [2, 2]}}
            self.assertEqual(post(self.coach, f"{self.room}/view", view).status_code, 200)
        views = [event["body"]["scene"] for event in self.since(0) if event["kind"] == "view"]
        self.assertEqual(views, ["two"])
        # Showing is no move: who moves meanwhile is not behind.
        self.assertEqual(post(self.coach, f"{self.room}/steps", moved(1)).status_code, 200)

    def test_a_guest_is_known_by_his_browser_alone_and_another_account_is_nobody_there(self) -> None:
        self.joined()
        self.assertEqual(self.joined("Eva"), self.joined("Eva"), "who comes back has his seat")
        self.assertEqual({seat.name for seat in Seat.objects.all()}, {"The coach", "Eva"})
        self.joined("EVA", Client())
        self.assertIn("EVA 2", set(Seat.objects.values_list("name", flat=True)))
        other = Client()
        other.force_login(User.objects.create_user("eva", password="a-long-password"))
        for path in ("since", "stream"):
            self.assertEqual(other.get(f"/api/rooms{self.room}/{path}").status_code, 404)
        self.assertEqual(post(other, f"{self.room}/steps", moved(1)).status_code, 404)
        for name in ("", "   ", "a\u202eb", "x" * 25):
            self.assertEqual(post(Client(), f"{self.room}/seat", {"name": name}).status_code, 422, name)
        guarded = Client(enforce_csrf_checks=True)
        self.assertEqual(post(guarded, f"{self.room}/seat", {"name": "x"}).status_code, 403)

    def test_who_is_shut_out_is_out_and_a_full_room_says_so(self) -> None:
        eva = self.joined()
        post(self.coach, f"{self.room}/hand", {"seat": eva})
        left = post(self.coach, f"{self.room}/shut-out", {"seat": eva}).json()
        self.assertEqual([person["is_owner"] for person in left["people"]], [True])
        self.assertEqual(left["hand"], left["people"][0]["seat"])
        self.assertEqual(self.guest.get(f"/api/rooms{self.room}/since").status_code, 404)
        self.assertEqual(post(self.guest, f"{self.room}/seat", {"name": "Eva"}).status_code, 422)
        room = Room.objects.get()
        Seat.objects.bulk_create(Seat(room=room, name=str(k)) for k in range(58))
        full = post(Client(), f"{self.room}/seat", {"name": "one more"})
        self.assertIn("60 people", full.json()["errors"][0]["what"])

    def test_a_closed_board_says_so_goes_by_night_and_makes_room_for_another(self) -> None:
        again = post(self.coach, "", {"title": "x", "name": "x", "board": BOARD})
        self.assertIn("open already", again.json()["errors"][0]["what"])
        self.assertEqual(self.coach.get("/api/rooms").json()["code"], self.room[1:])
        self.joined()
        self.assertEqual(post(self.coach, f"{self.room}/end").status_code, 200)
        for client in (self.coach, self.guest):
            self.assertEqual(client.get(f"/api/rooms{self.room}").status_code, 410)
            self.assertEqual(post(client, f"{self.room}/steps", moved(1)).status_code, 410)
        self.assertIsNone(self.coach.get("/api/rooms").json())
        other = opened(self.coach)
        Room.objects.filter(code=other[1:]).update(used=timezone.now() - timedelta(hours=13))
        self.assertEqual(self.coach.get(f"/api/rooms{other}").status_code, 410, "nobody moved for half a day")
        Room.objects.update(ended=timezone.now() - timedelta(days=2))
        clear_closed()
        self.assertEqual((Room.objects.count(), Seat.objects.count(), Event.objects.count()), (0, 0, 0))
        self.assertEqual(self.guest.get(f"/api/rooms{self.room}").status_code, 404)

    def test_codes_are_not_found_by_trying_and_bad_moves_are_refused_in_words(self) -> None:
        tried = [self.guest.get(f"/api/rooms/AAAAAAA{k % 10}").status_code for k in range(40)]
        self.assertEqual((tried[0], tried[-1]), (404, 429))
        good = moved(1)
        for step in ({"do": "explode"}, {"do": "place", "ball": "9", "at": [99, 2]}, {"do": "place", "ball": "<b>"},
                     {"do": "place", "more": 1}, {"do": "load", "document": {"notes": "x" * 300_000}}):  # fmt: skip
            refused = post(self.coach, f"{self.room}/steps", {**good, "steps": [step]})
            self.assertEqual(refused.status_code, 422, step)
        self.assertEqual(post(self.coach, f"{self.room}/steps", {**good, "by": "x"}).status_code, 422)

    def test_a_flurry_passes_and_a_script_that_never_ends_is_told_to_wait(self) -> None:
        pace = Pace(a_second=0.001, at_once=5)
        self.assertEqual([pace.allows("he") for _ in range(7)], [True] * 5 + [False] * 2)
        self.assertTrue(pace.allows("she"))


def next_of(heard: Iterator[tuple[str, Any]], kind: str) -> Any:
    return next(told for what, told in heard if what == kind)


class Push(TransactionTestCase):
    def setUp(self) -> None:
        self.server = Server()
        self.addCleanup(self.server.kill)
        self.coach, self.guest = Client(), Client()
        self.coach.force_login(User.objects.create_user("ida", password="a-long-password"))
        self.room = opened(self.coach)
        self.eva = post(self.guest, f"{self.room}/seat", {"name": "Eva"}).json()["seat"]

    def test_everybody_hears_a_move_at_once_and_a_server_that_was_killed_loses_nothing(self) -> None:
        with self.server.stream(self.room, self.guest) as eva, self.server.stream(self.room, self.coach) as coach:
            self.assertEqual(next_of(eva, "board")["number"], 1)
            self.assertEqual(next_of(coach, "board")["number"], 1)
            # Whoever's page is open is there.
            while not all(person["here"] for person in next_of(coach, "people")["people"]):
                pass
            begun = time.monotonic()
            post(self.coach, f"{self.room}/steps", moved(1, 3))
            for heard in (eva, coach):
                self.assertEqual(next_of(heard, "steps")["body"]["steps"][0]["at"], [3.0, 2.0])
            self.assertLess(time.monotonic() - begun, 30, "pushed, not asked for")
            post(self.guest, f"{self.room}/point", {"at": [4, 1]})
            self.assertEqual(next_of(coach, "point"), {"seat": self.eva, "name": "Eva", "at": [4.0, 1.0]})
        self.server.kill()
        # By another process meanwhile, which no watcher is connected to.
        post(self.coach, f"{self.room}/steps", moved(2, 5))
        self.server.start()
        with self.server.stream(self.room, self.guest, after=0, has=2) as eva:
            self.assertEqual(next_of(eva, "steps")["number"], 3)
            post(self.coach, f"{self.room}/shut-out", {"seat": self.eva})
            self.assertFalse([what for what, _ in eva if what == "steps"], "it ends")
        with self.assertRaises(urllib.error.HTTPError), self.server.stream(self.room, self.guest):
            pass
        with self.server.stream(self.room, self.coach, after=3) as coach:
            while [person["name"] for person in next_of(coach, "people")["people"]] != ["The coach"]:
                pass
            post(self.coach, f"{self.room}/end")
            self.assertEqual(next_of(coach, "ended"), {})
