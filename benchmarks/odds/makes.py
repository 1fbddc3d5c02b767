"""What the shots that do not go straight make, by level, beside what coaches expect.

Each row is a layout and the kind of shot that is asked of it; of the strokes that the finder finds for it, with their
neighbours, the best for that level is played again with fresh draws. A ball counts in the called pocket only;
a good hit is one without a foul. What coaches expect is from memory, no source, give or take ten points.
Run by `./partita bench odds.makes`, three minutes; kept in `benchmarks/results/odds-makes.json`.
"""

import math
from collections.abc import Callable
from dataclasses import dataclass

import numpy as np

from benchmarks.figures import keep
from partita.games.situation import Situation
from partita.kicks.ways import good_hit
from partita.options.finder import find
from partita.options.improve import variants
from partita.options.option import Option
from partita.options.scene import Reading
from partita.physics.simulate import execute
from partita.players.executions import standard_draws
from partita.players.stroke_model import PRESETS
from partita.table.geometry import bed_of
from partita.table.layout import Layout
from partita.table.spec import POCKETS, TableSpec
from partita.weighing.rater import Rater

TABLE = TableSpec()
_FIRST, _FINAL, _TOLERANCE, _NOT_OFFERED = 200, 3000, 0.10, 0.06
# The nine, where the shot is not at it, lies out of the way.
_ASIDE = (0.4, 3.2)
_REACH = bed_of(TABLE).reach / TABLE.diamond_m
Place = tuple[float, float]


@dataclass(frozen=True)
class Row:
    """balls : by name, in diamonds; kind, rails : of the shot that is asked for; into : the pocket, "" for any.

    expected : make chance for a professional, a strong league and a league player; hit : a good hit is all that counts
    """

    name: str
    balls: dict[str, Place]
    kind: tuple[str, ...]
    rails: int
    into: str
    expected: tuple[float, float, float]
    hit: bool = False


def from_(place: Place, bearing_deg: float, diamonds: float) -> Place:
    """A place so many diamonds away."""
    turn = math.radians(bearing_deg)
    return place[0] + diamonds * math.cos(turn), place[1] + diamonds * math.sin(turn)


def _corner(distance: float) -> Place:
    """On the line out of the far foot corner at 45 degrees."""
    return from_((8.0, 4.0), 225.0, distance)


_BANK = (4.7, 2.4)
# From the ball to the near side pocket's image behind the far rail.
_BANK_DEG = math.degrees(math.atan2(8.0 - 2 * _REACH - 2.4, 4.0 - 4.7))
_HANGER = (7.78, 3.78)
_CAROM = _corner(1.0)
_FROZEN = (7.0, 4.0 - _REACH)

ROWS = (
    Row("bank, one rail, cross-side, straight", {"1": _BANK, "cue": from_(_BANK, _BANK_DEG + 180, 1.6)},
        ("bank",), 1, "side-near", (0.85, 0.55, 0.38)),
    Row("bank, one rail, cross-side, 25° cut", {"1": _BANK, "cue": from_(_BANK, _BANK_DEG + 180 - 25, 1.6)},
        ("bank",), 1, "side-near", (0.75, 0.42, 0.25)),
    Row("bank, one rail, cross-corner", {"1": (6.3, 2.4), "cue": (5.5, 0.6)}, ("bank",), 1, "foot-near",
        (0.75, 0.42, 0.28)),
    Row("bank, long rail", {"1": (6.2, 2.0), "cue": (4.6, 2.4)}, ("bank",), 1, "head-near", (0.60, 0.28, 0.15)),
    Row("bank, two rails", {"1": (5.4, 1.6), "cue": (4.2, 2.2)}, ("bank",), 2, "", (0.40, 0.15, 0.08)),
    Row("bank, three rails", {"1": (5.4, 1.6), "cue": (4.2, 2.2)}, ("bank",), 3, "", (0.25, 0.08, 0.04)),
    Row("combination ½ diamond apart, 1 from the pocket",
        {"9": _corner(1.0), "1": _corner(1.5), "cue": _corner(3.5)}, ("combination",), 0, "foot-far",
        (0.88, 0.60, 0.42)),
    Row("combination 1 apart, 25°",
        {"9": _corner(1.0), "1": from_(_corner(1.0), 225 + 25, 1.0), "cue": from_(_corner(1.0), 225 + 25, 3.0)},
        ("combination",), 0, "foot-far", (0.62, 0.28, 0.15)),
    Row("combination 2 apart, to a hanging ball",
        {"9": _HANGER, "1": from_(_HANGER, 225, 2.0), "cue": from_(_HANGER, 225, 4.0)}, ("combination",), 0, "foot-far",
        (0.92, 0.75, 0.62)),
    Row("carom ½ apart, 1 from the pocket",
        {"9": _CAROM, "1": from_(_CAROM, 180, 0.5), "cue": from_(_CAROM, 222, 2.6)}, ("carom",), 0, "foot-far",
        (0.62, 0.28, 0.16)),
    Row("carom 3 apart, 1 from the pocket",
        {"9": _CAROM, "1": from_(_CAROM, 195, 3.0), "cue": from_(_CAROM, 218, 4.4)}, ("carom",), 0, "foot-far",
        (0.20, 0.06, 0.03)),
    Row("kick at a hanging ball, one rail", {"1": _HANGER, "9": (4.0, 3.3), "cue": (1.2, 3.0)},
        ("kick-pot", "rail-first"), 1, "foot-far", (0.85, 0.60, 0.45)),
    Row("kick at a hanging ball, three rails", {"1": _HANGER, "9": (4.0, 3.3), "cue": (1.2, 3.0)},
        ("kick-pot",), 3, "foot-far", (0.50, 0.26, 0.16)),
    Row("good hit by two rails", {"1": (5.2, 2.2), "9": (4.5, 2.0), "cue": (2.2, 1.3)}, (), 2, "",
        (0.88, 0.58, 0.40), hit=True),
    Row("good hit by three rails", {"1": (6.0, 3.2), "9": (4.4, 2.4), "cue": (3.0, 1.7)}, (), 3, "",
        (0.75, 0.40, 0.25), hit=True),
    Row("frozen ball 1 from the corner, cue ball square across", {"1": _FROZEN, "cue": (7.0, 1.5)},
        ("pot", "rail-first", "double-kiss"), 0, "foot-far", (0.45, 0.15, 0.07)),
    Row("frozen ball 1 from the corner, 45°", {"1": _FROZEN, "cue": from_(_FROZEN, 225, 2.4)},
        ("pot", "rail-first", "double-kiss"), 0, "foot-far", (0.92, 0.72, 0.55)),
    Row("frozen ball 1 from the corner, cue ball 20° behind", {"1": _FROZEN, "cue": from_(_FROZEN, 200, 3.0)},
        ("pot", "rail-first", "double-kiss"), 0, "foot-far", (0.85, 0.60, 0.42)),
)  # fmt: skip
LEVELS = ("professional", "semi-professional", "strong league", "league", "beginner")
_EXPECTED_AT = {"professional": 0, "strong league": 1, "league": 2}


def asked(row: Row, option: Option) -> bool:
    """Whether an option is the shot that a row asks for."""
    intention = option.intention
    if row.hit:
        return intention.target == "1" and len(intention.route) == row.rails and intention.kind != "push-out"
    rails = intention.cushions if intention.kind == "bank" else intention.route if "kick-pot" in row.kind else ()
    own = "9" if row.kind[0] in ("combination", "carom") else "1"
    return (
        intention.kind in row.kind and intention.potted == own and row.into in ("", intention.pocket)
        and len(rails) == row.rails
    )  # fmt: skip


def share(row: Row, rater: Rater, option: Option, draws: np.ndarray) -> float:
    """Make chance in the called pocket, or chance of a good hit."""
    rows = rater.executions_of(option, draws)
    shots = execute(rater.scene.table, rater.places, rows, physics=rater.scene.physics)
    samples = rater.judged(shots, [option.call])
    if row.hit:
        return good_hit(samples).value
    ball = rater.names.index(option.intention.potted or "")
    fell = shots.pocketed[:, ball] == POCKETS.index(option.intention.pocket or "")
    return float(np.mean(fell & samples.made))


def best(row: Row, level: str) -> tuple[float, Option | None]:
    """The best make chance that a level has of a row's shot, and the stroke."""
    unit = TABLE.diamond_m
    situation = Situation(
        Layout(TABLE, {ball: (x * unit, y * unit) for ball, (x, y) in ({"9": _ASIDE} | row.balls).items()})
    )
    rater = Rater(situation, PRESETS[level], PRESETS[level])
    value: Callable[[Reading], np.ndarray] = rater.clean_values
    options = [o for part in find(rater.scene, value, rater.shooter) for o in part if asked(row, o)]
    if not options:
        return math.nan, None
    draws = standard_draws(1, _FIRST)
    for _ in range(2):
        ranked = sorted(options, key=lambda o: -share(row, rater, o, draws))
        options = [*ranked[:4], *(v for o in ranked[:2] for v in variants(rater.scene, o) if asked(row, v))]
    chosen = max(options, key=lambda o: share(row, rater, o, draws))
    return share(row, rater, chosen, standard_draws(2, _FINAL)), chosen


def main() -> None:
    """Print the table and keep it."""
    rows, within = {}, []
    for row in ROWS:
        figures = {}
        for level in LEVELS:
            made, option = best(row, level)
            figures[level] = {"made": None if math.isnan(made) else round(made, 3)}
            if level in _EXPECTED_AT:
                expected = row.expected[_EXPECTED_AT[level]]
                figures[level] |= {"coach": expected}
                # What is not even offered makes less than the finder lists.
                within.append(bool(abs((_NOT_OFFERED if option is None else made) - expected) <= _TOLERANCE + 1e-9))
            if option:
                figures[level]["name"] = option.name
        rows[row.name] = figures
        words = " / ".join("-" if f["made"] is None else f"{100 * f['made']:.0f}" for f in figures.values())
        print(f"{row.name:55} {words:28} coach {' / '.join(f'{100 * e:.0f}' for e in row.expected)}", flush=True)
    keep("odds-makes", {"within_ten_points": f"{sum(within)} of {len(within)}", "rows": rows})


if __name__ == "__main__":
    main()
