"""How many of the intervals that are said cover what it was worth, for positions that had no part in fitting the doubt.

The positions are parted in five, and each part is covered by what was fitted on the other four. Once there are enough
positions that were played on after the doubt was fitted that is shipped, those try it as it is.
"""

import json
import math
from typing import Any

import numpy as np

from partita.fitting.doubt import Row, between, fitted, noise_of, of_line, worth_of
from partita.weighing.doubt import CARD, Doubts, doubts_of

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


def unseen(rows: list[Row]) -> list[tuple[Row, Doubts]]:
    """The rows that came after those on which the shipped doubt was fitted, each with the shipped doubt of its game."""
    fitted_on = int(json.loads(CARD.read_text(encoding="utf-8"))["fitted on"].split()[0])
    return [(row, doubts_of(row["game"])) for row in rows[fitted_on:]]


def coverage(told: list[tuple[Row, Doubts]], state: str = "lines") -> Json:
    """Of a hundred said intervals, how many cover: what the line was worth, what another seed says, and the lead.

    told : rows, each with the doubt of its game as the others have it (`left_out`); state : `lines` or `looked`
    """
    value, gap, seed, only_sampling = [], [], [], []
    for row, doubts in told:
        one, two = (asked[state] for asked in row["seeds"])
        other = {line["id"]: line for line in two}
        for place, line in enumerate(one):
            if "worth" not in line:
                continue
            worth = worth_of(line)
            error, noise = abs(line["value"] - worth.mean()), noise_of(worth)
            value.append(error <= Z * math.sqrt(of_line(line, doubts) ** 2 + noise))
            only_sampling.append(error <= Z * math.sqrt(line["sampling"] ** 2 + noise))
            if place:
                apart, variance = between(one[0], line, doubts)
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
        "fitted on": f"{len(rows)} positions, the first few lines of each, {len(rows[0]['freely'])} roll-outs a line",
        "coverage of positions left out": figures,
        "games": {game: vars(doubts) for game, doubts in fitted(rows).items()},
    }  # fmt: skip
    CARD.write_text(json.dumps(card, indent=1) + "\n", encoding="utf-8")
