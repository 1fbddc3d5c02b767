"""Looking ahead: the leading lines played on a few strokes by both deciding players, with the luck taken out.

A line's rack chance judges what it leaves at a glance. From every leave of a roll-out the deciding player chooses the
next stroke; the mean of many fresh tries of that stroke, less the glance before it, is what one stroke more knows, and
its mean over roll-outs is added to the line's chance. How the rack goes on from there is luck with expectation nil, so
that it may stop after any stroke. Source: roll-out analysis with a martingale control variate, known from backgammon.

First the leaders' strokes are searched for more thoroughly. Then all lines that may be better than the first by more
than anybody minds are looked at one stroke ahead, in batches; a line is left when it is known not to be, and one that
comes up catches up. Then it is looked deeper, round by round, at the first line and at those on which the answer hangs,
until it is told, or more roll-outs would not tell it, or so much is spent; racks that are soon over have more of them.
How many roll-outs there are hangs on the request, never on the clock. What a deeper look adds is noisy, so it counts by
how much may be left to know (`weight_of`).
"""

import math
from collections.abc import Iterator
from dataclasses import dataclass, field, replace

import numpy as np
from numpy.typing import NDArray

from partita.games.question import Question
from partita.parallel import side_by_side
from partita.playing.playout import first_option, racks_of
from partita.playing.racks import AT_WHO, LOG, gains_of
from partita.weighing.doubt import doubt_between, doubt_of, doubts_of
from partita.weighing.halving import Halving
from partita.weighing.verdict import ENOUGH, at_most_better
from partita.weighing.weighed import Ahead, Weighed

Floats = NDArray[np.float64]
# One stroke ahead: so many lines at least and at most, each with so many roll-outs; lines beside those that may be
# looked at because they come up to lead.
_LEAST, _MOST, _ONCE, _MORE = 3, 10, 24, 2
# Deeper: so many strokes, in rounds of so many roll-outs, at the first line and at so many others.
_DEEP, _ROUND, _OTHERS = 5, 24, 3
# Strokes that are played in all, times the balls that lay there at first: two milliseconds of a core each.
_SPENT = 10_000
# A line is looked at one stroke ahead unless it is known to be better by no more than this, so that it is not on the
# edge; half of an interval that is narrow enough.
_SURELY, _NARROW, _Z = 0.8 * ENOUGH, 0.03, 1.959964
# Lines whose strokes are searched for once more: the first few, as far as they may be better than the first.
_SHARPENED, _SHARPENING = 5, 0.15
# How far it is after the one stroke.
_LOOKED_ONCE = 0.3
# Strokes of one piece of work (an even number of roll-outs of one stroke, or of five); pieces before others have a go.
_PIECE, _AT_ONCE = 12, 10
# Roll-outs whose scatter says something.
_FEWEST = 4
# Fresh tries of each stroke: with more of them a roll-out scatters no less.
_FRESH = 32
# Their seeds are none of those of racks played out.
_STREAM, _SEEDS = 500_000_000, 2**31


@dataclass
class _Terms:
    """By roll-out: what the next stroke adds to a line's chance, and what the strokes after it do; strokes played."""

    one: Floats = field(default_factory=lambda: np.zeros(0))
    more: Floats = field(default_factory=lambda: np.zeros(0))
    played: int = 0

    def take(self, terms: Floats, played: int) -> None:
        """terms : (roll-outs, strokes)"""
        self.played += played
        self.one = np.concatenate([self.one, terms[:, 0]])
        if terms.shape[1] > 1:
            self.more = np.concatenate([self.more, terms[:, 1:].sum(axis=1)])


def look_ahead(halving: Halving, question: Question, effort: float = 1.0) -> Iterator[float]:
    """Look ahead at a settled field's leading lines; yields how much of it is done, 0..1, within a second or so.

    question : with the cue ball placed; effort : factor of the number of roll-outs
    """
    for share in _sharpen(halving):
        yield _SHARPENING * share
    for share in _looked_ahead(halving, question, effort):
        yield _SHARPENING + (1.0 - _SHARPENING) * share


def _sharpen(halving: Halving) -> Iterator[float]:
    """Better strokes for the leading lines, and their ways anew; yields how much of it is done."""
    game, lines = halving.rater.situation.game, halving.lines()
    leading = [lines[0][0]] if lines else []
    for i, line in lines[1:_SHARPENED]:
        lead, doubt = doubt_between(lines[0][1], line, game)
        if at_most_better(lead, doubt.whole) > _SURELY:
            leading.append(i)
    for done, i in enumerate(leading):
        yield done / len(leading)
        halving.stand_for(halving.sharpen(i))
    halving.tell_ways()
    yield 1.0


def _looked_ahead(halving: Halving, question: Question, effort: float) -> Iterator[float]:
    terms: dict[int, _Terms] = {}
    for share in _looked_once(halving, question, terms, _even(effort * _ONCE)):
        yield _LOOKED_ONCE * share
    for share in _looked_deeper(halving, question, terms, effort):
        yield _LOOKED_ONCE + (1.0 - _LOOKED_ONCE) * share
    yield 1.0


def _looked_once(halving: Halving, question: Question, terms: dict[int, _Terms], wanted: int) -> Iterator[float]:
    """One stroke ahead, at all lines that may be better by too much."""
    seen = set[int]()
    while waiting := [i for i in _waiting(halving, seen) if _count(terms, i, 1) < wanted]:
        for share in _roll_out(halving, question, terms, dict.fromkeys(waiting, wanted), 1):
            yield (len(seen) + share * len(waiting)) / (_MOST + _MORE)
        seen.update(waiting)
        _shift_others(halving)


def _looked_deeper(halving: Halving, question: Question, terms: dict[int, _Terms], effort: float) -> Iterator[float]:
    """Round by round where the answer hangs on it, until it is told or enough is spent; yields what share is."""
    balls, size = max(1, len(question.situation.object_balls)), _even(effort * _ROUND)

    def spent(more: int = 0) -> float:
        return balls * (sum(one.played for one in terms.values()) + more) / (effort * _SPENT)

    while True:
        asked = _asked_for(halving, terms, size)
        wanted = asked or _wanted(halving, terms, size)
        rollouts = sum(count - _count(terms, i, _DEEP) for i, count in wanted.items())
        # What is asked for has its first look, whatever is spent.
        if not wanted or (not asked and spent((_DEEP + 1) * rollouts) > 1.0):
            return
        for _ in _roll_out(halving, question, terms, wanted, _DEEP):
            yield min(0.95, spent())
        _shift_others(halving)
        yield min(0.95, spent())


def _wanted(halving: Halving, terms: dict[int, _Terms], size: int) -> dict[int, int]:
    """How many deep roll-outs lines are to have next: those that may be better than the first by most, where knowing
    them without scatter tells, with the first; then the first one alone, where scatter makes its interval wide."""
    lines, game = halving.lines(), halving.rater.situation.game
    have = {i: _count(terms, i, _DEEP) for i, _ in lines}
    better, left = {}, doubts_of(game).left_deepest
    for i, line in lines[1:]:
        lead, doubt = doubt_between(lines[0][1], line, game)
        model = doubt.model * left / doubts_of(game).left_between(lines[0][1], line)
        most, known = (at_most_better(lead, sd) for sd in (doubt.whole, math.hypot(doubt.search, model)))
        if most > ENOUGH and (have[i] == 0 or known <= ENOUGH):
            better[i] = most
    chosen = sorted(better, key=lambda i: (-better[i], i))[:_OTHERS]
    # By half as much again: rounds are few, however cheap they are.
    wanted = {i: have[i] + max(size, _even(have[i] / 2)) for i in chosen}
    alone = doubt_of(lines[0][1], game) if lines else None
    if chosen:
        wanted[lines[0][0]] = max(wanted.values())
    elif alone and _Z * alone.whole > _NARROW and alone.sampling > math.hypot(alone.search, alone.model):
        first = lines[0][0]
        wanted[first] = have[first] + max(size, _even(have[first] / 2))
    return {i: count for i, count in wanted.items() if count > have[i]}


def _asked_for(halving: Halving, terms: dict[int, _Terms], size: int) -> dict[int, int]:
    """The first line, and strokes of the user's own, as long as they have had no deep look."""
    lines = [i for i, _ in halving.lines()]
    asked = [i for i in lines if i == lines[0] or halving.field[i].source == "own"]
    return {i: size for i in asked if _count(terms, i, _DEEP) == 0}


def _count(terms: dict[int, _Terms], i: int, strokes: int) -> int:
    """How many roll-outs a line has that are so deep."""
    if i not in terms:
        return 0
    return len(terms[i].one if strokes == 1 else terms[i].more)


def _waiting(halving: Halving, looked: set[int]) -> list[int]:
    """The first line, others that are asked for, and those that may be better by too much, what may be best of all
    first, as far as there is room for new ones: among equals there is always another that comes up. For one that comes
    up to lead there is a little more."""
    lines, game = halving.lines(), halving.rater.situation.game
    asked: list[int] = []
    better: dict[int, float] = {}
    for place, (i, line) in enumerate(lines[1:], 1):
        lead, doubt = doubt_between(lines[0][1], line, game)
        most = at_most_better(lead, doubt.whole)
        if place < _LEAST or line.option.source == "own":
            asked.append(i)
        elif most > _SURELY:
            better[i] = most
    leading = [i for i, _ in lines[:1]] + asked + sorted(better, key=lambda i: (-better[i], i))
    room = max(_MOST - len(looked), 0)
    new = [i for i in leading if i not in looked][:room]
    if room == 0 and len(looked) < _MOST + _MORE:
        new = leading[:1]
    return [i for i in leading if i in looked or i in new]


def _roll_out(
    halving: Halving, question: Question, terms: dict[int, _Terms], wanted: dict[int, int], strokes: int
) -> Iterator[float]:
    """Bring lines to the roll-outs that each is to have, side by side, a piece of one line a core; yields how far that
    is."""
    for i in wanted:
        halving.stand_for(i)
    piece = _PIECE // strokes
    pieces = []
    for i, count in wanted.items():
        begin = _count(terms, i, 1)
        end = begin + count - _count(terms, i, strokes)
        pieces += [(i, at, min(at + piece, end)) for at in range(begin, end, piece)]
    seed = (halving.seed + _STREAM) % _SEEDS
    firsts = {i: first_option(question, halving.field[i]) for i in wanted}

    def play(one: tuple[int, int, int]) -> tuple[Floats, int]:
        i, begin, end = one
        return _rolled_out(question, firsts[i], seed, begin, end - begin, strokes)

    for at in range(0, len(pieces), _AT_ONCE):
        if at:
            yield at / len(pieces)
        now = pieces[at : at + _AT_ONCE]
        for (i, _, _), (gains, played) in zip(now, side_by_side(play, now), strict=True):
            terms.setdefault(i, _Terms()).take(gains, played)
    for i in wanted:
        halving.ahead[i] = _ahead(halving.line(i), question.situation.game, terms[i])


def _rolled_out(
    question: Question, first: Floats, seed: int, begin: int, count: int, strokes: int
) -> tuple[Floats, int]:
    """(count, strokes) what each stroke ahead adds to the shooter's chance, by roll-out from number `begin` on; and how
    many strokes were played.

    first : (COLUMNS,) the line's stroke, as `playout.first_option` makes it
    """
    found, logs = np.zeros((count, 2)), np.zeros((count, strokes + 1, LOG))
    for _ in racks_of(
        question, found, seed=seed, first=first, first_rack=begin, logs=logs, fresh=_FRESH, most=strokes + 1
    ):
        pass
    return gains_of(logs)[:, 1:], int((logs[:, :, AT_WHO] > 0.0).sum())


def _ahead(line: Weighed, game: str, terms: _Terms) -> Ahead:
    """What the terms so far add to a line, and how far that may be off."""
    shift, error = float(terms.one.mean()), _error(terms.one)
    if len(terms.more) < _FEWEST:
        return Ahead(1, len(terms.one), shift, error)
    deeper = _error(terms.more)
    weight = weight_of(doubt_of(replace(line, ahead=Ahead(1, 0, 0.0, 0.0)), game).model, deeper)
    return Ahead(
        _DEEP,
        len(terms.one),
        shift + weight * float(terms.more.mean()),
        math.hypot(error, weight * deeper),
    )


def weight_of(open_: float, error: float) -> float:
    """How much a noisy finding counts: the share of its spread that is not noise.

    open_, error : standard deviations of what there is to be found, and of the noise in it

    >>> weight_of(0.02, 0.02)
    0.5
    """
    return open_**2 / (open_**2 + error**2) if open_ > 0.0 else 0.0


def _error(terms: Floats) -> float:
    """Standard deviation of the mean of roll-outs that come in mirrored pairs."""
    pairs = terms.reshape(-1, 2).mean(axis=1)
    return float(pairs.std(ddof=1)) / math.sqrt(len(pairs))


def _even(count: float) -> int:
    return max(_FEWEST, 2 * round(count / 2))


def _shift_others(halving: Halving) -> None:
    """Lines that were not looked at lose, or gain, what the others did in the mean: the glance is off for all alike."""
    shift = float(np.mean([one.shift for one in halving.ahead.values() if one.strokes]))
    for i in halving.samples:
        if i not in halving.ahead or not halving.ahead[i].strokes:
            halving.ahead[i] = Ahead(0, 0, shift, 0.0)
