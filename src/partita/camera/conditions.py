"""In what circumstances a photo is taken: how the phone is held, lamps, cloth, what lies about. Made up, no source."""

from dataclasses import dataclass


@dataclass(frozen=True)
class Condition:
    """Ranges from which a room and a picture are drawn.

    height_m : of the phone over the bed; around_deg : how far from a short end's middle round the table
    """

    height_m: tuple[float, float] = (0.75, 1.15)
    around_deg: tuple[float, float] = (0.0, 35.0)
    lamps: tuple[int, int] = (2, 4)
    lamp_radius_m: tuple[float, float] = (0.10, 0.25)
    ambient: tuple[float, float] = (0.10, 0.30)
    warmth: tuple[float, float] = (-0.15, 0.25)
    cloths: tuple[str, ...] = ("green", "blue", "dark blue", "grey", "red", "camel")
    room_like_cloth: bool = False
    worn: tuple[float, float] = (0.0, 0.6)
    chalk: tuple[int, int] = (0, 12)
    cues: tuple[int, int] = (0, 1)
    hands: tuple[int, int] = (0, 0)
    others: tuple[int, int] = (0, 1)
    blur_px: tuple[float, float] = (0.5, 0.9)
    smear_px: tuple[float, float] = (0.0, 0.0)
    noise: tuple[float, float] = (0.002, 0.008)
    quality: tuple[int, int] = (82, 92)
    triangle: bool = False


PLAIN = Condition()
CONDITIONS = {
    "plain": PLAIN,
    "low": Condition(height_m=(0.50, 0.70)),
    "from a corner": Condition(around_deg=(25.0, 50.0), height_m=(0.85, 1.25)),
    "few lamps": Condition(lamps=(1, 1), lamp_radius_m=(0.05, 0.10), ambient=(0.04, 0.10)),
    "warm and dim": Condition(warmth=(0.35, 0.6), noise=(0.010, 0.020), ambient=(0.06, 0.12)),
    "worn cloth": Condition(worn=(0.8, 1.5), chalk=(15, 60)),
    "cloth like the room": Condition(cloths=("camel", "red", "grey"), room_like_cloth=True),
    "blurred": Condition(blur_px=(1.0, 1.6), smear_px=(1.0, 4.0), quality=(65, 80)),
    "cues and hands": Condition(cues=(1, 3), hands=(1, 2), triangle=True),
    "next tables": Condition(others=(1, 2)),
    # The balls of these lie close together; how is the layout's.
    "together": PLAIN,
}
