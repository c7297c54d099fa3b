"""The card of a rung's feeds, as it is sent."""

from __future__ import annotations

from typing import Any

from drf_spectacular.utils import extend_schema_field
from rest_framework import serializers

from config.reading import ReadSerializer
from jolly_core.challenges.feeder_card import KMH_A_MS
from jolly_core.feeder.flight import Flight
from layouts.api.serializers import LayoutRefSerializer


class SpotOfFlightSerializer(ReadSerializer):
    """A point of a flight, in metres: to the right, away, and up."""

    right_m = serializers.FloatField()
    away_m = serializers.FloatField()
    height_m = serializers.FloatField()


class FeedFlightSerializer(ReadSerializer):
    """Where a feed lands, and its path on the way."""

    right_m = serializers.FloatField()
    away_m = serializers.FloatField()
    seconds = serializers.FloatField()
    speed_kmh = serializers.SerializerMethodField(help_text="As it lands.")
    top_m = serializers.FloatField()
    path = serializers.SerializerMethodField()

    def get_speed_kmh(self, flight: Flight) -> float:
        return round(flight.speed_ms * KMH_A_MS, 1)

    @extend_schema_field(SpotOfFlightSerializer(many=True))
    def get_path(self, flight: Flight) -> list[dict[str, float]]:
        return [{"right_m": x, "away_m": y, "height_m": z} for x, y, z in flight.path]


class SpotField(serializers.ListField):
    """A spot on a floor: so many metres to the right of its left edge, and so many away from the near one."""

    def __init__(self, **options: Any) -> None:
        super().__init__(child=serializers.FloatField(), min_length=2, max_length=2, **options)


class FeedLineSerializer(ReadSerializer):
    feed = serializers.CharField()
    words = serializers.CharField(help_text="How the machine is set for it.")
    often = serializers.CharField()
    flight = FeedFlightSerializer(allow_null=True)
    spots = serializers.ListField(
        child=SpotField(), help_text="Where it lands on the floor: straying farthest left, not at all, farthest right."
    )


class HarderSerializer(ReadSerializer):
    """A lever by which a programme can be made harder, and what it changes."""

    lever = serializers.CharField()
    words = serializers.CharField()


class LeverToTurnSerializer(ReadSerializer):
    lever = serializers.CharField(max_length=20)


class FeederSerializer(ReadSerializer):
    """A programme of feeds as it is read at the machine."""

    ball = serializers.CharField(source="card.ball")
    words = serializers.ListField(source="card.words", child=serializers.CharField())
    lines = FeedLineSerializer(source="card.lines", many=True)
    machine = SpotField(
        source="card.machine", allow_null=True, help_text="Where it stands on the rung's layout; null without one."
    )
    harder = HarderSerializer(many=True)
    layout = LayoutRefSerializer(allow_null=True)
    surface = serializers.CharField(allow_null=True, help_text="The surface of its place that it is drawn over.")
