"""Asking: decisions to be reckoned one after another, written down and queued."""

from typing import Any

from partita.errors import refuse
from records.models import Decision, Reckoning
from records.tasks import reckon
from work.superseding import asked_anew

MOST_AT_ONCE = 500


def ask_better(decision: Decision) -> Reckoning:
    """Queue what better hands would keep, for one decision that was just kept."""
    return _asked(decision.owner, [decision.pk], anew=False)


def ask_anew(owner: Any, decisions: Any) -> Reckoning:
    """Queue that decisions are weighed anew with today's players; those that came as figures only are left out.

    One of the same owner that still runs is superseded. Raises `Refused` where there is nothing to weigh, or too much.
    """
    chosen = list(decisions.exclude(question=None).values_list("pk", flat=True)[: MOST_AT_ONCE + 1])
    if not chosen:
        raise refuse("decisions", "none of them has a layout to weigh", "Choose others.")
    if len(chosen) > MOST_AT_ONCE:
        raise refuse("decisions", f"there are more than {MOST_AT_ONCE}", "Narrow them by day, player or kind.")
    return _asked(owner, chosen, anew=True)


def _asked(owner: Any, chosen: list[int], anew: bool) -> Reckoning:
    question = {"decisions": chosen, "anew": anew}
    if anew:
        return asked_anew(Reckoning, owner, lambda key: reckon.defer(reckoning_id=key), question=question)
    found = Reckoning.objects.create(owner=owner, question=question)
    reckon.defer(reckoning_id=found.pk)
    return found
