from typing import Any

from rest_framework import serializers

from jolly_core.aim.targets import SHAPES
from jolly_core.places.layout import LONGEST_TITLE
from layouts.models import Layout
from places.api.serializers import PointField, StandSerializer
from places.selectors import get_drawn_place


class ShapeSerializer(serializers.Serializer[Any]):
    """A target's shape, with the lengths that its kind has; the others are left out."""

    kind = serializers.ChoiceField(choices=list(SHAPES))
    width_m = serializers.FloatField(required=False)
    height_m = serializers.FloatField(required=False)
    radius_m = serializers.FloatField(required=False)
    across_m = serializers.FloatField(required=False)
    up_m = serializers.FloatField(required=False)
    within_m = serializers.FloatField(required=False)
    apart_m = serializers.FloatField(required=False)
    size_m = serializers.FloatField(required=False)


class ZoneSerializer(serializers.Serializer[Any]):
    """A target on a surface; ``at`` is its middle."""

    name = serializers.CharField(max_length=80, allow_blank=True)
    surface = serializers.CharField()
    shape = ShapeSerializer()
    at = PointField()


class NewLayoutSerializer(serializers.Serializer[Any]):
    """Types only: what can be laid is the core's to say."""

    title = serializers.CharField(max_length=2 * LONGEST_TITLE, allow_blank=True)
    place = serializers.CharField()
    zones = ZoneSerializer(many=True)
    stand = StandSerializer()
    pattern = serializers.CharField(max_length=4000, allow_blank=True, default="")


class LayoutRefSerializer(serializers.ModelSerializer[Layout]):
    class Meta:
        model = Layout
        fields = ("id", "title")


class LayoutSerializer(serializers.ModelSerializer[Layout]):
    place = serializers.CharField(source="place_key")
    place_title = serializers.SerializerMethodField()
    zones = ZoneSerializer(many=True)
    stand = StandSerializer()
    ladders = serializers.SerializerMethodField()

    class Meta:
        model = Layout
        fields = (
            "id",
            "title",
            "place",
            "place_title",
            "zones",
            "stand",
            "pattern",
            "ladders",
            "is_dropped",
            "changed_at",
        )

    def get_ladders(self, layout: Layout) -> serializers.ListField(child=serializers.IntegerField()):  # type: ignore[valid-type]
        """The ladders with a rung that is played on it."""
        return sorted({rung.ladder_id for rung in layout.rungs.all()})

    def get_place_title(self, layout: Layout) -> str:
        return get_drawn_place(layout.athlete, layout.place_key).title


class LayoutFileSerializer(serializers.Serializer[Any]):
    """The text of an SVG file."""

    svg = serializers.CharField(max_length=1_500_000, trim_whitespace=False)
