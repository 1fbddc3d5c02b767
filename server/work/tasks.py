"""Care for all jobs."""

from procrastinate import JobContext
from procrastinate.contrib.django import app

# A worker that has not been heard of for this long is dead; its jobs are taken up again.
STALLED_AFTER_S = 20.0


@app.periodic(cron="* * * * * */10")
@app.task(name="retry_stalled", queue="care", queueing_lock="retry_stalled", pass_context=True)
async def retry_stalled(context: JobContext, timestamp: int) -> None:
    """Give the jobs of dead workers to the living."""
    manager = app.job_manager
    for job in await manager.get_stalled_jobs(seconds_since_heartbeat=STALLED_AFTER_S):
        await manager.retry_job(job)
