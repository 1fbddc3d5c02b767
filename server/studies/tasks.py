"""Jobs of the worker processes."""

from procrastinate import JobContext
from procrastinate.contrib.django import app

from studies import clearing, running
from studies.models import Study
from work.care import cares_for_work


# Somebody waits for a weighing; the parts of a long play-out come after it.
@app.task(name="weigh_study", pass_context=True, queue="studies", priority=10)
def weigh_study(context: JobContext, *, study_id: int) -> None:
    """Run one study."""
    running.run(study_id, context.should_abort)


@app.periodic(cron="17 4 * * *")
@app.task(name="clear_old", queue="care", queueing_lock="clear_old")
def clear_old(timestamp: int) -> None:
    """Every night: studies that nobody kept make room."""
    clearing.clear_old()


cares_for_work(Study, weigh_study)
