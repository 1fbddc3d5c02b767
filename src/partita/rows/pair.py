"""Something that may be tried, kept by its promise: a row of `COLUMNS` numbers.

| column | what |
|---|---|
| ONE, TWO | which it is: a ball and a pocket; of two balls, or ball and rail, TWO is 6 times the second plus it |
| WORTH_OF | by which the best few are kept; of a pot by way of a rail its length, m, negative |
| MORE | its make chance; or the direction in which it is aimed, rad |
"""

ONE, TWO, WORTH_OF, MORE = range(4)
COLUMNS = 4
