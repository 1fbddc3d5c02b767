"""The demo's rows: made once as `prepare` makes them, kept in a schema beside the tables, copied back for each test."""

from django.conf import settings
from django.contrib.auth.models import User
from django.contrib.sessions.models import Session
from django.core.management import call_command
from django.db import OperationalError, connection, transaction
from django.test import Client

from setup import demo

_kept: set[str] = set()
_session: dict[str, str] = {}


def lay_out(season: bool) -> None:
    """Leave the demo's rows and nothing else in the database; with its season or without."""
    schema = "demo_with_season" if season else "demo"
    _empty()
    if schema not in _kept:
        call_command("prepare", demo=True, without_season=not season)
        _sign_in()
        _keep(schema)
    else:
        _copy_back(schema)


def forget() -> None:
    """An empty database again, for tests that know of no demo."""
    _empty()
    call_command("flush", verbosity=0, interactive=False)


def cookies(address: str) -> list[dict[str, str]]:
    """With which a browser is signed in as the demo's player."""
    return [{"name": settings.SESSION_COOKIE_NAME, "value": _session["key"], "url": address}]


def cookies_of(name: str, address: str) -> list[dict[str, str]]:
    """With which a browser is signed in as another account, made for it."""
    client = Client()
    client.force_login(User.objects.create_user(name, password="a-long-password"))
    return [{"name": settings.SESSION_COOKIE_NAME, "value": str(client.session.session_key), "url": address}]


def _sign_in() -> None:
    client = Client()
    client.force_login(User.objects.get(username=demo.USER))
    # One session for all: its row is one of those that are laid out.
    key = str(client.session.session_key)
    Session.objects.filter(pk=_session.get("key")).delete()
    if "key" in _session:
        Session.objects.filter(pk=key).update(session_key=_session["key"])
    _session.setdefault("key", key)


def _tables() -> list[str]:
    return connection.introspection.django_table_names(only_existing=True, include_views=False)


def _empty() -> None:
    """No rows any more; again where the worker, still at a question of the test before, just wrote one."""
    for rest in (2, 1, 0):
        try:
            with connection.cursor() as cursor:
                cursor.execute(f"TRUNCATE {', '.join(_tables())} CASCADE")
            return
        except OperationalError:
            if not rest:
                raise


def _keep(schema: str) -> None:
    with connection.cursor() as cursor:
        cursor.execute(f"DROP SCHEMA IF EXISTS {schema} CASCADE")
        cursor.execute(f"CREATE SCHEMA {schema}")
        for table in _tables():
            cursor.execute(f"CREATE TABLE {schema}.{table} AS TABLE public.{table}")
    _kept.add(schema)


def _copy_back(schema: str) -> None:
    # Keys are checked when all is there.
    with transaction.atomic(), connection.cursor() as cursor:
        for table in _tables():
            cursor.execute(f"INSERT INTO public.{table} SELECT * FROM {schema}.{table}")
        cursor.execute(
            "SELECT pg_get_serial_sequence(table_name, column_name), table_name FROM information_schema.columns "
            "WHERE table_schema = 'public' AND is_identity = 'YES' AND table_name = ANY(%s)",
            [_tables()],
        )
        for sequence, table in cursor.fetchall():
            # Never a number again: a worker that is at a row of the test before must not meet another one by that name.
            highest = f"(SELECT coalesce(max(id), 0) + 1 FROM {table})"
            cursor.execute(f"SELECT setval('{sequence}', greatest(nextval('{sequence}'), {highest}))")
