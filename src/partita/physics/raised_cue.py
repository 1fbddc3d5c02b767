"""What a raised cue makes of a stroke: the ball is driven into the bed while the tip still presses on it.

Tip and bed are springs; both give back a share of the work done on them, and the bed rubs. Which of the two contacts
is the shorter decides: a bed that gives the ball back while the tip still holds it down throws it low, as a full cue
does; the hard tip of a light jump cue has gone by then. Followed in short steps, since no closed form is known.

Springs are linear, so that shares of the stroke's speed do not depend on the speed itself.

Source: contact mechanics, checked against SciPy. Masses are common practice; how long tip and bed press is measured
nowhere: the settings give launch angles like those of a trial with equations of its own (`docs/physics.md`).
"""

import math

from partita.kernels import kernel, kernel_apart
from partita.physics.constants import LEAST_HOP_MPS
from partita.physics.motion import squirt_angle
from partita.rows.ball import VX, VY, VZ, WX, WY, WZ
from partita.rows.stroke import AIM_RAD, CUE, ELEVATION_RAD, HEIGHT_R, SIDE_R, SPEED_MPS

# Playing cue and jump cue: mass in balls' masses, how long the tip presses on a ball of a level stroke, s, what it
# gives back.
_MASS, _TIP_S, _TIP_RETURNS = (3.2, 1.5), (1.5e-3, 0.6e-3), (0.75, 0.85)
# Steps in the time of the tip's contact, and such times after which the ball is surely free.
_STEPS, _MOST_TIMES = 200, 8
# Slips below this share of the stroke's speed fade: friction turns none of them round.
_FADING = 1e-3


@kernel_apart
def launch_raised(stroke, physics, radius, balls):
    """Set the cue ball, row 0 of `balls` (n, 11), moving by a stroke (6,) with a raised butt; it may leave the bed."""
    aim, speed, elevation = stroke[AIM_RAD], stroke[SPEED_MPS], stroke[ELEVATION_RAD]
    along, up, over, aside, about = _pressed(
        stroke[SIDE_R], stroke[HEIGHT_R], elevation, int(stroke[CUE]), physics.mu_s, physics.e_bed, physics.bed_s
    )
    # A ball may be pushed aside a little by the bed: its way is turned by that as by squirt.
    direction = aim + squirt_angle(stroke[SIDE_R], physics.k_endmass) + math.atan2(along[1], along[0])
    ahead = speed * math.hypot(along[0], along[1])
    balls[0, VX], balls[0, VY] = ahead * math.cos(direction), ahead * math.sin(direction)
    balls[0, VZ] = speed * up if speed * up > LEAST_HOP_MPS else 0.0
    cosine, sine, spin = math.cos(aim), math.sin(aim), speed / radius
    balls[0, WX] = spin * (over * cosine - aside * sine)
    balls[0, WY] = spin * (over * sine + aside * cosine)
    balls[0, WZ] = spin * about


@kernel
def _pressed(side, height, elevation, cue, mu, e_bed, bed_s):
    """Shares of the speed that a level cue would give: (ahead, to the left), up, and spin by the radius about these.

    The tip pushes along the cue, (c, 0, -s); its place turns the ball about (side s, height, side c).
    """
    mass, tip_s, tip_returns = _MASS[cue], _TIP_S[cue], _TIP_RETURNS[cue]
    c, s = math.cos(elevation), math.sin(elevation)
    turn_x, turn_y, turn_z = side * s, height, side * c
    # The cue's own speed: a level stroke with the same place of the tip gives the ball 1.
    cue_speed = (1.0 / mass + 1.0 + 2.5 * (side * side + height * height)) / (1.0 + tip_returns)
    tip = mass / (1.0 + mass) * (math.pi / tip_s) ** 2
    bed = (math.pi / bed_s) ** 2
    step = tip_s / _STEPS
    vx, vy, vz, wx, wy, wz, pressed, z = 0.0, 0.0, 0.0, 0.0, 0.0, 0.0, 0.0, 0.0
    for k in range(_STEPS * _MOST_TIMES):
        closing = cue_speed - (vx * c - vz * s + wx * turn_x + wy * turn_y + wz * turn_z)
        push = tip * max(0.0, pressed) * step
        if closing < 0.0:
            push *= tip_returns * tip_returns
        load = bed * max(0.0, -z) * step
        if vz > 0.0:
            load *= e_bed * e_bed
        slip_x, slip_y = vx - wy, vy + wx
        drag = mu * load / (math.sqrt(slip_x * slip_x + slip_y * slip_y) + _FADING)
        rub_x, rub_y = -drag * slip_x, -drag * slip_y
        vx, vy, vz = vx + c * push + rub_x, vy + rub_y, vz - s * push + load
        wx += 2.5 * (push * turn_x + rub_y)
        wy += 2.5 * (push * turn_y - rub_x)
        wz += 2.5 * push * turn_z
        cue_speed -= push / mass
        pressed += step * (cue_speed - (vx * c - vz * s + wx * turn_x + wy * turn_y + wz * turn_z))
        z += step * vz
        if k > 1 and pressed <= 0.0 and z >= 0.0:
            break
    return (vx, vy), vz, wx, wy, wz
