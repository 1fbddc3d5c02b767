"""The life of a study in real worker processes on a real queue."""

from datetime import timedelta
from unittest import mock

from django.contrib.auth.models import User
from django.test import SimpleTestCase, TestCase
from django.utils import timezone

from partita.views.drawing import FAN
from studies import clearing, drawings, lists
from studies.models import Study
from tests.server.asked import no_jobs, weighed
from tests.server.worker import SharedWorker, eventually
from work.asking import stop
from work.running import run


class _Life(SimpleTestCase):
    def setUp(self) -> None:
        self.user = User.objects.create_user("ida", password="a-long-password")

    def state(self, study: Study) -> Study:
        study.refresh_from_db()
        return study


class Worked(_Life, SharedWorker):
    def test_a_study_gives_partial_results_and_then_a_settled_one(self) -> None:
        study, seen = weighed(self.user, 200), set()

        def is_done() -> bool:
            seen.add(self.state(study).progress)
            return study.status == Study.Status.DONE

        eventually("the study is done", is_done)
        self.assertGreater(len({p for p in seen if 0 < p < 1}), 0, seen)
        self.assertTrue(study.document["settled"])
        self.assertTrue(study.document["verdict"]["looked"])
        self.assertGreater(len(study.document["options"]), 3)

    def test_stopping_ends_the_work_and_keeps_what_was_found(self) -> None:
        study = weighed(self.user, 20_000)
        eventually("it has begun", lambda: self.state(study).revision > 0)
        stop(Study.objects.filter(pk=study.pk))
        eventually("it stops", lambda: self.state(study).status == Study.Status.STOPPED)
        self.assertLess(study.progress, 1.0)
        self.assertTrue(study.document["options"])

    def test_nine_who_ask_at_once_all_have_a_first_ranking_before_anyone_is_looked_ahead_for(self) -> None:
        others = [User.objects.create_user(name, password="a-long-password") for name in "abcdefgh"]
        studies = [weighed(user, 2000) for user in (self.user, *others)]
        seen: list[tuple[bool, bool]] = []

        def all_have_one() -> bool:
            now = [self.state(study) for study in studies]
            seen.append((all(one.revision > 0 for one in now), any(one.status == Study.Status.DONE for one in now)))
            return seen[-1][0]

        eventually("all have a first ranking", all_have_one)
        self.assertFalse(seen[-1][1], seen)
        stop(Study.objects.filter(pk__in=[study.pk for study in studies]))
        eventually("all stop", lambda: all(self.state(one).status == Study.Status.STOPPED for one in studies))

    def test_a_line_is_found_by_its_id_where_lines_have_changed_places(self) -> None:
        study = weighed(self.user, 60)
        eventually("it is done", lambda: self.state(study).status == Study.Status.DONE)
        second = study.document["options"][1]
        by_id = drawings.drawing_of(study, 0, line=second["id"])
        self.assertEqual(by_id, drawings.drawing_of(study, 1))
        self.assertEqual(drawings.drawing_of(study, 0, line="no such line"), drawings.drawing_of(study, 0))


class RunDirectly(TestCase):
    """What needs no process of its own."""

    def setUp(self) -> None:
        self.user = User.objects.create_user("ida", password="a-long-password")
        self.enterContext(no_jobs())

    def test_running_twice_gives_the_same_result(self) -> None:
        study = weighed(self.user, 60)
        documents = []
        for _ in range(2):
            Study.objects.filter(pk=study.pk).update(status=Study.Status.RUNNING)
            study.refresh_from_db()
            run(study, lambda: False)
            study.refresh_from_db()
            documents.append({**study.document, "seconds": 0})
        self.assertEqual(documents[0], documents[1])

    def test_only_old_studies_that_nobody_kept_are_cleared_away(self) -> None:
        studies = [weighed(self.user, 60) for _ in range(3)]
        old = timezone.now() - clearing.UNKEPT_FOR - timedelta(days=1)
        Study.objects.filter(pk__in=[studies[0].pk, studies[1].pk]).update(updated=old)
        Study.objects.filter(pk=studies[1].pk).update(kept=True)
        self.assertEqual(clearing.clear_old(), 1)
        self.assertEqual(set(Study.objects.values_list("pk", flat=True)), {studies[1].pk, studies[2].pk})

    def test_a_failure_is_told_in_plain_words_and_logged(self) -> None:
        study = weighed(self.user, 60)
        with mock.patch("studies.kinds.weigh", side_effect=ZeroDivisionError), self.assertLogs("work.running"):
            run(study, lambda: False)
        study.refresh_from_db()
        self.assertEqual(study.status, Study.Status.FAILED)
        self.assertIn("the layout is safe", study.failure)

    def test_a_drawing_is_computed_for_each_option(self) -> None:
        study = weighed(self.user, 60)
        run(study, lambda: False)
        study.refresh_from_db()
        drawing = drawings.drawing_of(study, 0)
        assert drawing is not None
        self.assertEqual(len(drawing.fans["cue"]), FAN)
        self.assertGreaterEqual(drawing.executions, len(drawing.rests["cue"]))
        more = drawings.drawing_of(study, 0, fan=300)
        assert more is not None
        self.assertEqual(more.fans["cue"][:FAN], drawing.fans["cue"])
        self.assertIsNone(drawings.drawing_of(study, 999))
        sheet = drawings.sheet_of(study, 0, "cm", "A rack")
        assert sheet is not None
        self.assertEqual(sheet[:5], b"%PDF-")
        self.assertIsNone(drawings.sheet_of(study, 999, "cm", ""))

    def test_what_was_lately_weighed_is_listed_once_a_layout_and_not_what_is_kept(self) -> None:
        found = {"options": [{"name": "Cut the 8"}]}
        for balls, kept in (
            ({"8": [5, 3]}, False),
            ({"8": [5, 3]}, False),
            ({"8": [5, 2]}, True),
            ({"9": [1, 1]}, False),
        ):
            question = {"document": {"game": "nine-ball", "balls": balls}}
            Study.objects.create(owner=self.user, question=question, document=found, kept=kept)
        Study.objects.create(owner=self.user, question={"document": {"game": "nine-ball", "balls": {}}})
        listed = lists.recent(self.user)
        self.assertEqual([(len(line["document"]["balls"]), line["best"]) for line in listed], [(1, "Cut the 8")] * 2)
