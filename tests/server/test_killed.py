"""A worker that is killed, as a power cut would, and another that takes up what it was at."""

from unittest import mock

from django.contrib.auth.models import User
from django.test import TransactionTestCase
from procrastinate.contrib.django.models import ProcrastinateJob

from partita.playing.playout import play_out
from playouts import asking
from playouts.models import Part
from studies.kinds import request_of
from studies.models import Study
from tests.server.asked import jobs, no_jobs, weighed
from tests.server.documents import line, settled
from tests.server.worker import Worker, eventually

RACKS = 24


class Killed(TransactionTestCase):
    def test_another_worker_takes_up_a_study_and_a_play_out_and_nothing_is_lost_but_the_batch_it_was_at(self) -> None:
        user = User.objects.create_user("ida", password="a-long-password")
        with no_jobs():
            whole = weighed(user)
        Study.objects.filter(pk=whole.pk).update(document=settled(line()), status=Study.Status.DONE)
        whole.refresh_from_db()
        worker, other = Worker().start(), Worker()
        self.addCleanup(worker.stop)
        self.addCleanup(other.stop)
        with mock.patch.object(asking, "PART_RACKS", RACKS):
            (playout,) = asking.ask(whole, [], RACKS, freely=True)
        eventually("a part is under way", lambda: asking.figures_of(playout)["done"] > 0)
        study = weighed(user, 120)
        eventually("the study has begun", lambda: Study.objects.get(pk=study.pk).revision > 0)
        worker.kill()
        self.assertEqual(Study.objects.get(pk=study.pk).status, Study.Status.RUNNING)
        kept = {part.pk: part.won for part in Part.objects.all() if part.won}
        other.start()
        eventually("the study is done", lambda: Study.objects.get(pk=study.pk).status == Study.Status.DONE)
        eventually(
            "the rest is played",
            lambda: asking.figures_of(playout)["status"] == "done",
            stands=lambda: (asking.figures_of(playout), list(ProcrastinateJob.objects.values())),
        )
        # The queue does not keep what has been done.
        eventually("its job is gone", lambda: not jobs(study).exists())
        for key, won in kept.items():
            self.assertEqual(Part.objects.get(pk=key).won[: len(won)], won)
        alone = list(play_out(request_of(whole), RACKS, seed=1))[-1]
        self.assertEqual(asking.figures_of(playout)["chance"], alone.chance.as_json())
