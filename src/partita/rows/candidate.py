"""A stroke that the deciding player may choose: a row of `COLUMNS` numbers. The first six are those of `stroke`.

| column | what | unit |
|---|---|---|
| CONTACT, CUT_AT, JUDGEMENT | of the first contact: its distance, the cut, what cannot be sighted | m, rad, m |
| CUE_JUDGED, TARGET_JUDGED | of the ways of cue ball and target after it what cannot be sighted | rad |
| WORTH | what it is worth to the player, so far | chance |
| BALL, POCKET | the call; PUSH_OUT in place of a ball for a push-out | index |
| AIMED_AT | the ball at which it is aimed | index |
| CLEARS | the chance to run out with it | chance |
| CHANCE | its make chance by geometry | chance |
| REST_X, REST_Y | where the cue ball comes to rest | m |
"""

(
    CONTACT, CUT_AT, JUDGEMENT, WORTH, BALL, POCKET, AIMED_AT, CLEARS, CHANCE, REST_X, REST_Y,
    CUE_JUDGED, TARGET_JUDGED,
) = range(6, 19)  # fmt: skip
COLUMNS = 19
# In place of a called ball: a push-out.
PUSH_OUT = -2
