"""A stroke as intended: a row of `COLUMNS` numbers; as it comes out of a player's hands: a row of `EXECUTED`.

| column | what | unit |
|---|---|---|
| AIM_RAD | where the cue points, counter-clockwise from the long axis | rad |
| SPEED_MPS | of the cue ball at the launch, were the cue level | m/s |
| SIDE_R, HEIGHT_R | of the tip from the ball's centre, to the right and up | ball radii |
| ELEVATION_RAD | of the butt | rad |
| CUE | with which it is played: PLAYING_CUE or JUMP_CUE | |
| CUE_TURN_RAD, TARGET_TURN_RAD | by which cue ball and target leave their contact otherwise than was judged | rad |
| RUBBER | how long the rubber holds a ball, as a share of what the table says | |
"""

AIM_RAD, SPEED_MPS, SIDE_R, HEIGHT_R, ELEVATION_RAD, CUE, CUE_TURN_RAD, TARGET_TURN_RAD, RUBBER = range(9)
COLUMNS = 6
EXECUTED = 9

PLAYING_CUE, JUMP_CUE = 0, 1
