"""What lies and hangs in a simulated room: all that light meets, as small objects and arrays."""

from dataclasses import dataclass, field

import numpy as np
from numpy.typing import NDArray

from partita.table.spec import TableSpec

Floats = NDArray[np.float64]


@dataclass(frozen=True)
class Ball:
    """A ball: centre (3,) m, its colour (3,), white (3,), how it lies (3, 3), and what is painted on it.

    kind : "plain", "solid" (a disc with a number), "stripe" (a band and a disc)
    """

    centre: Floats
    colour: Floats
    white: Floats
    turn: Floats
    kind: str
    number: str = ""


@dataclass(frozen=True)
class Rod:
    """A capsule: a cue, an arm, a side of a triangle. Ends (3,), radius m, colour (3,)."""

    start: Floats
    end: Floats
    radius: float
    colour: Floats


@dataclass(frozen=True)
class Lamp:
    """A round lamp: place (3,), radius m, colour and strength (3,)."""

    place: Floats
    radius: float
    light: Floats


@dataclass(frozen=True)
class Body:
    """A table's looks: where it stands (2,), colours (3,) of cloth and rails, how high rails and noses are over the
    bed, widths of cushion and rail, m."""

    at: Floats
    cloth: Floats
    wood: Floats
    top_m: float
    nose_m: float
    cushion_m: float = 0.05
    rail_m: float = 0.09


@dataclass(frozen=True)
class Room:
    """Everything in it. `worn` (0 to 1) and `chalk` (spots) are the cloth's; `ambient` (3,) light from all sides."""

    table: TableSpec
    body: Body
    balls: list[Ball]
    lamps: list[Lamp]
    ambient: Floats
    floor: Floats
    wall: Floats
    rods: list[Rod] = field(default_factory=list)
    others: list[Body] = field(default_factory=list)
    worn: float = 0.0
    chalk: int = 0
    seed: int = 0
