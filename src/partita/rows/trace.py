"""An event of a shot: a row of `COLUMNS` numbers.

| column | what | unit |
|---|---|---|
| AT_S | when | s |
| KIND | of `physics.constants`, as a number | |
| WHOSE, MET | whose event; the other ball, or the cushion or pocket that was met | |
| AFTER, AFTER_OTHER | where phase and state (7) of both balls after it begin | `ball` |
| BEFORE, BEFORE_OTHER | where velocity and spin (5) of both just before it begin | `ball` |
| HEIGHT, HEIGHT_OTHER | where height and vertical speed (2) of both after it begin | m, m/s |
"""

AT_S, KIND, WHOSE, MET = range(4)
AFTER, AFTER_OTHER, BEFORE, BEFORE_OTHER, HEIGHT, HEIGHT_OTHER, COLUMNS = 4, 12, 20, 25, 30, 32, 34
