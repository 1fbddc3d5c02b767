"""Sentences of a run-out: the plan, its key ball, how one comes to a line, what cannot be potted."""

import numpy as np

from partita.options.naming import tip_words
from partita.reports.ledger.report import speed_of
from partita.reports.schema import SpeedDocument
from partita.runout.breaking import Opener
from partita.runout.pattern import Pattern
from partita.runout.plan import Planned
from partita.runout.zones import Zone
from partita.table.places import POCKET_WORDS
from partita.table.spec import POCKETS

# A cut below this is straight: the next shot is a stop shot.
_STRAIGHT_RAD = np.radians(5.0)
# A fall of the worth, by where a shot leaves the cue ball, that is worth a word.
_A_FALL = 0.03


def _percent(share: float) -> str:
    return f"{100 * share:.0f} %"


def summary(pattern: Pattern) -> str:
    """The plan in one sentence."""
    if not pattern.plan:
        return f"There is no pot at the {pattern.steps.order[0]} from here: play safe, or kick."
    first, planned, steps = pattern.plan[0], len(pattern.plan), len(pattern.steps)
    chances = f"run out {_percent(first.shot.clear.value)}, win the rack {_percent(first.rack.value)}"
    if planned == steps:
        return f"{planned} ball{'s' if planned > 1 else ''} planned: {chances}."
    after = pattern.steps.order[planned]
    return (
        f"{planned} of {steps} balls planned; from there the {after} cannot be potted: play safe on it. Now {chances}."
    )


def key_ball(pattern: Pattern) -> str:
    """Which ball decides, with its two numbers."""
    key = pattern.key
    if key is None or key.best - key.arrived < _A_FALL:
        return "No ball stands out: each is about as good as its best from where the shot before leaves the cue ball."
    ball, before = pattern.steps.order[key.step], pattern.steps.order[key.step - 1]
    return (
        f"The key is getting on the {ball}: from its zone {_percent(key.best)}, from where the shot at the {before}"
        f" leaves you {_percent(key.arrived)}."
    )


def shot(pattern: Pattern, planned: Planned) -> str:
    """The stroke as on the shot card, short."""
    speed, stroke = speed_of(planned.shot.stroke.speed_mps, pattern.request.situation.layout.table), planned.shot.stroke
    pocket = POCKET_WORDS[POCKETS[planned.shot.pocket]]
    return f"{planned.ball} into the {pocket}, {speed.pace}, {speed.words}; {tip_words(stroke)}"


def enters(planned: Planned, how: str | None) -> str:
    """How the cue ball comes to the next ball's line, and how often it stops in its zone."""
    room = planned.shot.room
    if room is None:
        return ""
    often = f"{_percent(room)} of all tries make it and stop in the next ball's zone"
    if how == "into":
        return f"Into the line: {often}."
    return f"Across the line: {often}." if how == "across" else f"{often[0].upper()}{often[1:]}."


def best_cut(zone: Zone, planned: Planned, pattern: Pattern) -> str:
    """At which cut a ball is worth most, and why."""
    if zone.best_cut_rad is None:
        return ""
    low, high = zone.best_cut_rad
    if high <= _STRAIGHT_RAD:
        return f"Wants to be straight: the {planned.ball} is worth most where a stop shot does."
    last = planned.step + 1 == len(pattern.steps)
    why = "" if last else ": the angle carries you on"
    return f"Worth most cut by {np.degrees(low):.0f} to {np.degrees(high):.0f}°{why}."


def opener(found: Opener, speed: SpeedDocument) -> str:
    """With which shot a ball is set free."""
    return (
        f"The {found.frees} can be set free when the {found.ball} goes into the {POCKET_WORDS[POCKETS[found.pocket]]},"
        f" {speed.pace}; {tip_words(found.stroke)}; it is made {_percent(found.make)} of the time."
    )


def in_hand(best: list[list[float]]) -> str:
    """The best places, and what they are worth."""
    if not best:
        return ""
    places = [f"{x:.1f}, {y:.1f} ({_percent(worth)})" for x, y, worth in best]
    return f"Best places for the cue ball, in diamonds: {'; '.join(places)}."


def notes(pattern: Pattern) -> list[str]:
    """What could not be planned, and what is safer."""
    found = []
    for name in pattern.dead:
        if not any(opened.frees == name for opened in pattern.openers):
            found.append(f"The {name} cannot be potted as it lies, and no shot of this plan sets it free.")
        else:
            found.append(f"The {name} cannot be potted as it lies.")
    found += [
        f"Your own shot does not pot the {planned.ball} from where the plan comes to it: the best one stands instead."
        for planned in pattern.plan
        if planned.own is False
    ]
    found += [
        f"At the {planned.ball} a safety is worth more: {_percent(planned.safer)} against"
        f" {_percent(planned.shot.worth.value)}."
        for planned in pattern.plan
        if planned.safer is not None
    ]
    return found
