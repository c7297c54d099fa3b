"""Puts a back-up in the place of the database."""

from pathlib import Path
from typing import Any

from django.conf import settings
from django.core.management import call_command
from django.core.management.base import BaseCommand, CommandError, CommandParser
from django.db import connections
from django.utils import timezone

from config.database import database_file
from custody.back_ups import list_back_ups, restore
from custody.management.commands.back_up import SERVERS
from jolly_core.errors import CoreError


class Command(BaseCommand):
    help = "Put a back-up in the place of the database. Stop the server first. What was there is moved aside."

    def add_arguments(self, parser: CommandParser) -> None:
        parser.add_argument("file", type=Path, nargs="?", help="the back-up; the latest where none is named")
        parser.add_argument("--folder", type=Path, default=settings.BACK_UPS, help="where copies are kept")

    def handle(self, *args: Any, file: Path | None, folder: Path, **options: Any) -> None:
        database = database_file()
        if database is None:
            raise CommandError(SERVERS)
        latest = next(iter(list_back_ups(folder)), None)
        if file is None and latest is None:
            raise CommandError(f"There is no back-up in {folder}.")
        chosen = file or (latest.file if latest else folder)
        connections.close_all()
        try:
            aside = restore(chosen, database, timezone.now())
        except CoreError as error:
            raise CommandError(str(error)) from None
        # A back-up of an older application gets the tables of this one.
        call_command("migrate", verbosity=0)
        self.stdout.write(f"Restored from {chosen}.")
        if aside:
            self.stdout.write(f"What was there is in {aside}; delete it once all is well.")
