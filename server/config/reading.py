"""Serializers that are quick to read: an answer of a thousand values costs a thousand look-ups, and not much more."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from functools import cache
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


class _Rows(serializers.ListSerializer[Any]):
    """Many of them. It and its child hold each other: it lets go of the rows, or they would wait for the collector."""

    @property
    def data(self) -> Any:
        rows: Any = self.instance
        self.instance = None
        return self.to_representation(rows)


# No docstring: the schema would repeat it for every serializer that has none of its own.
class ReadSerializer(serializers.Serializer[Any]):
    # Like its base, except that the way to read each field is determined once for the class: making the fields anew
    # for each answer takes as long as reading them.

    #: Whether what it says depends on its context, such as the athlete's units.
    reads_context = False

    @classmethod
    def many_init(cls, instance: Any = None, **options: Any) -> Any:
        rows = _Rows(child=cls(), **options)
        rows.instance = instance  # afterwards: what a serializer is made with it keeps
        return rows

    @property
    def data(self) -> Any:
        # Plain: without the serializer, which would hold what it was made of for as long as the answer.
        return self.to_representation(self.instance)

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
        return _readers_of(self) if self.reads_context else _shared_readers(type(self))


def _readers_of(serializer: ReadSerializer) -> list[tuple[str, Reader]]:
    return [(name, _reader(field)) for name, field in serializer.fields.items() if not field.write_only]


@cache
def _shared_readers(kind: type[ReadSerializer]) -> list[tuple[str, Reader]]:
    return _readers_of(kind())


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
