"""Practice as a player does it: a drill on the phone, the connection gone and back; a round of the quiz; own drills."""

import re

from playwright.sync_api import Page, expect

from practice import quiz
from practice.models import DrillAttempt, DrillSitting, OwnDrill, QuizAnswer, QuizPosition, QuizRound
from tests.browser.shots import PHONE, from_menu
from tests.browser.stage import WORKED_MS, BrowserCase
from tests.server.worker import eventually


class Drills(BrowserCase):
    def open_drill(self, page: Page, name: str) -> None:
        page.get_by_role("link", name="Practice", exact=True).click()
        page.get_by_role("combobox", name="Who practises").select_option(label="Tomas Vale")
        page.get_by_role("link", name=re.compile(f"^{name}")).click()
        expect(page.get_by_text("times in ten: begin there")).to_be_visible(timeout=WORKED_MS)
        expect(page.get_by_role("button", name="Stop", exact=True)).to_be_hidden(timeout=WORKED_MS)

    def test_a_whole_drill_on_a_phone_with_the_connection_gone_and_back(self) -> None:
        page = self.open_page(PHONE)
        self.open_drill(page, "Lag")
        page.get_by_role("button", name="Begin", exact=True).click()
        drawing = page.get_by_role("application")
        expect(drawing).to_be_visible()
        self.assertLessEqual(page.evaluate("document.documentElement.scrollWidth"), 390)
        head = page.get_by_label("What became of it")
        box = drawing.bounding_box()
        assert box is not None
        # Upright the head is below: near the rail, then in the middle of the table.
        page.mouse.click(box["x"] + box["width"] / 2, box["y"] + 0.88 * box["height"])
        page.mouse.click(box["x"] + box["width"] / 2, box["y"] + 0.45 * box["height"])
        expect(head).to_contain_text("1 of 2")
        self.assertEqual(self.violations(page), [])
        page.keyboard.press("x")
        expect(head).to_contain_text("1 of 3")
        eventually("the server has all three", lambda: DrillAttempt.objects.count() == 3)
        page.get_by_role("button", name="Undo").click()
        expect(head).to_contain_text("1 of 2")
        eventually("the server has what stands", lambda: DrillAttempt.objects.count() == 2)
        page.context.set_offline(True)
        for _ in range(3):
            page.get_by_role("button", name="Made").click()
        page.get_by_role("button", name="Undo").click()
        expect(page.get_by_text("not sent yet")).to_be_visible()
        page.get_by_role("button", name="Done for today").click()
        expect(head).to_be_visible()
        self.assertEqual(DrillAttempt.objects.count(), 2)
        page.context.set_offline(False)
        expect(page.get_by_text("not sent yet")).to_be_hidden()
        sent = [(True, ""), (False, ""), (True, "made"), (True, "made")]
        eventually("all is sent, and what was taken back is gone", lambda: list(
            DrillAttempt.objects.values_list("made", "outcome")) == sent)  # fmt: skip
        page.get_by_role("button", name="Done for today").click()
        expect(page.get_by_label("Progress")).to_contain_text("Best run: 2")
        self.assertTrue(DrillSitting.objects.get().over)
        page.get_by_role("link", name="All drills").click()
        expect(page.get_by_text("4 attempts, best run 2")).to_be_visible()

    def test_the_ladder_moves_up_by_itself_and_the_keyboard_does_all_of_it(self) -> None:
        page = self.page
        self.open_drill(page, "Long straight pot")
        page.get_by_role("combobox", name="Taking turns with").select_option("guest")
        page.get_by_role("button", name="Begin", exact=True).click()
        expect(page.get_by_text("Tomas Vale shoots")).to_be_visible()
        steps = page.get_by_label("Steps")
        begun = int(steps.locator("[aria-pressed=true]").inner_text())
        page.keyboard.press("m")
        expect(page.get_by_text("Guest shoots")).to_be_visible()
        page.keyboard.press("x")
        for _ in range(14):
            page.keyboard.press("m")
            page.keyboard.press("m")
        expect(steps.locator("[aria-pressed=true]")).not_to_have_text(str(begun))
        self.assertGreater(int(steps.locator("[aria-pressed=true]").inner_text()), begun)
        page.reload()
        expect(page.get_by_text("Tomas Vale shoots")).to_be_visible()
        self.assertGreater(int(steps.locator("[aria-pressed=true]").inner_text()), begun, "as it was after a reload")

    def test_a_layout_of_the_table_becomes_a_drill(self) -> None:
        page = self.page
        page.get_by_role("link", name="Practice", exact=True).click()
        page.get_by_role("button", name="Make one of your own").click()
        form = page.get_by_role("form", name="A drill of your own")
        form.get_by_label("Name").fill("The four and out")
        form.get_by_role("combobox", name="Ball").select_option("4")
        form.get_by_role("combobox", name="Into").select_option("foot-far")
        form.get_by_role("application").click(position={"x": 200, "y": 120})
        form.get_by_role("button", name="Keep this drill").click()
        expect(page.get_by_role("heading", name="The four and out")).to_be_visible()
        expect(page.get_by_text(re.compile("begin there|cannot be said"))).not_to_have_count(0, timeout=WORKED_MS)
        self.assertEqual(len(OwnDrill.objects.get().document["steps"]), 4)
        with page.expect_download() as shared:
            page.get_by_role("link", name="Share as a file").click()
        self.assertRegex(shared.value.suggested_filename, r"\.json$")
        page.get_by_role("button", name="Delete this drill").click()
        expect(page.get_by_role("heading", name="Drills")).to_be_visible()
        self.assertEqual(OwnDrill.objects.count(), 0)

    def test_the_practice_pages_pass_the_accessibility_rules_in_both_themes(self) -> None:
        self.open_drill(self.page, "Follow to a mark")
        for light in ("Hall light", "Day light"):
            self.assertEqual(self.violations(self.page), [])
            from_menu(self.page, light)
            self.page.wait_for_timeout(150)
        self.page.get_by_role("button", name="Begin", exact=True).click()
        expect(self.page.get_by_role("application")).to_be_visible()
        self.assertEqual(self.violations(self.page), [])
        self.page.get_by_role("link", name="Practice", exact=True).click()
        expect(self.page.get_by_role("heading", name="What next")).to_be_visible()
        self.assertEqual(self.violations(self.page), [])


class Quiz(BrowserCase):
    def begin(self, page: Page) -> QuizRound:
        page.get_by_role("link", name="Practice", exact=True).click()
        page.get_by_role("combobox", name="Who practises").select_option(label="Ida Brandt")
        page.get_by_role("button", name="Begin a round").click()
        expect(page.get_by_role("heading", name=re.compile("Position 1 of"))).to_be_visible()
        return QuizRound.objects.get()

    def test_a_whole_round_on_a_phone(self) -> None:
        page = self.open_page(PHONE)
        found = self.begin(page)
        for number, key in enumerate(found.positions):
            expect(page.get_by_role("heading", name=f"Position {number + 1} of")).to_be_visible()
            self.assertLessEqual(page.evaluate("document.documentElement.scrollWidth"), 390)
            self.choose(page, key)
            expect(page.get_by_label("The ledger")).to_be_visible()
            expect(page.get_by_label("The ledger")).to_contain_text("cost")
            last = number + 1 == len(found.positions)
            page.get_by_role("button", name="See the round" if last else "Next position").click()
        expect(page.get_by_text("points of rack chance a decision")).to_be_visible()
        self.assertEqual(QuizAnswer.objects.filter(round=found).count(), len(found.positions))
        self.assertTrue(all(row.cost is not None for row in QuizAnswer.objects.all()))
        self.assertEqual(QuizAnswer.objects.filter(said=None, made__isnull=False).count(), 0)
        page.get_by_role("button", name="Back to practice").click()
        expect(page.get_by_text("A choice cost you")).to_be_visible()

    def choose(self, page: Page, key: str) -> None:
        """The ledger's first line where it is a pot, pressed on the drawing; else a stroke of one's own at its ball."""
        line = quiz.study_of(QuizPosition.objects.get(key=key)).options[0]
        drawing = page.locator("svg.practice")
        if line.potted:
            drawing.locator(f"[data-ball='{line.potted}']").click(force=True)
            drawing.locator(f"[data-pocket='{line.pocket}']").click(force=True)
        else:
            page.get_by_role("button", name="Own stroke").click()
            page.get_by_label("Aim, degrees").fill(str(line.stroke.aim_deg))
        page.get_by_role("button", name="Open the ledger").click()

    def test_a_safety_is_chosen_by_where_both_balls_should_go_and_what_cannot_be_is_told(self) -> None:
        page = self.page
        found = self.begin(page)
        target = quiz.study_of(QuizPosition.objects.get(key=found.positions[0])).options[0].target
        page.keyboard.press("s")
        page.get_by_label("Which ball").get_by_role("button", name=str(target), exact=True).click()
        drawing = page.get_by_role("application")
        for at in ({"x": 90, "y": 90}, {"x": 500, "y": 300}):
            drawing.click(position=at)
        page.keyboard.press("Enter")
        expect(page.get_by_label("The ledger")).to_be_visible()
        self.assertEqual(QuizAnswer.objects.get().choice["meant"], "safe")
        self.assertEqual(self.violations(page), [])
        page.keyboard.press("n")
        expect(page.get_by_role("heading", name="Position 2 of")).to_be_visible()
        later = QuizPosition.objects.get(key=found.positions[1]).document["layout"]["balls"]
        highest = max((ball for ball in later if ball.isdigit()), key=int)
        page.get_by_label("Which ball").get_by_role("button", name=highest, exact=True).click()
        page.get_by_label("Into which pocket").get_by_role("button", name="near side").click()
        page.get_by_role("button", name="Open the ledger").click()
        either = page.get_by_label("The ledger").or_(page.get_by_text("Choose another")).first
        expect(either).to_be_visible()
        page.reload()
        expect(page.get_by_role("heading", name=re.compile("Position [23] of"))).to_be_visible()
