"""Jobs of the worker processes."""

from procrastinate import JobContext
from procrastinate.contrib.django import app

from records import clearing, running
from records.models import Reckoning
from work.care import cares_for_work


@app.task(name="reckon", pass_context=True, queue="long", priority=5)
def reckon(context: JobContext, *, reckoning_id: int) -> None:
    """Work some decisions out."""
    if not running.run(reckoning_id, context.should_abort):
        reckon.defer(reckoning_id=reckoning_id)


@app.periodic(cron="29 4 * * *")
@app.task(name="clear_deleted", queue="care", queueing_lock="clear_deleted")
def clear_deleted(timestamp: int) -> None:
    """Every night: what was deleted long ago goes for good."""
    clearing.clear_deleted()


cares_for_work(Reckoning, reckon)
