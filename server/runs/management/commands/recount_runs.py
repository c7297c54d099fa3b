"""Recounts every stored run from its events and reports any that differs; asked to, it puts right what is stored."""

from typing import Any

from django.core.management.base import BaseCommand, CommandError, CommandParser

from runs.recount import list_recountable, recount, repair
from runs.summaries import rebuild_summaries


class Command(BaseCommand):
    help = "Recount every run from its events, and say where what is stored differs."

    def add_arguments(self, parser: CommandParser) -> None:
        parser.add_argument("--repair", action="store_true", help="Store what the events come to today.")

    def handle(self, *args: Any, **options: Any) -> None:
        counted = differing = 0
        for run in list_recountable():
            differences = list(recount(run))
            for found in differences:
                self.stdout.write(f"{found.run} {found.where}: stored {found.stored!r}, recounted {found.recounted!r}")
            if differences and options["repair"]:
                repair(run)
            counted += 1
            differing += bool(differences)
        if options["repair"]:
            rebuild_summaries()
        if differing and not options["repair"]:
            raise CommandError(f"{counted} runs recounted; {differing} differ from what is stored.")
        done = "put right" if options["repair"] else "differ from what is stored"
        self.stdout.write(f"{counted} runs recounted; {differing} {done}.")
