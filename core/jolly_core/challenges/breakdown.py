"""A run broken down into its parts, as a table to read: target by target, zone by zone, frame by frame."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from typing import TYPE_CHECKING

if TYPE_CHECKING:
    from jolly_core.challenges.targets import TargetLine


@dataclass(frozen=True)
class Breakdown:
    """A table with its title, the heads of its columns and its rows in words; ``words`` stand under it."""

    title: str
    heads: tuple[str, ...] = ()
    rows: tuple[tuple[str, ...], ...] = ()
    words: str = ""


def by_target(targets: Sequence[TargetLine], words: str = "") -> Breakdown | None:
    """What was tried and made at each target; None for one target alone, and where misses are of none of them."""
    lines = [line for line in targets if line.attempts is not None]
    if len(lines) < 2:  # noqa: PLR2004 # one target is the whole run
        return None
    rows = tuple(
        (
            line.name,
            str(line.attempts),
            str(line.makes),
            "not tried" if line.rate is None else f"{100 * line.rate:.0f} %",
        )
        for line in lines
    )
    return Breakdown("Target by target", ("target", "attempts", "made", "rate"), rows, words)
