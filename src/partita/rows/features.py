"""What the learned correction of an evaluation looks at: a row of `COLUMNS` plain numbers, named in `NAMES` as its card
has them.
"""

NAMES = (
    "constant", "logit of the formula", "best make chance", "best make chance, squared", "visible share", "hooked",
    "ball in hand", "other's ease", "chance back", "chance given", "balls left", "own aim error", "aim errors' ratio",
    "speed errors' ratio", "own fouls", "other's fouls", "logit by balls left", "logit by own aim error", "who chose",
    "chance once it is made", "a safety's worth", "second ball's make chance", "least ease of those left",
    "cue ball's way to a rail", "third ball's make chance", "cut of the surest pot", "its cue ball's way",
    "its way to the pocket", "next make chance from its place", "mean ease of one's own", "mean ease of the other's",
    "ease of the last ball", "least ease of the other's", "own balls", "other's balls", "ease of the next ball",
    "ease of the one after", "pairs", "nearest neighbour", "surest ball's room to a rail", "next ball's room to a rail",
    "way to the next ball",
)  # fmt: skip
# Of "who chose": whether the player at the table chose the stroke that led here, the other did, or nobody knows. An
# evaluation's errors favour who chose by it.
SHOOTER, OTHER, NOBODY = 1.0, -1.0, 0.0
(
    CONSTANT, LOGIT, MAKE, MAKE_SQUARED, VISIBLE_SHARE, HOOKED, IN_HAND, OTHERS_EASE, CHANCE_BACK, CHANCE_GIVEN,
    BALLS_LEFT, OWN_AIM, AIM_RATIO, SPEED_RATIO, OWN_FOULS, OTHERS_FOULS, LOGIT_BY_BALLS, LOGIT_BY_AIM, CHOSE,
    CHANCE_MADE, SAFETY, SECOND_MAKE, LEAST_EASE, CUE_TO_RAIL, THIRD_MAKE, CUT, WAY, RUN, STAY, MEAN_EASE, OTHERS_MEAN,
    LAST_EASE, OTHERS_LEAST, OWN_COUNT, OTHERS_COUNT, NEXT_EASE, AFTER_EASE, CLOSE_PAIRS, NEIGHBOUR, BALL_TO_RAIL,
    NEXT_TO_RAIL, NEXT_WAY,
) = range(len(NAMES))  # fmt: skip
COLUMNS = len(NAMES)
