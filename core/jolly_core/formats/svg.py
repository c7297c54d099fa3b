"""Lengths and attributes of SVG drawings whose unit is a millimetre, in decimal arithmetic so that nothing is lost."""

from __future__ import annotations

from decimal import Decimal, InvalidOperation
from xml.etree.ElementTree import Element
from xml.sax.saxutils import quoteattr

from jolly_core.errors import CoreError

SVG = "http://www.w3.org/2000/svg"
MM = Decimal(1000)


def to_mm(metres: float) -> Decimal:
    """A length in metres as it is drawn.

    >>> to_mm(0.1)
    Decimal('100.0')
    """
    return Decimal(repr(float(metres))) * MM


def to_metres(millimetres: Decimal) -> float:
    """A length as it was drawn, in metres."""
    return float(millimetres / MM)


def tag(name: str) -> str:
    """The name of an SVG element as it is parsed."""
    return f"{{{SVG}}}{name}"


def attribute(text: str) -> str:
    """A text in quotation marks, without what no XML can hold (XML 1.0, 2.2)."""
    return quoteattr("".join(sign for sign in text if sign in "\t\n\r" or (sign >= " " and not _is_odd(sign))))


def _is_odd(sign: str) -> bool:
    return "\ud800" <= sign <= "\udfff" or sign in "\ufffe\uffff"


def read_number(element: Element, name: str, target: str) -> Decimal:
    """The number in an attribute, in millimetres. Raises ``CoreError`` (``not_a_number``)."""
    return read_decimal(element.get(name, ""), name, target)


def read_pair(element: Element, name: str, target: str) -> tuple[float, float]:
    """The two lengths in an attribute, in metres. Raises ``CoreError`` (``not_a_number``)."""
    one, _, other = element.get(name, "").partition(" ")
    return to_metres(read_decimal(one, name, target)), to_metres(read_decimal(other, name, target))


def read_decimal(text: str, name: str, target: str) -> Decimal:
    """A number as it was written. Raises ``CoreError`` (``not_a_number``)."""
    try:
        number = Decimal(text)
    except InvalidOperation:
        number = Decimal("NaN")
    if not number.is_finite():
        message = f"The target {target} has no {name} that is a number."
        raise CoreError.one("not_a_number", message, "file", target, name, value=text)
    return number
