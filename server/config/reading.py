"""Serializers that are quick to read: an answer of a thousand values costs a thousand look-ups, and not much more."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from types import MethodType
from typing import Any

from django.utils.functional import cached_property
from rest_framework import serializers
from rest_framework.fields import Field, SkipField

#: What is sent as it is: JSON writes it without help.
_PLAIN = (
    serializers.BooleanField,
    serializers.CharField,
    serializers.ChoiceField,
    serializers.DictField,
    serializers.FloatField,
    serializers.IntegerField,
    serializers.JSONField,
)
Reader = Callable[[Any], Any]


# No docstring: the schema would repeat it for every serializer that has none of its own.
class ReadSerializer(serializers.Serializer[Any]):
    # Like its base, except that the way to read each field is determined once for the class.

    def to_representation(self, instance: Any) -> dict[str, Any]:
        answer = {}
        for name, read in self._readers:
            try:
                answer[name] = read(instance)
            except SkipField:
                continue
        return answer

    @cached_property
    def _readers(self) -> list[tuple[str, Reader]]:
        return [(name, _reader(field)) for name, field in self.fields.items() if not field.write_only]


def _reader(field: Any) -> Reader:
    find, show = _finder(field), _shower(field)

    def read(instance: Any) -> Any:
        try:
            value = find(instance)
        except (AttributeError, KeyError):
            value = field.get_attribute(instance)  # it has a default, or may be left out
        return None if value is None else show(value)

    return read


def _finder(field: Field[Any, Any, Any, Any]) -> Reader:
    """The way from an instance to a field's value: attributes of objects, keys of mappings, what methods return."""
    path = field.source_attrs

    def find(value: Any) -> Any:
        for name in path:
            value = value[name] if isinstance(value, Mapping) else getattr(value, name)
            if type(value) is MethodType:
                value = value()
        return value

    return find


def _shower(field: Any) -> Reader:
    if type(field) in _PLAIN:
        return lambda value: value
    if type(field) is serializers.ListField and type(field.child) in _PLAIN:
        return list
    show: Reader = field.to_representation
    return show
