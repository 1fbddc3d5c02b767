"""Names: what may be one, an account's own each once, and what a page may call something that it sends."""

import unicodedata
from typing import Annotated

from django.db import IntegrityError, models, transaction
from pydantic import AfterValidator

from partita.errors import refuse

# A page's own name of something, by which it is kept once however often it is sent.
SENT_AS = r"^[A-Za-z0-9_-]{8,80}$"
# Unicode's categories of what cannot be seen or has no meaning by itself: control, format (direction marks are among
# them), surrogate, private, unassigned, line and paragraph separators.
_UNSEEN = ("Cc", "Cf", "Cs", "Co", "Cn", "Zl", "Zp")


def plain_name(name: str) -> str:
    """A name as it is kept: composed, without blanks around it. ValueError where nobody could read it."""
    kept = unicodedata.normalize("NFC", name).strip()
    if not kept:
        raise ValueError("a name must have letters that can be seen")
    if any(unicodedata.category(letter) in _UNSEEN for letter in kept):
        raise ValueError("a name cannot hold control characters or marks that turn its direction")
    return kept


def folded(name: str) -> str:
    """What two names have in common that look alike: compatible letters and case make no difference."""
    return unicodedata.normalize("NFKC", unicodedata.normalize("NFKC", name).casefold()).strip()


# A field for a name, in a request.
Name = Annotated[str, AfterValidator(plain_name)]
# The same where it may be left out.
NameOrNone = Annotated[str, AfterValidator(lambda name: plain_name(name) if name else name)]


def save_named(row: models.Model, name: str, what: str) -> None:
    """Save a row under its name. Raises `Refused` for a name nobody can read, and for one its owner has already."""
    try:
        plain_name(name)
    except ValueError as error:
        raise refuse("name", str(error), "Choose another name.") from None
    try:
        with transaction.atomic():
            row.save()
    except IntegrityError:
        raise refuse(
            "name", f"there is a {what} “{name[:40]}” already", "Choose another name, or change that one."
        ) from None
