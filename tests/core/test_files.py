"""Files, place phrases and the command line: what is refused, and how."""

import contextlib
import doctest
import importlib
import io
import json
import pkgutil
import re
import sys
import unittest
from collections.abc import Callable, Iterator
from pathlib import Path
from tempfile import TemporaryDirectory
from typing import Any
from unittest import mock

import jsonschema
from reportlab.pdfgen.canvas import Canvas

import partita
from partita.cli import main as cli
from partita.errors import Refused
from partita.files import layout_file
from partita.files.drill_file import drill_json, read_drill
from partita.files.players_file import read_players
from partita.files.practice_file import read_practice
from partita.files.readings import read_readings
from partita.files.record_file import read_record
from partita.players.stroke_model import PRESETS, stroke_model_from
from partita.practice.drills.catalogue import DRILLS
from partita.reports.paper.shot_sheet import ring_marks, shot_sheet
from partita.table.completion import completions
from partita.table.places import Around, parse_phrase
from partita.table.spec import TableSpec, table_from

TEXT = """{
  "format": "partita-layout",
  "version": 1,
  "table": "pool-9ft",
  "game": "nine-ball",
  "balls": {
    "cue": [2.0, 1.5],
    "3": [4.0, 3.0],
    "9": [6.0, 2.0]
  },
  "situation": {"shooter": "me", "ball_in_hand": false, "my_fouls": 0, "their_fouls": 0},
  "venue": "upstairs"
}"""
# what is changed, into what, and what the refusal must say
BROKEN = (
    ('"3": [4.0, 3.0]', '"3": [6.05, 2.0]', r"line 8, ball 3 at 6.05, 2.00: it overlaps ball 9 .* by 41\.3 mm"),
    ('"3": [4.0, 3.0]', '"3": [9, 3.0]', r"line 8, ball 3 at 9.00, 3.00: it is off the bed"),
    ('"3": [4.0, 3.0]', '"3": [2, 0.01]', r"ball 3 at 2.00, 0.01: it is 24\.3 mm inside the near-long cushion"),
    ('"3": [4.0, 3.0]', '"3": [NaN, 3.0]', "NaN is not a finite number"),
    ('"3": [4.0, 3.0]', '"3": [1e400, 3.0]', r"line \d+: 1e400 is not a finite number"),
    ('"3": [4.0, 3.0]', '"3": [1e300, 3.0]', "ball 3: .* is no place"),
    ('"3": [4.0, 3.0]', '"blue": [4, 3.0]', "ball blue: there is no such ball in this game"),
    ('"3": [4.0, 3.0]', '"3": [4, 3.0], "cue": [1, 1]', "line 8, cue: “cue” stands twice, first on line 7"),
    ('"my_fouls": 0', '"my_group": "solids"', "my_group: nine-ball has none"),
    ('"my_fouls": 0', '"push_out": "maybe"', 'push_out: "maybe" is none of these'),
    ('"ball_in_hand": false', '"ball_in_hand": "yes"', 'line 11, ball_in_hand: "yes" is none of these'),
    (
        '"venue"',
        '"strokes": [{"speed_mps": 2, "contact": {"fullness": 0.5}}], "venue"',
        "stroke 1 contact: .* names no ball",
    ),
    ('"3": [4.0, 3.0]', '"3": "left"', "ball 3: .* is no place"),
    ('"3": [4.0, 3.0],', '"3": [4.0, 3.0]', "line 9, column 5: this is not JSON"),
    ('"9": [6.0, 2.0]', '"4": [6.0, 2.0]', "there is no ball to win with: the 9 is not on the table"),
    ('"cue": [2.0, 1.5],', "", "the cue ball is not on the table"),
    ('"nine-ball"', '"nine-pins"', "there is no game"),
    ('"pool-9ft"', '"pool-12ft"', "there is no table"),
    ('"me"', '"us"', 'shooter: "us" is none of these'),
    ('"my_fouls": 0', '"my_fouls": 3', "3 fouls in a row cannot be"),
    ('"partita-layout"', '"other"', 'format: it is "other"'),
    ('"version": 1', '"version": 2', "version 2 is not known"),
)


# What may stand where something else is expected, one of each kind that JSON has and some that are hard to keep.
ODD: tuple[Any, ...] = (None, True, -1, 0.5, 1e300, 2**53, "", "x", "\u202e", [], {}, [[]], {"": []}, "9" * 400)


def with_odd_values(document: Any, odd: Any) -> Iterator[Any]:
    """The document with one of its values replaced, for each of them; and with a field more in each object."""
    if isinstance(document, dict):
        yield {**document, "no such field": odd}
        for key, value in document.items():
            for changed in (odd, *with_odd_values(value, odd)):
                yield {**document, key: changed}
    elif isinstance(document, list):
        for place, value in enumerate(document):
            for changed in (odd, *with_odd_values(value, odd)):
                yield [*document[:place], changed, *document[place + 1 :]]


def as_read_from_text(read: Callable[[str], Any]) -> Callable[[Any], Any]:
    """A reader of texts as a reader of documents."""
    return lambda document: read(json.dumps(document))


NESTED: dict[str, tuple[Callable[[Any], Any], Any]] = {
    "layout": (layout_file.read, json.loads(TEXT) | {
        "table": {"name": "own", "base": "pool-8ft", "pockets": "tight", "cloth": "fast", "mu_s": 0.2},
        "strokes": [
            {"name": "a", "aim_deg": 10.0, "speed_mps": 2.0, "side": 0.1},
            {"speed_mps": 2.0, "contact": {"ball": "3", "fullness": 0.5, "side": "left", "cushions_first": ["foot"]}},
            {"speed_mps": 2.0, "pot": {"ball": "3", "pocket": "foot-far"}},
        ],
    }),
    "table": (layout_file.read_table, {"name": "own", "base": "pool-8ft", "pockets": "tight", "mu_s": 0.2}),
    "stroke": (stroke_model_from, PRESETS["league"].as_json()),
    "players": (as_read_from_text(read_players), {
        "format": "partita-players", "version": 1,
        "players": [{"name": "June", "level": "league", "measured": False, "stroke": {"hand": "right"}}],
    }),
    "readings": (read_readings, {
        "table": {"name": "pool-9ft"}, "rolls": [{"length_m": 2.0, "seconds": 4.0}],
        "mouths": [{"pocket": "corner", "width_mm": 115.0}],
    }),
    "drill": (lambda document: read_drill(document, TableSpec()), drill_json(next(iter(DRILLS.values())))),
    "record": (as_read_from_text(read_record), {
        "format": "partita-record", "version": 1, "strokes": [PRESETS["league"].as_json()],
        "matches": [{"date": "2026-03-01", "player": "June", "opponent": "Ida", "racks": [{"i_won": True}]}],
        "decisions": [{"date": "2026-03-01", "ending": "made", "document": json.loads(TEXT), "me": 0, "them": 0}],
    }),
    "practice": (read_practice, {
        "format": "partita-practice", "version": 1, "drills": [{}], "rounds": [{
            "token": "a", "day": "2026-03-01", "player": "June", "game": "nine-ball", "level": "league",
            "answers": [{"position": "p", "kind": "pot", "cost": 0.1}],
        }],
        "sittings": [{
            "token": "a", "day": "2026-03-01", "player": "June", "drill": {}, "table": "pool-9ft",
            "attempts": [{"token": "a", "step": 1, "outcome": "made"}],
        }],
    }),
}  # fmt: skip


class NestedDocuments(unittest.TestCase):
    def test_whatever_stands_in_one_it_is_read_or_refused_in_words(self) -> None:
        for name, (read, document) in NESTED.items():
            read(document)
            for changed in (one for odd in ODD for one in with_odd_values(document, odd)):
                with self.subTest(name, document=json.dumps(changed)[:300]), contextlib.suppress(Refused):
                    read(changed)


class LayoutFiles(unittest.TestCase):
    def test_each_mistake_is_refused_in_a_plain_sentence_with_its_place(self) -> None:
        for old, new, words in BROKEN:
            with self.subTest(new), self.assertRaisesRegex(Refused, words):
                layout_file.parse(TEXT.replace(old, new))

    def test_a_name_that_stands_twice_in_a_text_that_breaks_off_later_is_told_as_what_it_is(self) -> None:
        with self.assertRaisesRegex(Refused, "this is not JSON"):
            layout_file.parse('{"a": 1, "a": 2, "b": [')

    def test_junk_is_refused_whatever_it_is(self) -> None:
        for junk in (
            "",
            "[]",
            "null",
            "7",
            '"x"',
            "[" * 5000,
            "x" * 1_000_000,
            '{"format": "partita-layout", "version": 1}',
        ):
            with self.assertRaises(Refused):
                layout_file.parse(junk)

    def test_a_file_written_and_read_again_means_the_same_and_keeps_unknown_fields(self) -> None:
        first = layout_file.parse(TEXT)
        document = layout_file.write(first)
        self.assertEqual(document["venue"], "upstairs")
        self.assertIn("venue", first.notes[0])
        self.assertEqual(layout_file.write(layout_file.read(document)), document)
        more = TEXT.replace(
            '"venue"',
            '"strokes": [{"speed_mps": 2, "pot": {"ball": "3", "pocket": "foot-far"}}, '
            '{"speed_mps": 1, "contact": {"ball": "3", "fullness": 0.5, "cushions_first": ["head"]}}], "venue"',
        )
        more = more.replace('"my_fouls": 0', '"my_fouls": 1, "push_out": "allowed"')
        document = layout_file.write(layout_file.parse(more))
        self.assertEqual(layout_file.write(layout_file.read(document)), document)
        self.assertEqual(document["situation"]["push_out"], "allowed")

    def test_a_mistake_in_the_second_of_own_strokes_is_told_at_its_line(self) -> None:
        strokes = '"strokes": [{"speed_mps": 2, "aim_deg": 3},\n{"speed_mps": 99, "aim_deg": 9}], "venue"'
        with self.assertRaisesRegex(Refused, "^line 13, stroke speed_mps: 99"):
            layout_file.parse(TEXT.replace('"venue"', strokes))

    def test_ball_in_hand_as_earlier_versions_wrote_it_is_understood(self) -> None:
        for earlier, now in (("true", "anywhere"), ("false", "none"), ('"behind-line"', "behind-line")):
            text = TEXT.replace('"ball_in_hand": false', f'"ball_in_hand": {earlier}')
            self.assertEqual(layout_file.write(layout_file.parse(text))["situation"]["ball_in_hand"], now)

    def test_written_files_satisfy_the_published_schema(self) -> None:
        schema = json.loads(Path(layout_file.__file__).with_name("layout.schema.json").read_text())
        jsonschema.validate(layout_file.write(layout_file.parse(TEXT)), schema)
        with self.assertRaises(jsonschema.ValidationError):
            jsonschema.validate(json.loads(TEXT.replace("nine-ball", "nine-pins")), schema)

    def test_a_table_of_ones_own_is_checked_field_by_field(self) -> None:
        self.assertEqual(table_from({"name": "club", "mu_r": 0.008}).mu_r, 0.008)
        for wrong in ({"mu_r": "fast"}, {"mu_w": 0.9}, {"length_m": 2.0, "width_m": 1.6}):
            with self.assertRaises(Refused):
                table_from(wrong)  # type: ignore[arg-type]


class PlacePhrases(unittest.TestCase):
    def test_places_are_read_as_players_say_them(self) -> None:
        around = Around(TableSpec(), {"5": (4.0, 2.0), "8": (6.0, 3.0)}, {"black": (7.2, 2.0)})
        ball_wide = 8 * 2 * TableSpec().ball_radius_m / TableSpec().length_m
        for phrase, ball, place in (
            ("3 at 5, 1.5", "3", (5.0, 1.5)),
            ("cue at 2 1", "cue", (2.0, 1.0)),
            ("the 9 on the foot spot", "9", (6.0, 2.0)),
            ("4 frozen to the near long rail at 3", "4", (3.0, 0.0867)),
            ("5 frozen to the head rail at 1", "5", (0.0867, 1.0)),
            ("6 off", "6", None),
            ("Red 4 at 6.5 2.2", "red4", (6.5, 2.2)),
            ("blue on the centre spot", "blue", (4.0, 2.0)),
            ("black on its spot", "black", (7.2, 2.0)),
            ("9 on its spot", "9", (6.0, 2.0)),
            ("7 half a diamond off the foot rail at 1", "7", (7.5, 1.0)),
            ("7 a diamond off the far long rail at 3", "7", (3.0, 3.0)),
            ("2 between the 5 and the 8", "2", (5.0, 2.5)),
            ("9 frozen to the 5 toward the head rail", "9", (round(4 - ball_wide, 4), 2.0)),
            ("9 frozen to 5 towards the 8", "9", (4.161, 2.0805)),
            ("2 in the middle of the table", "2", (4.0, 2.0)),
            ("3 near the side pocket", "3", (4.0, 0.4)),
            ("3 near the far head corner", "3", (0.4118, 3.5882)),
            ("cue ball one diamond off the head rail", "cue", (1.0, 2.0)),
            ("8 frozen to the far rail", "8", (6.0, round(4 - 0.0867, 4))),
            ("7-ball 2.5 diamonds from the foot rail at 1", "7", (5.5, 1.0)),
            ("the nine next to the 5", "9", (round(4 + 1.5 * ball_wide, 4), 2.0)),
        ):
            placing = parse_phrase(around, phrase)
            self.assertEqual((placing.ball, placing.place), (ball, place), phrase)
        for phrase, problem in (
            ("put it somewhere", "names no place I know. Try: 3 at 5, 1.5"),
            ("9 frozen to the 5", "which side. Say it so: 9 frozen to the 5 toward the foot rail"),
            ("3 near the corner", "which corner. Say it so: 3 near the far foot corner"),
            ("5 next to the 5", "no side toward itself"),
            ("9 between the 5 and the 4", "ball 4 is not on the table. Place it first; on the table: 5, 8"),
        ):
            with self.assertRaisesRegex(Refused, problem):
                parse_phrase(around, phrase)

    def test_what_completion_offers_is_understood(self) -> None:
        around = Around(TableSpec(), {"5": (4.0, 2.0), "8": (6.0, 3.0)}, {"black": (7.2, 2.0)})
        waiting, read = [""], set()
        while waiting:
            typed = waiting.pop()
            longer = completions(around, typed, ["black", "5"])
            waiting += longer
            if not longer and typed:
                number = "3, 2" if re.search("(black|5) at $", typed) else "3" if typed.endswith(" at ") else ""
                phrase = typed + number
                read.add(parse_phrase(around, phrase).place)
        self.assertGreater(len(read), 40)
        self.assertEqual(
            completions(around, "5 in the jaws of the far s", ["5"]), ["5 in the jaws of the far side pocket"]
        )
        self.assertEqual(completions(around, "nonsense", ["5"]), [])

    def test_a_ball_in_the_jaws_lies_on_the_table_and_has_not_dropped(self) -> None:
        for phrase in ("3 in the jaws of the far foot corner", "3 in the jaws of the near side"):
            place = parse_phrase(Around(TableSpec()), phrase).place
            layout_file.parse(TEXT.replace("[4.0, 3.0]", json.dumps(place)))


class ShotSheet(unittest.TestCase):
    def test_ring_marks_are_given_in_diamonds_and_in_centimetres_or_inches(self) -> None:
        # The foot spot of a nine-foot table: 3/4 of 100 by 1/2 of 50 inches (equipment specification, from memory).
        situation = layout_file.parse(TEXT).situation
        metric, imperial = (ring_marks(situation, units) for units in ("cm", "in"))
        self.assertEqual(metric[0].ball, "cue")
        spotted = next(k for k, mark in enumerate(metric) if mark.diamonds == (6.0, 2.0))
        self.assertEqual((metric[spotted].from_head, metric[spotted].from_near), (190.5, 63.5))
        self.assertEqual((imperial[spotted].from_head, imperial[spotted].from_near), (75.0, 25.0))
        with self.assertRaisesRegex(Refused, "Use cm or in"):
            ring_marks(situation, "feet")

    def test_the_sheet_is_one_page_of_the_paper_that_goes_with_the_unit(self) -> None:
        situation = layout_file.parse(TEXT).situation
        for units, size in (("cm", b"841.8898 595.2756"), ("in", b"792 612")):
            pdf = shot_sheet(situation, "Rack 3 · ½ a test", units)
            self.assertTrue(pdf.startswith(b"%PDF"))
            self.assertIn(b"/Count 1", pdf)
            self.assertIn(size, pdf)

    def test_names_are_printed_in_their_letters_and_a_letter_that_no_font_has_is_told_and_no_box(self) -> None:
        situation, names = layout_file.parse(TEXT).situation, "Łucja Ďáblík İbrahim Αθηνά Жанна Їжак Nguyễn"
        for title, printed, told in ((names, names, False), (f"{names[:5]} 台球", "Łucja ??", True)):
            with mock.patch.object(Canvas, "drawString", autospec=True) as drawn:
                shot_sheet(situation, title)
            words = [call.args[3] for call in drawn.call_args_list]
            self.assertIn(printed, words)
            self.assertEqual(any("a letter that this sheet" in one for one in words), told)


class CommandLine(unittest.TestCase):
    def test_odd_numbers_and_names_on_the_command_line_get_one_plain_line(self) -> None:
        folder = Path(self.enterContext(TemporaryDirectory()))
        file = folder / "layout.json"
        file.write_text(TEXT, encoding="utf-8")
        nines = "9" * 30
        for arguments in (
            ("playout", str(file), "--racks", "-5"), ("playout", str(file), "--racks", "2147483648"),
            ("playout", str(file), "--seed", nines), ("kick", str(file), "--seed", "-1"),
            ("kick", str(file), "--samples", nines), ("weigh", str(file), "--samples", "-1"),
            ("weigh", str(file), "--seed", nines), ("weigh", "\udfff8"), ("table-fit", "a\x00b"),
            ("sheet", str(file), "--out", "a\x00b"), ("sheet", str(file), "--out", str(folder)),
        ):  # fmt: skip
            status, out, err = self.run_cli(*arguments)
            self.assertEqual((status, out), (2, ""), (arguments, err))
            # Before it there may stand that the physics is being compiled.
            self.assertRegex(err.splitlines()[-1], r"^partita: .* Use |^partita: .* Give |^partita: .* Name ")
            self.assertLessEqual(err.count("\n"), 2)

    def run_cli(self, *arguments: str, stdin: str = "") -> tuple[int, str, str]:
        out, err = io.StringIO(), io.StringIO()
        with (
            contextlib.redirect_stdout(out),
            contextlib.redirect_stderr(err),
            mock.patch.object(sys, "stdin", io.StringIO(stdin)),
        ):
            status = cli.main(arguments)
        return status, out.getvalue(), err.getvalue()

    def test_simulate_answers_in_the_published_form(self) -> None:
        request = {"layout": {"balls": {"cue": [2, 1.5], "1": [4, 3]}}, "stroke": {"aim_deg": 30, "speed_mps": 2}}
        status, out, _ = self.run_cli("simulate", "--lines", stdin=json.dumps(request) + "\n" + json.dumps(request))
        first, second = map(json.loads, out.splitlines())
        self.assertEqual((status, first), (0, second))
        self.assertEqual(first["events"][0], {"t": 0.0, "kind": "stroke", "balls": ["cue"], "at": [0.635, 0.47625]})
        self.assertEqual(set(first), {"events", "final", "pocketed", "seconds"})
        slower = json.loads(self.run_cli("simulate", stdin=json.dumps({**request, "physics": {"mu_r": 0.05}}))[1])
        self.assertLess(slower["seconds"], first["seconds"])

    def test_a_trace_for_people_tells_speed_and_spin_before_and_after(self) -> None:
        request = {"layout": {"balls": {"cue": [2, 2], "1": [4, 2]}}, "stroke": {"aim_deg": 0, "speed_mps": 2}}
        text = self.run_cli("simulate", "--table", stdin=json.dumps(request))[1]
        self.assertRegex(text, r"ball-ball +cue 1 +at 1\.2128, 0\.6350 m\n +cue: 1\.\d\d m/s.* ->  0\.0\d m/s")
        missed = self.run_cli("simulate", stdin=json.dumps(request).replace("2}", '2, "side": 0.7}'))[1]
        self.assertTrue(json.loads(missed)["miscue"])

    def test_table_fit_reads_a_file_of_readings_and_names_what_is_wrong_in_it(self) -> None:
        readings = {"table": "pool-9ft", "rolls": [{"length_m": 2.0, "seconds": 6.4}]}
        status, out, _ = self.run_cli("table-fit", "-", stdin=json.dumps(readings))
        self.assertEqual(status, 0)
        setting = json.loads(out)["settings"]["mu_r"]
        # Source: closed form, mu_r = 2 s / (g t^2).
        self.assertAlmostEqual(setting["value"], 2 * 2.0 / (9.81 * 6.4**2), places=4)
        for broken, words in (
            ({"rolls": [{"length_m": 2.0, "seconds": -1}]}, "rolls 1 seconds: -1"),
            ({"x": 1}, "x: "),
        ):
            status, out, err = self.run_cli("table-fit", "-", stdin=json.dumps(broken))
            self.assertEqual((status, out, err.count("\n")), (2, "", 1))
            self.assertIn(words, err)

    def test_bad_input_ends_with_status_two_and_one_plain_line(self) -> None:
        ball = '{"layout": {"balls": {"cue": [2, 1.5], "1": [2, 1.51]}}, "stroke": {"aim_deg": 0, "speed_mps": 1}}'
        for stdin in ("", "{", "[]", "{}", ball, '{"layout": {"balls": {"cue": [1, 1]}}}'):
            status, out, err = self.run_cli("simulate", stdin=stdin)
            self.assertEqual((status, out, err.count("\n")), (2, "", 1), stdin)
            self.assertNotIn("Traceback", err)
        self.assertEqual(self.run_cli("weigh", "/nowhere/at/all.json")[0], 2)
        self.assertEqual(self.run_cli("sheet", "-", "--out", "/nowhere/at/all.pdf", stdin=TEXT)[0], 2)


class Examples(unittest.TestCase):
    def test_the_examples_in_docstrings_are_true(self) -> None:
        for module in pkgutil.walk_packages(partita.__path__, "partita."):
            result = doctest.testmod(importlib.import_module(module.name), verbose=False)
            self.assertEqual(result.failed, 0, module.name)
