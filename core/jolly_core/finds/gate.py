"""One gate for all looks of a page: of what passes, at most a promised share is luck."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Generic, TypeVar

from jolly_core.finds.look import Look
from jolly_core.finds.registry import QUESTIONS
from jolly_core.stats.false_discovery import passing
from jolly_core.words import quantity

#: Of the finds that pass, at most so many are luck. Common practice, no source.
FALSE_SHARE = 0.05
#: More finds than that are a list, and nobody does a list.
MOST_FINDS = 5

About = TypeVar("About")


@dataclass(frozen=True)
class Found(Generic[About]):
    """A look that passed, and what it is about."""

    about: About
    look: Look


@dataclass(frozen=True)
class Passed(Generic[About]):
    """What passed of how many looks, in order of what to say first."""

    looks: int
    finds: tuple[Found[About], ...]

    @property
    def first(self) -> tuple[Found[About], ...]:
        """The few to begin with: the clearest of each question before the second of any."""
        by_question: dict[str, int] = {}
        ranked: list[tuple[int, int, int, Found[About]]] = []
        for found in self.finds:
            rank = by_question.setdefault(found.look.question, 0)
            by_question[found.look.question] += 1
            ranked.append((rank, QUESTIONS[found.look.question].place, len(ranked), found))
        return tuple(found for *_, found in sorted(ranked, key=lambda each: each[:3])[:MOST_FINDS])

    @property
    def words(self) -> str:
        """How much was looked at, and what came of it."""
        if not self.looks:
            return "There is too little in the record to look at yet."
        if not self.finds:
            return f"Looked at {quantity(self.looks, 'thing')}: none of them is more than luck."
        many = "one of them is" if len(self.finds) == 1 else f"{len(self.finds)} of them are"
        return f"Looked at {quantity(self.looks, 'thing')}: {many} more than luck."


def pass_gate(looks: Sequence[Found[About]]) -> Passed[About]:
    """Those that pass together, the clearest first.

    >>> pass_gate([]).words
    'There is too little in the record to look at yet.'
    """
    through = passing([each.look.p_value for each in looks], FALSE_SHARE)
    finds = sorted((looks[place] for place in through), key=lambda found: found.look.p_value)
    return Passed(len(looks), tuple(finds))
