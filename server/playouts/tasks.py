"""Jobs of the worker processes."""

from procrastinate import JobContext
from procrastinate.contrib.django import app

from playouts import services


@app.task(name="play_part", pass_context=True, queue="studies")
def play_part(context: JobContext, *, part_id: int) -> None:
    """Play one part of a play-out."""
    services.run_part(part_id, context.should_abort)
