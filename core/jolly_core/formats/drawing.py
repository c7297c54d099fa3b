"""How a shape is drawn in a layout's SVG, and read from it again: the contract of the modules in ``shapes``."""

from __future__ import annotations

from abc import ABC, abstractmethod
from dataclasses import dataclass, fields
from decimal import Decimal
from typing import ClassVar, Generic, TypeVar
from xml.etree.ElementTree import Element

from jolly_core.formats.svg import read_number, read_pair, tag, to_metres, to_mm
from jolly_core.places.place import Surface
from jolly_core.shapes.between import Between
from jolly_core.shapes.points import Point
from jolly_core.shapes.shape import Shape

ShapeType = TypeVar("ShapeType", bound=Shape)
BetweenType = TypeVar("BetweenType", bound=Between)


@dataclass(frozen=True)
class ShapeDrawing(ABC, Generic[ShapeType]):
    """One shape on one surface, whose near or bottom edge is drawn lowest: y is turned."""

    surface: Surface

    shape: ClassVar[type[Shape]]
    #: The SVG element that draws it.
    element: ClassVar[str]

    @classmethod
    def is_of(cls, element: Element) -> bool:
        """Whether an element was drawn here."""
        return element.tag == tag(cls.element)

    @abstractmethod
    def write(self, shape: ShapeType, at: Point, named: str) -> str:
        """The shape with its middle there as an element; ``named`` is its attribute with the target's name."""

    @abstractmethod
    def read(self, element: Element, name: str) -> tuple[Shape, Point]:
        """The shape of an element and where its middle is. Raises ``CoreError`` for a length that is no number."""

    def x(self, metres: float) -> Decimal:
        """A place across, as it is drawn."""
        return to_mm(metres)

    def y(self, metres: float) -> Decimal:
        """A place up or away, as it is drawn."""
        return to_mm(self.surface.length_m) - to_mm(metres)

    def up_m(self, y: Decimal) -> float:
        """A drawn y as a place up or away, in metres."""
        return to_metres(to_mm(self.surface.length_m) - y)


class BetweenDrawing(ShapeDrawing[BetweenType]):
    """A shape between two spots: the exact lengths stand beside the drawing."""

    @staticmethod
    def exact(shape: Between, at: Point) -> str:
        """The attributes with its middle and its lengths."""
        lengths = " ".join(f'{_attribute(name)}="{to_mm(value)}"' for name, value in shape.lengths.items())
        return f'data-at="{to_mm(at[0])} {to_mm(at[1])}" {lengths}'

    def read(self, element: Element, name: str) -> tuple[Shape, Point]:
        names = [each.name for each in fields(self.shape)]
        lengths = {each: to_metres(read_number(element, _attribute(each), name)) for each in names}
        return self.shape(**lengths), read_pair(element, "data-at", name)


def _attribute(length: str) -> str:
    return f"data-{length.removesuffix('_m')}"
