"""Screenshots of every main view from the demo data: `python -m tests.browser.shots URL USER PASSWORD`."""

import os
import shutil
import sys
from pathlib import Path

from playwright.sync_api import Page, sync_playwright

FOLDER = Path(__file__).resolve().parents[2] / "docs" / "screenshots"
DESK, PHONE = {"width": 1280, "height": 800}, {"width": 390, "height": 844}


def browser_options() -> dict[str, object]:
    """Debian's Chromium, without the connections it would make by itself."""
    path = os.environ.get("PARTITA_CHROMIUM") or shutil.which("chromium")
    arguments = ["--no-sandbox", "--disable-gpu", "--disable-background-networking", "--disable-component-update"]
    return {"executable_path": path, "args": arguments}


def sign_in(page: Page, address: str, user: str, password: str) -> None:
    """From the sign-in sheet to the Table place."""
    page.goto(address)
    page.get_by_label("Name", exact=True).fill(user)
    page.get_by_label("Password").fill(password)
    page.get_by_role("button", name="Sign in").click()
    page.get_by_role("button", name="Weigh").wait_for()


def _until_ready(page: Page, address: str) -> None:
    """All of the physics is compiled, so that no picture tells of that."""
    while not page.request.get(f"{address.rstrip('/')}/api/readiness").json()["ready"]:
        page.wait_for_timeout(500)
    page.reload()
    page.get_by_role("button", name="Weigh").wait_for()


def weigh(page: Page) -> None:
    """Press Weigh and wait for the settled ledger and the drawing."""
    page.get_by_role("button", name="Weigh").click()
    page.get_by_text("settled in").wait_for(timeout=60_000)
    page.locator("svg.table .path").first.wait_for(state="attached")
    page.wait_for_timeout(300)


def _plan(page: Page) -> None:
    """The demo's rack for a run, opened from the library, planned on the Run-out page."""
    page.get_by_role("button", name="Library").click()
    page.get_by_role("dialog").get_by_role("button", name="six to run").first.click()
    page.get_by_role("combobox", name="Me", exact=True).click()
    page.get_by_role("option", name="strong league level").click()
    page.get_by_role("link", name="Run-out").click()
    page.get_by_role("button", name="Plan", exact=True).click()
    page.get_by_text("settled in").wait_for(timeout=60_000)
    page.wait_for_timeout(300)


def _kick(page: Page) -> None:
    """The demo's hooked layout on the Kicks page, its best way looked at closely."""
    page.get_by_role("link", name="Kicks").click()
    page.get_by_role("button", name="Clear").click()
    page.get_by_role("button", name="Try it on").click()
    page.get_by_text("settled in").wait_for(timeout=60_000)
    page.get_by_label("The window").wait_for()
    page.wait_for_timeout(600)


def _measured(page: Page) -> None:
    """The demo's measured player, his errors priced."""
    page.get_by_role("link", name="Ida Brandt", exact=True).click()
    page.get_by_role("heading", name="The stroke:").wait_for(timeout=60_000)
    page.get_by_role("button", name="Measure again").wait_for(timeout=60_000)
    page.get_by_role("button", name="Work it out", exact=True).click()
    page.get_by_role("button", name="Work it out again").wait_for(timeout=60_000)
    page.evaluate("window.scrollTo(0, 0)")
    page.wait_for_timeout(300)


def _record(page: Page) -> None:
    """A season of one player by day, and one of his decisions in the hall."""
    page.get_by_role("link", name="Record").click()
    page.get_by_label("Player").select_option("Tomas Vale")
    page.get_by_text("The dearest kind: attacked when safe was better.").wait_for()
    page.wait_for_timeout(300)
    _take(page, "record-day")
    page.get_by_role("combobox", name="Choices").select_option("attacked when safe was better")
    decisions = page.get_by_label("Decisions", exact=True)
    decisions.get_by_text("as good as any").first.wait_for(state="detached")
    decisions.get_by_role("link").first.click()
    page.locator(".still .path").first.wait_for(state="attached")
    page.get_by_role("button", name="Hall light").click()
    page.wait_for_timeout(300)
    _take(page, "decision-hall")


def _take(page: Page, name: str, full_page: bool = False) -> None:
    page.screenshot(path=FOLDER / f"{name}.png", animations="disabled", full_page=full_page)


def main(address: str, user: str, password: str) -> None:
    """Take them all."""
    FOLDER.mkdir(parents=True, exist_ok=True)
    with sync_playwright() as playwright:
        browser = playwright.chromium.launch(**browser_options())  # type: ignore[arg-type]
        page = browser.new_page(viewport=DESK, reduced_motion="reduce")
        sign_in(page, address, user, password)
        _until_ready(page, address)
        page.wait_for_timeout(400)
        weigh(page)
        _take(page, "table-day")
        page.get_by_label("Ledger of options").locator("ol button", has_text="■ Safe").first.click()
        page.wait_for_timeout(700)
        _take(page, "safety")
        page.emulate_media(media="print")
        page.set_viewport_size({"width": 1040, "height": 940})
        _take(page, "print")
        page.emulate_media(media="screen")
        page.set_viewport_size(DESK)
        page.get_by_label("Ledger of options").locator("ol button").first.click()
        page.get_by_role("button", name="My shot").click()
        page.get_by_text("rack chance, by a quick look").wait_for()
        _take(page, "own-shot")
        page.get_by_role("button", name="Close").click()
        page.get_by_role("button", name="Hall light").click()
        _take(page, "table-hall")
        page.get_by_role("button", name="Library").click()
        page.get_by_role("dialog").get_by_role("button", name="ball in hand").first.click()
        page.locator("svg.table .in-hand").wait_for()
        page.get_by_role("button", name="In words").click()
        page.wait_for_timeout(900)
        _take(page, "in-hand")
        page.get_by_role("button", name="Library").click()
        page.get_by_role("heading", name="Layouts").wait_for()
        page.wait_for_timeout(300)
        _take(page, "library")
        page.keyboard.press("Escape")
        page.get_by_role("button", name="Day light").click()
        _plan(page)
        _take(page, "run-out-day")
        _kick(page)
        _take(page, "kicks-day", full_page=True)
        page.get_by_role("link", name="Players").click()
        page.get_by_role("button", name="Change: Tomas Vale").click()
        page.wait_for_timeout(200)
        _take(page, "players-day")
        _measured(page)
        _take(page, "player-day", full_page=True)
        _record(page)
        page.close()
        phone = browser.new_page(viewport=PHONE, device_scale_factor=2, reduced_motion="reduce")
        sign_in(phone, address, user, password)
        phone.wait_for_timeout(400)
        weigh(phone)
        _take(phone, "table-phone")
        phone.get_by_label("Ledger of options").evaluate("sheet => window.scrollTo(0, sheet.offsetTop - 60)")
        phone.get_by_role("button", name="Open its").click()
        phone.wait_for_timeout(200)
        _take(phone, "ledger-phone")
        phone.evaluate("window.scrollTo(0, 0)")
        phone.get_by_role("button", name="Scene").click()
        phone.get_by_role("button", name="Hall light").click()
        phone.get_by_role("button", name="Less").click()
        phone.get_by_role("link", name="Run-out").click()
        phone.get_by_role("button", name="Plan", exact=True).click()
        phone.get_by_text("settled in").wait_for(timeout=60_000)
        phone.get_by_label("Through the plan").get_by_role("button", name="Shot 1").click()
        phone.evaluate("window.scrollTo(0, 0)")
        phone.wait_for_timeout(300)
        _take(phone, "run-out-phone")
        _kick(phone)
        phone.get_by_label("The sum").evaluate("card => window.scrollTo(0, card.offsetTop - 10)")
        phone.wait_for_timeout(300)
        _take(phone, "kicks-phone-hall")
        phone.get_by_role("link", name="Players").click()
        phone.get_by_role("link", name="June Okoro", exact=True).click()
        phone.get_by_role("button", name="Short: 20 shots").click()
        phone.get_by_role("button", name="made", exact=True).click()
        phone.wait_for_timeout(300)
        _take(phone, "measure-phone-hall")
        phone.get_by_role("link", name="Record").click()
        phone.get_by_role("link", name="Tomas Vale – Abel Moreau").first.click()
        phone.get_by_label("The chance of the match").wait_for()
        phone.wait_for_timeout(300)
        _take(phone, "match-phone-hall")
        browser.close()


if __name__ == "__main__":
    main(*sys.argv[1:4])
