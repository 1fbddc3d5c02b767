"""The record as players keep it: a match scored by taps on a phone, decisions in two taps, a season questioned."""

import re
from pathlib import Path
from tempfile import TemporaryDirectory

from django.contrib.auth.models import User
from playwright.sync_api import Page, expect

from records.models import Decision, Match, Rack
from setup import demo
from tests.browser.shots import PHONE, from_menu
from tests.browser.stage import WORKED_MS, BrowserCase


def to(page: Page, name: str) -> None:
    page.get_by_role("navigation", name="Pages").get_by_role("link", name=name).click()


class AMatch(BrowserCase):
    def test_a_match_is_scored_on_the_phone_and_two_taps_keep_a_decision_in_its_rack(self) -> None:
        page = self.open_page(PHONE)
        to(page, "Record")
        expect(page.get_by_text("No decisions here yet")).to_be_visible()
        page.get_by_role("button", name="New match").click()
        form = page.get_by_role("form", name="New match")
        form.get_by_role("combobox", name="Player", exact=True).select_option("Ida Brandt")
        form.get_by_role("combobox", name="Opponent").select_option("Abel Moreau")
        form.get_by_label("Race to").fill("2")
        form.get_by_role("button", name="Save").click()
        score = page.get_by_label("The score")
        expect(score.get_by_text("Rack 1: Ida Brandt breaks")).to_be_visible()
        self.assertEqual(self.violations(page), [])
        to(page, "Table")
        page.get_by_role("button", name="Weigh").click()
        page.get_by_role("button", name="I played this").click(timeout=WORKED_MS)
        expect(page.get_by_text("in rack 1 against Abel Moreau")).to_be_visible()
        page.get_by_role("group", name="What happened").get_by_role("button", name="made, in shape").click()
        expect(page.get_by_text("Kept in the record: made, in shape, rack 1.")).to_be_visible()
        to(page, "Record")
        # A page one comes back to is as one left it.
        score.get_by_role("button", name="ran out", exact=True).click()
        score.get_by_role("button", name="I won the rack").click()
        racks = page.get_by_label("Racks")
        expect(racks.get_by_text("to begin with").first).to_be_visible()
        expect(racks.get_by_role("link", name="shot 1")).to_be_visible()
        page.keyboard.press("l")
        expect(score.get_by_text("Rack 3: Ida Brandt breaks")).to_be_visible()
        page.keyboard.press("u")
        expect(score.get_by_text("Rack 2: Abel Moreau breaks")).to_be_visible()
        page.keyboard.press("i")
        expect(score.get_by_text("Ida Brandt won the match.")).to_be_visible()
        chart = page.get_by_role("img", name=re.compile("Chance of the match: at the start .* 2 to 0: 100 %"))
        expect(chart).to_be_visible()
        widths = page.evaluate("[document.documentElement.scrollWidth, window.innerWidth]")
        self.assertLessEqual(widths[0], widths[1])
        self.assertEqual(self.violations(page), [])
        self.assertEqual([rack.how for rack in Rack.objects.all()], ["run-out", ""])
        page.reload()
        expect(score.get_by_text("Ida Brandt won the match.")).to_be_visible()

    def test_the_ledger_opens_after_a_guess_and_both_are_kept(self) -> None:
        page = self.page
        page.get_by_label("Guess first").check()
        page.get_by_role("button", name="Weigh").click()
        guess = page.get_by_role("form", name="Guess first")
        expect(guess).to_be_visible()
        expect(page.get_by_text("settled in")).to_be_visible(timeout=WORKED_MS)
        expect(page.get_by_label("Ledger of shots").locator("ol")).to_have_count(0)
        expect(page.locator("svg.table .path")).to_have_count(0)
        self.assertEqual(self.violations(page), [])
        guess.get_by_role("button", name="far foot corner").click()
        guess.get_by_role("slider").fill("90")
        guess.get_by_role("button", name="Open the ledger").click()
        told = page.get_by_label("Ledger of shots").get_by_text(re.compile("you said 90 %, it is made"))
        expect(told).to_be_visible()
        self.choose("the 4 into the far foot corner")
        page.get_by_role("button", name="I played this").click()
        page.get_by_role("group", name="What happened").get_by_role("button", name="left a shot").click()
        page.get_by_role("link", name="Look at it").click()
        expect(page.get_by_text("made 90 %, and that was played")).to_be_visible()
        self.assertEqual([(one.guess, one.made) for one in Decision.objects.all()], [(0.9, False)])


class ASeason(BrowserCase):
    season = True

    def setUp(self) -> None:
        super().setUp()
        to(self.page, "Record")
        expect(self.page.get_by_label("The season")).to_be_visible()

    def test_the_season_names_the_habit_of_each_player_and_its_address_opens_it_again(self) -> None:
        page = self.page
        choices = page.get_by_label("Where the racks go: choices")
        for player, kind in (("Ida Brandt", "too much speed or side"), ("Tomas Vale", "attacked when safe was better")):
            page.get_by_label("Player").select_option(player)
            expect(choices.get_by_text(f"The dearest kind: {kind}.")).to_be_visible()
        page.reload()
        expect(choices.get_by_text("The dearest kind: attacked when safe was better.")).to_be_visible()
        choices.get_by_role("button", name="Attacked when safe was better").click()
        decisions = page.get_by_label("Decisions", exact=True)
        expect(decisions.get_by_text("attacked when safe was better").first).to_be_visible()
        self.assertIn("choice=attacked", page.url)
        page.get_by_role("button", name="Show all").click()
        odds = page.get_by_label("Were the odds right?")
        odds.get_by_role("button", name="My own guesses").click()
        expect(odds.get_by_text("Your own guesses of makes: said")).to_be_visible()
        odds.get_by_role("button", name="How sure? The figures").click()
        expect(odds.get_by_role("row", name=re.compile("90 to 100 %"))).to_be_visible()
        self.assertEqual(self.violations(page), [])
        from_menu(page, "Hall light")
        page.get_by_role("button", name="As they came").click()
        expect(page.get_by_text(re.compile("Mostly luck: .* decisions tell the sum to one rack"))).to_be_visible()
        self.assertEqual(self.violations(page), [])

    def test_what_is_deleted_comes_back_and_a_search_finds_it(self) -> None:
        page = self.page
        page.keyboard.press("f")
        page.keyboard.type("combination")
        decisions = page.get_by_label("Decisions", exact=True)
        expect(decisions.get_by_role("link", name=re.compile("Combination")).first).to_be_visible()
        expect(decisions.get_by_role("link", name=re.compile("Cut the"))).to_have_count(0)
        count = Decision.objects.filter(deleted=None).count()
        decisions.get_by_role("button", name=re.compile("Delete: Combination")).first.click()
        expect(page.get_by_text("Deleted: Combination")).to_be_visible()
        self.assertEqual(Decision.objects.filter(deleted=None).count(), count - 1)
        page.reload()
        page.get_by_text("Deleted in the last thirty days: 1").click()
        page.get_by_role("button", name="Bring it back").click()
        expect(page.get_by_text("Deleted in the last thirty days")).to_have_count(0)
        self.assertEqual(Decision.objects.filter(deleted=None).count(), count)

    def test_a_decision_opens_as_it_lay_is_told_more_of_and_weighed_anew(self) -> None:
        page = self.page
        page.get_by_role("combobox", name="Choices").select_option("attacked when safe was better")
        decisions = page.get_by_label("Decisions", exact=True)
        expect(decisions.get_by_text("as good as the best")).to_have_count(0)
        decisions.get_by_role("link").first.click()
        came = page.get_by_label("What came of it")
        expect(came.get_by_text(re.compile("The choice (gave away|trails the best shot by)"))).to_be_visible()
        expect(page.locator(".still .path").first).to_be_visible()
        page.get_by_role("button", name="Draw it").click()
        expect(page.get_by_label("Best, as it was said").get_by_role("button", name="drawn")).to_be_visible()
        came.get_by_label("It ended").select_option("foul")
        came.get_by_label("The pot").select_option("went in")
        expect(came.get_by_text("It ended “foul”")).to_be_visible()
        came.get_by_role("button", name="Where the cue ball rests").click()
        box = page.locator(".still").bounding_box()
        assert box is not None
        page.mouse.click(box["x"] + box["width"] / 2, box["y"] + box["height"] / 2)
        expect(came.get_by_role("button", name="Forget that place")).to_be_visible()
        self.assertEqual(self.violations(page), [])
        page.get_by_role("button", name="Weigh anew with today’s players").click()
        anew = page.get_by_label("Weighed anew")
        expect(anew.get_by_text("with today’s players:")).to_be_visible(timeout=WORKED_MS)
        page.get_by_role("button", name="Put it on the Table").click()
        expect(page.get_by_role("heading", name=re.compile("As it lay"))).to_be_attached()
        kept = Decision.objects.exclude(anew=None).get()
        self.assertEqual((kept.made, kept.rest), (True, [4.0, 2.0]))

    def test_files_are_shown_before_they_are_taken_and_an_account_is_taken_away(self) -> None:
        page = self.page
        with page.expect_download() as racks:
            page.get_by_role("link", name="racks (CSV)").click()
        text = Path(racks.value.path()).read_text("utf-8").replace("file-", "again-")
        text = text.replace("Rosa Lindqvist", "Paula Roth").replace("2026-09-08,Tomas", "someday,Tomas")
        with TemporaryDirectory() as folder:
            file = Path(folder, "autumn.csv")
            file.write_text(text, "utf-8")
            page.get_by_label("A file of the record").set_input_files(file)
            holds = page.get_by_role("group", name="What the file holds")
            expect(holds.get_by_text("“someday” is no date").first).to_be_visible()
            expect(holds.get_by_text("nobody is called Paula Roth here").first).to_be_visible()
            self.assertEqual(Match.objects.count(), 22, "nothing is taken yet")
            holds.get_by_label("Players nobody knows here").select_option("make them league players")
            expect(holds.get_by_text(re.compile("21 new matches"))).to_be_visible()
            holds.get_by_role("button", name="Take it in").click()
            expect(page.get_by_text("Taken in: 21 matches")).to_be_visible()
            from_menu(page, "Account")
            with page.expect_download() as whole:
                page.get_by_role("link", name="Take everything away as one file").click()
            mine = Path(folder, "mine.json")
            whole.value.save_as(mine)
            page.get_by_role("button", name="Delete my account").click()
            page.get_by_label("Password").fill("a guess")
            page.get_by_role("button", name="Delete for good").click()
            expect(page.get_by_text("it is not yours")).to_be_visible()
            self.assertEqual(self.violations(page), [])
            page.get_by_label("Password").fill(demo.PASSWORD)
            page.get_by_role("button", name="Delete for good").click()
            expect(page.get_by_role("button", name="Sign in")).to_be_visible()
            self.assertEqual(User.objects.filter(username=demo.USER).count(), 0)
            page.get_by_role("button", name="Make an account").click()
            page.get_by_label("Name", exact=True).fill("somebody else")
            page.get_by_label("Password").fill("another-password")
            page.get_by_role("button", name="Make the account").click()
            expect(page.get_by_label("First steps")).to_be_visible()
            from_menu(page, "Account")
            page.get_by_label("A file of an account").set_input_files(mine)
            expect(page.get_by_text(re.compile("Brought back: .* 43 matches"))).to_be_visible(timeout=WORKED_MS)
            to(page, "Record")
        expect(page.get_by_label("The season").get_by_text("racks won, in 43 matches")).to_be_visible()
