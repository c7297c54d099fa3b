"""A single thing as SVG: an ellipse that is round, as a circle is a target to be chalked."""

from __future__ import annotations

from xml.etree.ElementTree import Element

from jolly_core.formats.drawing import ShapeDrawing
from jolly_core.formats.svg import read_number, to_metres, to_mm
from jolly_core.shapes.kinds.thing import Thing
from jolly_core.shapes.points import Point


class ThingDrawing(ShapeDrawing[Thing]):
    shape = Thing
    element = "ellipse"

    def write(self, shape: Thing, at: Point, named: str) -> str:
        radius = to_mm(shape.size_m) / 2
        return f'<ellipse {named} cx="{self.x(at[0])}" cy="{self.y(at[1])}" rx="{radius}" ry="{radius}"/>'

    def read(self, element: Element, name: str) -> tuple[Thing, Point]:
        x, y, radius = (read_number(element, each, name) for each in ("cx", "cy", "rx"))
        return Thing(to_metres(2 * radius)), (to_metres(x), self.up_m(y))
