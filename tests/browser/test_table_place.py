"""The Table place as a player uses it: real server, real worker, real browser."""

import json
import os
import re
import subprocess
import sys
import tempfile
import time
import urllib.request
from pathlib import Path

from django.contrib.auth.models import User
from django.core.management import call_command
from django.db import connection
from django.test import TransactionTestCase
from playwright.sync_api import Page, expect, sync_playwright

from launcher.database import free_port
from layouts import demo
from layouts.models import Layout
from studies.models import Study
from tests.browser.shots import DESK, PHONE, browser_options, sign_in
from tests.server.worker import SERVER, Worker, eventually

AXE = SERVER.parent / "web" / "node_modules" / "axe-core" / "axe.min.js"


class TablePlace(TransactionTestCase):
    """One server, worker and browser serve all tests of the class; each begins with the demo data."""

    @classmethod
    def setUpClass(cls) -> None:
        super().setUpClass()
        cls.worker = Worker().start()
        cls.addClassCleanup(cls.worker.stop)
        port = free_port()
        cls.address = f"http://127.0.0.1:{port}"
        url = "postgresql://{USER}:{PASSWORD}@{HOST}:{PORT}/{NAME}".format(**connection.settings_dict)
        cls.web = subprocess.Popen(
            [sys.executable, "-m", "uvicorn", "config.asgi:application", "--port", str(port), "--log-level", "warning",
             "--lifespan", "off"],
            cwd=SERVER, env={**os.environ, "DATABASE_URL": url},
        )  # fmt: skip
        cls.addClassCleanup(cls._end_web)
        eventually("the server answers", cls._answers)
        cls.playwright = sync_playwright().start()
        cls.addClassCleanup(cls.playwright.stop)
        cls.browser = cls.playwright.chromium.launch(**browser_options())
        cls.addClassCleanup(cls.browser.close)

    @classmethod
    def _end_web(cls) -> None:
        cls.web.terminate()
        cls.web.wait(10)

    @classmethod
    def _answers(cls) -> bool:
        try:
            with urllib.request.urlopen(f"{cls.address}/api/session", timeout=2) as answer:
                return answer.status == 200
        except OSError:
            return False

    def setUp(self) -> None:
        call_command("prepare")
        self.page = self.open_page()

    def open_page(self, viewport: dict[str, int] = DESK) -> Page:
        context = self.browser.new_context(viewport=viewport, reduced_motion="reduce", accept_downloads=True)
        self.addCleanup(context.close)
        page = context.new_page()
        page.set_default_timeout(15_000)
        self.complaints: list[str] = []
        page.on("pageerror", lambda error: self.complaints.append(str(error)))
        sign_in(page, self.address, demo.USER, demo.PASSWORD)
        expect(page.locator("[data-ball='cue']")).to_be_visible()
        return page

    def tearDown(self) -> None:
        self.assertEqual(self.complaints, [])

    def type_place(self, *phrases: str) -> None:
        field = self.page.get_by_label("Place a ball by typing")
        for phrase in phrases:
            field.fill(phrase)
            field.press("Enter")
            expect(field).to_have_value("")

    def place_words(self, ball: str) -> str:
        return self.page.locator(f"svg.table [data-ball='{ball}']").get_attribute("aria-label") or ""

    def drag(self, ball: str, dx: float, dy: float) -> None:
        box = self.page.locator(f"svg.table [data-ball='{ball}']").bounding_box()
        assert box is not None
        x, y = box["x"] + box["width"] / 2, box["y"] + box["height"] / 2
        self.page.mouse.move(x, y)
        self.page.mouse.down()
        self.page.mouse.move(x + dx / 2, y + dy / 2)
        self.page.mouse.move(x + dx, y + dy)
        self.page.mouse.up()

    def weigh(self) -> None:
        self.page.get_by_role("button", name="Weigh").click()
        expect(self.page.get_by_text(re.compile("settled in"))).to_be_visible(timeout=60_000)

    def violations(self, page: Page) -> list[str]:
        """What axe-core finds, rule by rule."""
        page.evaluate(AXE.read_text(encoding="utf-8"))
        found = page.evaluate("axe.run(document, {resultTypes: ['violations']})")["violations"]
        return [f"{rule['id']}: {[node['target'] for node in rule['nodes']]}" for rule in found]

    def test_axe_finds_nothing_in_either_theme_at_either_size(self) -> None:
        self.weigh()
        self.assertEqual(self.violations(self.page), [])
        self.page.get_by_role("button", name="Hall light").click()
        self.assertEqual(self.violations(self.page), [])
        self.page.get_by_role("button", name="Keys").click()
        expect(self.page.get_by_role("dialog")).to_be_visible()
        self.assertEqual(self.violations(self.page), [])
        self.assertEqual(self.violations(self.open_page(PHONE)), [])

    def test_two_lines_are_compared_and_the_drawing_is_saved_as_it_looks(self) -> None:
        page = self.page
        self.weigh()
        page.get_by_role("button", name="Pin to compare").click()
        page.get_by_label("Ledger of options").locator("ol li button").nth(1).click()
        compared = page.get_by_label("Two options compared")
        expect(compared.get_by_role("row", name=re.compile("rack chance"))).to_be_visible()
        expect(page.locator("svg.table .path").first).to_be_attached()
        page.get_by_label("Time of the shot").fill("0.5")
        expect(page.locator("svg.table .moving").first).to_be_attached()
        page.get_by_role("button", name="I played this").click()
        page.get_by_role("button", name="nothing left", exact=True).click()
        expect(page.get_by_text("Kept for the record: nothing left")).to_be_visible()
        page.get_by_role("button", name="Files").click()
        with page.expect_download() as download:
            page.get_by_role("button", name="Drawing, SVG").click()
        drawing = Path(download.value.path()).read_text()
        self.assertIn("http://www.w3.org/2000/svg", drawing)
        self.assertGreater(drawing.count("<path"), 200, "the fan is in the file, as paths")
        self.assertNotIn("var(--", drawing.replace("font-family: var(--", ""))
        with page.expect_download() as download:
            page.get_by_role("button", name="Drawing, PNG").click()
        self.assertEqual(Path(download.value.path()).read_bytes()[:4], b"\x89PNG")

    def test_a_shot_of_ones_own_is_aimed_on_the_drawing_and_weighed_beside_the_others(self) -> None:
        page = self.page
        page.get_by_role("button", name="My shot").click()
        card = page.get_by_label("My own shot")
        expect(card.get_by_text("of racks won, by a quick look")).to_be_visible()
        table = page.locator("svg.table").bounding_box()
        assert table is not None
        page.mouse.move(table["x"] + 0.5 * table["width"], table["y"] + 0.4 * table["height"])
        page.mouse.down()
        page.mouse.move(table["x"] + 0.5 * table["width"], table["y"] + 0.2 * table["height"], steps=4)
        page.mouse.up()
        aim = card.get_by_label("from the long axis")
        self.assertGreater(float(aim.input_value()), 15)
        before = float(aim.input_value())
        card.get_by_role("heading", name="Aim").click()
        page.keyboard.press("ArrowRight")
        expect(aim).to_have_value(f"{before - 0.5:.2f}")
        card.get_by_label("Speed", exact=True).fill("3")
        tip = card.get_by_role("slider", name="Tip on the cue ball")
        tip.focus()
        for _ in range(4):
            page.keyboard.press("ArrowUp")
        expect(card.get_by_text("12 o’clock, ½ tip")).to_be_visible()
        card.get_by_role("button", name="Weigh it beside the others").click()
        mine = page.locator(".line").filter(has_text="my shot")
        expect(mine).to_be_visible(timeout=30_000)
        expect(page.get_by_text(re.compile("settled in"))).to_be_visible(timeout=60_000)
        (own,) = Study.objects.latest("pk").question["document"]["strokes"]
        self.assertEqual((own["speed_mps"], own["height"]), (3.0, 0.2))
        mine.click()
        page.get_by_role("button", name="Take my shot out").click()
        expect(page.get_by_text("stale: the layout has changed")).to_be_visible()

    def test_layers_are_switched_by_keys_and_read_in_words(self) -> None:
        page = self.page
        self.weigh()
        expect(page.locator("svg.table .shadow").first).to_be_attached()
        page.keyboard.press("d")
        expect(page.locator("svg.table .shadow")).to_have_count(0)
        page.keyboard.press("l")
        expect(page.locator("svg.table .position").first).to_be_attached()
        page.keyboard.press("u")
        words = page.get_by_label("Layers of the drawing").locator("dl")
        expect(words).to_contain_text("The cue ball rests about")
        expect(words).to_contain_text("Straight in on the 6 next")
        expect(words).not_to_contain_text("throw shadows")
        page.keyboard.press("d")

    def test_with_ball_in_hand_the_best_place_is_shown_and_the_ball_can_be_put_elsewhere(self) -> None:
        page = self.page
        page.get_by_role("combobox", name="Cue ball").click()
        page.get_by_role("option", name="in hand", exact=True).click()
        expect(page.locator("svg.table .in-hand")).to_be_visible()
        self.assertGreater(int(page.locator("canvas.dense").get_attribute("data-strokes") or 0), 5)
        page.get_by_role("button", name="In words").click()
        expect(page.get_by_text("The cue ball in hand is worth most at")).to_be_visible()
        self.drag("cue", -60, 30)
        expect(page.locator("svg.table .in-hand")).to_have_count(0)
        expect(page.get_by_role("combobox", name="Cue ball")).to_contain_text("where it lies")

    def test_lines_do_not_move_under_the_pointer_and_refining_narrows_the_intervals(self) -> None:
        page = self.page
        page.get_by_role("button", name="Weigh").click()
        lines = page.get_by_label("Ledger of options").locator("ol li")
        lines.first.wait_for()
        lines.first.hover()
        held = lines.first.locator("b").inner_text()
        expect(page.get_by_text(re.compile("settled in"))).to_be_visible(timeout=60_000)
        self.assertEqual(lines.first.locator("b").inner_text(), held)
        page.mouse.move(5, 5)
        expect(lines.first.locator(".rank")).to_have_text("1")
        chosen = lines.nth(1)
        chosen.click()
        name, before = chosen.locator("b").inner_text(), Study.objects.latest("pk")
        refine = page.get_by_role("button", name="Refine")
        refine.click(timeout=60_000)
        expect(refine).to_be_hidden()
        expect(refine).to_be_visible(timeout=90_000)
        after = Study.objects.latest("pk")
        self.assertEqual(after.question["samples"], 4 * before.question["samples"])
        width = [s.document["options"][0]["rack_chance"] for s in (before, after)]
        self.assertLess(width[1]["high"] - width[1]["low"], 0.7 * (width[0]["high"] - width[0]["low"]))
        expect(page.locator(".line.chosen b")).to_have_text(name)

    def test_typing_is_completed_and_relations_are_understood(self) -> None:
        page = self.page
        field = page.get_by_label("Place a ball by typing")
        field.press_sequentially("5 frozen to the 7 t")
        offered = page.get_by_role("listbox", name="How it may go on")
        expect(offered.get_by_role("option", name="5 frozen to the 7 toward", exact=True)).to_be_visible()
        field.press("Tab")
        field.press_sequentially("the foot r")
        expect(offered.get_by_role("option", name="5 frozen to the 7 toward the foot rail")).to_be_visible()
        field.press("ArrowDown")
        field.press("Enter")
        field.press("Enter")
        expect(field).to_have_value("")
        self.assertEqual(self.place_words("5"), "Ball 5 at 4.53, 1.35")

    def test_a_sheet_is_downloaded_printed_and_what_was_weighed_is_found_again(self) -> None:
        page = self.page
        self.weigh()
        page.get_by_role("button", name="Files").click()
        page.get_by_role("radio", name="inches").check()
        with page.expect_download() as download:
            page.get_by_role("button", name="Shot sheet, PDF").click()
        self.assertEqual(Path(download.value.path()).read_bytes()[:5], b"%PDF-")
        page.keyboard.press("Escape")
        page.emulate_media(media="print")
        sheet = page.get_by_label("For print")
        expect(sheet).to_be_visible()
        expect(page.get_by_label("Ledger of options")).to_be_hidden()
        # Ball 7 lies at 4.35, 1.35 diamonds of 12.5 inches.
        expect(sheet.get_by_role("row", name=re.compile("Ball 7"))).to_contain_text("54.4")
        page.emulate_media(media="screen")
        self.type_place("9 at 7, 2")
        page.get_by_role("button", name="Open", exact=True).click()
        dialog = page.get_by_role("dialog")
        expect(dialog.get_by_role("heading", name="Lately weighed")).to_be_visible()
        dialog.get_by_role("button", name=re.compile("Nine-ball, 5 balls")).first.click()
        expect(page.get_by_text(re.compile("settled in"))).to_be_visible()
        self.assertEqual(self.place_words("9"), "Ball 9 at 4.85, 2.05")

    def test_every_game_shows_what_it_needs_and_a_rack_of_it_is_weighed(self) -> None:
        page = self.page
        for game, control in (("Eight-ball", "Groups"), ("Straight pool", "Points that win"), ("Snooker", "Ball on")):
            page.get_by_role("combobox", name="Game", exact=True).click()
            page.get_by_role("option", name=game).click()
            expect(page.get_by_label(control)).to_be_visible()
            page.get_by_role("button", name="Rack", exact=True).click()
            expect(page.get_by_label("Name of the layout")).to_have_value("")
        self.type_place("blue off", "red 7 at 1, 1; red 8 at 1, 2", "blue on the centre spot")
        self.assertEqual(self.place_words("red8"), "Red 8 at 1.00, 2.00")
        page.get_by_role("combobox", name=re.compile("^Race")).click()
        page.get_by_role("option", name="to 5").click()
        page.get_by_role("button", name="Weigh").click()
        expect(page.get_by_label("Ledger of options").locator("ol li").first).to_be_visible(timeout=30_000)

    def test_the_answer_can_be_questioned_and_the_leading_lines_played_out(self) -> None:
        page = self.page
        self.weigh()
        doubt = page.get_by_label("What would change the choice")
        expect(doubt.get_by_text("Your stroke error")).to_be_visible(timeout=30_000)
        expect(doubt.locator("dd")).to_have_count(10)
        expect(doubt.get_by_role("img", name=re.compile("Rack chance by make chance"))).to_be_visible()
        doubt.get_by_role("button", name=re.compile("Play out the first 3")).click()
        expect(doubt.get_by_role("progressbar")).to_be_visible()
        expect(doubt.get_by_text(re.compile(r"of \d+")).first).to_be_visible(timeout=60_000)
        doubt.get_by_role("button", name="Stop playing").click()
        expect(doubt.get_by_role("button", name=re.compile("Play out the first 3"))).to_be_visible()
        expect(doubt.locator("tbody tr")).to_have_count(3)

    def test_a_layout_set_up_by_typing_and_by_mouse_is_weighed_saved_and_opened_again(self) -> None:
        page = self.page
        page.get_by_role("button", name="Open", exact=True).click()
        page.get_by_role("button", name="New empty table").click()
        self.type_place("cue at 4, 1.2", "7 at 6, 1", "8 at 2, 3", "the 9 on the foot spot")
        self.assertEqual(self.place_words("7"), "Ball 7 at 6.00, 1.00")
        self.drag("9", 60, -60)
        self.assertNotEqual(self.place_words("9"), "Ball 9 at 6.00, 2.00")
        page.get_by_label("Name of the layout").fill("A trial rack")
        started = time.monotonic()
        page.get_by_role("button", name="Weigh").click()
        lines = page.get_by_label("Ledger of options").locator("ol li")
        lines.first.wait_for()
        first_line_s = time.monotonic() - started
        expect(page.get_by_text(re.compile("settled in"))).to_be_visible(timeout=60_000)
        sys.stderr.write(f"[first ledger line {first_line_s:.2f} s after Weigh] ")
        self.assertGreater(lines.count(), 3)
        top = lines.first.inner_text()
        self.assertRegex(top, r"(?s)7.*(Attack|Safe|Two-way).*\d+%.*± \d")
        expect(page.locator("svg.table polyline.path").first).to_be_attached()
        self.assertGreater(int(page.locator("canvas.dense").get_attribute("data-strokes") or 0), 200)
        page.get_by_role("button", name="Save", exact=True).click()
        expect(page).to_have_url(re.compile(r"/studies/\d+$"))
        expect(page.get_by_role("button", name="Saved")).to_be_visible()
        page.reload()
        expect(lines.first).to_be_visible()
        self.assertEqual(lines.first.inner_text(), top)
        self.assertEqual(page.get_by_label("Name of the layout").input_value(), "A trial rack")
        self.assertEqual(Layout.objects.get(name="A trial rack").document["balls"]["7"], [6.0, 1.0])

    def test_choosing_a_line_draws_it_and_filters_keep_its_kind(self) -> None:
        self.weigh()
        lines = self.page.get_by_label("Ledger of options").locator("ol li button")
        before = self.page.locator("svg.table polyline.path").first.get_attribute("points")
        lines.nth(2).click()
        expect(lines.nth(2)).to_have_attribute("aria-pressed", "true")
        eventually(
            "another path is drawn",
            lambda: self.page.locator("svg.table polyline.path").first.get_attribute("points") != before,
            10,
        )
        self.page.get_by_role("button", name="■ Safe", exact=True).click()
        kinds = self.page.locator(".lines .aim").all_inner_texts()
        self.assertEqual({kind.split()[-1] for kind in kinds}, {"Safe"})

    def test_changing_the_layout_marks_the_answer_as_stale_and_undo_brings_it_back(self) -> None:
        self.weigh()
        ball = self.page.locator("svg.table [data-ball='7']")
        ball.focus()
        self.page.keyboard.press("ArrowRight")
        self.assertEqual(self.place_words("7"), "Ball 7 at 4.40, 1.35")
        self.page.keyboard.press("Shift+ArrowUp")
        self.assertEqual(self.place_words("7"), "Ball 7 at 4.40, 1.36")
        expect(self.page.get_by_text("stale: the layout has changed")).to_be_visible()
        self.page.keyboard.press("Control+z")
        self.page.keyboard.press("Control+z")
        expect(self.page.get_by_text(re.compile("settled in"))).to_be_visible()

    def test_a_ball_cannot_be_dropped_onto_another_and_can_be_taken_off_and_put_on(self) -> None:
        page = self.page
        nine, seven = (page.locator(f"svg.table [data-ball='{b}']").bounding_box() for b in "97")
        assert nine is not None and seven is not None
        self.drag("9", seven["x"] - nine["x"] + 4, seven["y"] - nine["y"])
        expect(page.get_by_text("Ball 9 overlaps ball 7")).to_be_visible()
        self.assertEqual(self.place_words("9"), "Ball 9 at 4.85, 2.05")
        self.drag("6", 0, 400)
        put_on = page.get_by_role("button", name="Put ball 6 on the table")
        put_on.click()
        expect(page.locator("svg.table [data-ball='6']")).to_be_visible()

    def test_a_refused_layout_says_why_and_nothing_is_lost(self) -> None:
        page = self.page
        self.type_place("9 off")
        page.get_by_role("button", name="Weigh").click()
        expect(page.get_by_role("alert")).to_contain_text("the 9 is not on the table")
        page.get_by_label("Place a ball by typing").fill("9 somewhere nice")
        page.get_by_label("Place a ball by typing").press("Enter")
        expect(page.get_by_role("alert")).to_contain_text("names no place I know")
        self.assertEqual(page.get_by_label("Place a ball by typing").input_value(), "9 somewhere nice")
        page.reload()
        expect(page.locator("svg.table [data-ball='7']")).to_be_visible()
        self.assertEqual(page.locator("svg.table [data-ball='9']").count(), 0)

    def test_a_layout_leaves_as_a_file_and_comes_back_and_a_broken_one_names_its_line(self) -> None:
        page = self.page
        page.get_by_role("button", name="Files").click()
        with page.expect_download() as download:
            page.get_by_role("button", name="Download layout").click()
        text = Path(download.value.path()).read_text()
        self.assertEqual(json.loads(text)["format"], "partita-layout")
        broken = text.replace("4.85", "4.85.1")
        field = page.get_by_label("Open a layout file, or paste its text")
        field.fill(broken)
        page.get_by_role("button", name="Put it on the table").click()
        expect(page.get_by_role("alert")).to_contain_text(re.compile(r"line \d+, column \d+: this is not JSON"))
        self.assertEqual(field.input_value(), broken)
        with tempfile.NamedTemporaryFile("w", suffix=".json") as file:
            file.write(text.replace("4.85", "5.25"))
            file.flush()
            page.get_by_label("Layout file", exact=True).set_input_files(file.name)
            expect(page.get_by_role("dialog")).to_be_hidden()
        self.assertIn("5.25, 2.05", self.place_words("9"))

    def test_a_running_study_can_be_stopped_and_the_players_matter(self) -> None:
        page = self.page
        page.get_by_label("Opponent", exact=True).click()
        page.get_by_role("option", name="June Okoro").click()
        page.get_by_role("button", name="Weigh").click()
        page.get_by_role("button", name="Stop").click()
        expect(page.get_by_role("button", name="Weigh")).to_be_visible(timeout=20_000)
        study = Study.objects.latest("pk")
        self.assertEqual(study.question["them"]["name"], "June Okoro")
        self.assertIn(study.status, ("stopped", "done"))

    def test_another_game_with_a_push_out_is_weighed_and_says_what_to_watch(self) -> None:
        page = self.page
        page.get_by_label("Game", exact=True).click()
        page.get_by_role("option", name="Ten-ball").click()
        page.get_by_role("combobox", name=re.compile("^Push-out")).click()
        page.get_by_role("option", name="allowed now").click()
        page.get_by_role("button", name="Put ball 10 on the table").click()
        self.weigh()
        lines = page.get_by_label("Ledger of options").locator("ol li button")
        expect(lines.filter(has_text="Push out").first).to_be_visible()
        self.assertEqual(Study.objects.latest("pk").question["document"]["game"], "ten-ball")
        lines.filter(has_text=re.compile("Kick|Safe|Hide|Bank")).first.click()
        expect(page.get_by_label("Shot card").get_by_role("heading", name="Watch")).to_be_visible()

    def test_on_a_phone_nothing_scrolls_sideways_and_the_ledger_follows_the_table(self) -> None:
        self.page = self.open_page(PHONE)
        self.weigh()
        widths = self.page.evaluate("[document.documentElement.scrollWidth, window.innerWidth]")
        self.assertLessEqual(widths[0], widths[1])
        table, ledger = self.page.locator("svg.table").bounding_box(), self.page.locator(".ledger").bounding_box()
        assert table is not None and ledger is not None
        self.assertGreater(table["height"], 1.5 * table["width"])
        self.assertGreater(ledger["y"], table["y"] + table["height"])

    def test_nobody_sees_the_layouts_of_another_account(self) -> None:
        User.objects.create_user("stranger", password="a-long-password")
        with self.page.expect_navigation():
            self.page.get_by_role("button", name="Sign out").click()
        expect(self.page.get_by_role("button", name="Sign in")).to_be_visible()
        sign_in(self.page, self.address, "stranger", "a-long-password")
        self.page.get_by_role("button", name="Open", exact=True).click()
        expect(self.page.get_by_text("None yet. Save keeps the one on the table.")).to_be_visible()
