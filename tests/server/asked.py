"""Work asked for in tests: a weighing of a small layout, with or without its job in the queue."""

from typing import Any
from unittest import mock

from setup import demo
from studies.kinds import StudyIn, ask
from studies.models import Study
from work.kinds import kind_of
from work.models import Work
from work.queue import jobs_of

QUICK = demo.document({"cue": [2, 1], "8": [5, 3], "9": [6, 2]}, {"shooter": "me"})


def weighed(owner: Any, samples: int = 100, document: dict[str, Any] = QUICK) -> Study:
    """A study that was just asked for, between two league players."""
    return ask(owner, StudyIn(document=document, me="league", them="league", samples=samples))  # type: ignore[arg-type]


def no_jobs() -> Any:
    """What is asked for meanwhile is written down, and no job of it goes into the queue."""
    return mock.patch("work.queue.app.configure_task")


def jobs(row: Work) -> Any:
    """The jobs of a row."""
    return jobs_of(kind_of(row), [row.pk])
