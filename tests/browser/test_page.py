"""The pages as pages: sizes, themes, accessibility, accounts, and what it does when the server is away."""

import re

from django.contrib.auth.models import User
from playwright.sync_api import Route, expect

from studies.models import Study
from tests.browser.shots import PHONE, from_menu, open_scene, sign_in
from tests.browser.stage import WORKED_MS, BrowserCase


class ThePage(BrowserCase):
    def test_axe_finds_nothing_in_either_theme_at_either_size(self) -> None:
        self.weigh()
        self.assertEqual(self.violations(self.page), [])
        from_menu(self.page, "Hall light")
        self.assertEqual(self.violations(self.page), [])
        for dialog in ("Keys", "Files", "Library"):
            if dialog == "Library":
                self.page.get_by_role("button", name=dialog, exact=True).click()
            else:
                from_menu(self.page, dialog)
            expect(self.page.get_by_role("dialog")).to_be_visible()
            self.assertEqual(self.violations(self.page), [], dialog)
            self.page.keyboard.press("Escape")
            expect(self.page.get_by_role("dialog")).to_be_hidden()
        self.page.get_by_role("button", name="My shot").click()
        expect(self.page.get_by_text("rack chance, by a quick look")).to_be_visible()
        self.page.get_by_label("Place a ball by typing").press_sequentially("3 fro")
        expect(self.page.get_by_role("listbox", name="How it may go on")).to_be_visible()
        self.assertEqual(self.violations(self.page), [])
        self.page.get_by_role("link", name="Players").click()
        self.page.get_by_role("button", name="New from this: League level", exact=True).click()
        self.assertEqual(self.violations(self.page), [], "Players")
        self.page = self.open_page(PHONE)
        self.assertEqual(self.violations(self.page), [])
        self.weigh()
        self.assertEqual(self.violations(self.page), [])

    def test_on_a_phone_nothing_scrolls_sideways_and_the_ledger_follows_the_table(self) -> None:
        self.page = self.open_page(PHONE)
        self.weigh()
        widths = self.page.evaluate("[document.documentElement.scrollWidth, window.innerWidth]")
        self.assertLessEqual(widths[0], widths[1])
        table, ledger = self.page.locator("svg.table").bounding_box(), self.page.locator(".ledger").bounding_box()
        assert table is not None and ledger is not None
        self.assertGreater(table["height"], 1.5 * table["width"])
        self.assertGreater(ledger["y"], table["y"] + table["height"])
        # Every object ball's number stands beside it, large enough to be read at arm's length.
        tags = self.page.locator("svg.table .tags text")
        self.assertEqual(sorted(tags.all_text_contents()), ["4", "6", "7", "9"])
        height = (tags.first.bounding_box() or {})["height"]
        self.assertGreaterEqual(height, 12)

    def test_the_page_weighs_less_than_700_kB_and_loads_nothing_from_elsewhere(self) -> None:
        page = self.open_page(is_cold=True)
        loaded = page.evaluate("performance.getEntriesByType('resource').map((e) => [e.name, e.transferSize])")
        self.assertLess(sum(size for _, size in loaded), 700_000)
        self.assertEqual([name for name, _ in loaded if not name.startswith((self.address, "data:", "blob:"))], [])

    def test_with_the_server_away_nothing_is_lost_and_the_page_says_what_to_do(self) -> None:
        page = self.page
        page.context.set_offline(True)
        self.drag("9", 40, 30)
        moved = self.place_words("9")
        page.get_by_role("button", name="Weigh").click()
        expect(page.get_by_role("alert")).to_contain_text("Your layout is kept in this browser")
        page.context.set_offline(False)
        page.reload()
        expect(page.locator("svg.table [data-ball='9']")).to_be_visible()
        self.assertEqual(self.place_words("9"), moved)

    def test_the_back_button_leads_to_the_layout_before(self) -> None:
        page = self.page
        first = page.get_by_label("Name of the layout").input_value()
        page.get_by_role("button", name="Library").click()
        page.get_by_role("dialog").locator(".open").nth(2).click()
        name = page.get_by_label("Name of the layout")
        expect(name).not_to_have_value(first)
        second = name.input_value()
        page.get_by_role("button", name="Library").click()
        page.get_by_role("dialog").locator(".open").nth(4).click()
        expect(name).not_to_have_value(second)
        page.go_back()
        page.go_back()
        expect(name).to_have_value(second)

    def test_nobody_sees_the_layouts_of_another_account(self) -> None:
        User.objects.create_user("stranger", password="a-long-password")
        with self.page.expect_navigation():
            from_menu(self.page, "Sign out")
        expect(self.page.get_by_role("button", name="Sign in")).to_be_visible()
        sign_in(self.page, self.address, "stranger", "a-long-password")
        self.page.get_by_role("button", name="Library").click()
        expect(self.page.get_by_text("None yet. Save keeps the one on the table.")).to_be_visible()


class TheFrame(BrowserCase):
    def test_one_turns_between_pages_and_comes_back_to_what_one_left(self) -> None:
        page = self.page
        self.weigh()
        page.get_by_label("Ledger of shots").locator("button.line").nth(2).click()
        expect(page.get_by_text("What would change the choice").first).to_be_visible()
        page.evaluate("window.scrollTo(0, 120)")
        page.keyboard.press("6")
        expect(page.get_by_role("heading", name="Players and tables")).to_be_visible()
        self.assertRegex(page.url, "/players$")
        expect(page.get_by_role("link", name="Players")).to_have_attribute("aria-current", "page")
        self.assertEqual(page.evaluate("window.scrollY"), 0)
        # Letters of the Table do nothing here.
        page.keyboard.press("m")
        page.keyboard.press("1")
        expect(page.get_by_text(re.compile("settled in"))).to_be_visible()
        self.assertEqual(page.evaluate("window.scrollY"), 120)
        expect(page.get_by_label("Ledger of shots").locator("button.line").nth(2)).to_be_focused()
        self.assertEqual(self.place_words("9"), "Ball 9 at 4.85, 2.05")
        page.go_back()
        expect(page.get_by_role("heading", name="Players and tables")).to_be_visible()
        page.reload()
        expect(page.get_by_role("heading", name="Players and tables")).to_be_visible()

    def test_a_player_is_made_copied_changed_and_deleted_and_plays(self) -> None:
        page = self.page
        page.get_by_role("link", name="Players").click()
        page.get_by_role("button", name="New from this: Beginner level", exact=True).click()
        form = page.get_by_role("form", name="New player")
        form.get_by_label("Name").fill("Wil Aster")
        form.get_by_label("Hand").select_option("left")
        form.get_by_role("button", name="Save").click()
        expect(form).to_be_hidden()
        page.get_by_role("button", name="Copy: Wil Aster").click()
        expect(form.get_by_label("Name")).to_have_value("Wil Aster 2")
        form.get_by_label("Name").fill("Wil Aster")
        form.get_by_role("button", name="Save").click()
        expect(page.get_by_role("alert")).to_contain_text("there is a player “Wil Aster” already")
        form.get_by_label("Name").fill("Wil at his best")
        form.get_by_label("Level").select_option("league")
        form.get_by_role("button", name="Save").click()
        page.get_by_role("button", name="Change: Wil at his best").click()
        changing = page.get_by_role("form", name="Change Wil at his best")
        expect(changing.get_by_label("Hand")).to_have_value("left")
        changing.get_by_label("Reach").fill("9")
        changing.get_by_role("button", name="Save").click()
        expect(page.get_by_role("alert")).to_contain_text("9.0 is out of range. Use 0.4 to 2.0")
        changing.get_by_label("Reach").fill("0.9")
        changing.get_by_role("button", name="Save").click()
        expect(changing).to_be_hidden()
        page.get_by_role("button", name="Delete: Wil Aster", exact=True).click()
        expect(page.get_by_role("button", name="Change: Wil Aster", exact=True)).to_have_count(0)
        page.get_by_role("link", name="Table").click()
        open_scene(page)
        page.get_by_label("Me", exact=True).click()
        page.get_by_role("option", name="Wil at his best").click()
        self.weigh()
        expect(page.get_by_text("then looked ahead")).to_be_visible(timeout=WORKED_MS)
        me = Study.objects.latest("pk").question["me"]
        self.assertEqual((me["name"], me["hand"], me["reach_m"], me["aim_deg"]), ("Wil at his best", "left", 0.9, 0.15))
        page.get_by_role("link", name="Players").click()
        page.get_by_role("button", name="Delete: Wil at his best").click()
        page.get_by_role("link", name="Table").click()
        open_scene(page)
        expect(page.get_by_role("combobox", name="Me", exact=True)).to_contain_text("a deleted player")
        page.get_by_role("button", name="Weigh").click()
        expect(page.get_by_role("alert")).to_contain_text("there is no such player, or no longer")

    def test_a_table_of_ones_own_is_drawn_weighed_saved_and_opened_as_it_is(self) -> None:
        page = self.page
        page.get_by_role("link", name="Players").click()
        page.get_by_role("button", name="New from this: 7-foot table", exact=True).click()
        form = page.get_by_role("form", name="New table")
        form.get_by_label("Name").fill("The cellar")
        form.get_by_label("Pockets").select_option("tight")
        form.get_by_label("Cloth").select_option("fast")
        form.get_by_role("button", name="Save").click()
        page.get_by_role("link", name="Table").click()
        open_scene(page)
        page.get_by_role("combobox", name="Table", exact=True).click()
        page.get_by_role("option", name="The cellar").click()
        self.weigh()
        table = Study.objects.latest("pk").question["document"]["table"]
        self.assertEqual((table["name"], table["base"], table["pockets"]), ("The cellar", "pool-7ft", "tight"))
        page.get_by_role("button", name="Save", exact=True).click()
        expect(page).to_have_url(re.compile(r"/studies/\d+"))
        page.get_by_role("link", name="Players").click()
        page.get_by_role("button", name="Delete: The cellar").click()
        page.get_by_role("link", name="Table").click()
        expect(page.locator("svg.bed .cushion").first).to_be_attached()
        page.reload()
        # The layout keeps the table that it was set up on.
        open_scene(page)
        expect(page.get_by_role("combobox", name="Table", exact=True)).to_contain_text("The cellar")
        expect(page.get_by_text(re.compile("settled in"))).to_be_visible()
        expect(page.locator("svg.bed .cushion").first).to_be_attached()

    def test_what_is_asked_before_the_physics_is_ready_waits_in_sight_and_goes_on_by_itself(self) -> None:
        page = self.page
        stages = [{"name": "simulator", "words": "how balls run", "done": True}]
        stages.append({"name": "weighing", "words": "weighing and drawing", "done": False})
        state = {"ready": False, "share": 0.4, "waits_for": "", "stages": stages}
        page.route("**/api/readiness", lambda route: route.fulfill(json=state))
        asked: list[str] = []

        def not_yet(route: Route) -> None:
            asked.append(route.request.url)
            if len(asked) > 2:
                route.continue_()
                return
            errors = [{"where": "", "what": "The physics is being made ready", "accepted": ""}]
            route.fulfill(status=503, headers={"Retry-After": "1"}, json={"errors": errors})

        page.route("**/api/strokes", not_yet)
        page.reload()
        line = page.get_by_text("The physics is being made ready on this machine, only this once")
        expect(line).to_be_visible()
        expect(page.get_by_text("… weighing and drawing")).to_be_visible()
        page.get_by_role("button", name="My shot").click()
        expect(page.get_by_text("rack chance, by a quick look")).to_be_visible()
        self.assertGreater(len(asked), 2)
        expect(page.get_by_role("alert")).to_have_count(0)
        state |= {"ready": True}
        expect(line).to_be_hidden()
