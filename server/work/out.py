"""How a piece of work is told to the page: what all kinds of it have."""

from ninja import Schema


class WorkOut(Schema):
    """How far it is; `waits_for`: what it waits for, in words, when it does."""

    id: int
    status: str
    progress: float
    revision: int
    failure: str
    waits_for: str
