"""Standard normal numbers from which one execution of a stroke is made: a row of `COLUMNS`.

| column | what it moves |
|---|---|
| OF_AIM | the direction |
| OF_SPEED | the log of the speed |
| OF_SIDE, OF_HEIGHT | the tip |
| OF_SIGHT | where the contact was seen |
"""

OF_AIM, OF_SPEED, OF_SIDE, OF_HEIGHT, OF_SIGHT = range(5)
COLUMNS = 5
