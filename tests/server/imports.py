"""Files sent and taken in as a worker would, but in this process and on the tests' own connection."""

from collections.abc import Callable, Iterator
from typing import Any
from unittest import mock

from django.core.files.uploadedfile import SimpleUploadedFile
from django.db import transaction
from django.test import Client

from archive.models import Import
from partita.progress import Steps, at_once
from tests.server.asked import no_jobs
from work.running import run


def sent(client: Client, what: str, content: str | bytes, **more: str) -> Any:
    """The answer to a file that was sent; it waits for a worker."""
    raw = content if isinstance(content, bytes) else content.encode()
    with no_jobs():
        return client.post("/api/imports", {"file": SimpleUploadedFile("a-file", raw), "what": what, **more})


def taken_in(client: Client, what: str, content: str | bytes, **more: str) -> dict[str, Any]:
    """What became of a file: its import as the page sees it."""
    return taken(client, sent(client, what, content, **more))


def taken(client: Client, answer: Any) -> dict[str, Any]:
    """The same of a file that was accepted."""
    key = answer.json()["id"]
    with mock.patch("archive.kinds.in_one_transaction", _here):
        run(Import.objects.get(pk=key), lambda: False)
    found: dict[str, Any] = client.get(f"/api/imports/{key}").json()
    return found


def _here(steps: Callable[[], Steps[Any]]) -> Iterator[tuple[float, Any]]:
    with transaction.atomic():
        found = at_once(steps())
    yield 1.0, found
