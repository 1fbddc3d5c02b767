"""Every command of `partita`, called in process: what it prints, and what it says to what it cannot take."""

import contextlib
import io
import json
import tempfile
import unittest
from pathlib import Path
from unittest import mock

from partita import __version__
from partita.cli.main import COMMANDS, main

LAYOUT = {
    "format": "partita-layout", "version": 1, "table": "pool-9ft", "game": "nine-ball",
    "balls": {"cue": [2.0, 1.0], "8": [5.0, 3.0], "9": [6.0, 2.0]}, "situation": {"shooter": "me"},
    "strokes": [{"name": "mine", "aim_deg": 33.5, "speed_mps": 2.0}],
}  # fmt: skip
SIMULATED = {"layout": {**LAYOUT, "strokes": []}, "stroke": {"aim_deg": 0.0, "speed_mps": 2.0}}
PLAYERS = ["--me", "league", "--them", "league"]


class CommandLine(unittest.TestCase):
    def setUp(self) -> None:
        folder = Path(self.enterContext(tempfile.TemporaryDirectory()))
        self.pdf, self.layout = folder / "sheet.pdf", folder / "layout.json"
        self.layout.write_text(json.dumps(LAYOUT), encoding="utf-8")

    def run_it(self, *arguments: str, typed: str = "") -> tuple[int, str, str]:
        out, err = io.StringIO(), io.StringIO()
        with (
            contextlib.redirect_stdout(out),
            contextlib.redirect_stderr(err),
            mock.patch("sys.stdin", io.StringIO(typed)),
        ):
            try:
                status = main(arguments)
            except SystemExit as ended:
                status = int(ended.code or 0)
        return status, out.getvalue(), err.getvalue()

    def printed(self, *arguments: str, typed: str = "") -> str:
        status, out, err = self.run_it(*arguments, typed=typed)
        self.assertEqual((status, err), (0, ""))
        return out

    def test_a_stroke_is_simulated_as_json_for_people_and_line_by_line(self) -> None:
        shot = json.loads(self.printed("simulate", typed=json.dumps(SIMULATED)))
        self.assertEqual([event["kind"] for event in shot["events"]][:2], ["stroke", "slide-to-roll"])
        self.assertIn("cushion", self.printed("simulate", "--table", typed=json.dumps(SIMULATED)))
        lines = self.printed("simulate", "--lines", typed=f"{json.dumps(SIMULATED)}\n\n{json.dumps(SIMULATED)}\n")
        self.assertEqual([json.loads(line)["final"] for line in lines.splitlines()], [shot["final"]] * 2)

    def test_options_are_listed_with_ones_own_and_weighed_best_first(self) -> None:
        listed = json.loads(self.printed("options", str(self.layout), *PLAYERS))["options"]
        self.assertTrue({"pot"} < {one["kind"] for one in listed})
        self.assertIn("Cut the 8", self.printed("options", str(self.layout), *PLAYERS, "--table"))
        study = json.loads(self.printed("weigh", str(self.layout), *PLAYERS, "--samples", "100", "--race-to", "7"))
        chances = [line["rack_chance"]["value"] for line in study["options"]]
        self.assertEqual(chances, sorted(chances, reverse=True))
        self.assertIn("own", {line["source"] for line in study["options"]})
        self.assertEqual(study["match"]["race_to"], 7)

    def test_racks_are_played_out_freely_and_from_ones_own_stroke(self) -> None:
        for more, name in (((), "as both would play it"), (("--stroke", "1"), "mine")):
            line = json.loads(self.printed("playout", str(self.layout), *PLAYERS, "--racks", "64", *more))
            self.assertEqual((line["name"], line["racks"]), (name, 64))
            self.assertTrue(0 < line["rack_chance"]["value"] < 1)

    def test_a_sheet_is_written_and_a_place_where_none_can_be_is_named(self) -> None:
        self.printed("sheet", str(self.layout), "--out", str(self.pdf), "--units", "in")
        self.assertEqual(self.pdf.read_bytes()[:5], b"%PDF-")
        status, _, err = self.run_it("sheet", str(self.layout), "--out", str(self.pdf.parent))
        self.assertEqual((status, err.count("cannot be written")), (2, 1))

    def test_a_tables_rolls_say_how_fast_it_is(self) -> None:
        readings = {
            "table": "pool-9ft",
            "rolls": [{"length_m": 1.4, "seconds": 5.3}, {"length_m": 1.5, "seconds": 5.5}],
        }
        fit = json.loads(self.printed("table-fit", "-", typed=json.dumps(readings)))
        # A ball that rolls s in t slows down by 2 s / t^2 = mu g: by hand 0.0102 and 0.0101.
        self.assertAlmostEqual(fit["settings"]["mu_r"]["value"], 0.0101, delta=0.0004)

    def test_what_cannot_be_is_one_plain_line_and_every_command_says_what_it_takes(self) -> None:
        for arguments, typed, said in (
            (("simulate",), "{", "line 1"),
            (("weigh", str(self.layout), "--me", "champion", "--them", "league"), "", "champion"),
            (("playout", str(self.layout), *PLAYERS, "--stroke", "7"), "", "no stroke 7"),
            (("weigh", str(self.pdf), *PLAYERS), "", "sheet.pdf"),
        ):
            status, _, err = self.run_it(*arguments, typed=typed)
            self.assertEqual((status, err.count("\n")), (2, 1), err)
            self.assertIn(said, err)
        for name in COMMANDS:
            status, out, _ = self.run_it(name, "--help")
            self.assertEqual((status, out.startswith(f"usage: partita {name}")), (0, True), name)
        self.assertEqual(self.printed("--version"), f"Partita {__version__}\n")
