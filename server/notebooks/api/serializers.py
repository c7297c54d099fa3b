"""Shapes of what goes over the wire for sheets of old scores."""

from __future__ import annotations

from typing import Any

from rest_framework import serializers

from jolly_core.notebooks.columns import MEANINGS, Columns
from jolly_core.notebooks.grid import LONGEST_CELL, MOST_COLUMNS, MOST_ROWS
from notebooks.services import GAME_IDS, Choice


class ColumnsSerializer(serializers.Serializer[Any]):
    """The place of each column, -1 for none; whether the first row is a heading; how dates and decimals are written."""

    day = serializers.IntegerField(min_value=-1, max_value=MOST_COLUMNS)
    drill = serializers.IntegerField(min_value=-1, max_value=MOST_COLUMNS)
    side = serializers.IntegerField(min_value=-1, max_value=MOST_COLUMNS)
    score = serializers.IntegerField(min_value=-1, max_value=MOST_COLUMNS)
    note = serializers.IntegerField(min_value=-1, max_value=MOST_COLUMNS)
    has_heading = serializers.BooleanField()
    is_day_first = serializers.BooleanField()
    is_decimal_comma = serializers.BooleanField()


class ChoiceSerializer(serializers.Serializer[Any]):
    """Where the scores of a drill go: onto a rung, or onto a new ladder."""

    drill = serializers.CharField(allow_blank=True, max_length=LONGEST_CELL, trim_whitespace=False)
    rung = serializers.IntegerField(min_value=1, max_value=2**31, allow_null=True)
    game = serializers.ChoiceField(choices=list(GAME_IDS))
    out_of = serializers.IntegerField(min_value=1, max_value=10_000)


class CountedChoiceSerializer(ChoiceSerializer):
    """The same, with how many scores these are."""

    count = serializers.IntegerField()


class GridSerializer(serializers.Serializer[Any]):
    """A sheet as it was read, and what its columns most likely mean."""

    rows = serializers.ListField(child=serializers.ListField(child=serializers.CharField(allow_blank=True)))
    columns = ColumnsSerializer()
    is_remembered = serializers.BooleanField()


class SheetSerializer(serializers.Serializer[Any]):
    """A sheet and how it is to be read."""

    rows = serializers.ListField(
        child=serializers.ListField(
            child=serializers.CharField(allow_blank=True, max_length=LONGEST_CELL, trim_whitespace=False),
            min_length=1,
            max_length=MOST_COLUMNS,
        ),
        min_length=1,
        max_length=MOST_ROWS + 1,
    )
    columns = ColumnsSerializer()
    choices = serializers.ListField(child=ChoiceSerializer(), max_length=MOST_ROWS, default=list)

    def validate_rows(self, rows: list[list[str]]) -> list[list[str]]:
        if len({len(row) for row in rows}) > 1:
            raise serializers.ValidationError("All rows have as many cells.")
        return rows

    def validate(self, attrs: dict[str, Any]) -> dict[str, Any]:
        columns = Columns(**attrs["columns"])
        return {
            "rows": [tuple(row) for row in attrs["rows"]],
            "columns": columns,
            "choices": [Choice(**each) for each in attrs["choices"]],
        }


class WrongCellSerializer(serializers.Serializer[Any]):
    """What is wrong, in which row and column."""

    row = serializers.IntegerField()
    column = serializers.ChoiceField(choices=list(MEANINGS))
    message = serializers.CharField()


class ReadScoreSerializer(serializers.Serializer[Any]):
    """A score as it was read."""

    row = serializers.IntegerField()
    day = serializers.DateField()
    drill = serializers.CharField()
    side = serializers.CharField()
    value = serializers.FloatField()
    out_of = serializers.IntegerField(allow_null=True)
    note = serializers.CharField()


class SheetLookSerializer(serializers.Serializer[Any]):
    """What a sheet comes to: how many scores, the first of them, what is wrong with others, where each drill goes."""

    count = serializers.IntegerField()
    first = ReadScoreSerializer(many=True)
    wrong = WrongCellSerializer(many=True)
    choices = CountedChoiceSerializer(many=True)


class KeptScoresSerializer(serializers.Serializer[Any]):
    """How many scores were kept."""

    kept = serializers.IntegerField()


class KeepingSerializer(serializers.Serializer[Any]):
    """How far the keeping of a sheet got, from 0 to 1; null where none is being kept."""

    share = serializers.FloatField(allow_null=True)
