"""How far evaluation and weigh can be trusted, and the bars that they must reach, on positions held out from the fit.

Every position of the set (`positions.py`) is weighed with two seeds and played on with the luck taken out (`rows.py`);
then what was said is held against what it was worth (`figures.py`), and what the figures may be off by is tried on
positions that had no part in fitting it (`coverage.py`, `partita.fitting.doubt`). Run by
`./partita bench odds`, some two hours on two cores; it can be stopped, which gives the figures of the positions done by
then (the games in turn), and goes on where it was.
`python -m benchmarks.odds EVERY ROLLOUTS` takes every so manyth position; with a third word, `fit`, the doubt is fitted
anew and written to the core's card. Rows and figures are kept in `benchmarks/results/odds-rows.jsonl` and `odds.json`.
"""

import sys

from benchmarks.figures import RESULTS, keep
from benchmarks.odds.coverage import keep_card
from benchmarks.odds.figures import bars_of, figures_of
from benchmarks.odds.rows import Rows, measure

KEPT = RESULTS / "odds-rows.jsonl"


def main(every: int = 1, rollouts: int = 64, fit: bool = False) -> None:
    """Measure, print, keep."""
    rows = Rows(KEPT, rollouts)
    try:
        measure(rows, every)
    except KeyboardInterrupt:
        sys.stderr.write("\nstopped: figures of the positions played on so far\n")
    done = rows.rows
    if len(done) < 5:
        sys.stderr.write("too few positions for figures yet\n")
        return
    figures = figures_of(done)
    if fit:
        keep_card(done, figures["with doubts fitted on four fifths of all"]["coverage"])
    keep("odds", {"bars": bars_of(figures), **figures})


if __name__ == "__main__":
    main(*(int(word) for word in sys.argv[1:3]), fit="fit" in sys.argv[3:])
