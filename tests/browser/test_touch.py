"""A thumb at the table: touch events on the phone size."""

import re
import time

from playwright.sync_api import CDPSession, Page, expect

from tests.browser.shots import PHONE
from tests.browser.stage import WORKED_MS, BrowserCase

Point = tuple[float, float]


class Fingers:
    """Fingers on a page, as the browser has them from the glass."""

    def __init__(self, page: Page) -> None:
        self.page = page
        self.glass: CDPSession = page.context.new_cdp_session(page)

    def _send(self, kind: str, *at: Point) -> None:
        points = [{"x": x, "y": y, "id": number} for number, (x, y) in enumerate(at)]
        self.glass.send("Input.dispatchTouchEvent", {"type": kind, "touchPoints": points})

    def go(self, *ways: tuple[Point, Point], steps: int = 8, let_go: bool = True) -> None:
        """Put fingers down, move each along its way, and lift them."""
        self._send("touchStart", *(begin for begin, _ in ways))
        for step in range(1, steps + 1):
            share = step / steps
            at = [(a[0] + share * (b[0] - a[0]), a[1] + share * (b[1] - a[1])) for a, b in ways]
            self._send("touchMove", *at)
            self.page.wait_for_timeout(16)
        if let_go:
            self.lift()

    def lift(self) -> None:
        self._send("touchEnd")


class Touch(BrowserCase):
    def setUp(self) -> None:
        super().setUp()
        self.page = self.open_page(PHONE, has_touch=True)
        self.fingers = Fingers(self.page)

    def middle(self, ball: str) -> Point:
        box = self.page.locator(f"svg.table [data-ball='{ball}']").bounding_box()
        assert box is not None
        return box["x"] + box["width"] / 2, box["y"] + box["height"] / 2

    def empty_cloth(self) -> Point:
        """A place without a ball, and without a control over it."""
        found = self.page.evaluate(
            """() => {
              const box = document.querySelector('svg.table').getBoundingClientRect()
              for (let down = 0.3; down < 0.7; down += 0.02) for (let across = 0.3; across < 0.7; across += 0.02) {
                const [x, y] = [box.x + across * box.width, box.y + down * box.height]
                const at = document.elementFromPoint(x, y)
                if (at?.closest('svg.table') && !at.closest('[data-ball], [data-grip]')) return [x, y]
              }
            }"""
        )
        return found[0], found[1]

    def comes_to_rest(self) -> None:
        last = -1.0
        while last != (last := self.page.evaluate("window.scrollY")):
            self.page.wait_for_timeout(150)

    def test_one_finger_scrolls_past_the_cloth_and_moves_a_ball(self) -> None:
        x, y = self.empty_cloth()
        before = self.place_words("9")
        self.fingers.go(((x, y), (x, y - 200)))
        self.page.wait_for_function("() => window.scrollY > 60")
        self.comes_to_rest()
        self.assertEqual(self.place_words("9"), before)
        scrolled = self.page.evaluate("window.scrollY")
        x, y = self.middle("9")
        self.fingers.go(((x, y), (x - 30, y + 40)), let_go=False)
        # Beside the finger: what is under it, larger.
        expect(self.page.locator(".loupe")).to_be_visible()
        self.fingers.lift()
        expect(self.page.locator(".loupe")).to_be_hidden()
        self.assertNotEqual(self.place_words("9"), before)
        self.assertEqual(self.page.evaluate("window.scrollY"), scrolled)

    def test_two_fingers_bring_the_table_nearer_and_a_ball_stays_under_the_finger(self) -> None:
        before, lies = self.middle("9"), self.place_words("9")
        across, down = before
        self.fingers.go(
            ((across - 20, down - 30), (across - 60, down - 90)), ((across + 20, down + 30), (across + 60, down + 90))
        )
        near = self.page.get_by_role("button", name="Whole table")
        expect(near).to_be_visible()
        after = self.middle("9")
        self.assertLess(abs(after[0] - before[0]) + abs(after[1] - before[1]), 6)
        self.assertEqual(self.place_words("9"), lies)
        # Nearer, a ball goes as far as the finger on the screen, so a third as far on the table.
        self.fingers.go((after, (after[0] + 36, after[1])))
        moved = self.middle("9")
        self.assertAlmostEqual(moved[0] - after[0], 36, delta=3)
        near.tap()
        expect(near).to_be_hidden()
        self.assertLess(abs(self.middle("9")[0] - before[0]), 20)

    def test_a_newcomer_sees_an_answer_sets_a_rack_weighs_chooses_and_keeps_it_by_thumb_alone(self) -> None:
        # Cold, as for who comes the first time: how long he takes is said.
        self.page = page = self.blank_page(PHONE, has_touch=True, is_cold=True)
        self.fingers = Fingers(page)
        began = time.monotonic()
        page.goto(self.address)
        page.get_by_role("button", name="Make an account").tap()
        page.get_by_label("Name", exact=True).fill("newcomer")
        page.get_by_label("Password").fill("three plain words")
        page.get_by_role("button", name="Make the account").tap()
        # A layout that is answered by itself, with three steps on it.
        steps = page.get_by_label("First steps", exact=True)
        expect(steps).to_be_visible()
        expect(page.get_by_text(re.compile("settled in"))).to_be_visible(timeout=WORKED_MS)
        steps.get_by_role("button", name="Say who plays").tap()
        expect(page.get_by_role("combobox", name="Me", exact=True)).to_be_focused()
        page.get_by_title("Game, players, table, fouls, race").tap()
        steps.get_by_role("button", name="Put this away").tap()
        expect(steps).to_be_hidden()
        page.get_by_role("button", name="Library").tap()
        page.get_by_role("button", name="Three to run").tap()
        expect(page.get_by_label("Name of the layout")).to_have_value("Three to run")
        page.evaluate("window.scrollTo(0, 0)")
        self.comes_to_rest()
        x, y = self.middle("9")
        before = self.place_words("9")
        self.fingers.go(((x, y), (x - 20, y + 30)))
        self.assertNotEqual(self.place_words("9"), before)
        page.get_by_role("button", name="Weigh").tap()
        expect(page.get_by_text(re.compile("settled in"))).to_be_visible(timeout=WORKED_MS)
        page.get_by_label("Ledger of shots").locator("button.line").nth(1).tap()
        page.get_by_role("button", name=re.compile("^Save")).tap()
        expect(page.get_by_role("button", name="Saved")).to_be_visible()
        self.assertLess(time.monotonic() - began, 120)
        page.reload()
        expect(page.locator("[data-ball='9']")).to_be_visible()
        expect(steps).to_be_hidden()
        page.keyboard.press("?")
        page.get_by_role("button", name="The first steps again").tap()
        expect(steps).to_be_visible()
