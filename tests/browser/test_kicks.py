"""The Kicks place as a player uses it: find, look, aim by hand, log a try, hand the shot on, come back."""

import re

from playwright.sync_api import Locator, expect

from tests.browser.shots import PHONE, from_menu
from tests.browser.stage import WORKED_MS, BrowserCase


class Kicks(BrowserCase):
    def find(self) -> Locator:
        """The demo's hooked layout with its ways settled; the lines of the list."""
        page = self.page
        page.get_by_role("link", name="Kicks").click()
        from_menu(page, "Clear")
        page.get_by_role("button", name="Try it on “Rack 5: hooked on the 2”").click()
        expect(page.get_by_text(re.compile("settled in"))).to_be_visible(timeout=WORKED_MS)
        # The best may be a jump, which has no sum.
        page.get_by_label("Ways to the ball").locator("ol button", has_text="· sum").first.click()
        expect(page.get_by_label("The sum")).to_be_visible()
        return page.get_by_label("Ways to the ball").locator("ol button")

    def by_the_numbers(self) -> None:
        """The way by three rails that has a sum, looked at."""
        page, lines = self.page, self.find()
        for line in lines.all():
            if "off three rails" in line.inner_text() and "no sum" not in line.inner_text():
                line.click()
                break
        expect(page.get_by_label("The sum")).to_contain_text(re.compile(r"\d less \d"))

    def test_a_way_has_its_sum_what_the_table_asks_and_a_window_and_keeps_its_address(self) -> None:
        self.by_the_numbers()
        page = self.page
        expect(page.get_by_label("Ways to the ball")).to_contain_text("Hooked: the 5 hides all of the 2")
        expect(page.get_by_label("The sum")).to_contain_text("This table asks")
        expect(page.get_by_label("The window")).to_contain_text(re.compile(r"From .+ to .+ wide"))
        expect(page.locator("svg.table .kick .window")).to_be_attached()
        self.assertRegex(page.url, r"/kicks/\d+\?way=")
        said = page.get_by_label("The sum").locator(".aloud").first.inner_text()
        page.locator("h2").first.click()
        address, lines = page.url, page.get_by_label("Ways to the ball").locator("ol button")
        is_first = lines.first.get_attribute("aria-pressed") == "true"
        there, back = ("ArrowDown", "ArrowUp") if is_first else ("ArrowUp", "ArrowDown")
        page.keyboard.press(there)
        expect(page).not_to_have_url(address)
        page.keyboard.press(back)
        expect(page).to_have_url(address)
        expect(page.get_by_label("The sum").locator(".aloud").first).to_have_text(said)
        page.reload()
        expect(page.get_by_label("The sum").locator(".aloud").first).to_have_text(said)

    def test_aimed_by_hand_sum_and_window_stay_and_the_shot_is_weighed_on_the_table(self) -> None:
        self.by_the_numbers()
        page = self.page
        said = page.get_by_label("The sum").locator(".aloud").first.inner_text()
        chart = page.get_by_label("The window", exact=True).locator("svg")
        chart.scroll_into_view_if_needed()
        box = chart.bounding_box()
        assert box is not None
        page.mouse.move(box["x"] + 0.3 * box["width"], box["y"] + 50)
        page.mouse.down()
        page.mouse.move(box["x"] + 0.4 * box["width"], box["y"] + 50)
        page.mouse.up()
        own = page.get_by_label("My own shot", exact=True)
        expect(own).to_be_visible()
        expect(page.get_by_label("The sum").locator(".aloud").first).to_have_text(said)
        own.get_by_role("button", name="Weigh it beside the others").click()
        expect(page).to_have_url(re.compile(r"/(studies/\d+.*)?$"))
        expect(page.get_by_text(re.compile("settled in"))).to_be_visible(timeout=WORKED_MS)
        expect(page.get_by_label("Ledger of shots").locator("ol")).to_contain_text("my shot")

    def test_a_try_is_logged_by_pressing_the_rail_and_corrects_the_sum(self) -> None:
        self.by_the_numbers()
        page = self.page
        page.keyboard.press("g")
        expect(page.get_by_text("press the rail where it arrived")).to_be_visible()
        table = page.locator("svg.table")
        box = table.bounding_box()
        assert box is not None
        # The head rail first, which this way does not reach; then the near rail two and a half diamonds from the foot.
        page.mouse.click(box["x"] + 0.06 * box["width"], box["y"] + 0.5 * box["height"])
        expect(page.get_by_text("That is the head rail")).to_be_visible()
        page.mouse.click(box["x"] + 0.65 * box["width"], box["y"] + 0.92 * box["height"])
        tries = page.get_by_label("Tries on this table")
        expect(tries.locator("tbody tr")).to_have_count(1)
        expect(page.get_by_label("The sum")).to_contain_text("With 1 try of this table")
        tries.get_by_role("button", name="Strike out").click()
        expect(tries.get_by_role("button", name="Count it")).to_be_visible()
        with page.expect_download() as card:
            tries.get_by_role("button", name="Kick card (PDF)").click()
        self.assertEqual(card.value.suggested_filename, "kick-card.pdf")

    def test_on_a_phone_the_ways_come_before_what_is_said_of_one_and_nothing_scrolls_sideways(self) -> None:
        self.page = self.open_page(PHONE)
        lines, page = self.find(), self.page
        expect(page.get_by_role("button", name=re.compile(r"All \d+ ways"))).to_be_visible()
        ways, sums = lines.first.bounding_box(), page.get_by_label("The sum").bounding_box()
        assert ways is not None and sums is not None
        self.assertLess(ways["y"], sums["y"])
        self.assertLessEqual(page.evaluate("document.documentElement.scrollWidth - innerWidth"), 0)
