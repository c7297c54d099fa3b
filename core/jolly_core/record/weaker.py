"""Which of two sides is the weaker: found in the record, with how sure it is, and never set."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from functools import lru_cache

from jolly_core.record.usual import UP
from jolly_core.sides import FIRST, SECOND, Pair
from jolly_core.stats.ranks import RankSum, chance_of_difference, rank_sum
from jolly_core.words import quantity, sentence

#: Fewer runs than this on either side tell nothing. Common practice, no source.
ENOUGH_RUNS = 3
#: With so many on both and no clear difference, neither is the weaker. Common practice, no source.
SETTLED_RUNS = 10
#: So clear a difference comes by chance once in twenty, once in a hundred.
LIKELY, CLEAR = 0.05, 0.01
#: The share of comparisons in which a side is behind that is no weaker.
EVEN = 0.5


@dataclass(frozen=True)
class SideResults:
    """The results on one rung, side by side: of one metric, the latest runs of each."""

    first: Sequence[float]
    second: Sequence[float]
    direction: str = UP


@dataclass(frozen=True)
class Finding:
    """What the record says of two sides. ``weaker`` is None while it does not tell.

    ``behind`` is how often, of all comparisons of a run on the one side with one on the other, the weaker did worse
    (ties counted half); ``by_chance`` how often so clear a difference would come by chance.
    """

    weaker: str | None = None
    behind: float = 0.5
    by_chance: float = 1.0
    runs: tuple[int, int] = (0, 0)

    def weaker_of(self, pair: Pair, handedness: str) -> str | None:
        """The weaker side: as found; as assumed by the hand while there are too few runs to tell; else neither."""
        is_settled = self.weaker is not None or min(self.runs) >= SETTLED_RUNS
        return self.weaker if is_settled else pair.assumed_weaker(handedness)

    def words(self, pair: Pair) -> str:
        """The finding in a sentence, with the numbers behind it.

        >>> find_weaker([SideResults([4, 5, 4, 3, 5], [7, 8, 8, 9, 7])]).words(Pair("hands"))
        'Left hand is likely the weaker side: worse in 10 of 10 comparisons (5 runs each).'
        """
        first, second = pair.words(FIRST), pair.words(SECOND)
        many, others = self.runs
        runs = f"{quantity(many, 'run')} each" if many == others else f"{quantity(many, 'run')} and {others}"
        if self.weaker is not None:
            sure = "clearly" if self.by_chance <= CLEAR else "likely"
            worse = f"worse in {round(10 * self.behind)} of 10 comparisons ({runs})"
            return sentence(f"{pair.words(self.weaker)} is {sure} the weaker side: {worse}.")
        if min(self.runs) < ENOUGH_RUNS:
            return sentence(
                f"which of {first} and {second} is weaker cannot be told yet: {runs} on the same rung, "
                f"{ENOUGH_RUNS} on each are the least."
            )
        return sentence(f"no clear difference between {first} and {second} so far ({runs}).")


def find_weaker(rungs: Sequence[SideResults]) -> Finding:
    """The finding from results on some rungs; only runs on the same rung are compared with each other."""
    return _find(tuple(SideResults(tuple(each.first), tuple(each.second), each.direction) for each in rungs))


@lru_cache(maxsize=1024)
def _find(rungs: tuple[SideResults, ...]) -> Finding:
    """The latest findings are remembered: from one plan to the next most of a record stays as it is."""
    told = [each for each in rungs if min(len(each.first), len(each.second)) >= ENOUGH_RUNS]
    if not told:
        most = max(rungs, key=lambda each: min(len(each.first), len(each.second)), default=SideResults((), ()))
        return Finding(runs=(len(most.first), len(most.second)))
    strata = [(_first_behind(each), len(each.first) + len(each.second)) for each in told]
    behind = sum(each.above for each, _ in strata) / sum(each.pairs for each, _ in strata)
    by_chance = chance_of_difference(strata)
    runs = (sum(len(each.first) for each in told), sum(len(each.second) for each in told))
    if by_chance > LIKELY or behind == EVEN:
        return Finding(None, max(behind, 1 - behind), by_chance, runs)
    return Finding(FIRST if behind > EVEN else SECOND, max(behind, 1 - behind), by_chance, runs)


def _first_behind(results: SideResults) -> RankSum:
    """How often the first side did worse than the second."""
    better = (results.second, results.first) if results.direction == UP else (results.first, results.second)
    return rank_sum(*better)
