"""Reads of the notes of films."""

from __future__ import annotations

from uuid import UUID

from accounts.models import Athlete
from films.models import Film
from jolly_core.film.notes import FilmNotes
from runs.selectors import get_run


def get_notes(athlete: Athlete, run_id: UUID) -> FilmNotes:
    """What is kept of a run's clips; empty notes where nothing is. Raises ``NotFound`` for a run that is not there."""
    film = Film.objects.filter(run=get_run(athlete, run_id)).first()
    return film.known_notes if film else FilmNotes()
