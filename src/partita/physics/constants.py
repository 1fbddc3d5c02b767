"""Tolerances and codes of the simulator, each with why it is what it is."""

from typing import NamedTuple

G = 9.81
INFINITY = 1e30

# Motion of a ball between two events.
STILL, ROLLING, SLIDING, POCKETED, FLYING = 0, 1, 2, 3, 4

# Event kinds; the names are those of the files.
EVENT_NAMES = (
    "stroke", "ball-ball", "cushion", "tip", "facing", "pocket", "slide-to-roll", "stop", "landing", "off-table",
)  # fmt: skip
STROKE, BALL_BALL, CUSHION, JAW_TIP, FACING, POCKET, SLIDE_TO_ROLL, STOP, LANDING, OFF_TABLE = range(10)
# Bookkeeping only, never reported: a ball passes between the bed and a pocket's zone.
ZONE = 10
# In place of the pocket it fell into: a ball that left the table.
NO_POCKET = 6

# A slip or speed below this is none: 1 um/s moves a ball less than its own roundness.
SPEED_EPSILON = 1e-6
# Below these approach speeds an impact is inelastic, so that resting contacts come to an end.
SLOW_CUSHION = 1.5e-3
SLOW_BALL = 1e-4
# The gap restored after an impact (m), so that rounding cannot find the same contact again; after
# an inelastic one it is larger, so that a pressing ball makes few contacts instead of endlessly many.
GAP = 1e-9
RESTING_GAP = 1e-6
# An approach slower than this (m/s) between touching balls is rounding, not an impact.
NO_APPROACH = 1e-7
# Events closer in time than this (s) fall together: rounding is smaller, what it takes to matter larger.
SAME_INSTANT = 1e-12
# A ball that leaves the bed more slowly than this, m/s, stays on it: it would hop 2 mm high.
LEAST_HOP_MPS = 0.2
# A shot has some tens of events; a full break a few hundred.
MAX_EVENTS = 4000

# Status of a simulation.
OK, TOO_MANY_EVENTS = 0, 1
# Beyond this offset from the centre, in R, the tip slips off the ball. Source: common practice, no source.
TIP_LIMIT = 0.5
# What a slipping tip leaves of the speed, and how far it turns the ball from a full side offset, rad.
# A judgement, no source: the ball trickles away from the tip without spin.
MISCUE_SPEED, MISCUE_TURN = 0.3, 0.35


class Physics(NamedTuple):
    """Friction, restitution and stroke constants for the kernels; names as in the files.

    e_b, e_c, e_facing : restitution of balls, cushions, tips and facings
    mu_s, mu_r, a_sp : sliding, rolling friction; deceleration of the spin about z, rad/s^2
    mub_a, mub_b, mub_c : ball-ball friction a + b exp(-c u), u in m/s. Source: fit published by
        Alciatore to the throw measured in Marlow, The Physics of Pocket Billiards, 1995.
    mu_w : friction of the cushion; k_endmass : ball mass over effective end mass of the shaft
    rubber_s : how long the rubber holds a lone ball, s; from memory, measured nowhere (`press`)
    e_bed, bed_s : restitution of the bed, and how long it presses on a ball, s; judgements, no source (`flight`,
        `raised_cue`)
    """

    mu_s: float = 0.20
    mu_r: float = 0.010
    a_sp: float = 10.0
    e_b: float = 0.95
    mub_a: float = 0.00995
    mub_b: float = 0.108
    mub_c: float = 1.088
    e_c: float = 0.85
    mu_w: float = 0.20
    e_facing: float = 0.70
    k_endmass: float = 20.0
    rubber_s: float = 0.006
    e_bed: float = 0.6
    bed_s: float = 0.0007
