from rest_framework import serializers

from config.reading import ReadSerializer
from jolly_core.places.layout import LONGEST_TITLE, MOST_ZONES
from jolly_core.places.zone import ALONE, WAYS_TO_COUNT
from layouts.models import Layout
from places.api.serializers import PointField, StandSerializer
from places.api.shapes import ShapeField
from places.selectors import get_drawn_place


class ZoneSerializer(ReadSerializer):
    """A target on a surface; ``at`` is its middle."""

    name = serializers.CharField(max_length=80, allow_blank=True)
    surface = serializers.CharField()
    shape = ShapeField()
    at = PointField()
    counts = serializers.ChoiceField(choices=WAYS_TO_COUNT, default=ALONE)
    joined_to = serializers.CharField(
        max_length=80, allow_blank=True, default="", help_text="The target that it counts with, or is a part of."
    )


class NewLayoutSerializer(ReadSerializer):
    """Types only: what can be laid is the core's to say."""

    title = serializers.CharField(max_length=2 * LONGEST_TITLE, allow_blank=True)
    place = serializers.CharField()
    zones = serializers.ListField(child=ZoneSerializer(), max_length=MOST_ZONES)
    stand = StandSerializer()
    pattern = serializers.CharField(max_length=4000, allow_blank=True, default="")


class LayoutRefSerializer(serializers.ModelSerializer[Layout]):
    class Meta:
        model = Layout
        fields = ("id", "title")


class LayoutSerializer(serializers.ModelSerializer[Layout]):
    place = serializers.CharField(source="place_key")
    place_title = serializers.SerializerMethodField()
    zones = ZoneSerializer(many=True, source="drawn.zones")
    stand = StandSerializer(source="drawn.stand")
    pattern = serializers.CharField(source="drawn.pattern")
    ladders = serializers.SerializerMethodField()
    rungs = serializers.SerializerMethodField()

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
            "rungs",
            "is_dropped",
            "changed_at",
        )

    def get_ladders(self, layout: Layout) -> serializers.ListField(child=serializers.IntegerField()):  # type: ignore[valid-type]
        """The ladders with a rung that is played on it."""
        return sorted({rung.ladder_id for rung in layout.rungs.all()})

    def get_rungs(self, layout: Layout) -> serializers.ListField(child=serializers.IntegerField()):  # type: ignore[valid-type]
        """The rungs that are played on it."""
        return sorted(rung.pk for rung in layout.rungs.all())

    def get_place_title(self, layout: Layout) -> str:
        return get_drawn_place(layout.athlete, layout.place_key).title


class LayoutFileSerializer(ReadSerializer):
    """The text of an SVG file."""

    svg = serializers.CharField(max_length=1_500_000, trim_whitespace=False)
