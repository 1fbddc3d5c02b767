"""What is given away by a link, in the real interface: who gives it, and who has it and no account."""

from playwright.sync_api import expect

from links.models import Link
from studies.models import Study
from tests.browser import demo_rows
from tests.browser.shots import PHONE, from_menu
from tests.browser.stage import WORKED_MS, BrowserCase


class Links(BrowserCase):
    def test_an_answer_is_given_away_read_on_a_phone_without_an_account_taken_over_and_ended(self) -> None:
        page = self.page
        self.type_place("9 at 7, 2")
        self.weigh()
        # Until then its lines change places.
        expect(page.get_by_text("then looked ahead")).to_be_visible(timeout=WORKED_MS)
        lines = Study.objects.latest("pk").document["options"]
        from_menu(page, "Files")
        give = page.get_by_label("A link for others", exact=True)
        give.get_by_label("Signed").fill("the coach")
        give.get_by_role("button", name="Make a link").click()
        address = give.get_by_label("The link", exact=True).input_value()
        expect(give.get_by_role("img", name="QR code of the link")).to_be_visible()
        visitor = self.blank_page(PHONE, has_touch=True)
        visitor.goto(address)
        title = Link.objects.get().title
        expect(visitor.get_by_role("heading", level=1)).to_have_text(title)
        expect(visitor.get_by_text("by the coach")).to_be_visible()
        told = visitor.get_by_label("What was weighed")
        expect(told.get_by_role("button", pressed=True)).to_contain_text(lines[0]["name"])
        expect(visitor.locator("svg.table .path").first).to_be_attached()
        told.locator("button.line").nth(1).tap()
        expect(told.get_by_role("button", pressed=True)).to_contain_text(lines[1]["name"])
        self.assertEqual(self.violations(visitor), [])
        widths = visitor.evaluate("[document.documentElement.scrollWidth, window.innerWidth]")
        self.assertLessEqual(widths[0], widths[1])
        # To his own board, once he has signed in.
        visitor.get_by_role("button", name="Put it on my board").tap()
        expect(visitor.get_by_label("Password")).to_be_visible()
        visitor.context.add_cookies(demo_rows.cookies(self.address))  # type: ignore[arg-type]
        visitor.reload()
        expect(visitor.locator("svg.table [data-ball='9']")).to_have_attribute("aria-label", "Ball 9 at 7.00, 2.00")
        page.keyboard.press("Escape")
        from_menu(page, "Account")
        page.get_by_role("button", name=f"End the link to {title}").click()
        expect(page.get_by_label("Links given away")).to_contain_text("ended")
        visitor.goto(address)
        expect(visitor.get_by_text("this link has ended", exact=False)).to_be_visible()
        visitor.goto(f"{self.address}/l/{'x' * 32}")
        expect(visitor.get_by_text("This link leads nowhere", exact=False)).to_be_visible()
