from dataclasses import fields as dataclass_fields
from typing import Any

from drf_spectacular.utils import PolymorphicProxySerializer, extend_schema_field
from rest_framework import serializers

from config.reading import ReadSerializer
from jolly_core.places.layout import LONGEST_TITLE, MOST_ZONES
from jolly_core.shapes.registry import SHAPES, write_shape
from jolly_core.shapes.shape import Shape
from layouts.models import Layout
from places.api.serializers import PointField, StandSerializer
from places.selectors import get_drawn_place


def _of_kind(kind: str, shape: type[Shape]) -> type[ReadSerializer]:
    known: dict[str, Any] = {each.name: serializers.FloatField() for each in dataclass_fields(shape)}
    known |= {"kind": serializers.ChoiceField(choices=[kind]), "__doc__": f"A {kind}; lengths in metres."}
    return type(f"{kind.title()}ShapeSerializer", (serializers.Serializer,), known)


OF_KIND = {kind: _of_kind(kind, shape) for kind, shape in SHAPES.items()}


@extend_schema_field(PolymorphicProxySerializer("Shape", dict[str, Any](OF_KIND), "kind"))
class ShapeField(serializers.Field[Any, Any, Any, Any]):
    """A target's shape: its kind, and the lengths that this kind has."""

    def to_internal_value(self, data: Any) -> Any:
        kind = data.get("kind") if isinstance(data, dict) else None
        if not isinstance(kind, str) or kind not in OF_KIND:
            message = f"A target is one of {', '.join(OF_KIND)}."
            raise serializers.ValidationError({"kind": [message]}, code="not_a_choice")
        shape = OF_KIND[kind](data=data)
        shape.is_valid(raise_exception=True)
        return shape.validated_data

    def to_representation(self, value: Any) -> Any:
        return value if isinstance(value, dict) else write_shape(value)


class ZoneSerializer(ReadSerializer):
    """A target on a surface; ``at`` is its middle."""

    name = serializers.CharField(max_length=80, allow_blank=True)
    surface = serializers.CharField()
    shape = ShapeField()
    at = PointField()


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
