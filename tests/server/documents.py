"""Documents that several tests share: a line of a study as version 0.5 wrote it, and a study of such lines."""

from typing import Any


def chance(value: float) -> dict[str, float]:
    return {"value": value, "low": value - 0.01, "high": value + 0.01}


def line(**more: Any) -> dict[str, Any]:
    """One option of a study, as it was written before options had ids."""
    plain = {
        "name": "Cut the 8", "detail": "roll, 10½ lengths", "kind": "pot", "aim": "attack", "target": "8",
        "potted": "8", "pocket": "foot-far", "route": [], "cushions": [], "via": [], "behind": [], "style": "roll",
        "watch": [], "aim_range_deg": 1.2, "cut_range_deg": 0.0, "fullness": 0.5, "hit_side": "left", "cut_deg": 30.0,
        "source": "constructed", "speed_lengths": 10.5, "tip": "12 o’clock, ½ tip",
        "stroke": {"aim_deg": 33.69, "speed_mps": 2.3, "side": 0.0, "height": 0.2, "elevation_deg": 0.0},
        "rack_chance": chance(0.5), "make": chance(0.6), "foul": chance(0.05), "sold_out": chance(0.1),
        "shares": {"won": 1.0}, "value_by_ending": {"won": 1.0}, "leave": {"share": 0.0, "scratch": {}},
        "turning_point": None, "behind_best": "", "samples": 1000, "confirmed": True,
    }  # fmt: skip
    return plain | more


def settled(*lines: dict[str, Any]) -> dict[str, Any]:
    """A settled study of these lines, as version 0.5 wrote it."""
    return {
        "format": "partita-study", "version": 1, "seed": 1, "for": "me", "settled": True, "samples_used": 5000,
        "seconds": 1.5, "cue": [2.0, 1.0], "target": "8", "options": list(lines), "why": "It wins.",
        "reliable": "Quite.", "changes": None, "match": None,
    }  # fmt: skip
