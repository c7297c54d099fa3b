"""Inside a run: what its order of makes and misses, its minute and its tempo say, rung by rung."""

from __future__ import annotations

from dataclasses import dataclass

from accounts.models import Athlete
from jolly_core.finds.gate import Found, pass_gate
from jolly_core.finds.look import Look
from jolly_core.finds.registry import QUESTIONS, look_at_rung
from lookback.models import RungLooks
from lookback.pages.about import About, about_rung
from lookback.pages.trend import find_rung
from lookback.records import read_rung
from lookback.working_out import work_out
from runs.filters import Filters

#: The questions that are asked of the inside of runs.
PAGE = "inside"


@dataclass(frozen=True)
class Answer:
    """A question that was asked of a rung and side, and its answer; ``is_find``: it is more than luck."""

    question: str
    title: str
    about: About
    look: Look
    luck: str
    is_find: bool


@dataclass(frozen=True)
class InsidePage:
    """Every look at the inside of the runs on a rung, what passed first."""

    about: About | None
    words: str
    looks: tuple[Answer, ...]


def get_inside(athlete: Athlete, filters: Filters) -> InsidePage:
    """The looks at the rung that is asked for, or else the one that was played last; those of this page go together."""
    rung = find_rung(athlete, filters)
    if rung is None:
        return InsidePage(None, pass_gate([]).words, ())
    work_out(athlete)
    if filters.are_of_place_alone:
        kept = RungLooks.objects.filter(rung=rung).first()
        looks = [Look.from_stored(each) for each in kept.looks] if kept else []
    else:
        looks = look_at_rung(read_rung(athlete, rung, filters))
    wanted = [
        look
        for look in looks
        if QUESTIONS[look.question].page == PAGE and (not filters.side or look.side == filters.side)
    ]
    passed = pass_gate([Found(about_rung(rung, look.side), look) for look in wanted])
    through = [found.look for found in passed.finds]
    said = [
        Answer(
            look.question,
            QUESTIONS[look.question].title,
            about_rung(rung, look.side),
            look,
            look.luck_words,
            any(look is each for each in through),
        )
        for look in wanted
    ]
    ordered = sorted(said, key=lambda each: (not each.is_find, QUESTIONS[each.question].place))
    return InsidePage(about_rung(rung), passed.words, tuple(ordered))
