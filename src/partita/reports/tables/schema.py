"""The document of a measured table: each setting with its interval, in words."""

from typing import Annotated

from pydantic import PlainSerializer

from partita.reports.schema import Document

Fine = Annotated[float, PlainSerializer(lambda value: round(value, 5), return_type=float)]


class SettingDocument(Document):
    """A measured setting: its field of the table, what it was set to, and its value with the 95 % interval."""

    field: str
    name: str
    was: Fine
    value: Fine
    low: Fine
    high: Fine
    words: str


class MeasuredTableDocument(Document):
    """What readings say of a table; `words` where there is nothing to say yet."""

    settings: list[SettingDocument]
    readings: int
    tries: int
    words: str
