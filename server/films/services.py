"""Writes of the notes of films."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Any
from uuid import UUID

from django.db import transaction

from accounts.models import Athlete
from films.models import Film
from jolly_core.film.notes import FilmNotes, checked
from runs.selectors import get_run_to_change


@transaction.atomic
def keep_notes(athlete: Athlete, run_id: UUID, given: Mapping[str, Any]) -> FilmNotes:
    """Keep what was marked and drawn on a run's clips, in place of what was kept; nothing at all is forgotten.

    Raises ``CoreError`` for what lies on a clip that is not named.
    """
    run, notes = get_run_to_change(athlete, run_id), checked(FilmNotes.from_stored(given))
    if notes.is_empty:
        Film.objects.filter(run=run).delete()
    else:
        Film.objects.update_or_create(run=run, defaults={"notes": notes.as_stored()})
    return notes
