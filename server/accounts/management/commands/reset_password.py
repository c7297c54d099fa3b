"""Gives an athlete who lost password and codes a new password, for whoever runs the server."""

from typing import Any

from django.core.management.base import BaseCommand, CommandError, CommandParser
from django.utils.crypto import get_random_string

from accounts.selectors import find_athlete


class Command(BaseCommand):
    help = "Give an athlete a new password, and print it once."

    def add_arguments(self, parser: CommandParser) -> None:
        parser.add_argument("name", help="The name that the athlete signs in with.")

    def handle(self, *args: Any, **options: Any) -> None:
        athlete = find_athlete(options["name"])
        if athlete is None:
            raise CommandError(f"Nobody here signs in as {options['name']}.")
        password = get_random_string(14)
        athlete.set_password(password)
        athlete.save(update_fields=["password"])
        self.stdout.write(f"{athlete.username} signs in with this now: {password}")
