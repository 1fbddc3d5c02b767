"""Guess first: what the player would play, kept with a study before its ledger opens, and found among its lines."""

from typing import Any

from partita.record.guesses import Guess, checked, is_it
from partita.table.layout import CUE
from studies.kinds import document_of
from studies.models import Study


def keep_guess(study: Study, guess: Guess) -> Study:
    """Keep a guess with its study. `Refused` for one that cannot be of its layout."""
    balls = [ball for ball in study.question["document"]["balls"] if ball != CUE]
    study.guess = {**vars(checked(guess, balls)), "words": guess.words}
    study.save(update_fields=["guess", "updated"])
    return study


def guess_of(study: Study) -> Guess | None:
    """The guess kept with a study."""
    if not study.guess:
        return None
    return Guess(**{name: study.guess[name] for name in ("meant", "ball", "pocket", "make")})


def found(study: Study) -> dict[str, Any] | None:
    """A study's guess with the best line that is it, by its id; none where the ledger has no such line."""
    guess = guess_of(study)
    if guess is None:
        return None
    document = document_of(study)
    lines = document.options if document else []
    return {**(study.guess or {}), "line": next((one.id for one in lines if is_it(guess, one)), None)}
