"""One board, two browsers: a coach at the desk, and a student on a phone who has no account."""

import re

from playwright.sync_api import expect

from tests.browser.shots import PHONE, from_menu
from tests.browser.stage import BrowserCase


class Together(BrowserCase):
    def test_a_student_joins_by_the_code_sees_each_move_has_the_hand_and_gives_it_back(self) -> None:
        coach = self.page
        from_menu(coach, "Open to others")
        coach.get_by_label("Your name there").fill("Coach Mara")
        coach.get_by_role("button", name="Open", exact=True).click()
        code = coach.get_by_label("Code", exact=True).inner_text()
        self.assertRegex(code, r"^[A-Z2-9]{4} [A-Z2-9]{4}$")
        expect(coach.get_by_role("img", name="QR code of this board")).to_be_visible()
        student = self.blank_page(PHONE, has_touch=True)
        student.goto(f"{self.address}/b")
        student.get_by_label("Code").fill("abcd-efgh")
        student.get_by_label("Your name").fill("Eva")
        student.get_by_role("button", name="Join").tap()
        expect(student.get_by_text("There is no board with this code", exact=False)).to_be_visible()
        student.get_by_label("Code").fill(code.lower())
        student.get_by_role("button", name="Join").tap()
        expect(coach.get_by_role("button", name="Give the hand to Eva")).to_be_visible()
        coach.keyboard.press("Escape")

        def seen(page: object, ball: str, place: str) -> None:
            words = re.compile(f"Ball {ball} at {place}")
            expect(page.locator(f"svg.table [data-ball='{ball}']")).to_have_attribute("aria-label", words)  # type: ignore[attr-defined]

        self.type_place("9 at 7, 2")
        seen(student, "9", "7.00, 2.00")
        coach.get_by_role("button", name="Undo").click()
        expect(student.locator("svg.table [data-ball='9'][aria-label='Ball 9 at 7.00, 2.00']")).to_have_count(0)
        self.type_place("9 at 6, 3")
        self.weigh()
        lines = coach.get_by_label("Ledger of shots").locator("button.line")
        lines.nth(1).click()
        chosen = coach.get_by_label("Ledger of shots").locator("button.line[aria-pressed=true] b").first
        told = student.get_by_label("The shot that is shown")
        expect(told.get_by_role("heading", level=2)).to_have_text(chosen.inner_text())
        expect(student.locator("svg.table .path").first).to_be_attached()
        self.assertEqual(self.violations(student), [])
        widths = student.evaluate("[document.documentElement.scrollWidth, window.innerWidth]")
        self.assertLessEqual(widths[0], widths[1])
        # Pointing: where the cloth is pressed, the coach sees who.
        box = student.locator("svg.table").bounding_box()
        assert box is not None
        student.touchscreen.tap(box["x"] + box["width"] / 2, box["y"] + box["height"] * 0.8)
        expect(coach.locator(".pointer")).to_contain_text("Eva")
        # The hand: asked for, given, used, and taken back by moving.
        student.get_by_role("button", name="Ask for the hand").tap()
        line = coach.get_by_label("Open to others", exact=True)
        expect(line).to_contain_text("Eva would like to have the hand")
        line.get_by_role("button", name="People").click()
        coach.get_by_role("button", name="Give the hand to Eva").click()
        coach.keyboard.press("Escape")
        expect(student.get_by_text("You have the hand")).to_be_visible()
        student.locator(".tray button").first.tap()
        expect(line).to_contain_text("The hand is with Eva")
        count = student.locator("svg.table [data-ball]").count()
        expect(coach.locator("svg.table [data-ball]")).to_have_count(count)
        self.type_place("9 at 4, 1")
        expect(student.get_by_role("button", name="Ask for the hand")).to_be_visible()
        seen(student, "9", "4.00, 1.00")
        # Nothing is lost when the coach's page closes in the middle, nor when the phone comes back.
        coach.reload()
        expect(coach.get_by_label("Open to others", exact=True)).to_contain_text(code)
        seen(coach, "9", "4.00, 1.00")
        student.reload()
        seen(student, "9", "4.00, 1.00")
        self.type_place("9 at 5, 1")
        seen(student, "9", "5.00, 1.00")
        coach.get_by_role("button", name="People").click()
        coach.get_by_role("button", name="Close it to others").click()
        expect(student.get_by_role("heading", level=1)).to_have_text("This board is closed")
