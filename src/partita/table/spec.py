"""What a table is: the few measures from which its whole geometry follows."""

import math
from dataclasses import dataclass, fields, replace
from typing import TypeVar

from partita.errors import refuse

POCKETS = ("head-near", "side-near", "foot-near", "head-far", "side-far", "foot-far")
CUSHIONS = ("near-long", "far-long", "head", "foot")
# A ball of the set takes part in every contact; the widest mouth that is still a pool table.
PLAUSIBLE = {
    "length_m": (1.5, 4.0),
    "width_m": (0.7, 2.0),
    "ball_radius_m": (0.02, 0.035),
    "ball_mass_kg": (0.1, 0.25),
    "corner_mouth_m": (0.08, 0.16),
    "side_mouth_m": (0.08, 0.17),
    "corner_shelf_m": (0.0, 0.07),
    "side_shelf_m": (0.0, 0.03),
    "corner_facing_deg": (130.0, 150.0),
    "side_facing_deg": (90.0, 115.0),
    "corner_tip_radius_m": (0.001, 0.15),
    "side_tip_radius_m": (0.001, 0.15),
    "corner_drop_radius_m": (0.035, 0.08),
    "side_drop_radius_m": (0.035, 0.08),
    "nose_height": (0.55, 0.70),
    "mu_s": (0.05, 0.5),
    "mu_r": (0.002, 0.05),
    "a_sp": (1.0, 50.0),
    "e_c": (0.4, 1.0),
    "mu_w": (0.02, 0.28),
    "e_facing": (0.3, 1.0),
    "e_b": (0.8, 1.0),
    "rubber_s": (0.002, 0.012),
}
# A table in words, against its preset: how much narrower or wider the mouths are, m; by how much the cloth slows a
# rolling ball; how much less or more of its speed a ball keeps at a cushion. Judgements, no source.
POCKET_WIDTHS = {"tight": -0.0065, "standard": 0.0, "loose": 0.0065}
CLOTHS = {"slow": 1.25, "standard": 1.0, "fast": 0.8}
CUSHION_WORDS = {"dull": -0.06, "standard": 0.0, "lively": 0.04}
JUMP_CUES = {"allowed": True, "forbidden": False}
Meaning = TypeVar("Meaning", float, bool)


@dataclass(frozen=True)
class TableSpec:
    """A pool table, its cloth and its balls. Lengths in m, angles in degrees.

    Sizes of the presets: the world pool body's equipment specification, quoted from memory.
    `nose_height` is in ball diameters; friction and restitution as in `docs/physics.md`. `rubber_s`, how long a
    cushion holds a ball, s: from memory, measured nowhere (`physics.press`). `jump_cues`: whether they are
    allowed here.
    """

    name: str = "pool-9ft"
    length_m: float = 2.540
    width_m: float = 1.270
    ball_radius_m: float = 0.028575
    ball_mass_kg: float = 0.170
    corner_mouth_m: float = 0.1158
    side_mouth_m: float = 0.1286
    corner_shelf_m: float = 0.041
    side_shelf_m: float = 0.005
    corner_facing_deg: float = 142.0
    side_facing_deg: float = 104.0
    corner_tip_radius_m: float = 0.004
    side_tip_radius_m: float = 0.004
    corner_drop_radius_m: float = 0.062
    side_drop_radius_m: float = 0.0645
    nose_height: float = 0.635
    mu_s: float = 0.20
    mu_r: float = 0.010
    a_sp: float = 10.0
    e_c: float = 0.85
    mu_w: float = 0.20
    e_facing: float = 0.70
    e_b: float = 0.95
    rubber_s: float = 0.006
    jump_cues: bool = True

    @property
    def diamond_m(self) -> float:
        """Length of one diamond along the long rails."""
        return self.length_m / 8

    @property
    def nose_reach_m(self) -> float:
        """Distance from a nose line at which a ball's centre touches the nose."""
        return self.ball_radius_m * math.sqrt(1 - self.nose_sine**2)

    @property
    def nose_sine(self) -> float:
        """Sine of the angle at which the nose meets the ball above its equator."""
        return 2 * self.nose_height - 1


PRESETS = {
    "pool-9ft": TableSpec(),
    "pool-8ft": TableSpec(name="pool-8ft", length_m=2.235, width_m=1.1176),
    "pool-7ft": TableSpec(
        name="pool-7ft",
        length_m=1.981,
        width_m=0.9906,
        corner_mouth_m=0.1143,
        side_mouth_m=0.1270,
    ),
    # Playing area and ball: the world snooker rules, from memory. Cushions: the values fitted in
    # Mathavan, Jackson, Parkin 2010. Jaws: arcs into parallel walls; a judgement, no source.
    "snooker-12ft": TableSpec(
        name="snooker-12ft",
        length_m=3.569,
        width_m=1.778,
        ball_radius_m=0.02625,
        ball_mass_kg=0.142,
        corner_mouth_m=0.085,
        side_mouth_m=0.095,
        corner_shelf_m=0.030,
        side_shelf_m=0.010,
        corner_facing_deg=135.0,
        side_facing_deg=90.0,
        corner_tip_radius_m=0.090,
        side_tip_radius_m=0.055,
        corner_drop_radius_m=0.047,
        side_drop_radius_m=0.050,
        mu_s=0.212,
        mu_w=0.14,
        e_c=0.98,
    ),
}


def table_named(name: str) -> TableSpec:
    """A preset by name.

    >>> table_named("pool-8ft").length_m
    2.235
    """
    if name not in PRESETS:
        raise refuse("table", f"there is no table “{name[:40]}”", f"Use one of {', '.join(PRESETS)}.")
    return PRESETS[name]


def table_from(values: dict[str, object]) -> TableSpec:
    """A table from the fields of a profile; fields left out keep the named preset's value.

    `base` is the preset, where the name is not that of one; `pockets`, `cloth`, `cushions` and `jump_cues` are words of
    POCKET_WIDTHS, CLOTHS, CUSHION_WORDS and JUMP_CUES.
    """
    name = values.get("name")
    if not isinstance(name, str | None):
        raise refuse("table name", f"{str(name)[:40]} is no text", "Give a name, or leave it out.")
    base = table_named(str(values.get("base", name if name in PRESETS else "pool-9ft")))
    base = with_pockets(base, values.get("pockets", "standard"))
    base = with_cloth(base, values.get("cloth", "standard"))
    base = with_cushions(base, values.get("cushions", "standard"))
    base = replace(base, jump_cues=_word("jump_cues", values.get("jump_cues", "allowed"), JUMP_CUES))
    known = {field.name for field in fields(TableSpec)} - {"name", "jump_cues"}
    changes: dict[str, float] = {}
    for key, value in values.items():
        if key in known:
            changes[key] = _checked(key, value)
    spec = replace(base, name=(base.name if name is None else name)[:60], **changes)  # type: ignore[arg-type]
    if not 1.9 < spec.length_m / spec.width_m < 2.1:
        raise refuse("table", "it is not twice as long as wide", "Give length_m about twice width_m.")
    return spec


def with_pockets(table: TableSpec, pockets: object) -> TableSpec:
    """The table with mouths a little narrower ("tight") or wider ("loose") than they are."""
    wider = _word("pockets", pockets, POCKET_WIDTHS)
    return replace(table, corner_mouth_m=table.corner_mouth_m + wider, side_mouth_m=table.side_mouth_m + wider)


def with_cloth(table: TableSpec, cloth: object) -> TableSpec:
    """The table with a cloth on which balls roll less far ("slow") or farther ("fast")."""
    return replace(table, mu_r=_within("mu_r", table.mu_r * _word("cloth", cloth, CLOTHS)))


def with_cushions(table: TableSpec, cushions: object) -> TableSpec:
    """The table with cushions that give back less ("dull") or more ("lively")."""
    return replace(table, e_c=_within("e_c", table.e_c + _word("cushions", cushions, CUSHION_WORDS)))


def _word(part: str, word: object, meanings: dict[str, Meaning]) -> Meaning:
    if not isinstance(word, str) or word not in meanings:
        raise refuse(f"table {part}", f"{str(word)[:40]} is none of these", f"Use {', '.join(meanings)}.")
    return meanings[word]


def _within(key: str, value: float) -> float:
    low, high = PLAUSIBLE[key]
    return min(high, max(low, value))


def _checked(key: str, value: object) -> float:
    low, high = PLAUSIBLE[key]
    number = value if isinstance(value, int | float) and not isinstance(value, bool) else math.nan
    if not low <= number <= high:
        raise refuse(f"table {key}", f"{str(value)[:40]} is out of range", f"Use {low} to {high}.")
    return float(number)
