"""A rectangle as SVG."""

from __future__ import annotations

from xml.etree.ElementTree import Element

from jolly_core.formats.drawing import ShapeDrawing
from jolly_core.formats.shapes.strip import MIDDLE
from jolly_core.formats.svg import read_number, to_metres, to_mm
from jolly_core.shapes.kinds.rectangle import Rectangle
from jolly_core.shapes.points import Point


class RectangleDrawing(ShapeDrawing[Rectangle]):
    shape = Rectangle
    element = "rect"

    @classmethod
    def is_of(cls, element: Element) -> bool:
        return super().is_of(element) and element.get(MIDDLE) is None

    def write(self, shape: Rectangle, at: Point, named: str) -> str:
        wide, high = to_mm(shape.width_m), to_mm(shape.height_m)
        x, y = self.x(at[0]) - wide / 2, self.y(at[1]) - high / 2
        return f'<rect {named} x="{x}" y="{y}" width="{wide}" height="{high}"/>'

    def read(self, element: Element, name: str) -> tuple[Rectangle, Point]:
        x, y, wide, high = (read_number(element, each, name) for each in ("x", "y", "width", "height"))
        return Rectangle(to_metres(wide), to_metres(high)), (to_metres(x + wide / 2), self.up_m(y + high / 2))
