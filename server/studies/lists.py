"""Lists of studies: those that are kept, and what was lately weighed."""

import json
from typing import Any

from django.db.models import F

from studies.models import Study

# How many kept studies are listed at a time.
PAGE = 100
# How many layouts are listed as lately weighed, of how many studies.
_RECENT, _LOOKED_THROUGH = 8, 40


def recent(owner: Any) -> list[dict[str, Any]]:
    """What the owner lately weighed and did not keep, the latest first, each layout once."""
    found: dict[str, dict[str, Any]] = {}
    asked = Study.objects.filter(owner=owner, kept=False).exclude(document=None)
    rows = asked.values_list("pk", "created", F("question__document"), F("document__options__0__name"))
    for pk, created, layout, best in rows[:_LOOKED_THROUGH]:
        line = {"id": pk, "created": created, "best": best or "", "document": layout}
        found.setdefault(json.dumps([layout["game"], layout["balls"]], sort_keys=True), line)
    return list(found.values())[:_RECENT]


def kept(owner: Any, page: int = 0) -> list[dict[str, Any]]:
    """A page of the owner's kept studies, the latest first, each with its layout and its first line."""
    rows = Study.objects.filter(owner=owner, kept=True).values(
        "id", "name", "created", "layout_id", document_=F("question__document"), best_=F("document__options__0__name"),
        chance_=F("document__options__0__rack_chance__value"),
    )  # fmt: skip
    return [
        {key: row[key] for key in ("id", "name", "created", "layout_id")}
        | {"document": row["document_"], "best": row["best_"] or "", "chance": row["chance_"]}
        for row in rows[page * PAGE : (page + 1) * PAGE]
    ]
