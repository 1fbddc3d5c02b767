"""The account behind a request."""

from typing import cast

from django.contrib.auth.models import User
from django.http import HttpRequest


def account(request: HttpRequest) -> User:
    """The signed-in user; only for addresses that demand a session."""
    return cast(User, request.user)
