"""What the Kicks page is worth: good hits by its first way, by the mirror's aim and by the number's, errors alike.

Positions: nine-ball, hooked, as they come up in racks played out by two players of a level. At each of them the page's
first way, and its surest, is played many times with fresh errors; beside it the aim of the mirror (one or two cushions,
the shortest way that is free, a rolling ball) and of the numbers (three cushions, one o'clock, the corner whose way is
free), each straight from the sum. Also how long the first list and the whole take, and how long a look that is dragged.
Run by `./partita bench kicks`, half an hour on two cores; keeps `benchmarks/results/kicks.json`.
"""

import itertools
import sys
import time
from collections.abc import Iterator
from dataclasses import replace

import numpy as np
from numpy.typing import NDArray

from benchmarks.figures import keep
from partita.games.game import Outcomes
from partita.games.opening import broken
from partita.games.question import Question
from partita.games.referee import situation_of
from partita.games.situation import Situation
from partita.kicks.hidden import sight_of
from partita.kicks.strokes import MEDIUM, ONE_O_CLOCK, ROLLING, running_side, worked_out
from partita.kicks.sums import LONG, SHORT, Sum, sum_for
from partita.kicks.tries import mirrored
from partita.kicks.ways import KickRequest, find_ways, good_hit
from partita.options.option import Option
from partita.physics.stroke import Stroke
from partita.players.executions import standard_draws
from partita.players.judgement import Unsighted
from partita.players.stroke_model import PRESETS
from partita.playing.desk import DRAWN
from partita.playing.playout import start_of
from partita.playing.racks import LOG, play_rack
from partita.reports.kicks.report import look_document
from partita.rows.candidate import COLUMNS
from partita.table.layout import problems_of
from partita.views.drawing import read_stroke
from partita.views.kick import look_at
from partita.weighing.rater import Rater

Floats = NDArray[np.float64]
LEVELS = ("league", "strong league", "professional")
_POSITIONS, _PLAYED, _SEED = 200, 300, 90_001
_MOST_SHOTS = 25


def hooked(level: str) -> Iterator[Situation]:
    """Hooked positions of racks played out by two players of a level, one of each rack at most."""
    player = PRESETS[level]
    for seed in itertools.count(60_000):
        situation = broken("nine-ball", seed)
        for shot in range(_MOST_SHOTS):
            start = start_of(Question(situation, player, player))
            over, _, who = play_rack(
                start.desk(), start.places, start.in_play, start.standing, np.zeros(COLUMNS),
                standard_draws(3, DRAWN), 100 * seed + shot, 1.0, 1, np.zeros((0, LOG)),
            )  # fmt: skip
            if over != 0.5:
                break
            nothing = np.zeros(1, dtype=np.int64)
            left = Outcomes(
                nothing.astype(np.int8), start.places[None], start.in_play[None], start.standing[None], nothing
            )  # fmt: skip
            situation = situation_of(situation, who == 0, start.names, left, 0)
            if situation.in_hand != "none" or problems_of(situation.layout):
                continue
            rater = Rater.of(Question(replace(situation, push_out="none"), player, player))
            if sight_of(rater.scene, rater.scene.targets[0]).hooked:
                yield replace(rater.situation, shooter="me")
                break


def free_way(rater: Rater, target: int, route: tuple[str, ...], found: Sum) -> tuple[float, float] | None:
    """(whole way, unsighted way), m, of a sum's mirrored path; None where a ball or a rail is in its way."""
    place, way = rater.places[0].copy(), found.first.place_of(found.aim) - rater.places[0]
    points = [place]
    for cushion in route:
        place, way, share = mirrored(rater.scene.table, cushion, place, way)
        if share <= 0:
            return None
        points.append(place)
    points.append(rater.places[target])
    clear = 2 * rater.bed.radius
    for one, two in itertools.pairwise(points):
        for ball in range(1, len(rater.places)):
            if ball != target and _off_line(one, two, rater.places[ball]) < clear:
                return None
    ways = np.array([float(np.hypot(*(two - one))) for one, two in itertools.pairwise(points)])
    after = [ways[k + 1 :].sum() for k in range(len(route))]
    return float(ways.sum()), float(np.sqrt(np.sum(np.square(after))))


def _off_line(one: Floats, two: Floats, ball: Floats) -> float:
    along = two - one
    share = float(np.clip((ball - one) @ along / max(1e-12, along @ along), 0.0, 1.0))
    return float(np.hypot(*(one + share * along - ball)))


def by_sum(
    rater: Rater, target: int, routes: list[tuple[str, ...]], tip: tuple[float, float], asked: bool
) -> float | None:
    """Share of good hits at the aim of the shortest free way among these routes; None where none is free.

    asked : aimed at the number that the page says this table asks, not at the sum's
    """
    best: tuple[float, float, float] | None = None
    cue = rater.places[0]
    for route in routes:
        found = sum_for(rater.scene.table, route, cue, rater.places[target])
        if found is None or not np.isfinite(found.aim):
            continue
        free = free_way(rater, target, route, found)
        if free is None or (best is not None and free[0] >= best[0]):
            continue
        aim = found.first.aim_at(cue, found.aim)
        side = tip[0] * running_side(route, cue, aim)
        best, taken = (*free, aim), route
        stroke = Stroke(float(np.degrees(aim)), MEDIUM, side, tip[1])
    if best is None:
        return None
    if asked:
        told = worked_out(rater.scene, target, taken)
        if told is not None and told.advised.number is not None:
            stroke = told.advised.stroke
    option = replace(read_stroke(rater, stroke, "drawn"), contact_m=best[0], unsighted=Unsighted(best[1]))
    return played(rater, option)


def played(rater: Rater, option: Option) -> float:
    """Share of good hits over fresh errors."""
    return good_hit(rater.sample(option, standard_draws(_SEED, _PLAYED))).value


MIRRORS: list[tuple[str, ...]] = [(name,) for name in LONG + SHORT]
MIRRORS += [pair for one in LONG for two in SHORT for pair in ((one, two), (two, one))]
NUMBERS: list[tuple[str, ...]] = [(one, two, three) for one, three in (LONG, LONG[::-1]) for two in SHORT]


def main() -> None:
    """Measure, print, keep."""
    figures: dict[str, object] = {}
    for level in LEVELS:
        sys.stderr.write(f"{level} ...\n")
        rows, firsts, wholes = [], [], []
        for situation in itertools.islice(hooked(level), _POSITIONS):
            request = KickRequest(situation, PRESETS[level], PRESETS[level], samples=200)
            started, finding = time.perf_counter(), find_ways(request)
            next(finding)
            firsts.append(time.perf_counter() - started)
            *_, last = finding
            wholes.append(time.perf_counter() - started)
            page = played(last.rater, last.ways[0].option) if last.ways else 0.0
            surest = max((good_hit(way.samples).value, k) for k, way in enumerate(last.ways))[1] if last.ways else -1
            safe = played(last.rater, last.ways[surest].option) if last.ways else 0.0
            sums = [
                by_sum(last.rater, last.target, routes, tip, asked)
                for asked in (False, True)
                for routes, tip in ((MIRRORS, ROLLING), (NUMBERS, ONE_O_CLOCK))
            ]
            rows.append((page, safe, *(np.nan if one is None else one for one in sums)))
        figures[level] = _summed(np.array(rows), firsts, wholes)
    figures["a_look_dragged_ms"] = dragged()
    keep("kicks", {"positions_a_level": _POSITIONS, "hits_each": _PLAYED, **figures})


def _summed(rows: Floats, firsts: list[float], wholes: list[float]) -> dict[str, object]:
    def share(values: Floats) -> dict[str, float]:
        known = values[np.isfinite(values)]
        return {
            "good_hits": round(100 * float(known.mean()), 1), "positions": len(known),
            "standard_error": round(100 * float(known.std(ddof=1) / np.sqrt(len(known))), 1),
        }  # fmt: skip

    found: dict[str, object] = {"first_way": share(rows[:, 0]), "surest_way": share(rows[:, 1])}
    for column, name in ((2, "mirror"), (3, "numbers"), (4, "mirror_as_asked"), (5, "numbers_as_asked")):
        known = np.isfinite(rows[:, column])
        found[name] = share(rows[:, column])
        if column < 4:
            found[f"first_way_where_{name}_is_free"] = share(rows[known, 0])
    found["first_list_s"] = [round(float(q), 2) for q in np.quantile(firsts, (0.5, 0.95))]
    found["whole_s"] = [round(float(q), 2) for q in np.quantile(wholes, (0.5, 0.95))]
    return found


def dragged() -> dict[str, float]:
    """Milliseconds of a look while its aim is dragged, and of one at rest; median of forty."""
    situation = next(hooked("league"))
    request = KickRequest(situation, PRESETS["league"], PRESETS["league"], samples=100)
    *_, last = find_ways(request)
    way = last.ways[0].option
    found: dict[str, list[float]] = {"dragged": [], "at_rest": []}
    for turn in np.linspace(-1, 1, 40):
        stroke = replace(way.stroke, aim_deg=way.stroke.aim_deg + float(turn))
        for name, quick in (("dragged", True), ("at_rest", False)):
            started = time.perf_counter()
            look_document(look_at(request, stroke, way.intention.route, quick))
            found[name].append(1000 * (time.perf_counter() - started))
    return {name: round(float(np.median(times)), 1) for name, times in found.items()}


if __name__ == "__main__":
    main()
