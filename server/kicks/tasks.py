"""Jobs of the worker processes."""

from procrastinate import JobContext
from procrastinate.contrib.django import app

from kicks import running
from kicks.models import Kick
from work.care import cares_for_work


# Somebody waits for the ways, as for a weighing.
@app.task(name="find_kick_ways", pass_context=True, queue="studies", priority=10)
def find_kick_ways(context: JobContext, *, kick_id: int) -> None:
    """Find the ways of one kick."""
    running.run(kick_id, context.should_abort)


cares_for_work(Kick, find_kick_ways)
