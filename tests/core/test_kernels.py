"""Kernels: the same numbers compiled as read, kept once a machine, and known to be there or not."""

import math
import os
import shutil
import subprocess
import sys
import tempfile
import threading
import time
import unittest
from pathlib import Path
from unittest import mock

import numpy as np
from numba import njit

import partita
from partita.kernels import Kernel, address_of, cache, call_at, kernel, kernel_apart, stages
from partita.kernels.library import LateLibrary
from partita.lines import sight
from partita.physics.motion import advance
from partita.players.judgement import judgement_m
from partita.players.stroke_model import PRESETS
from tests.core.layouts import TABLE, random_layout


@kernel
def doubled(number):
    return 2.0 * number


@kernel
def far(number, address):
    return call_at(address, 1.0, (number,)) + 1.0


@kernel
def near(number):
    return doubled(number) + 1.0


@kernel_apart
def times(number, count):
    return number * count


@kernel
def by_constants(number):
    return times(number, 2) + times(number, 3) + times(number, 4)


class Compiled(unittest.TestCase):
    def test_a_kernel_gives_compiled_what_it_gives_read_line_by_line(self) -> None:
        # The interpreter calls the kernels below through their entries; the numbers must be the same.
        for seed in range(6):
            places = np.array(list(random_layout(seed, 7).balls.values()))
            in_play = np.full(len(places), -1, dtype=np.int8)
            for target in range(1, len(places)):
                arguments = (TABLE.ball_radius_m, places, in_play, target)
                with self.subTest(seed=seed, target=target):
                    self.assertAlmostEqual(
                        sight.visible_share(*arguments), sight.visible_share.function(*arguments), 12
                    )
        player = PRESETS["league"].row()
        for misses in ((1.0, 0.2, 1.0, 2.0, 0.0), (2.5, 0.0, 0.0, 3.0, 0.4), (0.0, -1.0, 0.0, 1.0, 0.0)):
            self.assertAlmostEqual(judgement_m(player, *misses), judgement_m.function(player, *misses), 12)

    def test_a_call_by_address_gives_what_a_plain_call_gives(self) -> None:
        address = address_of(doubled, 1.0)
        for number in (0.0, -3.5, math.pi, 1e300):
            self.assertEqual(far(number, address), near(number))
        self.assertEqual(address, address_of(doubled, 2.0), "one machine code for one signature")

    def test_a_part_of_another_kernel_is_not_compiled_by_itself(self) -> None:
        # What only kernels call has no code that Python could call, and nothing on disk.
        inner = Kernel(lambda number: number + 1.0)
        outer = Kernel(lambda number: number * 3.0)
        self.assertNotIn("entry", vars(inner))
        self.assertEqual(outer(2.0), 6.0)
        self.assertIn("entry", vars(outer))
        self.assertFalse(any(vars(outer)["inner"].overloads), "the part is compiled only where it is called")

    def test_the_library_gives_what_the_compiler_gives_by_itself(self) -> None:
        # Against the compiler's plain way, on a function with branches, loops and calls.
        def plain(count: int) -> float:
            total = 0.0
            for k in range(1, count):
                total += math.sin(k) / k if k % 3 else math.sqrt(k)
            return total

        ours, theirs = Kernel(plain), njit(plain)
        for count in (1, 2, 1000):
            self.assertAlmostEqual(ours(count), theirs(count), 12)
        compiled = ours.entry.overloads[ours.entry.signatures[0]]
        self.assertIsInstance(compiled.library, LateLibrary)

    def test_constants_make_no_variants_and_a_kernel_apart_gives_the_same_numbers(self) -> None:
        # From an empty cache: a caller that is loaded compiles nothing of what it calls.
        with tempfile.TemporaryDirectory() as folder, mock.patch.dict(os.environ, PARTITA_KERNEL_CACHE=folder):
            for number in (2.5, -1.0):
                self.assertEqual(by_constants(number), 2.0 * number + 3.0 * number + 4.0 * number)
        self.assertEqual(len(vars(times)["inner"].overloads), 1, "one for any whole number")
        (compiled,) = vars(times)["inner"].overloads.values()
        self.assertIn(b"noinline", compiled.library.get_function(compiled.fndesc.llvm_func_name).attributes)


class KeptOnDisk(unittest.TestCase):
    def test_a_digest_changes_with_what_a_module_imports_and_not_with_the_rest(self) -> None:
        texts = dict(cache._sources())

        def digest(module: str, changed: str) -> str:
            with mock.patch.object(cache, "_sources", lambda: texts | {changed: texts[changed] + "\n# changed\n"}):
                return cache.fingerprint.__wrapped__(module)  # type: ignore[no-any-return]

        loop = cache.fingerprint("partita.physics.loop")
        self.assertEqual(loop, digest("partita.physics.loop", "partita.games.snooker"))
        for part in ("loop", "ball_impact", "cushion_impact", "motion"):
            self.assertNotEqual(loop, digest("partita.physics.loop", f"partita.physics.{part}"), part)
        # A rule changes what a rack is played by, several imports away.
        racks = cache.fingerprint("partita.playing.racks")
        self.assertNotEqual(racks, digest("partita.playing.racks", "partita.games.snooker"))

    def test_two_copies_of_the_same_sources_share_what_was_compiled(self) -> None:
        script = (
            "import partita, time; from partita.players import judgement as e; before = time.perf_counter();"
            "e.kick_rad(0.002, 1.0, 0.0); s = e.kick_rad.entry.stats;"
            "print(partita.__file__, sum(s.cache_hits.values()), sum(s.cache_misses.values()))"
        )
        package = Path(partita.__file__).parent
        with tempfile.TemporaryDirectory() as folder:
            told = []
            for name in ("one", "two"):
                shutil.copytree(package, Path(folder, name, "partita"), ignore=shutil.ignore_patterns("__pycache__"))
                away = {**os.environ, "PYTHONPATH": str(Path(folder, name)), "PARTITA_KERNEL_CACHE": f"{folder}/kept"}
                ran = subprocess.run(
                    [sys.executable, "-c", script], env=away, capture_output=True, text=True, check=True
                )
                told.append(ran.stdout.split())
            self.assertEqual([(hits, misses) for _, hits, misses in told], [("0", "1"), ("1", "0")])
            self.assertNotEqual(told[0][0], told[1][0], "two copies")

    def test_a_module_of_our_own_is_kept_where_the_setting_says(self) -> None:
        with mock.patch.dict(os.environ, {"PARTITA_KERNEL_CACHE": "/somewhere/else"}):
            self.assertTrue(cache.SharedLocator(advance.function, "").get_cache_path().startswith("/somewhere/else/"))


class Stages(unittest.TestCase):
    def setUp(self) -> None:
        folder = tempfile.TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        self.enterContext(mock.patch.object(stages, "folder", lambda: Path(folder.name, "ready")))

    def test_a_part_is_ready_only_with_what_it_needs(self) -> None:
        stages.mark("weighing")
        self.assertTrue(stages.is_ready("weighing"))
        self.assertFalse(stages.are_ready("weighing"), "the simulator is not there")
        for need in ("simulator", "rules", "evaluation"):
            stages.mark(need)
        self.assertTrue(stages.are_ready("weighing"))
        self.assertFalse(stages.are_ready("weighing", "racks"))

    def test_who_waits_goes_on_when_somebody_else_has_compiled_it_or_gives_up(self) -> None:
        self.assertFalse(stages.wait_for("simulator", every_s=0.01, at_most_s=0.05))
        done: list[bool] = []
        waits = threading.Thread(target=lambda: done.append(stages.wait_for("simulator", every_s=0.01, at_most_s=10)))
        waits.start()
        time.sleep(0.05)
        self.assertEqual(done, [])
        stages.mark("simulator")
        waits.join(5)
        self.assertEqual(done, [True])

    def test_every_part_names_parts_that_are_made_before_it(self) -> None:
        made: set[str] = set()
        for stage in stages.STAGES:
            self.assertLessEqual(set(stage.needs), made, stage.name)
            made.add(stage.name)


if __name__ == "__main__":
    unittest.main()
