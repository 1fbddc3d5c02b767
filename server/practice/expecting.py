"""What is expected of a player at a drill, as far as it was worked out (`practice/kinds.py`)."""

import math
from typing import Any

from measures.models import Measure
from partita.players.measuring.prior import ERRORS
from partita.practice.drills.expected import BY_LEVEL, Expected
from partita.reports.practice.report import expected_from
from partita.reports.practice.schema import ExpectationDocument
from practice.models import Expectation
from profiles.models import PlayerProfile
from work.models import Status

# Standard errors in the intervals of a measure; what an error is written as at least.
_Z80, _LEAST = 1.2816, 1e-4


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
