"""A stroke as intended, or as it comes out of a player's hands: a row of `COLUMNS` numbers.

| column | what | unit |
|---|---|---|
| AIM_RAD | where the cue points, counter-clockwise from the long axis | rad |
| SPEED_MPS | of the cue ball at the launch | m/s |
| SIDE_R, HEIGHT_R | of the tip from the ball's centre, to the right and up | ball radii |
| ELEVATION_RAD | of the butt | rad |
"""

AIM_RAD, SPEED_MPS, SIDE_R, HEIGHT_R, ELEVATION_RAD = range(5)
COLUMNS = 5
