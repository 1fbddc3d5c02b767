"""Setting a layout up in the Table place, by typing, mouse, keys and files."""

import json
import re
import sys
import tempfile
import time
from pathlib import Path

from playwright.sync_api import expect

from layouts.models import Layout
from setup import demo
from studies.models import Study
from tests.browser.shots import DESK, PHONE, from_menu, open_scene, sign_in
from tests.browser.stage import WORKED_MS, BrowserCase
from tests.server.worker import eventually


class SettingUp(BrowserCase):
    def test_a_layout_set_up_by_typing_and_by_mouse_is_weighed_saved_and_opened_again(self) -> None:
        page = self.page
        page.get_by_role("button", name="Library").click()
        page.get_by_role("button", name="New empty table").click()
        self.type_place("cue at 4, 1.2", "7 at 6, 1", "8 at 2, 3", "the 9 on the foot spot")
        self.assertEqual(self.place_words("7"), "Ball 7 at 6.00, 1.00")
        self.drag("9", 60, -60)
        self.assertNotEqual(self.place_words("9"), "Ball 9 at 6.00, 2.00")
        page.get_by_label("Name of the layout").fill("A trial rack")
        started = time.monotonic()
        lines = self.begin_to_weigh()
        first_line_s = time.monotonic() - started
        expect(page.get_by_text(re.compile("settled in"))).to_be_visible(timeout=WORKED_MS)
        sys.stderr.write(f"[first ledger line {first_line_s:.2f} s after Weigh] ")
        self.assertGreater(lines.count(), 3)
        expect(page.get_by_text("then looked ahead")).to_be_visible(timeout=WORKED_MS)
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

    def test_balls_are_carried_from_the_tray_by_mouse_and_by_finger_and_snap(self) -> None:
        for touch in (False, True):
            page = self.page = self.blank_page(PHONE if touch else DESK, has_touch=touch)
            sign_in(page, self.address, demo.USER, demo.PASSWORD)
            # The tray is full until the layout has been opened.
            expect(page.locator("svg.table [data-ball='cue']")).to_be_visible()
            put_on = page.get_by_role("button", name="Put ball 8 on the table")
            tray, table = (part.bounding_box() for part in (put_on, page.locator("svg.table")))
            assert tray is not None and table is not None
            x, y = tray["x"] + tray["width"] / 2, tray["y"] + tray["height"] / 2
            # Some 3 mm off the head spot; the ball is held 40 pixels above a finger.
            across, down = (0.5, 0.72) if touch else (0.278, 0.5)
            to_x, to_y = (
                table["x"] + across * table["width"],
                table["y"] + down * table["height"] + (40 if touch else 0),
            )
            send = page.context.new_cdp_session(page).send
            if touch:
                send("Input.dispatchTouchEvent", {"type": "touchStart", "touchPoints": [{"x": x, "y": y}]})
                for k in range(1, 9):
                    at = {"x": x + (to_x - x) * k / 8, "y": y + (to_y - y) * k / 8}
                    send("Input.dispatchTouchEvent", {"type": "touchMove", "touchPoints": [at]})
                expect(page.get_by_text("Ball 8 at 2.00, 2.00, on the head spot")).to_be_visible()
                send("Input.dispatchTouchEvent", {"type": "touchEnd", "touchPoints": []})
            else:
                page.mouse.move(x, y)
                page.mouse.down()
                page.mouse.move(to_x, to_y, steps=8)
                page.mouse.up()
            expect(page.locator("svg.table [data-ball='8']")).to_have_attribute("aria-label", "Ball 8 at 2.00, 2.00")

    def test_with_ball_in_hand_the_best_place_is_shown_and_the_ball_can_be_put_elsewhere(self) -> None:
        page = self.page
        open_scene(page)
        page.get_by_role("combobox", name="Cue ball").click()
        page.get_by_role("option", name="in hand", exact=True).click()
        expect(page.locator("svg.table .in-hand")).to_be_visible()
        self.assertGreater(int(page.locator("canvas.dense").get_attribute("data-strokes") or 0), 5)
        page.keyboard.press("o")
        expect(page.get_by_text("The cue ball in hand is worth most at")).to_be_visible()
        # Without its dots the ball in hand still lies where it is best put, and the dots can be had back.
        page.keyboard.press("b")
        expect(page.locator("canvas.dense")).to_have_attribute("data-strokes", "0")
        expect(page.locator("svg.table .in-hand")).to_be_visible()
        page.get_by_role("button", name="Layers").click()
        page.get_by_role("button", name="Ball in hand", exact=True).click()
        expect(page.locator("canvas.dense")).not_to_have_attribute("data-strokes", "0")
        self.drag("cue", -60, 30)
        expect(page.locator("svg.table .in-hand")).to_have_count(0)
        expect(page.get_by_role("combobox", name="Cue ball")).to_contain_text("where it lies")

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
        from_menu(page, "Files")
        with page.expect_download() as download:
            page.get_by_role("button", name="Download layout").click()
        text = Path(download.value.path()).read_text()
        self.assertEqual(json.loads(text)["format"], "partita-layout")
        page.keyboard.press("Escape")
        expect(page.get_by_role("dialog")).to_be_hidden()
        page.evaluate(
            """(text) => {
              const clipboardData = new DataTransfer()
              clipboardData.setData('text', text)
              document.body.dispatchEvent(new ClipboardEvent('paste', { clipboardData, bubbles: true }))
            }""",
            text.replace("4.85", "4.45"),
        )
        eventually("the pasted layout is on the table", lambda: "4.45, 2.05" in self.place_words("9"))
        expect(page.get_by_role("dialog")).to_be_hidden()
        from_menu(page, "Files")
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

    def test_every_game_shows_what_it_needs_and_a_rack_of_it_is_weighed(self) -> None:
        page = self.page
        # The same racks each time: one of snooker with reds left, to which more reds can be added.
        page.evaluate("Math.random = () => 0.7")
        for game, control in (("Eight-ball", "Groups"), ("Straight pool", "Points that win"), ("Snooker", "Ball on")):
            open_scene(page)
            page.get_by_role("combobox", name="Game", exact=True).click()
            page.get_by_role("option", name=game).click()
            expect(page.get_by_label(control)).to_be_visible()
            with page.expect_response("**/api/racks"):
                page.get_by_role("button", name=re.compile("^New (break|layout)$")).click()
            expect(page.get_by_label("Name of the layout")).to_have_value("")
        self.type_place("blue off", "red 7 at 1, 1; red 8 at 1, 2", "blue on the centre spot")
        self.assertEqual(self.place_words("red8"), "Red 8 at 1.00, 2.00")
        page.get_by_role("combobox", name=re.compile("^Race")).click()
        page.get_by_role("option", name="to 5").click()
        self.begin_to_weigh()

    def test_another_game_with_a_push_out_is_weighed_and_says_what_to_watch(self) -> None:
        page = self.page
        open_scene(page)
        page.get_by_label("Game", exact=True).click()
        page.get_by_role("option", name="Ten-ball").click()
        page.get_by_role("combobox", name=re.compile("^Push-out")).click()
        page.get_by_role("option", name="allowed now").click()
        page.get_by_role("button", name="Put ball 10 on the table").click()
        self.weigh()
        lines = page.get_by_label("Ledger of shots").locator("button.line")
        expect(lines.filter(has_text="Push out").first).to_be_visible()
        self.assertEqual(Study.objects.latest("pk").question["document"]["game"], "ten-ball")
        watch = page.get_by_label("Shot card").get_by_role("heading", name="Watch")
        for line in lines.all():
            line.click()
            expect(line).to_have_attribute("aria-pressed", "true")
            if watch.count():
                break
        expect(watch).to_be_visible()
