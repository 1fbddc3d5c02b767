"""A photo of the table at the phone: pockets pressed by a finger, a name mended, put on the board, weighed, undone."""

import io
import re

import numpy as np
from PIL import Image, ImageEnhance
from playwright.sync_api import expect

from partita.camera.paints import HELD_OUT
from partita.camera.photograph import Photograph, photograph
from partita.table.layout import Layout
from partita.table.spec import TableSpec
from tests.browser.shots import PHONE
from tests.browser.stage import WORKED_MS, BrowserCase

# A rack of nine-ball with the 3 and the 8 gone.
LAYOUT = Layout.in_diamonds(
    TableSpec(), cue=(2.0, 1.5), b1=(3.1, 2.9), b2=(6.2, 0.8), b4=(4.6, 3.3), b5=(1.1, 0.7), b6=(7.1, 2.4),
    b7=(5.3, 1.9), b9=(6.6, 3.4),
)  # fmt: skip
SEED = 7


def taken() -> Photograph:
    return photograph(LAYOUT, "cloth like the room", SEED, HELD_OUT)


def faded(jpeg: bytes) -> bytes:
    """With half of its colours gone: names are less sure."""
    file = io.BytesIO()
    ImageEnhance.Color(Image.open(io.BytesIO(jpeg))).enhance(0.5).save(file, "JPEG", quality=90)
    return file.getvalue()


class Photos(BrowserCase):
    def setUp(self) -> None:
        super().setUp()
        self.page.close()
        self.page = self.open_page(PHONE, has_touch=True)

    def tap_pockets(self, photo: Photograph) -> None:
        box = self.page.locator("svg.photo").bounding_box()
        assert box is not None
        rng = np.random.default_rng(1)
        for x, y in photo.pockets + rng.normal(0.0, 4.0, (6, 2)):
            self.page.touchscreen.tap(box["x"] + x / 1600 * box["width"], box["y"] + y / 1200 * box["height"])
            self.page.wait_for_timeout(50)

    def off(self, ball: str, place: str) -> float:
        """How far from a place a ball lies on the board, diamonds."""
        found = [
            [float(part) for part in re.findall(r"\d+\.\d+", words)[:2]] for words in (self.place_words(ball), place)
        ]
        return float(np.hypot(*np.subtract(*found)))

    def test_a_photo_is_pressed_mended_put_on_the_board_weighed_and_undone_by_one_undo(self) -> None:
        page, photo = self.page, taken()
        before = page.locator("svg.table [data-ball]").count()
        page.get_by_role("button", name="Photo", exact=True).tap()
        dialog = page.get_by_role("dialog", name="From a photo")
        expect(dialog.get_by_text("Tried on simulated pictures only")).to_be_visible()
        self.assertEqual(self.violations(page), [])
        file = {"name": "table.jpg", "mimeType": "image/jpeg", "buffer": faded(photo.jpeg)}
        dialog.get_by_text("Choose a picture").locator("input").set_input_files(file)  # type: ignore[arg-type]
        pressing = dialog.get_by_text("Press the middle of each of the six pockets")
        expect(pressing).to_be_visible(timeout=WORKED_MS)
        self.tap_pockets(photo)
        expect(dialog.get_by_text(re.compile("balls found"))).to_be_visible(timeout=WORKED_MS)
        rings = dialog.locator("svg.photo [data-ball]")
        self.assertGreaterEqual(rings.count(), 7)
        # What is to be looked at stands first; it is looked at, and right.
        listed = dialog.get_by_role("list", name="Balls found").get_by_role("button")
        doubted = listed.filter(has_text="?")
        self.assertGreaterEqual(doubted.count(), 1)
        listed.first.tap()
        expect(dialog.get_by_text(re.compile(r"Ball \d: look at its number\."))).to_be_visible()
        self.assertEqual(self.violations(page), [])
        before_it = doubted.count()
        dialog.get_by_role("button", name="That is right").tap()
        expect(doubted).to_have_count(before_it - 1)
        # A ball under another's name gives that one its own.
        listed.filter(has_text="Ball 9").tap()
        dialog.get_by_role("combobox", name="It is").tap()
        page.get_by_role("option", name="Ball 1", exact=True).tap()
        expect(dialog.locator("svg.photo [data-ball='1'][aria-pressed='true']")).to_have_count(1)
        dialog.get_by_role("button", name=re.compile("Put on the board")).tap()
        expect(dialog).to_be_hidden()
        expect(page.locator("svg.table [data-ball]")).to_have_count(8)
        for ball, place in (("9", "3.1, 2.9"), ("1", "6.6, 3.4")):
            self.assertLess(self.off(ball, place), 0.06)
        page.get_by_role("button", name="Weigh").tap()
        expect(page.get_by_text(re.compile("settled in"))).to_be_visible(timeout=WORKED_MS)
        page.get_by_role("button", name="Undo").tap()
        expect(page.locator("svg.table [data-ball]")).to_have_count(before)
        # Nothing of that rack is left for the next photo.
        page.get_by_role("button", name="Photo", exact=True).tap()
        expect(dialog.get_by_text("Tried on simulated pictures only")).to_be_visible()
        expect(dialog.get_by_role("list", name="Balls found")).to_be_hidden()
        page.goto(f"{self.address}/account")
        learned = page.get_by_role("region", name="Learned from photos")
        expect(learned.get_by_text("1 photo")).to_be_visible()
        learned.get_by_role("button", name=re.compile("Forget what was learned of")).tap()
        expect(learned.get_by_text("Nothing yet")).to_be_visible()
