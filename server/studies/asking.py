"""Asking: a study is checked, written down and queued; and listed."""

import json
from typing import Any

from django.db.models import F

from layouts.models import Layout
from partita.files import layout_file
from partita.games.match import Match
from partita.weighing.weigh import WeighRequest, check_request
from profiles.services import stroke_model_named
from studies.clearing import make_room
from studies.models import Study
from studies.questions import kept_question
from studies.tasks import weigh_study
from work.superseding import asked_anew

# How many kept studies are listed at a time.
PAGE = 100
# How many layouts are listed as lately weighed, of how many studies.
_RECENT, _LOOKED_THROUGH = 8, 40


def ask(
    owner: Any,
    document: dict[str, Any],
    me: str,
    them: str,
    seed: int,
    samples: int,
    layout: Layout | None,
    match: Match | None = None,
) -> Study:
    """Check a question, supersede the owner's running ones, and queue it: all of that or nothing."""
    make_room(owner)
    file = layout_file.read(document)
    players = stroke_model_named(owner, me), stroke_model_named(owner, them)
    request = WeighRequest(file.situation, *players, seed, samples, file.strokes, match)
    check_request(request)
    question = kept_question(request, file, {"me": me, "them": them})
    return asked_anew(Study, owner, lambda key: weigh_study.defer(study_id=key), layout=layout, question=question)


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
