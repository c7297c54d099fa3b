"""Makes of n: how many of n attempts are made."""

from __future__ import annotations

from dataclasses import dataclass, replace
from typing import Literal

from jolly_core.challenges.breakdown import Breakdown, by_target
from jolly_core.challenges.count import NOTHING, Count, rate_interval, share_of
from jolly_core.challenges.counted import Counted
from jolly_core.challenges.events import LET, MAKE, ZONE, Event
from jolly_core.challenges.metric import Metric
from jolly_core.challenges.settings import Settings, names, whole_number
from jolly_core.challenges.signs import Choices
from jolly_core.challenges.tally import ATTEMPTS, AnyTally, Ending, Reading
from jolly_core.challenges.targets import TargetLine, Tries, after_try, no_tries, put_at, target_lines
from jolly_core.errors import CoreError
from jolly_core.words import quantity

MOST_NAMES, MOST_REASONS = 24, 8
#: With fewer misses that have a reason nothing is said of them.
ENOUGH_REASONS = 5


@dataclass(frozen=True, slots=True)
class MakesState:
    """``tries`` are those of each name, ``reasons`` how often each was given; ``is_asking``: for the last miss."""

    count: Count = NOTHING
    tries: Tries = ()
    reasons: tuple[int, ...] = ()
    is_asking: bool = False


@dataclass(frozen=True)
class MakesOfNSettings(Settings):
    attempts: int = whole_number("Attempts", 1, 1000, 10)
    goal: int | None = whole_number("Makes to reach", 1, 1000, None)
    called: tuple[str, ...] = names("Names of the tries, such as balls or spots", (), low=0, high=MOST_NAMES)
    reasons: tuple[str, ...] = names("Reasons to give for a miss", (), low=0, high=MOST_REASONS)

    def check(self) -> None:
        if self.goal is not None and self.goal > self.attempts:
            raise CoreError.one(
                "out_of_reach",
                f"{self.goal} makes cannot come from {self.attempts} attempts; lower the goal.",
                "goal",
                value=self.goal,
                allowed=f"<= {self.attempts}",
            )


@dataclass(frozen=True, slots=True)
class ReasonLine:
    reason: str
    times: int


@dataclass(frozen=True, slots=True)
class MakesOfNDetail:
    format: Literal["makes_of_n"] = "makes_of_n"
    #: The true rates that the makes fit 19 times in 20; None without an attempt.
    interval: tuple[float, float] | None = None
    targets: tuple[TargetLine, ...] = ()
    #: How often each reason was given for a miss.
    reasons: tuple[ReasonLine, ...] = ()


class MakesOfN(Counted[MakesOfNSettings, MakesState]):
    """Settings: attempts, goal. Result: makes, and the rate with its interval. All attempts are played."""

    id = "makes_of_n"
    title = "Makes of n"
    summary = "A set number of attempts: how many are made?"
    is_fixed_length = True
    metrics = (
        Metric("makes", "makes", "up", "makes", "make"),
        # A share of fewer attempts than were asked for is not the same test.
        Metric("rate", "share made", "up", "%", needs_whole=True),
        Metric("best_streak", "best streak", "up", "in a row"),
    )
    settings_type = MakesOfNSettings
    detail_type = MakesOfNDetail

    def start(self) -> MakesState:
        return MakesState(tries=no_tries(self.settings.called), reasons=(0,) * len(self.settings.reasons))

    def takes(self, state: MakesState, press: Event, active_ms: int) -> bool:
        return press.kind != ZONE or (state.is_asking and press.text in self.settings.reasons)

    def step(self, state: MakesState, press: Event, active_ms: int) -> MakesState:
        if press.kind == ZONE:
            place = self.settings.reasons.index(press.text)
            return replace(state, reasons=put_at(state.reasons, place, state.reasons[place] + 1), is_asking=False)
        count = state.count.after(press.kind)
        if press.kind == LET:
            return replace(state, count=count)
        is_made = press.kind == MAKE
        tries = state.tries
        if tries:
            tries = after_try(tries, state.count.attempts % len(tries), is_made=is_made)
        return MakesState(count, tries, state.reasons, is_asking=not is_made and bool(state.reasons))

    def ending(self, state: MakesState) -> Ending | None:
        return ATTEMPTS if state.count.attempts >= self.settings.attempts else None

    def reading(self, state: MakesState, active_ms: int) -> Reading:
        count, attempts, goal = state.count, self.settings.attempts, self.settings.goal
        left, called = attempts - count.attempts, self.settings.called
        here, after = ((count.attempts + step) % len(called) if called else 0 for step in (0, 1))
        return Reading(
            number=count.makes,
            number_label="made",
            out_of=attempts,
            next=_next(left, goal, count.makes),
            to_goal=None if goal is None else max(0, goal - count.makes),
            metrics={
                "makes": count.makes,
                "rate": share_of(count.makes, attempts),
                "best_streak": count.best_streak,
            },
            in_hand={"best_streak": count.streak},
            target=called[here] if called else None,
            then=called[after] if called and left > 1 else None,
            signs=(Choices(asks="Why was it missed?", choices=self.settings.reasons),) if state.is_asking else (),
            detail=MakesOfNDetail(
                interval=rate_interval(count.makes, count.attempts),
                targets=target_lines(called, state.tries),
                reasons=tuple(map(ReasonLine, self.settings.reasons, state.reasons)),
            ),
        )

    def beside(self, tally: AnyTally, metric_id: str) -> str:
        made = f"{tally.makes} of {tally.attempts} made"
        return f"of {quantity(tally.attempts, 'attempt')}" if metric_id == "makes" else made

    def breakdown(self, tally: AnyTally) -> Breakdown | None:
        by_name = by_target(tally.detail.targets) if any(line.attempts for line in tally.detail.targets) else None
        given = sorted((line for line in tally.detail.reasons if line.times), key=lambda line: -line.times)
        told = sum(line.times for line in given)
        if told < ENOUGH_REASONS:
            return by_name
        said = (
            f"Why they missed: {', '.join(f'{line.reason} {line.times}' for line in given)}, of {told} that were told."
        )
        return replace(by_name, words=f"{by_name.words} {said}".strip()) if by_name else Breakdown("Misses", words=said)

    def goal_words(self) -> str:
        if self.settings.goal is None:
            return f"out of {self.settings.attempts}"
        return f"{self.settings.goal} of {self.settings.attempts}"


def _next(left: int, goal: int | None, makes: int) -> str:
    if goal is None:
        return f"{left} left"
    wanted = goal - makes
    if wanted <= 0:
        return f"Goal reached, {left} left"
    if wanted > left:
        return f"{left} left, play on"
    return f"{wanted} more of {left}"
