"""Reading and questioning the answer in the Table place."""

import re
from pathlib import Path

from playwright.sync_api import expect

from studies.models import Study
from tests.browser.shots import from_menu, open_scene
from tests.browser.stage import WORKED_MS, BrowserCase
from tests.server.worker import eventually


class Answer(BrowserCase):
    def test_choosing_a_line_draws_it_and_filters_keep_its_kind(self) -> None:
        self.weigh()
        lines = self.page.get_by_label("Ledger of shots").locator("button.line")
        before = self.page.locator("svg.table polyline.path").first.get_attribute("points")
        lines.nth(2).click()
        expect(lines.nth(2)).to_have_attribute("aria-pressed", "true")
        eventually(
            "another path is drawn",
            lambda: self.page.locator("svg.table polyline.path").first.get_attribute("points") != before,
        )
        self.page.get_by_role("button", name="■ Safe", exact=True).click()
        kinds = self.page.locator(".lines .aim").all_inner_texts()
        self.assertEqual({kind.split()[-1] for kind in kinds}, {"Safe"})

    def test_whether_to_attack_stands_above_the_lines_and_the_line_it_names_is_of_the_other_sort(self) -> None:
        self.weigh()
        # Until then lines change places.
        expect(self.page.get_by_text("then looked ahead")).to_be_visible(timeout=WORKED_MS)
        said = Study.objects.latest("pk").document["choice"]
        expect(self.page.locator("p.choice")).to_have_text(said)
        named = re.search(r"the best (safety|attack), shot (\d+), is [\d.]+ points behind", said)
        if named is None:
            self.fail(said)
        line = self.page.get_by_label("Ledger of shots").locator("button.line").nth(int(named.group(2)) - 1)
        sort = "Safe" if named.group(1) == "safety" else re.compile("Attack|Two-way")
        expect(line.locator(".aim")).to_contain_text(sort)

    def test_a_line_opens_into_its_ways_and_one_of_them_is_taken_as_ones_own_shot(self) -> None:
        self.weigh()
        page = self.page
        opener = page.get_by_role("button", name=re.compile(r"Open its \d ways"))
        expect(opener).to_have_attribute("aria-expanded", "false")
        opener.click()
        ways = page.get_by_label("Ways of playing it").get_by_role("button")
        expect(ways.first).to_contain_text("advised")
        told = Study.objects.latest("pk").document["options"][0]["ways"]
        expect(ways).to_have_count(len(told))
        ways.nth(1).click()
        own = page.get_by_label("My own shot")
        expect(own).to_contain_text(f"{told[1]['stroke']['speed_mps']:.2f} m/s")
        own.get_by_role("button", name="Close").click()
        expect(page.get_by_label("Shot card")).to_be_visible()

    def test_lines_do_not_move_under_the_pointer_and_refining_halves_what_chance_makes_of_them(self) -> None:
        page = self.page
        page.get_by_role("button", name="Library").click()
        page.get_by_role("button", name="New empty table").click()
        self.type_place("cue at 4, 1.2", "8 at 2, 3", "the 9 on the foot spot")
        lines = self.begin_to_weigh()
        lines.first.hover()
        # The shot stays; a better stroke found for it may hit it fuller, and be called a pot instead of a cut.
        held = lines.first.locator("b").inner_text().split(" ", 1)[1]
        expect(page.get_by_text(re.compile("settled in"))).to_be_visible(timeout=WORKED_MS)
        self.assertTrue(lines.first.locator("b").inner_text().endswith(held))
        page.mouse.move(5, 5)
        expect(lines.first.locator(".rank")).to_have_text("1")
        looked = page.get_by_text("then looked ahead")
        expect(looked).to_be_visible(timeout=WORKED_MS)
        chosen = lines.nth(1)
        chosen.click()
        name, before = chosen.locator("b").inner_text(), Study.objects.latest("pk")
        refine = page.get_by_role("button", name="Refine")
        refine.click(timeout=WORKED_MS)
        expect(page.get_by_text("refining", exact=True)).to_be_visible()
        self.assertGreater(lines.count(), 3, "what was known stays while it is refined")
        expect(page.locator(".line.chosen b")).to_have_text(name)
        expect(looked).to_be_visible(timeout=WORKED_MS)
        after = Study.objects.latest("pk")
        self.assertEqual(after.question["samples"], 10 * before.question["samples"])
        sampling = [study.document["options"][0]["doubt"]["sampling"] for study in (before, after)]
        self.assertLess(sampling[1], 0.8 * sampling[0])
        # What was chosen stays chosen as long as it is worth a line, though it may be called otherwise by then.
        names = [option["name"] for option in after.document["options"]]
        chosen_now = page.locator(".line.chosen b").inner_text()
        self.assertIn(chosen_now, [name] if name in names else names)

    def test_layers_are_switched_by_keys_and_read_in_words(self) -> None:
        page = self.page
        self.weigh()
        self.choose("the 4 into the far foot corner")
        expect(page.locator("svg.table .shadow").first).to_be_attached()
        page.keyboard.press("d")
        expect(page.locator("svg.table .shadow")).to_have_count(0)
        page.keyboard.press("x")
        expect(page.locator("svg.table .position").first).to_be_attached()
        page.keyboard.press("o")
        words = page.get_by_label("Layers of the drawing").locator("dl")
        expect(words).to_contain_text("The cue ball rests about")
        expect(words).to_contain_text("Straight in on the 6 next")
        expect(words).not_to_contain_text("throw shadows")
        page.keyboard.press("d")

    def test_a_shot_of_ones_own_is_aimed_on_the_drawing_and_weighed_beside_the_others(self) -> None:
        page = self.page
        page.get_by_role("button", name="My shot").click()
        card = page.get_by_label("My own shot")
        expect(card.get_by_text("rack chance, by a quick look")).to_be_visible()
        table = page.locator("svg.table").bounding_box()
        assert table is not None
        page.mouse.move(table["x"] + 0.5 * table["width"], table["y"] + 0.4 * table["height"])
        page.mouse.down()
        page.mouse.move(table["x"] + 0.5 * table["width"], table["y"] + 0.2 * table["height"], steps=4)
        page.mouse.up()
        aim = card.get_by_label("aim")
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
        expect(mine).to_be_visible()
        expect(page.get_by_text(re.compile("settled in"))).to_be_visible(timeout=WORKED_MS)
        (own,) = Study.objects.latest("pk").question["document"]["strokes"]
        self.assertEqual((own["speed_mps"], own["height"]), (3.0, 0.2))
        # Mirrored twice everything is where it was, the aim as well.
        from_menu(page, "Mirror")
        expect(page.get_by_text("the layout has changed since")).to_be_visible()
        from_menu(page, "Mirror")
        expect(page.get_by_text(re.compile("settled in"))).to_be_visible()
        mine.click()
        page.get_by_role("button", name="Take my shot out").click()
        expect(page.get_by_text("the layout has changed since")).to_be_visible()

    def test_a_jump_of_ones_own_is_shown_from_the_side_and_broken_on_the_cloth(self) -> None:
        page = self.page
        page.get_by_role("button", name="Library").click()
        page.get_by_role("button", name="New empty table").click()
        self.type_place("cue at 2, 2", "5 at 3, 2.05", "2 at 4.6, 2", "9 at 7, 0.6")
        page.get_by_role("button", name="My shot").click()
        own = page.get_by_label("My own shot")
        own.get_by_label("aim").fill("0")
        own.get_by_label("Raised butt").fill("45")
        own.get_by_label("jump cue").check()
        own.get_by_label("Speed", exact=True).fill("4")
        side = page.get_by_label("The jump from the side", exact=True)
        expect(side).to_contain_text(re.compile(r"Clears the 5 by \d+ mm, \d+ mm high"))
        expect(side.locator("circle.ball")).to_have_count(2)
        expect(page.locator("svg.table polyline.air").first).to_be_attached()
        expect(own).to_contain_text("Jump the 5: hit the 2")
        own.get_by_label("Raised butt").fill("0")
        expect(side).to_have_count(0)

    def test_two_lines_are_compared_and_the_drawing_is_saved_as_it_looks(self) -> None:
        page = self.page
        self.weigh()
        page.get_by_role("button", name="Compare").click()
        page.get_by_label("Ledger of shots").locator("button.line").nth(1).click()
        compared = page.get_by_label("Two shots compared")
        expect(compared.get_by_role("row", name=re.compile("rack chance"))).to_be_visible()
        expect(page.locator("svg.table .path").first).to_be_attached()
        page.get_by_label("Time of the shot").fill("0.5")
        expect(page.locator("svg.table .moving").first).to_be_attached()
        page.get_by_role("button", name="I played this").click()
        page.get_by_role("button", name="nothing left", exact=True).click()
        expect(page.get_by_text("Kept in the record: nothing left")).to_be_visible()
        from_menu(page, "Files")
        with page.expect_download() as download:
            page.get_by_role("button", name="Drawing, SVG").click()
        drawing = Path(download.value.path()).read_text()
        self.assertIn("http://www.w3.org/2000/svg", drawing)
        self.assertGreater(drawing.count("<path"), 200, "the fan is in the file, as paths")
        self.assertFalse("var(--" in drawing.replace("font-family: var(--", ""), "a token's name is left in the file")
        with page.expect_download() as download:
            page.get_by_role("button", name="Drawing, PNG").click()
        self.assertEqual(Path(download.value.path()).read_bytes()[:4], b"\x89PNG")

    def test_the_answer_can_be_questioned_and_the_leading_lines_played_out(self) -> None:
        page = self.page
        self.weigh()
        doubt = page.get_by_label("What would change the choice")
        expect(doubt.get_by_text("My stroke’s errors")).to_be_visible()
        expect(doubt.locator("dd")).to_have_count(10)
        self.choose("the 4 into the far foot corner")
        expect(doubt.get_by_role("img", name=re.compile("Rack chance by make chance"))).to_be_visible()
        doubt.get_by_role("button", name=re.compile("Play out the first 3")).click()
        expect(doubt.get_by_role("progressbar")).to_be_visible()
        expect(doubt.get_by_text(re.compile(r"of \d+")).first).to_be_visible(timeout=WORKED_MS)
        doubt.get_by_role("button", name="Stop playing").click()
        expect(doubt.get_by_role("button", name=re.compile("Play out the first 3"))).to_be_visible()
        expect(doubt.locator("tbody tr")).to_have_count(3)

    def test_a_sheet_is_downloaded_printed_and_what_was_weighed_is_found_again(self) -> None:
        page = self.page
        self.weigh()
        # Until then its first line may come to another name.
        expect(page.get_by_text("then looked ahead")).to_be_visible(timeout=WORKED_MS)
        from_menu(page, "Files")
        page.get_by_role("radio", name="inches").check()
        with page.expect_download() as download:
            page.get_by_role("button", name="Shot sheet, PDF").click()
        self.assertEqual(Path(download.value.path()).read_bytes()[:5], b"%PDF-")
        page.keyboard.press("Escape")
        page.emulate_media(media="print")
        sheet = page.get_by_label("For print")
        expect(sheet).to_be_visible()
        expect(page.get_by_label("Ledger of shots")).to_be_hidden()
        # Ball 7 lies at 4.35, 1.35 diamonds of 12.5 inches.
        expect(sheet.get_by_role("row", name=re.compile("Ball 7"))).to_contain_text("54.4")
        page.emulate_media(media="screen")
        self.type_place("9 at 7, 2")
        page.get_by_role("button", name="Library").click()
        dialog = page.get_by_role("dialog")
        expect(dialog.get_by_role("heading", name="Lately weighed")).to_be_visible()
        dialog.get_by_label("Find").fill(Study.objects.latest("pk").document["options"][0]["name"])
        expect(dialog.locator("li")).to_have_count(1)
        dialog.locator("li .open").first.click()
        expect(page.get_by_text(re.compile("settled in"))).to_be_visible()
        self.assertEqual(self.place_words("9"), "Ball 9 at 4.85, 2.05")

    def test_changing_the_layout_marks_the_answer_as_stale_and_undo_brings_it_back(self) -> None:
        self.weigh()
        ball = self.page.locator("svg.table [data-ball='7']")
        ball.focus()
        self.page.keyboard.press("ArrowRight")
        self.assertEqual(self.place_words("7"), "Ball 7 at 4.40, 1.35")
        self.page.keyboard.press("Shift+ArrowUp")
        self.assertEqual(self.place_words("7"), "Ball 7 at 4.40, 1.36")
        expect(self.page.get_by_text("the layout has changed since")).to_be_visible()
        # Whether or not it still looks ahead at the other layout.
        expect(self.page.get_by_role("button", name="Weigh")).to_be_visible()
        self.page.keyboard.press("Control+z")
        self.page.keyboard.press("Control+z")
        expect(self.page.get_by_text(re.compile("settled in"))).to_be_visible()

    def test_what_runs_on_at_another_layout_can_be_stopped_or_gives_way_to_the_next_question(self) -> None:
        page = self.page
        self.begin_to_weigh()
        page.locator("svg.table [data-ball='7']").focus()
        page.keyboard.press("ArrowRight")
        stop = page.get_by_role("button", name="Stop", exact=True)
        stop.click()
        expect(stop).to_have_count(0, timeout=WORKED_MS)
        self.assertEqual(Study.objects.latest("pk").status, "stopped")
        for asked in (2, 3):
            page.get_by_role("button", name="Weigh").click()
            eventually("it was asked", lambda asked=asked: Study.objects.count() == asked)
            page.locator("svg.table [data-ball='7']").focus()
            page.keyboard.press("ArrowRight")
        eventually(
            "the question before is over",
            lambda: Study.objects.order_by("-pk")[1].status == "stopped",
        )

    def test_a_running_study_can_be_stopped_and_the_players_matter(self) -> None:
        page = self.page
        open_scene(page)
        page.get_by_label("Opponent", exact=True).click()
        page.get_by_role("option", name="June Okoro").click()
        page.get_by_role("button", name="Weigh").click()
        page.get_by_role("button", name="Stop").click()
        expect(page.get_by_role("button", name="Weigh")).to_be_visible(timeout=WORKED_MS)
        study = Study.objects.latest("pk")
        self.assertEqual(study.question["them"]["name"], "June Okoro")
        self.assertIn(study.status, ("stopped", "done"))
