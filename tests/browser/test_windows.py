"""Several windows and none: two that save one layout, one that signs in anew, a page while the server is away."""

import re

from playwright.sync_api import Page, expect

from setup import demo
from tests.browser.shots import from_menu
from tests.browser.stage import PAGE_MS, BrowserCase


class Windows(BrowserCase):
    def other_window(self) -> Page:
        page = self.page.context.new_page()
        page.set_default_timeout(PAGE_MS)
        page.goto(self.page.url)
        expect(page.locator("[data-ball='cue']")).to_be_visible()
        return page

    def moved(self, page: Page, phrase: str) -> None:
        field = page.get_by_label("Place a ball by typing")
        field.fill(phrase)
        field.press("Enter")
        expect(field).to_have_value("")
        page.get_by_role("button", name=re.compile("^Save")).click()

    def test_the_second_window_to_save_is_told_and_keeps_both(self) -> None:
        self.page.get_by_role("button", name="Library").click()
        self.page.get_by_role("dialog").get_by_role("button", name="three from home").first.click()
        expect(self.page).to_have_url(re.compile(r"/layouts/\d+$"))
        other = self.other_window()
        self.moved(other, "9 at 6, 2")
        expect(other.get_by_role("button", name="Saved")).to_be_visible()
        self.moved(self.page, "9 at 5, 3")
        told = self.page.get_by_role("alert").filter(has_text="Another window has saved this layout")
        expect(told).to_be_visible()
        told.get_by_role("button", name="Keep both").click()
        expect(self.page.get_by_label("Name of the layout")).to_have_value(re.compile(r"\(this window\)$"))
        expect(told).to_be_hidden()
        expect(self.page).not_to_have_url(other.url)
        other.reload()
        expect(other.locator("[data-ball='9']")).to_have_attribute("aria-label", re.compile("6.00, 2.00"))
        # The other way out: what the other window saved, and undo brings back what lay here.
        self.moved(other, "9 at 7, 3")
        third = self.other_window()
        third.goto(other.url)
        expect(third.locator("[data-ball='9']")).to_have_attribute("aria-label", re.compile("7.00, 3.00"))
        self.moved(other, "9 at 1, 3")
        expect(other.get_by_role("button", name="Saved")).to_be_visible()
        self.moved(third, "9 at 2, 2")
        third.get_by_role("button", name="Open the other one").click()
        expect(third.locator("[data-ball='9']")).to_have_attribute("aria-label", re.compile("1.00, 3.00"))
        third.get_by_role("button", name="Undo").click()
        expect(third.locator("[data-ball='9']")).to_have_attribute("aria-label", re.compile("2.00, 2.00"))

    def test_signing_in_anew_in_another_window_heals_this_one(self) -> None:
        other = self.other_window()
        from_menu(other, "Sign out")
        other.get_by_label("Name", exact=True).fill(demo.USER)
        other.get_by_label("Password").fill(demo.PASSWORD)
        other.get_by_role("button", name="Sign in").click()
        other.get_by_role("button", name="Weigh").wait_for()
        self.weigh()

    def test_a_draft_that_cannot_be_read_is_set_aside_and_the_page_is_whole(self) -> None:
        self.page.evaluate(f"localStorage.setItem('partita-draft-{demo.USER}', '{{\"log\": 7}}')")
        self.page.goto(f"{self.address}/players")
        self.page.evaluate(f"localStorage.setItem('partita-draft-{demo.USER}', '{{\"log\": 7}}')")
        self.page.goto(self.address)
        expect(self.page.get_by_role("button", name="Weigh")).to_be_visible()
        expect(self.page.get_by_text("It was set aside")).to_be_visible()
        kept = self.page.evaluate(f"localStorage.getItem('partita-draft-{demo.USER}-set-aside')")
        self.assertEqual(kept, '{"log": 7}')

    def test_after_one_visit_the_board_opens_as_it_was_while_the_server_is_away(self) -> None:
        page = self.page
        page.wait_for_function(
            "caches.open('partita-page').then((shelf) => shelf.keys()).then((all) => all.length > 60)"
        )
        field = page.get_by_label("Place a ball by typing")
        field.fill("9 at 6, 2")
        field.press("Enter")
        expect(page.locator("[data-ball='9']")).to_have_attribute("aria-label", re.compile("6.00, 2.00"))
        page.context.set_offline(True)
        page.reload()
        expect(page.locator("[data-ball='9']")).to_have_attribute("aria-label", re.compile("6.00, 2.00"))
        expect(page.get_by_text("The server does not answer")).to_be_visible()
        # A page that was never opened is there as well.
        page.get_by_role("link", name="Kicks").click()
        expect(page).to_have_title("Kicks · Partita")
        expect(page.locator("[data-ball='9']")).to_be_visible()
        page.context.set_offline(False)
        expect(page.get_by_text("The server does not answer")).to_be_hidden()
        page.get_by_role("link", name="Table").click()
        self.weigh()

    def test_an_address_with_nothing_at_it_says_so_and_leads_back(self) -> None:
        self.page.goto(f"{self.address}/snooker-hall")
        expect(self.page.get_by_role("heading", name="There is no such page")).to_be_visible()
        expect(self.page).to_have_title("No such page · Partita")
        self.page.get_by_role("link", name="Go to the Table").click()
        expect(self.page.locator("[data-ball='cue']")).to_be_visible()

    def test_it_can_be_put_on_a_home_screen(self) -> None:
        answer = self.page.request.get(f"{self.address}/app.webmanifest")
        for icon in answer.json()["icons"]:
            self.assertEqual(self.page.request.get(f"{self.address}{icon['src']}").status, 200)

    def test_a_password_is_changed_and_other_devices_are_signed_out(self) -> None:
        away = self.open_page()
        page = self.page
        from_menu(page, "Account")
        page.get_by_role("button", name="Another password").click()
        form = page.get_by_role("form", name="Another password")
        form.get_by_label("Password now").fill("not this one")
        form.get_by_label("New password").fill("a-longer-one-still")
        form.get_by_role("button", name="Change it").click()
        expect(page.get_by_text("it is not your password")).to_be_visible()
        form.get_by_label("Password now").fill(demo.PASSWORD)
        form.get_by_role("button", name="Change it").click()
        expect(page.get_by_text("other devices are signed out")).to_be_visible()
        away.reload()
        expect(away.get_by_role("button", name="Sign in")).to_be_visible()
        page.reload()
        expect(page.get_by_role("heading", name="My account")).to_be_visible()
