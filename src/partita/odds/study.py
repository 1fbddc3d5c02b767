"""A study: the ranked options of a situation with every figure, ready to be shown or kept."""

from dataclasses import dataclass
from typing import Any

import numpy as np

from partita.games.situation import Situation
from partita.odds.bench import Bench
from partita.odds.intervals import of_mean, of_share
from partita.odds.samples import LEFT_A_SHOT, NOTHING_LEFT, Samples
from partita.odds.words import behind_words, hand_back_words, reliability_words, why_words
from partita.options.naming import table_lengths, tip_words
from partita.options.option import Option
from partita.table.diamonds import diamonds, metres
from partita.table.layout import CUE
from partita.table.spec import POCKETS

# An attack that is missed without a foul and then mostly leaves nothing is two-way; one that
# hardly ever goes in, or hardly ever fails, is not.
_TWO_WAY_NOTHING, _TWO_WAY_MAKE = 0.6, (0.08, 0.88)
# A safety that pots a ball this often is two-way as well.
_SAFE_THAT_POTS = 0.15
_INCH_M = 0.0254

Json = dict[str, object]


@dataclass(frozen=True)
class Weighed:
    """One option with its samples; `confirmed` when they were drawn afresh at the end."""

    option: Option
    samples: Samples
    confirmed: bool = False

    @property
    def value(self) -> float:
        """Rack chance of the shooter."""
        return float(self.samples.value.mean())

    @property
    def aim(self) -> str:
        """Attack, safe or two-way."""
        if not self.option.attacks:
            return "two-way" if float(self.samples.made.mean()) >= _SAFE_THAT_POTS else "safe"
        missed = np.isin(self.samples.ending, (NOTHING_LEFT, LEFT_A_SHOT))
        nothing = float((self.samples.ending[missed] == NOTHING_LEFT).mean()) if missed.any() else 0.0
        low, high = _TWO_WAY_MAKE
        both = nothing >= _TWO_WAY_NOTHING and low < float(self.samples.made.mean()) < high
        return "two-way" if both else "attack"


@dataclass(frozen=True)
class Study:
    """The state of a weighing. `document` is its JSON form (`docs/formats.md`)."""

    document: Json
    progress: float
    settled: bool


def as_weighed(situation: Situation, document: Json) -> Situation:
    """The situation of a study's document, with the cue ball where it was placed if it was in hand."""
    if situation.in_hand == "none":
        return situation
    place: Any = document["cue"]
    return situation.with_cue_at(metres(situation.layout.table, *place))


def snapshot(bench: Bench, seed: int, lines: list[Weighed], progress: float, used: int, settled: bool) -> Study:
    """A study of the lines, best first."""
    options = [_option_json(bench, lines, i) for i in range(len(lines))]
    document: Json = {
        "format": "partita-study",
        "version": 1,
        "seed": seed,
        "for": bench.situation.shooter,
        "settled": settled,
        "samples_used": used,
        "cue": list(_round(diamonds(bench.scene.table, *bench.situation.layout.balls[CUE]))),
        "target": bench.target,
        "options": options,
        "why": _why(bench, lines) if lines else "",
        "reliable": reliability_words(lines, settled),
    }
    return Study(document, progress, settled)


def _why(bench: Bench, lines: list[Weighed]) -> str:
    words = why_words(lines[0].samples, lines[1].samples if len(lines) > 1 else None)
    if bench.situation.push_out != "made":
        return words
    return f"{words} {hand_back_words(bench.hand_back_value())}"


def _round(place: tuple[float, float]) -> tuple[float, float]:
    return round(place[0], 4), round(place[1], 4)


def _option_json(bench: Bench, lines: list[Weighed], place: int) -> Json:
    line = lines[place]
    option, samples = line.option, line.samples
    intention, stroke = option.intention, option.stroke
    count, sold = len(samples), int((samples.ending == LEFT_A_SHOT).sum())
    fouls = int(np.isin(samples.ending, (5, 6)).sum())
    return {
        "name": option.name,
        "detail": option.detail,
        "kind": intention.kind,
        "aim": line.aim,
        "target": intention.target,
        "potted": intention.potted,
        "pocket": intention.pocket,
        "route": list(intention.route),
        "cushions": list(intention.cushions),
        "via": list(intention.via),
        "behind": list(intention.behind),
        "style": intention.style,
        "aim_range_deg": round(option.aim_range_deg, 3),
        "cut_range_deg": round(option.cut_range_deg, 1),
        "watch": list(option.watch),
        "fullness": round(intention.fullness, 4),
        "hit_side": intention.hit_side,
        "cut_deg": round(float(np.degrees(option.cut_rad)), 2),
        "source": option.source,
        "stroke": {
            "aim_deg": round(stroke.aim_deg, 5),
            "speed_mps": stroke.speed_mps,
            "side": stroke.side,
            "height": stroke.height,
            "elevation_deg": stroke.elevation_deg,
        },
        "speed_lengths": round(table_lengths(stroke.speed_mps, bench.scene.table), 2),
        "tip": tip_words(stroke),
        "rack_chance": of_mean(samples.value).as_json(),
        "make": of_share(int(samples.made.sum()), count).as_json(),
        "foul": of_share(fouls, count).as_json(),
        "sold_out": of_share(sold, count).as_json(),
        "shares": samples.shares(),
        "value_by_ending": {name: round(value, 4) for name, value in samples.value_by_ending().items()},
        "leave": _leave_json(bench, samples),
        "turning_point": _turning_point_json(lines, place),
        "behind_best": behind_words(lines[0].samples, samples) if place else "",
        "samples": count,
        "confirmed": line.confirmed,
    }


def _leave_json(bench: Bench, samples: Samples) -> Json:
    """Measures of what the opponent finds when the shooter neither makes a ball nor fouls."""
    left = np.isin(samples.ending, (NOTHING_LEFT, LEFT_A_SHOT))
    scratches = {
        POCKETS[pocket]: round(float((samples.scratch == pocket).mean()), 4)
        for pocket in range(len(POCKETS))
        if np.any(samples.scratch == pocket)
    }
    if not left.any():
        return {"share": 0.0, "scratch": scratches}
    apart = np.linalg.norm(samples.cue[left] - samples.target[left], axis=1)
    cue_rail, target_rail = (_to_rail_m(bench, places[left]) for places in (samples.cue, samples.target))
    hiding = samples.hidden_by[left]
    return {
        "share": round(float(left.mean()), 4),
        "opponent_best_make": round(float(samples.next_make[left].mean()), 4),
        "hooked": round(float((samples.next_visible[left] == 0).mean()), 4),
        "visible": round(float(samples.next_visible[left].mean()), 4),
        "apart_m": round(float(apart.mean()), 3),
        "hooked_by": {
            bench.names[ball]: round(float((hiding == ball).mean()), 4) for ball in np.unique(hiding[hiding > 0])
        },
        "cushions_needed": {
            name: round(float((samples.cushions[left] == number).mean()), 4)
            for number, name in enumerate(("0", "1", "2", "3", "none"))
        },
        "cue_to_rail_mm": round(1000 * cue_rail, 0),
        "target_to_rail_mm": round(1000 * target_rail, 0),
        "cue_to_rail_in": round(cue_rail / _INCH_M, 1),
        "target_to_rail_in": round(target_rail / _INCH_M, 1),
        "cue_rests": _rests_json(bench, samples.cue[left]),
        "target_rests": _rests_json(bench, samples.target[left]),
        "scratch": scratches,
    }


def _rests_json(bench: Bench, places: np.ndarray[tuple[int, int], np.dtype[np.float64]]) -> Json:
    """Where a ball comes to rest: the middle of its places, and the distance from it that holds half of them."""
    middle = np.median(places, axis=0)
    spread = float(np.median(np.linalg.norm(places - middle, axis=1)))
    at = diamonds(bench.scene.table, float(middle[0]), float(middle[1]))
    return {"middle": [round(at[0], 2), round(at[1], 2)], "half_within_m": round(spread, 3)}


def _to_rail_m(bench: Bench, places: np.ndarray[tuple[int, int], np.dtype[np.float64]]) -> float:
    x, y = places[:, 0], places[:, 1]
    edges = np.minimum(np.minimum(x, bench.bed.length - x), np.minimum(y, bench.bed.width - y))
    return float(np.median(np.maximum(0.0, edges - bench.bed.reach)))


def _turning_point_json(lines: list[Weighed], place: int) -> Json | None:
    """The make chance at which an attack and the best other option are equal.

    p made + (1 - p) missed = other; None where no make chance between 0 and 1 makes them equal.
    """
    line = lines[place]
    made = line.samples.made
    if not line.option.attacks or made.all() or not made.any() or len(lines) < 2:
        return None
    other = lines[1 if place == 0 else 0].value
    if_made, if_missed = float(line.samples.value[made].mean()), float(line.samples.value[~made].mean())
    point = (other - if_missed) / (if_made - if_missed) if if_made > if_missed else None
    return {
        "make": None if point is None or not 0 < point < 1 else round(point, 4),
        "mine": round(float(made.mean()), 4),
        "if_made": round(if_made, 4),
        "if_missed": round(if_missed, 4),
        "other": round(other, 4),
    }
