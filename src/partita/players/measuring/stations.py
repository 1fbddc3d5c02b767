"""Stations: known layouts with a stroke asked for, each telling of some errors of a stroke more than of others.

A pot asks for one ball in one pocket. A *rest* asks a lone cue ball to come to rest on a mark. Places are in diamonds;
speeds those of a nine-foot table. What is asked on a given table is worked out on the simulator (`asked.py`).

Source: the shots, and what each tells, from trials of the information about each error (docs/measuring.md).
"""

from dataclasses import dataclass
from typing import Literal

from partita.errors import refuse
from partita.players.measuring.prior import LEVELS

Place = tuple[float, float]
SetName = Literal["short", "long"]


@dataclass(frozen=True)
class Station:
    """A known layout and the stroke asked for.

    cue, ball : diamonds; ball None for a cue ball alone; pocket : where the ball is to go
    side, height : of the tip, R; towards : the rail at which a lone cue ball is struck straight
    mark : diamonds, where a lone cue ball is to come to rest; None: wherever the stroke asked for brings it
    tells : the errors that it tells of, as players call them; says : how it is to be played
    """

    key: str
    name: str
    cue: Place
    ball: Place | None
    pocket: str
    speed_mps: float
    side: float
    height: float
    tells: tuple[str, ...]
    says: str
    mark: Place | None = None

    @property
    def is_pot(self) -> bool:
        """True when a ball is to be potted; else the cue ball is alone and its rest counts."""
        return self.ball is not None


_FIRMLY = "Strike firmly through it."
STATIONS = {
    station.key: station
    for station in (
        Station(
            "long-straight", "Long straight", (1.0, 0.5), (4.5, 2.25), "foot-far", 2.2, 0.0, 0.0, ("aim",),
            "Pot it straight, centre ball.",
        ),
        Station(
            "straight", "Straight", (2.0, 1.0), (5.0, 2.5), "foot-far", 2.0, 0.0, 0.0, ("aim",),
            "Pot it straight, centre ball.",
        ),
        Station(
            "stop", "Stop", (2.0, 1.0), (5.0, 2.5), "foot-far", 2.7, 0.0, -0.35, ("aim",),
            "Pot it straight and stop the cue ball: strike low.",
        ),
        Station(
            "long-cut", "Long cut", (4.0, 1.5), (5.0, 1.5), "foot-far", 2.4, 0.0, 0.0, ("sight", "aim"),
            f"Cut it into the far corner, about half a ball, no side. {_FIRMLY}",
        ),
        Station(
            "thin-cut", "Thin cut", (5.5, 3.0), (6.5, 2.75), "foot-far", 2.4, 0.0, 0.0, ("sight",),
            f"Cut it thin into the far corner, no side. {_FIRMLY}",
        ),
        Station(
            "middle", "To the middle", (2.0, 2.0), None, "", 1.39, 0.0, 0.1, ("speed",),
            "Cue ball alone: straight to the foot rail and back, to rest on the middle of the table.", (4.0, 2.0),
        ),
        Station(
            "up-and-back", "Up and back with side", (2.0, 2.0), None, "", 1.75, 0.25, 0.0, ("tip", "speed"),
            "Cue ball alone, half a tip of right side: straight at the foot rail, to come to rest on the mark.",
        ),
    )
}  # fmt: skip
# Stations of a set with how many attempts at each.
_SETS: dict[SetName, dict[str, int]] = {
    "short": {"long-straight": 7, "long-cut": 7, "middle": 6},
    "long": {"long-straight": 10, "stop": 10, "long-cut": 10, "thin-cut": 10, "middle": 10, "up-and-back": 10},
}
SETS: tuple[SetName, ...] = ("short", "long")
# From this level on a shorter straight pot tells as much as the longest one, and goes in more often.
_SHORTER_FROM = LEVELS.index("beginner") - 0.5


def station_named(key: str, where: str = "station") -> Station:
    """A station by its key.

    >>> station_named("stop").speed_mps
    2.7
    """
    if key not in STATIONS:
        raise refuse(where, f"there is no station “{key[:40]}”", f"Use one of {', '.join(STATIONS)}.")
    return STATIONS[key]


def station_set(name: str, level: float) -> list[tuple[Station, int]]:
    """The stations of a set for a level (0 professional ... 4 beginner), with how often each is played."""
    found = next((one for one in SETS if one == name), None)
    if found is None:
        raise refuse("set", f"there is no set “{name[:20]}”", f"Use {' or '.join(SETS)}.")
    counts = dict(_SETS[found])
    if level >= _SHORTER_FROM:
        counts = {("straight" if key == "long-straight" else key): count for key, count in counts.items()}
    return [(STATIONS[key], count) for key, count in counts.items()]
