"""How a play-out grows with workers: the same racks by one worker process and by two, through the real queue.

Run by `./partita bench workers`, as a test of Django's runner so that it has a database of its own. Each worker is
kept to one core and one job at a time. Prints seconds, racks a second and their ratio, and keeps them in
`benchmarks/results/workers.json`.
"""

import os
import time
from unittest import mock

from django.contrib.auth.models import User
from django.test import TransactionTestCase

from benchmarks.figures import keep
from playouts import asking as playouts
from setup import demo
from studies.models import Study
from tests.server.asked import weighed
from tests.server.worker import Worker, eventually

_RACKS, _RUNS = 384, 2
_PLACES = {"cue": [2, 1], "3": [5, 3], "5": [6, 2], "7": [1.5, 3], "8": [4, 1], "9": [7, 1.2]}


class Workers(TransactionTestCase):
    """One and two workers."""

    def seconds(self, study: Study) -> float:
        """Seconds from asking a play-out until all its racks are in."""
        started = time.perf_counter()
        (playout,) = playouts.ask(study, [], _RACKS, freely=True)
        eventually("all racks are in", lambda: playouts.figures_of(playout)["status"] == "done", 300)
        return time.perf_counter() - started

    def test_print_and_keep_the_figures(self) -> None:
        """Not a check of anything: figures only."""
        user = User.objects.create_user("ida", password="a-long-password")
        study = weighed(user, 100, demo.document(_PLACES, {"shooter": "me"}))
        figures: dict[str, object] = {"racks": _RACKS, "racks_a_job": playouts.PART_RACKS}
        workers: list[Worker] = []
        taken = []
        with mock.patch.dict(os.environ, {"PARTITA_CORES": "1"}):
            for count in (1, 2):
                workers.append(Worker(jobs=1).start())
                self.addCleanup(workers[-1].stop)
                eventually("the study is settled", lambda: Study.objects.get(pk=study.pk).status == Study.Status.DONE)
                study.refresh_from_db()
                seconds = [self.seconds(study) for _ in range(_RUNS)]
                taken.append(min(seconds))
                figures[f"{count} worker{'s'[: count - 1]}"] = {
                    "seconds": [round(run, 2) for run in seconds], "racks_a_second": round(_RACKS / min(seconds), 1)
                }  # fmt: skip
        keep("workers", figures | {"two_against_one": round(taken[1] / taken[0], 3)})
