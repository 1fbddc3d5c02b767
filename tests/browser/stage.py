"""What every browser test stands on: the real server, a real worker and a real browser, and a player’s moves."""

import os
import re
import subprocess
import sys
import urllib.request
from collections.abc import Callable
from functools import cached_property

from django.db import connection
from django.test import TransactionTestCase
from playwright.sync_api import BrowserContext, Locator, Page, expect, sync_playwright

from launcher.database import free_port
from tests.browser import demo_rows
from tests.browser.shots import DESK, browser_options
from tests.lasting import last_while
from tests.server.worker import SERVER, Worker, eventually

# How long is waited for the page, and for what is worked out, ms: three lanes share two cores that may be slow ones,
# and how fast it is is measured elsewhere.
PAGE_MS, WORKED_MS = 60_000, 300_000
expect.set_options(timeout=PAGE_MS)
# Of the tries that the page asks for first a small part: the same work, and a test waits less for it.
FEWER_TRIES = """
const fetched = window.fetch
window.fetch = async (asked, more) => {
  if (!(asked instanceof Request && asked.method === 'POST' && asked.url.endsWith('/api/studies'))) {
    return fetched(asked, more)
  }
  const body = await asked.clone().json()
  if (body.samples === 1000) body.samples = 80
  return fetched(new Request(asked, { body: JSON.stringify(body) }), more)
}
"""
AXE = SERVER.parent / "web" / "node_modules" / "axe-core" / "axe.min.js"


class Stage:
    """A server, a worker and a browser, for all browser tests in a row."""

    def __init__(self) -> None:
        self.worker = Worker().start()
        port = free_port()
        self.address = f"http://127.0.0.1:{port}"
        url = "postgresql://{USER}:{PASSWORD}@{HOST}:{PORT}/{NAME}".format(**connection.settings_dict)
        self.web = subprocess.Popen(
            [sys.executable, "-m", "uvicorn", "config.asgi:application", "--port", str(port), "--log-level", "warning",
             "--lifespan", "off", "--timeout-graceful-shutdown", "5"],
            cwd=SERVER, env={**os.environ, "DATABASE_URL": url},
        )  # fmt: skip
        eventually("the server answers", self._answers)
        self.playwright = sync_playwright().start()
        self.browser = self.playwright.chromium.launch(**browser_options())  # type: ignore[arg-type]
        self.kept: dict[tuple[int, bool], BrowserContext] = {}
        last_while(BrowserCase, self.end)

    def _answers(self) -> bool:
        try:
            with urllib.request.urlopen(f"{self.address}/api/session", timeout=2) as answer:
                return answer.status == 200
        except OSError:
            return False

    def profile(
        self, viewport: dict[str, int], has_touch: bool, is_cold: bool
    ) -> tuple[BrowserContext, Callable[[], None]]:
        """A browser's profile of this size that knows nobody, and how it is given back. The page's own files of earlier
        tests stay in it: loading them anew was half of what a test cost. Where it is asked for cold, or the one of its
        size is in use, it is new."""
        key = viewport["width"], has_touch
        before = None if is_cold else self.kept.pop(key, None)
        profile = before or self.browser.new_context(
            viewport=viewport, reduced_motion="reduce", accept_downloads=True, has_touch=has_touch, is_mobile=has_touch
        )  # type: ignore[arg-type]
        if before is None:
            profile.add_init_script(FEWER_TRIES)

        def give_back() -> None:
            if is_cold or key in self.kept:
                profile.close()
            else:
                self._empty(profile)
                self.kept[key] = profile

        return profile, give_back

    def _empty(self, profile: BrowserContext) -> None:
        """No page, no cookie, nothing of anybody's left."""
        for page in profile.pages:
            page.close()
        profile.set_offline(False)
        profile.clear_cookies()
        page = profile.new_page()
        asked = {"origin": self.address, "storageTypes": "local_storage,indexeddb,file_systems"}
        profile.new_cdp_session(page).send("Storage.clearDataForOrigin", asked)
        page.close()

    def end(self) -> None:
        global _stage
        _stage = None
        self.browser.close()
        self.playwright.stop()
        self.web.terminate()
        self.web.wait(10)
        self.worker.stop()


_stage: Stage | None = None


class BrowserCase(TransactionTestCase):
    """One server, worker and browser serve all browser tests; each begins with the demo data."""

    @classmethod
    def setUpClass(cls) -> None:
        global _stage
        super().setUpClass()
        _stage = _stage or Stage()
        cls.address = _stage.address

    # Whether the demo's record is needed: some hundred decisions cost a second.
    season = False

    def setUp(self) -> None:
        demo_rows.lay_out(self.season)
        self.complaints: list[str] = []

    @cached_property
    def page(self) -> Page:
        """Where the player is: at the desk, unless a test opened another page."""
        return self.open_page()

    def _fixture_teardown(self) -> None:
        """The next test lays out its own rows; what comes after the class finds none."""

    @classmethod
    def tearDownClass(cls) -> None:
        super().tearDownClass()
        demo_rows.forget()

    def blank_page(self, viewport: dict[str, int] = DESK, has_touch: bool = False, is_cold: bool = False) -> Page:
        """A page of somebody's own browser who has not signed in; cold: nothing was ever loaded in it."""
        assert _stage is not None
        profile, give_back = _stage.profile(viewport, has_touch, is_cold)
        self.addCleanup(give_back)
        page = profile.new_page()
        page.set_default_timeout(PAGE_MS)
        page.on("pageerror", lambda error: self.complaints.append(str(error)))
        return page

    def open_page(self, viewport: dict[str, int] = DESK, has_touch: bool = False, is_cold: bool = False) -> Page:
        """The Table as the demo's player finds it."""
        page = self.blank_page(viewport, has_touch, is_cold)
        page.context.add_cookies(demo_rows.cookies(self.address))  # type: ignore[arg-type]
        page.goto(self.address)
        expect(page.locator("[data-ball='cue']")).to_be_visible()
        return page

    def tearDown(self) -> None:
        self.assertEqual(self.complaints, [])

    def type_place(self, *phrases: str) -> None:
        field = self.page.get_by_label("Place a ball by typing")
        for phrase in phrases:
            field.fill(phrase)
            field.press("Enter")
            expect(field).to_have_value("")

    def place_words(self, ball: str) -> str:
        return self.page.locator(f"svg.table [data-ball='{ball}']").get_attribute("aria-label") or ""

    def drag(self, ball: str, dx: float, dy: float) -> None:
        box = self.page.locator(f"svg.table [data-ball='{ball}']").bounding_box()
        assert box is not None
        x, y = box["x"] + box["width"] / 2, box["y"] + box["height"] / 2
        self.page.mouse.move(x, y)
        self.page.mouse.down()
        self.page.mouse.move(x + dx / 2, y + dy / 2)
        self.page.mouse.move(x + dx, y + dy)
        self.page.mouse.up()

    def begin_to_weigh(self) -> Locator:
        """Until the first lines are there: the ledger's lines."""
        self.page.get_by_role("button", name="Weigh").click()
        lines = self.page.get_by_label("Ledger of shots").locator("ol li")
        lines.first.wait_for(timeout=WORKED_MS)
        return lines

    def weigh(self) -> None:
        self.page.get_by_role("button", name="Weigh").click()
        expect(self.page.get_by_text(re.compile("settled in"))).to_be_visible(timeout=WORKED_MS)

    def choose(self, words: str) -> None:
        """Take the first line of the ledger that says so."""
        self.page.get_by_label("Ledger of shots").locator("button.line", has_text=words).first.click()

    def violations(self, page: Page) -> list[str]:
        """What axe-core finds, rule by rule."""
        page.evaluate(AXE.read_text(encoding="utf-8"))
        found = page.evaluate("axe.run(document, {resultTypes: ['violations']})")["violations"]
        return [f"{rule['id']}: {[node['target'] for node in rule['nodes']]}" for rule in found]
