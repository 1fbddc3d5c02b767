"""The Table place as a page: sizes, themes, accessibility, accounts, and what it does when the server is away."""

from django.contrib.auth.models import User
from playwright.sync_api import expect

from tests.browser.shots import PHONE, sign_in
from tests.browser.stage import BrowserCase


class ThePage(BrowserCase):
    def test_axe_finds_nothing_in_either_theme_at_either_size(self) -> None:
        self.weigh()
        self.assertEqual(self.violations(self.page), [])
        self.page.get_by_role("button", name="Hall light").click()
        self.assertEqual(self.violations(self.page), [])
        for dialog in ("Keys", "Files", "Open"):
            self.page.get_by_role("button", name=dialog, exact=True).click()
            expect(self.page.get_by_role("dialog")).to_be_visible()
            self.assertEqual(self.violations(self.page), [], dialog)
            self.page.keyboard.press("Escape")
            expect(self.page.get_by_role("dialog")).to_be_hidden()
        self.page.get_by_role("button", name="My shot").click()
        expect(self.page.get_by_text("of racks won, by a quick look")).to_be_visible()
        self.page.get_by_label("Place a ball by typing").press_sequentially("3 fro")
        expect(self.page.get_by_role("listbox", name="How it may go on")).to_be_visible()
        self.assertEqual(self.violations(self.page), [])
        self.page = self.open_page(PHONE)
        self.assertEqual(self.violations(self.page), [])
        self.weigh()
        self.assertEqual(self.violations(self.page), [])

    def test_on_a_phone_nothing_scrolls_sideways_and_the_ledger_follows_the_table(self) -> None:
        self.page = self.open_page(PHONE)
        self.weigh()
        widths = self.page.evaluate("[document.documentElement.scrollWidth, window.innerWidth]")
        self.assertLessEqual(widths[0], widths[1])
        table, ledger = self.page.locator("svg.table").bounding_box(), self.page.locator(".ledger").bounding_box()
        assert table is not None and ledger is not None
        self.assertGreater(table["height"], 1.5 * table["width"])
        self.assertGreater(ledger["y"], table["y"] + table["height"])

    def test_the_page_weighs_less_than_700_kB_and_loads_nothing_from_elsewhere(self) -> None:
        page = self.open_page()
        loaded = page.evaluate("performance.getEntriesByType('resource').map((e) => [e.name, e.transferSize])")
        self.assertLess(sum(size for _, size in loaded), 700_000)
        self.assertEqual([name for name, _ in loaded if not name.startswith((self.address, "data:", "blob:"))], [])

    def test_with_the_server_away_nothing_is_lost_and_the_page_says_what_to_do(self) -> None:
        page = self.page
        page.context.set_offline(True)
        self.drag("9", 40, 30)
        moved = self.place_words("9")
        page.get_by_role("button", name="Weigh").click()
        expect(page.get_by_role("alert")).to_contain_text("Your layout is kept in this browser")
        page.context.set_offline(False)
        page.reload()
        expect(page.locator("svg.table [data-ball='9']")).to_be_visible()
        self.assertEqual(self.place_words("9"), moved)

    def test_the_back_button_leads_to_the_layout_before(self) -> None:
        page = self.page
        first = page.get_by_label("Name of the layout").input_value()
        page.get_by_role("button", name="Open", exact=True).click()
        page.get_by_role("dialog").locator(".open").nth(2).click()
        name = page.get_by_label("Name of the layout")
        expect(name).not_to_have_value(first)
        second = name.input_value()
        page.get_by_role("button", name="Open", exact=True).click()
        page.get_by_role("dialog").locator(".open").nth(4).click()
        expect(name).not_to_have_value(second)
        page.go_back()
        page.go_back()
        expect(name).to_have_value(second)

    def test_nobody_sees_the_layouts_of_another_account(self) -> None:
        User.objects.create_user("stranger", password="a-long-password")
        with self.page.expect_navigation():
            self.page.get_by_role("button", name="Sign out").click()
        expect(self.page.get_by_role("button", name="Sign in")).to_be_visible()
        sign_in(self.page, self.address, "stranger", "a-long-password")
        self.page.get_by_role("button", name="Open", exact=True).click()
        expect(self.page.get_by_text("None yet. Save keeps the one on the table.")).to_be_visible()
