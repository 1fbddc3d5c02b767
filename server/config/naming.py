"""Names are an account's own: each once."""

from django.db import IntegrityError, models, transaction

from partita.errors import refuse


def save_named(row: models.Model, name: str, what: str) -> None:
    """Save a row under its name. Raises `Refused` when its owner has one of that name already."""
    try:
        with transaction.atomic():
            row.save()
    except IntegrityError:
        raise refuse(
            "name", f"there is a {what} “{name[:40]}” already", "Choose another name, or change that one."
        ) from None
