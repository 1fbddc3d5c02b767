"""What every browser test stands on: the real server, a real worker and a real browser, and a player’s moves."""

import os
import re
import subprocess
import sys
import urllib.request

from django.db import connection
from django.test import TransactionTestCase
from playwright.sync_api import Page, expect, sync_playwright

from launcher.database import free_port
from tests.browser import demo_rows
from tests.browser.shots import DESK, browser_options
from tests.lasting import last_while
from tests.server.worker import SERVER, Worker, eventually

# How long is waited for the page, and for what is worked out, ms: three lanes share two cores that may be slow ones,
# and how fast it is is measured elsewhere.
PAGE_MS, WORKED_MS = 60_000, 300_000
expect.set_options(timeout=PAGE_MS)
# Of the tries that the page asks for first a fifth: the same work, and a test waits less for it.
FEWER_TRIES = """
const fetched = window.fetch
window.fetch = async (asked, more) => {
  if (!(asked instanceof Request && asked.method === 'POST' && asked.url.endsWith('/api/studies'))) {
    return fetched(asked, more)
  }
  const body = await asked.clone().json()
  if (body.samples === 1000) body.samples = 200
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
        last_while(BrowserCase, self.end)

    def _answers(self) -> bool:
        try:
            with urllib.request.urlopen(f"{self.address}/api/session", timeout=2) as answer:
                return answer.status == 200
        except OSError:
            return False

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
        cls.address, cls.browser = _stage.address, _stage.browser

    # Whether the demo's record is needed: some hundred decisions cost a second.
    season = False

    def setUp(self) -> None:
        demo_rows.lay_out(self.season)
        self.page = self.open_page()

    def _fixture_teardown(self) -> None:
        """The next test lays out its own rows; what comes after the class finds none."""

    @classmethod
    def tearDownClass(cls) -> None:
        super().tearDownClass()
        demo_rows.forget()

    def open_page(self, viewport: dict[str, int] = DESK, has_touch: bool = False) -> Page:
        context = self.browser.new_context(
            viewport=viewport, reduced_motion="reduce", accept_downloads=True, has_touch=has_touch, is_mobile=has_touch
        )  # type: ignore[arg-type]
        self.addCleanup(context.close)
        context.add_init_script(FEWER_TRIES)
        page = context.new_page()
        page.set_default_timeout(PAGE_MS)
        self.complaints: list[str] = []
        page.on("pageerror", lambda error: self.complaints.append(str(error)))
        context.add_cookies(demo_rows.cookies(self.address))  # type: ignore[arg-type]
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
