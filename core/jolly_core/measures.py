"""Lengths as a tape reads them: in centimetres, or in feet and quarters of an inch."""

from __future__ import annotations

from jolly_core.words import plain

METRIC, IMPERIAL = "metric", "imperial"
INCH_M, FOOT_M = 0.0254, 0.3048
#: The step that a tape is read to: half a centimetre, a quarter of an inch. Common practice, no source.
STEPS_M = {METRIC: 0.005, IMPERIAL: INCH_M / 4}


def to_tape(length_m: float, units: str = METRIC) -> float:
    """A length rounded to what is laid with a tape, in metres.

    >>> to_tape(1.2345)
    1.235
    """
    step = STEPS_M[units]
    return round(round(length_m / step) * step, 6)


def read_tape(length_m: float, units: str = METRIC) -> str:
    """A length as a tape reads it, rounded.

    >>> read_tape(1.2345), read_tape(1.2345, "imperial"), read_tape(0.3048, "imperial")
    ('123.5 cm', '4 ft 0 1/2 in', '1 ft')
    """
    if units == METRIC:
        return f"{100 * to_tape(length_m, units):g} cm"
    quarters = round(length_m / STEPS_M[IMPERIAL])
    feet, rest = divmod(quarters, 48)
    inches, part = divmod(rest, 4)
    fraction = {0: "", 1: " 1/4", 2: " 1/2", 3: " 3/4"}[part]
    inch_words = f"{inches}{fraction} in" if inches or fraction else ""
    return " ".join(filter(None, (f"{feet} ft" if feet else "", inch_words))) or "0 in"


def read_long(length_m: float, units: str = METRIC) -> str:
    """A length to be paced or said rather than taped: in metres to the centimetre, or in feet and inches.

    >>> read_long(4.0), read_long(4.256)
    ('4 m', '4.26 m')
    """
    return f"{length_m:.2f}".rstrip("0").rstrip(".") + " m" if units == METRIC else read_tape(length_m, units)


def read_exactly(length_m: float, units: str = METRIC) -> str:
    """A length that is set and not measured: to the millimetre, or to what an inch tape shows.

    >>> read_exactly(0.06715)
    '6.7 cm'
    """
    return f"{plain(100 * length_m)} cm" if units == METRIC else read_tape(length_m, units)
