"""Accounts: found by name, made, their passwords checked and changed."""

import secrets

from django.contrib.auth.hashers import check_password, make_password
from django.contrib.auth.models import User
from django.contrib.auth.password_validation import validate_password
from django.core.exceptions import ValidationError
from django.db import IntegrityError, transaction

from accounts.limits import one_hash_at_a_time
from accounts.models import AccountName
from edge.naming import folded, plain_name
from partita.errors import refuse

_LONGEST_NAME = 60


def account_named(name: str) -> User | None:
    """The account that goes by this name: as it is written, else however it is typed."""
    exact = User.objects.filter(username=name).first()
    if exact:
        return exact
    found = AccountName.objects.select_related("user").filter(folded=folded(name)[:200]).first()
    return found.user if found else None


def is_password(user: User | None, password: str) -> bool:
    """Whether it is this account's password; takes as long where there is no account."""
    kept = user.password if user is not None and user.is_active else None
    with one_hash_at_a_time():
        if kept is None:
            make_password(password)
            return False
        return check_password(password, kept)


def make_account(name: str, password: str, *, is_admin: bool = False) -> User:
    """A new account. Raises `Refused` for names that are taken or cannot be, and for weak passwords."""
    try:
        plain = plain_name(name)
    except ValueError as error:
        raise refuse("username", str(error), "Choose another one.") from None
    found_by = folded(plain)
    if not found_by or len(plain) > _LONGEST_NAME:
        raise refuse("username", "it is too long or blank", f"Use 1 to {_LONGEST_NAME} letters.")
    user = User(username=plain, is_staff=is_admin)
    _check_new(password, user)
    with one_hash_at_a_time():
        user.password = make_password(password)
    try:
        with transaction.atomic():
            user.save()
            AccountName.objects.create(user=user, folded=found_by)
    except IntegrityError:
        raise refuse("username", "it is taken", "Choose another one.") from None
    return user


def change_password(user: User, new: str) -> None:
    """Give an account another password; whoever is signed in with the old one is not any more."""
    _check_new(new, user)
    with one_hash_at_a_time():
        user.password = make_password(new)
    user.save(update_fields=["password"])


def reset_password(user: User) -> str:
    """A new password that nobody knows yet, for an account whose player has lost his."""
    new = "-".join(secrets.token_hex(2) for _ in range(4))
    change_password(user, new)
    return new


def _check_new(password: str, user: User) -> None:
    if folded(password) == folded(user.username):
        raise refuse("password", "it is the name", "Choose another one.")
    try:
        validate_password(password, user)
    except ValidationError as error:
        raise refuse("password", " ".join(error.messages).rstrip("."), "Choose another one.") from None
