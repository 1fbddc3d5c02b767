"""Jobs of the worker processes."""

from procrastinate import JobContext
from procrastinate.contrib.django import app

from runouts import running
from runouts.models import RunOut
from work.care import cares_for_work


# Somebody waits for a plan, as for a weighing.
@app.task(name="work_out_run_out", pass_context=True, queue="studies", priority=10)
def work_out_run_out(context: JobContext, *, run_out_id: int) -> None:
    """Work out one run-out."""
    running.run(run_out_id, context.should_abort)


cares_for_work(RunOut, work_out_run_out)
