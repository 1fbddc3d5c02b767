"""What is drawn, tried and printed at once, in the web process: no job, nothing kept."""

from typing import Any

from partita.files import layout_file
from partita.physics.stroke import Stroke
from partita.table.diamonds import diamonds
from partita.telling.documents import DrawingDocument, TrialDocument
from partita.telling.drawing import FAN, draw
from partita.telling.ring_marks import Units
from partita.telling.shot_sheet import shot_sheet
from partita.telling.trial import try_stroke
from partita.weighing.placing import worth_in_hand
from profiles.services import question_with
from studies.models import Study
from studies.questions import document_of, request_of, situation_of


def _stroke_of(study: Study, place: int) -> Stroke | None:
    document = document_of(study)
    if document is None or place >= len(document.options):
        return None
    return Stroke(**document.options[place].stroke.model_dump())


def drawing_of(study: Study, place: int, fan: int = FAN) -> DrawingDocument | None:
    """What is drawn for option number `place` of a study; None when there is no such option."""
    stroke = _stroke_of(study, place)
    if stroke is None:
        return None
    request = request_of(study)
    return draw(request, stroke, request.seed, fan)


def sheet_of(study: Study, place: int, units: Units, title: str) -> bytes | None:
    """The shot sheet of option number `place`; None when there is no such option."""
    document, drawn = document_of(study), drawing_of(study, place)
    if document is None or drawn is None:
        return None
    option = document.options[place]
    return shot_sheet(situation_of(study, document), title or study.name or option.name, units, option, drawn.paths)


def tried(owner: Any, document: dict[str, Any], me: str, them: str, stroke: Stroke) -> TrialDocument:
    """A stroke of the user's own on this layout: what it is, how it ends, and its drawing."""
    return try_stroke(question_with(owner, layout_file.read(document).situation, me, them), stroke)


def worth_of_places(owner: Any, document: dict[str, Any], me: str, them: str) -> list[tuple[float, float, float]]:
    """Where the cue ball in hand may be put, in diamonds, with the rack chance of whoever shoots from there."""
    question = question_with(owner, layout_file.read(document).situation, me, them)
    places, worth = worth_in_hand(question)
    table = question.situation.layout.table
    return [
        (*(round(float(v), 3) for v in diamonds(table, *place)), round(float(chance), 4))  # type: ignore[misc]
        for place, chance in zip(places, worth, strict=True)
    ]
