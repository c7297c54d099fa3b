"""The filters of the record as an address has them."""

from __future__ import annotations

from typing import Any

from rest_framework import serializers

from config.fields import DayField
from config.requests import Request
from jolly_core.sides import SIDES
from runs.filters import Filters, filters_from

LONGEST = 120


class FiltersSerializer(serializers.Serializer[Any]):
    """Which part of the record is looked at; each left out takes everything."""

    discipline = serializers.CharField(required=False, allow_blank=True, max_length=LONGEST)
    ladder = serializers.IntegerField(required=False, min_value=1, max_value=2**31)
    rung = serializers.IntegerField(required=False, min_value=1, max_value=2**31)
    side = serializers.ChoiceField(required=False, choices=["", *SIDES])
    place = serializers.IntegerField(required=False, min_value=1, max_value=2**31)
    routine = serializers.CharField(required=False, allow_blank=True, max_length=LONGEST, help_text="By its title.")
    tag = serializers.CharField(required=False, allow_blank=True, max_length=LONGEST)
    since = DayField(required=False)
    until = DayField(required=False)
    words = serializers.CharField(required=False, allow_blank=True, max_length=LONGEST)


def read_filters(request: Request) -> Filters:
    """The filters that the address names."""
    given = FiltersSerializer(data={name: value for name, value in request.query_params.items() if value != ""})
    given.is_valid(raise_exception=True)
    return filters_from(given.validated_data)
