"""A strip as SVG: a rectangle all across, with what tells it from one, its middle, beside it."""

from __future__ import annotations

from xml.etree.ElementTree import Element

from jolly_core.formats.drawing import ShapeDrawing
from jolly_core.formats.svg import read_number, to_metres, to_mm
from jolly_core.shapes.kinds.strip import Strip
from jolly_core.shapes.points import Point

MIDDLE = "data-strip"


class StripDrawing(ShapeDrawing[Strip]):
    shape = Strip
    element = "rect"

    @classmethod
    def is_of(cls, element: Element) -> bool:
        return super().is_of(element) and element.get(MIDDLE) is not None

    def write(self, shape: Strip, at: Point, named: str) -> str:
        wide, high = to_mm(self.surface.width_m), to_mm(shape.width_m)
        y = self.y(at[1]) - high / 2
        return f'<rect {named} {MIDDLE}="{self.x(at[0])}" x="0" y="{y}" width="{wide}" height="{high}"/>'

    def read(self, element: Element, name: str) -> tuple[Strip, Point]:
        # Its width is checked as well, though a strip is as wide as its surface.
        _, y, _, high = (read_number(element, each, name) for each in ("x", "y", "width", "height"))
        middle_m = to_metres(read_number(element, MIDDLE, name))
        return Strip(to_metres(high)), (middle_m, self.up_m(y + high / 2))
