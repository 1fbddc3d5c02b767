"""Signing in and out, making an account, another password."""

from typing import Any

from django.contrib.auth import login, logout, update_session_auth_hash
from django.contrib.auth.models import User
from django.http import HttpRequest
from django.middleware.csrf import get_token
from ninja import Router, Schema
from ninja.errors import HttpError
from ninja.utils import check_csrf
from pydantic import Field

from accounts import limits, services
from edge.current import account
from edge.naming import folded
from partita.errors import refuse

router = Router(tags=["accounts"])
_BACKEND = "django.contrib.auth.backends.ModelBackend"


class Credentials(Schema):
    """A name and a password."""

    username: str = Field(min_length=1, max_length=60)
    password: str = Field(min_length=1, max_length=200)


class PasswordIn(Schema):
    """One's password, and the one to have from now on."""

    old: str = Field(max_length=200)
    new: str = Field(min_length=1, max_length=200)


class SessionOut(Schema):
    """Who is signed in, and the token that changes must carry."""

    username: str | None
    csrf: str


def visitor(request: HttpRequest) -> Any:
    """Anybody, from a page that was opened here: signing in and making accounts carry the page's token too."""
    if check_csrf(request):
        raise HttpError(403, "not from a page that was opened here")
    return True


def session_of(request: HttpRequest) -> SessionOut:
    """Who asks, and his token."""
    name = request.user.get_username() if request.user.is_authenticated else None
    return SessionOut(username=name, csrf=get_token(request))


def _enter(request: HttpRequest, user: User) -> SessionOut:
    login(request, user, backend=_BACKEND)
    return session_of(request)


@router.get("/session", response=SessionOut, auth=None)
def session(request: HttpRequest) -> SessionOut:
    """Who is signed in."""
    return session_of(request)


@router.post("/session", response=SessionOut, auth=visitor)
def sign_in(request: HttpRequest, body: Credentials) -> SessionOut:
    """Sign in."""
    name, address = folded(body.username), limits.address_of(request)
    limits.count_sign_in(name, address)
    user = services.account_named(body.username)
    if not services.is_password(user, body.password) or user is None:
        raise refuse("sign-in", "the name or the password is wrong", "Try again, or make an account.")
    limits.forget_sign_ins(name, address)
    return _enter(request, user)


@router.delete("/session", response=SessionOut)
def sign_out(request: HttpRequest) -> SessionOut:
    """Sign out."""
    logout(request)
    return session_of(request)


@router.post("/accounts", response=SessionOut, auth=visitor)
def register(request: HttpRequest, body: Credentials) -> SessionOut:
    """Make an account and sign in."""
    limits.count_new_account(limits.address_of(request))
    return _enter(request, services.make_account(body.username, body.password))


@router.post("/account/password", response=SessionOut)
def change_password(request: HttpRequest, body: PasswordIn) -> SessionOut:
    """Change one's password. Other devices are signed out by that."""
    user = account(request)
    limits.count_sign_in(folded(user.username), limits.address_of(request))
    if not services.is_password(user, body.old):
        raise refuse("old", "it is not your password", "Type the password with which you signed in.")
    services.change_password(user, body.new)
    update_session_auth_hash(request, user)
    return session_of(request)
