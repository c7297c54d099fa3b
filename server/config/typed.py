"""Dataclasses of the core as the API sends them: their fields are the schema, and nothing is described twice."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import fields, is_dataclass
from datetime import date
from inspect import getdoc
from types import UnionType
from typing import Any, Literal, TypeVar, Union, get_args, get_origin, get_type_hints

from drf_spectacular.extensions import OpenApiSerializerFieldExtension
from drf_spectacular.plumbing import ResolvedComponent
from rest_framework import serializers

from jolly_core.stored import VERSION_KEY, to_plain

_SCALARS = {int: "integer", float: "number", str: "string", bool: "boolean"}


class TypedField(serializers.Field[Any, Any, Any, Any]):
    """A dataclass that is sent, never taken; ``variants`` are what its type variable stands for, such as details.

    What is plain already, as it was stored, is sent as it is.
    """

    def __init__(self, kind: Any, *, variants: Sequence[type] = (), **options: Any) -> None:
        super().__init__(read_only=True, **options)
        self.kind, self.variants = kind, tuple(variants)

    def to_representation(self, value: Any) -> Any:
        if isinstance(value, dict):
            return {name: each for name, each in value.items() if name != VERSION_KEY}
        return to_plain(value)


class TypedExtension(OpenApiSerializerFieldExtension):  # type: ignore[no-untyped-call]  # it registers itself
    """Documents a dataclass by the types of its fields."""

    target_class = "config.typed.TypedField"

    def map_serializer_field(self, auto_schema: Any, direction: Any) -> dict[str, Any]:
        return _Schemas(auto_schema.registry, self.target.variants).of(self.target.kind)


class _Schemas:
    """The schemas of types, each dataclass a component of its own name."""

    def __init__(self, registry: Any, variants: tuple[type, ...]) -> None:
        self.registry, self.variants = registry, variants

    def of(self, kind: Any) -> dict[str, Any]:
        origin, inner = get_origin(kind), get_args(kind)
        if isinstance(kind, TypeVar):
            return self._one_of(self.variants)
        if origin is Literal:
            # Wrapped: drf-spectacular would name a bare enumeration, and find other fields of that name.
            return {"allOf": [{"type": "string", "enum": list(inner)}]}
        if origin in (Union, UnionType):
            return self._union(inner)
        if origin in (tuple, dict):
            return (
                self._tuple(inner) if origin is tuple else {"type": "object", "additionalProperties": self.of(inner[1])}
            )
        if kind is date:
            return {"type": "string", "format": "date"}
        return self._component(kind) if is_dataclass(kind) else {"type": _SCALARS[kind]}

    def _union(self, kinds: tuple[Any, ...]) -> dict[str, Any]:
        known = [each for each in kinds if each is not type(None)]
        # A whole number is a number: JSON has one type for both.
        known = [each for each in known if each is not int or float not in known]
        schema = self._one_of(known) if len(known) > 1 else self.of(known[0])
        if len(known) == len(kinds) or (len(kinds) - len(known) == 1 and type(None) not in kinds):
            return schema
        if "type" in schema:
            return {**schema, "nullable": True}
        return {"oneOf": [schema, {"enum": [None]}]}

    def _one_of(self, kinds: Sequence[Any]) -> dict[str, Any]:
        return {"oneOf": [self.of(each) for each in kinds]}

    def _tuple(self, kinds: tuple[Any, ...]) -> dict[str, Any]:
        if kinds[-1] is Ellipsis:
            return {"type": "array", "items": self.of(kinds[0])}
        # All of one type in every tuple that the core sends.
        return {"type": "array", "items": self.of(kinds[0]), "minItems": len(kinds), "maxItems": len(kinds)}

    def _component(self, kind: Any) -> dict[str, Any]:
        component = ResolvedComponent(kind.__name__, ResolvedComponent.SCHEMA, object=kind)  # type: ignore[no-untyped-call]
        if component not in self.registry:
            self.registry.register(component)
            hints = get_type_hints(kind)
            properties = {each.name: self.of(hints[each.name]) for each in fields(kind)}
            component.schema = {
                "type": "object",
                "description": _description(kind),
                "properties": properties,
                "required": sorted(properties),
            }
        reference: dict[str, Any] = self.registry[component].ref
        return reference


def _description(kind: Any) -> str:
    """The docstring that somebody wrote: a dataclass without one is given its signature by Python."""
    words = getdoc(kind) or ""
    return "" if words.startswith(f"{kind.__name__}(") else words
