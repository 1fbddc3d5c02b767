"""Halving: options sampled with common draws, few for all, more for the contenders, until the leaders are known."""

import numpy as np
from numpy.typing import NDArray

from partita.lines.sight import is_hooked
from partita.options.fold import fold, shot_of
from partita.options.improve import variants
from partita.options.option import Option
from partita.options.watch import with_watch
from partita.players.executions import standard_draws
from partita.rows.player import AIM
from partita.weighing.rater import Rater
from partita.weighing.samples import Samples
from partita.weighing.ways import Way, advised_of, cannot_be_told_apart, ways_among
from partita.weighing.weighed import NOT_AHEAD, Ahead, Weighed, Weighing
from partita.weighing.worth import worth_a_line

# Samples with which every option enters.
FIRST_LOOK = 24
_LEADERS = 3
# Lines that are opened into their ways, and the share of the full samples that each way has.
_OPENED, _WAY_SHARE = 4, 0.3
# When a leader is sharpened: how many strokes stay in, and the share of the full samples each has had by then; and how
# often the neighbours of the best are tried.
_CONTEST, _CLIMBS = ((12, 0.1), (4, 0.4)), 3
# Draws of the final estimate come from a stream of their own.
_FRESH = 7_919


Floats = NDArray[np.float64]


class Halving:
    """The options still in with their samples so far.

    every : whether each shot has a line, not only those that are worth one
    """

    def __init__(self, rater: Rater, seed: int, samples: int, every: bool = False) -> None:
        self.rater, self.seed, self.every = rater, seed, every
        self.draws = standard_draws(seed, max(samples, FIRST_LOOK))
        self.field: list[Option] = []
        # Tries with common draws, by which strokes are chosen; and fresh ones, by which what was chosen is told.
        self.samples: dict[int, Samples] = {}
        self.fresh: dict[int, Samples] = {}
        self.ahead: dict[int, Ahead] = {}
        self.improved: set[int] = set()
        # By shot: the stroke that is advised, and all ways of playing it.
        self.advised: dict[str, int] = {}
        self.ways: dict[str, list[int]] = {}
        self.told: dict[int, tuple[Way, ...]] = {}
        self.used = 0
        scene = rater.scene
        self.hooked = is_hooked(scene.places, scene.targets, range(1, len(scene.names)), scene.bed.radius)

    def enter(self, options: list[Option]) -> None:
        """Give new options their first few samples."""
        draws, begin = self.draws[:FIRST_LOOK], len(self.field)
        self.field += options
        self.samples |= dict(enumerate(self.rater.samples(options, draws), begin))
        self.used += len(options) * len(draws)

    def ranking(self) -> list[int]:
        """Options best first; ties keep the order in which they were found."""
        return sorted(self.samples, key=lambda i: (-self._worth(i), i))

    def _worth(self, i: int) -> float:
        return self.line(i).value if i in self.ahead else float(self._told_by(i).value.mean())

    def _told_by(self, i: int) -> Samples:
        return self.fresh.get(i, self.samples[i])

    def go_on(self, stay: int, samples: int) -> None:
        """Bring the best shots, one stroke or two of each, to that many samples."""
        shortlist = fold(self.ranking(), lambda i: shot_of(self.field[i]), 2)[:stay]
        # The user's own stroke is estimated as well as the best, however it does.
        own = [i for i in self.samples if self.field[i].source == "own" and i not in shortlist]
        for i in [*shortlist, *own]:
            self._extend(i, samples)

    def improve_leaders(self) -> None:
        """Enter the neighbours in speed and tip of the best few options."""
        for i in self.shown()[:_LEADERS]:
            self._improve(i)

    def _improve(self, i: int) -> list[int]:
        """Enter the neighbours of an option, once; which they are."""
        begin = len(self.field)
        if i not in self.improved and self.field[i].source != "own":
            self.improved.add(i)
            self.enter(variants(self.rater.scene, self.field[i]))
        return list(range(begin, len(self.field)))

    def sharpen(self, i: int) -> int:
        """Search on for the best stroke of an option's shot, and advise what comes of it; which that is.

        A few tries of each stroke have chosen among many so far; here the best of them are tried more often, and the
        neighbours of the best as long as one of them is better.
        """
        if self.field[i].source == "own":
            return i
        shot = shot_of(self.field[i])
        best = self._best_of(self._members(shot))
        for _ in range(_CLIMBS):
            if not (around := self._improve(best)):
                break
            before, best = best, self._best_of([best, *around])
            if best == before:
                break
        self._open(shot)
        return self.advised[shot]

    def _best_of(self, members: list[int]) -> int:
        """The best of some strokes by common draws: fewer and fewer of them, tried more and more often."""
        for keep, share in _CONTEST:
            members = sorted(members, key=lambda i: (-self._mean(i, members), i))[:keep]
            for i in members:
                self._extend(i, max(FIRST_LOOK, int(share * len(self.draws))))
        return min(members, key=lambda i: (-self._mean(i, members), i))

    def _mean(self, i: int, members: list[int]) -> float:
        """Its mean over the draws that all members have had."""
        return float(self.samples[i].value[: min(len(self.samples[k]) for k in members)].mean())

    def _members(self, shot: str) -> list[int]:
        return [i for i in self.ranking() if shot_of(self.field[i]) == shot and self.field[i].source != "own"]

    def open_lines(self) -> None:
        """Open the best lines into their ways, and advise the simplest of those that cannot be told apart."""
        for shot in [shot_of(self.field[i]) for i in self.shown() if self.field[i].source != "own"][:_OPENED]:
            self._open(shot)

    def _open(self, shot: str) -> None:
        ways = ways_among(self._members(shot), self.field, self.rater.scene.table)
        for i in ways:
            self._extend(i, self._way_samples())
        self.ways[shot], self.advised[shot] = ways, advised_of(ways, self.field, self.samples)

    def tell_ways(self) -> None:
        """Hold the ways of the leading lines against the advised stroke with the draws by which that was confirmed."""
        draws = standard_draws(self.seed + _FRESH, len(self.draws))[: self._way_samples()]
        for i in [i for i in self.shown() if i in self.fresh and shot_of(self.field[i]) in self.ways][:_LEADERS]:
            if i in self.told:
                continue
            base, ways = self.fresh[i].value[: len(draws)], []
            for other in [i, *(k for k in self.ways[shot_of(self.field[i])] if k != i)]:
                samples = self.fresh[i].part(slice(len(draws))) if other == i else self._sample(other, draws)
                ahead = samples.value - base
                alike = cannot_be_told_apart(ahead) and cannot_be_told_apart(-ahead)
                ways.append(Way(self.field[other], samples, ahead, alike))
            self.told[i] = tuple(ways)

    def _way_samples(self) -> int:
        return max(FIRST_LOOK, int(_WAY_SHARE * len(self.draws)))

    def _sample(self, i: int, draws: Floats) -> Samples:
        self.used += len(draws)
        return self.rater.sample(self.field[i], draws)

    def estimate_leaders_again(self) -> None:
        """Have the leaders told by fresh samples, undoing the optimism of being picked.

        A leader that falls behind lets another one up, which is then estimated anew as well.
        """
        while waiting := [i for i in self.shown()[:_LEADERS] if i not in self.fresh]:
            for i in waiting:
                self.confirm(i)

    def stand_for(self, i: int) -> None:
        """Let an option stand for its shot from now on, confirmed, whatever others of that shot come to."""
        if self.field[i].source != "own":
            self.advised[shot_of(self.field[i])] = i
        self.confirm(i)

    def confirm(self, i: int) -> None:
        """Have an option told by fresh samples from now on."""
        if i not in self.fresh:
            self.fresh[i] = self._sample(i, standard_draws(self.seed + _FRESH, len(self.draws)))

    def look_out(self) -> None:
        """Say what to watch for each line of the ledger."""
        lines = self.shown()
        watched = with_watch(self.rater.scene, [self.field[i] for i in lines], float(self.rater.shooter[AIM]))
        for i, option in zip(lines, watched, strict=True):
            self.field[i] = option

    def shown(self) -> list[int]:
        """The strokes of the ledger's lines."""
        return [i for i, _ in self.lines()]

    def lines(self) -> list[tuple[int, Weighed]]:
        """The ledger's lines: of the shots that are worth one the stroke that is advised; own strokes always."""
        found = [i for i in self.ranking() if self.field[i].source != "own"]
        own = {i for i in self.samples if self.field[i].source == "own"}
        best = fold(found, lambda i: shot_of(self.field[i]), 1)
        chosen = {self.advised.get(shot_of(self.field[i]), i) for i in best} | own
        lines = [(i, self.line(i)) for i in self.ranking() if i in chosen]
        return lines if self.every else worth_a_line(lines, self.hooked)

    def line(self, i: int) -> Weighed:
        """One option as it stands."""
        told, ahead = self.told.get(i, ()), self.ahead.get(i, NOT_AHEAD)
        return Weighed(self.field[i], self._told_by(i), i in self.fresh, told, ahead)

    def state(self, progress: float) -> Weighing:
        """The field as it stands."""
        return Weighing(self.rater, self.seed, tuple(line for _, line in self.lines()), progress, self.used)

    def _extend(self, i: int, samples: int) -> None:
        have = len(self.samples[i]) if i in self.samples else 0
        if have >= samples:
            return
        more = self._sample(i, self.draws[have:samples])
        self.samples[i] = self.samples[i].joined(more) if have else more
