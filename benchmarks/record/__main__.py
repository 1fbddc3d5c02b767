"""What the record finds of habits that were planted in the demo's season, and how soon it would name them.

How soon: as many decisions as said are drawn from the season with replacement, and summed; a kind is named when it is
told apart from the others. Run by `./partita bench record`, some seconds; keeps `benchmarks/results/record.json`.
"""

import json

import numpy as np
from numpy.typing import NDArray

from benchmarks.figures import keep
from benchmarks.record.season import ATTACKER, HITTER, SEASON
from partita.files.record_file import read_record
from partita.record.columns import Columns, columns_from
from partita.record.entry import Entry
from partita.record.season import by_kind, season_of
from partita.reports.record.report import season_document
from partita.reports.record.schema import MeanDocument

HABITS = {HITTER: "hard", ATTACKER: "attacked"}
_COUNTS, _DRAWS = (20, 30, 60, 120, 240), 1000


def entries_of(player: str) -> tuple[list[Entry], list[int], list[float]]:
    """A player's decisions of the season, their racks, and what each was planted to cost."""
    text = SEASON.read_text("utf-8")
    raw = [row for match in json.loads(text)["matches"] for rack in match["racks"] for row in rack["decisions"]]
    racks = [(match, rack) for match in read_record(text).matches for rack in match.racks]
    every = [(match.player, k, one) for k, (match, rack) in enumerate(racks) for one in rack.decisions]
    mine = [(k, one.judged, row["planted"]) for (name, k, one), row in zip(every, raw, strict=True) if name == player]
    return [entry for _, entry, _ in mine], [k for k, *_ in mine], [cost for *_, cost in mine]


def how_soon(rows: Columns, habit: str) -> dict[str, dict[str, float]]:
    """By the number of decisions: how often the habit is named, and how often another kind is."""
    rng, found = np.random.default_rng(1), {}
    for count in _COUNTS:
        right = wrong = 0
        for _ in range(_DRAWS):
            drawn = rng.integers(0, len(rows), count)
            first = [part for part in by_kind(_drawn(rows, drawn)) if part.first]
            right += len(first) == 1 and first[0].kind == habit
            wrong += len(first) == 1 and first[0].kind != habit
        found[str(count)] = {"named": right / _DRAWS, "wrongly": wrong / _DRAWS}
    return found


def _drawn(rows: Columns, drawn: NDArray[np.int64]) -> Columns:
    numbers = {name: values[drawn] for name, values in rows.numbers.items()}
    return Columns(rows.choice[drawn], rows.shot[drawn], rows.rack[drawn], numbers)


def mean_of(mean: MeanDocument) -> dict[str, object]:
    """A mean with its interval, and the decisions that tell it to one rack in a hundred."""
    return {"racks": round(mean.value, 2), "half_interval": round(mean.half or 0, 2), "decisions_for_one": mean.needed}


def of_player(player: str) -> dict[str, object]:
    """The figures of one player."""
    entries, racks, planted = entries_of(player)
    rows = columns_from(entries, racks)
    season = season_document(season_of(rows))
    kinds = {part.words: [round(part.racks, 2), round(part.half, 2), part.count] for part in season.choices}
    reliable = {
        name: {
            "said": round(one.said, 3), "came": round(one.came.value, 3), "in": one.count,
            "brier": round(one.brier, 3), "always_the_average": round(one.always, 3), "drift": one.drift,
        }
        for name in ("makes", "fouls", "open_shots", "guesses")
        if (one := getattr(season, name))
    }  # fmt: skip
    return {
        "decisions": len(entries), "racks": season.racks,
        "cost_of_choices": {"planted": round(100 * float(np.mean(planted)), 2), **mean_of(season.choice)},
        "kinds": kinds, "said": season.choices_words,
        "one_level_better_keeps": mean_of(season.stroke), "luck": mean_of(season.luck),
        "reliability": reliable, "turning": season.turning.words if season.turning else "",
        "how_soon_the_habit_is_named": how_soon(rows, HABITS[player]),
    }  # fmt: skip


if __name__ == "__main__":
    keep("record", {player: of_player(player) for player in HABITS})
