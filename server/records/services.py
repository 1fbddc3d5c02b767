"""Keeping what was played."""

from partita.errors import refuse
from partita.weighing.samples import ENDINGS
from records.models import Played
from studies.models import Study
from studies.questions import document_of


def keep(study: Study, place: int, ending: str) -> Played:
    """Keep that an option of a settled study was played and how it ended."""
    document = document_of(study)
    if document is None or not document.settled:
        raise refuse("study", "it is not settled yet", "Wait until it is, or weigh again.")
    if not 0 <= place < len(document.options):
        raise refuse("option", f"there is no line {place + 1}", f"Use 1 to {len(document.options)}.")
    if ending not in ENDINGS:
        raise refuse("ending", f"“{ending[:30]}” is no ending", f"Use one of {', '.join(ENDINGS)}.")
    option, best = document.options[place], document.options[0]
    return Played.objects.create(
        owner=study.owner, study=study, option=place, shot=option.id[:200], name=option.name[:200], ending=ending,
        said=option.shares[ending], make=option.make.value, rack_chance=option.rack_chance.value,
        best_chance=best.rack_chance.value,
    )  # fmt: skip
