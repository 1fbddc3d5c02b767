"""Weigh: halve the options of a situation, and name the one that wins the rack most often.

All options are executed with the same draws (common random numbers); few for all, more for the
contenders (successive halving). The leaders are estimated again with fresh draws at the end: the
best of many noisy estimates is optimistic. The number of samples is fixed by the request, never by
the clock, so that the same request with the same seed gives the same answer to the last digit.
"""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass, field, replace

import numpy as np

from partita.errors import refuse
from partita.games import game_named
from partita.games.match import Match
from partita.games.question import Question
from partita.options.finder import constructed, first_kicks, fouls_on_purpose, push_outs, swept
from partita.options.fold import fold, shot_of
from partita.options.option import Option
from partita.options.scene import rows_of
from partita.options.trace import read_option
from partita.options.wishes import Wish, own_strokes
from partita.physics.stroke import Stroke, check_stroke
from partita.weighing.ahead import look_ahead
from partita.weighing.changes import LEADERS, Changes, what_changes
from partita.weighing.halving import FIRST_LOOK, Halving
from partita.weighing.match_view import MatchView, match_view
from partita.weighing.placing import best_placed
from partita.weighing.rater import Rater
from partita.weighing.samples import FOULED, Samples
from partita.weighing.weighed import Weighed, Weighing

DEFAULT_SAMPLES = 1000
MOST_SAMPLES = 20_000
# Swept strokes tried with noise before halving, of those with the best noise-free leave.
_SWEPT_TRIED = 70
_SWEPT_KEPT = 16
_MADE_BY_CHANCE, _FOULS_MEANT = 0.25, 0.8
# Halving: how many options stay in, and the share of the full samples each has had by then.
_ROUNDS = ((18, 0.12), (9, 0.4), (5, 1.0))
# How far it is once it has settled, and with what would change the choice.
_SETTLED, _CHANGES = 0.3, 0.35
# After these rounds the leaders' speed and tip are varied; a better stroke of the same shot takes its place.
_IMPROVED_ROUNDS = 2


@dataclass(frozen=True)
class WeighRequest(Question):
    """What to weigh, for whom, and how thoroughly; ahead : whether to look ahead once it has settled."""

    seed: int = 1
    samples: int = DEFAULT_SAMPLES
    own_strokes: tuple[tuple[str, Stroke | Wish], ...] = field(default=())
    match: Match | None = None
    ahead: bool = True


def weigh(request: WeighRequest) -> Iterator[Weighing]:
    """Yield weighings that get better: the first within a fraction of a second; then the settled one; the settled one
    with what would change the choice; and, as it is looked ahead, ones that know more and more of the leading lines.

    Stop by not asking for the next one. Raises `Refused` for what cannot be weighed.
    """
    check_request(request)
    rater = Rater(best_placed(request), request.shooter, request.other)
    halving = Halving(rater, request.seed, request.samples)
    pots = constructed(halving.rater.scene)
    halving.enter(pots or first_kicks(halving.rater.scene))
    if halving.field:
        yield halving.state(0.03)
    halving.enter([*_swept(halving.rater, halving.draws, pots), *read_own(halving.rater, request.own_strokes)])
    yield halving.state(0.1)
    for place, (stay, share) in enumerate(_ROUNDS):
        halving.go_on(stay, max(FIRST_LOOK, int(share * request.samples)))
        if place < _IMPROVED_ROUNDS:
            halving.improve_leaders()
        yield halving.state(0.15 + 0.05 * place)
    halving.open_lines()
    halving.estimate_leaders_again()
    halving.tell_ways()
    halving.look_out()
    settled = replace(halving.state(_SETTLED), settled=True)
    settled = replace(settled, match=_match(request, settled.lines))
    yield settled
    changes = _changes(request, settled)
    yield replace(settled, progress=_CHANGES if request.ahead else 1.0, changes=changes)
    if request.ahead:
        yield from _ahead(request, halving, changes)


def _ahead(request: WeighRequest, halving: Halving, changes: Changes | None) -> Iterator[Weighing]:
    """The settled weighing again and again, as more is known of its leading lines; the last one is over."""
    placed = Question(halving.rater.situation, request.me, request.them)
    for done in look_ahead(halving, placed, request.samples / DEFAULT_SAMPLES):
        state = halving.state(_CHANGES + (1.0 - _CHANGES) * done)
        match = _match(request, state.lines)
        yield replace(state, settled=True, looked=done == 1.0, changes=changes, match=match)


def _match(request: WeighRequest, lines: tuple[Weighed, ...]) -> MatchView | None:
    return match_view(request, request.match, [line.value for line in lines]) if request.match else None


def _changes(request: WeighRequest, settled: Weighing) -> Changes | None:
    """The leaders with other numbers; None when there is nothing to choose."""
    leaders = [line.option for line in settled.lines[:LEADERS]]
    if len(leaders) < 2:
        return None
    return what_changes(settled.rater, leaders, (request.shooter, request.other), request.seed)


def check_draws(seed: int, samples: int) -> None:
    """Refuse draws that cannot be made, or not in any patience."""
    if not 50 <= samples <= MOST_SAMPLES:
        raise refuse("samples", f"{samples} is out of range", f"Use 50 to {MOST_SAMPLES}.")
    if not 0 <= seed < 2**31:
        raise refuse("seed", f"{seed} is out of range", "Use 0 to 2147483647.")


def check_request(request: WeighRequest) -> None:
    """Refuse numbers outside what can be weighed."""
    check_draws(request.seed, request.samples)
    game_named(request.situation.game).check(request.situation)
    if request.match is not None:
        request.match.check()
    for _, stroke in request.own_strokes:
        if isinstance(stroke, Stroke):
            check_stroke(stroke)


def _swept(
    rater: Rater, draws: np.ndarray[tuple[int, int], np.dtype[np.float64]], pots: Sequence[Option]
) -> list[Option]:
    """What the sweep found beside the pots: first by its noise-free leave, then tried with noise."""
    scene, value = rater.scene, rater.clean_values
    special = [*push_outs(scene, value), *([] if pots else fouls_on_purpose(scene, value))]
    tried = [*swept(scene, value, rater.shooter, pots)[:_SWEPT_TRIED], *special]
    looks = rater.samples(tried, draws[:FIRST_LOOK])
    honest = [i for i, look in enumerate(looks) if _is_meant(tried[i], look)]
    ranked = fold([tried[i] for i in sorted(honest, key=lambda i: (-float(looks[i].value.mean()), i))], shot_of, 1)
    # Where a push-out is allowed the best one is always shown, however it ranks.
    return [*ranked[:_SWEPT_KEPT], *(option for option in ranked[_SWEPT_KEPT:] if option.call.push_out)]


def _is_meant(option: Option, look: Samples) -> bool:
    """Whether a stroke does what it is named for. A safety, or a foul, that pots a ball often is a pot aimed badly; a
    foul on purpose that often is none is a shot aimed badly."""
    if option.intention.kind == "foul" and np.mean(look.ending == FOULED) < _FOULS_MEANT:
        return False
    return option.attacks or bool(look.made.mean() <= _MADE_BY_CHANCE)


def read_own(rater: Rater, strokes: Sequence[tuple[str, Stroke | Wish]]) -> list[Option]:
    """A user's own strokes, by name, called by their traces like all others; never folded away."""
    if not strokes:
        return []
    reading = rater.scene.play(rows_of(own_strokes(rater.scene, strokes)), trace=True)
    own = [read_option(rater.scene, reading, e, "own") for e in range(len(strokes))]
    return fold(own, lambda option: option.id, 1)
