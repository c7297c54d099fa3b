from __future__ import annotations

from typing import Any

from rest_framework import serializers

from config.reading import ReadSerializer
from config.typed import TypedField
from jolly_core.film.notes import (
    ANGLE,
    FARTHEST,
    LINE,
    LONGEST_NAME,
    LONGEST_NOTE,
    LONGEST_S,
    LONGEST_WORDS,
    MOST_A_S,
    MOST_CLIPS,
    MOST_DRAWN,
    MOST_MARKS,
    MOST_REPS,
    FilmNotes,
)
from jolly_core.film.reading import FilmReading

#: More than any file has, and less than a number in a page can hold.
LARGEST = 2**53 - 1


class ClipSerializer(ReadSerializer):
    """A clip by what its file is known by, and how it is looked at."""

    name = serializers.CharField(max_length=LONGEST_NAME)
    bytes = serializers.IntegerField(min_value=0, max_value=LARGEST)
    changed_ms = serializers.IntegerField(min_value=0, max_value=LARGEST)
    a_second = serializers.FloatField(min_value=1, max_value=MOST_A_S, allow_null=True, default=None)
    aligned_s = serializers.FloatField(min_value=0, max_value=LONGEST_S, allow_null=True, default=None)
    is_mirrored = serializers.BooleanField(default=False)


class MarkSerializer(ReadSerializer):
    clip = serializers.IntegerField(min_value=0, max_value=MOST_CLIPS - 1)
    at_s = serializers.FloatField(min_value=0, max_value=LONGEST_S)
    words = serializers.CharField(max_length=LONGEST_WORDS, allow_blank=True, default="")


class SpotOnPictureField(serializers.ListField):
    """To the right and down, in heights of the picture."""

    def __init__(self, **options: Any) -> None:
        child = serializers.FloatField(min_value=-FARTHEST, max_value=FARTHEST)
        super().__init__(child=child, min_length=2, max_length=2, **options)


class DrawnSerializer(ReadSerializer):
    """A line, or an angle with its corner in the middle."""

    clip = serializers.IntegerField(min_value=0, max_value=MOST_CLIPS - 1)
    at_s = serializers.FloatField(min_value=0, max_value=LONGEST_S)
    spots = serializers.ListField(child=SpotOnPictureField(), min_length=LINE, max_length=ANGLE)


class RepSerializer(ReadSerializer):
    """What was felt of a rep, and what was seen of it."""

    felt = serializers.BooleanField(allow_null=True, default=None)
    saw = serializers.BooleanField(allow_null=True, default=None)


class FilmToKeepSerializer(ReadSerializer):
    clips = serializers.ListField(child=ClipSerializer(), max_length=MOST_CLIPS)
    marks = serializers.ListField(child=MarkSerializer(), max_length=MOST_MARKS)
    drawn = serializers.ListField(child=DrawnSerializer(), max_length=MOST_DRAWN)
    reps = serializers.ListField(child=RepSerializer(), max_length=MOST_REPS)
    note = serializers.CharField(max_length=LONGEST_NOTE, allow_blank=True)


class FilmSerializer(ReadSerializer):
    """What is kept of a run's clips, and what it comes to."""

    notes = TypedField(FilmNotes)
    reading = TypedField(FilmReading)
