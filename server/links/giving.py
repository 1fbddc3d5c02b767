"""Giving away by a link: its token, its end.

A token has 192 random bits; kept is its digest alone, so that who reads the database opens nothing. A link shows what
there was when it was made: what its owner changes later stays his own.
"""

from datetime import datetime, timedelta

from django.contrib.auth.models import User
from django.db.models import Q, QuerySet
from django.http import Http404
from django.utils import timezone

from accounts.limits import count_opening
from edge.busy import GoneError
from edge.quotas import LINKS, check_room
from edge.tokens import digest_of, new_token
from links.models import Link
from links.shown import Shown

# What has ended still says so for a while, and goes then.
_SAYS_SO = timedelta(days=90)


def open_ones(owner: User) -> QuerySet[Link]:
    """An account's links that still lead somewhere."""
    return Link.objects.filter(Q(expires=None) | Q(expires__gt=timezone.now()), owner=owner, ended=None)


def give(owner: User, kind: str, title: str, shown: Shown, by: str, days: int | None) -> tuple[Link, str]:
    """A link, and its token, which is told this once. by : its signature, or none; days : how long it lasts."""
    check_room(open_ones(owner), LINKS)
    token = new_token()
    link = Link.objects.create(
        owner=owner, digest=digest_of(token), kind=kind, title=title[:120], by=by,
        shown=shown.model_dump(mode="json", by_alias=True),
        expires=None if days is None else timezone.now() + timedelta(days=days),
    )  # fmt: skip
    return link, token


def end(link: Link) -> Link:
    """From now on it says that it has ended, and what it showed is gone."""
    if link.ended is None:
        link.ended, link.shown = timezone.now(), {}
        link.save(update_fields=["ended", "shown"])
    return link


def opened(token: str, address: str) -> Link:
    """The link of a token. 404 for none, counted against guessing; `GoneError` for one that has ended."""
    link = Link.objects.filter(digest=digest_of(token)).first()
    if link is None:
        count_opening(address)
        raise Http404
    if link.ended is not None or is_over(link.expires):
        raise GoneError("link", "this link has ended", "Ask whoever gave it to you for another.")
    return link


def is_over(expires: datetime | None) -> bool:
    """Whether a link of that last day leads nowhere any more."""
    return expires is not None and expires <= timezone.now()


def clear_ended() -> int:
    """Delete links that ended long ago."""
    before = timezone.now() - _SAYS_SO
    return Link.objects.filter(Q(ended__lt=before) | Q(expires__lt=before)).delete()[0]
