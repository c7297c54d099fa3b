"""Writes of Look back: the changes of method that the athlete marks."""

from __future__ import annotations

from datetime import date

from django.db import transaction

from accounts.models import Athlete
from accounts.selectors import get_today
from config.finding import find_one
from jolly_core.errors import CoreError
from ladders.selectors import get_ladder_to_change
from lookback.models import MethodChange

LONGEST_WORDS = 80
MOST_CHANGES = 50


@transaction.atomic
def mark_change(athlete: Athlete, ladder_id: int, day: date, words: str) -> MethodChange:
    """Mark that a ladder is played in another way from a day on; marked on that day already, its words are replaced.

    Raises ``CoreError`` for a day to come, for too many changes, and for no words.
    """
    ladder = get_ladder_to_change(athlete, ladder_id)
    said = " ".join(words.split())
    if not said or len(said) > LONGEST_WORDS:
        message = f"Say in 1 to {LONGEST_WORDS} characters what changed."
        raise CoreError.one("bad_words", message, "words", value=words)
    if day > get_today(athlete):
        raise CoreError.one("in_the_future", "Mark a day up to today.", "day", value=day.isoformat())
    if ladder.method_changes.exclude(day=day).count() >= MOST_CHANGES:
        raise CoreError.one("no_room", f"A ladder takes {MOST_CHANGES} changes of method.", "ladder")
    return MethodChange.objects.update_or_create(ladder=ladder, day=day, defaults={"words": said})[0]


@transaction.atomic
def drop_change(athlete: Athlete, change_id: int) -> None:
    """Take a change of method away again."""
    find_one(MethodChange.objects.filter(ladder__athlete=athlete), pk=change_id).delete()
