"""Bring a database up to date: migrations, the quiz's pool, and where it is asked for the demo, once."""

from typing import Any

from django.conf import settings
from django.contrib.auth.models import User
from django.core.management import call_command
from django.core.management.base import BaseCommand, CommandParser

from accounts.services import make_account
from layouts.models import Layout
from layouts.services import checked
from measures import attempts
from partita.files.practice_file import parse_practice
from practice import taking as practice
from practice.quiz import take_pool
from profiles.services import Wanted, save_profile
from records import files as records
from setup import demo, demo_lesson
from tables.models import TableReading
from tables.services import save as save_table


class Command(BaseCommand):
    """`manage.py prepare`"""

    help = "Migrate; with --demo load the demo data once, unless this is a server with hosts of its own."

    def add_arguments(self, parser: CommandParser) -> None:
        """Its options."""
        parser.add_argument("--demo", action="store_true", help="make the demo account when there is none")
        parser.add_argument("--without-season", action="store_true", help="leave the demo's record empty")

    def handle(self, *args: Any, **options: Any) -> None:
        """Migrate; make the demo account with its players and layouts where it is wanted and not there."""
        call_command("migrate", interactive=False, verbosity=0)
        take_pool()
        if settings.OWN_HOSTS:
            # Its password stands in the README: whatever was tried or restored here, nobody comes in by it.
            found = User.objects.filter(username=demo.USER, is_active=True).first()
            if found and found.check_password(demo.PASSWORD):
                User.objects.filter(pk=found.pk).update(is_active=False)
                self.stdout.write(f"The demo account {demo.USER} is shut: its password is known to all.")
        if not options["demo"] or settings.OWN_HOSTS or User.objects.filter(username=demo.USER).exists():
            return
        user = make_account(demo.USER, demo.PASSWORD, is_demo=True)
        for name, level, own in demo.PLAYERS:
            player = save_profile(user, Wanted(name, level, own))
            if name == demo.MEASURED:
                attempts.take_in(player, demo.ATTEMPTS.read_text("utf-8"))
        for name, words in demo.TABLES:
            table = save_table(user, name, words)
            TableReading.objects.bulk_create(
                TableReading(table=table, kind=kind, values=values, token=f"demo-{place}")
                for place, (of, kind, values) in enumerate(demo.READINGS)
                if of == name
            )
        if not options["without_season"]:
            records.take(user, demo.SEASON.read_text("utf-8"))
            practice.take(user, parse_practice(demo.PRACTICE.read_text("utf-8")))
        for name, places, situation in reversed(demo.LAYOUTS):
            document = checked({**demo.document(places, situation), "name": name})
            Layout.objects.create(owner=user, name=name, document=document)
        demo_lesson.lay_out(user)
