"""A season: the sums of the decisions that are meant, and how many racks and matches were won."""

from typing import Any

from django.db.models import Count, Q

from partita.record.columns import FIELDS, columns_of
from partita.record.season import season_of
from partita.reports.record.report import season_document
from partita.reports.record.schema import SeasonDocument
from records.filters import Filters
from records.models import Rack


def season(owner: Any, filters: Filters) -> SeasonDocument:
    """Where the racks go, over the decisions that are meant."""
    return season_document(season_of(columns_of(filters.decisions(owner).order_by().values_list(*FIELDS, "rack_id"))))


def racks(owner: Any, filters: Filters) -> dict[str, int]:
    """Racks played and won, of the matches that are meant."""
    rows = Rack.objects.filter(match__in=filters.matches(owner).order_by(), i_won__isnull=False)
    found: dict[str, int] = rows.aggregate(
        racks=Count("pk"), racks_won=Count("pk", filter=Q(i_won=True)), matches=Count("match", distinct=True)
    )
    return found
