"""The shapes as the modules of ``kinds`` define them, by their names, and how they are written and read."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import fields
from typing import Any

from jolly_core.discovery import list_classes
from jolly_core.errors import CoreError
from jolly_core.shapes import kinds
from jolly_core.shapes.shape import Shape
from jolly_core.validation import check_number

SHAPES: dict[str, type[Shape]] = {each.kind: each for each in list_classes(kinds, Shape)}


def write_shape(shape: Shape) -> dict[str, Any]:
    """A shape as it is kept and sent, which ``read_shape`` reads: its kind and its lengths.

    >>> read_shape(write_shape(read_shape({"kind": "circle", "radius_m": 0.2})))
    Circle(radius_m=0.2)
    """
    return {"kind": shape.kind, **shape.lengths}


def read_shape(given: Mapping[str, Any]) -> Shape:
    """A shape by its kind and lengths. Raises ``CoreError`` with every length that is missing or no number."""
    kind = SHAPES.get(given.get("kind", ""))
    if kind is None:
        message = f"A target is one of {', '.join(SHAPES)}."
        raise CoreError.one("not_a_choice", message, "kind", value=given.get("kind"), allowed=list(SHAPES))
    names = [each.name for each in fields(kind)]
    if found := [problem for name in names if (problem := check_number(name, given.get(name), -1000, 1000))]:
        raise CoreError(found)
    return kind(**{name: float(given[name]) for name in names})
