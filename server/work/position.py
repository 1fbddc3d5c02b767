"""A position as it is asked about: a layout and both players; how a question keeps it, and what it means later."""

from dataclasses import dataclass
from typing import Any

from ninja import Schema
from pydantic import Field

from edge.documents import LayoutDocument
from partita.files import layout_file
from partita.games.question import Question
from partita.games.situation import Situation
from partita.players.stroke_model import StrokeModel, stroke_model_from
from profiles.services import stroke_model_named


class PositionIn(Schema):
    """A layout document and both players, by the keys of the list of players."""

    document: LayoutDocument
    me: str = Field(max_length=80)
    them: str = Field(max_length=80)


class PlayersOut(Schema):
    """Who was chosen, by the keys of the list of players."""

    me: str
    them: str


class PositionOut(Schema):
    """The position of a question that was asked."""

    document: LayoutDocument
    players: PlayersOut


@dataclass(frozen=True)
class Position:
    """A layout with both players' strokes."""

    file: layout_file.LayoutFile
    me: StrokeModel
    them: StrokeModel

    @property
    def situation(self) -> Situation:
        """As the balls lie."""
        return self.file.situation

    @property
    def question(self) -> Question:
        """The situation with both players in their seats."""
        return Question(self.situation, self.me, self.them)


def position_in(owner: Any, asked: PositionIn) -> Position:
    """What somebody asks about. `Refused` where it cannot lie so, or no such player is his."""
    file = layout_file.read(asked.document.root)
    return Position(file, stroke_model_named(owner, asked.me), stroke_model_named(owner, asked.them))


def kept(position: Position, asked: PositionIn) -> dict[str, Any]:
    """A position as a question keeps it: both players' strokes as they are now, whatever becomes of their profiles."""
    return {
        "document": layout_file.write(position.file),
        "me": position.me.as_json(),
        "them": position.them.as_json(),
        "players": {"me": asked.me, "them": asked.them},
    }


def position_of(question: dict[str, Any]) -> Position:
    """The position of a kept question."""
    file = layout_file.read(question["document"])
    return Position(file, stroke_model_from(question["me"]), stroke_model_from(question["them"]))
