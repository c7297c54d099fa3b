"""Writes the whole record of an athlete into a file."""

from pathlib import Path
from typing import Any

from django.core.management.base import BaseCommand, CommandError, CommandParser
from django.utils import timezone

from accounts.selectors import find_athlete
from packages.exporting import pack_record


class Command(BaseCommand):
    help = "Write the whole record of an athlete into a zip: tables in CSV, layouts, ladders, the plan."

    def add_arguments(self, parser: CommandParser) -> None:
        parser.add_argument("name", help="the name that the athlete signs in with")
        parser.add_argument("file", type=Path, help="where the zip is to be written; it must not be there yet")

    def handle(self, *args: Any, name: str, file: Path, **options: Any) -> None:
        athlete = find_athlete(name)
        if athlete is None:
            raise CommandError(f"There is no account {name!r} here.")
        unfinished = file.with_name(f"{file.name}.part")
        try:
            with file.open("xb"), unfinished.open("wb") as out:
                for piece in pack_record(athlete, timezone.now()):
                    out.write(piece)
            unfinished.replace(file)
        except FileExistsError:
            raise CommandError(f"{file} is there already: name another file, or take that one away.") from None
        except OSError as error:
            raise CommandError(f"{file} cannot be written: {error.strerror}.") from None
        finally:
            unfinished.unlink(missing_ok=True)
        self.stdout.write(f"The record of {athlete.shown_name} is in {file} ({file.stat().st_size:,} bytes).")
