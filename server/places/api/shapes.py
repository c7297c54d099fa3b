"""How shapes are sent: each kind with the lengths that it has."""

from dataclasses import fields as dataclass_fields
from typing import Any

from drf_spectacular.utils import PolymorphicProxySerializer, extend_schema_field
from rest_framework import serializers

from config.reading import ReadSerializer
from jolly_core.shapes.registry import SHAPES, write_shape
from jolly_core.shapes.shape import Shape


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
