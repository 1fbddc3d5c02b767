"""Play-outs in real worker processes: split, merged, stopped."""

from typing import Any

from django.contrib.auth.models import User
from django.test import Client, SimpleTestCase

from partita.errors import Refused
from partita.playing.playout import play_out
from playouts import asking
from playouts.models import PlayOut
from studies.kinds import request_of
from studies.models import Study
from tests.server.asked import no_jobs, weighed
from tests.server.documents import line, settled
from tests.server.worker import SharedWorker, eventually


class _PlayOuts(SimpleTestCase):
    def setUp(self) -> None:
        self.user = User.objects.create_user("ida", password="a-long-password")
        with no_jobs():
            self.study = weighed(self.user)

    def settle(self) -> None:
        """The study has been weighed: a line that pots the 8."""
        self.study.document, self.study.status = settled(line()), Study.Status.DONE
        self.study.save()

    def figures(self, playout: PlayOut) -> dict[str, Any]:
        playout.refresh_from_db()
        return asking.figures_of(playout)


class Worked(_PlayOuts, SharedWorker):
    def test_parts_played_by_workers_merge_into_what_one_run_gives(self) -> None:
        self.settle()
        client = Client()
        client.force_login(self.user)
        path = f"/api/studies/{self.study.pk}/playouts"
        asked = client.post(path, {"options": [0], "racks": 96, "freely": True}, content_type="application/json")
        self.assertEqual([line["option"] for line in asked.json()], [0, None])
        eventually("both are played", lambda: {line["status"] for line in client.get(path).json()} == {"done"})
        request = request_of(self.study)
        alone = list(play_out(request, 96, seed=1))[-1]
        self.assertEqual(client.get(path).json()[1]["chance"], alone.chance.as_json())

    def test_a_stopped_play_out_keeps_what_was_played(self) -> None:
        self.settle()
        (playout,) = asking.ask(self.study, [], 4096, freely=True)
        eventually("it has begun", lambda: self.figures(playout)["done"] > 0)
        asking.stop(playout)
        eventually("the queue is empty", lambda: self.figures(playout)["status"] == "stopped")
        self.assertTrue(0 < self.figures(playout)["done"] < 4096)

    def test_what_cannot_be_played_out_is_refused_with_what_can(self) -> None:
        with self.assertRaisesRegex(Refused, "not settled yet"):
            asking.ask(self.study, [0], 128, freely=False)
        self.settle()
        for places, racks, freely, words in (
            ([99], 128, False, "there is no shot 100"),
            ([0], 3, False, "racks: 3 is out of range"),
            ([], 128, False, "nothing to play out"),
        ):
            with self.assertRaisesRegex(Refused, words):
                asking.ask(self.study, places, racks, freely)
