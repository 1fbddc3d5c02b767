"""Asking what is expected of a player at a drill: worked out once for all that it depends on."""

import json
import math
from hashlib import sha256
from typing import Any

from measures.models import Measure
from partita.files.drill_file import drill_json
from partita.files.layout_file import read_table
from partita.players.measuring.prior import ERRORS
from partita.practice.drills.drill import Drill
from partita.practice.drills.expected import BY_LEVEL, Expected
from partita.telling.practice import expected_from
from partita.telling.practice_documents import ExpectationDocument
from practice.models import Expectation
from practice.tasks import expect
from profiles.models import PlayerProfile
from profiles.services import stroke_of
from work.models import ACTIVE, Status
from work.superseding import asked_anew

# Standard errors in the intervals of a measure; what an error is written as at least.
_Z80, _LEAST = 1.2816, 1e-4


def ask(player: PlayerProfile, drill: Drill, table: Any) -> Expectation:
    """What is expected of a player at a drill on a table; the same question is answered from what is there."""
    read_table(table)
    question = _question(player, drill, table)
    key = sha256(json.dumps(question, sort_keys=True).encode()).hexdigest()
    known = Expectation.objects.filter(owner=player.owner, key=key, status__in=(*ACTIVE, Status.DONE)).first()
    if known is not None:
        return known
    return asked_anew(
        Expectation, player.owner, lambda pk: expect.defer(expectation_id=pk),
        {"player": player, "drill_key": drill.key}, key=key, question=question,
    )  # fmt: skip


def _question(player: PlayerProfile, drill: Drill, table: Any) -> dict[str, Any]:
    stroke = {key: value for key, value in stroke_of(player).as_json().items() if key != "name"}
    return {"stroke": stroke, "log_sd": known_to(player), "table": table, "drill": drill_json(drill)}


def known_to(player: PlayerProfile) -> list[float]:
    """How well each error of a player is known, log sd: as it was measured, else as far as a level tells."""
    latest = Measure.objects.filter(player=player, document__isnull=False).first()
    document = (latest and latest.document) or {"attempts": 0}
    if not player.use_measured or not document["attempts"]:
        return [BY_LEVEL] * len(ERRORS)
    errors = document["stroke"]
    return [round(math.log(errors[name]["high"] / max(errors[name]["low"], _LEAST)) / (2 * _Z80), 3) for name in ERRORS]


def latest(player: PlayerProfile, drill_key: str, table: Any = None) -> ExpectationDocument | None:
    """The newest whole answer for a player at a drill, on a table where one is named."""
    rows = Expectation.objects.filter(player=player, drill_key=drill_key, status=Status.DONE)
    if table is not None:
        rows = rows.filter(question__table=table)
    row = rows.first()
    return ExpectationDocument.model_validate(row.document) if row else None


def expected_at(player: PlayerProfile, drill_key: str) -> list[Expected]:
    """What is expected of a player at a drill's steps, as far as that was ever worked out."""
    found = latest(player, drill_key)
    return expected_from(found) if found else []
