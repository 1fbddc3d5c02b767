"""The worker process: waits until the physics has been compiled, then takes jobs until it is told to stop."""

import asyncio
import signal
import threading
from concurrent.futures import ThreadPoolExecutor
from typing import Any

from django.core.management.base import BaseCommand
from procrastinate.contrib.django import app as django_app

from partita.kernels import stages
from partita.warming import load

# Who looks after the queue itself.
_CARERS = 1


def _load(name: str) -> None:
    if stages.wait_for(name):
        load(name)


class Command(BaseCommand):
    """`manage.py run_worker`"""

    help = "Take studies from the queue and run them."

    def add_arguments(self, parser: Any) -> None:
        """Timing of the heartbeat, shorter in tests."""
        parser.add_argument("--heartbeat", type=float, default=1.5)
        parser.add_argument("--stalled-after", type=float, default=6.0)
        parser.add_argument("--jobs", type=int, default=24, help="questions open at a time; one is worked on")
        parser.add_argument("--only", choices=("studies", "long"), help="one queue instead of both")
        parser.add_argument("--lazy", action="store_true", help="load what plans need when the first one asks for it")

    def handle(self, *args: Any, **options: Any) -> None:
        """Run until a signal."""
        stalled_after = options["stalled_after"]
        self._with: dict[str, Any] = {
            "install_signal_handlers": False, "update_heartbeat_interval": options["heartbeat"],
            "stalled_worker_timeout": stalled_after, "shutdown_graceful_timeout": 5, "delete_jobs": "successful",
            "fetch_job_polling_interval": 1.0,
        }  # fmt: skip
        self._jobs = {"studies": options["jobs"], "files": 1, "long": 1}
        if options["only"]:
            self._jobs = {
                name: count for name, count in self._jobs.items() if (name == "long") == (options["only"] == "long")
            }
        asyncio.run(self._work(options["lazy"]))

    async def _work(self, is_lazy: bool) -> None:
        """Queues side by side: neither care nor somebody who waits for an answer stands behind long work."""
        app = django_app.with_connector(django_app.connector.get_worker_connector())  # type: ignore[attr-defined]
        async with app.open_async():
            # A job has a thread while it waits for its step, too. Those that come of themselves are too few for all.
            threads = ThreadPoolExecutor(sum(self._jobs.values()) + _CARERS)
            asyncio.get_running_loop().set_default_executor(threads)
            queues = [asyncio.ensure_future(self._care(app)), asyncio.ensure_future(self._take(app, is_lazy))]
            for sign in (signal.SIGTERM, signal.SIGINT):
                asyncio.get_running_loop().add_signal_handler(sign, lambda: [queue.cancel() for queue in queues])
            # When one ends, as it does when the database goes, both do, and the supervisor begins anew.
            await asyncio.wait(queues, return_when=asyncio.FIRST_COMPLETED)
            for queue in queues:
                queue.cancel()
            await asyncio.gather(*queues, return_exceptions=True)

    async def _care(self, app: Any) -> None:
        await app.run_worker_async(queues=["care"], name="care", concurrency=_CARERS, **self._with)

    async def _take(self, app: Any, is_lazy: bool) -> None:
        """What a dead worker left is put back meanwhile; jobs are taken when what most of them need is loaded.

        Who only does long work loads what a job calls, when it calls it: idle, it holds a third of the memory.
        """
        if "studies" in self._jobs:
            loading = threading.Thread(target=_load, args=("weighing",), daemon=True)
            loading.start()
            while loading.is_alive():
                await asyncio.sleep(0.05)
            if not is_lazy:
                # Weighing goes on meanwhile; whoever plans first does not wait for this to be loaded.
                threading.Thread(target=_load, args=("runs",), daemon=True).start()
        self.stdout.write("worker ready")
        self.stdout.flush()
        await asyncio.gather(*(
            app.run_worker_async(queues=[queue], name=queue, concurrency=at_a_time, **self._with)
            for queue, at_a_time in self._jobs.items()
        ))  # fmt: skip
