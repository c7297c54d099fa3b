"""Race against yourself: so many makes, try by try beside what was made in the last run here."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from typing import Literal, Self

from jolly_core.challenges.count import NOTHING, Count
from jolly_core.challenges.counted import Reaching, attempts_at_most, limit_words, seconds_at_most, time_left_ms
from jolly_core.challenges.events import LET, MAKE, Event
from jolly_core.challenges.metric import Metric
from jolly_core.challenges.settings import Settings, text_of_the_run, whole_number
from jolly_core.challenges.tally import AnyTally, Reading
from jolly_core.words import quantity

#: A try of a run as it is kept for the next one.
MADE, MISSED = "|", "."
#: Only so many tries of a run are kept: nobody races further.
MOST_TRIES = 1000


@dataclass(frozen=True, slots=True)
class AgainstYourselfState:
    """``tries`` has a character for each of them, in their order."""

    count: Count = NOTHING
    tries: str = ""


@dataclass(frozen=True)
class AgainstYourselfSettings(Settings):
    makes: int = whole_number("Makes", 1, 200, 10)
    attempts_limit: int | None = attempts_at_most()
    seconds_limit: int | None = seconds_at_most()
    last: str = text_of_the_run("The tries of last time", MOST_TRIES)


@dataclass(frozen=True, slots=True)
class AgainstYourselfDetail:
    format: Literal["against_yourself"] = "against_yourself"
    #: A character for each try: what the next run is raced against.
    tries: str = ""
    #: How far ahead of last time; below 0 last time leads. None where there was none.
    lead: int | None = None


class AgainstYourself(Reaching[AgainstYourselfSettings, AgainstYourselfState]):
    """Settings: makes, limits. Result: the tries that they took, and whether they were fewer than last time.

    >>> game = AgainstYourself.read({"makes": 3})
    >>> last = AgainstYourselfDetail(tries="|.||")
    >>> game.raced(last.tries).lead_after("||"), game.raced(last.tries).tries_of_last_time
    (1, 4)
    """

    id = "against_yourself"
    title = "Race against yourself"
    summary = "So many makes, try by try beside your last run here: are you there in fewer tries?"
    looks_back = True
    metrics = (
        Metric("attempts_to_goal", "tries to the goal", "down", "tries", "try", missing="goal not reached"),
        Metric("makes", "makes", "up", "makes", "make"),
        Metric("won", "races won", "up", "races won", "race won", needs_whole=True, missing="no run to race"),
        Metric("lead", "ahead of last time", "up", "makes", "make", needs_whole=True, missing="no run to race"),
    )
    settings_type = AgainstYourselfSettings
    detail_type = AgainstYourselfDetail

    def after(self, last: AnyTally) -> Self:
        return self.raced(last.detail.tries) if isinstance(last.detail, AgainstYourselfDetail) else self

    def raced(self, tries: str) -> Self:
        """The game against a run with these tries."""
        return type(self)(replace(self.settings, last=tries))

    @property
    def tries_of_last_time(self) -> int | None:
        """In how many tries the goal was reached last time; None where it was not."""
        return _tries_to(self.settings.makes, self.settings.last)

    def lead_after(self, tries: Sequence[str]) -> int | None:
        """How many makes these tries are ahead of as many of last time; None where there was none.

        Last time adds nothing after its end.
        """
        last = self.settings.last
        return tries.count(MADE) - last.count(MADE, 0, len(tries)) if last else None

    def start(self) -> AgainstYourselfState:
        return AgainstYourselfState()

    def step(self, state: AgainstYourselfState, press: Event, active_ms: int) -> AgainstYourselfState:
        count = state.count.after(press.kind)
        if press.kind == LET or len(state.tries) >= MOST_TRIES:
            return AgainstYourselfState(count, state.tries)
        return AgainstYourselfState(count, state.tries + (MADE if press.kind == MAKE else MISSED))

    def is_reached(self, state: AgainstYourselfState) -> bool:
        return state.count.makes >= self.settings.makes

    def reading(self, state: AgainstYourselfState, active_ms: int) -> Reading:
        count, wanted = state.count, self.settings.makes
        lead = self.lead_after(state.tries)
        return Reading(
            number=count.makes,
            number_label="made",
            out_of=wanted,
            next=self._next(wanted - count.makes, lead),
            to_goal=wanted - count.makes,
            time_left_ms=time_left_ms(self.settings, active_ms),
            metrics={
                "attempts_to_goal": self.taken(state),
                "makes": count.makes,
                "won": self._won(state),
                "lead": lead,
            },
            in_hand={} if lead is None else {"lead": lead},
            detail=AgainstYourselfDetail(tries=state.tries, lead=lead),
        )

    def _won(self, state: AgainstYourselfState) -> int | None:
        taken, before = self.taken(state), self.tries_of_last_time
        if not self.settings.last:
            return None
        return int(taken is not None and (before is None or taken < before))

    def _next(self, left: int, lead: int | None) -> str:
        if lead is None:
            return f"{left} more, no last time yet"
        standing = f"{abs(lead)} {'ahead of' if lead > 0 else 'behind'}" if lead else "level with"
        return f"{left} more, {standing} last time"

    def goal_words(self) -> str:
        return f"{quantity(self.settings.makes, 'make')} in fewer tries than last time{limit_words(self.settings)}"


def _tries_to(makes: int, tries: str) -> int | None:
    """In how many of the tries so many were made; None where they were not."""
    found = [place for place, each in enumerate(tries, start=1) if each == MADE]
    return found[makes - 1] if len(found) >= makes else None
