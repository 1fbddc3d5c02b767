"""Demo data: the Tuesday league of the fictional Harbour Lane Club. All of it is invented."""

from pathlib import Path
from typing import Any

USER, PASSWORD = "harbour", "lane-nine"
PLAYERS: tuple[tuple[str, str, dict[str, object]], ...] = (
    ("Ida Brandt", "strong league", {}),
    ("Tomas Vale", "league", {"hand": "left", "nerves": 0.3}),
    ("June Okoro", "semi-professional", {"reach_m": 0.85}),
    ("Rosa Lindqvist", "strong league", {}),
    ("Abel Moreau", "league", {}),
)
TABLES: tuple[tuple[str, dict[str, str]], ...] = (
    ("Harbour Lane 1", {"base": "pool-9ft", "cloth": "fast", "cushions": "standard", "pockets": "tight"}),
    ("Harbour Lane 4", {"base": "pool-7ft", "cloth": "slow", "cushions": "dull", "pockets": "loose"}),
)
# Whose attempts the demo has, and the readings of one table.
MEASURED = "Ida Brandt"
ATTEMPTS = Path(__file__).with_name("demo_attempts.csv")
READINGS: tuple[tuple[str, str, dict[str, float | str]], ...] = (
    ("Harbour Lane 1", "rolls", {"length_m": 1.43, "seconds": 5.9}),
    ("Harbour Lane 1", "rolls", {"length_m": 1.27, "seconds": 5.7}),
    ("Harbour Lane 1", "mouths", {"pocket": "corner", "width_mm": 110}),
    ("Harbour Lane 1", "mouths", {"pocket": "side", "width_mm": 122}),
)

# The season's matches and decisions, made by play-outs (`benchmarks/record/season.py`).
SEASON = Path(__file__).with_name("demo_season.json")
# Some weeks of practice, played by simulated hands (`benchmarks/practice/weeks.py`).
PRACTICE = Path(__file__).with_name("demo_practice.json")
Places = dict[str, list[float]]
LAYOUTS: tuple[tuple[str, Places, dict[str, Any]], ...] = (
    (
        "Rack 10: the 4 past the 7",
        {"cue": [2.95, 2.8], "4": [5.4, 3.25], "6": [6.85, 0.75], "7": [4.35, 1.35], "9": [4.85, 2.05]},
        {"shooter": "me", "my_fouls": 0, "their_fouls": 1},
    ),
    (
        "Rack 4: three from home",
        {"cue": [4.2, 1.1], "7": [6.3, 0.45], "8": [1.4, 2.9], "9": [7.2, 2.2]},
        {"shooter": "me"},
    ),
    (
        "Rack 7: hidden behind the 8",
        {"cue": [1.15, 2.1], "3": [6.6, 2.55], "5": [5.2, 0.4], "8": [1.95, 2.18], "9": [3.7, 3.4]},
        {"shooter": "me"},
    ),
    (
        "Rack 2: ball in hand, six left",
        {"3": [1.3, 0.7], "4": [6.9, 3.3], "5": [4.1, 0.35], "7": [2.6, 3.1], "8": [5.5, 1.9], "9": [7.3, 1.0]},
        {"shooter": "me", "ball_in_hand": "anywhere"},
    ),
    (
        "Rack 9: after the break",
        {
            "cue": [3.1, 1.9], "1": [5.9, 0.6], "2": [1.0, 3.2], "3": [6.5, 2.9], "4": [4.6, 3.5],
            "5": [2.3, 0.9], "6": [7.2, 1.6], "8": [5.1, 2.2], "9": [6.2, 1.7],
        },
        {"shooter": "me"},
    ),
    (
        "Rack 5: hooked on the 2",
        {
            "cue": [0.9, 0.7], "2": [5.2, 0.5], "4": [2.6, 0.3], "5": [1.4, 0.74], "7": [3.0, 2.9], "8": [3.6, 3.2],
            "9": [5.6, 2.9],
        },
        {"shooter": "me"},
    ),
    (
        "Rack 12: six to run",
        {
            "cue": [2.6, 2.5], "4": [5.5, 0.9], "5": [6.9, 2.7], "6": [2.1, 0.7], "7": [1.2, 2.9], "8": [4.2, 3.3],
            "9": [6.2, 1.8],
        },
        {"shooter": "me"},
    ),
)  # fmt: skip


def document(places: Places, situation: dict[str, Any]) -> dict[str, Any]:
    """A layout document of the demo."""
    return {
        "format": "partita-layout",
        "version": 1,
        "table": "pool-9ft",
        "game": "nine-ball",
        "balls": places,
        "situation": situation,
    }
