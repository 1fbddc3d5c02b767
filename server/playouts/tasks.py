"""Jobs of the worker processes."""

from procrastinate import JobContext
from procrastinate.contrib.django import app

from partita.kernels.stages import are_ready
from playouts import running

# While whole racks are still being compiled, a part goes back into the queue for so long.
_LATER_S = 1


@app.task(name="play_part", pass_context=True, queue="studies")
def play_part(context: JobContext, *, part_id: int) -> None:
    """Play one part of a play-out."""
    if are_ready("racks"):
        running.run_part(part_id, context.should_abort)
    else:
        play_part.configure(schedule_in={"seconds": _LATER_S}).defer(part_id=part_id)
