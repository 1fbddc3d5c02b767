"""What is drawn, tried and printed at once, in the web process: no job, nothing kept."""

from partita.physics.stroke import Stroke
from partita.reports.paper.ring_marks import Units
from partita.reports.paper.shot_sheet import shot_sheet
from partita.reports.shots.report import drawing_document, trial_document
from partita.reports.shots.schema import DrawingDocument, TrialDocument
from partita.table.diamonds import diamonds
from partita.views.drawing import FAN, draw
from partita.views.trial import try_stroke
from partita.weighing.placing import worth_in_hand
from studies.kinds import document_of, line_at, request_of, situation_of
from studies.models import Study
from work.position import Position


def _stroke_of(study: Study, place: int, line: str = "") -> Stroke | None:
    document = document_of(study)
    if document is None or place >= len(document.options):
        return None
    return Stroke(**document.options[line_at(document, place, line)].stroke.model_dump())


def drawing_of(study: Study, place: int, fan: int = FAN, line: str = "") -> DrawingDocument | None:
    """What is drawn for option number `place` of a study, or for the line of that id; None when there is none."""
    stroke = _stroke_of(study, place, line)
    if stroke is None:
        return None
    request = request_of(study)
    return drawing_document(draw(request, stroke, request.seed, fan))


def sheet_of(study: Study, place: int, units: Units, title: str) -> bytes | None:
    """The shot sheet of option number `place`; None when there is no such option."""
    document, drawn = document_of(study), drawing_of(study, place)
    if document is None or drawn is None:
        return None
    option = document.options[place]
    return shot_sheet(situation_of(study, document), title or study.name or option.name, units, option, drawn.paths)


def tried(position: Position, stroke: Stroke) -> TrialDocument:
    """A stroke of the user's own on this layout: what it is, how it ends, and its drawing."""
    return trial_document(try_stroke(position.question, stroke))


def worth_of_places(position: Position) -> list[tuple[float, float, float]]:
    """Where the cue ball in hand may be put, in diamonds, with the rack chance of whoever shoots from there."""
    places, worth = worth_in_hand(position.question)
    table = position.situation.layout.table
    return [
        (*(round(float(v), 3) for v in diamonds(table, *place)), round(float(chance), 4))  # type: ignore[misc]
        for place, chance in zip(places, worth, strict=True)
    ]
