"""An address as a picture that the camera of a phone reads."""

from __future__ import annotations

#: Ink on paper: a reader wants dark on light, and four modules of margin (ISO/IEC 18004).
INK, PAPER, MARGIN = "#1b2440", "#fbf6ec", 4


def draw_code(address: str) -> str:
    """A QR code of an address: an SVG as a data URI."""
    import segno

    return segno.make(address, micro=False).svg_data_uri(dark=INK, light=PAPER, border=MARGIN)
