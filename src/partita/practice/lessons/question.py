"""A question about a position, the answer that somebody gives, and whether it is right.

Places are in diamonds. What is right is said by a ledger or a plan, or by the coach; a tolerance says how near is right
too. How near that should be is a coach's judgement, no source: two points of rack chance are as good as the best one
(`quiz.score.AS_GOOD`), half a diamond is a zone that league players hold, ten points of make chance a good guess.
"""

import math
from collections.abc import Sequence
from dataclasses import dataclass
from typing import Literal

from partita.errors import refuse
from partita.options.naming import POCKET_WORDS
from partita.practice.drills.rule import Circle, Place
from partita.practice.quiz.choice import Choice
from partita.practice.quiz.score import AS_GOOD

Asks = Literal["play", "ball", "zone", "chance"]
ASKS: dict[Asks, str] = {
    "play": "What would you play?",
    "ball": "Which ball next, and into which pocket?",
    "zone": "Where should the cue ball stop?",
    "chance": "How often does it go in?",
}
Judge = Literal["ledger", "plan", "coach"]
JUDGES: dict[Judge, str] = {"ledger": "the ledger", "plan": "the plan", "coach": "the coach"}
TOLERANCES: dict[Asks, float] = {"play": AS_GOOD, "ball": 0.0, "zone": 0.5, "chance": 0.1}
_LARGEST = {"play": 0.5, "ball": 0.0, "zone": 4.0, "chance": 0.5}


@dataclass(frozen=True)
class Right:
    """A shot that is right: a ball potted, into a pocket or any; or a safety off it, off any ball without one."""

    meant: Literal["pot", "safe"] = "pot"
    ball: str | None = None
    pocket: str | None = None

    def is_meant_by(self, meant: str, ball: str | None, pocket: str | None) -> bool:
        """Whether an answer is this shot."""
        pockets = self.pocket is None or pocket == self.pocket
        return meant == self.meant and (self.ball is None or ball == self.ball) and (meant == "safe" or pockets)

    @property
    def words(self) -> str:
        """The shot in words."""
        if self.meant == "safe":
            return f"safe off the {self.ball}" if self.ball else "safe"
        return f"the {self.ball}" + (f" into the {POCKET_WORDS[self.pocket]}" if self.pocket else "")


@dataclass(frozen=True)
class Question:
    """What is asked, who says what is right, and that.

    tolerance : how far from it is right too: of rack chance, of a zone's edge in diamonds, of a make chance
    right : shots, of which any is right; zone, chance : of those questions; None where the question has none
    """

    asks: Asks
    judged: Judge
    tolerance: float
    right: tuple[Right, ...] = ()
    zone: Circle | None = None
    chance: float | None = None

    def check(self, balls: Sequence[str], where: str) -> None:
        """`Refused` where nobody could answer it, or nothing is said to be right."""
        if not 0 <= self.tolerance <= _LARGEST[self.asks]:
            raise refuse(where, f"a tolerance of {self.tolerance:g} is none", f"Use 0 to {_LARGEST[self.asks]:g}.")
        for one in self.right:
            if one.ball is not None and one.ball not in balls:
                raise refuse(where, f"ball {one.ball[:20]} is not on the table", f"Use {', '.join(balls)}.")
            if one.pocket is not None and one.pocket not in POCKET_WORDS:
                raise refuse(where, f"there is no pocket “{one.pocket[:20]}”", f"Use {', '.join(POCKET_WORDS)}.")
        if self.zone is not None:
            self.zone.check(where)
        if self.chance is not None and not 0 <= self.chance <= 1:
            raise refuse(where, f"{self.chance:g} is no chance", "Use 0 to 1.")

    @property
    def is_whole(self) -> bool:
        """Whether it is said what is right."""
        if self.asks == "zone":
            return self.zone is not None
        return self.chance is not None if self.asks == "chance" else bool(self.right)

    @property
    def words(self) -> str:
        """What is right, and who says so."""
        if self.asks == "zone" and self.zone is not None:
            (x, y), within = self.zone.at, self.zone.within
            told = f"within {within:g} diamonds of {x:.1f}, {y:.1f}"
        elif self.asks == "chance" and self.chance is not None:
            told = f"{100 * self.chance:.0f} %, give or take {100 * self.tolerance:.0f}"
        else:
            told = " or ".join(one.words for one in self.right)
        return f"{told[:1].upper()}{told[1:]}, as {JUDGES[self.judged]} has it." if told else ""


@dataclass(frozen=True)
class Answer:
    """What somebody answers: as his question asks, a choice, a ball and pocket, a place or a chance."""

    choice: Choice | None = None
    ball: str | None = None
    pocket: str | None = None
    at: Place | None = None
    chance: float | None = None


@dataclass(frozen=True)
class Judged:
    """An answer judged. off : diamonds from the zone's edge, or share from the make chance; None where neither."""

    right: bool
    words: str
    off: float | None = None


def judged(question: Question, answer: Answer, balls: Sequence[str]) -> Judged:
    """Whether an answer is right. `Refused` for one that does not answer what is asked."""
    if question.asks == "zone":
        return _at_a_place(question, answer)
    if question.asks == "chance":
        return _guessed(question, answer)
    return _chosen(question, answer, balls)


def _chosen(question: Question, answer: Answer, balls: Sequence[str]) -> Judged:
    meant, ball, pocket = "pot", answer.ball, answer.pocket
    if question.asks == "play":
        if answer.choice is None:
            raise refuse("answer", "it is no choice", "Say what you would play.")
        meant, ball, pocket = answer.choice.meant, answer.choice.ball, answer.choice.pocket
    elif ball not in balls:
        raise refuse("answer", "it names no ball that is on the table", f"Use {', '.join(balls)}.")
    elif pocket not in POCKET_WORDS:
        raise refuse("answer", "it names no pocket", f"Use {', '.join(POCKET_WORDS)}.")
    return Judged(any(one.is_meant_by(meant, ball, pocket) for one in question.right), question.words)


def _at_a_place(question: Question, answer: Answer) -> Judged:
    if answer.at is None or not (0 <= answer.at[0] <= 8 and 0 <= answer.at[1] <= 4):
        raise refuse("answer", "it is no place on the table", "Use 0 to 8 and 0 to 4 diamonds.")
    if question.zone is None:
        return Judged(False, question.words)
    off = max(0.0, math.dist(answer.at, question.zone.at) - question.zone.within)
    return Judged(off <= question.tolerance, question.words, off)


def _guessed(question: Question, answer: Answer) -> Judged:
    if answer.chance is None or not 0 <= answer.chance <= 1:
        raise refuse("answer", "it is no chance", "Use 0 to 1.")
    if question.chance is None:
        return Judged(False, question.words)
    off = answer.chance - question.chance
    return Judged(abs(off) <= question.tolerance + 1e-9, question.words, off)
