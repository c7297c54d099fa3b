"""Small helpers for sentences with numbers in them."""

from __future__ import annotations

from collections.abc import Sequence


def quantity(number: int, noun: str, plural: str | None = None) -> str:
    """A number with its noun in the right form.

    >>> quantity(1, "run"), quantity(3, "run"), quantity(2, "try", "tries")
    ('1 run', '3 runs', '2 tries')
    """
    return f"{number} {noun if number == 1 else plural or noun + 's'}"


def tries(number: int) -> str:
    """A number of tries in words.

    >>> tries(1), tries(2)
    ('1 try', '2 tries')
    """
    return quantity(number, "try", "tries")


def plain(value: float) -> str:
    """A number without a needless fraction, one decimal at the most.

    >>> plain(8.0), plain(7.25), plain(140), plain(83.96)
    ('8', '7.2', '140', '84')
    """
    return f"{value:.1f}".removesuffix(".0")


def clock(seconds: int) -> str:
    """Whole seconds as minutes and seconds.

    >>> clock(65), clock(9)
    ('1:05', '0:09')
    """
    return f"{seconds // 60}:{seconds % 60:02d}"


def sentence(words: str) -> str:
    """The words with a capital at their beginning.

    >>> sentence("weak side: 2 more")
    'Weak side: 2 more'
    """
    return f"{words[:1].upper()}{words[1:]}"


def either(words: list[str]) -> str:
    """Words of which any will do: "a, b or c".

    >>> either(["40 tries", "5 min"])
    '40 tries or 5 min'
    """
    *first, last = words
    return f"{', '.join(first)} or {last}" if first else last


def listed(words: Sequence[str]) -> str:
    """Words that all hold: "a, b and c".

    >>> listed(["50 cm", "150 cm"]), listed(["50 cm"])
    ('50 cm and 150 cm', '50 cm')
    """
    *first, last = words
    return f"{', '.join(first)} and {last}" if first else last


def span(seconds: int) -> str:
    """A length of time: in seconds while short or uneven, else in minutes.

    >>> span(45), span(300), span(90)
    ('45 s', '5 min', '90 s')
    """
    return f"{seconds // 60} min" if seconds >= 120 and seconds % 60 == 0 else f"{seconds} s"  # noqa: PLR2004


def shortened(text: str, longest: int) -> str:
    """A text that is no longer than that; what is left out is left out between words, and said to be.

    >>> shortened("Putts from the circle", 12), shortened("Putts", 12)
    ('Putts from …', 'Putts')
    """
    if len(text) <= longest:
        return text
    kept = text[: longest - 1]
    return f"{kept.rsplit(' ', 1)[0] if ' ' in kept else kept[:-1]} …"[:longest]
