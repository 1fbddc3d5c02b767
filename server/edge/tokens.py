"""Tokens: long random names that open one thing; kept as a digest, so that who reads the database opens nothing."""

import hashlib
import secrets
from typing import Annotated

from ninja import Path

_BYTES = 24
Token = Annotated[str, Path(pattern=r"^[A-Za-z0-9_-]{20,64}$")]


def new_token() -> str:
    """192 random bits, as they stand in an address."""
    return secrets.token_urlsafe(_BYTES)


def digest_of(token: str) -> str:
    """What is kept of a token."""
    return hashlib.sha256(token.encode()).hexdigest()
