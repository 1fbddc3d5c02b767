"""A new password for a player who has lost his: for whoever runs the machine."""

from typing import Any

from django.core.management.base import BaseCommand, CommandError, CommandParser

from accounts import services
from accounts.limits import forget_sign_ins


class Command(BaseCommand):
    """`manage.py password NAME`"""

    help = "Print a new password for an account; whoever is signed in with the old one is not any more."

    def add_arguments(self, parser: CommandParser) -> None:
        """Whose."""
        parser.add_argument("name")

    def handle(self, *args: Any, **options: Any) -> None:
        """Set it and print it once."""
        user = services.account_named(options["name"])
        if user is None:
            raise CommandError(f"There is no account “{options['name']}” here.")
        self.stdout.write(services.reset_password(user))
        forget_sign_ins(options["name"], "")
