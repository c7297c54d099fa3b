"""Rallies: each is entered once it is over, as a number, or counted contact by contact; the longest is what is kept."""

from __future__ import annotations

from dataclasses import dataclass, field
from typing import Literal

from jolly_core.challenges.breakdown import Breakdown
from jolly_core.challenges.count import NOTHING, Count, Trail
from jolly_core.challenges.counted import Counted
from jolly_core.challenges.events import LET, MAKE, ZONE, Event
from jolly_core.challenges.metric import Metric
from jolly_core.challenges.settings import Settings, text, whole_number
from jolly_core.challenges.tally import ATTEMPTS, TYPED, AnyTally, Ending, Reading
from jolly_core.words import quantity, sentence

#: The longest rally that can be entered.
LONGEST = 9999
#: As many of the last rallies are named in the tally.
LATEST = 100


@dataclass(frozen=True, slots=True)
class RalliesState:
    """``in_hand`` are the contacts of the rally in play; ``lengths`` those of every one that is over."""

    count: Count = NOTHING
    in_hand: int = 0
    longest: int = 0
    lengths: Trail[int] = field(default_factory=Trail)


@dataclass(frozen=True)
class RalliesSettings(Settings):
    rallies: int = whole_number("How many", 1, 200, 10)
    what: str = text("What each is called", 24, "rally")

    def many(self, number: int) -> str:
        """A number of them in words."""
        return quantity(number, self.what, "rallies" if self.what == "rally" else None)


@dataclass(frozen=True, slots=True)
class RalliesDetail:
    format: Literal["rallies"] = "rallies"
    lengths: tuple[int, ...] = ()


def entered(press: Event) -> int | None:
    """The number that a press enters; None for one that enters none.

    >>> entered(Event(ZONE, 0, 1, "14")), entered(Event(ZONE, 0, 1, "far")), entered(Event(MAKE, 0, 1))
    (14, None, None)
    """
    is_number = press.kind == ZONE and press.text.isascii() and press.text.isdigit() and len(press.text) <= len("9999")
    return int(press.text) if is_number else None


class Rallies(Counted[RalliesSettings, RalliesState]):
    """Settings: how many, what they are called. Result: the longest, all contacts, their number on average."""

    id = "rallies"
    title = "Rallies, entered after"
    summary = "Both hands busy? Play a rally, a lap or a row, then enter its number. Or count it press by press."
    is_aimed = False
    make_word = "One more"
    miss_word = "It is over"
    heard_as = "rallies"
    metrics = (
        Metric("longest", "longest", "up", "in a row"),
        Metric("total", "in all", "up", "in all"),
        Metric("average", "on average", "up", "on average", needs_whole=True),
    )
    settings_type = RalliesSettings
    detail_type = RalliesDetail

    def start(self) -> RalliesState:
        return RalliesState()

    def takes(self, state: RalliesState, press: Event, active_ms: int) -> bool:
        return press.kind != ZONE or entered(press) is not None

    def step(self, state: RalliesState, press: Event, active_ms: int) -> RalliesState:
        if press.kind == LET:
            return RalliesState(state.count.after(LET), state.in_hand, state.longest, state.lengths)
        if press.kind == MAKE:
            in_hand = state.in_hand + 1
            return RalliesState(state.count.after(MAKE), in_hand, max(in_hand, state.longest), state.lengths)
        # A number that is entered adds to what was counted of that rally already.
        more = entered(press) or 0
        length = state.in_hand + more
        count = state.count
        best = max(count.best_streak, length)
        count = Count(
            count.makes + more, count.misses + 1, count.lets, 0, best, 1 if length else count.missed_running + 1
        )
        return RalliesState(count, 0, max(length, state.longest), state.lengths.plus(length))

    def ending(self, state: RalliesState) -> Ending | None:
        return ATTEMPTS if state.lengths.length >= self.settings.rallies else None

    def reading(self, state: RalliesState, active_ms: int) -> Reading:
        done, what = state.lengths.length, self.settings.what
        place = f"{what} {min(done + 1, self.settings.rallies)} of {self.settings.rallies}"
        total = state.count.makes
        return Reading(
            number=state.in_hand or state.longest,
            number_label=f"in this {what}" if state.in_hand else "the longest so far",
            out_of=None,
            next=sentence(place)[:32],
            to_goal=None,
            face=TYPED,
            metrics={
                "longest": state.longest,
                "total": total,
                "average": round(sum(state.lengths) / done, 1) if done else None,
            },
            in_hand={"longest": state.in_hand},
            detail=RalliesDetail(lengths=tuple(state.lengths.latest(LATEST))),
        )

    def beside(self, tally: AnyTally, metric_id: str) -> str:
        return f"of {self.settings.many(tally.misses)}"

    def breakdown(self, tally: AnyTally) -> Breakdown | None:
        lengths: tuple[int, ...] = tally.detail.lengths
        said = f"One after the other: {', '.join(map(str, lengths))}."
        return Breakdown(f"{sentence(self.settings.what)} by {self.settings.what}", words=said) if lengths else None

    def goal_words(self) -> str:
        return f"{self.settings.many(self.settings.rallies)}, entered after"
