"""Checks shared by all rooms of the core: each returns the value it accepts or the problem it found."""

from __future__ import annotations

from jolly_core.errors import Problem


def check_integer(name: str, value: object, low: int, high: int, unit: str = "", *, title: str = "") -> Problem | None:
    """The problem with ``value`` as a whole number in ``low..high``; None where there is none.

    ``title`` is what people call it, where that is not ``name``.

    >>> check_integer("goal", 5, 1, 10) is None
    True
    >>> check_integer("goal", True, 1, 10).code
    'not_an_integer'
    """
    allowed = f"{low} to {high}{' ' + unit if unit else ''}"
    said = title or name
    if isinstance(value, bool) or not isinstance(value, int):
        return Problem("not_an_integer", f"{said} must be a whole number, {allowed}.", (name,), value, allowed)
    if not low <= value <= high:
        return Problem("out_of_range", f"{said} must be {allowed}; {value} is outside.", (name,), value, allowed)
    return None


def check_choice(name: str, value: object, choices: tuple[str, ...]) -> Problem | None:
    """The problem with ``value`` as one of ``choices``; None where there is none."""
    if value in choices:
        return None
    return Problem("not_a_choice", f"{name} must be one of {', '.join(choices)}.", (name,), value, list(choices))


def check_number(name: str, value: object, low: float, high: float) -> Problem | None:
    """The problem with ``value`` as a finite number in ``low..high``; None where there is none."""
    allowed = f"{low:g} to {high:g}"
    if isinstance(value, bool) or not isinstance(value, int | float):
        return Problem("not_a_number", f"{name} must be a number, {allowed}.", (name,), value, allowed)
    if not low <= value <= high:  # NaN fails this, too
        return Problem("out_of_range", f"{name} must be {allowed}; {value:g} is outside.", (name,), value, allowed)
    return None
