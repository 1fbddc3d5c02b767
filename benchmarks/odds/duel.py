"""The duel: what the advice is worth, in racks won against the same hand with plain rules.

Two players of one level, with the same stroke, play nine-ball racks from after a break. One of them follows the
ledger's first line. The other plays by plain rules: he attacks whenever he makes the ball more than half the time,
with the best position he sees, and else plays what leaves the least; or he is the fast deciding player of play-outs;
or he follows the ledger of an earlier version (`earlier.py`).
Every break is played twice, once with either at the table, with the same luck.

`./partita bench odds.duel` plays 200 racks a pair and level, a process a core; it can be stopped and goes on where it
was. `python -m benchmarks.odds.duel RACKS LEVEL...` plays so many of some levels. Racks are kept, too, in
`benchmarks/results/duel-racks.jsonl`.
"""

import json
import multiprocessing
import os
import sys
from concurrent.futures import ProcessPoolExecutor, as_completed
from functools import cache

import numpy as np
from numpy.typing import NDArray

from benchmarks.figures import RESULTS, keep
from benchmarks.odds.earlier import EarlierPlayer, as_played_now, sources
from benchmarks.odds.rows import engine
from partita.games.game import Outcomes
from partita.games.judging import FOUL
from partita.games.opening import broken
from partita.games.question import Question
from partita.games.referee import situation_of
from partita.games.situation import Situation
from partita.games.standing import HAND, NOT_IN_HAND
from partita.intervals import of_wins
from partita.options.finder import constructed, first_kicks
from partita.options.fold import fold, shot_of
from partita.options.option import Option
from partita.options.scene import Reading, Scene
from partita.options.sweep import fan
from partita.options.trace import read_option
from partita.players.executions import standard_draws
from partita.players.stroke_model import PRESETS, StrokeModel
from partita.playing.desk import DRAWN
from partita.playing.playout import POLICY_SEED, Start, candidate_of, start_of
from partita.playing.racks import LOG, play_rack
from partita.rows.candidate import COLUMNS
from partita.value.leaves import leave_order
from partita.weighing.rater import Rater
from partita.weighing.samples import FOULED, Samples
from partita.weighing.weigh import WeighRequest, weigh

Floats = NDArray[np.float64]
Choice = tuple[Scene, Option | None]
LEVELS = ("league", "strong league", "professional")
RIVALS = ("plain rules", "fast player", "0.14")
KEPT = RESULTS / "duel-racks.jsonl"
_GAME, _FIRST_SEED, _MOST_SHOTS, _LUCK = "nine-ball", 50_000, 60, 1_000
# Draws of the ledger's weighings, and of the plain player's tries; safeties he tries; what is as sure to him.
_SAMPLES, _TRIES, _SAFETIES, _AS_SURE = 100, 48, 12, 0.05


def after(start: Start) -> Situation:
    """The arrays of a start as a situation, for the player at the table."""
    nothing = np.zeros(1, dtype=np.int64)
    left = Outcomes(nothing.astype(np.int8), start.places[None], start.in_play[None], start.standing[None], nothing)
    return situation_of(start.situation, True, start.names, left, 0)


def by_ledger(situation: Situation, level: StrokeModel) -> tuple[Scene, Option]:
    """The first line of a settled weighing, and the scene with the cue ball placed."""
    request = WeighRequest(situation, level, level, samples=_SAMPLES)
    settled = next(state for state in weigh(request) if state.settled)
    return settled.rater.scene, settled.lines[0].option


def by_plain_rules(situation: Situation, level: StrokeModel) -> Choice:
    """Attack when it goes in more than half the time, else leave as little as can be; none where he finds neither."""
    rater, draws = Rater(situation, level, level), standard_draws(5, _TRIES)
    tried = [(option, rater.sample(option, draws)) for option in constructed(rater.scene)]
    surest = max((float(looks.made.mean()) for _, looks in tried), default=0.0)
    if surest > 0.5:
        sure = [(option, looks) for option, looks in tried if looks.made.mean() >= surest - _AS_SURE]
        return rater.scene, max(sure, key=lambda pair: float(pair[1].value.mean()))[0]
    safe = [(option, rater.sample(option, draws)) for option in _safeties(rater)] or tried
    if not safe:
        return rater.scene, None
    return rater.scene, min(safe, key=lambda pair: _left(pair[1]))[0]


def _left(looks: Samples) -> float:
    """What the other player makes of a leave: of a foul everything, of a ball that fell by luck nothing."""
    return float(np.where(looks.ending >= FOULED, 1.0, np.where(looks.made, 0.0, looks.next_make)).mean())


def _safeties(rater: Rater) -> list[Option]:
    """The safeties that leave least without error, one of each shot; kicks when no ball can be hit."""
    scene = rater.scene
    reading: Reading = scene.play(scene.raised(fan(scene)))
    legal = (reading.outcomes.code != FOUL) & np.array([call.ball is None for call in reading.calls])
    order = np.argsort(-leave_order(scene, reading, *rater.models), kind="stable")
    kept = [int(e) for e in order if legal[e]][: 6 * _SAFETIES]
    if not kept:
        return first_kicks(scene)
    named = scene.play(reading.rows[kept], trace=True)
    return fold([read_option(scene, named, e, "swept") for e in range(len(kept))], shot_of, 1)[:_SAFETIES]


def rack(level_name: str, rival: str, number: int, ledger_first: bool) -> float:
    """One rack: 1 when the player who follows the ledger wins it, 0.5 when it is not over."""
    level = PRESETS[level_name]
    start = start_of(Question(broken(_GAME, _FIRST_SEED + number), level, level))
    desk, draws, nothing = start.desk(), standard_draws(POLICY_SEED, DRAWN), np.zeros((0, LOG))
    follows = ledger_first
    for shot in range(_MOST_SHOTS):
        first = np.zeros(COLUMNS)
        if follows or rival != "fast player":
            first = _played(start, _choice("ledger" if follows else rival, start, level_name), level)
        luck = (_FIRST_SEED + number) * _LUCK + shot
        won, _, who = play_rack(
            desk, start.places, start.in_play, start.standing, first, draws, luck, 1.0, 1, nothing
        )  # fmt: skip
        if won != 0.5:
            return won if follows else 1.0 - won
        follows = follows if who == 0 else not follows
    return 0.5


def _choice(who: str, start: Start, level_name: str) -> Choice:
    """What is played from a start by who follows the ledger, plain rules or the ledger of an earlier version."""
    situation, level = after(start), PRESETS[level_name]
    if who == "ledger":
        return by_ledger(situation, level)
    if who == "plain rules":
        return by_plain_rules(situation, level)
    return as_played_now(situation, earlier_player().ask(start, level_name))


@cache
def earlier_player() -> EarlierPlayer:
    """One a process: he loads the earlier version once."""
    return EarlierPlayer()


def _played(start: Start, choice: Choice, level: StrokeModel) -> Floats:
    """The chosen stroke as a candidate; a cue ball in hand is put where the chooser wants it.

    Where nothing was found the fast player decides, for want of anything better.
    """
    scene, option = choice
    if option is None:
        return np.zeros(COLUMNS)
    if start.standing[HAND] != NOT_IN_HAND:
        start.places[0], start.in_play[0], start.standing[HAND] = scene.places[0], -1, NOT_IN_HAND
    return candidate_of(start.names, option, level.row())


def _key(job: tuple[str, str, int, bool]) -> str:
    return "/".join(map(str, job))


def main(racks: int = 200, levels: tuple[str, ...] = LEVELS) -> None:
    """Play what is not there yet, print and keep."""
    kept: dict[str, float] = {}
    header = json.dumps({"engine": engine()})
    if KEPT.exists():
        lines = KEPT.read_text(encoding="utf-8").splitlines()
        if lines[0] == header:
            kept = dict(json.loads(line) for line in lines[1:])
    if not kept:
        KEPT.write_text(header + "\n", encoding="utf-8")
    jobs = [
        (level, rival, number, first)
        for number in range(racks // 2)
        for level in levels
        for rival in RIVALS
        for first in (True, False)
    ]
    waiting = [job for job in jobs if _key(job) not in kept]
    if any(rival == "0.14" for _, rival, _, _ in waiting):
        # Once, before several ask for it.
        sources()
    # A process a core, each on one: they load the core anew.
    os.environ["PARTITA_CORES"] = "1"
    context = multiprocessing.get_context("spawn")
    with ProcessPoolExecutor(os.cpu_count(), mp_context=context) as pool, KEPT.open("a", encoding="utf-8") as file:
        try:
            running = {pool.submit(rack, *job): job for job in waiting}
            for done in as_completed(running):
                kept[_key(running[done])] = done.result()
                file.write(json.dumps([_key(running[done]), done.result()]) + "\n")
                file.flush()
                sys.stderr.write(f"\r{len(kept)} of {len(jobs)} racks ")
        except KeyboardInterrupt:
            sys.stderr.write("\nstopped: figures of the racks so far\n")
        finally:
            # Also when a rack fails: what waits would else be played to nobody's use.
            pool.shutdown(cancel_futures=True)
    played = {level: {rival: figures(kept, level, rival) for rival in RIVALS} for level in LEVELS}
    # Pairs that were not played have no figures.
    shown = {level: {name: told for name, told in by.items() if told["racks"]} for level, by in played.items()}
    keep("duel", {level: by for level, by in shown.items() if by})


def figures(kept: dict[str, float], level: str, rival: str) -> dict[str, float]:
    """The share of racks won by who follows the ledger; both racks of a break are one case. Not over: drawn."""
    won = []
    for number in sorted({int(key.split("/")[2]) for key in kept if key.startswith(f"{level}/{rival}/")}):
        both = [kept.get(_key((level, rival, number, first))) for first in (True, False)]
        if None not in both:
            won += both
    told: dict[str, float] = {"racks": len(won), "not over": won.count(0.5)}
    if won:
        told |= {name: round(value, 4) for name, value in vars(of_wins(np.array(won, dtype=float))).items()}
    return told


if __name__ == "__main__":
    words = sys.argv[1:]
    main(int(words[0]) if words else 200, tuple(words[1:]) or LEVELS)
