"""Weigh: race the options of a situation, and name the one that wins the rack most often.

All options are executed with the same draws (common random numbers); few for all, more for the
contenders (successive halving). The leaders are estimated again with fresh draws at the end: the
best of many noisy estimates is optimistic. The number of samples is fixed by the request, never by
the clock, so that the same request with the same seed gives the same answer to the last digit.
"""

from collections.abc import Iterator
from dataclasses import dataclass, field

import numpy as np

from partita.errors import refuse
from partita.games import game_named
from partita.games.match import Match
from partita.games.situation import Situation
from partita.odds.bench import Bench
from partita.odds.changes import LEADERS, what_changes
from partita.odds.match_view import match_json
from partita.odds.samples import Samples
from partita.odds.study import Study, Weighed, snapshot
from partita.options.finder import constructed, first_kicks, fouls_on_purpose, push_outs, swept
from partita.options.fold import family, fold
from partita.options.improve import variants
from partita.options.option import Option
from partita.options.scene import rows_of
from partita.options.trace import read_option
from partita.options.watch import with_watch
from partita.options.wishes import Wish, own_strokes
from partita.physics.stroke import Stroke, check_stroke
from partita.players.executions import standard_draws
from partita.players.stroke_model import AIM, StrokeModel

DEFAULT_SAMPLES = 1000
MOST_SAMPLES = 20_000
_FIRST_LOOK = 24
# Swept strokes tried with noise before the race, of those with the best noise-free leave.
_SWEPT_TRIED = 70
_SWEPT_KEPT = 16
_MADE_BY_CHANCE = 0.25
# The race: how many options stay in, and the share of the full samples each has had by then.
_ROUNDS = ((18, 0.12), (9, 0.4), (5, 1.0))
_LEADERS = 3
# After these rounds the leaders' speed and tip are varied; a better stroke of the same shot takes its place.
_IMPROVED_ROUNDS = 2
# Draws of the final estimate come from a stream of their own.
_FRESH = 7_919


@dataclass(frozen=True)
class WeighRequest:
    """What to weigh, for whom, and how thoroughly."""

    situation: Situation
    me: StrokeModel
    them: StrokeModel
    seed: int = 1
    samples: int = DEFAULT_SAMPLES
    own_strokes: tuple[tuple[str, Stroke | Wish], ...] = field(default=())
    match: Match | None = None


def weigh(request: WeighRequest) -> Iterator[Study]:
    """Yield studies that get better: the first within a fraction of a second; then the settled one; and last the
    settled one with what would change the choice.

    Stop by not asking for the next one. Raises `Refused` for what cannot be weighed.
    """
    check_request(request)
    mine = request.situation.shooter == "me"
    shooter, other = (request.me, request.them) if mine else (request.them, request.me)
    race = _Race(Bench(request.situation, shooter, other), request)
    race.enter(constructed(race.bench.scene) or first_kicks(race.bench.scene))
    if race.field:
        yield race.study(0.1)
    race.enter([*_swept(race.bench, race.draws), *_own(race.bench, request)])
    yield race.study(0.3)
    for place, (stay, share) in enumerate(_ROUNDS):
        race.go_on(stay, max(_FIRST_LOOK, int(share * request.samples)))
        if place < _IMPROVED_ROUNDS:
            race.improve_leaders()
        yield race.study(0.45 + 0.15 * place)
    race.estimate_leaders_again()
    race.look_out()
    yield race.study(0.85, settled=True)
    yield race.study(1.0, settled=True, changes=race.what_changes((shooter, other)))


def check_request(request: WeighRequest) -> None:
    """Refuse numbers outside what can be weighed."""
    if not 50 <= request.samples <= MOST_SAMPLES:
        raise refuse("samples", f"{request.samples} is out of range", f"Use 50 to {MOST_SAMPLES}.")
    if not 0 <= request.seed < 2**31:
        raise refuse("seed", f"{request.seed} is out of range", "Use 0 to 2147483647.")
    game_named(request.situation.game).check(request.situation)
    if request.match is not None:
        request.match.check()
    for _, stroke in request.own_strokes:
        if isinstance(stroke, Stroke):
            check_stroke(stroke)


def _swept(bench: Bench, draws: np.ndarray[tuple[int, int], np.dtype[np.float64]]) -> list[Option]:
    """What the sweep found: first by its noise-free leave, then tried with noise."""
    scene, aim_sd = bench.scene, float(bench.shooter[AIM])
    special = [*push_outs(scene, bench.clean_values), *fouls_on_purpose(scene, bench.clean_values)]
    tried = [*swept(scene, bench.clean_values, aim_sd)[:_SWEPT_TRIED], *special]
    looks = [bench.sample(option, draws[:_FIRST_LOOK]) for option in tried]
    # A safety that goes in this often is a pot that was aimed badly; the pots are there already.
    honest = [i for i, look in enumerate(looks) if tried[i].attacks or look.made.mean() <= _MADE_BY_CHANCE]
    ranked = fold([tried[i] for i in sorted(honest, key=lambda i: (-float(looks[i].value.mean()), i))], family, 1)
    # Where a push-out is allowed the best one is always shown, however it ranks.
    return [*ranked[:_SWEPT_KEPT], *(option for option in ranked[_SWEPT_KEPT:] if option.call.push_out)]


def _own(bench: Bench, request: WeighRequest) -> list[Option]:
    """The user's own strokes, named from their traces like all others; never folded away."""
    if not request.own_strokes:
        return []
    reading = bench.scene.play(rows_of(own_strokes(bench.scene, request.own_strokes)), trace=True)
    return [read_option(bench.scene, reading, e, "own") for e in range(len(request.own_strokes))]


class _Race:
    """The options still in the race with their samples so far."""

    def __init__(self, bench: Bench, request: WeighRequest) -> None:
        self.bench, self.request = bench, request
        self.draws = standard_draws(request.seed, max(request.samples, _FIRST_LOOK))
        self.field: list[Option] = []
        self.samples: dict[int, Samples] = {}
        self.confirmed: set[int] = set()
        self.improved: set[int] = set()
        self.used = 0

    def enter(self, options: list[Option]) -> None:
        """Give new options their first few samples."""
        for option in options:
            self.field.append(option)
            self._extend(len(self.field) - 1, _FIRST_LOOK)

    def ranking(self) -> list[int]:
        """Options best first; ties keep the order in which they were found."""
        return sorted(self.samples, key=lambda i: (-float(self.samples[i].value.mean()), i))

    def go_on(self, stay: int, samples: int) -> None:
        """Bring the best families, one stroke or two of each, to that many samples."""
        shortlist = fold(self.ranking(), lambda i: family(self.field[i]), 2)[:stay]
        # The user's own stroke is estimated as well as the best, however it does.
        own = [i for i in self.samples if self.field[i].source == "own" and i not in shortlist]
        for i in [*shortlist, *own]:
            self._extend(i, samples)

    def improve_leaders(self) -> None:
        """Enter the neighbours in speed and tip of the best few options."""
        for i in self.shown()[:_LEADERS]:
            if i not in self.improved and self.field[i].source != "own":
                self.improved.add(i)
                self.enter(variants(self.bench.scene, self.field[i]))

    def estimate_leaders_again(self) -> None:
        """Replace the leaders' samples by fresh ones, undoing the optimism of being picked.

        A leader that falls behind lets another one up, which is then estimated anew as well.
        """
        fresh = standard_draws(self.request.seed + _FRESH, len(self.draws))
        while waiting := [i for i in self.shown()[:_LEADERS] if i not in self.confirmed]:
            for i in waiting:
                self.samples[i] = self.bench.sample(self.field[i], fresh)
                self.used += len(fresh)
                self.confirmed.add(i)

    def look_out(self) -> None:
        """Say what to watch for each line of the ledger."""
        lines = self.shown()
        watched = with_watch(self.bench.scene, [self.field[i] for i in lines], float(self.bench.shooter[AIM]))
        for i, option in zip(lines, watched, strict=True):
            self.field[i] = option

    def shown(self) -> list[int]:
        """The ledger's lines: one stroke of each family, own strokes always."""
        found = [i for i in self.ranking() if self.field[i].source != "own"]
        own = {i for i in self.samples if self.field[i].source == "own"}
        lines = set(fold(found, lambda i: family(self.field[i]), 1)) | own
        return [i for i in self.ranking() if i in lines]

    def what_changes(self, models: tuple[StrokeModel, StrokeModel]) -> dict[str, object] | None:
        """The leaders with other numbers; None when there is nothing to choose."""
        lines = self.shown()[:LEADERS]
        if len(lines) < 2:
            return None
        return what_changes(self.bench, [self.field[i] for i in lines], models, self.request.seed)

    def study(self, progress: float, settled: bool = False, changes: dict[str, object] | None = None) -> Study:
        """The state of the race as a study."""
        lines = [Weighed(self.field[i], self.samples[i], confirmed=i in self.confirmed) for i in self.shown()]
        found = snapshot(self.bench, self.request.seed, lines, progress, self.used, settled)
        found.document["changes"] = changes
        found.document["match"] = self._match(lines) if settled else None
        return found

    def _match(self, lines: list[Weighed]) -> dict[str, object] | None:
        request = self.request
        if request.match is None:
            return None
        return match_json(request.situation, request.match, request.me, request.them, [line.value for line in lines])

    def _extend(self, i: int, samples: int) -> None:
        have = len(self.samples[i]) if i in self.samples else 0
        if have >= samples:
            return
        more = self.bench.sample(self.field[i], self.draws[have:samples])
        self.samples[i] = self.samples[i].joined(more) if have else more
        self.used += samples - have
