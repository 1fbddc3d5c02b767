"""How often somebody may try to get in, and how many passwords are worked on at a time.

A password's hash takes a third of a second of a core by design. Tries are counted in the database, so that all web
processes know of them; hashes of one process come one after another, and none holds a database connection meanwhile.
"""

import threading
from collections.abc import Iterator
from contextlib import contextmanager
from datetime import timedelta

from django.db.models import Q
from django.http import HttpRequest
from django.utils import timezone

from accounts.models import Try
from edge.at_once import let_go_of_the_database
from edge.busy import BusyError

# The most tries within so long: of one name from one address, of one name (more than one address can make, so that
# nobody shuts a player out from one phone), and of one address.
_MINUTE, _HOUR = timedelta(minutes=1), timedelta(hours=1)
SIGN_INS = {"name and address": (5, _MINUTE), "name": (1000, _HOUR), "address": (20, _MINUTE)}
NEW_ACCOUNTS = {"address": (10, _HOUR)}
# Wrong links opened from one address: nobody finds one by trying.
OPENINGS = {"address": (30, _MINUTE)}
# A club's whole evening of new players from everywhere, and no more.
NEW_ACCOUNTS_A_DAY = 200
# How long somebody waits for passwords of others before he is asked to come again.
_PATIENCE_S = 5.0
_hashing = threading.BoundedSemaphore(1)


def address_of(request: HttpRequest) -> str:
    """Where a request comes from: the proxy's word where one is trusted, which the server's process sees to."""
    return str(request.META.get("REMOTE_ADDR") or "")


def _keys(what: str, name: str, address: str) -> dict[str, str]:
    return {
        "name and address": f"{what} {name[:60]} {address[:45]}",
        "name": f"{what} {name[:60]} *",
        "address": f"{what} * {address[:45]}",
    }


def count_sign_in(name: str, address: str) -> None:
    """Count one try to sign in. Raises `BusyError` when there were too many."""
    _count(_keys("in", name, address), SIGN_INS)


def forget_sign_ins(name: str, address: str) -> None:
    """It was the right password: what was tried with this name from here before does not count any more."""
    keys = _keys("in", name, address)
    Try.objects.filter(key__in=[keys["name and address"], keys["name"]]).delete()


def count_new_account(address: str) -> None:
    """Count one try to make an account. Raises `BusyError` when there were too many."""
    _count(_keys("new", "", address), NEW_ACCOUNTS)
    today = Try.objects.filter(key__startswith="new * ", at__gt=timezone.now() - timedelta(days=1))
    if today.count() > NEW_ACCOUNTS_A_DAY:
        raise BusyError("accounts", "many accounts were made here today", "Try again tomorrow.", 3600)


def count_opening(address: str) -> None:
    """Count one link that there is not. Raises `BusyError` when there were too many."""
    _count(_keys("link", "", address), OPENINGS, "link")


def _count(keys: dict[str, str], limits: dict[str, tuple[int, timedelta]], where: str = "sign-in") -> None:
    now = timezone.now()
    for kind, (most, span) in limits.items():
        if Try.objects.filter(Q(key=keys[kind], at__gt=now - span)).count() >= most:
            again = "in a minute" if span <= _MINUTE else "in an hour"
            raise BusyError(where, "there were too many tries", f"Try again {again}.", int(span.total_seconds()))
    Try.objects.bulk_create(Try(key=keys[kind]) for kind in limits)


def clear_tries() -> int:
    """Delete what no limit looks at any more."""
    return Try.objects.filter(at__lt=timezone.now() - timedelta(days=2)).delete()[0]


@contextmanager
def one_hash_at_a_time() -> Iterator[None]:
    """Work on a password alone, without a database connection. Raises `BusyError` where others take too long."""
    let_go_of_the_database()
    if not _hashing.acquire(timeout=_PATIENCE_S):
        raise BusyError("sign-in", "many are signing in at this moment", "Try again in a minute.", 10)
    try:
        yield
    finally:
        _hashing.release()
