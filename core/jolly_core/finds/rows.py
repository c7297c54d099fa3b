"""Rows of makes: where they break, taken apart by time so that the level of the day is no find."""

from __future__ import annotations

from abc import abstractmethod
from collections.abc import Callable, Iterable, Sequence
from dataclasses import dataclass, replace

from jolly_core.finds.look import FindPicture, Look, LookedRun, PictureMark, RungQuestion, RungRecord
from jolly_core.finds.saying import share
from jolly_core.series.sequences import breaks_more_p_value, breaks_of
from jolly_core.words import sentence

#: The runs that are looked at, and how many tries make a stretch of time whose chance is taken as one.
LATEST, STRETCH = 150, 400
#: With fewer tries at the places in question, or elsewhere, nothing is said. Common practice, no source.
LEAST_TRIES, LEAST_BREAKS = 30, 10
SEVERAL = 2
#: Places of a row beyond this are one.
MOST_PLACES = 20


@dataclass(frozen=True)
class BreakLook:
    """How often rows break at some places and elsewhere, and how surely it is more often there."""

    p_value: float
    here: tuple[int, int]
    elsewhere: tuple[int, int]
    picture: FindPicture

    @property
    def shares(self) -> tuple[str, str]:
        """The share that is missed at those places, and elsewhere, as they are said."""
        return share(self.here[0] / self.here[1]), share(self.elsewhere[0] / self.elsewhere[1])


def latest_rows(runs: Sequence[LookedRun]) -> list[LookedRun]:
    """The latest runs of which the strokes are known; not those at several targets, where a place is a target's."""
    return [run for run in runs if run.trace.strokes and len(run.trace.targets) < SEVERAL][-LATEST:]


def look_at_breaks(
    runs: Sequence[LookedRun], weigh: Callable[[int], float], most: int = MOST_PLACES
) -> BreakLook | None:
    """Whether rows break more often at the places that weigh more; None where there is too little to tell.

    Places are counted by the makes before them, from 0; ``here`` are those whose weight is the highest half.
    """
    strata = [breaks_of(stretch, most) for stretch in _stretches([run.trace.strokes for run in runs])]
    if not any(each.broken[0] for each in strata):
        # With a ball in play the first contact begins a row: it cannot break there.
        strata = [replace(each, reached=(0, *each.reached[1:])) for each in strata]
    reached = [sum(each.reached[place] for each in strata) for place in range(most + 1)]
    broken = [sum(each.broken[place] for each in strata) for place in range(most + 1)]
    weights = [weigh(place) for place in range(most + 1)]
    middle = (max(weights) + min(weights)) / 2
    here = [place for place in range(most + 1) if weights[place] > middle]
    there = [place for place in range(most + 1) if weights[place] <= middle]
    sums = [
        (sum(broken[place] for place in places), sum(reached[place] for place in places)) for places in (here, there)
    ]
    if min(tries for _, tries in sums) < LEAST_TRIES or sum(broken) < LEAST_BREAKS:
        return None
    marks = tuple(
        PictureMark(
            str(place + 1),
            broken[place] / reached[place],
            f"{share(broken[place] / reached[place])} of {reached[place]}",
            place in here,
        )
        for place in range(most + 1)
        if reached[place] >= LEAST_BREAKS
    )
    return BreakLook(breaks_more_p_value(strata, weights), sums[0], sums[1], FindPicture("bars", "share missed", marks))


class BreakQuestion(RungQuestion):
    """Whether rows break more often at some places than elsewhere: a subclass says where, and how it is said."""

    page = "inside"

    @abstractmethod
    def where(self, record: RungRecord) -> tuple[Callable[[int], float], int] | None:
        """How much each place of a row weighs, and the last place told apart; None where it is not to be asked."""

    @abstractmethod
    def words(self, record: RungRecord, found: BreakLook) -> str:
        """What came out, behind the name of the side."""

    def looks(self, record: RungRecord) -> Iterable[Look]:
        asked = self.where(record)
        for side, runs in record.runs.items() if asked else ():
            rows = latest_rows(runs)
            found = look_at_breaks(rows, *asked) if asked else None
            if found is None:
                continue
            (here, tries), (elsewhere, other_tries) = found.here, found.elsewhere
            yield Look(
                question=self.id,
                p_value=found.p_value,
                words=sentence(f"{record.lead(side)}{self.words(record, found)}"),
                size=here / tries - elsewhere / other_tries,
                side=side,
                since=rows[0].day,
                until=rows[-1].day,
                picture=found.picture,
            )


def _stretches(sequences: Sequence[str]) -> list[list[str]]:
    """Neighbouring runs put together until they hold enough tries."""
    stretches: list[list[str]] = [[]]
    for sequence in sequences:
        if sum(map(len, stretches[-1])) >= STRETCH:
            stretches.append([])
        stretches[-1].append(sequence)
    return stretches
