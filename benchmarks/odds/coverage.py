"""How many of the intervals that are said cover what was won, for positions that had no part in fitting the doubt.

The positions are parted in five, and each part is covered by what was fitted on the other four.
"""

import json
import math
from typing import Any

import numpy as np

from partita.fitting.doubt import Row, between, fitted, noise_of, of_line, racks_in
from partita.weighing.doubt import CARD, Doubts

Json = dict[str, Any]
Z = 1.959964
_PARTS = 5


def left_out(rows: list[Row]) -> list[tuple[Row, Doubts]]:
    """Each row with the doubt of its game as fitted on the rows of the other parts."""
    found = []
    for part in range(_PARTS):
        doubts = fitted([row for number, row in enumerate(rows) if number % _PARTS != part])
        for row in rows[part::_PARTS]:
            found.append((row, doubts.get(row["game"], doubts["any"])))
    return found


def coverage(told: list[tuple[Row, Doubts]]) -> Json:
    """Of a hundred said intervals, how many cover: the racks won, what another seed says, and the lead in racks won.

    told : rows, each with the doubt of its game as the others have it (`left_out`)
    """
    value, gap, seed, only_sampling = [], [], [], []
    for row, doubts in told:
        one, two = (asked["lines"] for asked in row["seeds"])
        other = {line["id"]: line for line in two}
        for place, line in enumerate(one):
            won = racks_in(line["won"])
            error, noise = abs(line["value"] - won.mean()), noise_of(won)
            value.append(error <= Z * math.sqrt(of_line(line, doubts) ** 2 + noise))
            only_sampling.append(error <= Z * math.sqrt(line["sampling"] ** 2 + noise))
            if place:
                apart, variance = between(row, line, doubts)
                gap.append(abs(apart) <= Z * math.sqrt(variance))
            if line["id"] in other:
                again = other[line["id"]]
                search = doubts.search_attack if line["attacks"] else doubts.search_safe
                spread = math.sqrt(line["sampling"] ** 2 + again["sampling"] ** 2 + 2 * search**2)
                seed.append(abs(line["value"] - again["value"]) <= Z * spread)
    parts = {
        "rack chance": value,
        "with the sampling alone": only_sampling,
        "lead on another line": gap,
        "another seed": seed,
    }
    return {name: {"covered": round(float(np.mean(hits)), 3), "of": len(hits)} for name, hits in parts.items()}


def keep_card(rows: list[Row], figures: Json) -> None:
    """Write the doubt that fits all rows, with how well it covered positions left out."""
    card = {
        "what": "what the figures of a weighing may be off by (src/partita/weighing/doubt.py)",
        "fitted on": f"{len(rows)} positions, the first few lines of each, {len(rows[0]['freely'])} racks a line",
        "coverage of positions left out": figures,
        "games": {game: vars(doubts) for game, doubts in fitted(rows).items()},
    }  # fmt: skip
    CARD.write_text(json.dumps(card, indent=1) + "\n", encoding="utf-8")
