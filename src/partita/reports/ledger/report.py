"""The study document: what a weighing has found, with every figure and sentence. Written here and nowhere else."""

from dataclasses import fields
from typing import Any

import numpy as np
from numpy.typing import NDArray

from partita.games.situation import Situation
from partita.intervals import of_share
from partita.options.naming import POCKET_WORDS, arrival_words, lengths_words, pace_word, tip_words, way_words
from partita.options.option import Intention, own_id
from partita.options.thickness import hit_words
from partita.physics.constants import NO_POCKET
from partita.physics.stroke import Stroke
from partita.physics.travel import lengths_travelled
from partita.reports.ledger.schema import (
    AheadDocument,
    CautionDocument,
    ChangeDocument,
    ChangesDocument,
    DoubtDocument,
    LeaveDocument,
    MatchViewDocument,
    OptionDocument,
    RestDocument,
    StudyDocument,
    TurningPointDocument,
    VerdictDocument,
    WayDocument,
)
from partita.reports.ledger.words import (
    behind_words,
    choice_words,
    doubt_words,
    hand_back_words,
    reliability_words,
    ways_words,
    why_words,
)
from partita.reports.schema import ChanceDocument, SpeedDocument, StrokeDocument
from partita.table.diamonds import diamonds, metres
from partita.table.layout import CUE
from partita.table.spec import POCKETS, TableSpec
from partita.weighing.changes import Changes
from partita.weighing.doubt import doubt_between, doubt_of
from partita.weighing.match_view import MatchView
from partita.weighing.rater import Rater
from partita.weighing.samples import FOULED, LEFT_A_SHOT, LOST_NOW, NOTHING_LEFT, Samples
from partita.weighing.verdict import verdict_of
from partita.weighing.ways import Way
from partita.weighing.weighed import Weighed, Weighing

_INCH_M = 0.0254
# A scratch is worth a word when it happens this often.
_SCRATCH_WORTH_SAYING = 0.01
Places = NDArray[np.float64]


def as_weighed(situation: Situation, study: StudyDocument) -> Situation:
    """The situation of a study, with the cue ball where it was placed if it was in hand."""
    if situation.in_hand == "none":
        return situation
    return situation.with_cue_at(metres(situation.layout.table, study.cue[0], study.cue[1]))


def study_of(weighing: Weighing, seconds: float = 0.0) -> StudyDocument:
    """The document of a weighing that took so long."""
    rater, lines = weighing.rater, weighing.lines
    cue = diamonds(rater.scene.table, *rater.situation.layout.balls[CUE])
    return StudyDocument(
        seed=weighing.seed,
        shooter=rater.situation.shooter,
        settled=weighing.settled,
        samples_used=weighing.used,
        seconds=round(seconds, 3),
        cue=list(cue),
        target=rater.target,
        options=[_option(rater, lines, place) for place in range(len(lines))],
        why=_why(rater, lines) if lines else "",
        choice=choice_words(lines, weighing.settled, rater.situation.game),
        reliable=reliability_words(lines, weighing.settled, rater.situation.game),
        changes=_changes(weighing.changes) if weighing.changes else None,
        match=_match(weighing.match) if weighing.match else None,
        verdict=_verdict(weighing) if weighing.settled and lines else None,
    )


def _verdict(weighing: Weighing) -> VerdictDocument:
    found = verdict_of(weighing.lines, weighing.rater.situation.game)
    return VerdictDocument(kind=found.kind, lines=found.lines, bound=found.bound, looked=weighing.looked)


def line_of(rater: Rater, line: Weighed, best: Weighed | None = None) -> OptionDocument:
    """One weighed option by itself, or held against another that is taken for the best."""
    return _option(rater, (line,), 0) if best is None else _option(rater, (best, line), 1)


def _why(rater: Rater, lines: tuple[Weighed, ...]) -> str:
    words = why_words(lines[0].seen, lines[1].seen if len(lines) > 1 else None)
    if rater.situation.push_out != "made":
        return words
    return f"{words} {hand_back_words(rater.hand_back_value())}"


def _option(rater: Rater, lines: tuple[Weighed, ...], place: int) -> OptionDocument:
    line = lines[place]
    option, samples = line.option, line.samples
    intention, stroke, count = option.intention, option.stroke, len(line.samples)
    fouls = int(np.isin(samples.ending, (FOULED, LOST_NOW)).sum())
    speed = speed_of(stroke.speed_mps, rater.scene.table)
    game = rater.situation.game
    doubt, (gap, between) = doubt_of(line, game), doubt_between(lines[0], line, game)
    return OptionDocument(
        **{key: getattr(intention, key) for key in (
            "kind", "target", "potted", "pocket", "route", "cushions", "via", "behind", "style", "fullness", "hit_side",
        )},
        id=option.id,
        name=option.name,
        detail=option.detail,
        aim=line.aim,  # type: ignore[arg-type]
        arrival=arrival_words(intention.style),
        aim_range_deg=option.aim_range_deg,
        cut_range_deg=option.cut_range_deg,
        watch=[caution.words for caution in option.watch],
        cautions=_cautions(line),
        hit=hit_words(intention.fullness, intention.hit_side),
        cut_deg=float(np.degrees(option.cut_rad)),
        source=option.source,
        stroke=StrokeDocument.model_validate(stroke),
        speed_lengths=speed.lengths,
        speed=speed,
        tip=tip_words(stroke),
        rack_chance=doubt.around(line.value),  # type: ignore[arg-type]
        doubt=DoubtDocument(**dict(zip(("sampling", "search", "model"), doubt.halves(), strict=True))),
        doubt_words=doubt_words(doubt, line.ahead.strokes),
        ahead=AheadDocument.model_validate(line.ahead) if line.ahead.rollouts else None,
        make=of_share(int(line.makes.sum()), count),  # type: ignore[arg-type]
        luck=float((samples.made & ~samples.called).mean()) if option.attacks else 0.0,
        foul=of_share(fouls, count),  # type: ignore[arg-type]
        sold_out=of_share(int((samples.ending == LEFT_A_SHOT).sum()), count),  # type: ignore[arg-type]
        shares=samples.shares(),
        value_by_ending=line.seen.value_by_ending(),
        leave=_leave(rater, samples),
        turning_point=_turning_point(lines, place),
        ways=[_way(rater, line, way) for way in line.ways] if len(line.ways) > 1 else [],
        ways_words=ways_words(line.ways),
        trails=between.around(gap, -1.0),  # type: ignore[arg-type]
        behind_best=behind_words(lines[0].seen, line.seen) if place else "",
        samples=count,
        confirmed=line.confirmed,
    )  # fmt: skip


def _way(rater: Rater, line: Weighed, way: Way) -> WayDocument:
    option, samples, table = way.option, way.samples, rater.scene.table
    lead, error = float(way.ahead.mean()), 1.96 * float(way.ahead.std()) / np.sqrt(len(way.ahead))
    return WayDocument(
        words=way_words(option.intention, option.stroke, option.cut_rad, table),
        stroke=StrokeDocument.model_validate(option.stroke),
        speed=speed_of(option.stroke.speed_mps, table),
        tip=tip_words(option.stroke),
        advised=option.stroke == line.option.stroke,
        alike=way.alike,
        ahead=ChanceDocument(value=lead, low=lead - error, high=lead + error),
        make=float((samples.called if option.attacks else samples.made).mean()),
        foul=float(np.isin(samples.ending, (FOULED, LOST_NOW)).mean()),
    )


def speed_of(speed_mps: float, table: TableSpec) -> SpeedDocument:
    """A speed as players say it on this table."""
    lengths = lengths_travelled(table, speed_mps)
    return SpeedDocument(lengths=lengths, words=lengths_words(lengths), pace=pace_word(lengths))


def _cautions(line: Weighed) -> list[CautionDocument]:
    """What a jump clears; scratches as often as they came; then what a stroke that goes a little wrong may do."""
    scratches = sorted(_scratches(line.samples).items(), key=lambda item: -item[1])
    counted = [
        CautionDocument(kind="scratch", words=f"scratch in the {POCKET_WORDS[pocket]}", share=share)
        for pocket, share in scratches
        if share >= _SCRATCH_WORTH_SAYING
    ]
    off = float((line.samples.scratch == NO_POCKET).mean())
    if off >= _SCRATCH_WORTH_SAYING:
        counted.append(CautionDocument(kind="scratch", words="the cue ball leaves the table", share=off))
    said = [CautionDocument(kind=one.kind, words=one.words) for one in line.option.watch if one.kind != "scratch"]
    return sorted([*counted, *said], key=lambda caution: caution.kind != "jump")


def _scratches(samples: Samples) -> dict[str, float]:
    shares = {name: float((samples.scratch == pocket).mean()) for pocket, name in enumerate(POCKETS)}
    return {name: share for name, share in shares.items() if share > 0}


def _leave(rater: Rater, samples: Samples) -> LeaveDocument:
    """Measures of what the opponent finds when the shooter neither makes a ball nor fouls."""
    left, scratch = np.isin(samples.ending, (NOTHING_LEFT, LEFT_A_SHOT)), _scratches(samples)
    if not left.any():
        return LeaveDocument(share=0.0, scratch=scratch)
    cue, target, hiding = samples.cue[left], samples.target[left], samples.hidden_by[left]
    cue_rail, target_rail = (_to_rail_m(rater, places) for places in (cue, target))
    return LeaveDocument(
        share=float(left.mean()),
        scratch=scratch,
        opponent_best_make=float(samples.next_make[left].mean()),
        hooked=float((samples.next_visible[left] == 0).mean()),
        visible=float(samples.next_visible[left].mean()),
        apart_m=round(float(np.linalg.norm(cue - target, axis=1).mean()), 3),
        hooked_by={rater.names[ball]: float((hiding == ball).mean()) for ball in np.unique(hiding[hiding > 0])},
        cushions_needed={
            name: float((samples.cushions[left] == number).mean())
            for number, name in enumerate(("0", "1", "2", "3", "none"))
        },
        cue_to_rail_mm=round(1000 * cue_rail, 0),
        target_to_rail_mm=round(1000 * target_rail, 0),
        cue_to_rail_in=round(cue_rail / _INCH_M, 1),
        target_to_rail_in=round(target_rail / _INCH_M, 1),
        cue_rests=_rests(rater, cue),
        target_rests=_rests(rater, target),
    )


def _rests(rater: Rater, places: Places) -> RestDocument:
    """places : (k, 2) m."""
    middle = np.median(places, axis=0)
    spread = float(np.median(np.linalg.norm(places - middle, axis=1)))
    x, y = diamonds(rater.scene.table, float(middle[0]), float(middle[1]))
    return RestDocument(middle=[round(x, 2), round(y, 2)], half_within_m=round(spread, 3))


def _to_rail_m(rater: Rater, places: Places) -> float:
    x, y = places[:, 0], places[:, 1]
    edges = np.minimum(np.minimum(x, rater.bed.length - x), np.minimum(y, rater.bed.width - y))
    return float(np.median(np.maximum(0.0, edges - rater.bed.reach)))


def _turning_point(lines: tuple[Weighed, ...], place: int) -> TurningPointDocument | None:
    """The make chance at which an attack and the best other option are equal.

    p made + (1 - p) missed = other; none where no make chance between 0 and 1 makes them equal.
    """
    line = lines[place]
    made = line.makes
    if not line.option.attacks or made.all() or not made.any() or len(lines) < 2:
        return None
    other = lines[1 if place == 0 else 0].value
    if_made, if_missed = float(line.seen.value[made].mean()), float(line.seen.value[~made].mean())
    point = (other - if_missed) / (if_made - if_missed) if if_made > if_missed else None
    return TurningPointDocument(
        make=None if point is None or not 0 < point < 1 else point,
        mine=float(made.mean()),
        if_made=if_made,
        if_missed=if_missed,
        other=other,
    )


def _changes(changes: Changes) -> ChangesDocument:
    return ChangesDocument(
        options=[option.name for option in changes.leaders],
        ids=[option.id for option in changes.leaders],
        as_asked=list(changes.as_asked),
        changes=[ChangeDocument.model_validate(change) for change in changes.changes],
    )


def _match(view: MatchView) -> MatchViewDocument:
    return MatchViewDocument(
        **vars(view.match),
        rack_when_i_break=view.rack_when_i_break,
        rack_when_they_break=view.rack_when_they_break,
        if_rack_won=view.if_rack_won,
        if_rack_lost=view.if_rack_lost,
        a_point_is_worth=view.a_point_is_worth,
        my_match_chance=list(view.my_match_chance),
    )


def read_study(document: dict[str, Any], table: TableSpec) -> StudyDocument:
    """A study from its document; one that an earlier version wrote gets what it lacks, from its own numbers."""
    options = [option if "id" in option else _completed(option, table) for option in document.get("options", [])]
    return StudyDocument.model_validate({**document, "options": options})


def _completed(option: dict[str, Any], table: TableSpec) -> dict[str, Any]:
    stroke, speed = option["stroke"], speed_of(option["stroke"]["speed_mps"], table)
    arrival = arrival_words(option.get("style", ""))
    return option | {
        "id": own_id(Stroke(**stroke)) if option["source"] == "own" else _id_of(option),
        "arrival": arrival,
        "detail": "; ".join(word for word in (arrival, f"{speed.pace}, {speed.words}") if word),
        "cautions": [{"kind": "said", "words": words} for words in option.get("watch", [])],
        "hit": hit_words(option["fullness"], option["hit_side"]),
        "speed": speed.model_dump(),
        "speed_lengths": speed.lengths,
    }


def _id_of(option: dict[str, Any]) -> str:
    """The identity of the same shot now."""
    known = {field.name for field in fields(Intention)}
    values: Any = {key: tuple(v) if isinstance(v, list) else v for key, v in option.items() if key in known}
    return Intention(**values).id
