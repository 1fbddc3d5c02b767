"""The documents of kicks, written in one place; their sentences are in `kick_words`."""

from collections.abc import Mapping, Sequence

import numpy as np

from partita.intervals import of_share
from partita.kicks.correction import ENOUGH_TRIES, MIDDLE, Correction, corrected, correction_of
from partita.kicks.cushions import cushions_of
from partita.kicks.rails import first_rail
from partita.kicks.strokes import WorkedOut, worked_out
from partita.kicks.tries import KINDS, Try
from partita.kicks.ways import Kicks, good_hit
from partita.kicks.window import Window, window_of
from partita.physics.stroke import Stroke
from partita.reports.kicks import words
from partita.reports.kicks.schema import (
    AfterHitDocument,
    CorrectionDocument,
    CushionDocument,
    KickLookDocument,
    KickPointDocument,
    KicksDocument,
    KickWayDocument,
    KickWindowDocument,
    PlayedDocument,
    SchoolDocument,
    StickDocument,
    StretchDocument,
    SumDocument,
    TriesDocument,
)
from partita.reports.ledger.report import line_of
from partita.reports.schema import StrokeDocument
from partita.reports.shots.report import drawing_document
from partita.table.diamonds import diamonds
from partita.table.spec import TableSpec
from partita.views.kick import Look
from partita.weighing.rater import Rater
from partita.weighing.samples import FOULED, LOST_NOW, Samples
from partita.weighing.weighed import Weighed

Route = tuple[str, ...]
Schools = Mapping[str, Mapping[str, Weighed]]


def kicks_of(kicks: Kicks, tries: Sequence[Try] = (), seconds: float = 0.0) -> KicksDocument:
    """The document of the ways as far as they are found; tries : of this table."""
    teller = _Teller(kicks.rater, kicks.target, tries, kicks.schools)
    return KicksDocument(
        target=kicks.rater.names[kicks.target],
        targets=[kicks.rater.names[ball] for ball in kicks.rater.scene.targets],
        shooter=kicks.rater.situation.shooter,
        shows_mm=kicks.sight.shows_mm,
        hidden_mm=kicks.sight.hidden_mm,
        blocked_by=list(kicks.sight.blockers),
        sight=words.sight_words(kicks.sight, kicks.rater.names[kicks.target]),
        settled=kicks.settled,
        progress=kicks.progress,
        seconds=round(seconds, 3),
        ways=[teller.way(line, kicks.settled) for line in kicks.ways],
        straight=[teller.way(line, False) for line in kicks.straight],
    )


def look_document(look: Look, tries: Sequence[Try] = ()) -> KickLookDocument:
    """The document of one kick that was looked at closely; tries : of this table."""
    teller = _Teller(look.tried.rater, look.target, tries)
    rater, line, stick = look.tried.rater, look.tried.line, look.stick
    return KickLookDocument(
        option=line_of(rater, line),
        good_hit=good_hit(line.samples),  # type: ignore[arg-type]
        drawing=drawing_document(look.tried.drawn),
        route=list(look.route),
        number=teller.number(line.option.stroke, look.route),
        sum=teller.sum(look.route),
        correction=teller.correction(look.route) if teller.worked(look.route) else None,
        window=_window(look.window) if look.window else None,
        stick=None if stick is None else StickDocument(
            off_rail_deg=float(np.degrees(stick.off_rail_rad)), turns_deg=float(np.degrees(stick.turns_rad)),
            held_by=stick.held_by, words=words.stick_words(stick),  # type: ignore[arg-type]
            after=[
                AfterHitDocument(
                    tip=hit.tip, pace=hit.pace, cue=_in_diamonds(rater.scene.table, hit.cue_m),
                    target=_in_diamonds(rater.scene.table, hit.target_m),
                )
                for hit in stick.after
            ],
        ),
    )  # fmt: skip


def tries_of(table: TableSpec, tries: Sequence[Try]) -> TriesDocument:
    """What all tries of a table say."""
    found = [correction_of(table, tries, kind) for kind in KINDS]
    cushions = cushions_of(table, tries) if tries else None
    return TriesDocument(
        tries=len(tries),
        corrections=[_correction(one, *one.at(MIDDLE)) for one in found if one.tries],
        cushions={
            name: CushionDocument(value=one.value, half=one.half, set_to=getattr(table, name))
            for name, one in (cushions or {}).items()
        },
        words=words.tries_words(len(tries), cushions, table),
    )


class _Teller:
    """Tells of the ways to one ball; sums are worked out once a route."""

    def __init__(self, rater: Rater, target: int, tries: Sequence[Try], schools: Schools | None = None) -> None:
        self.rater, self.target, self.tries, self.schools = rater, target, tries, schools or {}
        self._worked: dict[Route, WorkedOut | None] = {}
        self._corrections: dict[str, Correction] = {}

    def worked(self, route: Route) -> WorkedOut | None:
        if route not in self._worked:
            self._worked[route] = worked_out(self.rater.scene, self.target, route)
        return self._worked[route]

    def sum(self, route: Route) -> SumDocument:
        found = self.worked(route)
        if found is None:
            return SumDocument(kind="none", words=words.no_sum_words(route))
        table, one = self.rater.scene.table, found.sum
        name, place = self.rater.names[self.target], self.rater.places[self.target]
        return SumDocument(
            kind=one.kind,  # type: ignore[arg-type]
            words=words.sum_words(one), rail=one.first.cushion, counted_from=one.first.counted_from,
            start=_known(one.start), arrival=_known(one.arrival), first_rail=one.aim,
            steps=words.sum_steps(one, name, place, route),
            lines=[[_place(table, at) for at in line] for line in one.lines],
            played=[
                PlayedDocument(
                    stroke=StrokeDocument.model_validate(played.stroke), how=played.words, number=played.number,
                    words="" if played.number is None else words.difference_words(played.number - one.aim),
                )
                for played in found.played
            ],
            ask=words.ask_words(found),
        )  # fmt: skip

    def correction(self, route: Route) -> CorrectionDocument | None:
        """What the tries add to a route's sum; None without tries of its kind."""
        found = self.worked(route)
        if found is None:
            return None
        kind = found.sum.kind
        if kind not in self._corrections:
            self._corrections[kind] = correction_of(self.rater.scene.table, self.tries, kind)
        one = self._corrections[kind]
        if not one.tries:
            return None
        number, half = corrected(found.sum, route, self.rater.places[0], one)
        return _correction(one, number, half, number - found.sum.aim)

    def number(self, stroke: Stroke, route: Route) -> float | None:
        if not route or route[0].startswith("jaw"):
            return None
        cue = self.rater.places[0]
        rail = first_rail(self.rater.scene.table, route, cue, self.rater.places[self.target])
        return _known(rail.read_aim(cue, float(np.radians(stroke.aim_deg))))

    def way(self, line: Weighed, with_window: bool) -> KickWayDocument:
        option, route = line.option, line.option.intention.route
        window = window_of(self.rater, self.target, option, route, 3, 1) if with_window else None
        found, correction = self.worked(route), self.correction(route)
        return KickWayDocument(
            **line_of(self.rater, line).model_dump(),
            good_hit=good_hit(line.samples),
            foul_cost=_foul_cost(line.samples),
            number=self.number(option.stroke, route),
            sum=self.sum(route),
            simulated_first_rail=found.advised.number if found else None,
            correction=correction.first_rail - found.sum.aim if found and correction else None,
            window=StretchDocument(low=window.low, high=window.high) if window else None,
            schools=[_school(name, one) for name, one in self.schools.get(option.id, {}).items()],
        )


def _school(name: str, line: Weighed) -> SchoolDocument:
    return SchoolDocument(
        school=name, stroke=StrokeDocument.model_validate(line.option.stroke),  # type: ignore[arg-type]
        called=of_share(int(line.samples.called.sum()), len(line.samples)),  # type: ignore[arg-type]
        good_hit=good_hit(line.samples),  # type: ignore[arg-type]
        bend_deg=float(np.degrees(line.option.unsighted.bend_rad)), words=words.school_words(name),
    )  # fmt: skip


def _known(number: float) -> float | None:
    return number if np.isfinite(number) else None


def _foul_cost(samples: Samples) -> float | None:
    """What a foul costs against a good hit, rack chance; None where all or none are fouls."""
    fouls = np.isin(samples.ending, (FOULED, LOST_NOW))
    return float(samples.value[~fouls].mean() - samples.value[fouls].mean()) if 0 < fouls.sum() < len(fouls) else None


def _window(window: Window) -> KickWindowDocument:
    return KickWindowDocument(
        rail=window.rail.cushion, counted_from=window.rail.counted_from, number=window.number, low=window.low,
        high=window.high, mean=window.mean, deviation=window.deviation, inside=window.inside,
        words=words.window_words(window),
        points=[
            KickPointDocument(
                number=float(window.numbers[k]), met=bool(window.met[k]), legal=bool(window.legal[k]),
                fullness=float(window.fullness[k]), value=float(window.value[k]),
                side="left" if window.side[k] > 0 else "right" if window.side[k] < 0 else "",
            )
            for k in range(len(window.numbers))
        ],
    )  # fmt: skip


def _correction(one: Correction, number: float, half: float, off: float | None = None) -> CorrectionDocument:
    return CorrectionDocument(
        kind=one.family,  # type: ignore[arg-type]
        tries=one.tries, enough=one.tries >= ENOUGH_TRIES, first_rail=number, half=half,
        words=words.correction_words(one, off, half),
    )  # fmt: skip


def _in_diamonds(table: TableSpec, way_m: float | None) -> float | None:
    return None if way_m is None else way_m / table.diamond_m


def _place(table: TableSpec, at: np.ndarray[tuple[int], np.dtype[np.float64]]) -> list[float]:
    return [round(float(value), 3) for value in diamonds(table, float(at[0]), float(at[1]))]
