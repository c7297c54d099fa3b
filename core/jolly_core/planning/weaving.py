"""In which order the runs of neighbouring drills are played: one drill after the other, in turn, or mixed.

Practice that is blocked feels better and scores higher while it lasts; practice that is mixed is remembered better
(Shea and Morgan 1979). Which of the two a block is for is the athlete's choice.
"""

from __future__ import annotations

from collections.abc import Callable, Iterator, Sequence
from dataclasses import dataclass
from random import Random

BLOCKED = "blocked"
#: More than so many runs of one drill in a row are no mixture any more. Common practice, no source.
MOST_ALIKE = 2
LARGEST_SEED = 2**31 - 1

_MIXED_WORDS = (
    "mixed on purpose: the numbers of today come out lower, and in Shea and Morgan (1979) tests ten minutes and ten "
    "days later came out higher; in sport the gain has been smaller than in the laboratory, so test it another day"
)


@dataclass(frozen=True)
class Weave:
    """A way to order runs: its name, how it goes, what is known of it, and the order of so many runs of each drill."""

    id: str
    title: str
    example: str
    words: str
    order: Callable[[Sequence[int], Random], list[int]]


def _one_after_the_other(runs: Sequence[int], chance: Random) -> list[int]:
    return [drill for drill, many in enumerate(runs) for _ in range(many)]


def _in_turn(runs: Sequence[int], chance: Random) -> list[int]:
    """Each drill as evenly as its number of runs has it: at each turn the one that is farthest behind its share."""
    whole = sum(runs)
    given, order = [0] * len(runs), []
    for turn in range(1, whole + 1):
        left = [drill for drill, many in enumerate(runs) if given[drill] < many]
        # In whole numbers: equal shares must not be told apart by a rounding.
        drill = max(left, key=lambda each: (runs[each] * turn - given[each] * whole, -each))
        given[drill] += 1
        order.append(drill)
    return order


def _two_and_one(runs: Sequence[int], chance: Random) -> list[int]:
    """Two runs of the first drill, one of each of the others, and round again with what is left of them."""
    left, order = list(runs), []
    while any(left):
        for drill in range(len(left)):
            taken = min(left[drill], 2 if drill == 0 else 1)
            left[drill] -= taken
            order += [drill] * taken
    return order


def _mixed(runs: Sequence[int], chance: Random) -> list[int]:
    """By lot, and never more alike in a row than ``MOST_ALIKE``; where that cannot be, as few as can be."""
    most = max(MOST_ALIKE, most_alike(runs))
    left, order, alike = list(runs), list[int](), 0
    while any(left):
        fit = [drill for drill in range(len(left)) if _may_come(left, drill, order, alike, most)]
        lot = chance.random() * sum(left[drill] for drill in fit)
        drill = next((each for each in fit if (lot := lot - left[each]) < 0), fit[-1])
        alike = alike + 1 if order and order[-1] == drill else 1
        left[drill] -= 1
        order.append(drill)
    return order


def _may_come(left: Sequence[int], drill: int, order: Sequence[int], alike: int, most: int) -> bool:
    """Whether a drill may be played next, so that the rest can still be laid with at most so many alike in a row."""
    if not left[drill]:
        return False
    row = alike + 1 if order and order[-1] == drill else 1
    after = [many - (each == drill) for each, many in enumerate(left)]
    whole = sum(after)
    # Between the runs of the others there is room for a row each, and one more at either end; at the beginning only
    # for what the row that is being played still holds.
    room = [(most - row if each == drill else most) + most * (whole - many) for each, many in enumerate(after)]
    return row <= most and all(many <= space for many, space in zip(after, room, strict=True))


def most_alike(runs: Sequence[int]) -> int:
    """The fewest runs alike in a row that any order of so many runs of each drill can do with.

    >>> most_alike((5, 1)), most_alike((2, 2))
    (3, 1)
    """
    longest = max(runs, default=0)
    return -(-longest // (sum(runs) - longest + 1))


WEAVES = {
    weave.id: weave
    for weave in (
        Weave(
            BLOCKED,
            "One drill after the other",
            "A A B B",
            "blocked: numbers rise faster while one practises; in tests ten minutes and ten days later less of it was "
            "left (Shea and Morgan 1979)",
            _one_after_the_other,
        ),
        Weave("in_turn", "In turn", "A B A B", _MIXED_WORDS, _in_turn),
        Weave("two_and_one", "Twice the first, once each other", "A A B A A B", _MIXED_WORDS, _two_and_one),
        Weave("mixed", "By lot, at most two alike in a row", "B A A B", _MIXED_WORDS, _mixed),
    )
}


@dataclass(frozen=True)
class Drill:
    """A part of a block as weaving takes it: ``runs`` planned (0 for what is no drill), and those ``played``."""

    key: str
    runs: int
    played: int = 0
    is_open: bool = True


@dataclass(frozen=True)
class Braid:
    """Neighbouring drills that are woven, and whose turn it is run after run, by their keys."""

    drills: tuple[Drill, ...]
    order: tuple[str, ...]

    @property
    def keys(self) -> tuple[str, ...]:
        return tuple(drill.key for drill in self.drills)


def find_braids(parts: Sequence[Drill], weave: str, seed: int = 0) -> tuple[Braid, ...]:
    """The braids of a block: every stretch of drills with nothing in between is woven for itself.

    >>> serves, rally = Drill("serves", 4), Drill("rally", 2)
    >>> find_braids((serves, rally), "two_and_one")[0].order
    ('serves', 'serves', 'rally', 'serves', 'serves', 'rally')
    """
    if weave == BLOCKED:
        return ()
    braids = []
    for place, drills in enumerate(_stretches(parts)):
        order = WEAVES[weave].order([drill.runs for drill in drills], Random(seed + place))
        braids.append(Braid(tuple(drills), tuple(drills[each].key for each in order)))
    return tuple(braids)


def _stretches(parts: Sequence[Drill]) -> Iterator[list[Drill]]:
    stretch: list[Drill] = []
    for part in (*parts, Drill("", 0)):
        if part.runs:
            stretch.append(part)
            continue
        if len(stretch) > 1:
            yield stretch
        stretch = []


def left_behind(parts: Sequence[Drill], weave: str, seed: int, key: str) -> set[str]:
    """The keys of what goes when that part is left: itself, and what is woven with it, is open and has no run to come.

    >>> left_behind([Drill("serves", 2, played=2), Drill("rally", 2)], "in_turn", 0, "rally") == {"serves", "rally"}
    True
    """
    braid = next((each.keys for each in find_braids(parts, weave, seed) if key in each.keys), ())
    return {key, *(part.key for part in parts if part.key in braid and part.is_open and part.played >= part.runs)}


def next_turn(parts: Sequence[Drill], weave: str, seed: int = 0) -> str | None:
    """The key of the part whose turn it is; None once all are over.

    In a braid what was left out passes its turns on, and what was played more often than planned takes none back.

    >>> next_turn([Drill("serves", 2, played=1), Drill("rally", 2)], "in_turn")
    'rally'
    """
    first = next((part for part in parts if part.is_open), None)
    if first is None:
        return None
    braid = next((each for each in find_braids(parts, weave, seed) if first.key in each.keys), None)
    if braid is None:
        return first.key
    known = {drill.key: drill for drill in braid.drills}
    left = {drill.key: drill.played for drill in braid.drills}
    for key in braid.order:
        left[key] -= 1
        if left[key] < 0 and known[key].is_open:
            return key
    return first.key
