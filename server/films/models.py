"""What an athlete marked and drawn on clips of a run. No clip is ever sent here."""

from __future__ import annotations

from django.db import models
from django.utils.functional import cached_property

from jolly_core.film.notes import FilmNotes


class Film(models.Model):
    """The notes of one run's clips; see the core's ``film.notes``."""

    run = models.OneToOneField("runs.Run", on_delete=models.CASCADE, related_name="film")
    notes = models.JSONField(default=dict)
    changed_at = models.DateTimeField(auto_now=True)

    def __str__(self) -> str:
        return f"film of {self.run_id}"

    @cached_property
    def known_notes(self) -> FilmNotes:
        """The same as the core takes them."""
        return FilmNotes.from_stored(self.notes)
