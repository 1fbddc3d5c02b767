"""Kinds of long work, as data: an app says what its kind is (`<app>/kinds.py`), and the engine does the rest."""

from collections.abc import Callable, Iterator, Mapping
from dataclasses import dataclass, field
from typing import Any, Generic, TypeVar

from pydantic import BaseModel

from work.baton import Stage
from work.models import Work

Row = TypeVar("Row", bound=Work)


@dataclass(frozen=True)
class Answer:
    """A partial or final answer: its document, how far the work is, and how long it took.

    document : None when there is no better answer yet, only more of the way behind it
    next_stage : what the next step is for; who waits for more goes first
    """

    document: Mapping[str, Any] | None
    progress: float
    seconds: float
    next_stage: Stage = Stage.SETTLING


def as_it_is(row: Work) -> Any:
    """The newest answer of a kind whose answers are as they always were."""
    return row.document


@dataclass(frozen=True, kw_only=True)
class Kind(Generic[Row]):
    """A kind of long work.

    name : in its addresses and its jobs, such as "run-outs"
    answers : works a row out, answer by answer; may be called again for the same row after a crash
    went_wrong : what is said when something fails that is ours
    read : the newest answer in today's form, whichever version gave it; a pydantic ValidationError where none can be
    needs : parts of the physics without which it waits; finer_needs : without which finer answers do
    priority : in its queue, the highest first
    takes_turns : nobody waits in front of it. It goes on where it was, makes room for others after some seconds, and
        only a few rows of an account have a job at a time
    one_at_a_time : of all accounts, for what takes much memory; it has a place in a worker of its own
    owner : the way from a row to whose it is
    together : the field that rows have in common which are one to their asker: they take turns by it, and when one
        fails the others end
    """

    name: str
    model: type[Row]
    answers: Callable[[Row], Iterator[Answer]]
    went_wrong: str
    read: Callable[[Row], BaseModel | Mapping[str, Any] | None] = field(default=as_it_is)
    needs: tuple[str, ...] = ("weighing",)
    finer_needs: tuple[str, ...] = ()
    priority: int = 10
    takes_turns: bool = False
    one_at_a_time: bool = False
    owner: str = "owner"
    together: str = "pk"

    @property
    def queue(self) -> str:
        """Of the queue that its jobs stand in."""
        return "files" if self.one_at_a_time else "long" if self.takes_turns else "studies"

    @property
    def rows(self) -> Any:
        """All rows of the kind."""
        return self.model._default_manager.all()

    def owner_of(self, key: int) -> int | None:
        """Whose a row is."""
        found: int | None = self.rows.filter(pk=key).values_list(self.owner, flat=True).first()
        return found


_by_name: dict[str, Kind[Any]] = {}
_by_model: dict[type[Work], Kind[Any]] = {}


def registered(kind: Kind[Row]) -> Kind[Row]:
    """A kind made known to the engine."""
    _by_name[kind.name] = _by_model[kind.model] = kind
    return kind


def kind_named(name: str) -> Kind[Any]:
    """The kind that a job names. Raises KeyError."""
    return _by_name[name]


def kind_with(model: type[Work]) -> Kind[Any]:
    """The kind whose rows are of a model."""
    return _by_model[model]


def kind_of(row: Work) -> Kind[Any]:
    """The kind that a row is of."""
    return kind_with(type(row))


def all_kinds() -> list[Kind[Any]]:
    """Every kind there is."""
    return list(_by_name.values())
