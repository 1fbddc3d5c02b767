"""Drills, what is expected, and progress as documents, with their words; and drills back from documents."""

from collections.abc import Sequence

from partita.intervals import Chance
from partita.options.naming import speed_words, tip_words
from partita.practice.drills.attempts import outcomes_of
from partita.practice.drills.drill import Drill, Step
from partita.practice.drills.expected import Expected
from partita.practice.drills.ladder import bounds, first_step
from partita.practice.drills.next_up import Suggestion
from partita.practice.drills.progress import Day, Held
from partita.practice.drills.rule import Circle, Rule, Strip, Zone
from partita.reports.practice.schema import (
    DayDocument,
    DrillDocument,
    DrillRuleDocument,
    DrillStepDocument,
    DrillZoneDocument,
    ExpectationDocument,
    ExpectedDocument,
    HeldDocument,
    SuggestionDocument,
)
from partita.reports.schema import StrokeDocument
from partita.table.places import POCKET_WORDS, RAIL_WORDS
from partita.table.spec import TableSpec

_CM, _INCH = 31.75, 12.5


def drill_document(drill: Drill) -> DrillDocument:
    """A drill for the page and for a file."""
    return DrillDocument(
        **{name: getattr(drill, name) for name in (
            "key", "name", "about", "says", "varies", "game", "feeds", "fixed_order", "in_turns",
        )},
        errors=list(drill.errors),  # type: ignore[arg-type]
        steps=[_step(step) for step in drill.steps],
    )  # fmt: skip


def _step(step: Step) -> DrillStepDocument:
    rule = step.rule
    document = DrillRuleDocument(
        **{name: getattr(rule, name) for name in (
            "ball", "pocket", "cushions", "at_most", "nothing_open", "or_potted", "over", "run_out",
        )},
        rails=list(rule.rails), cue_in=_zone(rule.cue_in), ball_in=_zone(rule.ball_in),
    )  # fmt: skip
    return DrillStepDocument(
        name=step.name, balls={name: list(at) for name, at in step.balls.items()}, rule=document, side=step.side,
        words=rule_words(rule), taps=rule.taps, outcomes=list(outcomes_of(rule)),  # type: ignore[arg-type]
    )  # fmt: skip


def _zone(zone: Zone | None) -> DrillZoneDocument | None:
    if zone is None:
        return None
    if isinstance(zone, Circle):
        return DrillZoneDocument(at=list(zone.at), within=zone.within)
    return DrillZoneDocument(rail=zone.rail, within=zone.within)


def drill_from(document: DrillDocument) -> Drill:
    """A drill from its document; not yet checked."""
    return Drill(
        **{name: getattr(document, name) for name in (
            "key", "name", "about", "says", "varies", "game", "feeds", "fixed_order", "in_turns",
        )},
        errors=tuple(document.errors), steps=tuple(_step_from(step) for step in document.steps),
    )  # fmt: skip


def _step_from(step: DrillStepDocument) -> Step:
    rule = step.rule.model_dump()
    zones = {name: _zone_from(getattr(step.rule, name)) for name in ("cue_in", "ball_in")}
    balls = {name: (at[0], at[1]) for name, at in step.balls.items()}
    return Step(step.name, balls, Rule(**{**rule, "rails": tuple(step.rule.rails), **zones}), step.side)


def _zone_from(zone: DrillZoneDocument | None) -> Zone | None:
    if zone is None:
        return None
    if zone.at is not None:
        return Circle((zone.at[0], zone.at[1]), zone.within)
    return Strip(zone.rail or "", zone.within)


def rule_words(rule: Rule) -> str:
    """What counts as success, in a sentence."""
    if rule.run_out:
        return "All balls in one visit."
    parts = []
    if rule.rails:
        parts.append(f"by way of the {' and the '.join(RAIL_WORDS[rail] for rail in rule.rails)}")
    elif rule.cushions:
        parts.append(f"by {rule.cushions} cushions or more")
    if rule.pocket is not None:
        parts.append(f"the {rule.ball} in the {POCKET_WORDS[rule.pocket]}")
    elif rule.ball is not None and not (rule.ball_in or rule.nothing_open):
        parts.append(f"the {rule.ball} is hit, over the ball in the way" if rule.over else f"the {rule.ball} is hit")
    for name, zone in ((f"the {rule.ball}", rule.ball_in), ("the cue ball", rule.cue_in)):
        if zone is not None:
            parts.append(f"{name} at rest {_zone_words(zone)}")
    if rule.nothing_open:
        parts.append("potted, or no open shot left" if rule.or_potted else "no open shot left")
    words = ", ".join([*parts, "no scratch"])
    return f"{words[0].upper()}{words[1:]}."


def _zone_words(zone: Zone) -> str:
    size = f"{zone.within:.3g} diamonds ({zone.within * _CM:.0f} cm, {zone.within * _INCH:.0f} in)"
    if isinstance(zone, Strip):
        return f"within {size} of the {RAIL_WORDS[zone.rail]}"
    return f"within {size} of the mark at {zone.at[0]:.3g}, {zone.at[1]:.3g}"


def expectation_document(drill: Drill, steps: Sequence[Expected], table: TableSpec) -> ExpectationDocument:
    """What is expected at the steps of a drill that are worked out so far."""
    begin = first_step(steps, drill.fixed_order) if steps else 0
    whole = len(steps) == len(drill.steps)
    return ExpectationDocument(
        steps=[_expected(steps, k, table, whole) for k in range(len(steps))],
        begin=begin,
        words=_begin_words(steps, begin),
    )


def _expected(steps: Sequence[Expected], k: int, table: TableSpec, whole: bool) -> ExpectedDocument:
    one = steps[k]
    moves = bounds(steps, k) if whole and one.chance is not None else None
    stroke = one.stroke
    return ExpectedDocument(
        step=one.step, chance=one.chance,  # type: ignore[arg-type]
        stroke=StrokeDocument.model_validate(stroke) if stroke else None,
        speed_words=speed_words(stroke.speed_mps, table) if stroke else "",
        tip_words=tip_words(stroke) if stroke else "", by_form=list(one.by_form),
        up=list(moves.up) if moves else [], down=list(moves.down) if moves else [], why=one.why,
    )  # fmt: skip


def _begin_words(steps: Sequence[Expected], begin: int) -> str:
    chance = steps[begin].chance if steps else None
    if chance is None:
        return ""
    return f"You should make “{steps[begin].step}” {round(10 * chance.value)} times in ten: begin there."


def expected_from(document: ExpectationDocument) -> list[Expected]:
    """What is expected, back from its document, without strokes."""
    return [
        Expected(
            one.step, None if one.chance is None else Chance(one.chance.value, one.chance.low, one.chance.high), None,
            tuple(one.by_form), one.why,
        )
        for one in document.steps
    ]  # fmt: skip


def day_document(day: Day, date: str, expected: Sequence[Expected]) -> DayDocument:
    """A day's attempts at a step; date : as it is written."""
    chance = expected[day.step].chance if day.step < len(expected) else None
    return DayDocument(
        day=date, step=day.step, attempts=day.attempts, made=day.made, share=day.share,  # type: ignore[arg-type]
        expected=chance.value if chance else None, best_run=day.best_run,
    )  # fmt: skip


def held_document(held: Held) -> HeldDocument:
    """Attempts against what is expected, in figures and a sentence."""
    made, expected = round(100 * held.share.value), round(100 * held.expected.value)
    words = {
        "below": f"You make {made} % where your stroke should give {expected} %.",
        "above": f"You make {made} % where your stroke should give {expected} %: measure it again, it may be better.",
        "as expected": f"You make {made} %, your stroke should give {expected} %: within chance.",
    }[held.stands]
    return HeldDocument(
        attempts=held.attempts, share=held.share, expected=held.expected, stands=held.stands, words=words  # type: ignore[arg-type]
    )  # fmt: skip


_ERROR_WORDS = {"aim": "aim", "speed": "speed", "tip": "the tip's place", "sight": "seeing the cut"}


def suggestion_document(one: Suggestion) -> SuggestionDocument:
    """A suggestion with its reason in a sentence."""
    error = _ERROR_WORDS.get(one.error, "")
    words = {
        "racks": f"A fifth better at {error} wins you {one.racks:.1f} racks in a hundred, the most of all errors.",
        "below": f"You made {100 * one.share:.0f} % where {100 * one.expected:.0f} % were to be expected.",
        "long ago": f"Last practised {one.days} days ago.",
        "never": f"Never practised yet; it works on {error}.",
    }[one.why]
    return SuggestionDocument(drill=one.drill, why=one.why, words=words)
