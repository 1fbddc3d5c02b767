"""The document of a run-out, written in one place; its sentences are in `runout_words`."""

from typing import Any

import numpy as np

from partita.games.eight_ball import GROUPS
from partita.games.snooker import BALLS_ON
from partita.games.standing import BALL_ON, GAME, GROUP, SNOOKER, SOLIDS, STRIPES
from partita.options.naming import tip_words
from partita.reports.ledger.report import speed_of
from partita.reports.runout import words
from partita.reports.runout.schema import (
    InHandDocument,
    OpenerDocument,
    OtherShotDocument,
    PlannedDocument,
    RunOutDocument,
    ZoneDocument,
)
from partita.reports.schema import StrokeDocument
from partita.runout.breaking import Opener
from partita.runout.pattern import Pattern, Places, is_free, what_is_searched
from partita.runout.plan import ACROSS_RAD, INTO_RAD, Planned
from partita.runout.shots import Shot
from partita.runout.zones import Zone
from partita.table.diamonds import diamonds
from partita.table.places import POCKET_WORDS
from partita.table.spec import POCKETS, TableSpec

_ARRIVALS, _BEST_PLACES = 80, 3
# Best places that are told apart from each other by this many diamonds.
_APART = 1.0


def run_out_of(pattern: Pattern, seconds: float = 0.0) -> RunOutDocument:
    """The document of a run-out as far as it is worked out."""
    first = pattern.plan[0] if pattern.plan else None
    situation = pattern.request.situation
    return RunOutDocument(
        goal=pattern.request.goal,  # type: ignore[arg-type]
        shooter=situation.shooter,
        order=list(pattern.steps.order),
        chooses_order=is_free(pattern.start),
        settled=pattern.settled,
        progress=pattern.progress,
        seconds=round(seconds, 3),
        run_out=first.shot.clear if first else None,  # type: ignore[arg-type]
        rack=first.rack if first else None,  # type: ignore[arg-type]
        plan=[_planned(pattern, planned) for planned in pattern.plan],
        summary=words.summary(pattern),
        key_words=words.key_ball(pattern),
        dead=list(pattern.dead),
        openers=[_opener(pattern, opener) for opener in pattern.openers],
        in_hand=_in_hand(pattern.in_hand, situation.layout.table) if pattern.in_hand else None,
        searched=what_is_searched(pattern.start),
        notes=words.notes(pattern),
    )


def _planned(pattern: Pattern, planned: Planned) -> PlannedDocument:
    table, shot = pattern.request.situation.layout.table, planned.shot
    names = pattern.start.names
    balls = {name: _place(table, planned.places[k]) for k, name in enumerate(names) if planned.in_play[k] == -1}
    return PlannedDocument(
        step=planned.step,
        ball=planned.ball,
        pocket=POCKETS[shot.pocket],
        pocket_words=POCKET_WORDS[POCKETS[shot.pocket]],
        words=words.shot(pattern, planned),
        stroke=StrokeDocument.model_validate(shot.stroke),
        speed=speed_of(shot.stroke.speed_mps, table),
        tip=tip_words(shot.stroke),
        cut_deg=round(float(np.degrees(shot.cut_rad)), 1),
        make=shot.make,
        run_out=shot.clear,  # type: ignore[arg-type]
        rack=planned.rack,  # type: ignore[arg-type]
        room=shot.room,
        cue=_place(table, planned.cue),
        rest=_place(table, shot.rest),
        path=[_place(table, at) for at in planned.path],
        ball_path=[_place(table, at) for at in planned.ball_path],
        arrivals=[_place(table, at) for at in shot.arrivals[:_ARRIVALS]],
        enters=enters(planned),  # type: ignore[arg-type]
        enters_words=words.enters(planned, enters(planned)),
        zone=_zone(table, planned.zone, planned, pattern),
        others=[_other(table, other) for other in planned.others],
        back=_other(table, planned.back) if planned.back else None,
        rolls=_other(table, planned.rolls) if planned.rolls else None,
        safer=planned.safer,
        key=pattern.key is not None and pattern.key.step == planned.step,
        own=planned.own is True,
        balls=balls,
        **_standing(pattern, planned),
    )


def enters(planned: Planned) -> str | None:
    """How the cue ball comes to the next ball's line."""
    if planned.enters_rad is None:
        return None
    if planned.enters_rad < INTO_RAD:
        return "into"
    return "across" if planned.enters_rad > ACROSS_RAD else "between"


def _other(table: TableSpec, shot: Shot) -> OtherShotDocument:
    speed, pocket = speed_of(shot.stroke.speed_mps, table), POCKETS[shot.pocket]
    return OtherShotDocument(
        pocket=pocket, words=f"{POCKET_WORDS[pocket]}, {speed.pace}, {tip_words(shot.stroke)}",
        make=shot.make, worth=shot.worth.value,
    )  # fmt: skip


def _zone(table: TableSpec, zone: Zone, planned: Planned, pattern: Pattern) -> ZoneDocument:
    return ZoneDocument(
        best=zone.best,
        square_diamonds=round(zone.square_diamonds, 2),
        worth=[[round(float(value), 3) for value in column] for column in zone.worth],
        inside=(zone.inside.astype(int) + zone.two_way).tolist(),
        line=None if zone.line is None else [_place(table, at) for at in zone.line],
        cut_words=words.best_cut(zone, planned, pattern),
    )  # fmt: skip


def _opener(pattern: Pattern, opener: Opener) -> OpenerDocument:
    return OpenerDocument(
        frees=opener.frees, ball=opener.ball, stroke=StrokeDocument.model_validate(opener.stroke),
        words=words.opener(opener, speed_of(opener.stroke.speed_mps, pattern.request.situation.layout.table)),
    )  # fmt: skip


def _in_hand(found: Places, table: TableSpec) -> InHandDocument:
    rows = [[*_place(table, at), round(float(worth), 4)] for at, worth in zip(found.places, found.worth, strict=True)]
    best: list[list[float]] = []
    for spot in found.best:
        row = [*_place(table, spot.place), round(spot.worth, 4)]
        if all(np.hypot(row[0] - other[0], row[1] - other[1]) >= _APART for other in best):
            best.append(row)
    return InHandDocument(places=rows, best=best[:_BEST_PLACES], words=words.in_hand(best[:_BEST_PLACES]))


def _standing(pattern: Pattern, planned: Planned) -> dict[str, Any]:
    """What the rules say before a ball of the plan: the group, the ball on."""
    before, row = pattern.request.situation, pattern.steps.standing[planned.step]
    found: dict[str, Any] = {"my_group": None, "ball_on": None}
    if row[GROUP]:
        mine = row[GROUP] if before.shooter == "me" else SOLIDS + STRIPES - row[GROUP]
        found["my_group"] = GROUPS[mine - 1]
    if row[GAME] == SNOOKER:
        found["ball_on"] = BALLS_ON[row[BALL_ON]]
    return found


def _place(table: TableSpec, at: Any) -> list[float]:
    return [round(float(value), 3) for value in diamonds(table, float(at[0]), float(at[1]))]
