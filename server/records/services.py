"""Keeping what was played."""

from typing import Any

from partita.errors import refuse
from partita.weighing.samples import ENDINGS
from records.models import Played
from studies.models import Study


def keep(study: Study, place: int, ending: str) -> Played:
    """Keep that an option of a settled study was played and how it ended."""
    document: dict[str, Any] = study.document or {}
    if not document.get("settled"):
        raise refuse("study", "it is not settled yet", "Wait until it is, or weigh again.")
    options = document["options"]
    if not 0 <= place < len(options):
        raise refuse("option", f"there is no line {place + 1}", f"Use 1 to {len(options)}.")
    if ending not in ENDINGS:
        raise refuse("ending", f"“{ending[:30]}” is no ending", f"Use one of {', '.join(ENDINGS)}.")
    option = options[place]
    return Played.objects.create(
        owner=study.owner, study=study, option=place, name=option["name"][:200], ending=ending,
        said=option["shares"][ending], make=option["make"]["value"], rack_chance=option["rack_chance"]["value"],
        best_chance=options[0]["rack_chance"]["value"],
    )  # fmt: skip
