"""A line as SVG, as it is taped."""

from __future__ import annotations

from jolly_core.formats.drawing import BetweenDrawing
from jolly_core.shapes.kinds.line import Line
from jolly_core.shapes.points import Point


class LineDrawing(BetweenDrawing[Line]):
    shape = Line
    element = "line"

    def write(self, shape: Line, at: Point, named: str) -> str:
        (x1, y1), (x2, y2) = ((self.x(x), self.y(y)) for x, y in shape.ends(at))
        ends = f'x1="{x1}" y1="{y1}" x2="{x2}" y2="{y2}"'
        return f'<line {named} {self.exact(shape, at)} {ends} stroke-width="25"/>'
