"""Loads the demo world once; what is there already is left as it is."""

from datetime import date
from typing import Any

from django.core.management.base import BaseCommand, CommandParser

from accounts.selectors import get_demo_athlete
from demo.services import load_demo


class Command(BaseCommand):
    help = "Load the demo athlete with nine months of practice, unless they are there already."

    def add_arguments(self, parser: CommandParser) -> None:
        parser.add_argument("--today", type=date.fromisoformat, default=None, help="the day the story ends, ISO")

    def handle(self, *args: Any, today: date | None = None, **options: Any) -> None:
        if get_demo_athlete() is not None:
            self.stdout.write("The demo athlete is here already; nothing was changed.")
            return
        athlete = load_demo(today or date.today())
        self.stdout.write(f"Loaded {athlete.shown_name} with {athlete.runs.count()} runs.")
