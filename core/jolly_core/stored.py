"""Dataclasses that are stored as JSON: plain values out, typed values back, from whichever version stored them.

Everything that is stored carries its version under ``v``; what was stored before there were versions is of version 1.
A type names its version and, for each older one, a step that leads to the next. A field that is added needs a default
and no step; one that is dropped needs nothing.

>>> @dataclass(frozen=True)
... class Stance(Stored):
...     feet: tuple[str, ...] = ("left", "right")
...     width_cm: int = 40
>>> Stance(width_cm=50).as_stored()
{'v': 1, 'feet': ['left', 'right'], 'width_cm': 50}
>>> Stance.from_stored({"feet": ["left"], "tassels": 3})
Stance(feet=('left',), width_cm=40)
"""

from __future__ import annotations

import json
from collections.abc import Callable, Hashable, Mapping
from dataclasses import dataclass, fields, is_dataclass, replace
from datetime import date, datetime
from functools import cache, lru_cache
from types import UnionType
from typing import Any, ClassVar, Self, TypeVar, Union, cast, get_args, get_origin, get_type_hints

from jolly_core.errors import CoreError

Value = TypeVar("Value")
VERSION_KEY = "v"
#: From the values of one version to those of the next; it may change that mapping, and nothing within.
Step = Callable[[dict[str, Any]], dict[str, Any]]
_SCALARS = (int, str, float, bool, type(None))


@dataclass(frozen=True)
class Stored:
    """A dataclass that is stored as JSON. ``_upgrades`` has one step for each version before ``_version``."""

    #: With an underscore, so that no field can have these names.
    _version: ClassVar[int] = 1
    _upgrades: ClassVar[Mapping[int, Step]] = {}

    def as_dict(self) -> dict[str, Any]:
        """The plain values of the fields."""
        plain: dict[str, Any] = to_plain(self)
        return plain

    def as_stored(self) -> dict[str, Any]:
        """The plain values and their version."""
        return {VERSION_KEY: self._version, **self.as_dict()}

    @classmethod
    def from_stored(cls, stored: Mapping[str, Any]) -> Self:
        """What was stored, by whichever version: what is missing has its default, what is unknown goes.

        It was checked when it was stored, and is not again. Raises ``CoreError`` (``newer_version``) for what a later
        version of the rules has stored.
        """
        read: Self = from_plain(cls, upgraded(cls, stored))
        return read


def upgraded(kind: type[Stored], stored: Mapping[str, Any]) -> dict[str, Any]:
    """The stored values of a type as its version has them, without the version itself."""
    values = dict(stored)
    found = values.pop(VERSION_KEY, 1)
    if found > kind._version:
        message = f"This was stored by a newer version of the program ({kind.__name__} {found}): update the program."
        raise CoreError.one("newer_version", message, VERSION_KEY, value=found, allowed=f"<= {kind._version}")
    for older in range(found, kind._version):
        values = kind._upgrades[older](values)
    return values


def remembered(read: Callable[[dict[str, Any]], Value], most: int = 2048) -> Callable[[Mapping[str, Any]], Value]:
    """A reader of stored values that remembers the latest, by their JSON: for what is read again and again unchanged.

    What it gives is shared by all who read the same, so ``read`` must make something that cannot be changed.

    >>> read = remembered(lambda values: tuple(values["a"]))
    >>> read({"a": [1, 2]}) is read({"a": [1, 2]})
    True
    """

    @lru_cache(maxsize=most)
    def read_text(text: str) -> Value:
        return read(json.loads(text))

    return lambda stored: read_text(json.dumps(stored))


def to_plain(value: Any) -> Any:
    """A typed value as JSON has it: lists for tuples, mappings for dataclasses, days and moments as ISO 8601 has them.

    >>> to_plain((1, ("a", None)))
    [1, ['a', None]]
    """
    kind = type(value)
    if kind in _SCALARS:
        return value
    if kind is datetime or kind is date:
        return value.isoformat()
    if kind is tuple or kind is list:
        return [to_plain(each) for each in value]
    if kind is dict:
        return {name: to_plain(each) for name, each in value.items()}
    return {name: to_plain(getattr(value, name)) for name in _names(cast("Hashable", kind))}


def from_plain(kind: Any, value: Any) -> Any:
    """A plain value as a type has it: the other way of ``to_plain``, by the type's hints.

    >>> from_plain(tuple[int, ...], [1, 2])
    (1, 2)
    """
    return _reader(kind)(value)


def with_texts(value: Any, say: Callable[[str], str]) -> Any:
    """A typed value with each text in it as ``say`` has it.

    >>> with_texts(("cat", (3, "dog")), str.upper)
    ('CAT', (3, 'DOG'))
    """
    kind = type(value)
    if kind is str:
        return say(value)
    if kind is tuple:
        return tuple(with_texts(each, say) for each in value)
    if not is_dataclass(kind):
        return value
    return replace(value, **{name: with_texts(getattr(value, name), say) for name in _names(cast("Hashable", kind))})


@cache
def _names(kind: Hashable) -> tuple[str, ...]:
    return tuple(each.name for each in fields(cast("Any", kind)))


Reader = Callable[[Any], Any]


def _as_it_is(value: Any) -> Any:
    return value


@cache
def _reader(kind: Any) -> Reader:
    """How a plain value is read as that type."""
    origin = get_origin(kind)
    if is_dataclass(kind) and isinstance(kind, type):
        return _dataclass_reader(kind)
    if origin in (Union, UnionType):
        return _union_reader(tuple(each for each in get_args(kind) if each is not type(None)))
    if origin is tuple:
        return _tuple_reader(get_args(kind))
    if origin in (dict, Mapping):
        read = _reader(get_args(kind)[1])
        return _as_it_is if read is _as_it_is else lambda value: {name: read(each) for name, each in value.items()}
    return kind.fromisoformat if kind in (date, datetime) else _as_it_is


def _dataclass_reader(kind: Any) -> Reader:
    hints = get_type_hints(kind)
    readers = {each.name: _reader(hints[each.name]) for each in fields(kind)}
    # Most fields are what they look like: only the others cost a call.
    others = [(name, read) for name, read in readers.items() if read is not _as_it_is]

    def read_all(value: Mapping[str, Any]) -> Any:
        known = {name: each for name, each in value.items() if name in readers}
        for name, read in others:
            if name in known:
                known[name] = read(known[name])
        return kind(**known)

    return read_all


def _union_reader(kinds: tuple[Any, ...]) -> Reader:
    """One of several types, or None; dataclasses are told apart by the default of their first field, as ``kind``."""
    if len(kinds) == 1:
        read = _reader(kinds[0])
        return _as_it_is if read is _as_it_is else lambda value: None if value is None else read(value)
    if not all(is_dataclass(each) for each in kinds):
        return _as_it_is
    tags = {fields(each)[0].default: _reader(each) for each in kinds}
    tag = fields(kinds[0])[0].name
    return lambda value: None if value is None else tags[value[tag]](value)


def _tuple_reader(kinds: tuple[Any, ...]) -> Reader:
    if len(kinds) == 2 and kinds[1] is Ellipsis:  # noqa: PLR2004 # one type, and as many of it as there are
        read = _reader(kinds[0])
        return tuple if read is _as_it_is else lambda value: tuple([read(each) for each in value])
    each_reads = [_reader(each) for each in kinds]
    return lambda value: tuple(read(each) for read, each in zip(each_reads, value, strict=True))
