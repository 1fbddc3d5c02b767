"""Before the physics is compiled: what is asked waits in sight, in words, and nothing that was asked is half kept."""

import logging
import tempfile
from pathlib import Path
from unittest import mock

from django.contrib.auth.models import User
from django.db import DatabaseError
from django.test import Client, TestCase
from procrastinate.contrib.django.models import ProcrastinateJob

from edge import readiness
from partita.kernels import stages
from playouts.models import Part, PlayOut
from studies.kinds import STUDIES
from studies.models import Study
from tests.server.documents import line, settled
from tests.server.test_api import GOOD
from work.running import take


class Asking(TestCase):
    """On a machine where nothing has been compiled yet."""

    def setUp(self) -> None:
        folder = tempfile.TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        self.enterContext(mock.patch.object(stages, "folder", lambda: Path(folder.name, "ready")))
        readiness._remembered.cache_clear()
        self.addCleanup(readiness._remembered.cache_clear)
        logging.disable(logging.ERROR)
        self.addCleanup(logging.disable, logging.NOTSET)
        self.user = User.objects.create_user("ida", password="a-long-password")
        self.client = Client(raise_request_exception=False)
        self.client.force_login(self.user)

    def compiled(self, *names: str) -> None:
        for name in names:
            stages.mark(name)

    def ask(self) -> tuple[int, dict]:
        body = {"document": GOOD, "me": "league", "them": "league", "samples": 200}
        answer = self.client.post("/api/studies", body, content_type="application/json")
        return answer.status_code, answer.json() if answer.status_code == 200 else {}

    def test_how_far_it_is_is_said_part_by_part_in_words(self) -> None:
        shares = []
        for names in ((), ("simulator",), ("rules", "evaluation"), ("weighing", "racks", "runs")):
            self.compiled(*names)
            told = self.client.get("/api/readiness").json()
            self.assertEqual(told["ready"], not told["waits_for"])
            for stage in told["stages"]:
                missing = not stage["done"]
                self.assertEqual(missing, stage["words"] in told["waits_for"], (names, stage))
            shares.append(told["share"])
        self.assertEqual(shares, sorted(set(shares)))
        self.assertEqual((shares[0], shares[-1]), (0.0, 1.0))

    def test_a_question_asked_too_early_is_kept_and_says_what_it_waits_for(self) -> None:
        status, study = self.ask()
        self.assertEqual((status, study["status"]), (200, "queued"))
        self.assertIn("how balls run", study["waits_for"])
        self.compiled("simulator", "rules", "evaluation", "weighing")
        self.assertEqual(self.client.get(f"/api/studies/{study['id']}").json()["waits_for"], "")

    def test_what_must_be_answered_at_once_asks_to_come_again(self) -> None:
        study = Study.objects.create(owner=self.user, question={"document": GOOD}, document=settled(line()))
        stroke = {"aim_deg": 33.7, "speed_mps": 2.0}
        body = {"document": GOOD, "me": "league", "them": "league"}
        for method, path, sent in (
            ("post", "/api/strokes", body | {"stroke": stroke}),
            ("post", "/api/in-hand", body),
            ("get", f"/api/studies/{study.pk}/options/0/drawing", None),
            ("get", f"/api/studies/{study.pk}/options/0/sheet", None),
        ):
            answer = getattr(self.client, method)(path, sent, content_type="application/json")
            self.assertEqual(answer.status_code, 503, path)
            self.assertGreater(int(answer["Retry-After"]), 0)
            self.assertIn("being made ready", answer.json()["errors"][0]["what"])
        self.compiled("simulator", "rules", "evaluation", "weighing")
        answer = self.client.post("/api/strokes", body | {"stroke": stroke}, content_type="application/json")
        self.assertEqual(answer.status_code, 200)

    def test_a_play_out_waits_for_whole_racks_and_a_weighing_does_not(self) -> None:
        self.compiled("simulator", "rules", "evaluation", "weighing")
        _, asked = self.ask()
        self.assertEqual(asked["waits_for"], "")
        question = Study.objects.get(pk=asked["id"]).question
        study = Study.objects.create(owner=self.user, question=question, document=settled(line()))
        path = f"/api/studies/{study.pk}/playouts"
        (playout,) = self.client.post(path, {"options": [0], "racks": 64}, content_type="application/json").json()
        self.assertIn("whole racks", playout["waits_for"])
        self.compiled("racks")
        self.assertEqual(self.client.get(path).json()[0]["waits_for"], "")

    def test_a_study_and_its_job_are_kept_together_or_not_at_all(self) -> None:
        _, first = self.ask()
        self.assertEqual(ProcrastinateJob.objects.filter(args__key=first["id"]).count(), 1)
        with mock.patch("work.queue.app.configure_task", side_effect=DatabaseError("the queue is away")):
            self.assertEqual(self.ask()[0], 500)
        # The one that was being worked on is not superseded by one that does not exist.
        self.assertEqual(list(Study.objects.values_list("pk", "status")), [(first["id"], "queued")])

    def test_a_play_out_and_all_its_jobs_are_kept_together_or_not_at_all(self) -> None:
        study = Study.objects.create(owner=self.user, question={"document": GOOD}, document=settled(line()))
        body = {"options": [0], "racks": 192}
        defer = mock.Mock(side_effect=[mock.Mock(), mock.Mock(), DatabaseError("the queue is away")])
        with mock.patch("work.queue.app.configure_task", defer):
            answer = self.client.post(f"/api/studies/{study.pk}/playouts", body, content_type="application/json")
        self.assertEqual((answer.status_code, defer.call_count), (500, 3))
        self.assertEqual((PlayOut.objects.count(), Part.objects.count()), (0, 0))

    def test_a_study_deleted_before_its_turn_is_no_error_to_its_worker(self) -> None:
        _, asked = self.ask()
        Study.objects.filter(pk=asked["id"]).delete()
        take(STUDIES, asked["id"], lambda: False)
        self.assertEqual(Study.objects.count(), 0)
