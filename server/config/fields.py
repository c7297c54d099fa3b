"""Days and moments as the API takes them: none so early or late that a calendar cannot reckon with them."""

from __future__ import annotations

from datetime import UTC, date, datetime, timedelta
from typing import Any

from django.utils import timezone
from rest_framework import serializers

FIRST, LAST = date(1970, 1, 1), date(2200, 12, 31)
#: A clock may be wrong, but not by more than this.
CLOCK_SLACK = timedelta(days=1)
EARLIEST = datetime(2000, 1, 1, tzinfo=UTC)


class DayField(serializers.DateField):
    """A calendar day that something can be planned on or looked up for."""

    def to_internal_value(self, value: Any) -> Any:
        day = super().to_internal_value(value)
        if not FIRST <= day <= LAST:
            message = f"A day lies between {FIRST.year} and {LAST.year}."
            raise serializers.ValidationError(message, code="out_of_range")
        return day


class StartField(serializers.DateTimeField):
    """When a run starts, which is now, by a clock that may be wrong by a day."""

    def enforce_timezone(self, value: datetime) -> datetime:
        try:
            moment: datetime = super().enforce_timezone(value)
        except OverflowError:
            raise serializers.ValidationError("A run starts now.", code="out_of_range") from None
        return moment

    def to_internal_value(self, value: Any) -> Any:
        moment = super().to_internal_value(value)
        if not EARLIEST <= moment <= timezone.now() + CLOCK_SLACK:
            raise serializers.ValidationError("A run starts now; check this device's clock.", code="out_of_range")
        return moment
