"""Codes that are read out and typed: eight letters and digits, none of which is taken for another."""

import secrets

_LETTERS, _LONG = "ABCDEFGHJKMNPQRSTUVWXYZ23456789", 8


def new_code() -> str:
    """A code of 39 random bits."""
    return "".join(secrets.choice(_LETTERS) for _ in range(_LONG))


def plain_code(typed: str) -> str:
    """A code as it is meant, however it was typed."""
    return "".join(letter for letter in typed.upper() if letter.isalnum())
