"""Layouts as SVG at true scale: a unit is a millimetre, each zone a named shape, y turned as drawings have it.

What is read back is only what this module writes: the place, the surfaces and their zones. Scripts, styles, links and
whatever else a file may hold are not kept. What would move or scale a target (a transform, another view box or unit) is
refused, never ignored.
"""

from __future__ import annotations

import re
from collections.abc import Iterator, Sequence
from decimal import Decimal
from typing import Any
from xml.etree import ElementTree

from defusedxml import DefusedXmlException
from defusedxml.ElementTree import fromstring

from jolly_core.discovery import list_classes
from jolly_core.errors import CoreError
from jolly_core.formats import shapes
from jolly_core.formats.drawing import ShapeDrawing
from jolly_core.formats.svg import SVG, attribute, read_decimal, read_pair, tag, to_mm
from jolly_core.places.layout import Layout, Stand, check_layout
from jolly_core.places.place import Place, Surface
from jolly_core.places.zone import ALONE, WAYS_TO_COUNT, Zone
from jolly_core.validation import check_choice

VERSION = "1"
GAP_MM = Decimal(200)
LARGEST_BYTES = 1_000_000
DRAWINGS: list[type[ShapeDrawing[Any]]] = list_classes(shapes, ShapeDrawing)


def write_layout(place: Place, layout: Layout) -> bytes:
    """The layout as an SVG file; its surfaces stand one under the other.

    Raises ``CoreError`` for zones that cannot be laid.
    """
    check_layout(place, layout.zones)
    width = max(to_mm(surface.width_m) for surface in place.surfaces)
    height = sum((to_mm(surface.length_m) + GAP_MM for surface in place.surfaces), -GAP_MM)
    size = f'width="{width}mm" height="{height}mm" viewBox="0 0 {width} {height}"'
    known = {
        "layout": VERSION,
        "place": place.id,
        "place-title": place.title,
        "title": layout.title,
        "stand": f"{to_mm(layout.stand.x_m)} {to_mm(layout.stand.back_m)}",
        "pattern": layout.pattern,
    }
    said = " ".join(f"data-{name}={attribute(text)}" for name, text in known.items())
    lines = [f'<svg xmlns="{SVG}" {size} {said}>']
    top = Decimal(0)
    for surface in place.surfaces:
        lines += _surface(surface, top, place, layout.zones)
        top += to_mm(surface.length_m) + GAP_MM
    return "\n".join([*lines, "</svg>", ""]).encode()


def _surface(surface: Surface, top: Decimal, place: Place, zones: Sequence[Zone]) -> Iterator[str]:
    width, length = to_mm(surface.width_m), to_mm(surface.length_m)
    yield f'<g data-surface={attribute(surface.id)} transform="translate(0 {top})" fill="none" stroke="black">'
    yield f'<rect width="{width}" height="{length}" stroke-width="5"/>'
    for line in place.lines_on(surface.id):
        (x1, y1), (x2, y2) = ((to_mm(x), length - to_mm(y)) for x, y in (line.start, line.end))
        yield f'<line x1="{x1}" y1="{y1}" x2="{x2}" y2="{y2}" stroke-width="10"/>'
    for zone in zones:
        if zone.surface == surface.id:
            yield _target(zone, surface)
    yield "</g>"


def _target(zone: Zone, surface: Surface) -> str:
    drawing = next(each for each in DRAWINGS if each.shape is type(zone.shape))
    named = f"data-zone={attribute(zone.name)}"
    if zone.counts != ALONE:
        named += f' data-counts="{zone.counts}"'
    if zone.is_joined:
        named += f" data-joined-to={attribute(zone.joined_to)}"
    return drawing(surface).write(zone.shape, zone.at, named)


def read_place(data: bytes) -> tuple[str, str]:
    """The id and the name of the place that a layout is for.

    Raises ``CoreError``: ``too_large``, ``not_svg`` (with the line), ``foreign`` for one that is not a layout.
    """
    root = _parse(data)
    return root.get("data-place", ""), root.get("data-place-title", "")


def read_layout(data: bytes, place: Place) -> Layout:
    """A layout on this place.

    Raises ``CoreError``: ``too_large``, ``not_svg`` (with the line), ``foreign`` for one that is not a layout,
    ``other_place``, and what is wrong with each zone.
    """
    root = _parse(data)
    if root.get("data-place") != place.id:
        other = root.get("data-place-title") or root.get("data-place")
        message = f"This layout is for another place ({other}), not for {place.title}."
        raise CoreError.one("other_place", message, "file", value=root.get("data-place"), allowed=place.id)
    _check_scale(root, place)
    tops, top = {}, Decimal(0)
    for each in place.surfaces:
        tops[each.id] = f"translate(0 {top})"
        top += to_mm(each.length_m) + GAP_MM
    zones = []
    for group in root:
        surface = place.surface(group.get("data-surface", ""))
        if surface:
            _check_unmoved(group, surface.title, tops[surface.id])
            for shape in (each for each in group if each.get("data-zone") is not None):
                _check_unmoved(shape, f"The target {shape.get('data-zone')}")
                zones.append(_zone(shape, surface))
    if len(zones) != sum(each.get("data-zone") is not None for each in root.iter()):
        raise CoreError.one("altered", "A target stands inside another group than it was written in.", "file")
    check_layout(place, zones)
    x_m, back_m = read_pair(root, "data-stand", "drawing")
    return Layout(root.get("data-title", ""), tuple(zones), Stand(x_m, back_m), root.get("data-pattern", ""))


def _check_scale(root: ElementTree.Element, place: Place) -> None:
    """Raise where the drawing is not at the scale that it was written at: a unit is a millimetre."""
    width = max(to_mm(surface.width_m) for surface in place.surfaces)
    height = sum((to_mm(surface.length_m) + GAP_MM for surface in place.surfaces), -GAP_MM)
    box = [read_decimal(each, "viewBox", "drawing") for each in root.get("viewBox", "").replace(",", " ").split()]
    sizes = [root.get(name, "") for name in ("width", "height")]
    is_in_mm = all(size.endswith("mm") for size in sizes if size)
    lengths = [read_decimal(size[:-2], "width and height", "drawing") for size in sizes if size and is_in_mm]
    is_whole = box == [0, 0, width, height] and lengths in ([], [width, height])
    if not is_whole or not is_in_mm or root.get("transform"):
        message = (
            f"This drawing was scaled or cut: it should be {width} by {height} mm with a view box of the same, "
            "so that a unit is a millimetre. Save it without scaling."
        )
        raise CoreError.one("altered", message, "file")


def _check_unmoved(element: ElementTree.Element, name: str, written: str = "") -> None:
    is_styled = "transform" in element.get("style", "")
    if " ".join(element.get("transform", "").split()) != written or is_styled:
        message = f"{name} was moved by a transform, which is not read: move its own coordinates instead."
        raise CoreError.one("altered", message, "file", value=element.get("transform"))


def _parse(data: bytes) -> ElementTree.Element:
    if len(data) > LARGEST_BYTES:
        raise CoreError.one("too_large", f"A layout is {LARGEST_BYTES // 1000} kB at most.", "file", value=len(data))
    declared = re.match(rb"\s*<\?xml[^>]*encoding\s*=\s*[\"']([^\"']+)", data)
    if declared and declared[1].lower() not in (b"utf-8", b"utf8", b"us-ascii"):
        message = f"This file says that its letters are {declared[1].decode('ascii', 'replace')}: save it as UTF-8."
        raise CoreError.one("other_encoding", message, "file")
    try:
        # A document type could bring entities that unfold without end; no layout has one.
        root: ElementTree.Element = fromstring(data, forbid_dtd=True)
    except DefusedXmlException:
        raise CoreError.one("foreign", "This SVG has a document type; layouts have none.", "file") from None
    except ElementTree.ParseError as error:
        line, column = error.position
        message = f"This is no SVG: line {line}, column {column} cannot be read."
        raise CoreError.one("not_svg", message, "file", value=[line, column]) from None
    if root.tag != tag("svg") or root.get("data-layout") != VERSION:
        raise CoreError.one("foreign", "This SVG is no layout: it was not written by Jolly Ladder.", "file")
    return root


def _zone(element: ElementTree.Element, surface: Surface) -> Zone:
    name = element.get("data-zone", "")
    for drawing in DRAWINGS:
        if drawing.is_of(element):
            counts, joined_to = element.get("data-counts", ALONE), element.get("data-joined-to", "")
            if problem := check_choice("counts", counts, WAYS_TO_COUNT):
                raise CoreError([problem])
            return Zone(name, surface.id, *drawing(surface).read(element, name), counts, joined_to)
    raise CoreError.one("foreign", f"The target {name} is no shape that a target can have.", "file", name)
