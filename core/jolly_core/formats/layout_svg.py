"""Layouts as SVG at true scale: a unit is a millimetre, each zone a named shape, y turned as drawings have it.

What is read back is only what this module writes: the place, the surfaces and their zones. Scripts, styles, links and
whatever else a file may hold are not kept. Lengths are reckoned in decimals, so that nothing is lost on the way. What
would move or scale a target (a transform, another view box or unit) is refused, never ignored.
"""

from __future__ import annotations

import re
from collections.abc import Iterator, Sequence
from dataclasses import fields
from decimal import Decimal, InvalidOperation
from xml.etree import ElementTree
from xml.sax.saxutils import quoteattr

from defusedxml import DefusedXmlException
from defusedxml.ElementTree import fromstring

from jolly_core.aim.targets import Circle, Line, Rectangle, Row, Strip
from jolly_core.errors import CoreError
from jolly_core.places.layout import Layout, Stand, check_layout
from jolly_core.places.place import Place, Surface
from jolly_core.places.zone import Zone, ends_of, things_in_row

VERSION = "1"
SVG = "http://www.w3.org/2000/svg"
GAP_MM = Decimal(200)
LARGEST_BYTES = 1_000_000
MM = Decimal(1000)
#: By the elements that draw them.
BETWEEN_SPOTS: dict[str, type[Line | Row]] = {f"{{{SVG}}}line": Line, f"{{{SVG}}}g": Row}


def write_layout(place: Place, layout: Layout) -> bytes:
    """The layout as an SVG file; its surfaces stand one under the other.

    Raises ``CoreError`` for zones that cannot be laid.
    """
    check_layout(place, layout.zones)
    width = max(_mm(surface.width_m) for surface in place.surfaces)
    height = sum((_mm(surface.length_m) + GAP_MM for surface in place.surfaces), -GAP_MM)
    size = f'width="{width}mm" height="{height}mm" viewBox="0 0 {width} {height}"'
    known = {
        "layout": VERSION,
        "place": place.id,
        "place-title": place.title,
        "title": layout.title,
        "stand": f"{_mm(layout.stand.x_m)} {_mm(layout.stand.back_m)}",
        "pattern": layout.pattern,
    }
    said = " ".join(f"data-{name}={_attribute(text)}" for name, text in known.items())
    lines = [f'<svg xmlns="{SVG}" {size} {said}>']
    top = Decimal(0)
    for surface in place.surfaces:
        lines += _surface(surface, top, place, layout.zones)
        top += _mm(surface.length_m) + GAP_MM
    return "\n".join([*lines, "</svg>", ""]).encode()


def _surface(surface: Surface, top: Decimal, place: Place, zones: Sequence[Zone]) -> Iterator[str]:
    width, length = _mm(surface.width_m), _mm(surface.length_m)
    yield f'<g data-surface={_attribute(surface.id)} transform="translate(0 {top})" fill="none" stroke="black">'
    yield f'<rect width="{width}" height="{length}" stroke-width="5"/>'
    for mark in place.marks_on(surface.id):
        (x1, y1), (x2, y2) = ((_mm(x), length - _mm(y)) for x, y in (mark.start, mark.end))
        yield f'<line x1="{x1}" y1="{y1}" x2="{x2}" y2="{y2}" stroke-width="10"/>'
    for zone in zones:
        if zone.surface == surface.id:
            yield _shape(zone, surface, length)
    yield "</g>"


def _shape(zone: Zone, surface: Surface, length: Decimal) -> str:
    x, y = _mm(zone.at[0]), length - _mm(zone.at[1])
    named = f"data-zone={_attribute(zone.name)}"
    if isinstance(zone.shape, Circle):
        return f'<circle {named} cx="{x}" cy="{y}" r="{_mm(zone.shape.radius_m)}"/>'
    if isinstance(zone.shape, Strip):
        wide, high = _mm(surface.width_m), _mm(zone.shape.width_m)
        return f'<rect {named} data-strip="{x}" x="0" y="{y - high / 2}" width="{wide}" height="{high}"/>'
    if isinstance(zone.shape, (Line, Row)):
        return _between_spots(zone, zone.shape, named, length)
    wide, high = _mm(zone.shape.width_m), _mm(zone.shape.height_m)
    return f'<rect {named} x="{x - wide / 2}" y="{y - high / 2}" width="{wide}" height="{high}"/>'


def _between_spots(zone: Zone, shape: Line | Row, named: str, length: Decimal) -> str:
    """A line as it is taped, a row as the things in it; the exact lengths stand beside the drawing."""
    lengths = " ".join(f'data-{name.removesuffix("_m")}="{_mm(value)}"' for name, value in vars(shape).items())
    middle = f'data-at="{_mm(zone.at[0])} {_mm(zone.at[1])}"'
    if isinstance(shape, Line):
        (x1, y1), (x2, y2) = ((_mm(x), length - _mm(y)) for x, y in ends_of(zone))
        return f'<line {named} {middle} {lengths} x1="{x1}" y1="{y1}" x2="{x2}" y2="{y2}" stroke-width="25"/>'
    things = "".join(
        f'<circle cx="{_mm(x)}" cy="{length - _mm(y)}" r="{_mm(shape.size_m) / 2}"/>' for x, y in things_in_row(zone)
    )
    return f"<g {named} {middle} {lengths}>{things}</g>"


def _attribute(text: str) -> str:
    """A text in quotation marks, without what no XML can hold (XML 1.0, 2.2)."""
    return quoteattr("".join(sign for sign in text if sign in "\t\n\r" or (sign >= " " and not _is_odd(sign))))


def _is_odd(sign: str) -> bool:
    return "\ud800" <= sign <= "\udfff" or sign in "\ufffe\uffff"


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
        top += _mm(each.length_m) + GAP_MM
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
    x_m, back_m = _pair(root, "data-stand", "drawing")
    return Layout(root.get("data-title", ""), tuple(zones), Stand(x_m, back_m), root.get("data-pattern", ""))


def _check_scale(root: ElementTree.Element, place: Place) -> None:
    """Raise where the drawing is not at the scale that it was written at: a unit is a millimetre."""
    width = max(_mm(surface.width_m) for surface in place.surfaces)
    height = sum((_mm(surface.length_m) + GAP_MM for surface in place.surfaces), -GAP_MM)
    box = [_decimal(each, "viewBox", "drawing") for each in root.get("viewBox", "").replace(",", " ").split()]
    sizes = [root.get(name, "") for name in ("width", "height")]
    is_in_mm = all(size.endswith("mm") for size in sizes if size)
    lengths = [_decimal(size[:-2], "width and height", "drawing") for size in sizes if size and is_in_mm]
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
    if root.tag != f"{{{SVG}}}svg" or root.get("data-layout") != VERSION:
        raise CoreError.one("foreign", "This SVG is no layout: it was not written by Jolly Ladder.", "file")
    return root


def _zone(shape: ElementTree.Element, surface: Surface) -> Zone:
    name, length = shape.get("data-zone", ""), _mm(surface.length_m)
    if shape.tag == f"{{{SVG}}}circle":
        x, y, radius = (_number(shape, each, name) for each in ("cx", "cy", "r"))
        return Zone(name, surface.id, Circle(_m(radius)), (_m(x), _m(length - y)))
    kind = BETWEEN_SPOTS.get(shape.tag)
    if kind:
        return _read_between(shape, name, surface, kind)
    if shape.tag != f"{{{SVG}}}rect":
        raise CoreError.one("foreign", f"The target {name} is no shape that a target can have.", "file", name)
    x, y, wide, high = (_number(shape, each, name) for each in ("x", "y", "width", "height"))
    middle_y = _m(length - y - high / 2)
    if shape.get("data-strip") is not None:
        return Zone(name, surface.id, Strip(_m(high)), (_m(_number(shape, "data-strip", name)), middle_y))
    return Zone(name, surface.id, Rectangle(_m(wide), _m(high)), (_m(x + wide / 2), middle_y))


def _read_between(shape: ElementTree.Element, name: str, surface: Surface, kind: type[Line | Row]) -> Zone:
    lengths = {each.name: _m(_number(shape, f"data-{each.name.removesuffix('_m')}", name)) for each in fields(kind)}
    return Zone(name, surface.id, kind(**lengths), _pair(shape, "data-at", name))


def _pair(shape: ElementTree.Element, attribute: str, name: str) -> tuple[float, float]:
    one, _, other = shape.get(attribute, "").partition(" ")
    return _m(_decimal(one, attribute, name)), _m(_decimal(other, attribute, name))


def _number(shape: ElementTree.Element, attribute: str, name: str) -> Decimal:
    return _decimal(shape.get(attribute, ""), attribute, name)


def _decimal(text: str, attribute: str, name: str) -> Decimal:
    try:
        number = Decimal(text)
    except InvalidOperation:
        number = Decimal("NaN")
    if not number.is_finite():
        message = f"The target {name} has no {attribute} that is a number."
        raise CoreError.one("not_a_number", message, "file", name, attribute, value=text)
    return number


def _mm(metres: float) -> Decimal:
    return Decimal(repr(float(metres))) * MM


def _m(millimetres: Decimal) -> float:
    return float(millimetres / MM)
