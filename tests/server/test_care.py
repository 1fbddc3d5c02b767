"""Long work that lost its job is put back or ended with a reason; turns are shared between accounts."""

from datetime import timedelta
from unittest import mock

from django.contrib.auth.models import User
from django.db import OperationalError
from django.test import TestCase
from django.utils import timezone
from procrastinate.contrib.django.models import ProcrastinateJob

from partita.errors import Refused
from playouts import asking
from playouts.kinds import PARTS
from playouts.models import Part, PlayOut
from studies.models import Study
from tests.server.asked import jobs, weighed
from tests.server.documents import line, settled
from work import care, turns
from work.queue import waiting_words
from work.running import run


def owner_with_a_study(name: str) -> tuple[User, Study]:
    user = User.objects.create_user(name, password="a-long-password")
    return user, weighed(user)


class BrokenOff(TestCase):
    def setUp(self) -> None:
        self.user, self.study = owner_with_a_study("ida")
        # A minute ago, and since then its job has gone with its worker's connection.
        Study.objects.update(updated=timezone.now() - timedelta(minutes=1), status=Study.Status.RUNNING)

    def state(self) -> Study:
        return Study.objects.get(pk=self.study.pk)

    def test_what_has_a_live_job_is_left_to_it(self) -> None:
        self.assertEqual(care.put_back_what_broke_off(), 0)
        self.assertEqual(jobs(self.study).count(), 1)

    def test_what_lost_its_job_gets_another_and_after_some_a_reason(self) -> None:
        for _ in range(care.MOST_TAKEN_UP):
            jobs(self.study)._raw_delete("default")
            Study.objects.update(updated=timezone.now() - timedelta(minutes=1))
            self.assertEqual(care.put_back_what_broke_off(), 1)
            self.assertEqual((jobs(self.study).count(), self.state().status), (1, Study.Status.RUNNING))
        jobs(self.study)._raw_delete("default")
        Study.objects.update(updated=timezone.now() - timedelta(minutes=1))
        care.put_back_what_broke_off()
        self.assertEqual((self.state().status, self.state().failure), (Study.Status.FAILED, care.BROKE_OFF))
        self.assertEqual(care.put_back_what_broke_off(), 0)

    def test_what_was_being_stopped_is_stopped(self) -> None:
        jobs(self.study)._raw_delete("default")
        Study.objects.update(status=Study.Status.STOPPING)
        care.put_back_what_broke_off()
        self.assertEqual(self.state().status, Study.Status.STOPPED)

    def test_a_connection_that_breaks_is_no_end_of_a_study(self) -> None:
        with (
            mock.patch("studies.kinds.weigh", side_effect=OperationalError("gone")),
            mock.patch("work.running.connection.close"),
            self.assertRaises(OperationalError),
        ):
            run(self.state(), lambda: False)
        self.assertEqual(self.state().status, Study.Status.RUNNING)

    def test_what_waits_says_for_what_and_for_how_long(self) -> None:
        Study.objects.update(status=Study.Status.QUEUED, created=timezone.now() - timedelta(seconds=40))
        words = waiting_words(self.state())
        self.assertIn("No worker is running", words)
        self.assertIn("for 40 s", words)
        Study.objects.update(created=timezone.now())
        self.assertEqual(waiting_words(self.state()), "")


class Turns(TestCase):
    def ask(self, study: Study, racks: int, count: int = 1) -> list[PlayOut]:
        Study.objects.filter(pk=study.pk).update(document=settled(line()), status=Study.Status.DONE)
        return [asking.ask(Study.objects.get(pk=study.pk), [], racks, freely=True)[0] for _ in range(count)]

    def queued(self) -> list[int]:
        return list(
            ProcrastinateJob.objects.filter(args__kind="racks").order_by("pk").values_list("args__key", flat=True)
        )

    def test_a_few_parts_of_each_account_wait_so_that_nobody_stands_behind_thousands(self) -> None:
        (_, many), (_, few) = owner_with_a_study("ida"), owner_with_a_study("tom")
        self.ask(many, 20_000, 2)
        self.ask(few, 128)
        self.assertEqual(len(self.queued()), turns.IN_FLIGHT + 2)

    def test_play_outs_of_one_account_take_turns_and_a_part_that_had_its_turn_goes_last(self) -> None:
        _, study = owner_with_a_study("ida")
        one, other = self.ask(study, 256, 2)
        first = self.queued()[0]
        turns.top_up(PARTS, study.owner_id, ending=first)
        # The other play-out has none under way: it is its turn, and the part that has just played goes last.
        self.assertEqual(other.parts.first().pk, self.queued()[-1])
        self.assertEqual(len(self.queued()), turns.IN_FLIGHT + 1)
        self.assertIn(first, one.parts.values_list("pk", flat=True))

    def test_a_part_plays_for_its_turn_and_keeps_what_it_has_however_long_its_racks_are(self) -> None:
        _, study = owner_with_a_study("ida")
        (playout,) = self.ask(study, 64)
        part = playout.parts.get()
        with mock.patch("work.running.TURN_S", 0.0):
            run(part, lambda: False)
        part.refresh_from_db()
        self.assertTrue(0 < len(part.won) < part.racks, len(part.won))
        first = list(part.won)
        with mock.patch("work.running.TURN_S", 0.0):
            run(part, lambda: False)
        part.refresh_from_db()
        self.assertGreater(len(part.won), len(first))
        self.assertEqual(part.won[: len(first)], first)

    def test_an_account_without_any_part_in_the_queue_gets_its_turns_back(self) -> None:
        _, study = owner_with_a_study("ida")
        (playout,) = self.ask(study, 256)
        ProcrastinateJob.objects.filter(args__kind="racks")._raw_delete("default")
        Part.objects.update(updated=timezone.now() - timedelta(minutes=1))
        self.assertEqual(len(care.stranded(PARTS)), 1)
        care.put_back_what_broke_off()
        self.assertEqual(set(self.queued()), set(playout.parts.values_list("pk", flat=True)))

    def test_more_racks_than_a_real_player_asks_for_are_refused_in_words(self) -> None:
        _, study = owner_with_a_study("ida")
        self.ask(study, 20_000, 3)
        with self.assertRaisesRegex(Refused, "too much is being played out for you"):
            self.ask(study, 20_000)
