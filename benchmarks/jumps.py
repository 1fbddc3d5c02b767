"""What raised cues do here, how often jumps come off, and what a jump is worth beside the best kick.

Launch: degrees, struck in the centre; what five degrees take of a draw. Good hits and pots: of the surest jump found,
by level and equipment, over half a ball and a whole one. Beside kicks: nine-ball, the ball on hidden behind a near
one, three more scattered, two strong league players with jump cues; weighed and looked ahead. What the ledger says of
its best jump and its best way by rails is held against racks played on from either stroke, the luck taken out.
Run by `./partita bench jumps`, ten minutes on two cores; keeps `benchmarks/results/jumps.json`.
"""

import math
import sys
from collections.abc import Iterator
from dataclasses import replace
from functools import partial

import numpy as np
from numpy.typing import NDArray

from benchmarks.figures import keep
from benchmarks.odds.rows import worth_of
from partita.games.game import FOUL
from partita.games.question import Question
from partita.games.situation import Situation
from partita.kicks.hidden import sight_of
from partita.options.flights import flights_of
from partita.options.jumps import jumps
from partita.options.option import Option
from partita.options.scene import Scene
from partita.options.trace import read_option
from partita.parallel import side_by_side
from partita.physics.simulate import simulate
from partita.physics.stroke import Stroke
from partita.players.executions import standard_draws
from partita.players.stroke_model import PRESETS, preset
from partita.playing.playout import first_option
from partita.table.layout import Layout, problems_of
from partita.table.spec import TableSpec
from partita.weighing.rater import Rater
from partita.weighing.weigh import WeighRequest, weigh
from partita.weighing.weighed import Weighed, Weighing

Json = dict[str, object]
Floats = NDArray[np.float64]
TABLE = TableSpec()
DIAMOND, R = TABLE.diamond_m, TABLE.ball_radius_m
LEVELS = ("professional", "strong league", "league", "beginner")
# Diamonds to the ball in the way, and from there to the target; the ball in the way so many radii aside.
OVER = {
    f"{ball} ball at {distance}": (distance, behind, aside)
    for distance, behind in ((0.5, 1.5), (1, 1.5), (2, 3)) for ball, aside in (("half a", 1.0), ("a whole", 0.0))
}  # fmt: skip
_TRIES, _LOOKED_AT = 400, 24
_LEVEL, _POSITIONS, _ROLLOUTS = "strong league", 20, 240
_JUMPS, _KICKS = ("jump", "jump-pot"), ("escape", "kick-and-stick", "kick-pot")


def launch_deg(cue: str, butt_deg: float) -> float:
    """At which angle the cue ball leaves the bed."""
    shot = simulate(Layout(TABLE, {"cue": (0.4, 0.6)}), Stroke(0, 3.0, 0, 0, butt_deg, cue))
    (first, *_) = flights_of(shot.trace) or [None]
    return math.degrees(math.atan2(first.velocity[2], math.hypot(*first.velocity[:2]))) if first else 0.0


def draw_m(butt_deg: float) -> float:
    """How far a low hit comes back from a full ball half a diamond away."""
    balls = {"cue": (1.0, 0.6), "1": (1.0 + 0.5 * DIAMOND + 2 * R, 0.6)}
    return balls["1"][0] - 2 * R - simulate(Layout(TABLE, balls), Stroke(0, 1.8, 0, -0.45, butt_deg)).final["cue"][0]


def over(distance: float, behind: float, aside: float) -> Situation:
    """Nine-ball: the 2 hidden behind the 5."""
    return Situation(Layout.in_diamonds(
        TABLE, cue=(2, 2), b5=(2 + distance, 2 + aside * R / DIAMOND), b2=(2 + distance + behind, 2), b9=(7, 0.6)
    ))  # fmt: skip


def come_off(situation: Situation, level: str, equipment: str) -> list[int]:
    """Good hits of the surest jump, and pots of the surest into a pocket, of a hundred."""
    player = replace(preset(level), jumps=equipment)
    rater = Rater.of(Question(situation, player, player))
    rows = jumps(rater.scene, player.row())
    if not len(rows):
        return [0, 0]
    reading = rater.scene.play(rows, trace=True)
    found = [read_option(rater.scene, reading, e, "swept") for e in range(len(rows))]
    plain = [option for option in found if option.intention.kind == "jump"][:_LOOKED_AT]
    pots = [option for option in found if option.intention.kind == "jump-pot"][:_LOOKED_AT]
    good = max((_shares(rater, option)[0] for option in plain), default=0.0)
    made = max((_shares(rater, option)[1] for option in pots), default=0.0)
    return [round(100 * good), round(100 * made)]


def _shares(rater: Rater, option: Option) -> tuple[float, float]:
    """How often it is no foul, and how often its ball goes where it is meant to."""
    rows = rater.executions_of(option, standard_draws(5, _TRIES))
    played = rater.scene.play(rows, calls=[option.call] * len(rows))
    made = 0.0
    if option.call.ball:
        made = float(np.mean(played.shots.pocketed[:, rater.names.index(option.call.ball)] == option.call.pocket))
    return float(np.mean(played.outcomes.code != FOUL)), made


def best_of(state: Weighing, kinds: tuple[str, ...]) -> Weighed | None:
    """The first line of some kinds."""
    return next((line for line in state.lines if line.option.intention.kind in kinds), None)


def hooked() -> Iterator[Situation]:
    """Layouts with the 2 behind the 5, half a diamond to two away, and three more balls."""
    rng = np.random.default_rng(41)
    while True:
        cue, turn = rng.uniform((0.6, 0.6), (7.4, 3.4)), rng.uniform(-math.pi, math.pi)
        way, across = np.array([math.cos(turn), math.sin(turn)]), np.array([-math.sin(turn), math.cos(turn)])
        distance, behind, aside = rng.uniform(0.5, 2.0), rng.uniform(1.0, 3.0), rng.uniform(-0.6, 0.6) * R / DIAMOND
        places = {"cue": cue, "5": cue + distance * way + aside * across, "2": cue + (distance + behind) * way}
        places |= {name: rng.uniform((0.3, 0.3), (7.7, 3.7)) for name in ("7", "8", "9")}
        layout = Layout(TABLE, {name: (float(at[0]) * DIAMOND, float(at[1]) * DIAMOND) for name, at in places.items()})
        if problems_of(layout):
            continue
        scene = Scene(Situation(layout))
        if sight_of(scene, scene.names.index("2")).hooked:
            yield scene.situation


def beside_kicks() -> Iterator[Json]:
    """Hooked positions with a jump and a way by rails among their lines: what is said, and what racks say."""
    player = replace(PRESETS[_LEVEL], jumps="jump cue")
    for number, situation in enumerate(hooked()):
        *_, state = weigh(WeighRequest(situation, player, player))
        lines = best_of(state, _JUMPS), best_of(state, _KICKS)
        if lines[0] is None or lines[1] is None:
            yield {"number": number, "has": [line is not None for line in lines]}
            continue
        question = Question(situation, player, player)
        firsts = [first_option(question, line.option) for line in lines if line]
        worths = np.array(side_by_side(partial(worth_of, question, _ROLLOUTS), firsts))
        apart = worths[0] - worths[1]
        yield {
            "number": number, "has": [True, True], "jump": lines[0].option.name, "kick": lines[1].option.name,
            "best": state.lines[0].option.intention.kind,
            "said": [round(100 * line.value, 1) for line in lines if line],
            "won": (100 * worths.mean(axis=1)).round(1).tolist(),
            "apart": round(100 * float(apart.mean()), 1),
            "noise": round(100 * float(apart.std(ddof=1) / math.sqrt(_ROLLOUTS)), 1),
        }  # fmt: skip


def summed(rows: list[Json]) -> Json:
    """Which wins, and whether the ledger says so."""
    both = [row for row in rows if all(row["has"])]  # type: ignore[arg-type]
    said = np.array([row["said"][0] - row["said"][1] for row in both])  # type: ignore[index]
    apart, noise = (np.array([row[name] for row in both]) for name in ("apart", "noise"))
    told = np.abs(apart) > 2 * noise
    return {
        "hooked": len(rows), "with_a_jump": sum(bool(row["has"][0]) for row in rows), "with_both": len(both),  # type: ignore[index]
        "jump_wins": int((apart > 0).sum()), "jump_surely": int((told & (apart > 0)).sum()),
        "kick_surely": int((told & (apart < 0)).sum()), "ledger_has_the_jump_first": int((said > 0).sum()),
        "ledger_right_where_sure": int((np.sign(said) == np.sign(apart))[told].sum()),
        "jump_more_than_kick_said": round(float(said.mean()), 1), "won": round(float(apart.mean()), 1),
        "off_beyond_noise": round(math.sqrt(max(0.0, float(np.mean((said - apart) ** 2 - noise**2)))), 1),
    }  # fmt: skip


def main() -> None:
    """Measure, print, keep."""
    launch = {cue: {f"{butt}": round(launch_deg(cue, butt)) for butt in (20, 40, 60)} for cue in ("jump", "playing")}
    drawn = {f"{butt}": round(draw_m(butt), 3) for butt in (0, 5, 10)}
    table = {
        f"{level}, {equipment}": {name: come_off(over(*where), level, equipment) for name, where in OVER.items()}
        for equipment in ("jump cue", "playing cue") for level in LEVELS
    }  # fmt: skip
    rows: list[Json] = []
    for row in beside_kicks():
        rows.append(row)
        done = sum(all(one["has"]) for one in rows)  # type: ignore[arg-type]
        sys.stderr.write(f"\r{done} of {_POSITIONS} positions  ")
        if done == _POSITIONS:
            break
    keep("jumps", {
        "launch_deg": launch, "draw_m": drawn, "good_hits_and_pots": table, "beside_kicks": summed(rows),
        "positions": [row for row in rows if all(row["has"])],  # type: ignore[arg-type]
    })  # fmt: skip


if __name__ == "__main__":
    main()
