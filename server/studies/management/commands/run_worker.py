"""The worker process: waits until the physics has been compiled, then takes jobs until it is told to stop."""

import asyncio
import threading
from typing import Any

from django.core.management.base import BaseCommand
from procrastinate.contrib.django import app as django_app

from partita.kernels import stages
from partita.warming import load


def _load_runs() -> None:
    if stages.wait_for("runs"):
        load("runs")


class Command(BaseCommand):
    """`manage.py run_worker`"""

    help = "Take studies from the queue and run them."

    def add_arguments(self, parser: Any) -> None:
        """Timing of the heartbeat, shorter in tests."""
        parser.add_argument("--heartbeat", type=float, default=5.0)
        parser.add_argument("--stalled-after", type=float, default=20.0)
        parser.add_argument("--jobs", type=int, default=2, help="jobs at a time")
        parser.add_argument("--lazy", action="store_true", help="load what plans need when the first one asks for it")

    def handle(self, *args: Any, **options: Any) -> None:
        """Run until a signal."""
        stages.wait_for("weighing")
        load("weighing")
        if not options["lazy"]:
            # Weighing goes on meanwhile; whoever plans first does not wait for this to be loaded.
            threading.Thread(target=_load_runs, daemon=True).start()
        self.stdout.write("worker ready")
        self.stdout.flush()
        asyncio.run(self._work(options["jobs"], options["heartbeat"], options["stalled_after"]))

    async def _work(self, jobs: int, heartbeat: float, stalled_after: float) -> None:
        app = django_app.with_connector(django_app.connector.get_worker_connector())  # type: ignore[attr-defined]
        async with app.open_async():
            await app.run_worker_async(
                concurrency=jobs,
                update_heartbeat_interval=heartbeat,
                stalled_worker_timeout=stalled_after,
                shutdown_graceful_timeout=5,
            )
