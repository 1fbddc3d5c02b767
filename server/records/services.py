"""Keeping what was played; a plain pot is an attempt of whoever shot, too, by which his stroke is measured."""

from django.db import transaction

from measures import attempts
from measures.attempts import Shot
from partita.errors import refuse
from partita.telling.documents import OptionDocument
from partita.weighing.samples import ENDINGS
from profiles.services import profile_named
from records.models import Played
from studies.models import Study
from studies.questions import asked_of, document_of

# Endings that tell whether a pot went in; after a foul, or a rack lost at once, it may have gone in or not.
_MADE, _MISSED = ("won", "made_in_shape", "made_in_trouble"), ("nothing_left", "left_a_shot")


@transaction.atomic
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
    played = Played.objects.create(
        owner=study.owner, study=study, option=place, shot=option.id[:200], name=option.name[:200], ending=ending,
        said=option.shares[ending], make=option.make.value, rack_chance=option.rack_chance.value,
        best_chance=best.rack_chance.value,
    )  # fmt: skip
    _keep_as_attempt(played, study, option)
    return played


def _keep_as_attempt(played: Played, study: Study, option: OptionDocument) -> None:
    asked = asked_of(study)
    layout = asked["document"]
    shooter = layout["situation"].get("shooter", "me")
    player = profile_named(played.owner, asked.get("players", {}).get(shooter, ""))
    balls = dict(layout["balls"])
    told = played.ending in (*_MADE, *_MISSED)
    if player is None or not told or option.kind != "pot" or option.target not in balls or "cue" not in balls:
        return
    places = [balls.pop("cue"), balls.pop(option.target), *balls.values()]
    shot = Shot(places, option.stroke.model_dump(), option.pocket or "")
    attempts.add_shot(player, _token(played), shot, layout["table"], played.ending in _MADE)


def take_back(played: Played) -> None:
    """Delete an entry, and the attempt that it was."""
    attempts.take_back_of(played.owner, _token(played))
    played.delete()


def _token(played: Played) -> str:
    return f"played-{played.pk}"
