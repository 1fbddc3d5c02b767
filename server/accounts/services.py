"""Accounts: found by name, made, their passwords checked and changed."""

import secrets

from django.contrib.auth.hashers import check_password, make_password
from django.contrib.auth.models import User
from django.contrib.auth.password_validation import validate_password
from django.core.exceptions import ValidationError
from django.db import connection, transaction

from accounts.limits import one_hash_at_a_time
from accounts.models import AccountName
from edge.naming import folded, plain_name
from partita.errors import refuse

_LONGEST_NAME = 60
# Letters of a password that are not the same.
_FEWEST_DIFFERENT = 5


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


def make_account(name: str, password: str, *, is_admin: bool = False, is_demo: bool = False) -> User:
    """A new account. Raises `Refused` for names that are taken or cannot be, and for weak passwords.

    is_demo : its password is known to all, however long it is
    """
    try:
        plain = plain_name(name)
    except ValueError as error:
        raise refuse("username", str(error), "Choose another one.") from None
    found_by = folded(plain)
    if not found_by or len(plain) > _LONGEST_NAME:
        raise refuse("username", "it is too long or blank", f"Use 1 to {_LONGEST_NAME} letters.")
    user = User(username=plain, is_staff=is_admin)
    _check_free(plain)
    if not is_demo:
        _check_new(password, user)
    with one_hash_at_a_time():
        user.password = make_password(password)
    with transaction.atomic():
        _wait_for_the_name(found_by)
        _check_free(plain)
        user.save()
        AccountName.objects.create(user=user, folded=found_by)
    return user


def _check_free(name: str) -> None:
    """Looked up, and not left to the database to refuse: its log would tell what was to be kept, a hash among it."""
    if account_named(name) is not None:
        raise refuse("username", "it is taken", "Choose another one.")


def _wait_for_the_name(found_by: str) -> None:
    """Of two who choose a name at once the second one waits here, and then finds it taken."""
    with connection.cursor() as cursor:
        cursor.execute("SELECT pg_advisory_xact_lock(hashtextextended(%s, 0))", [found_by])


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
    # Blanks in a row count once, as the standard has it: a password of blanks alone is none.
    counted = " ".join(password.split())
    if len(set(counted)) < _FEWEST_DIFFERENT:
        raise refuse(
            "password", "it is blank, or the same few letters again and again", "Use three or four words in a row."
        )
    if folded(password) == folded(user.username):
        raise refuse("password", "it is the name", "Choose another one.")
    try:
        validate_password(counted, user)
    except ValidationError as error:
        raise refuse("password", " ".join(error.messages).rstrip("."), "Choose another one.") from None
