"""Takes the whole record of an athlete in from a file."""

from pathlib import Path
from typing import Any

from django.core.management.base import BaseCommand, CommandError, CommandParser

from accounts.selectors import find_athlete
from jolly_core.errors import CoreError
from packages.importing import take_record
from packages.reading import RecordFile


class Command(BaseCommand):
    help = "Take a record that export_record wrote into an account: all that is new there, or nothing at all."

    def add_arguments(self, parser: CommandParser) -> None:
        parser.add_argument("name", help="the name that the athlete signs in with; sign up first")
        parser.add_argument("file", type=Path, help="the zip")
        parser.add_argument(
            "--theirs",
            action="store_true",
            default=None,
            help="what the account has and the file says otherwise becomes as in the file",
        )

    def handle(self, *args: Any, name: str, file: Path, theirs: bool | None, **options: Any) -> None:
        athlete = find_athlete(name)
        if athlete is None:
            raise CommandError(f"There is no account {name!r} here. Sign up with that name first.")
        try:
            with file.open("rb") as opened:
                taken = take_record(athlete, RecordFile(opened), takes_theirs=theirs)
        except OSError as error:
            raise CommandError(f"{file} cannot be read: {error.strerror}.") from None
        except CoreError as error:
            problems = "\n".join(f"- {problem.message}" for problem in error.problems)
            raise CommandError(f"Nothing was taken in from {file}:\n{problems}") from None
        rows = {name: many for name, many in taken.added.items() if many}
        self.stdout.write(f"Taken in for {athlete.shown_name}: {sum(rows.values()):,} new rows.")
        for table, many in rows.items():
            self.stdout.write(f"  {table}: {many:,}")
        if changed := sum(taken.changed.values()):
            self.stdout.write(f"Changed to what the file says: {changed:,}.")
