"""Jobs of the worker processes."""

from procrastinate import JobContext
from procrastinate.contrib.django import app

from partita.kernels.stages import are_ready
from playouts import running, turns
from work.care import Cared, cares_for

# While whole racks are still being compiled, a part goes back into the queue for so long.
_LATER_S = 1


@app.task(name=turns.TASK, pass_context=True, queue="long", priority=5)
def play_part(context: JobContext, *, part_id: int) -> None:
    """Play a turn of one part of a play-out, then let its account's next part have one."""
    if are_ready("racks"):
        running.run_part(part_id, context.should_abort)
        turns.next_after(part_id, _queue)
    else:
        play_part.configure(schedule_in={"seconds": _LATER_S}).defer(part_id=part_id)


def _queue(part_id: int) -> None:
    play_part.defer(part_id=part_id)


def queue_next(owner_id: int) -> None:
    """Queue as many parts of an account's play-outs as may wait at a time."""
    turns.top_up(owner_id, _queue)


cares_for(Cared(turns.TASK, "part_id", turns.stranded, lambda part_id: turns.take_up_again(part_id, _queue)))
