"""A ball in motion, a row of `COLUMNS` numbers in the table's frame.

| column | what | unit |
|---|---|---|
| X, Y | place, from the head rail and the near long rail | m |
| VX, VY | velocity | m/s |
| WX, WY, WZ | spin; WZ counter-clockwise from above | rad/s |
| AX, AY | acceleration within the phase of motion | m/s² |
| Z, VZ | height of its lowest point over the bed, and how fast that rises | m, m/s |
"""

X, Y, VX, VY, WX, WY, WZ, AX, AY, Z, VZ = range(11)
COLUMNS = 11
