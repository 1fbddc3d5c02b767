"""Eight accounts that weigh at once on one worker: when each has its first ranking, is settled, and has looked ahead.

Run by `./partita bench many`, as a test of Django's runner so that it has a database of its own. In the last part a
long play-out runs beside them. Prints seconds from asking, and keeps them in `benchmarks/results/many.json`.
"""

import time

from django.contrib.auth.models import User
from django.test import TransactionTestCase

from benchmarks.figures import keep
from playouts import asking as playouts
from setup import demo
from studies.models import Study
from tests.server.asked import weighed
from tests.server.worker import Worker, eventually
from work.models import ACTIVE

_ASKERS, _RACKS = 8, 20_000
_PLACES = {"cue": [2, 1], "3": [5, 3], "5": [6, 2], "7": [1.5, 3], "8": [4, 1], "9": [7, 1.2]}


class Many(TransactionTestCase):
    """Eight at once, alone and beside a long play-out; one alone to compare."""

    def seconds(self, askers: int) -> dict[str, list[float]]:
        """Of so many questions asked at one moment, seconds to each one's first ranking, settled and final answer."""
        document = demo.document(_PLACES, {"shooter": "me"})
        Study.objects.filter(status__in=ACTIVE).update(status=Study.Status.STOPPED)
        began = time.monotonic()
        keys = [weighed(User.objects.get(username=f"asker{k}"), 1000, document).pk for k in range(askers)]
        reached: dict[str, dict[int, float]] = {"first": {}, "settled": {}, "looked ahead": {}}
        while len(reached["looked ahead"]) < askers:
            for study in Study.objects.filter(pk__in=keys):
                told = study.document or {}
                for name, is_there in (
                    ("first", bool(told.get("options"))),
                    ("settled", bool(told.get("settled"))),
                    ("looked ahead", study.status == Study.Status.DONE),
                ):
                    if is_there:
                        reached[name].setdefault(study.pk, round(time.monotonic() - began, 2))
            time.sleep(0.03)
        return {name: sorted(by_key.values()) for name, by_key in reached.items()}

    def test_print_and_keep_the_figures(self) -> None:
        """Not a check of anything: figures only."""
        users = [User.objects.create_user(f"asker{k}", password="a-long-password") for k in range(_ASKERS)]
        worker = Worker(only="studies").start()
        self.addCleanup(worker.stop)
        first = weighed(users[0], 100)
        eventually("all is loaded", lambda: Study.objects.get(pk=first.pk).status == Study.Status.DONE, 300)
        figures: dict[str, object] = {"one alone": self.seconds(1), f"{_ASKERS} at once": self.seconds(_ASKERS)}
        first.refresh_from_db()
        playouts.ask(first, [], _RACKS, freely=True)
        long = Worker(only="long").start()
        self.addCleanup(long.stop)
        figures[f"{_ASKERS} at once beside a play-out"] = self.seconds(_ASKERS)
        keep("many", figures)
