"""The page Record with twenty thousand decisions: how long the server takes for each of its views.

Run by `./partita bench record.views`, as a test of Django's runner, since it needs a database; keeps
`benchmarks/results/record-views.json`.
"""

from datetime import date, timedelta

from django.contrib.auth.models import User
from django.test import Client, TransactionTestCase

from benchmarks.figures import keep, seconds_of, spread
from records import files
from records.models import Decision
from setup import demo

_DECISIONS, _RUNS = 20_000, 7
VIEWS = {
    "season": "season", "season, one player": "season?player=Ida+Brandt", "what there is": "season/known",
    "decisions": "decisions", "decisions, the last page": "decisions?page=799",
    "decisions, words and days": "decisions?words=corner&since=2022-01-01", "decisions, kind": "decisions?kind=safety",
    "matches": "matches", "deleted": "season/deleted",
}  # fmt: skip


class Views(TransactionTestCase):
    """Figures only, no checks of them."""

    def test_print_and_keep_the_figures(self) -> None:
        """The demo's season, its decisions as often as it takes."""
        owner = User.objects.create_user("ida")
        files.take(owner, demo.SEASON.read_text("utf-8"), "league")
        of_season = list(Decision.objects.all())
        rows = []
        for k in range(_DECISIONS - len(of_season)):
            like = of_season[k % len(of_season)]
            one = Decision(**{field.attname: getattr(like, field.attname) for field in Decision._meta.fields})
            one.pk, one.token, one.rack_id = None, f"many-{k:06}", None
            one.played_on = date(2020, 1, 1) + timedelta(days=k % 2400)
            rows.append(one)
        Decision.objects.bulk_create(rows, batch_size=1000)
        client = Client()
        client.force_login(owner)
        figures = {
            name: spread([1000 * seconds_of(lambda path=path: client.get(f"/api/{path}")) for _ in range(_RUNS)], 0)
            for name, path in VIEWS.items()
        }
        keep("record-views", {"decisions": _DECISIONS, "ms": figures})
