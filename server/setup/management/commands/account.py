"""Making an account from the machine's own command line."""

import sys
from typing import Any

from django.contrib.auth.models import User
from django.core.management.base import BaseCommand, CommandError, CommandParser

from accounts import services
from partita.errors import Refused
from setup import demo


class Command(BaseCommand):
    """`manage.py account [NAME]`, its password on standard input"""

    help = "Make an account, or say how many there are."

    def add_arguments(self, parser: CommandParser) -> None:
        """Whose."""
        parser.add_argument("name", nargs="?")

    def handle(self, *args: Any, **options: Any) -> None:
        """Make it; without a name print how many accounts there are beside the demo's."""
        if options["name"] is None:
            self.stdout.write(str(User.objects.exclude(username=demo.USER).count()))
            return
        try:
            services.make_account(options["name"], sys.stdin.readline().rstrip("\n"), is_admin=True)
        except Refused as refused:
            raise CommandError(str(refused)) from None
