"""Makes a back-up of the database while it is in use."""

from pathlib import Path
from typing import Any

from django.conf import settings
from django.core.management.base import BaseCommand, CommandError, CommandParser
from django.utils import timezone

from config.database import database_file
from custody.back_ups import back_up, forget_back_ups, step_back
from jolly_core.errors import CoreError

SERVERS = "This database is a server's: back it up with its own tool, such as pg_dump."


class Command(BaseCommand):
    help = "Copy the database while it is in use, check the copy, pack it, and keep so many for so long."

    def add_arguments(self, parser: CommandParser) -> None:
        parser.add_argument("--folder", type=Path, default=settings.BACK_UPS, help="where copies are kept")
        parser.add_argument("--keep", type=int, default=settings.BACK_UPS_KEPT, help="how many at most")
        parser.add_argument("--days", type=int, default=settings.BACK_UPS_DAYS, help="for how many days at most")

    def handle(self, *args: Any, folder: Path, keep: int, days: int, **options: Any) -> None:
        file = database_file()
        if file is None:
            raise CommandError(SERVERS)
        step_back()
        try:
            made = back_up(file, folder, timezone.now())
        except CoreError as error:
            raise CommandError(str(error)) from None
        self.stdout.write(f"Back-up made and checked: {made.file} ({made.file.stat().st_size / 1e6:.1f} MB).")
        gone = forget_back_ups(folder, made.made_at, most=keep, days=days)
        if gone:
            self.stdout.write(f"Deleted {len(gone)} older {'one' if len(gone) == 1 else 'ones'}.")
