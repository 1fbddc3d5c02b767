"""The ways to a ball that no straight line reaches: found and rated as in every weighing, listed for the kicker.

No finder of its own and no rater: the sweep of `options.finder`, the halving of `weighing`, which is looked ahead at in
the end, so that a way wins as much here as in the ledger. What does not meet the ball
that was asked for, or meets it straight, is left out; the straight way is listed apart where there is one.
"""

from collections.abc import Iterator, Mapping
from dataclasses import dataclass, replace

import numpy as np

from partita.errors import refuse
from partita.games.question import Question
from partita.intervals import Chance, of_share
from partita.kicks.hidden import Sight, sight_of
from partita.kicks.schools import both_schools
from partita.options.finder import constructed, first_kicks, swept
from partita.options.fold import fold
from partita.options.option import Option
from partita.players.executions import standard_draws
from partita.table.layout import CUE
from partita.weighing.ahead import look_ahead
from partita.weighing.halving import Halving
from partita.weighing.rater import Rater
from partita.weighing.samples import FOULED, LOST_NOW, Samples
from partita.weighing.weigh import DEFAULT_SAMPLES as WEIGHED
from partita.weighing.weigh import check_draws
from partita.weighing.weighed import Weighed
from partita.weighing.worth import as_played

DEFAULT_SAMPLES = 400
# Halving: how many stay in, and the share of the samples that each has had by then.
_ROUNDS = ((24, 0.25), (14, 1.0))
# Lines of one route, lines in all, and straight ones.
_OF_A_ROUTE, _MOST, _STRAIGHT = 2, 16, 3
# How far it is once it has settled.
_SETTLED = 0.4
# Draws of the two schools come from a stream of their own.
_SCHOOLS = 10_007


@dataclass(frozen=True)
class KickRequest(Question):
    """Which ball to get at; empty: the nearest of those that are on."""

    target: str = ""
    seed: int = 1
    samples: int = DEFAULT_SAMPLES


@dataclass(frozen=True)
class Kicks:
    """The ways found so far, best first.

    straight : where some of the ball can be hit, the best few of those ways
    schools : of a way that pots, by its id, the stroke of either school, once settled
    is_news : whether there is more than the progress
    """

    rater: Rater
    target: int
    sight: Sight
    ways: tuple[Weighed, ...]
    straight: tuple[Weighed, ...]
    schools: Mapping[str, Mapping[str, Weighed]]
    progress: float
    settled: bool
    is_news: bool = True


def find_ways(request: KickRequest) -> Iterator[Kicks]:
    """Yield ways, more and better rated each time, the first within a fraction of a second.

    Stop by not asking for the next one. Raises `Refused` for a layout, or a ball, that cannot be kicked at.
    """
    check_draws(request.seed, request.samples)
    rater, target = seated(request)
    scene, sight = rater.scene, sight_of(rater.scene, target)
    halving = Halving(rater, request.seed, request.samples, every=True)
    draws = standard_draws(request.seed + _SCHOOLS, request.samples)
    schools: dict[str, dict[str, Weighed]] = {}

    def found(progress: float, settled: bool = False) -> Kicks:
        lines = [as_played(line, halving.hooked) for line in halving.state(progress).lines]
        ways = fold(
            (line for line in lines if is_kick(line.option)), lambda line: line.option.intention.route, _OF_A_ROUTE
        )
        straight = [line for line in lines if not is_kick(line.option)]
        for way in ways[:_MOST]:
            if settled and way.option.id not in schools:
                schools[way.option.id] = both_schools(rater, way.option, draws)
        return Kicks(
            rater, target, sight, tuple(ways[:_MOST]), tuple(straight[:_STRAIGHT]), schools, progress, settled
        )  # fmt: skip

    pots = constructed(scene)
    halving.enter(_at(scene.names[target], [*pots, *first_kicks(scene)]))
    yield found(0.1)
    halving.enter(_at(scene.names[target], swept(scene, rater.clean_values, rater.shooter, pots)))
    yield found(0.25)
    for place, (stay, share) in enumerate(_ROUNDS):
        halving.go_on(stay, int(share * request.samples))
        yield found(0.3 + 0.05 * place)
    halving.estimate_leaders_again()
    halving.look_out()
    settled = found(_SETTLED, settled=True)
    yield settled
    for done in look_ahead(halving, request, request.samples / WEIGHED):
        yield replace(settled, progress=_SETTLED + (1.0 - _SETTLED) * done, is_news=False)
    yield found(1.0, settled=True)


def seated(request: KickRequest) -> tuple[Rater, int]:
    """The rater, and the ball to get at; refuses what cannot be kicked at."""
    situation = request.situation
    if situation.in_hand != "none":
        raise refuse(
            "situation ball_in_hand", "the cue ball is in hand", "Put it where it lies: nobody kicks from hand."
        )
    rater = Rater.of(request)
    on = [rater.names[ball] for ball in rater.scene.targets]
    if not request.target:
        return rater, rater.scene.targets[0]
    if request.target == CUE or request.target not in rater.names:
        raise refuse("target", f"ball {request.target[:20]} is not on the table", f"Use {', '.join(on)}.")
    if request.target not in on:
        raise refuse("target", f"hitting the {request.target} first is a foul here", f"Use {', '.join(on)}.")
    return rater, rater.names.index(request.target)


def is_kick(option: Option) -> bool:
    """By a cushion, off a jaw, round a blocker, or over it."""
    return bool(option.intention.route) or option.intention.kind in ("swerve", "masse", "jump", "jump-pot")


def good_hit(samples: Samples) -> Chance:
    """Chance of the right ball first and a rail after: no foul."""
    fouls = int(np.isin(samples.ending, (FOULED, LOST_NOW)).sum())
    return of_share(len(samples) - fouls, len(samples))


def _at(target: str, options: list[Option]) -> list[Option]:
    return [option for option in options if option.intention.target == target]
