"""Claps as commands: two or three at an easy pace, alone in the quiet. Standard library only.

Gaps and quiet are common practice, no source. In a game whose hits come as fast as claps there are none: who claps
there cannot be told from who plays.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from itertools import pairwise
from statistics import median

from jolly_core.ear.groups import groups_of
from jolly_core.ear.peak import Peak

#: How far apart claps of one command are, and how long it is quiet before and after it, in hops.
NEAREST, FURTHEST, QUIET = 30, 90, 120
#: Claps of one command sound alike: so far apart at most, in dB a band, however loud.
ALIKE_DB = 5.0
FEWEST, MOST = 2, 3
#: Of so many hits their tempo is known.
FEWEST_HITS = 4


@dataclass(frozen=True)
class Command:
    """So many claps, of these peaks."""

    peaks: tuple[Peak, ...]

    @property
    def claps(self) -> int:
        return len(self.peaks)


def commands_in(sounds: Sequence[Peak], hits: Sequence[Peak], from_hop: int, until_hop: int) -> list[Command]:
    """The commands among all that sounds from one hop of a recording to another, where these hits are played.

    >>> clap, hit = (20.0, 0.0), (0.0, 20.0)
    >>> hits = [Peak(hop, 20, 10, 20, -10, hit) for hop in (0, 240, 480, 720, 960)]
    >>> sounds = [*hits, *(Peak(hop, 20, 10, 20, -10, clap) for hop in (1200, 1250))]
    >>> [command.claps for command in commands_in(sounds, hits, 0, 1500)], commands_in(sounds, hits, 0, 1300)
    ([2], [])
    """
    groups = groups_of(sounds, lambda sound: sound.hop, FURTHEST)
    found = [
        Command(tuple(group))
        for group, before, after in zip(groups, [None, *groups], [*groups[1:], None], strict=False)
        if _is_command(group)
        and group[0].hop - (from_hop if before is None else before[-1].hop) >= QUIET
        and (until_hop if after is None else after[0].hop) - group[-1].hop >= QUIET
    ]
    # What is played, without them, has to be slower than claps.
    waits = [b.hop - a.hop for a, b in pairwise(without_commands(hits, found))]
    is_fast = len(waits) + 1 >= FEWEST_HITS and median(waits) < FURTHEST + NEAREST
    return [] if is_fast else found


def without_commands(hits: Sequence[Peak], commands: Sequence[Command]) -> list[Peak]:
    """The hits that are no claps."""
    clapped = {peak.hop for command in commands for peak in command.peaks}
    return [hit for hit in hits if hit.hop not in clapped]


def _is_command(group: Sequence[Peak]) -> bool:
    return (
        FEWEST <= len(group) <= MOST
        and all(after.hop - before.hop >= NEAREST for before, after in pairwise(group))
        and all(_apart(before, after) <= ALIKE_DB for before, after in pairwise(group))
    )


def _apart(one: Peak, other: Peak) -> float:
    bands = zip(one.bands, other.bands, strict=True)
    return sum(abs((a - one.height) - (b - other.height)) for a, b in bands) / len(one.bands)
