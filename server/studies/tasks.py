"""Jobs of the worker processes."""

from procrastinate import JobContext
from procrastinate.contrib.django import app

from studies import services

# A worker that has not been heard of for this long is dead; its jobs are taken up again.
STALLED_AFTER_S = 20.0


# Somebody waits for a weighing; the parts of a long play-out come after it.
@app.task(name="weigh_study", pass_context=True, queue="studies", priority=10)
def weigh_study(context: JobContext, *, study_id: int) -> None:
    """Run one study."""
    services.run(study_id, context.should_abort)


@app.periodic(cron="* * * * * */10")
@app.task(name="retry_stalled", queue="care", queueing_lock="retry_stalled", pass_context=True)
async def retry_stalled(context: JobContext, timestamp: int) -> None:
    """Give the jobs of dead workers to the living."""
    manager = app.job_manager
    for job in await manager.get_stalled_jobs(seconds_since_heartbeat=STALLED_AFTER_S):
        await manager.retry_job(job)


@app.periodic(cron="17 4 * * *")
@app.task(name="clear_old", queue="care", queueing_lock="clear_old")
def clear_old(timestamp: int) -> None:
    """Every night: studies that nobody kept make room."""
    services.clear_old()
