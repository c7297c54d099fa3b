"""Drawing at random, the same everywhere: by a seed and a place, without a state and without a library's habits."""

from __future__ import annotations

_MASK = 2**64 - 1


def draw(seed: int, place: int) -> int:
    """A 64-bit number that looks drawn at random; the same for the same seed and place.

    Source: the splitmix64 generator (Steele, Lea and Flood 2014, Fast splittable pseudorandom number generators).

    >>> draw(0, 0) == 0xE220A8397B1DCDAF
    True
    """
    mixed = (seed * 0xD1342543DE82EF95 + (place + 1) * 0x9E3779B97F4A7C15) & _MASK
    mixed = ((mixed ^ (mixed >> 30)) * 0xBF58476D1CE4E5B9) & _MASK
    mixed = ((mixed ^ (mixed >> 27)) * 0x94D049BB133111EB) & _MASK
    return mixed ^ (mixed >> 31)


def draw_below(seed: int, place: int, many: int) -> int:
    """One of ``many`` things, as a number from 0.

    >>> sorted({draw_below(7, place, 3) for place in range(50)})
    [0, 1, 2]
    """
    return draw(seed, place) % many
