"""Names are an account's own: each once; and what a page may call something that it sends."""

from django.db import IntegrityError, models, transaction

from partita.errors import refuse

# A page's own name of something, by which it is kept once however often it is sent.
SENT_AS = r"^[A-Za-z0-9_-]{8,80}$"


def save_named(row: models.Model, name: str, what: str) -> None:
    """Save a row under its name. Raises `Refused` when its owner has one of that name already."""
    try:
        with transaction.atomic():
            row.save()
    except IntegrityError:
        raise refuse(
            "name", f"there is a {what} “{name[:40]}” already", "Choose another name, or change that one."
        ) from None
