"""Sentences on a photo that was read."""

from partita.photo.reading import ReadBall, Reading
from partita.table.layout import ball_label

# From here on a name need not be looked at: of simulated ones 99 in 100 are right.
SURE = 0.99
_CLEAR = 0.7


def is_sure(ball: ReadBall) -> bool:
    """Whether its name need not be looked at."""
    return ball.confidence >= SURE and ball.rim >= _CLEAR


def ball_words(ball: ReadBall) -> str:
    """What there is to look at; nothing where it is sure."""
    if is_sure(ball):
        return ""
    if ball.confidence >= SURE:
        return f"{ball_label(ball.name).capitalize()}: look whether there is a ball."
    other = f" It may be {_the(ball.otherwise)}." if ball.otherwise else ""
    return f"{ball_label(ball.name).capitalize()}: look at its number.{other}"


def _the(name: str) -> str:
    return "a red" if name.startswith("red") else f"the {ball_label(name) if name == 'cue' else name}"


def reading_words(reading: Reading) -> str:
    """On the whole, one sentence or two."""
    count = len(reading.balls)
    found = f"{count} ball{'' if count == 1 else 's'} found"
    unsure = sum(not is_sure(ball) for ball in reading.balls)
    look = f", {unsure} to look at" if unsure else ""
    more = f" {reading.unnamed} more would have no name in this game: is it the right one?" if reading.unnamed else ""
    doubt = " The outline hardly fits the picture: press the pockets again." if reading.is_doubtful else ""
    return f"{found}{look}.{more}{doubt}"
