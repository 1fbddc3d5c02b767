"""Every row of the check table in `docs/physics.md` holds, and the page shows just these rows."""

import unittest

from tests.core.physics_checks import CHECKS, documented_rows


class PhysicsChecks(unittest.TestCase):
    def test_each_claim_holds(self) -> None:
        for check in CHECKS:
            with self.subTest(check.claim):
                measured = check.measure()
                self.assertTrue(measured.holds, f"{check.claim}: expected {check.expected}, measured {measured.words}")

    def test_the_page_shows_these_rows(self) -> None:
        rows = [(check.claim, check.expected, check.source) for check in CHECKS]
        self.assertEqual(documented_rows(), rows, "Run: ./partita checks")
