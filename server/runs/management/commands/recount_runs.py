"""Recounts every stored run from its events and reports any that differs. Changes nothing."""

from typing import Any

from django.core.management.base import BaseCommand, CommandError

from runs.recount import list_recountable, recount


class Command(BaseCommand):
    help = "Recount every run from its events, and say where what is stored differs. Nothing is changed."

    def handle(self, *args: Any, **options: Any) -> None:
        counted = differing = 0
        for run in list_recountable():
            differences = list(recount(run))
            for found in differences:
                self.stdout.write(f"{found.run} {found.where}: stored {found.stored!r}, recounted {found.recounted!r}")
            counted += 1
            differing += bool(differences)
        words = f"{counted} runs recounted; {differing} differ from what is stored."
        if differing:
            raise CommandError(words)
        self.stdout.write(words)
