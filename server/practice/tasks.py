"""Jobs of the worker processes."""

from procrastinate import JobContext
from procrastinate.contrib.django import app

from practice import running
from practice.models import Expectation, QuizFill
from work.care import cares_for_work


@app.task(name="expect", pass_context=True, queue="studies", priority=15)
def expect(context: JobContext, *, expectation_id: int) -> None:
    """Work out what is expected at a drill."""
    running.run_expectation(expectation_id, context.should_abort)


@app.task(name="fill_quiz", pass_context=True, queue="long", priority=5)
def fill_quiz(context: JobContext, *, fill_id: int) -> None:
    """Weigh somebody's own layouts for the quiz."""
    if not running.run_fill(fill_id, context.should_abort):
        fill_quiz.defer(fill_id=fill_id)


cares_for_work(Expectation, expect)
cares_for_work(QuizFill, fill_quiz)
