"""What the columns of arrays are called, in one place each: kernels name a column and never count it.

| module | a row is | from 0 on |
|---|---|---|
| `ball` | a ball in motion | place m, velocity m/s, spin rad/s, acceleration m/s² |
| `stroke` | a stroke as intended | aim rad, speed m/s, side and height in R, elevation rad |
| `player` | how far a player's strokes come out | errors and what makes them larger, as `StrokeModel.row` gives them |
| `trace` | an event of a shot | time s, kind, balls; then both balls after it and before |
| `candidate` | a stroke that the deciding player may choose | the stroke, then its call and what it is worth |
| `pair` | something that he may try | which, its promise |
| `draws` | standard normals of one execution | |
| `features` | what the learned correction of an evaluation looks at | plain numbers |
"""
