"""Layouts with what a strong coach would choose there and what he expects, written down before any was weighed.

Common practice, no source. Places in diamonds; patterns are those of `fnmatch` on the ids of lines, or `aim=` and an aim.
"""

from dataclasses import dataclass, field
from typing import Any

Places = dict[str, tuple[float, float]]
_RAIL = 0.0905  # a ball that touches a rail of a nine-foot table


@dataclass(frozen=True)
class Case:
    """A layout and a coach's word on it.

    right : what he would choose; absurd : what nobody must be told; makes : how often he expects a shot to be made
    """

    name: str
    game: str
    level: str
    balls: Places
    right: tuple[str, ...]
    absurd: tuple[str, ...] = ()
    makes: dict[str, tuple[float, float]] = field(default_factory=dict)
    situation: dict[str, Any] = field(default_factory=dict)


SAFE = ("aim=safe", "aim=two-way")
_HIT = ("kick-and-stick*", "kick-safety*", "kick-pot*", "escape*", "swerve*")
# A ball frozen to the near rail, a diamond from the corner; the cue ball square across, at 45 degrees, and behind it.
_FROZEN = {"9": (7.0, _RAIL)}
# Snooker's colours on their spots.
_COLOURS = {
    "yellow": (1.652, 1.34308), "green": (1.652, 2.65692), "brown": (1.652, 2.0), "blue": (4.0, 2.0), "pink": (6.0, 2.0),
    "black": (7.27375, 2.0),
}  # fmt: skip

CASES = (
    # Nine-ball.
    Case("one to a hanger and the nine straight", "nine-ball", "league", {"cue": (4, 2), "8": (7.7, 0.35), "9": (4.2, 3.4)},
         ("pot:8:8:foot-near*",), makes={"pot:8:8:foot-near*": (0.9, 1.0)}),
    Case("straight in, the next two open", "nine-ball", "league", {"cue": (3.4, 1.7), "7": (5, 2.5), "8": (6, 1), "9": (2, 3)},
         ("pot:7:7:foot-far*",), makes={"pot:7:7:foot-far*": (0.65, 0.95)}),
    Case("the nine alone, long and straight", "nine-ball", "league", {"cue": (2, 2), "9": (5, 3)},
         ("pot:9:9:foot-far*",), makes={"pot:9:9:foot-far*": (0.5, 0.82)}),
    Case("the nine alone, long and straight", "nine-ball", "professional", {"cue": (2, 2), "9": (5, 3)},
         ("pot:9:9:foot-far*",), makes={"pot:9:9:foot-far*": (0.85, 1.0)}),
    Case("frozen, square across", "nine-ball", "league", {"cue": (7.0, 3.2), **_FROZEN},
         (*SAFE, "bank*"), ("pot:9:9:foot-near*", "pot:9:9:head-near*"), {"pot:9:9:foot-near*": (0.0, 0.2)}),
    Case("frozen, square across", "nine-ball", "professional", {"cue": (7.0, 3.2), **_FROZEN},
         (*SAFE, "bank*", "rail-first*"), (), {"pot:9:9:foot-near*": (0.25, 0.65)}),
    Case("frozen, six diamonds along the rail", "nine-ball", "professional", {"cue": (2.0, 3.4), "9": (2.0, _RAIL)},
         (*SAFE, "bank*"), ("pot:9:9:foot-near*",), {"pot:9:9:foot-near*": (0.0, 0.2)}),
    Case("frozen, 45 degrees behind", "nine-ball", "league", {"cue": (5.5, 1.6), **_FROZEN},
         ("pot:9:9:foot-near*",), makes={"pot:9:9:foot-near*": (0.4, 0.7)}),
    Case("frozen, 45 degrees behind", "nine-ball", "professional", {"cue": (5.5, 1.6), **_FROZEN},
         ("pot:9:9:foot-near*",), makes={"pot:9:9:foot-near*": (0.82, 1.0)}),
    Case("hooked by the eight, the one by one rail", "nine-ball", "league",
         {"cue": (2, 1), "1": (6, 1), "8": (3, 1), "9": (5, 3.2)}, _HIT),
    Case("hooked by the eight, the one by one rail", "nine-ball", "professional",
         {"cue": (2, 1), "1": (6, 1), "8": (3, 1), "9": (5, 3.2)}, _HIT),
    Case("after the break, hooked and far: push out", "nine-ball", "league",
         {"cue": (1.0, 3.2), "1": (7.2, 2.9), "2": (1.5, 3.15), "5": (6.9, 1.9), "8": (4, 1), "9": (5.5, 2.4)},
         ("push-out*",), situation={"push_out": "allowed"}),
    Case("after the break, an open one: no push", "nine-ball", "strong league",
         {"cue": (4.6, 1.8), "1": (6.6, 3.2), "2": (6, 1), "5": (2, 3), "9": (5.5, 2.4)},
         ("pot:1:1:foot-far*",), ("push-out*",), situation={"push_out": "allowed"}),
    Case("he is on two fouls: hide the one", "nine-ball", "league",
         {"cue": (3, 2), "1": (5.2, 3.7), "4": (7.0, 1.5), "5": (7.0, 2.1), "9": (2.2, 1.2)},
         ("aim=safe",), situation={"their_fouls": 2}),
    Case("in hand, three open balls", "nine-ball", "league", {"7": (6, 3), "8": (6, 1), "9": (2.2, 2)},
         ("pot:7:7*",), ("carom*", "kiss*", "bank*", "combination*"), situation={"ball_in_hand": "anywhere"}),
    Case("in hand, the one across the table from two clusters", "nine-ball", "league",
         {"1": (4.5, 1.0), "3": (6.2, 2.0), "4": (6.4, 2.05), "7": (2, 2), "9": (2.18, 2.1)},
         ("pot:1:1*",), ("carom*", "kiss*"), situation={"ball_in_hand": "anywhere"}),
    Case("the one half a diamond from a hanging nine", "nine-ball", "league",
         {"cue": (4.5, 1.9), "1": (7.2, 3.3), "9": (7.72, 3.74), "5": (2, 2)},
         ("combination:1:9:foot-far*",), makes={"combination:1:9:foot-far*": (0.4, 0.85)}),
    Case("the one a diamond from the nine at an angle", "nine-ball", "professional",
         {"cue": (3.2, 1.2), "1": (5.0, 2.0), "9": (5.9, 2.6), "6": (2, 3)},
         ("pot:1:1*", *SAFE), makes={"combination:1:9:foot-far*": (0.3, 0.75)}),
    Case("a thin one, and a hide next to it", "nine-ball", "strong league",
         {"cue": (7.3, 1.2), "2": (7.0, 3.4), "3": (3, 2), "6": (6.6, 0.8), "9": (1.5, 1.5)}, ("pot:2*", *SAFE)),
    Case("a beginner with a long cut and an easy hide", "nine-ball", "beginner",
         {"cue": (1, 1), "3": (6.2, 2.9), "6": (6.6, 2.0), "9": (3, 3)}, (*SAFE, "pot:3*")),
    # Ten-ball.
    Case("straight in, the next one open", "ten-ball", "strong league", {"cue": (3.4, 1.7), "8": (5, 2.5), "9": (6, 1.2), "10": (3, 3)},
         ("pot:8:8:foot-far*",), makes={"pot:8:8:foot-far*": (0.8, 0.98)}),
    Case("a straight bank across the side, or safe", "ten-ball", "league", {"cue": (4.2, 2.6), "10": (4.0, 1.2)},
         ("aim=attack",), makes={"bank:10:10:side-far*": (0.22, 0.55)}),
    Case("two rails or nothing, the other far from everything", "ten-ball", "league",
         {"cue": (7.7, 3.7), "9": (0.4, 3.75), "8": (4.0, 3.72), "10": (1.5, 2.0)},
         (*SAFE, "kick*", "escape*", "pot:8*")),
    Case("in hand, the last two", "ten-ball", "beginner", {"9": (7.3, 0.6), "10": (6.2, 2.2)},
         ("pot:9:9:foot-near*",), situation={"ball_in_hand": "anywhere"}),
    Case("hooked behind the ten", "ten-ball", "league", {"cue": (1.5, 2), "8": (5.5, 2), "10": (2.3, 2), "9": (7, 3.5)}, _HIT),
    # Eight-ball.
    Case("the eight alone, near the pocket", "eight-ball", "league", {"cue": (4.5, 2), "8": (7.3, 0.7), "10": (2, 3), "12": (1, 1)},
         ("pot:8:8:foot-near*",), makes={"pot:8:8:foot-near*": (0.75, 0.97)}, situation={"my_group": "solids"}),
    Case("two of one's own open, then the eight", "eight-ball", "league",
         {"cue": (4.5, 2.6), "2": (6.4, 3.3), "5": (6.5, 1.2), "8": (2.2, 2), "10": (3, 0.8), "12": (1, 3), "14": (5, 0.6)},
         ("pot:2:2*", "pot:5:5*"), situation={"my_group": "solids"}),
    Case("two of one's own open, then the eight", "eight-ball", "professional",
         {"cue": (4.5, 2.6), "2": (6.4, 3.3), "5": (6.5, 1.2), "8": (2.2, 2), "10": (3, 0.8), "12": (1, 3), "14": (5, 0.6)},
         ("pot:2:2*", "pot:5:5*"), situation={"my_group": "solids"}),
    Case("the last one behind a wall: safe or a kick", "eight-ball", "league",
         {"cue": (3, 2), "3": (7.7, 2.0), "8": (6.5, 3.4), "10": (5.0, 2.0), "11": (5.0, 1.7), "12": (5.0, 2.3)},
         (*SAFE, *_HIT, "kick*"), situation={"my_group": "solids"}),
    Case("six of one's own against one and the eight: pot on", "eight-ball", "strong league",
         {"cue": (4.2, 1.6), "1": (6.2, 0.8), "2": (6.6, 3.2), "3": (2.2, 3.2), "4": (1.6, 1.0), "5": (5, 3), "6": (3, 0.9),
          "8": (7.0, 2.0), "11": (0.3, 2.0)},
         ("pot:*",), ("push-out*", "foul*"), situation={"my_group": "solids"}),
    Case("the eight straight, half the table", "eight-ball", "beginner", {"cue": (4.5, 1.5), "8": (6.5, 2.8), "9": (1, 2)},
         ("pot:8:8:foot-far*",), makes={"pot:8:8:foot-far*": (0.25, 0.6)}, situation={"my_group": "solids"}),
    # Straight pool.
    Case("a loose ball beside a full pack", "straight-pool", "strong league",
         {"cue": (4.6, 1.2), "1": (6.6, 0.7), "2": (6.0, 2.0), "3": (6.17, 1.91), "4": (6.17, 2.09), "5": (6.34, 1.82),
          "6": (6.34, 2.0), "7": (6.34, 2.18)},
         ("pot:1:1*",), ("combination*", "carom*", "kiss*"), situation={"points_to": 50}),
    Case("a full pack and nothing loose", "straight-pool", "league",
         {"cue": (1.5, 2), "2": (6.0, 2.0), "3": (6.17, 1.91), "4": (6.17, 2.09), "5": (6.34, 1.82),
          "6": (6.34, 2.0), "7": (6.34, 2.18)},
         SAFE, ("pot*", "combination*", "carom*"), situation={"points_to": 50}),
    Case("a break ball beside the pack, cue ball above it", "straight-pool", "professional",
         {"cue": (5.0, 1.0), "1": (6.1, 1.55), "2": (6.0, 2.0), "3": (6.17, 1.91), "4": (6.17, 2.09), "5": (6.34, 1.82),
          "6": (6.34, 2.0), "7": (6.34, 2.18), "8": (7.5, 3.5)},
         ("pot:*",), situation={"points_to": 100}),
    Case("five open balls, one of them sure", "straight-pool", "league",
         {"cue": (4, 1), "1": (6, 0.6), "4": (5, 3.4), "6": (2, 3), "9": (7.6, 0.4), "12": (1.2, 1.2)},
         ("pot:*",), SAFE, situation={"points_to": 50}),
    # Snooker.
    Case("a red over the pocket, the black on its spot", "snooker", "league",
         {**_COLOURS, "cue": (5.6, 1.2), "red1": (7.75, 0.3), "red2": (6.6, 2.6)},
         ("pot:red1:red1:foot-near*",), makes={"pot:red1:red1:foot-near*": (0.85, 1.0)}, situation={"ball_on": "red"}),
    Case("pink and black left, twenty behind: lay a snooker", "snooker", "league",
         {"cue": (4, 1), "pink": (6, 2), "black": (7.27375, 2)}, SAFE, ("pot:pink*",),
         situation={"ball_on": "pink", "my_points": 30, "their_points": 50}),
    Case("pink and black left, ten behind: both are wanted", "snooker", "professional",
         {"cue": (4.6, 1.5), "pink": (6, 2), "black": (7.27375, 2)}, ("pot:pink*", *SAFE),
         situation={"ball_on": "pink", "my_points": 40, "their_points": 50}),
    Case("black alone, seven behind, it is straight", "snooker", "professional",
         {"cue": (5.8, 1.0), "black": (7.27375, 2.9)}, ("pot:black*", *SAFE),
         situation={"ball_on": "black", "my_points": 43, "their_points": 50}),
    Case("a red at long range, the others behind it", "snooker", "league",
         {**_COLOURS, "cue": (0.6, 2.2), "red1": (5.6, 3.2), "red2": (6.4, 2.0), "red3": (6.6, 2.2), "red4": (6.6, 1.8)},
         SAFE, situation={"ball_on": "red"}),
    Case("the yellow over the pocket, all colours to come", "snooker", "strong league",
         {**_COLOURS, "cue": (3.0, 1.0), "yellow": (0.4, 0.35)},
         ("pot:yellow:yellow:head-near*",), situation={"ball_on": "yellow"}),
    Case("snookered behind the brown", "snooker", "league",
         {**_COLOURS, "cue": (1.2, 2.0), "red1": (6.0, 2.6), "red2": (6.4, 2.0), "green": (1.652, 2.3), "yellow": (1.652, 1.7)},
         (*_HIT, *SAFE), ("pot*",), situation={"ball_on": "red"}),
)  # fmt: skip
