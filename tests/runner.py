"""Django's runner, with a closing line that counts."""

import sys
import unittest

from django.test.runner import DiscoverRunner


class CountingRunner(DiscoverRunner):
    """Says how many tests passed and failed, in one plain line that a build server can read."""

    def suite_result(self, suite: unittest.TestSuite, result: unittest.TestResult, **options: object) -> int:
        """Print the counts; return the number of failures as Django's runner does."""
        wrong = len(result.failures) + len(result.errors) + len(result.unexpectedSuccesses)
        skipped = len(result.skipped)
        sys.stdout.write(f"{result.testsRun - wrong - skipped} passed, {wrong} failed, {skipped} skipped\n")
        return super().suite_result(suite, result, **options)
