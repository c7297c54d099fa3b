"""What is marked and drawn on film, as a page has it at hand: notes in, times and angles out."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Any

from jolly_core.film.notes import FilmNotes, checked
from jolly_core.film.reading import read_film
from jolly_core.stored import to_plain


def read_notes(notes: Mapping[str, Any]) -> dict[str, Any]:
    """What notes come to. Raises ``CoreError`` where something lies on a clip that is not there.

    >>> read_notes({"reps": [{"felt": True, "saw": False}]})["felt"]
    'Of 1 rep you felt 0 as the film shows them. 1 felt right and was not.'
    """
    plain: dict[str, Any] = to_plain(read_film(checked(FilmNotes.from_stored(notes))))
    return plain
