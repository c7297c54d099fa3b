"""A circle as SVG."""

from __future__ import annotations

from xml.etree.ElementTree import Element

from jolly_core.formats.drawing import ShapeDrawing
from jolly_core.formats.svg import read_number, to_metres, to_mm
from jolly_core.shapes.kinds.circle import Circle
from jolly_core.shapes.points import Point


class CircleDrawing(ShapeDrawing[Circle]):
    shape = Circle
    element = "circle"

    def write(self, shape: Circle, at: Point, named: str) -> str:
        return f'<circle {named} cx="{self.x(at[0])}" cy="{self.y(at[1])}" r="{to_mm(shape.radius_m)}"/>'

    def read(self, element: Element, name: str) -> tuple[Circle, Point]:
        x, y, radius = (read_number(element, each, name) for each in ("cx", "cy", "r"))
        return Circle(to_metres(radius)), (to_metres(x), self.up_m(y))
