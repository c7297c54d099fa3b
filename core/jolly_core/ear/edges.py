"""The bands in which sound is measured, and how quiet they can be. Standard library only."""

from __future__ import annotations

from itertools import pairwise
from math import log10

from jolly_core.ear.peak import LOWEST_DB

BANDS = 12
LOWEST_HZ, HIGHEST_HZ = 180.0, 12_000.0
#: What a microphone gives has been rounded to numbers of so many bits.
MICROPHONE_BITS = 16


def edges_hz() -> list[float]:
    """The edges of the bands, evenly spaced by ratio.

    >>> [round(edge) for edge in edges_hz()]
    [180, 255, 362, 514, 730, 1036, 1470, 2086, 2959, 4200, 5959, 8456, 12000]
    """
    step = (HIGHEST_HZ / LOWEST_HZ) ** (1 / BANDS)
    return [LOWEST_HZ * step**number for number in range(BANDS + 1)]


def bands_within(rate_hz: int) -> int:
    """How many bands lie within what a rate can hold, the last one at least by half.

    >>> bands_within(48_000), bands_within(16_000), bands_within(8_000)
    (12, 11, 9)
    """
    edges = edges_hz()
    return sum((low + high) / 2 <= rate_hz / 2 for low, high in pairwise(edges))


def rounding_db(rate_hz: int, bits: int) -> tuple[float, ...]:
    """How loud the rounding to whole numbers of so many ``bits`` is in each band within the rate, in dB.

    No quieter sound is in a recording, though between two sounds it may be all zeros. The error has the power of a
    twelfth of a squared step, evenly spread over half the rate: Bennett, Spectra of Quantized Signals, Bell System
    Technical Journal 27 (1948).

    >>> rounding_db(8_000, 8)[-1], rounding_db(48_000, 16)[-1]
    (-55.774, -106.398)
    """
    # A full-scale sine, of power one half, is 0 dB.
    power = (2.0 ** (1 - bits)) ** 2 / 12 / 0.5
    half_hz = rate_hz / 2
    widths_hz = [min(high, half_hz) - low for low, high in pairwise(edges_hz())][: bands_within(rate_hz)]
    return tuple(max(LOWEST_DB, round(10 * log10(power * width_hz / half_hz), 3)) for width_hz in widths_hz)
