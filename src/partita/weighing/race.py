"""The race: options sampled with common draws, few for all, more for the contenders, until the leaders are known."""

from partita.options.fold import fold, shot_of
from partita.options.improve import variants
from partita.options.option import Option
from partita.options.watch import with_watch
from partita.players.executions import standard_draws
from partita.players.stroke_model import AIM
from partita.weighing.rater import Rater
from partita.weighing.samples import Samples
from partita.weighing.weighed import Weighed, Weighing

# Samples with which every option enters.
FIRST_LOOK = 24
_LEADERS = 3
# Draws of the final estimate come from a stream of their own.
_FRESH = 7_919


class Race:
    """The options still in the race with their samples so far."""

    def __init__(self, rater: Rater, seed: int, samples: int) -> None:
        self.rater, self.seed = rater, seed
        self.draws = standard_draws(seed, max(samples, FIRST_LOOK))
        self.field: list[Option] = []
        self.samples: dict[int, Samples] = {}
        self.confirmed: set[int] = set()
        self.improved: set[int] = set()
        self.used = 0

    def enter(self, options: list[Option]) -> None:
        """Give new options their first few samples."""
        for option in options:
            self.field.append(option)
            self._extend(len(self.field) - 1, FIRST_LOOK)

    def ranking(self) -> list[int]:
        """Options best first; ties keep the order in which they were found."""
        return sorted(self.samples, key=lambda i: (-float(self.samples[i].value.mean()), i))

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
            if i not in self.improved and self.field[i].source != "own":
                self.improved.add(i)
                self.enter(variants(self.rater.scene, self.field[i]))

    def estimate_leaders_again(self) -> None:
        """Replace the leaders' samples by fresh ones, undoing the optimism of being picked.

        A leader that falls behind lets another one up, which is then estimated anew as well.
        """
        fresh = standard_draws(self.seed + _FRESH, len(self.draws))
        while waiting := [i for i in self.shown()[:_LEADERS] if i not in self.confirmed]:
            for i in waiting:
                self.samples[i] = self.rater.sample(self.field[i], fresh)
                self.used += len(fresh)
                self.confirmed.add(i)

    def look_out(self) -> None:
        """Say what to watch for each line of the ledger."""
        lines = self.shown()
        watched = with_watch(self.rater.scene, [self.field[i] for i in lines], float(self.rater.shooter[AIM]))
        for i, option in zip(lines, watched, strict=True):
            self.field[i] = option

    def shown(self) -> list[int]:
        """The ledger's lines: one stroke of each shot, own strokes always."""
        found = [i for i in self.ranking() if self.field[i].source != "own"]
        own = {i for i in self.samples if self.field[i].source == "own"}
        lines = set(fold(found, lambda i: shot_of(self.field[i]), 1)) | own
        return [i for i in self.ranking() if i in lines]

    def state(self, progress: float) -> Weighing:
        """The race as it stands."""
        lines = tuple(Weighed(self.field[i], self.samples[i], confirmed=i in self.confirmed) for i in self.shown())
        return Weighing(self.rater, self.seed, lines, progress, self.used)

    def _extend(self, i: int, samples: int) -> None:
        have = len(self.samples[i]) if i in self.samples else 0
        if have >= samples:
            return
        more = self.rater.sample(self.field[i], self.draws[have:samples])
        self.samples[i] = self.samples[i].joined(more) if have else more
        self.used += samples - have
