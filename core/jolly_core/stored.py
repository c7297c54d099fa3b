"""Values that were stored by an earlier version of the rules, brought up to what the rules read today.

Everything that is stored as JSON carries its version under ``v``; what was stored before there were versions is of
version 1. A type names its ``version`` and, for each older one, a step that leads to the next.
"""

from __future__ import annotations

from collections.abc import Callable, Mapping
from typing import Any

from jolly_core.errors import CoreError

VERSION_KEY = "v"
#: From the values of one version to those of the next; it may change the mapping that it is given.
Step = Callable[[dict[str, Any]], dict[str, Any]]


def upgraded(stored: Mapping[str, Any], version: int, steps: Mapping[int, Step], what: str) -> dict[str, Any]:
    """The stored values as ``version`` has them, without the version itself.

    ``steps`` has one step for each older version, ``what`` is what the values are, for the message. Raises
    ``CoreError`` (``newer_version``) for values that were stored by a later version of the rules.

    >>> upgraded({"v": 1, "reps": 5}, 2, {1: lambda old: {"goal": old["reps"]}}, "a game")
    {'goal': 5}
    """
    values = dict(stored)
    found = values.pop(VERSION_KEY, 1)
    if found > version:
        message = f"This was stored by a newer version of the program ({what}, version {found}): update the program."
        raise CoreError.one("newer_version", message, VERSION_KEY, value=found, allowed=f"<= {version}")
    for older in range(found, version):
        values = steps[older](values)
    return values
