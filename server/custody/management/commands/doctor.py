"""Looks over this installation and says what it finds."""

import sys
from pathlib import Path
from typing import Any

from django.conf import settings
from django.core.management.base import BaseCommand, CommandParser

from custody.doctor import look_over


class Command(BaseCommand):
    help = "Look over this installation: versions, tables, database, counts, room, clock, back-ups."

    def add_arguments(self, parser: CommandParser) -> None:
        parser.add_argument("--folder", type=Path, default=settings.BACK_UPS, help="where back-ups are kept")

    def handle(self, *args: Any, folder: Path, **options: Any) -> None:
        ill = 0
        for found in look_over(folder):
            ill += not found.is_well
            self.stdout.write(f"{'well' if found.is_well else 'LOOK'}  {found.look}: {found.words}")
            if not found.is_well:
                self.stdout.write(f"      {found.remedy}")
        if ill:
            self.stdout.write(f"{ill} {'thing needs' if ill == 1 else 'things need'} a look.")
            sys.exit(1)
        self.stdout.write("All is well.")
