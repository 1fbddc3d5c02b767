"""The Run-out place as a player uses it: plan, look at a ball, change it, compare, come back."""

import re

from playwright.sync_api import Locator, expect

from tests.browser.shots import PHONE, from_menu
from tests.browser.stage import WORKED_MS, BrowserCase

PLACES = "cue at 4, 1.2; 7 at 6, 1; 8 at 2, 3; 9 at 7, 2.5"


class RunOut(BrowserCase):
    def plan(self) -> Locator:
        """Three balls set up by typing, planned and settled; the lines of the plan."""
        page = self.page
        page.get_by_role("link", name="Run-out").click()
        from_menu(page, "Clear")
        self.type_place(PLACES)
        page.get_by_role("button", name="Plan", exact=True).click()
        lines = page.get_by_label("The plan", exact=True).locator("ol button")
        expect(page.get_by_text(re.compile("settled in"))).to_be_visible(timeout=WORKED_MS)
        return lines

    def test_a_rack_is_planned_and_gone_through_ball_by_ball_with_keys(self) -> None:
        lines, page = self.plan(), self.page
        expect(lines).to_have_count(3)
        expect(page.get_by_label("The plan", exact=True)).to_contain_text("Run out")
        page.locator("h2").first.click()
        page.keyboard.press("Escape")
        page.keyboard.press("ArrowRight")
        expect(page.get_by_label("Shot 1", exact=True)).to_contain_text("Ball 7 into the")
        expect(page.locator("svg.table .stipple").first).to_be_attached()
        page.keyboard.press("ArrowRight")
        expect(lines.nth(1)).to_have_attribute("aria-pressed", "true")
        # The ball that is down by then is drawn faintly.
        expect(page.locator("[data-ball='7']")).to_have_class(re.compile("faint"))
        self.assertRegex(page.url, r"/run-out/\d+\?shot=2")
        page.get_by_role("link", name="Table").click()
        page.get_by_role("link", name="Run-out").click()
        expect(page.get_by_label("Shot 2", exact=True)).to_be_visible()
        page.reload()
        expect(page.get_by_label("Shot 2", exact=True)).to_be_visible()

    def test_another_place_for_the_cue_ball_is_planned_and_two_plans_stand_side_by_side(self) -> None:
        lines, page = self.plan(), self.page
        page.get_by_role("button", name="Keep").click()
        lines.first.click()
        page.get_by_role("button", name="I want to be elsewhere").click()
        box = page.locator("svg.table").bounding_box()
        assert box is not None
        page.mouse.click(box["x"] + 0.3 * box["width"], box["y"] + 0.5 * box["height"])
        expect(page.get_by_role("button", name="Wherever is best")).to_be_visible()
        expect(page.get_by_text(re.compile("settled in"))).to_be_visible(timeout=WORKED_MS)
        page.get_by_role("button", name="Keep").click()
        kept = page.get_by_label("Kept plans").get_by_role("link")
        expect(kept).to_have_count(2)
        expect(kept.last).to_contain_text("after the 7 elsewhere")
        page.get_by_role("button", name="Undo my changes").click()
        expect(page.get_by_role("button", name="Undo my changes")).to_be_hidden()

    def test_the_place_of_rest_is_dragged_and_a_shot_of_ones_own_is_planned_on_from(self) -> None:
        lines, page = self.plan(), self.page
        lines.first.click()
        ring = page.locator("svg.table .grip").bounding_box()
        assert ring is not None
        x, y = ring["x"] + ring["width"] / 2, ring["y"] + ring["height"] / 2
        page.mouse.move(x, y)
        page.mouse.down()
        page.mouse.move(x - 20, y + 15)
        page.mouse.move(x - 60, y + 40)
        page.mouse.up()
        expect(page.get_by_role("button", name="Wherever is best")).to_be_visible()
        page.get_by_role("button", name="My own shot").click()
        own = page.get_by_label("My own shot", exact=True)
        own.get_by_role("button", name="Plan on with it").click()
        expect(page.get_by_role("button", name="Not my shot")).to_be_visible()
        expect(page.get_by_label("Shot 1", exact=True)).to_contain_text("my own shot", timeout=WORKED_MS)
        # The shot of the second ball, aimed wide of it, is refused in words and not planned with.
        expect(page.get_by_text(re.compile("settled in"))).to_be_visible(timeout=WORKED_MS)
        lines.nth(1).click()
        page.keyboard.press("y")
        own.get_by_label("° aim").fill("200")
        # What is typed stays, whatever is answered meanwhile.
        expect(own.get_by_text("rack chance")).to_be_visible()
        expect(own.get_by_label("° aim")).to_have_value("200")
        own.get_by_label("° aim").press("Enter")
        expect(own.get_by_text("It does not pot the 8.")).to_be_visible()
        expect(own.get_by_role("button", name="Plan on with it")).to_be_disabled()

    def test_a_changed_layout_says_so_and_what_is_refused_is_said(self) -> None:
        self.plan()
        page = self.page
        self.type_place("8 at 3, 3")
        expect(page.get_by_text("the layout has changed since")).to_be_visible()
        self.type_place("7 off", "8 off", "9 off")
        page.get_by_role("button", name="Plan", exact=True).click()
        expect(page.get_by_text("there is no ball to play")).to_be_visible()

    def test_on_a_phone_nothing_scrolls_sideways_and_every_ball_is_reached(self) -> None:
        self.page = self.open_page(PHONE)
        lines, page = self.plan(), self.page
        lines.last.scroll_into_view_if_needed()
        lines.last.click()
        wide = page.evaluate("document.documentElement.scrollWidth - innerWidth")
        self.assertLessEqual(wide, 0)
        expect(page.get_by_label("Shot 3", exact=True)).to_be_attached()
