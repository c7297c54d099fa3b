"""A row as SVG: the things in it."""

from __future__ import annotations

from jolly_core.formats.drawing import BetweenDrawing
from jolly_core.formats.svg import to_mm
from jolly_core.shapes.kinds.row import Row
from jolly_core.shapes.points import Point


class RowDrawing(BetweenDrawing[Row]):
    shape = Row
    element = "g"

    def write(self, shape: Row, at: Point, named: str) -> str:
        radius = to_mm(shape.size_m) / 2
        things = "".join(f'<circle cx="{self.x(x)}" cy="{self.y(y)}" r="{radius}"/>' for x, y in shape.things(at))
        return f"<g {named} {self.exact(shape, at)}>{things}</g>"
