"""Players and tables measured as a player does it: a phone beside the table, taps, a connection that comes and goes."""

import re

from playwright.sync_api import Page, expect

from measures.models import Attempt
from tests.browser.shots import PHONE
from tests.browser.stage import WORKED_MS, BrowserCase
from tests.server.worker import eventually


class Measuring(BrowserCase):
    def player(self, name: str) -> Page:
        page = self.page
        page.get_by_role("link", name="Players", exact=True).click()
        page.get_by_role("link", name=name, exact=True).click()
        expect(page.get_by_role("heading", name=name)).to_be_visible()
        return page

    def rest(self, page: Page, across: float, along: float) -> None:
        """Tap the drawing of the table at shares of its width and height."""
        box = page.locator("svg.station").bounding_box()
        assert box is not None
        page.mouse.click(box["x"] + across * box["width"], box["y"] + along * box["height"])

    def test_a_whole_short_measure_on_the_phone_with_the_connection_lost_in_between(self) -> None:
        self.page = self.open_page(PHONE)
        page = self.player("Tomas Vale")
        page.get_by_role("button", name="Short: 20 shots").click()
        expect(page.get_by_role("heading", name="Long straight")).to_be_visible()
        widths = page.evaluate("[document.documentElement.scrollWidth, window.innerWidth]")
        self.assertLessEqual(widths[0], widths[1])
        for outcome in ("made", "made", "right"):
            page.get_by_role("button", name=outcome, exact=True).click()
        eventually("the first three are kept", lambda: self.kept() == 3)
        page.context.set_offline(True)
        for outcome in ("left", "made", "made"):
            page.get_by_role("button", name=outcome, exact=True).click()
        expect(page.get_by_text("3 not sent yet")).to_be_visible()
        page.get_by_role("button", name="Undo").click()
        page.context.set_offline(False)
        eventually("they are sent by themselves, less the one taken back", lambda: self.kept() == 5)
        page.reload()
        expect(page.get_by_text("5 of 7")).to_be_visible()
        for outcome in ("made", "far right"):
            page.get_by_role("button", name=outcome, exact=True).click()
        expect(page.get_by_role("heading", name="Long cut")).to_be_visible()
        for outcome in ("made", "thick", "thick", "made", "thin", "far too thick", "did not get there"):
            page.get_by_role("button", name=outcome, exact=True).click()
        expect(page.get_by_role("heading", name="To the middle")).to_be_visible()
        for across, along in ((0.5, 0.5), (0.52, 0.42), (0.48, 0.61), (0.5, 0.47), (0.5, 0.3)):
            self.rest(page, across, along)
        page.get_by_role("button", name="fell in a pocket").click()
        page.get_by_role("button", name="Done: measure").click()
        expect(page.get_by_role("heading", name=re.compile("The stroke: "))).to_be_visible(timeout=WORKED_MS)
        # What did not get there is kept, and counts for nothing.
        expect(page.get_by_text("20 attempts in all")).to_be_visible()
        expect(page.get_by_text("From 19 attempts")).to_be_visible()
        page.get_by_role("radio", name=re.compile("what is measured")).click()
        expect(page.get_by_text("measured · left-handed", exact=False)).to_be_visible()
        self.assertEqual(self.violations(page), [])

    def kept(self) -> int:
        return Attempt.objects.filter(player__name="Tomas Vale").count()

    def test_the_demo_player_is_measured_by_keys_and_told_what_to_practise(self) -> None:
        page = self.player("Ida Brandt")
        stroke = page.get_by_label("The stroke")
        expect(stroke.get_by_text("From 80 attempts")).to_be_visible(timeout=WORKED_MS)
        expect(stroke.get_by_text("long straight pot")).to_be_visible()
        page.get_by_role("button", name="Work it out", exact=True).click()
        practice = page.get_by_label("What each error costs")
        expect(practice.get_by_text(re.compile("Practise .* first"))).to_be_visible(timeout=WORKED_MS)
        expect(page.get_by_role("button", name="Work it out again")).to_be_visible(timeout=WORKED_MS)
        self.assertEqual(self.violations(page), [])
        page.get_by_role("button", name="Long: 60 shots").click()
        expect(page.get_by_role("heading", name="Long straight")).to_be_visible()
        for key in "mkRl":
            page.keyboard.press(key)
        page.keyboard.press("u")
        expect(page.get_by_text("3 of 10")).to_be_visible()
        page.get_by_role("button", name="To the middle").click()
        page.locator("svg.station").focus()
        for key in ("ArrowRight", "ArrowUp", "Enter"):
            page.keyboard.press(key)
        expect(page.get_by_text("came to rest at 4.3, 2.3")).to_be_visible()
        self.assertEqual(self.violations(page), [])
        page.get_by_role("link", name="Go on later").click()
        expect(page.get_by_role("button", name="Go on with the long measure: 4 of 60 played")).to_be_visible()
        # From a player's page the tab leads back to all of them.
        page.get_by_role("navigation", name="Pages").get_by_role("link", name="Players").click()
        expect(page.get_by_role("heading", name="Players and tables")).to_be_visible()

    def test_a_table_is_measured_by_a_roll_and_its_mouths_and_printed(self) -> None:
        page = self.page
        page.get_by_role("link", name="Players", exact=True).click()
        page.get_by_role("link", name="Harbour Lane 4", exact=True).click()
        expect(page.get_by_text("Nothing is measured yet")).to_be_visible()
        roll = page.get_by_role("form", name="A slow roll")
        roll.get_by_role("button", name=re.compile("passes the 2nd diamond")).click()
        page.wait_for_timeout(400)
        roll.get_by_role("button", name=re.compile("has come to rest")).click()
        self.assertGreater(float(roll.get_by_label("Time, s").input_value()), 0.3)
        roll.get_by_label("Time, s").fill("4.9")
        roll.get_by_label("Rest, diamonds beyond the mark").fill("4")
        roll.get_by_role("button", name="Keep").click()
        said = page.get_by_label("What they say")
        expect(said.get_by_text("for the last length it rolls")).to_be_visible()
        mouths = page.get_by_role("form", name="The mouths")
        mouths.get_by_label("mm").fill("300")
        expect(mouths.get_by_role("button", name="Keep")).to_be_disabled()
        mouths.get_by_label("mm").fill("2")
        mouths.get_by_role("button", name="Keep").click()
        expect(said.get_by_text("Corner mouths")).to_be_visible()
        said.get_by_label("use it").first.check()
        expect(said.get_by_label("use it").first).to_be_checked()
        with page.expect_download() as card:
            page.get_by_role("button", name="card (PDF)").click()
        self.assertEqual(card.value.suggested_filename, "table-card.pdf")
        self.assertEqual(self.violations(page), [])
        page.get_by_label("Readings").get_by_role("button", name="Delete").last.click()
        expect(said.get_by_text("Corner mouths")).to_be_hidden()
