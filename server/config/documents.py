"""Documents of the core as the API takes them: whole, since the core reads and refuses them in its own words; their
shape, for the page's types, is the published JSON Schema."""

import json
from pathlib import Path
from typing import Any

from pydantic import GetJsonSchemaHandler, RootModel

from partita.files import layout_file

_SCHEMA: dict[str, Any] = json.loads(Path(layout_file.__file__).with_name("layout.schema.json").read_text("utf-8"))
# A table: the name of a standard one, or an object with its fields.
TableDocument = str | dict[str, Any]


class LayoutDocument(RootModel[dict[str, Any]]):
    """A layout file's content (`docs/formats.md`)."""

    @classmethod
    def __get_pydantic_json_schema__(cls, schema: Any, handler: GetJsonSchemaHandler) -> dict[str, Any]:
        """The published schema."""
        return {key: value for key, value in _SCHEMA.items() if key not in ("$schema", "$id")}
