"""Care for all jobs."""

from asgiref.sync import sync_to_async
from django.core.management import call_command
from procrastinate import JobContext
from procrastinate.contrib.django import app
from procrastinate.jobs import Status

from accounts.limits import clear_tries
from work import care

# A worker that has not been heard of for this long is dead; its jobs are taken up again.
STALLED_AFTER_S = 6.0
# How long a job that went wrong can still be looked at.
_KEPT_HOURS = 7 * 24


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


@app.periodic(cron="41 4 * * *")
@app.task(name="housekeeping", queue="care", queueing_lock="housekeeping")
async def housekeeping(timestamp: int) -> None:
    """Every night: old jobs, sessions that are over and counted tries go."""
    await app.job_manager.delete_old_jobs(
        _KEPT_HOURS, include_failed=True, include_cancelled=True, include_aborted=True
    )
    await sync_to_async(call_command)("clearsessions")
    await sync_to_async(clear_tries)()
