"""The first ladders of somebody who has none yet: what fits what they practise, have and spare, the easiest first."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass

from jolly_core.formats.ladder_pack import PackedLadder
from jolly_core.planning.browse import run_seconds
from jolly_core.planning.choice import ladders_for

BEGINNER = "beginner"
#: So many are offered at once, however few the minutes; the others are there instead of one of them.
FEWEST_OFFERED = 3
#: What fills up an offer of few: it goes with every discipline, and needs next to nothing.
BESIDE = "strength and mobility"


@dataclass(frozen=True)
class Beginning:
    """What somebody says of themselves: ``absent`` is kit and ``elsewhere`` a kind of place that they do not have."""

    discipline: str
    minutes: int = 30
    absent: tuple[str, ...] = ()
    elsewhere: tuple[str, ...] = ()
    spared: tuple[str, ...] = ()

    @property
    def offered(self) -> int:
        """How many ladders are offered at once: as many as fill the minutes, and few enough to be read.

        >>> [Beginning("rope", minutes).offered for minutes in (15, 30, 45, 60, 120)]
        [3, 3, 4, 5, 6]
        """
        return max(FEWEST_OFFERED, ladders_for(self.minutes))


def order_first(ladders: Iterable[PackedLadder], beginning: Beginning) -> tuple[PackedLadder, ...]:
    """The ladders that fit, the one to begin with first; another game each while there are others.

    Those of the discipline come first, and after them those that go with every discipline.
    """
    fitting = [ladder for ladder in ladders if _fits(ladder, beginning)]
    ordered = sorted(fitting, key=lambda ladder: _rank(ladder, beginning))
    chosen: list[PackedLadder] = []
    while ordered:
        games = {ladder.rungs[0].game.id for ladder in chosen}
        first = _rank(ordered[0], beginning)
        # As good a one with a game that is not there yet goes before one with the same game again.
        other = (each for each in ordered if _rank(each, beginning) == first and each.rungs[0].game.id not in games)
        following = next(other, ordered[0])
        chosen.append(following)
        ordered.remove(following)
    return tuple(chosen)


def _fits(ladder: PackedLadder, beginning: Beginning) -> bool:
    return (
        ladder.discipline in (beginning.discipline, BESIDE)
        and not set(ladder.kit) & set(beginning.absent)
        and not set(ladder.traits.needs) & set(beginning.elsewhere)
        and not set(ladder.traits.regions) & set(beginning.spared)
        and run_seconds(ladder) <= 60 * beginning.minutes
    )


def _rank(ladder: PackedLadder, beginning: Beginning) -> tuple[bool, ...]:
    return (
        ladder.discipline != beginning.discipline,
        bool(ladder.traits.risks),
        bool(ladder.levels) and BEGINNER not in ladder.levels,
        bool(ladder.rungs[0].needs),
    )
