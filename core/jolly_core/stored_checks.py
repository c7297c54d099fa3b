"""Whether a typed value is what its type's hints say: for values that come from a file and were not checked before."""

from __future__ import annotations

from collections.abc import Callable, Hashable, Mapping, Sequence
from dataclasses import fields, is_dataclass
from functools import cache
from types import NoneType, UnionType
from typing import Any, Union, cast, get_args, get_origin, get_type_hints

Fits = Callable[[Any], bool]


def check_types(value: Any) -> None:
    """Raise ``ValueError``, naming the field, where a dataclass or one within it holds what its hints do not allow.

    >>> from dataclasses import dataclass
    >>> @dataclass
    ... class Stance:
    ...     width_cm: int
    >>> check_types(Stance("wide"))
    Traceback (most recent call last):
    ValueError: width_cm of Stance cannot be 'wide'
    """
    for name, fits in _fields_of(cast("Hashable", type(value))):
        held = getattr(value, name)
        if not fits(held):
            raise ValueError(f"{name} of {type(value).__name__} cannot be {held!r:.60}")


@cache
def _fields_of(kind: Any) -> tuple[tuple[str, Fits], ...]:
    hints = get_type_hints(kind)
    return tuple((each.name, _fits(hints[each.name])) for each in fields(kind))


def _is_whole(value: Any) -> bool:
    return isinstance(value, int) and not isinstance(value, bool)


_PLAIN: Mapping[Any, Fits] = {
    int: _is_whole,
    float: lambda value: _is_whole(value) or isinstance(value, float),
    bool: lambda value: isinstance(value, bool),
    str: lambda value: isinstance(value, str),
    NoneType: lambda value: value is None,
}


def _fits_itself(value: Any) -> bool:
    """A dataclass is looked through by its own hints; of whatever else nothing is known."""
    if is_dataclass(value) and not isinstance(value, type):
        check_types(value)
    return True


@cache
def _fits(hint: Any) -> Fits:
    origin, inner = get_origin(hint), get_args(hint)
    if hint in _PLAIN:
        return _PLAIN[hint]
    if origin in _COMPOUND:
        return _COMPOUND[origin](inner)
    if isinstance(hint, type) and is_dataclass(hint):
        return lambda value: isinstance(value, hint) and _fits_itself(value)
    return _fits_itself


def _fits_one(inner: Sequence[Any]) -> Fits:
    options = tuple(map(_fits, inner))
    return lambda value: any(fits(value) for fits in options)


def _fits_list(inner: Sequence[Any]) -> Fits:
    each = _fits(inner[0])
    return lambda value: isinstance(value, list) and all(map(each, value))


def _fits_mapping(inner: Sequence[Any]) -> Fits:
    key, held = map(_fits, inner)
    return lambda value: isinstance(value, dict) and all(map(key, value)) and all(map(held, value.values()))


def _fits_tuple(inner: Sequence[Any]) -> Fits:
    if len(inner) == 2 and inner[1] is Ellipsis:  # noqa: PLR2004 # one type, and as many of it as there are
        each = _fits(inner[0])
        return lambda value: isinstance(value, tuple) and all(map(each, value))
    options = tuple(map(_fits, inner))
    return lambda value: (
        isinstance(value, tuple)
        and len(value) == len(options)
        and all(fits(held) for fits, held in zip(options, value, strict=True))
    )


_COMPOUND: Mapping[Any, Callable[[Sequence[Any]], Fits]] = {
    **dict.fromkeys((Union, UnionType), _fits_one),
    **dict.fromkeys((dict, Mapping), _fits_mapping),
    list: _fits_list,
    tuple: _fits_tuple,
}
