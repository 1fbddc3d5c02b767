"""Screenshots of every main view from the demo data: `python -m tests.browser.shots URL USER PASSWORD`."""

import os
import shutil
import sys
from pathlib import Path

from playwright.sync_api import Browser, Page, expect, sync_playwright

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


def from_menu(page: Page, entry: str) -> None:
    """Press what stands in one of the page's two menus: of the layout, or of the account."""
    of_account = ("Hall light", "Day light", "Help", "Keys", "Account", "Sign out")
    page.get_by_title("Light, help" if entry in of_account else "What else can be done").click()
    page.get_by_role("menuitem", name=entry).click()


def open_scene(page: Page) -> None:
    """The line of the scene opened into its parts."""
    line = page.get_by_title("Game, players, table, fouls, race")
    if line.get_attribute("aria-expanded") == "false":
        line.click()


def _photo(phone: Page) -> None:
    """A simulated photo of the board, what was read of it, a ball that is to be looked at."""
    # The same picture each time.
    phone.evaluate("Math.random = () => 0.0003")
    phone.get_by_role("button", name="Photo", exact=True).click()
    dialog = phone.get_by_role("dialog", name="From a photo")
    dialog.get_by_role("button", name="Try it").click()
    dialog.get_by_text("balls found").wait_for(timeout=120_000)
    dialog.get_by_role("list", name="Balls found").get_by_role("button").first.click()
    phone.wait_for_timeout(400)
    _take(phone, "photo-phone")
    phone.get_by_role("button", name="Close").click()


def _until_ready(page: Page, address: str) -> None:
    """All of the physics is compiled, so that no picture tells of that."""
    while not page.request.get(f"{address.rstrip('/')}/api/readiness").json()["ready"]:
        page.wait_for_timeout(500)
    page.reload()
    page.get_by_role("button", name="Weigh").wait_for()


def weigh(page: Page) -> None:
    """Press Weigh and wait for the settled ledger and the drawing."""
    page.get_by_role("button", name="Weigh").click()
    page.get_by_text("settled in").wait_for(timeout=120_000)
    # Until what would change the choice is there too.
    page.get_by_role("button", name="Weigh").wait_for(timeout=120_000)
    page.locator("svg.table .path").first.wait_for(state="attached")
    page.wait_for_timeout(300)


def _jump(page: Page) -> None:
    """A ball in the way, jumped: from above and from the side."""
    page.get_by_role("button", name="Library").click()
    page.get_by_role("button", name="New empty table").click()
    field = page.get_by_label("Place a ball by typing")
    for phrase in ("cue at 2, 2", "5 at 3, 2.09", "2 at 4.6, 2.1", "7 at 5.5, 3.2", "9 at 7, 0.6"):
        field.fill(phrase)
        field.press("Enter")
        expect(field).to_have_value("")
    weigh(page)
    page.get_by_label("Ledger of shots").locator("ol button", has_text="Jump the 5").first.click()
    page.get_by_label("The jump from the side", exact=True).wait_for()
    page.wait_for_timeout(300)
    _take(page, "jump-day", full_page=True)


def _plan(page: Page) -> None:
    """The demo's rack for a run, opened from the library, planned on the Run-out page."""
    page.get_by_role("button", name="Library").click()
    page.get_by_role("dialog").get_by_role("button", name="six to run").first.click()
    open_scene(page)
    page.get_by_role("combobox", name="Me", exact=True).click()
    page.get_by_role("option", name="strong league level").click()
    page.get_by_title("Game, players, table, fouls, race").click()
    page.get_by_role("link", name="Run-out").click()
    page.get_by_role("button", name="Plan", exact=True).click()
    page.get_by_text("settled in").wait_for(timeout=120_000)
    page.wait_for_timeout(300)


def _kick(page: Page) -> None:
    """The demo's hooked layout on the Kicks page, its best way that has a sum looked at closely."""
    page.get_by_role("link", name="Kicks").click()
    from_menu(page, "Clear")
    page.get_by_role("button", name="Try it on").click()
    page.get_by_text("settled in").wait_for(timeout=120_000)
    page.get_by_label("Ways to the ball").locator("ol button", has_text="· sum").first.click()
    page.get_by_label("The window").wait_for()
    page.wait_for_timeout(600)


def _measured(page: Page) -> None:
    """The demo's measured player, his errors priced."""
    page.get_by_role("link", name="Ida Brandt", exact=True).click()
    page.get_by_role("heading", name="The stroke:").wait_for(timeout=120_000)
    page.get_by_role("button", name="Measure again").wait_for(timeout=120_000)
    page.get_by_role("button", name="Work it out").click()
    page.get_by_role("button", name="Work it out again").wait_for(timeout=120_000)
    page.get_by_label("Players: pricing").wait_for(state="detached", timeout=120_000)
    page.evaluate("window.scrollTo(0, 0)")
    page.wait_for_timeout(300)


def _record(page: Page) -> None:
    """A season of one player by day, and one of his decisions in the hall."""
    page.get_by_role("link", name="Record").click()
    page.get_by_role("combobox", name="Player").select_option("Tomas Vale")
    page.get_by_text("The dearest kind: attacked when safe was better.").wait_for()
    page.wait_for_timeout(300)
    _take(page, "record-day")
    page.get_by_role("combobox", name="Choices").select_option("attacked when safe was better")
    decisions = page.get_by_label("Decisions", exact=True)
    decisions.get_by_text("as good as the best").first.wait_for(state="detached")
    decisions.get_by_role("link").first.click()
    page.locator(".still .path").first.wait_for(state="attached")
    from_menu(page, "Hall light")
    page.wait_for_timeout(300)
    _take(page, "decision-hall")


def _lessons(page: Page, browser: Browser, address: str) -> None:
    """A lesson being made, its answers, a position on a student's phone, and an open board on another one."""
    page.get_by_role("link", name="Lessons").click()
    page.get_by_role("link", name="Thursday class").click()
    page.get_by_role("heading", name="The question").wait_for()
    page.wait_for_timeout(400)
    _take(page, "lesson-day")
    page.get_by_role("link", name="Answers to what was given").last.click()
    page.get_by_text("Most went wrong").wait_for()
    page.get_by_role("button", name="Position 1").click()
    from_menu(page, "Hall light")
    page.wait_for_timeout(300)
    _take(page, "lesson-answers-hall")
    from_menu(page, "Day light")
    page.get_by_role("link", name="Table").click()
    from_menu(page, "Open to others")
    page.get_by_label("Your name there").fill("Coach Mara")
    page.get_by_role("button", name="Open", exact=True).click()
    code = page.get_by_label("Code", exact=True).inner_text()
    phone = browser.new_page(viewport=PHONE, device_scale_factor=2, reduced_motion="reduce", color_scheme="dark")
    phone.goto(f"{address.rstrip('/')}/b/{code.replace(' ', '')}")
    phone.get_by_label("Your name").fill("Eva")
    phone.get_by_role("button", name="Join").click()
    page.keyboard.press("Escape")
    weigh(page)
    phone.get_by_label("The shot that is shown").wait_for()
    phone.wait_for_timeout(600)
    _take(phone, "open-board-phone-hall")
    phone.close()
    page.get_by_role("button", name="People").click()
    page.get_by_role("button", name="Close it to others").click()


def _to_practice(page: Page) -> None:
    """Pressed once the tab leads to what was open there, pressed there to all of it."""
    for _ in range(2):
        page.get_by_role("link", name="Practice", exact=True).click()


def _practice(page: Page) -> None:
    """The page of practice, a drill with its progress, and an answer of the quiz in the hall."""
    _to_practice(page)
    page.get_by_role("combobox", name="Who practises").select_option(label="Ida Brandt")
    page.get_by_role("link", name="Follow to a mark").first.click()
    page.get_by_text("times in ten: begin there").wait_for(timeout=120_000)
    page.get_by_text("your stroke should give").wait_for(timeout=120_000)
    page.wait_for_timeout(300)
    _take(page, "drill-day", full_page=True)
    page.get_by_role("link", name="All drills").click()
    work_it_out = page.get_by_role("button", name="Work it out")
    # Worked out already where pictures were taken before.
    work_it_out.or_(page.get_by_text("racks in a hundred")).first.wait_for()
    if work_it_out.count():
        work_it_out.click()
    page.get_by_text("racks in a hundred").first.wait_for(timeout=120_000)
    page.get_by_text("attempts, best run").first.wait_for()
    page.wait_for_timeout(300)
    _take(page, "practice-day")
    _quiz_question(page)
    page.get_by_role("button", name="Open the ledger").click()
    page.get_by_label("The ledger").wait_for(timeout=120_000)
    page.locator("svg.practice .path").first.wait_for(state="attached", timeout=120_000)
    from_menu(page, "Hall light")
    page.wait_for_timeout(300)
    _take(page, "quiz-hall")
    from_menu(page, "Day light")


def _quiz_question(page: Page) -> None:
    """A round of the quiz, a stroke of one's own aimed at its first position."""
    _to_practice(page)
    page.get_by_role("combobox", name="Who practises").select_option(label="Ida Brandt")
    page.get_by_role("button", name="Begin a round").click()
    page.get_by_role("heading", name="Position 1 of").wait_for()
    page.get_by_role("button", name="Own stroke").click()
    cue = page.locator("svg.practice [data-ball='cue']").bounding_box()
    ball = page.locator("svg.practice [data-ball]:not([data-ball='cue'])").first.bounding_box()
    if cue is not None and ball is not None:
        page.mouse.click(ball["x"] + ball["width"] / 2, ball["y"] + ball["height"] / 2)
    page.wait_for_timeout(300)


def _drilling(phone: Page) -> None:
    """A drill on the phone, a few attempts in."""
    _to_practice(phone)
    phone.get_by_role("combobox", name="Who practises").select_option(label="Ida Brandt")
    phone.get_by_role("link", name="Lag").first.click()
    phone.get_by_text("times in ten: begin there").wait_for(timeout=120_000)
    phone.get_by_role("button", name="Stop", exact=True).wait_for(state="detached", timeout=120_000)
    phone.get_by_role("button", name="Begin", exact=True).click()
    box = phone.get_by_role("application").bounding_box()
    if box is not None:
        for along, across in ((0.86, 0.5), (0.8, 0.6), (0.88, 0.4), (0.66, 0.55)):
            phone.mouse.click(box["x"] + across * box["width"], box["y"] + along * box["height"])
    phone.wait_for_timeout(400)
    _take(phone, "drilling-phone-hall")


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
        page.get_by_label("Ledger of shots").locator("ol button", has_text="■ Safe").first.click()
        page.wait_for_timeout(700)
        from_menu(page, "Hall light")
        _take(page, "table-hall")
        from_menu(page, "Day light")
        _jump(page)
        _plan(page)
        _take(page, "run-out-day")
        _kick(page)
        _take(page, "kicks-day", full_page=True)
        _practice(page)
        page.get_by_role("link", name="Players").click()
        _measured(page)
        _take(page, "player-day", full_page=True)
        _record(page)
        from_menu(page, "Day light")
        _lessons(page, browser, address)
        page.close()
        phone = browser.new_page(viewport=PHONE, device_scale_factor=2, reduced_motion="reduce")
        sign_in(phone, address, user, password)
        phone.wait_for_timeout(400)
        weigh(phone)
        _take(phone, "table-phone")
        phone.get_by_role("link", name="Table").click()
        from_menu(phone, "Hall light")
        _photo(phone)
        _drilling(phone)
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
