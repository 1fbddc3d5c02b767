"""The documents of a measure from its typed results."""

from partita.options.naming import speed_words, tip_words
from partita.physics.stroke import stroke_of_row
from partita.players.measuring.asked import Asked, asked_at, mark_of
from partita.players.measuring.attempts import POCKETED, SHORT
from partita.players.measuring.posterior import Posterior
from partita.players.measuring.report import Estimate, Report, level_words, range_words, report_of
from partita.players.measuring.stations import Station
from partita.players.stroke_model import PRESETS, StrokeModel
from partita.practice.error_costs import Costs
from partita.reports.measuring import words
from partita.reports.measuring.schema import (
    CostDocument,
    CostsDocument,
    DisagreementDocument,
    ErrorDocument,
    EstimateDocument,
    FollowsDocument,
    MeasureDocument,
    OutcomeDocument,
    StationDocument,
)
from partita.reports.schema import StrokeDocument
from partita.table.diamonds import diamonds
from partita.table.spec import TableSpec

# The buttons of a pot where thin is to the left, as they lie beside the pocket from left to right.
_CUT = (
    ("far thin", "far too thin"), ("thin", "thin"), ("made", "made"), ("thick", "thick"), ("far thick", "far too thick")
)  # fmt: skip
_STRAIGHT = (
    ("far thin", "far left"), ("thin", "left"), ("made", "made"), ("thick", "right"), ("far thick", "far right")
)  # fmt: skip


def measure_of(posterior: Posterior, table: TableSpec, like: StrokeModel = PRESETS["league"]) -> MeasureDocument:
    """The document of a posterior."""
    report = report_of(posterior, table, like)
    return MeasureDocument(
        attempts=report.attempts,
        counts_for=report.counts_for,
        stroke=_errors(report),
        level=level_words(report.level),
        level_range=range_words(report.level),
        level_at=_estimate(report.level),
        follows=FollowsDocument(runout=_estimate(report.run_out), long_pot=_estimate(report.long_pot)),
        disagrees=[
            DisagreementDocument(
                station=one.key, name=one.name, words=words.disagreement_words(one), advice=words.advice(one)
            )
            for one in report.disagrees
        ],
        model=_model(report.model),
        words=words.summary(report),
    )


def _errors(report: Report) -> dict[str, ErrorDocument]:
    return {
        error.name: ErrorDocument(
            value=error.amount.value, low=error.amount.low, high=error.amount.high, level=_estimate(error.level),
            known=error.known, words=words.error_words(error),
        )
        for error in report.errors
    }  # fmt: skip


def _estimate(one: Estimate) -> EstimateDocument:
    return EstimateDocument(value=one.value, low=one.low, high=one.high)


def _model(model: StrokeModel) -> dict[str, float | str]:
    return {
        name: round(value, 5) if isinstance(value, float) else str(value)
        for name, value in model.as_json().items()
        if name != "name"
    }


def station_of(station: Station, table: TableSpec, count: int = 0) -> StationDocument:
    """A station as it is asked for on a table."""
    asked = asked_at(station, table)
    stroke = stroke_of_row(asked.stroke)
    return StationDocument(
        key=station.key, name=station.name, says=station.says, cue=list(diamonds(table, *map(float, asked.places[0]))),
        ball=list(diamonds(table, *map(float, asked.places[1]))) if station.is_pot else None,
        pocket=station.pocket, mark=list(mark_of(asked)), stroke=StrokeDocument.model_validate(stroke),
        speed_words=speed_words(stroke.speed_mps, table), tip_words=tip_words(stroke), tells=list(station.tells),
        outcomes=_outcomes(asked), count=count,
    )  # fmt: skip


def _outcomes(asked: Asked) -> list[OutcomeDocument]:
    buttons = [(POCKETED, "fell in a pocket")]
    if asked.is_pot:
        row = _STRAIGHT if asked.is_straight else _CUT
        buttons = [*(row if asked.thin_is_left else reversed(row)), (SHORT, "did not get there")]
    return [OutcomeDocument(name=name, words=said) for name, said in buttons]


def costs_of(costs: Costs, made_on: int) -> CostsDocument:
    """The document of what each error costs."""
    return CostsDocument(
        share=costs.share,
        costs=[
            CostDocument(
                error=cost.error, words=words.cost_words(cost), racks=cost.racks, half=2 * cost.racks_error,
                run_outs=cost.run_outs,
            )
            for cost in costs.costs
        ],
        words=words.costs_words(costs),
        made_on=made_on,
    )  # fmt: skip
