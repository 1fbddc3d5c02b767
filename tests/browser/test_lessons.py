"""A lesson from making to the coach's answers, in the real interface: the coach at the desk, a student on a phone."""

import re

from playwright.sync_api import Page, expect

from lessons.models import Giving, Lesson
from tests.browser import demo_rows
from tests.browser.shots import PHONE, from_menu
from tests.browser.stage import WORKED_MS, BrowserCase


class Lessons(BrowserCase):
    def phone(self) -> Page:
        return self.blank_page(PHONE, has_touch=True)

    def press(self, page: Page, right: float, down: float) -> None:
        box = page.locator("svg.practice").bounding_box()
        assert box is not None
        x, y = box["x"] + box["width"] * right, box["y"] + box["height"] * down
        page.mouse.click(x, y)

    def test_a_lesson_is_made_given_answered_on_a_phone_read_and_ended(self) -> None:
        coach = self.page
        self.type_place("9 at 7, 2")
        self.weigh()
        expect(coach.get_by_text("then looked ahead")).to_be_visible(timeout=WORKED_MS)
        for name, new in (("What to play", True), ("Where to stop", False)):
            if not new:
                self.type_place("9 at 6, 2")
            from_menu(coach, "Add to a lesson")
            dialog = coach.get_by_role("dialog")
            if new:
                dialog.get_by_label("Which lesson").select_option(label="A new one")
                dialog.get_by_label("Its title").fill("Tuesday class")
            dialog.get_by_label("Name of the position").fill(name)
            dialog.get_by_role("button", name="Add", exact=True).click()
            expect(dialog.get_by_text("of Tuesday class")).to_be_visible()
            if new:
                coach.keyboard.press("Escape")
        coach.get_by_role("link", name="Open the lesson").click()
        # What was weighed is judged by its ledger; where to stop the coach presses.
        expect(coach.get_by_role("button", name=re.compile("1. What to play.*as the ledger has it"))).to_be_visible()
        give = coach.get_by_role("button", name="Give", exact=True)
        give.click()
        expect(coach.get_by_text("position 2: nothing is said to be right")).to_be_visible()
        coach.get_by_role("button", name=re.compile("2. Where to stop")).click()
        self.press(coach, 0.5, 0.5)
        coach.get_by_label("What you say before", exact=True).fill("Think first.")
        coach.get_by_label("What you say after").fill("In the middle one reaches all.")
        expect(coach.get_by_role("button", name=re.compile("2. Where to stop.*Within 0.5 diamonds"))).to_be_visible()
        self.assertEqual(self.violations(coach), [])
        coach.get_by_label("Signed").fill("Coach Mara")
        give.click()
        link = coach.locator(".made input")
        expect(link).to_have_value(re.compile(r"/h/[\w-]{32}$"))
        address = link.input_value()
        student = self.phone()
        student.goto(address)
        expect(student.get_by_text("by Coach Mara")).to_be_visible()
        student.get_by_label("Your name").fill("Eva")
        student.get_by_role("button", name="Begin").tap()
        expect(student.get_by_text("Position 1 of 2")).to_be_visible()
        balls = student.get_by_role("group", name="Which ball")
        balls.get_by_role("button").first.tap()
        student.get_by_role("group", name="Into which pocket").get_by_role("button").first.tap()
        student.get_by_role("button", name="Answer").tap()
        expect(student.get_by_label("What was weighed")).to_be_visible(timeout=WORKED_MS)
        student.get_by_role("button", name="Next").tap()
        expect(student.get_by_text("Think first.")).to_be_visible()
        self.assertNotIn("reaches all", student.content())
        self.press(student, 0.52, 0.5)
        student.get_by_role("button", name="Answer").tap()
        expect(student.get_by_text("In the middle one reaches all.")).to_be_visible()
        self.assertEqual(self.violations(student), [])
        widths = student.evaluate("[document.documentElement.scrollWidth, window.innerWidth]")
        self.assertLessEqual(widths[0], widths[1])
        student.get_by_role("button", name="See what it came to").tap()
        expect(student.get_by_text(re.compile("[12] of 2 right"))).to_be_visible()
        # The coach reads, and ends it.
        coach.get_by_role("link", name=re.compile("Answers to what was given")).click()
        row = coach.get_by_role("row", name=re.compile("Eva"))
        expect(row.get_by_role("img", name=re.compile("^right: At"))).to_be_visible()
        coach.get_by_role("button", name="Position 2").click()
        expect(coach.locator("svg.practice .rest")).to_be_visible()
        coach.go_back()
        coach.get_by_role("button", name=re.compile("End what was given")).click()
        expect(coach.get_by_text("ended")).to_be_visible()
        student.goto(address)
        expect(student.get_by_text("this lesson has ended", exact=False)).to_be_visible()
        self.assertEqual(Lesson.objects.filter(title="Tuesday class").count(), 1)

    def test_a_group_gets_its_lesson_without_a_link_and_a_closed_page_loses_nothing(self) -> None:
        coach = self.page
        coach.keyboard.press("7")
        coach.get_by_role("link", name=re.compile("Thursday class")).click()
        coach.get_by_label("Title").fill("Thursday: angles")
        # Kept by itself.
        expect(coach.get_by_text("Saved", exact=True)).to_be_visible()
        coach.reload()
        expect(coach.get_by_label("Title")).to_have_value("Thursday: angles")
        coach.get_by_role("link", name="Lessons").first.click()
        coach.get_by_label("Name of a new group").fill("Team")
        coach.get_by_role("button", name="Make it").click()
        code = coach.get_by_text(re.compile("^code ")).inner_text().removeprefix("code ")
        coach.get_by_role("link", name="Thursday: angles").click()
        coach.get_by_role("region", name="Give it").get_by_role("combobox").first.select_option(label="Team")
        coach.get_by_role("button", name="Give", exact=True).click()
        expect(coach.get_by_text(re.compile(", Team$"))).to_be_visible()
        self.assertIsNone(Giving.objects.latest("pk").digest)
        eva = self.phone()
        eva.context.add_cookies(demo_rows.cookies_of("eva", self.address))  # type: ignore[arg-type]
        eva.goto(f"{self.address}/lessons")
        eva.get_by_label("Its code").fill(code)
        eva.get_by_label("Your name there").fill("Eva")
        eva.get_by_role("button", name="Join", exact=True).tap()
        expect(eva.get_by_role("button", name="Leave the group Team")).to_be_visible()
        eva.reload()
        eva.get_by_role("link", name="Thursday: angles").tap()
        eva.get_by_role("button", name="Begin").tap()
        expect(eva.get_by_text("Position 1 of 4")).to_be_visible()
        self.press(eva, 0.5, 0.6)
        eva.get_by_role("button", name="Answer").tap()
        expect(eva.get_by_text("Leave an angle on the 8", exact=False)).to_be_visible()
        eva.get_by_role("link", name="Lessons").tap()
        expect(eva.get_by_text("1 of 4 answered", exact=False)).to_be_visible()
