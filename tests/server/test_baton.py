"""One question is worked on at a time, and who has least goes first."""

import threading
import time
import unittest

from work.baton import Baton, Stage


class Turns(unittest.TestCase):
    def take(self, baton: Baton, name: str, stage: Stage, number: int, order: list[str]) -> threading.Thread:
        """A thread that waits for the baton and writes its name down when it has it."""

        def run() -> None:
            with baton.held(stage, number, lambda: True) as is_mine:
                order.append(name if is_mine else f"no {name}")

        thread = threading.Thread(target=run)
        thread.start()
        return thread

    def waiting(self, baton: Baton, count: int) -> None:
        """Until so many wait."""
        until = time.monotonic() + 5
        while len(baton._waiting) < count:
            self.assertLess(time.monotonic(), until)
            time.sleep(0.005)

    def test_first_answers_go_before_settling_in_the_order_of_asking_and_finer_ones_come_last(self) -> None:
        baton, order, threads = Baton(), [], []
        early, late = baton.number(), baton.number()
        asked = (
            ("finer", Stage.FINER, early), ("settles late", Stage.SETTLING, late),
            ("settles early", Stage.SETTLING, early), ("new", Stage.FIRST, late),
        )  # fmt: skip
        with baton.held(Stage.SETTLING, early, lambda: True):
            for count, (name, stage, number) in enumerate(asked, 1):
                threads.append(self.take(baton, name, stage, number, order))
                self.waiting(baton, count)
        for thread in threads:
            thread.join(5)
        self.assertEqual(order, ["new", "settles early", "settles late", "finer"])

    def test_finer_answers_take_turns_whoever_asked_first(self) -> None:
        baton, order = Baton(), []
        with baton.held(Stage.FIRST, 0, lambda: True):
            threads = [self.take(baton, "second asker", Stage.FINER, 9, order)]
            self.waiting(baton, 1)
            threads.append(self.take(baton, "first asker again", Stage.FINER, 1, order))
            self.waiting(baton, 2)
        for thread in threads:
            thread.join(5)
        self.assertEqual(order, ["second asker", "first asker again"])

    def test_who_is_no_longer_wanted_goes_without_it_and_others_go_on(self) -> None:
        baton, order = Baton(), []
        with baton.held(Stage.FIRST, 0, lambda: True), baton.held(Stage.FINER, 1, lambda: False) as is_mine:
            self.assertFalse(is_mine)
        self.take(baton, "next", Stage.FINER, 2, order).join(5)
        self.assertEqual(order, ["next"])

    def test_nobody_waits_behind_one_whose_question_could_not_be_asked_after(self) -> None:
        baton, order = Baton(), []

        def lost() -> bool:
            raise OSError

        with baton.held(Stage.FIRST, 0, lambda: True), self.assertRaises(OSError), baton.held(Stage.FIRST, 1, lost):
            self.fail("it was not free")
        self.take(baton, "next", Stage.FINER, 2, order).join(5)
        self.assertEqual(order, ["next"])

    def test_who_fails_with_it_in_hand_lets_it_go(self) -> None:
        baton, order = Baton(), []
        with self.assertRaises(ValueError), baton.held(Stage.FIRST, 0, lambda: True):
            raise ValueError
        self.take(baton, "next", Stage.FIRST, 1, order).join(5)
        self.assertEqual(order, ["next"])
