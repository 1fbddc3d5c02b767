"""A layout: which ball lies where on which table, checked so that it could really lie there."""

import math
from dataclasses import dataclass, field
from itertools import combinations

from partita.errors import Problem, Refused
from partita.table.diamonds import diamonds, metres
from partita.table.geometry import Bed, bed_of
from partita.table.spec import CUSHIONS, POCKETS, TableSpec

CUE = "cue"
# Coordinates typed to a hundredth of a diamond round a touching pair to a small overlap: two
# balls that overlap by less than this are meant to touch, and are set apart when simulated.
TOUCHING_M = 0.5e-3


@dataclass(frozen=True)
class Layout:
    """Ball centres in m, by name ("cue", "1" ...), on a table. Balls off the table are left out."""

    table: TableSpec
    balls: dict[str, tuple[float, float]] = field(default_factory=dict)

    @classmethod
    def in_diamonds(cls, table: TableSpec, **balls: tuple[float, float]) -> "Layout":
        """A layout from places in diamonds; numbered balls are written b1, b2 ...

        >>> Layout.in_diamonds(TableSpec(), cue=(4, 2)).balls
        {'cue': (1.27, 0.635)}
        """
        names = {name: name[1:] if name[1:].isdigit() else name for name in balls}
        return cls(table, {names[name]: metres(table, *place) for name, place in balls.items()})

    def place_words(self, name: str) -> str:
        """A ball's place as people read it, in diamonds."""
        x, y = diamonds(self.table, *self.balls[name])
        return f"{x:.2f}, {y:.2f}"


def ball_label(name: str) -> str:
    """ "cue ball" or "ball 3"."""
    return "cue ball" if name == CUE else f"ball {name}"


def problems_of(layout: Layout) -> list[Problem]:
    """Everything that makes a layout impossible: balls off the bed, in a rail, overlapping."""
    bed = bed_of(layout.table)
    found = [p for name in layout.balls if (p := _off_the_bed(layout, bed, name))]
    for one, two in combinations(layout.balls, 2):
        overlap = 2 * bed.radius - math.dist(layout.balls[one], layout.balls[two])
        if overlap > TOUCHING_M:
            found.append(
                Problem(
                    f"{ball_label(one)} at {layout.place_words(one)}",
                    f"it overlaps {ball_label(two)} at {layout.place_words(two)} by {overlap * 1000:.1f} mm",
                    "Move one of them apart.",
                    ("balls", one),
                )
            )
    return found


def check(layout: Layout) -> Layout:
    """The layout itself, when it is possible; else `Refused` with every problem."""
    found = problems_of(layout)
    if found:
        raise Refused(*found)
    return layout


def _off_the_bed(layout: Layout, bed: Bed, name: str) -> Problem | None:
    x, y = layout.balls[name]
    where = f"{ball_label(name)} at {layout.place_words(name)}"
    if not (-0.05 < x < bed.length + 0.05 and -0.05 < y < bed.width + 0.05):
        return Problem(where, "it is off the bed", "Use 0 to 8 along and 0 to 4 across, in diamonds.", ("balls", name))
    depth, what = rubber_overlap(bed, x, y)
    if depth > TOUCHING_M:
        return Problem(
            where, f"it is {depth * 1000:.1f} mm inside the {what}", _nearest_words(layout, bed), ("balls", name)
        )
    for pocket, (px, py, radius) in enumerate(bed.drop):
        if math.hypot(x - px, y - py) < radius:
            what = f"it has dropped into the {POCKETS[pocket]} pocket"
            return Problem(where, what, "Leave it out instead.", ("balls", name))
    return None


def _nearest_words(layout: Layout, bed: Bed) -> str:
    x, y = diamonds(layout.table, bed.reach, bed.reach)
    return f"A ball frozen to a rail lies {x:.2f} diamonds from a short rail, {y:.2f} from a long one."


def rubber_overlap(bed: Bed, x: float, y: float) -> tuple[float, str]:
    """How deep (m) a ball at (x, y) stands in a cushion, tip or facing, and in which."""
    worst, what = 0.0, ""
    for side, name in enumerate(CUSHIONS):
        along = x if side < 2 else y
        far = bed.width if side == 1 else (bed.length if side == 3 else 0.0)
        depth = bed.reach - abs((y if side < 2 else x) - far)
        outside = (y if side < 2 else x) * (1 if far == 0 else -1) + far < 0
        nose = bed.nose_x if side < 2 else bed.nose_y
        on_nose = any(nose[i] <= along <= nose[i + 1] for i in range(0, len(nose), 2))
        if on_nose and (depth > worst or outside):
            worst, what = max(depth, bed.reach if outside else 0.0), f"{name} cushion"
    for pocket, name in enumerate(POCKETS):
        for jaw in range(2):
            depth = _jaw_overlap(bed, pocket, jaw, x, y)
            if depth > worst:
                worst, what = depth, f"jaw of the {name} pocket"
    return worst, what


def _jaw_overlap(bed: Bed, pocket: int, jaw: int, x: float, y: float) -> float:
    tip = bed.tip[pocket, jaw]
    depth = bed.tip_radius[pocket] + bed.reach - math.hypot(x - tip[0], y - tip[1])
    px, py = x - bed.facing_start[pocket, jaw, 0], y - bed.facing_start[pocket, jaw, 1]
    along, normal = bed.facing_dir[pocket, jaw], bed.facing_normal[pocket, jaw]
    if 0 <= px * along[0] + py * along[1] < 0.1:
        depth = max(depth, bed.reach - (px * normal[0] + py * normal[1]))
    return float(depth)
