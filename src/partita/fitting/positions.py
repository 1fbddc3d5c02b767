"""Positions of racks with what they were worth, the luck taken out: what the evaluation's learned part is fitted on.

Along a rack the mean over fresh tries of the stroke that is chosen, less what it turns out to leave, is luck, with
expectation nil whatever the evaluator. A position's target is the mean over fresh tries of its own stroke and, for each
later position, its own such mean less the evaluation it had; later ones may count less and less (`adjusted`).
Source: the martingale control variate of roll-outs in backgammon; Veness, Lanctot, Bowling, NIPS (2011).

Racks are kept in files as they are played, so that this can be left alone, stopped and gone on with.
"""

import dataclasses
import hashlib
import sys
import tempfile
from collections.abc import Iterator
from concurrent.futures import ThreadPoolExecutor
from pathlib import Path

import numpy as np
from numpy.typing import NDArray

from partita.games.opening import opened
from partita.games.question import Question
from partita.kernels.cache import fingerprint
from partita.parallel import CORES
from partita.players.stroke_model import PRESETS, StrokeModel
from partita.playing.playout import racks_of
from partita.playing.racks import AT_FORMULA, AT_FRESH, AT_VALUE, AT_WHO, LOG
from partita.rows.features import COLUMNS as FEATURES
from partita.value.learned import weights_of

Floats = NDArray[np.float64]
# Racks played from each opening; shots of a rack at most; fresh tries of each stroke; openings of one file. Seeds
# below FIRST_SEED are the benchmark's.
RACKS, FIRST_SEED, _KEPT, _FRESH, _OF_A_FILE = 4, 10_000, 40, 16, 20
_SCALE = (0.75, 1.35)
# Of a position in the files: its features, formula, value, fresh tries, who shoots; then rack, outcome and opening.
_RACK, _WON, _OPENING = LOG, LOG + 1, LOG + 2
_COLUMNS = LOG + 3


@dataclasses.dataclass(frozen=True)
class Cases:
    """Positions, each for whoever shoots there.

    features : (m, FEATURES); formula, value : (m,) what was said; fresh : (m,) of fresh tries
    won : (m,) 0, 1, or 0.5 of a rack not over; first : (m,) whether the rack's first player shoots
    rack, opening : (m,) of which it is
    """

    features: Floats
    formula: Floats
    value: Floats
    fresh: Floats
    won: Floats
    first: NDArray[np.bool_]
    rack: NDArray[np.int64]
    opening: NDArray[np.int64]

    def part(self, chosen: NDArray[np.bool_]) -> "Cases":
        """Some of the cases."""
        return Cases(*(getattr(self, field.name)[chosen] for field in dataclasses.fields(self)))

    @classmethod
    def of(cls, rows: Floats) -> "Cases":
        """Of rows (m, _COLUMNS) of the files."""
        return cls(
            rows[:, :FEATURES], rows[:, AT_FORMULA], rows[:, AT_VALUE], rows[:, AT_FRESH], rows[:, _WON],
            rows[:, AT_WHO] == 1.0, rows[:, _RACK].astype(np.int64), rows[:, _OPENING].astype(np.int64),
        )  # fmt: skip


def adjusted(cases: Cases, fade: float) -> Floats:
    """(m,) what each position was worth to whoever shoots there, the luck taken out.

    fade : by how much each later position counts less; 1 for a value that is right in the mean whatever was said
    """
    found, key = np.zeros(len(cases.won)), cases.opening * RACKS + cases.rack
    sign = np.where(cases.first, 1.0, -1.0)
    gains = sign * (cases.fresh - cases.value)
    later = 0.0
    for k in range(len(found) - 1, -1, -1):
        if k + 1 < len(found) and key[k + 1] == key[k]:
            later = fade * (gains[k + 1] + later)
        else:
            later = 0.0
        found[k] = cases.fresh[k] + sign[k] * later
    return found


def player(rng: np.random.Generator) -> StrokeModel:
    """A player somewhere between or about the levels."""
    model = PRESETS[str(rng.choice(list(PRESETS)))]
    scale = float(np.exp(rng.uniform(*np.log(_SCALE))))
    errors = {name: getattr(model, name) * scale for name in ("aim_deg", "speed", "tip", "sight_mm")}
    return dataclasses.replace(model, **errors)


def played(game: str, seed: int) -> Floats:
    """(m, _COLUMNS) positions of the racks from one opening, rack by rack, in the order in which they came."""
    rng = np.random.default_rng([seed, 7])
    me, them = player(rng), player(rng)
    found, logs = np.zeros((RACKS, 2)), np.zeros((RACKS, _KEPT, LOG))
    question = Question(opened(game, seed), me, them)
    for _ in racks_of(question, found, seed=seed, logs=logs, fresh=_FRESH, most=_KEPT):
        pass
    parts = []
    for rack in range(RACKS):
        rows = logs[rack][logs[rack, :, AT_WHO] > 0]
        won = np.where(rows[:, AT_WHO] == 1, found[rack, 0], 1.0 - found[rack, 0])
        parts.append(np.column_stack([rows, np.full(len(rows), rack), won, np.full(len(rows), seed)]))
    return np.concatenate(parts)


def folder_of(game: str) -> Path:
    """Where racks of a game are kept: of these sources and weights, so that none of another player are mixed in."""
    weights = hashlib.sha256(weights_of(game).tobytes()).hexdigest()[:8]
    return Path(tempfile.gettempdir()) / "partita-fit" / f"{game}-{fingerprint('partita.playing.racks')}-{weights}"


def collected(game: str, openings: int) -> Cases:
    """Positions of so many openings; those that are not there yet are played, on all cores, and kept."""
    folder = folder_of(game)
    folder.mkdir(parents=True, exist_ok=True)
    parts = []
    for rows in _files(game, openings, folder):
        parts.append(rows)
        sys.stderr.write(f"\r{game}: {len(parts) * _OF_A_FILE} of {openings} openings  ")
        sys.stderr.flush()
    return Cases.of(np.concatenate(parts))


def _files(game: str, openings: int, folder: Path) -> Iterator[Floats]:
    with ThreadPoolExecutor(CORES) as threads:
        for begin in range(FIRST_SEED, FIRST_SEED + openings, _OF_A_FILE):
            path = folder / f"{begin}.npy"
            if not path.exists():
                seeds = range(begin, min(begin + _OF_A_FILE, FIRST_SEED + openings))
                rows = np.concatenate(list(threads.map(lambda seed: played(game, seed), seeds)))
                draft = path.with_suffix(".draft.npy")
                np.save(draft, rows.astype(np.float32))
                draft.replace(path)
            yield np.load(path).astype(np.float64)
