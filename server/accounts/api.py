"""Signing in and out, and making an account."""

from django.contrib.auth import authenticate, login, logout
from django.contrib.auth.models import User
from django.contrib.auth.password_validation import validate_password
from django.core.exceptions import ValidationError
from django.db import IntegrityError, transaction
from django.http import HttpRequest
from django.middleware.csrf import get_token
from ninja import Router, Schema
from ninja.errors import HttpError
from pydantic import Field

from partita.errors import refuse

router = Router(tags=["accounts"])


class Credentials(Schema):
    """A name and a password."""

    username: str = Field(min_length=1, max_length=60)
    password: str = Field(min_length=1, max_length=200)


class SessionOut(Schema):
    """Who is signed in, and the token that changes must carry."""

    username: str | None
    csrf: str


def _session(request: HttpRequest) -> SessionOut:
    name = request.user.get_username() if request.user.is_authenticated else None
    return SessionOut(username=name, csrf=get_token(request))


@router.get("/session", response=SessionOut, auth=None)
def session(request: HttpRequest) -> SessionOut:
    """Who is signed in."""
    return _session(request)


@router.post("/session", response=SessionOut, auth=None)
def sign_in(request: HttpRequest, body: Credentials) -> SessionOut:
    """Sign in."""
    user = authenticate(request, username=body.username, password=body.password)
    if user is None:
        raise refuse("sign-in", "the name or the password is wrong", "Try again, or make an account.")
    login(request, user)
    return _session(request)


@router.delete("/session", response=SessionOut)
def sign_out(request: HttpRequest) -> SessionOut:
    """Sign out."""
    logout(request)
    return _session(request)


@router.post("/accounts", response=SessionOut, auth=None)
def register(request: HttpRequest, body: Credentials) -> SessionOut:
    """Make an account and sign in."""
    try:
        validate_password(body.password)
    except ValidationError as error:
        raise refuse("password", " ".join(error.messages).rstrip("."), "Choose another one.") from None
    if "\x00" in body.username or "\x00" in body.password:
        raise HttpError(422, "a name cannot hold that character")
    try:
        with transaction.atomic():
            user = User.objects.create_user(body.username, password=body.password)
    except IntegrityError:
        raise refuse("username", "it is taken", "Choose another one.") from None
    login(request, user)
    return _session(request)
