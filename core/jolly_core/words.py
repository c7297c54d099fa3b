"""Small helpers for sentences with numbers in them."""

from __future__ import annotations


def counted(number: int, noun: str, plural: str | None = None) -> str:
    """A number with its noun in the right form.

    >>> counted(1, "run"), counted(3, "run"), counted(2, "try", "tries")
    ('1 run', '3 runs', '2 tries')
    """
    return f"{number} {noun if number == 1 else plural or noun + 's'}"


def plain(value: float) -> str:
    """A number without a needless fraction, one decimal at the most.

    >>> plain(8.0), plain(7.25), plain(140)
    ('8', '7.2', '140')
    """
    return f"{value:.0f}" if value == int(value) else f"{value:.1f}"


def clock(seconds: int) -> str:
    """Whole seconds as minutes and seconds.

    >>> clock(65), clock(9)
    ('1:05', '0:09')
    """
    return f"{seconds // 60}:{seconds % 60:02d}"
