"""Standard normal numbers from which one execution of a stroke is made: a row of `COLUMNS`.

| column | what it moves |
|---|---|
| OF_AIM | the direction |
| OF_SPEED | the log of the speed |
| OF_SIDE, OF_HEIGHT | the tip |
| OF_SIGHT | where the contact was seen |
| OF_TURN | what was judged of the way after the contact |
| OF_RUBBER | how long the rubber holds a ball |
| OF_ELEVATION | how far the butt is raised, where it is |
"""

OF_AIM, OF_SPEED, OF_SIDE, OF_HEIGHT, OF_SIGHT, OF_TURN, OF_RUBBER, OF_ELEVATION = range(8)
COLUMNS = 8
