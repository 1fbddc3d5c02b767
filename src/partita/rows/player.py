"""How far a player's strokes come out from what was meant: a row of `COLUMNS` numbers.

| column | what | unit |
|---|---|---|
| AIM | standard deviation of the direction | rad |
| SPEED | of the log of the speed | |
| TIP | of the tip's place, each way | ball radii |
| SIGHT | of the contact's place on a cut | m |
| POWER_COST, SIDE_COST | by how much hard strokes and side widen the aim | |
| HANDED | 1 right, -1 left | |
| REACH | how far he stretches without a rest | m |
| NERVES | by how much pressure widens all of it | |
| JUMPS | what the player jumps with: NO_JUMPS, WITH_PLAYING_CUE, WITH_JUMP_CUE | |
| KICKS | how far balls roll into a rail in the kicks that he has practised: 0 sliding, 1 rolling, -1 neither | |
"""

AIM, SPEED, TIP, SIGHT, POWER_COST, SIDE_COST, HANDED, REACH, NERVES, KICKS, JUMPS = range(11)
COLUMNS = 11

NO_JUMPS, WITH_PLAYING_CUE, WITH_JUMP_CUE = 0, 1, 2
