"""Django's runner, with closing lines that count, and say what took longest."""

import json
import os
import re
import sys
import time
import unittest
from contextlib import suppress
from pathlib import Path
from typing import Any

from django.db import DatabaseError, connection
from django.test import SimpleTestCase, TestCase
from django.test.runner import DiscoverRunner

from tests.lasting import end_what_is_over
from tests.server.worker import SharedWorker

_SLOWEST = 12
_ERROR = re.compile(r"[\w.]+(Error|Exception|Exit)\b")
# Of what a failed test says last, so many letters stand in the closing lines.
_LONGEST = 300


def _said(trace: str) -> str:
    """What an error says, in one line."""
    lines = trace.strip().splitlines()
    return next((line for line in reversed(lines) if _ERROR.match(line)), lines[-1])[:_LONGEST]


class TimedResult(unittest.TextTestResult):
    """Keeps how long each test took, s."""

    def __init__(self, *args: Any, **options: Any) -> None:
        super().__init__(*args, **options)
        self.seconds: dict[str, float] = {}

    def startTest(self, test: unittest.TestCase) -> None:
        """Note when it began; what other tests shared is over by then."""
        end_what_is_over(test)
        self._began = time.monotonic()
        super().startTest(test)

    def stopTest(self, test: unittest.TestCase) -> None:
        """Note how long it took."""
        super().stopTest(test)
        self.seconds[test.id()] = time.monotonic() - self._began


class CountingRunner(DiscoverRunner):
    """Says how many tests passed and failed, in one plain line that a build server can read."""

    # What shares a worker stands together, so that one worker serves it all.
    reorder_by = (TestCase, SharedWorker, SimpleTestCase)

    def get_resultclass(self) -> type[unittest.TextTestResult]:
        """With times."""
        return super().get_resultclass() or TimedResult

    def teardown_databases(self, old_config: Any, **options: Any) -> None:
        """Nothing may hold on to a database that goes."""
        end_what_is_over()
        # A killed worker's session may outlive it by a moment.
        with suppress(DatabaseError), connection.cursor() as cursor:
            cursor.execute(
                "SELECT pg_terminate_backend(pid) FROM pg_stat_activity "
                "WHERE datname = current_database() AND pid <> pg_backend_pid()"
            )
        super().teardown_databases(old_config, **options)

    def suite_result(self, suite: unittest.TestSuite, result: unittest.TestResult, **options: object) -> int:
        """Print the slowest tests and the counts; return the number of failures as Django's runner does."""
        seconds = getattr(result, "seconds", {})
        if kept := os.environ.get("PARTITA_TEST_TIMES"):
            Path(kept).write_text(json.dumps({name: round(took, 2) for name, took in seconds.items()}), "utf-8")
        for name in sorted(seconds, key=seconds.__getitem__, reverse=True)[:_SLOWEST]:
            sys.stdout.write(f"{seconds[name]:6.1f} s  {name}\n")
        for test, trace in (*result.failures, *result.errors):
            sys.stdout.write(f"failed {test.id().split(' ')[0]}: {_said(trace)}\n")
        wrong = len(result.failures) + len(result.errors) + len(result.unexpectedSuccesses)
        skipped = len(result.skipped)
        sys.stdout.write(f"{result.testsRun - wrong - skipped} passed, {wrong} failed, {skipped} skipped\n")
        return super().suite_result(suite, result, **options)
