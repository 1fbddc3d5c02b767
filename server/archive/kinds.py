"""Files taken in, as a kind of work: outside the web process, one at a time, in one transaction each."""

import time
from collections.abc import Iterator
from datetime import timedelta
from functools import partial
from typing import Any, Literal

from django.db import transaction
from django.utils import timezone
from ninja import Schema
from ninja.files import UploadedFile
from pydantic import Field

from archive import everything
from archive.models import Import, ImportPart
from edge.busy import BusyError
from edge.documents import decoded
from partita.errors import Refused, refuse
from partita.files import practice_file, record_file
from partita.files.json_text import finite_json
from partita.progress import Steps
from practice.taking import taking as taking_practice
from records import files as records
from records.files import Reading
from work.addresses import WorkOut
from work.asking import asked_beside
from work.followed import in_one_transaction
from work.kinds import Answer, Kind, registered
from work.models import OVER, UNENDED

# The largest file of each kind, bytes.
_LARGEST = {
    "account": record_file.LARGEST_BYTES,
    "record": record_file.LARGEST_BYTES,
    "practice": practice_file.LARGEST_BYTES,
}
_PART_BYTES = 1_000_000
# Files of one account that are on their way at a time.
_MOST_WAITING = 8
# A list that is shown, not kept.
_MOST_SHOWN = 200


class FileImportIn(Schema):
    """What is sent: everything of an account, a record (JSON, or CSV of racks or of decisions), or practice.

    level : of a record's players whom nobody knows here; none leaves their matches out
    only_read : a record is shown as it would be taken, and nothing is kept
    """

    what: Literal["account", "record", "practice"]
    level: str = Field("", max_length=40)
    only_read: bool = False


class ProblemOut(Schema):
    """One thing wrong in a file: why it was left out, or why nothing was taken."""

    where: str
    what: str
    accepted: str


class MatchRead(Schema):
    """A match of a file."""

    date: str
    player: str
    opponent: str
    racks: int
    decisions: int


class FileImportDocument(Schema):
    """What of a file is new, by its kind; of a record also the first matches, what is known already, and whom nobody
    knows here; what is wrong in it.
    """

    new: dict[str, int]
    known: int
    matches: list[MatchRead]
    strangers: list[str]
    problems: list[ProblemOut]


def _document(**told: Any) -> FileImportDocument:
    return FileImportDocument(**{"new": {}, "known": 0, "matches": [], "strangers": [], "problems": [], **told})


class FileImportOut(WorkOut):
    """A file on its way in, and what it came to."""

    question: FileImportIn
    document: FileImportDocument | None


def ask(owner: Any, file: UploadedFile, asked: FileImportIn) -> Import:
    """Put a file by, and set its reading going. `Refused` where it is too large, `BusyError` where too many wait.

    The same file sent twice at once is read twice, and the second time all of it is known.
    """
    largest = _LARGEST[asked.what]
    if (file.size or 0) > largest:
        raise refuse("file", "it is too large", f"Give at most {largest // 1_000_000} MB.")
    records.check_level(asked.level)
    mine = Import.objects.filter(owner=owner)
    if mine.filter(status__in=UNENDED).count() >= _MOST_WAITING:
        raise BusyError("file", f"{_MOST_WAITING} of yours are waiting already", "Wait for one of them.", 5)
    with transaction.atomic():
        ImportPart.objects.filter(file__in=mine.filter(status__in=OVER)).delete()
        row = asked_beside(IMPORTS, owner=owner, question=asked.dict())
        for content in file.chunks(_PART_BYTES):
            ImportPart.objects.create(file=row, content=content)
    return row


def _steps(row: Import) -> Steps[FileImportDocument]:
    """Take it in, and put down what it came to in the same transaction: it is told so whoever dies right after it."""
    found = yield from _taking(row)
    Import.objects.filter(pk=row.pk).update(document=found.dict())
    return found


def _taking(row: Import) -> Steps[FileImportDocument]:
    asked, owner = FileImportIn(**row.question), row.owner
    text = decoded(b"".join(row.parts.values_list("content", flat=True)))  # type: ignore[attr-defined]
    if asked.what == "account":
        return _document(new=(yield from everything.bringing_back(owner, text)))
    if asked.what == "practice":
        file = practice_file.read_practice(finite_json(text))
        return _document(new=(yield from taking_practice(owner, file)))
    take = records.reading if asked.only_read else records.taking
    return _of_record((yield from take(owner, records.record_of(text), asked.level)))


def _of_record(found: Reading) -> FileImportDocument:
    matches = [
        MatchRead(
            date=one.date.isoformat(), player=one.player, opponent=one.opponent, racks=len(one.racks),
            decisions=sum(len(rack.decisions) for rack in one.racks),
        )
        for one in found.matches[:_MOST_SHOWN]
    ]  # fmt: skip
    return _document(
        new={"matches": len(found.matches), "decisions": len(found.decisions)}, known=found.known, matches=matches,
        strangers=found.strangers[:_MOST_SHOWN], problems=_problems(found),
    )  # fmt: skip


def _problems(of: Reading | Refused) -> list[ProblemOut]:
    return [ProblemOut(where=one.where, what=one.what, accepted=one.accepted) for one in of.problems]


def _answers(row: Import) -> Iterator[Answer]:
    began = time.monotonic()
    if row.document and row.document["new"]:
        # All of it was in when the worker died that had taken it.
        yield Answer(row.document, 1.0, row.seconds)
        return
    try:
        for share, found in in_one_transaction(partial(_steps, row)):
            yield Answer(found.dict() if found else None, share, time.monotonic() - began)
    except Refused as refused:
        yield Answer(_document(problems=_problems(refused)).dict(), 1.0, time.monotonic() - began)
        raise
    ImportPart.objects.filter(file=row).delete()


def clear_old() -> int:
    """Delete what lay here since yesterday: what was to be taken has been. How many."""
    return Import.objects.filter(updated__lt=timezone.now() - timedelta(days=1)).delete()[0]


IMPORTS = registered(Kind(
    name="imports", model=Import, answers=_answers, one_at_a_time=True,
    read=lambda row: FileImportDocument.model_validate(row.document),
    went_wrong="Something went wrong while this file was taken in. Nothing of it is kept; try again.",
))  # fmt: skip
