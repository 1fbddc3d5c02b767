"""Files of practice and drills: out and back, and broken at random they are refused in words. No Django."""

import json
import random
import unittest
from typing import Any

from partita.errors import Refused
from partita.files.drill_file import LARGEST_BYTES, drill_json, parse_drill, write_drill
from partita.files.practice_file import answers_csv, attempts_csv, parse_practice, write_practice
from partita.practice.drills.catalogue import DRILLS
from partita.reports.practice.pdf import drill_sheet
from partita.table.spec import TableSpec

TABLE = TableSpec()
STRANGE: tuple[Any, ...] = (
    None, -1, 1e999, 10**400, "", "x" * 5000, "\u0000", [], {}, [[]], True, "foot-far", 3.5, float("nan"), {"at": 1},
)  # fmt: skip


def practice() -> dict[str, Any]:
    attempts = [
        {"token": "a-1", "by": "player", "step": 1, "outcome": "made"},
        {"token": "a-2", "by": "partner", "step": 2, "outcome": "", "x": 0.5, "y": 2.0},
    ]
    sitting = {
        "token": "s-1", "day": "2026-11-24", "player": "June", "partner": "Rosa", "table": "pool-9ft",
        "drill": drill_json(DRILLS["lag"]), "attempts": attempts,
    }  # fmt: skip
    answer = {"position": "p-1", "kind": "safe", "choice": "Safe off the 3", "cost": 0.02}
    played = {
        "token": "r-1", "day": "2026-11-24", "player": "June", "game": "nine-ball", "level": "league",
        "answers": [answer, {"position": "p-2", "kind": "pot", "said": 0.6, "made": 0.5, "cost": 0.0}],
    }  # fmt: skip
    return {"format": "partita-practice", "version": 1, "drills": [], "sittings": [sitting], "rounds": [played]}


def places(value: Any, path: tuple[Any, ...] = ()) -> list[tuple[Any, ...]]:
    """The paths of all values of a document."""
    found = [path] if path else []
    inside = value.items() if isinstance(value, dict) else enumerate(value) if isinstance(value, list) else ()
    for key, one in inside:
        found += places(one, (*path, key))
    return found


def broken(document: dict[str, Any], rng: random.Random) -> str:
    """A document with one or two values that nobody expects there, or cut short."""
    copy = json.loads(json.dumps(document))
    for _ in range(rng.choice((1, 1, 2))):
        path = rng.choice(places(copy))
        at = copy
        for key in path[:-1]:
            at = at[key]
        if rng.random() < 0.25 and isinstance(at, dict):
            at.pop(path[-1], None)
        else:
            at[path[-1]] = rng.choice(STRANGE)
    try:
        text = json.dumps(copy)
    except ValueError:
        text = "{}"
    return text[: rng.randrange(len(text) + 1)] if rng.random() < 0.1 else text


class Files(unittest.TestCase):
    def test_practice_comes_back_as_it_left_and_as_csv_line_by_line(self) -> None:
        file = parse_practice(json.dumps(practice()))
        self.assertEqual(parse_practice(write_practice(file)), file)
        rows = attempts_csv(file, {"a-1": True}).splitlines()
        self.assertEqual(rows[1], "2026-11-24,June,Lag,1,player,made,,,yes")
        self.assertEqual(rows[2], "2026-11-24,June,Lag,2,partner,,0.5,2.0,no")
        answers = answers_csv(file).splitlines()
        self.assertEqual(answers[1], "2026-11-24,June,nine-ball,1,p-1,safe,Safe off the 3,0.02,,")
        self.assertEqual(answers[2], "2026-11-24,June,nine-ball,1,p-2,pot,,0.0,0.6,0.5")

    def test_thousands_of_broken_files_are_read_or_refused_in_words(self) -> None:
        rng = random.Random(5)
        drills = [drill_json(DRILLS[key]) for key in ("follow", "stick", "last-three")]
        refused = 0
        for number in range(3000):
            text = broken(practice() if number % 2 else rng.choice(drills), rng)
            try:
                if number % 2:
                    parse_practice(text)
                else:
                    parse_drill(text, TABLE)
            except Refused as error:
                refused += 1
                self.assertTrue(all(problem.what for problem in error.problems), text[:200])
        self.assertGreater(refused, 1500)

    def test_a_file_too_large_for_a_drill_is_refused_before_it_is_read(self) -> None:
        with self.assertRaises(Refused) as caught:
            parse_drill("[" * (LARGEST_BYTES + 1), TABLE)
        self.assertIn("too large", str(caught.exception))
        with self.assertRaises(Refused):
            parse_drill(write_drill(DRILLS["lag"]).replace("partita-drill", "another"), TABLE)

    def test_a_sheet_has_every_step_on_every_table_in_both_units(self) -> None:
        for units in ("cm", "in"):
            for key in ("cut", "lag", "last-three"):
                sheet = drill_sheet(DRILLS[key], TABLE, units)  # type: ignore[arg-type]
                self.assertEqual(sheet.count(b"/Type /Page\n"), -(-len(DRILLS[key].steps) // 4))
