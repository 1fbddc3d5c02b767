"""Documents of the core as the API takes them: whole, since the core reads and refuses them in its own words; their
shape, for the page's types, is the published JSON Schema."""

import json
from pathlib import Path
from typing import Any

from ninja.files import UploadedFile
from pydantic import GetJsonSchemaHandler, RootModel

from partita.errors import refuse
from partita.files import layout_file
from partita.files.json_text import plain_text

_SCHEMA: dict[str, Any] = json.loads(Path(layout_file.__file__).with_name("layout.schema.json").read_text("utf-8"))
# A table: the name of a standard one, or an object with its fields.
TableDocument = str | dict[str, Any]


def text_of(file: UploadedFile, largest: int) -> str:
    """The text of a file that was sent. `Refused` when it is too large, or no text."""
    if (file.size or 0) > largest:
        raise refuse("file", "it is too large", f"Give at most {largest // 1000:,} kB.")
    return decoded(file.read())


def decoded(content: bytes) -> str:
    """A file's text. `Refused` when it is none."""
    try:
        return plain_text(str(content, "utf-8-sig"), "file")
    except UnicodeDecodeError:
        raise refuse("file", "it is no text", "Give JSON or CSV, encoded as UTF-8.") from None


class LayoutDocument(RootModel[dict[str, Any]]):
    """A layout file's content (`docs/formats.md`)."""

    @classmethod
    def __get_pydantic_json_schema__(cls, schema: Any, handler: GetJsonSchemaHandler) -> dict[str, Any]:
        """The published schema."""
        return {key: value for key, value in _SCHEMA.items() if key not in ("$schema", "$id")}
