"""Jobs of the worker processes."""

from procrastinate import JobContext
from procrastinate.contrib.django import app

from measures import running
from measures.models import ErrorCosts, Measure
from work.care import cares_for_work


# Somebody waits for these, as for a weighing.
@app.task(name="measure_stroke", pass_context=True, queue="studies", priority=10)
def measure_stroke(context: JobContext, *, measure_id: int) -> None:
    """Work out what a player's attempts say."""
    running.run_measure(measure_id, context.should_abort)


@app.task(name="price_errors", pass_context=True, queue="studies", priority=8)
def price_errors(context: JobContext, *, costs_id: int) -> None:
    """Work out what each of a player's errors costs."""
    running.run_costs(costs_id, context.should_abort)


cares_for_work(Measure, measure_stroke)
cares_for_work(ErrorCosts, price_errors)
