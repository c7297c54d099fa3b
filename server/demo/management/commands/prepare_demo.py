"""Brings the demo's database up to date and loads the demo world on the first time: one start instead of two."""

from typing import Any

from django.core.management import call_command
from django.core.management.base import BaseCommand


class Command(BaseCommand):
    help = "Migrate, then load the demo athlete unless they are there already."

    def handle(self, *args: Any, **options: Any) -> None:
        call_command("migrate", verbosity=0)
        call_command("load_demo")
