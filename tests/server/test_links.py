"""Links: what was given away is seen by who has the token, as it was, until it ends; and nothing else is."""

import json
import re
from datetime import timedelta
from typing import Any

from django.contrib.auth.models import User
from django.test import Client, TestCase
from django.utils import timezone

from kicks import kinds as kicks
from links import giving
from links.models import Link
from partita.reports.ledger.report import study_of
from partita.weighing.weigh import weigh
from runouts import kinds as run_outs
from studies.kinds import request_of
from studies.models import Study
from tests.server.asked import QUICK, no_jobs, weighed
from work.kinds import kind_of


class Links(TestCase):
    def setUp(self) -> None:
        self.user = User.objects.create_user("ida", password="a-long-password")
        self.client.force_login(self.user)
        self.nobody = Client()

    def send(self, path: str, body: dict[str, Any] | None = None) -> Any:
        return self.client.post(f"/api/{path}", json.dumps(body or {}), content_type="application/json")

    def given(self, **more: Any) -> tuple[int, str]:
        """A link to the layout: its number, and where it leads."""
        made = self.send("links", {"document": QUICK, **more})
        self.assertEqual(made.status_code, 200, made.content)
        return made.json()["line"]["id"], "/api/shared/" + made.json()["path"].removeprefix("/l/")

    def test_a_layout_is_seen_without_an_account_as_it_was_when_it_was_given_away(self) -> None:
        _, path = self.given(title="Which pocket?")
        seen = self.nobody.get(path)
        self.assertEqual(seen.status_code, 200)
        shown = seen.json()
        self.assertEqual((shown["title"], shown["by"]), ("Which pocket?", ""))
        self.assertEqual(set(shown["shown"]["document"]["balls"]), {"cue", "8", "9"})
        self.assertGreater(shown["geometry"]["length"], 2.5)
        self.assertIn("noindex", seen["X-Robots-Tag"])
        self.assertNotIn("ida", seen.content.decode(), "signed only by who wants to")
        self.assertEqual(self.nobody.get(self.given(by="Ida")[1]).json()["by"], "Ida")

    def test_a_study_travels_with_a_drawing_of_each_line_and_without_what_it_says_of_the_player(self) -> None:
        with no_jobs():
            study = weighed(self.user)
        refused = self.send("links", {"study": study.pk})
        self.assertEqual((refused.status_code, "not settled" in refused.content.decode()), (422, True))
        last = next(state for state in weigh(request_of(study)) if state.settled)
        Study.objects.filter(pk=study.pk).update(document=study_of(last).as_json(), status=Study.Status.DONE)
        made = self.send("links", {"study": study.pk, "days": 7}).json()
        seen = self.nobody.get("/api/shared/" + made["path"].removeprefix("/l/")).json()
        told = seen["shown"]["study"]
        self.assertEqual(len(seen["shown"]["drawings"]), len(told["options"]))
        self.assertTrue(seen["shown"]["drawings"][0]["paths"])
        self.assertIsNone(told["changes"])
        self.assertEqual(seen["title"], told["options"][0]["name"])

    def test_a_plan_ways_to_a_ball_and_a_decision_travel_without_whose_they_are(self) -> None:
        seats = {"me": "league", "them": "league", "document": QUICK}
        with no_jobs():
            run_out = run_outs.ask(self.user, run_outs.RunOutIn(**seats))  # type: ignore[arg-type]
            kick = kicks.ask(self.user, kicks.KickIn(**seats))  # type: ignore[arg-type]
            study = weighed(self.user)
        for kind, row in (("run_out", run_out), ("kick", kick)):
            self.assertIn("not settled", self.send("links", {kind: row.pk}).json()["errors"][0]["what"])
            found = (told.document for told in kind_of(row).answers(row))
            document = next(document for document in found if document and document["settled"])
            type(row).objects.filter(pk=row.pk).update(document=document, status="done")
        last = next(state for state in weigh(request_of(study)) if state.settled)
        Study.objects.filter(pk=study.pk).update(document=study_of(last).as_json(), status=Study.Status.DONE)
        played = self.send(f"studies/{study.pk}/played", {"option": 1, "ending": "nothing_left"}).json()["id"]
        seen = {}
        for kind, key in (("run_out", run_out.pk), ("kick", kick.pk), ("decision", played)):
            made = self.send("links", {kind: key})
            self.assertEqual(made.status_code, 200, (kind, made.content[:300]))
            answer = self.nobody.get("/api/shared/" + made.json()["path"].removeprefix("/l/"))
            self.assertNotIn("ida", answer.content.decode())
            seen[kind] = answer.json()["shown"]
        self.assertTrue(seen["run_out"]["plan"]["plan"])
        self.assertEqual(len(seen["kick"]["ways"]), len(seen["kick"]["drawings"]))
        self.assertNotIn("correction", seen["kick"]["ways"][0])
        options = study_of(last).options
        decided = seen["decision"]["decided"]
        self.assertEqual((decided["played"], decided["best"]), (options[1].name, options[0].name))
        self.assertEqual([bool(drawn["paths"]["cue"]) for drawn in seen["decision"]["drawings"]], [True, True])

    def test_what_cannot_be_shown_is_refused_in_words(self) -> None:
        for body, words in (
            ({}, "shows nothing"), ({"document": {**QUICK, "balls": {"cue": [99, 1]}}}, ""),
            ({"document": QUICK, "days": 9999}, ""), ({"document": QUICK, "by": "\u202e"}, ""),
        ):  # fmt: skip
            refused = self.send("links", body)
            self.assertEqual(refused.status_code, 422, body)
            self.assertIn(words, refused.json()["errors"][0]["what"])
        self.assertFalse(Link.objects.exists())

    def test_an_ended_link_says_so_and_what_it_showed_is_gone(self) -> None:
        key, path = self.given()
        self.assertFalse(self.client.get("/api/links").json()[0]["has_ended"])
        self.assertTrue(self.send(f"links/{key}/end").json()["has_ended"])
        gone = self.nobody.get(path)
        self.assertEqual(gone.status_code, 410)
        self.assertEqual(gone.json()["errors"][0]["what"], "this link has ended")
        self.assertEqual(Link.objects.get(pk=key).shown, {})
        # By the day.
        over, path = self.given(days=1)
        self.assertEqual(self.nobody.get(path).status_code, 200)
        Link.objects.filter(pk=over).update(expires=timezone.now() - timedelta(seconds=1))
        self.assertEqual(self.nobody.get(path).status_code, 410)
        Link.objects.filter(pk=over).update(expires=timezone.now() - timedelta(days=91))
        self.assertEqual(giving.clear_ended(), 1)
        self.assertEqual(self.nobody.get(path).status_code, 404)

    def test_a_token_is_long_kept_nowhere_and_found_by_nobody_who_tries(self) -> None:
        tokens = {self.given()[1].rsplit("/", 1)[1] for _ in range(20)}
        self.assertEqual(len(tokens), 20)
        for token in tokens:
            self.assertRegex(token, r"^[\w-]{32}$")
        kept = json.dumps(list(Link.objects.values("digest", "title", "by", "kind", "shown")))
        self.assertFalse([token for token in tokens if token in kept])
        self.assertTrue(all(re.fullmatch(r"[0-9a-f]{64}", link.digest) for link in Link.objects.all()))
        tried = [self.nobody.get(f"/api/shared/{'x' * 31}{k % 10}").status_code for k in range(40)]
        self.assertEqual((tried[0], tried[-1]), (404, 429))
        self.assertEqual(self.nobody.get(f"/api/shared/{tokens.pop()}").status_code, 200, "who has one goes on")

    def test_nobody_gives_away_what_is_anothers_nor_more_than_an_account_may(self) -> None:
        other = User.objects.create_user("eva", password="a-long-password")
        with no_jobs():
            study = weighed(other)
        for kind in ("study", "run_out", "kick", "decision"):
            self.assertEqual(self.send("links", {kind: study.pk}).status_code, 404, kind)
        self.assertEqual(self.nobody.post("/api/links", "{}", content_type="application/json").status_code, 401)
        rows = [Link(owner=self.user, digest=str(k), kind="layout", title="x", shown={}) for k in range(300)]
        Link.objects.bulk_create(rows)
        full = self.send("links", {"document": QUICK})
        self.assertEqual((full.status_code, "300" in full.json()["errors"][0]["what"]), (422, True))

    def test_a_qr_code_is_one_that_a_reader_finds(self) -> None:
        # ISO/IEC 18004: three finder patterns, 7 modules wide: dark, light, three dark, light, dark.
        svg = self.send("links/qr", {"address": "https://club.example/l/" + "a" * 32}).json()["svg"]
        dark = {(int(x), int(y)) for x, y in re.findall(r"M(\d+) (\d+)h1v1", svg)}
        whole = int(re.search(r'viewBox="0 0 (\d+)', svg)[1])  # type: ignore[index]
        for left, top in ((4, 4), (whole - 11, 4), (4, whole - 11)):
            row = [(left + k, top + 3) in dark for k in range(7)]
            self.assertEqual(row, [True, False, True, True, True, False, True])
        self.assertEqual((whole - 8 - 17) % 4, 0, "17 and four times its version")
        self.assertEqual(self.send("links/qr", {"address": "javascript:alert(1)"}).status_code, 422)
