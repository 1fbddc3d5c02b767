"""Care by night: what nobody needs any more goes."""

from asgiref.sync import sync_to_async
from django.core.management import call_command
from procrastinate.contrib.django import app

from accounts.limits import clear_tries
from archive import kinds as imports
from lessons import giving as lessons
from links.giving import clear_ended
from photos.kinds import clear_old as clear_photos
from records.clearing import clear_deleted
from rooms.seats import clear_closed
from studies.clearing import clear_old

# How long a job that went wrong can still be looked at.
_KEPT_HOURS = 7 * 24


@app.periodic(cron="41 4 * * *")
@app.task(name="housekeeping", queue="care", queueing_lock="housekeeping")
async def housekeeping(timestamp: int) -> None:
    """Every night: old jobs, ended sessions, counted tries, studies not kept, what was deleted or closed long ago."""
    await app.job_manager.delete_old_jobs(
        _KEPT_HOURS, include_failed=True, include_cancelled=True, include_aborted=True
    )
    await sync_to_async(call_command)("clearsessions")
    links = (clear_ended, lessons.clear_ended, clear_closed)
    for clear in (clear_tries, clear_old, clear_deleted, *links, imports.clear_old, clear_photos):
        await sync_to_async(clear)()
