"""Lessons: made, given, answered and read; each sees what is his, and an end is an end."""

import json
from typing import Any

from django.contrib.auth.models import User
from django.test import Client, TestCase

from lessons.models import Answer, Giving, Lesson, Student
from partita.reports.ledger.report import study_of
from partita.weighing.weigh import weigh
from studies.kinds import request_of
from studies.models import Study
from tests.server.asked import QUICK, no_jobs, weighed

ZONE = {"asks": "zone", "judged": "coach", "zone": {"at": [4, 2], "within": 0.5}, "tolerance": 0.0}
LESSON = {"title": "Thursday", "says": "Three minutes each.", "positions": [
    {"layout": QUICK, "before": "Stop it there.", "after": "Half a tip below.", "question": ZONE},
    {"layout": QUICK, "question": {"asks": "ball", "judged": "coach", "right": [{"ball": "8"}]}},
]}  # fmt: skip


def sent(client: Client, method: str, path: str, body: Any = None) -> tuple[int, Any]:
    body = {} if method == "get" else {"data": json.dumps(body or {}), "content_type": "application/json"}
    answer = getattr(client, method)(f"/api/{path}", **body)
    return answer.status_code, answer.json() if answer.content else None


class Lessons(TestCase):
    def setUp(self) -> None:
        self.coach, self.eva, self.guest = Client(), Client(), Client()
        self.owner = User.objects.create_user("ida", password="a-long-password")
        self.coach.force_login(self.owner)
        self.eva.force_login(User.objects.create_user("eva", password="a-long-password"))
        self.lesson = sent(self.coach, "post", "lessons", {"document": LESSON})[1]

    def given(self, **more: Any) -> tuple[int, str]:
        """Given: its number, and the key of its address."""
        status, made = sent(self.coach, "post", f"lessons/{self.lesson['id']}/give", more)
        self.assertEqual(status, 200, made)
        return made["line"]["id"], made["path"].removeprefix("/h/")

    def test_a_guest_works_it_through_and_what_is_right_opens_with_his_answer(self) -> None:
        giving, key = self.given(by="The coach")
        status, seen = sent(self.guest, "get", f"homework/{key}")
        self.assertEqual((status, seen["positions"], seen["count"], seen["by"]), (200, [], 2, "The coach"))
        begun = sent(self.guest, "post", f"homework/{key}/begin", {"name": "Tom"})[1]
        self.assertEqual(begun["positions"][0]["before"], "Stop it there.")
        self.assertNotIn("Half a tip", json.dumps(begun), "what is right is nowhere before the answer")
        self.assertNotIn("within", json.dumps(begun["positions"]))
        one = sent(self.guest, "post", f"homework/{key}/answers", {"place": 0, "answer": {"at": [4.2, 2]}})[1]
        self.assertTrue(one["opened"]["judged"]["right"])
        self.assertEqual((one["opened"]["after"], one["opened"]["zone"]["within"]), ("Half a tip below.", 0.5))
        again = sent(self.guest, "post", f"homework/{key}/answers", {"place": 0, "answer": {"at": [1, 1]}})[1]
        self.assertEqual(again["opened"]["judged"]["answered"], "At 4.2, 2.0", "answered once")
        wrong = {"place": 1, "answer": {"ball": "9", "pocket": "foot-far"}}
        self.assertFalse(sent(self.guest, "post", f"homework/{key}/answers", wrong)[1]["opened"]["judged"]["right"])
        self.assertEqual(sent(self.guest, "post", f"homework/{key}/answers", {**wrong, "place": 7})[0], 422)
        # Another one sees nothing of it, whatever he sends.
        other = Client()
        self.assertEqual(sent(other, "post", f"homework/{key}/answers", wrong)[0], 404)
        fresh = sent(other, "post", f"homework/{key}/begin", {"name": "Tom"})[1]
        self.assertEqual([one["opened"] for one in fresh["positions"]], [None, None])
        results = sent(self.coach, "get", f"givings/{giving}")[1]
        self.assertEqual([(p["answered"], p["right"]) for p in results["places"]], [(1, 1), (1, 0)])
        self.assertEqual(results["worst"], [1])
        self.assertEqual([len(one["answers"]) for one in results["students"]], [2, 0])
        self.assertEqual(sent(self.eva, "get", f"givings/{giving}")[0], 404)

    def test_what_was_given_stays_as_it_was_and_an_end_is_an_end(self) -> None:
        giving, key = self.given()
        sent(self.guest, "post", f"homework/{key}/begin", {"name": "Tom"})
        changed = {"title": "Friday", "positions": []}
        status, _ = sent(self.coach, "put", f"lessons/{self.lesson['id']}", {"document": changed, "revision": 1})
        self.assertEqual(status, 200)
        late = sent(self.coach, "put", f"lessons/{self.lesson['id']}", {"document": changed, "revision": 1})
        self.assertEqual((late[0], "another window" in late[1]["errors"][0]["what"]), (409, True))
        self.assertEqual(sent(self.guest, "get", f"homework/{key}")[1]["title"], "Thursday")
        self.assertIn(
            "no position", sent(self.coach, "post", f"lessons/{self.lesson['id']}/give")[1]["errors"][0]["what"]
        )
        self.coach.delete(f"/api/lessons/{self.lesson['id']}")
        self.assertEqual(sent(self.guest, "get", f"homework/{key}")[0], 200)
        self.assertTrue(sent(self.coach, "post", f"givings/{giving}/end")[1]["has_ended"])
        for call in (("get", f"homework/{key}", None), ("post", f"homework/{key}/answers", {"place": 0, "answer": {}})):
            self.assertEqual(sent(self.guest, *call)[0], 410)
        self.assertEqual(sent(self.coach, "get", f"givings/{giving}")[0], 200, "its coach reads on")
        tried = [self.guest.get(f"/api/homework/{'x' * 31}{k % 10}").status_code for k in range(40)]
        self.assertEqual((tried[0], tried[-1]), (404, 429))

    def test_a_lesson_that_does_not_say_what_is_right_is_not_given(self) -> None:
        asked = {"title": "x", "positions": [LESSON["positions"][0], {"layout": QUICK}]}  # type: ignore[index]
        made = sent(self.coach, "post", "lessons", {"document": asked})[1]
        self.assertEqual(made["words"][1], "")
        status, refused = sent(self.coach, "post", f"lessons/{made['id']}/give")
        self.assertEqual((status, refused["errors"][0]["where"]), (422, "position 2"))
        bad = {"title": "x", "positions": [{"layout": {**QUICK, "balls": {"cue": [99, 1]}}}]}
        self.assertIn("position 1", sent(self.coach, "post", "lessons", {"document": bad})[1]["errors"][0]["where"])

    def test_groups_are_joined_with_a_code_and_a_coach_sees_answers_and_no_records(self) -> None:
        group = sent(self.coach, "post", "groups", {"name": "Tuesday team"})[1]
        self.assertEqual(sent(self.eva, "post", "groups/join", {"code": "AAAAAAAA", "name": "Eva"})[0], 422)
        joined = sent(self.eva, "post", "groups/join", {"code": group["code"].lower(), "name": "Eva"})[1]
        self.assertEqual((joined["mine"], joined["code"], joined["members"]), (False, "", []))
        giving, path = self.given(group=group["id"])
        self.assertEqual(path, "")
        line = sent(self.eva, "get", "homework")[1][0]
        self.assertEqual((line["id"], line["group"], line["answered"]), (giving, "Tuesday team", 0))
        sent(self.eva, "post", f"homework/{giving}/begin", {"name": "whatever"})
        self.assertEqual(Student.objects.get().name, "Eva", "the name that its coach knows")
        sent(self.eva, "post", f"homework/{giving}/answers", {"place": 0, "answer": {"at": [4, 2]}})
        self.assertEqual(sent(self.eva, "get", "homework")[1][0]["answered"], 1)
        # Nobody else's number opens it.
        for client in (self.guest, self.coach):
            self.assertEqual(sent(client, "get", f"homework/{giving}")[0], 404)
        own = sent(self.coach, "get", "groups")[1][0]
        self.assertEqual([member["name"] for member in own["members"]], ["Eva"])
        sent(self.eva, "post", f"groups/{group['id']}/leave")
        self.assertEqual(sent(self.eva, "get", f"homework/{giving}")[0], 404)
        self.assertEqual(Answer.objects.count(), 1, "what she answered stays with her coach")
        self.coach.delete(f"/api/groups/{group['id']}")
        self.assertEqual((Giving.objects.count(), sent(self.coach, "get", f"givings/{giving}")[0]), (1, 200))

    def test_positions_come_from_what_was_weighed_and_their_ledger_cannot_be_forged(self) -> None:
        with no_jobs():
            study = weighed(self.owner)
        add = f"lessons/{self.lesson['id']}/positions"
        self.assertIn("not settled", sent(self.coach, "post", add, {"study": study.pk})[1]["errors"][0]["what"])
        last = next(state for state in weigh(request_of(study)) if state.settled)
        Study.objects.filter(pk=study.pk).update(document=study_of(last).as_json(), status=Study.Status.DONE)
        self.assertEqual(sent(self.eva, "post", add, {"study": study.pk})[0], 404)
        whole = sent(self.coach, "post", add, {"study": study.pk})[1]
        position = Lesson.objects.get(pk=whole["id"]).document["positions"][2]
        self.assertIsNone(whole["document"]["positions"][2]["study"], "ledgers are not sent back and forth")
        self.assertEqual((position["question"]["judged"], position["level"]), ("ledger", "league"))
        self.assertTrue(position["drawing"]["paths"]["cue"])
        facts = position["facts"][0]
        forged = json.loads(json.dumps(whole["document"]))
        for one in forged["positions"]:
            one |= {"study": None, "facts": [{**facts, "ball": "9", "make": 1.0}], "drawing": None}
        kept = sent(self.coach, "put", f"lessons/{whole['id']}", {"document": forged, "revision": whole["revision"]})[1]
        self.assertEqual([one["facts"] for one in kept["document"]["positions"]], [[], [], [facts]])
        self.assertEqual(Lesson.objects.get(pk=whole["id"]).document["positions"][2]["study"], position["study"])
        giving, key = self.given()
        sent(self.guest, "post", f"homework/{key}/begin", {"name": "Tom"})
        best = position["study"]["options"][0]
        choice = {"meant": "pot", "ball": best["potted"], "pocket": best["pocket"]} if best["potted"] else None
        pot = next(one for one in position["study"]["options"] if one["potted"])
        choice = choice or {"meant": "pot", "ball": pot["potted"], "pocket": pot["pocket"]}
        told = sent(self.guest, "post", f"homework/{key}/answers", {"place": 2, "answer": {"choice": choice}})[1]
        judged = told["opened"]["judged"]
        self.assertEqual(judged["right"], judged["cost"] <= 0.02)
        self.assertEqual(len(told["opened"]["study"]["options"]), len(position["study"]["options"]))
        drilled = sent(self.coach, "post", add, {"drill": "jump"})[1]["document"]["positions"][3:]
        self.assertTrue(drilled and all(one["question"]["right"][0]["ball"] for one in drilled))
        self.assertEqual(sent(self.coach, "post", add, {"drill": "own:99"})[0], 422)
        kept = sent(self.coach, "get", f"lessons/{whole['id']}")[1]
        file = self.coach.get(f"/api/lessons/{whole['id']}/file").content.decode()
        back = sent(self.coach, "post", "lessons/file", {"content": file})[1]
        self.assertEqual(back["words"], kept["words"])
        sheets = self.coach.get(f"/api/lessons/{whole['id']}/sheets?units=in")
        self.assertEqual((sheets["Content-Type"], sheets.content[:4]), ("application/pdf", b"%PDF"))
        self.assertEqual(giving, Giving.objects.get().pk)

    def test_what_was_touched_last_stands_first(self) -> None:
        second = sent(self.coach, "post", "lessons", {"document": {**LESSON, "title": "Friday"}})[1]
        numbers = [self.given(by=str(k))[0] for k in range(3)]
        self.assertEqual([one["title"] for one in sent(self.coach, "get", "lessons")[1]], ["Friday", "Thursday"])
        sent(self.coach, "post", f"lessons/{self.lesson['id']}/positions", {"layout": QUICK})
        lines = sent(self.coach, "get", "lessons")[1]
        self.assertEqual([(one["id"], one["positions"], one["givings"]) for one in lines],
                         [(self.lesson["id"], 3, 3), (second["id"], 2, 0)])  # fmt: skip
        whole = sent(self.coach, "get", f"lessons/{self.lesson['id']}")[1]
        self.assertEqual([one["id"] for one in whole["givings"]], numbers[::-1])

    def test_an_account_has_room_for_so_many_lessons(self) -> None:
        Lesson.objects.bulk_create(Lesson(owner=self.owner, title="x", document={}) for _ in range(200))
        self.assertIn("200 lessons", sent(self.coach, "post", "lessons", {"document": LESSON})[1]["errors"][0]["what"])
