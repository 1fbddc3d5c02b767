"""Looking ahead: the leading lines played on a few strokes by both deciding players, with the luck taken out.

A line's rack chance judges what it leaves at a glance. From every leave of a roll-out the deciding player chooses the
next stroke; the mean of many fresh tries of that stroke, less the glance before it, is what one stroke more knows, and
its mean over roll-outs is added to the line's chance. How the rack goes on from there is luck with expectation nil, so
that it may stop after any stroke. Source: roll-out analysis with a martingale control variate, known from backgammon.

All lines that cannot be told from the best are looked at one stroke ahead, in batches; a line is left when it is told
apart, and one that comes up catches up. The first of those that remain are then looked at further. How many roll-outs
there are is fixed by the request, never by the clock. What a deeper look adds is noisy, so it counts by how much may be
left to know (`weight_of`).
"""

import math
from collections.abc import Iterator
from dataclasses import dataclass, field, replace

import numpy as np
from numpy.typing import NDArray

from partita.games.question import Question
from partita.parallel import side_by_side
from partita.playing.playout import first_option, racks_of
from partita.playing.racks import LOG, gains_of
from partita.weighing.doubt import doubt_between, doubt_of
from partita.weighing.halving import Halving
from partita.weighing.verdict import is_close
from partita.weighing.weighed import Ahead, Weighed

Floats = NDArray[np.float64]


@dataclass(frozen=True)
class _Stage:
    """How many strokes ahead, at how many lines at most, and how many roll-outs each of them then has, by batch."""

    strokes: int
    lines: int
    rollouts: tuple[int, ...]


_STAGES = (_Stage(1, 10, (24, 48)), _Stage(3, 4, (72, 96)))
# Lines beside those of a stage that may be looked at because they come up to lead.
_MORE = 3
# Strokes of one piece of work (an even number of roll-outs of one stroke, or of three); pieces before others have a go.
_PIECE, _AT_ONCE = 12, 10
# Roll-outs whose scatter says something.
_FEWEST = 4
# Fresh tries of each stroke: with more of them a roll-out scatters no less.
_FRESH = 32
# Their seeds are none of those of racks played out.
_STREAM, _SEEDS = 500_000_000, 2**31


@dataclass
class _Terms:
    """By roll-out: what the next stroke adds to a line's chance, and what the strokes after it do."""

    one: Floats = field(default_factory=lambda: np.zeros(0))
    more: Floats = field(default_factory=lambda: np.zeros(0))

    def take(self, terms: Floats) -> None:
        """terms : (roll-outs, strokes)"""
        self.one = np.concatenate([self.one, terms[:, 0]])
        if terms.shape[1] > 1:
            self.more = np.concatenate([self.more, terms[:, 1:].sum(axis=1)])


def look_ahead(halving: Halving, question: Question, effort: float = 1.0) -> Iterator[float]:
    """Look ahead at a settled field's leading lines; yields how much of it is done, 0..1, within a second or so.

    question : with the cue ball placed; effort : factor of the number of roll-outs
    """
    terms: dict[int, _Terms] = {}
    done, of = 0, sum(len(stage.rollouts) for stage in _STAGES)
    for stage in _STAGES:
        looked: set[int] = set()
        for wanted in (_even(effort * rollouts) for rollouts in stage.rollouts):
            while waiting := [i for i in _waiting(halving, looked, stage.lines) if _count(terms, i) < wanted]:
                for i in waiting:
                    halving.stand_for(i)
                for share in _roll_out(halving, question, terms, waiting, wanted, stage.strokes):
                    yield (done + 0.9 * share) / of
                looked.update(waiting)
                _shift_others(halving)
            done += 1
            yield done / of


def _count(terms: dict[int, _Terms], i: int) -> int:
    return len(terms[i].one) if i in terms else 0


def _waiting(halving: Halving, looked: set[int], most: int) -> list[int]:
    """The best line and those that cannot be told from it yet, the best first, as far as there is room for new ones:
    among equals there is always another that comes up. For one that comes up to lead there is a little more."""
    lines, game = halving.lines(), halving.rater.situation.game
    leads = [(i, *doubt_between(lines[0][1], line, game)) for i, line in lines[1:]]
    close = [i for i, lead, doubt in leads if is_close(lead, doubt.whole)]
    leading = [lines[0][0], *close] if lines else []
    room = max(most - len(looked), 0)
    new = [i for i in leading if i not in looked][:room]
    if room == 0 and len(looked) < most + _MORE:
        new = leading[:1]
    return [i for i in leading if i in looked or i in new]


def _roll_out(
    halving: Halving, question: Question, terms: dict[int, _Terms], lines: list[int], wanted: int, strokes: int
) -> Iterator[float]:
    """Bring some lines to that many roll-outs, side by side, a piece of one line a core; yields how far that is."""
    piece = _PIECE // strokes
    pieces = [(i, begin, min(begin + piece, wanted)) for i in lines for begin in range(_count(terms, i), wanted, piece)]
    seed = (halving.seed + _STREAM) % _SEEDS
    firsts = {i: first_option(question, halving.field[i]) for i in lines}

    def play(one: tuple[int, int, int]) -> Floats:
        i, begin, end = one
        return _rolled_out(question, firsts[i], seed, begin, end - begin, strokes)

    for at in range(0, len(pieces), _AT_ONCE):
        if at:
            yield at / len(pieces)
        now = pieces[at : at + _AT_ONCE]
        for (i, _, _), gains in zip(now, side_by_side(play, now), strict=True):
            terms.setdefault(i, _Terms()).take(gains)
    for i in lines:
        halving.ahead[i] = _ahead(halving.line(i), question.situation.game, terms[i])


def _rolled_out(question: Question, first: Floats, seed: int, begin: int, count: int, strokes: int) -> Floats:
    """(count, strokes) what each stroke ahead adds to the shooter's chance, by roll-out from number `begin` on.

    first : (COLUMNS,) the line's stroke, as `playout.first_option` makes it
    """
    found, logs = np.zeros((count, 2)), np.zeros((count, strokes + 1, LOG))
    for _ in racks_of(
        question, found, seed=seed, first=first, first_rack=begin, logs=logs, fresh=_FRESH, most=strokes + 1
    ):
        pass
    return gains_of(logs)[:, 1:]


def _ahead(line: Weighed, game: str, terms: _Terms) -> Ahead:
    """What the terms so far add to a line, and how far that may be off."""
    shift, error = float(terms.one.mean()), _error(terms.one)
    if len(terms.more) < _FEWEST:
        return Ahead(1, len(terms.one), shift, error)
    deeper = _error(terms.more)
    weight = weight_of(doubt_of(replace(line, ahead=Ahead(1, 0, 0.0, 0.0)), game).model, deeper)
    return Ahead(
        _STAGES[-1].strokes,
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
