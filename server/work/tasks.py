"""The one task of all kinds of work, and the care for what broke off."""

from asgiref.sync import sync_to_async
from procrastinate import JobContext
from procrastinate.contrib.django import app
from procrastinate.jobs import Status

from work import care, running
from work.kinds import kind_named
from work.queue import TASK

# A worker that has not been heard of for this long is dead; its jobs are taken up again.
STALLED_AFTER_S = 6.0


@app.task(name=TASK, pass_context=True)
def work(context: JobContext, *, kind: str, key: int) -> None:
    """Work on one row of a kind."""
    running.take(kind_named(kind), key, context.should_abort)


@app.periodic(cron="* * * * * */3")
@app.task(name="retry_stalled", queue="care", queueing_lock="retry_stalled", pass_context=True)
async def retry_stalled(context: JobContext, timestamp: int) -> None:
    """Give the jobs of dead workers to the living, and what has no job any more a new one."""
    manager = app.job_manager
    for job in await manager.get_stalled_jobs(seconds_since_heartbeat=STALLED_AFTER_S):
        if job.attempts < care.MOST_TAKEN_UP:
            await manager.retry_job(job)
        else:
            # Whatever it does kills its workers: its row is begun anew by itself a few times, then it is told.
            await manager.finish_job(job, Status.FAILED, delete_job=True)
    await sync_to_async(care.put_back_what_broke_off)()
