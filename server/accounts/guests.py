"""Guests: who has no account is known by his browser's session, for a day, in each place that he came to."""

from django.http import HttpRequest

_KNOWN = "guest"
_FOR_S = 24 * 3600


def guest_in(request: HttpRequest, place: str) -> int | None:
    """Under which key this browser is known in a place."""
    found: int | None = request.session.get(_KNOWN, {}).get(place)
    return found


def remember(request: HttpRequest, place: str, key: int, for_s: int = _FOR_S) -> None:
    """From now on this browser is known there under that key. for_s : how long, at least"""
    known = {**request.session.get(_KNOWN, {}), place: key}
    request.session[_KNOWN] = known
    request.session.set_expiry(max(for_s, request.session.get_expiry_age() if len(known) > 1 else 0))
