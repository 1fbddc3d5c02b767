"""An option: an intention and the stroke found for it, before it is weighed."""

import math
from dataclasses import asdict, dataclass
from typing import Literal

import numpy as np
from numpy.typing import NDArray

from partita.games.game import SAFETY, Call
from partita.options.thickness import thickness_word
from partita.physics.stroke import Stroke
from partita.players.judgement import SIGHTED, Unsighted, judged
from partita.table.spec import CUSHIONS

# Kinds of shots that pot a ball; all others leave the table to the other player.
ATTACKS = ("pot", "rail-first", "kick-pot", "bank", "combination", "carom", "kiss", "double-kiss", "jump-pot")
SAFETIES = (
    "safety-distance", "safety-hide", "safety-thin", "safety-bank", "safety-stick", "kick-and-stick", "kick-safety",
    "escape", "swerve", "masse", "jump",
)  # fmt: skip


@dataclass(frozen=True)
class Caution:
    """Something to watch on a shot: what kind of thing, and in words; `pocket` where it is a scratch."""

    kind: Literal["scratch", "first-hit", "kiss", "jaw", "body", "jump"]
    words: str
    pocket: str | None = None


@dataclass(frozen=True)
class Intention:
    """What a stroke does when played without error, read from its trace.

    kind : one of ATTACKS or SAFETIES; "push-out", "foul" or "miss"
    target : the ball hit first; potted : the ball that drops, with its pocket
    route : cushions (or pocket jaws) of the cue ball before the first contact
    cushions : cushions of the potted ball, or of the target when none drops, after the contact
    via : the balls between: what drives the potted ball, or what it comes off
    fullness : 1 full, 0.5 half, 0 a graze; hit_side : the side of the target that is hit, as the
        shooter sees it
    style : how the cue ball meets the target: stop, stun, roll, follow, draw
    behind : the balls that hide the next player's ball
    after : cushions of the cue ball after the first contact
    rests : of a push-out, where the cue ball comes to rest, in words
    over : of a jump, the balls that the cue ball flies over
    """

    kind: str
    target: str | None
    potted: str | None
    pocket: str | None
    route: tuple[str, ...]
    fullness: float
    hit_side: str
    cushions: tuple[str, ...] = ()
    via: tuple[str, ...] = ()
    style: str = ""
    behind: tuple[str, ...] = ()
    after: tuple[str, ...] = ()
    rests: str = ""
    over: tuple[str, ...] = ()

    @property
    def thickness(self) -> str:
        """How full the target is hit, in a word."""
        return thickness_word(self.fullness)

    @property
    def id(self) -> str:
        """What a player would call the same shot, whatever stroke is found best for it.

        A pot: its kind, balls, pocket and way. A safety: how full and on which side the ball is hit, and what hides. A
        push-out: where the cue ball goes.
        """
        if self.potted is not None:
            banked = self.cushions if self.kind == "bank" else ()
            parts = [self.kind, self.target, self.potted, self.pocket, *self.route, "via", *self.via, *banked]
        elif self.kind == "push-out":
            parts = [self.kind, self.rests, "behind", *self.behind]
        else:
            side = "" if self.thickness == "full" else self.hit_side
            parts = [self.kind, self.target, *self.route, self.thickness, side, "behind", *self.behind]
        return ":".join((part or "").replace(" ", "-") for part in parts)


def route_code(route: tuple[str, ...]) -> int:
    """The ROUTE fact of cushions in order (base 5, the first cushion in the highest place).

    >>> route_code(("head", "near-long"))
    16
    """
    code = 0
    for cushion in route:
        code = 5 * code + 1 + CUSHIONS.index(cushion)
    return code


@dataclass(frozen=True)
class Option:
    """A stroke with the name it earned.

    contact_m, cut_rad : the cue ball's way to the first contact, and the cut there
    unsighted : what of the shot cannot be sighted
    nobodys : whether so much happens before the ball falls that nobody would call it
    aim_range_deg : the aims, about the stroke's own, between which the ball still drops; 0 for safeties
    cut_range_deg : how far the cut may vary with them: a wide one is a free choice
    watch : what to look out for
    """

    stroke: Stroke
    intention: Intention
    contact_m: float
    cut_rad: float
    name: str
    detail: str
    source: str
    call: Call = SAFETY
    aim_range_deg: float = 0.0
    cut_range_deg: float = 0.0
    watch: tuple[Caution, ...] = ()
    unsighted: Unsighted = SIGHTED
    nobodys: bool = False

    def judged(self, player: NDArray[np.float64]) -> tuple[float, float, float]:
        """What a player (11,) misjudges of it: m, rad, rad (standard deviations)."""
        at_contact, cue, target = judged(player, tuple(self.unsighted), self.stroke.speed_mps, self.stroke.side)
        return float(at_contact), float(cue), float(target)

    @property
    def id(self) -> str:
        """The one identity of an option: its shot's, or of a stroke of the user's own the stroke itself."""
        return own_id(self.stroke) if self.source == "own" else self.intention.id

    def as_json(self) -> dict[str, object]:
        """The option as plain values, before it is weighed."""
        return {
            "id": self.id, "name": self.name, "detail": self.detail, **asdict(self.intention),
            "stroke": asdict(self.stroke), "source": self.source, "cut_deg": math.degrees(self.cut_rad),
            "aim_range_deg": self.aim_range_deg, "cut_range_deg": self.cut_range_deg,
            "watch": [caution.words for caution in self.watch],
        }  # fmt: skip

    @property
    def attacks(self) -> bool:
        """True when the stroke is meant to pot a ball."""
        return self.intention.potted is not None


def own_id(stroke: Stroke) -> str:
    """The identity of a stroke of the user's own: its numbers, as far as files keep them.

    >>> own_id(Stroke(33.7, 2.0, 0.0, 0.1))
    'own:33.7:2:0:0.1:0'
    """
    numbers = (stroke.aim_deg, stroke.speed_mps, stroke.side, stroke.height, stroke.elevation_deg)
    cue = [] if stroke.cue == "playing" else [stroke.cue]
    return ":".join(["own", *(f"{round(number, 3) + 0.0:g}" for number in numbers), *cue])
