"""Feeds: a ball machine's stand-in feeds by the clock, section by section; a press says that a feed was made."""

from __future__ import annotations

from collections.abc import Collection, Sequence
from dataclasses import dataclass, replace
from functools import cached_property, lru_cache
from itertools import accumulate
from typing import Literal, NamedTuple, Self

from jolly_core.challenges.breakdown import Breakdown, by_target
from jolly_core.challenges.count import NOTHING, Count, share_of
from jolly_core.challenges.counted import Counted
from jolly_core.challenges.events import LET, MAKE, MISS, Event
from jolly_core.challenges.metric import Metric
from jolly_core.challenges.settings import (
    LONGEST_NAME,
    Settings,
    choice,
    drawn,
    of_the_run,
    rows,
    text,
    whole_number,
)
from jolly_core.challenges.signs import FeedOut
from jolly_core.challenges.tally import ATTEMPTS, TIME, AnyTally, Ending, Reading
from jolly_core.challenges.targets import TargetLine, Tries, after_try, no_tries, target_lines
from jolly_core.errors import CoreError
from jolly_core.feeder.balls import BALLS
from jolly_core.patterns.draw import draw_below
from jolly_core.words import quantity

#: So long before a section begins one is back and ready. Common practice, no source.
READY_MS = 1500
IN_TURN, ACROSS, AT_RANDOM = "in_turn", "across", "at_random"
NEAR, RUNNING = "near", "running"


@dataclass(frozen=True)
class Feed(Settings):
    feed: str = text("Feed", LONGEST_NAME, "")
    means: str = text("How the machine is set for it", 60, "", is_optional=True)
    share: int = whole_number("How often, beside the others", 1, 20, 1)
    #: Where these are set, it is drawn where it lands.
    speed: int | None = whole_number("Speed", 1, 250, None, "km/h")
    up: int = whole_number("Up", -45, 85, 10, "°")
    right: int = whole_number("To the right, below 0 to the left", -60, 60, 0, "°")
    height: int = whole_number("It leaves at", 0, 400, 100, "cm")
    spin: int = whole_number("Spin forwards, below 0 backwards", -100, 100, 0, "turns/s")
    side_spin: int = whole_number("Spin that bends to the right, below 0 to the left", -100, 100, 0, "turns/s")
    spread: int = whole_number("It strays to either side by up to", 0, 30, 0, "°")
    reach: str = choice("To reach it takes", {NEAR: "a step or two", RUNNING: "running"}, NEAR)


@dataclass(frozen=True)
class FeedsSettings(Settings):
    feeds: tuple[Feed, ...] = rows("Feeds", Feed, (Feed("short"), Feed("deep")), low=1)
    ball: str = choice("Ball", {key: ball.title for key, ball in BALLS.items()}, "tennis")
    order: str = choice(
        "They come", {IN_TURN: "in turn", ACROSS: "to the last and back", AT_RANDOM: "at random"}, IN_TURN
    )
    alike: int = whole_number("At random: no more than so many alike in a row", 1, 20, 2)
    interval_ms: int = whole_number("From feed to feed", 500, 30_000, 3000, "ms")
    jitter_ms: int = whole_number("Each earlier or later by up to", 0, 5000, 0, "ms")
    section: int = whole_number("Feeds in a section", 1, 100, 5)
    sections: int = whole_number("Sections", 1, 20, 3)
    pause_s: int = whole_number("To walk back between sections", 0, 600, 10, "s")
    seed: int | None = drawn("Number it is drawn by", 1, 999_999)
    #: Where the machine stands on a place; on its far edge, facing the near one, where that is open.
    stands_right: int = whole_number("Machine stands right of the middle, below 0 left of it", -5000, 5000, 0, "cm")
    stands_away: int | None = whole_number("Machine stands from the near edge", 0, 20_000, None, "cm", may_be_open=True)
    faces: int = whole_number("It faces, clockwise from straight away", 0, 359, 180, "°")
    spared: int | None = of_the_run("Feeds left out because they take running", 0, 20)

    def check(self) -> None:
        # Two feeds would change places.
        if 2 * self.jitter_ms >= self.interval_ms:
            message = f"Earlier or later by {self.jitter_ms} ms is too much for a feed every {self.interval_ms} ms."
            raise CoreError.one("out_of_order", message, "jitter_ms", value=self.jitter_ms)

    @property
    def number(self) -> int:
        """All feeds of a run."""
        return self.section * self.sections


class Due(NamedTuple):
    """A feed by its place among those of the settings, when it is fed, and until when it can be made."""

    feed: int
    at_ms: int
    until_ms: int


@lru_cache(maxsize=64)
def schedule(settings: FeedsSettings) -> tuple[Due, ...]:
    """All feeds of a run: the first one interval after the start, and after each walk back.

    >>> schedule(FeedsSettings(section=2, sections=2, pause_s=10))[1:3]
    (Due(feed=1, at_ms=6000, until_ms=9000), Due(feed=0, at_ms=19000, until_ms=21999))
    """
    seed, jitter = settings.seed or 0, settings.jitter_ms
    at_ms = [
        (place + 1) * settings.interval_ms
        + (place // settings.section) * 1000 * settings.pause_s
        + draw_below(seed, 2 * place + 1, 2 * jitter + 1)
        - jitter
        for place in range(settings.number)
    ]
    dues = []
    for place, feed in enumerate(order_of(settings)):
        is_last = (place + 1) % settings.section == 0
        # A press at the very moment of the next feed is meant for that one.
        until_ms = at_ms[place] + settings.interval_ms if is_last else at_ms[place + 1] - 1
        dues.append(Due(feed, at_ms[place], until_ms))
    return tuple(dues)


def order_of(settings: FeedsSettings) -> list[int]:
    """Which feed comes at each place.

    >>> order_of(FeedsSettings(feeds=(Feed("a"), Feed("b"), Feed("c")), order="across", section=7, sections=1))
    [0, 1, 2, 1, 0, 1, 2]
    """
    kinds = len(settings.feeds)
    if settings.order == IN_TURN or kinds == 1:
        return [place % kinds for place in range(settings.number)]
    if settings.order == ACROSS:
        lap = 2 * (kinds - 1)
        return [min(place % lap, lap - place % lap) for place in range(settings.number)]
    order: list[int] = []
    for place in range(settings.number):
        order.append(_drawn(settings, order, place))
    return order


def _drawn(settings: FeedsSettings, before: Sequence[int], place: int) -> int:
    """One by its share, of those that are not the same as the last few, where these were all alike."""
    last = before[-settings.alike :]
    is_full = len(last) == settings.alike and len(set(last)) == 1
    shares = [0 if is_full and kind == last[0] else feed.share for kind, feed in enumerate(settings.feeds)]
    lot = draw_below(settings.seed or 0, 2 * place, sum(shares))
    return next(kind for kind, before in enumerate(accumulate(shares)) if lot < before)


@dataclass(frozen=True, slots=True)
class FeedsState:
    """``done`` counts the feeds that are decided: by a press, or because the next one came; ``is_let_go`` says which of
    the two it was with the last of them.
    """

    tries: Tries
    count: Count = NOTHING
    done: int = 0
    is_let_go: bool = False


@dataclass(frozen=True, slots=True)
class FeedsDetail:
    format: Literal["feeds"] = "feeds"
    targets: tuple[TargetLine, ...] = ()


class Feeds(Counted[FeedsSettings, FeedsState]):
    """Settings: feeds, their order, interval, sections with pauses. Result: made, share made, feed by feed."""

    id = "feeds"
    title = "Feeds"
    summary = "Fed by the clock, or by your machine in time with it. Press for each that you make; the rest is missed."
    is_aimed = False
    is_fixed_length = True
    metrics = (
        Metric("made", "made", "up", "made"),
        Metric("made_rate", "share made", "up", "%", needs_whole=True),
    )
    settings_type = FeedsSettings
    detail_type = FeedsDetail

    @cached_property
    def dues(self) -> tuple[Due, ...]:
        """All that comes in a run, worked out once for the many presses of it."""
        return schedule(self.settings)

    def mirrored(self) -> Self:
        said = super().mirrored()
        feeds = tuple(replace(feed, right=-feed.right, side_spin=-feed.side_spin) for feed in said.settings.feeds)
        stands_right, faces = -said.settings.stands_right, -said.settings.faces % 360
        return type(self)(replace(said.settings, feeds=feeds, stands_right=stands_right, faces=faces))

    @property
    def can_spare(self) -> frozenset[str]:
        reaches = {feed.reach for feed in self.settings.feeds}
        return frozenset({RUNNING} if reaches == {NEAR, RUNNING} else ())

    def sparing(self, actions: Collection[str]) -> Self:
        if not self.can_spare & set(actions):
            return self
        near = tuple(feed for feed in self.settings.feeds if feed.reach == NEAR)
        return type(self)(replace(self.settings, feeds=near, spared=len(self.settings.feeds) - len(near)))

    def start(self) -> FeedsState:
        return FeedsState(no_tries(self.settings.feeds))

    def gone_on(self, state: FeedsState, active_ms: int) -> FeedsState:
        # A machine does not wait: what was not made by the next feed is missed.
        dues = self.dues
        while state.done < len(dues) and active_ms > dues[state.done].until_ms:
            state = self._decided(state, is_made=False, is_let_go=True)
        return state

    def _decided(self, state: FeedsState, *, is_made: bool, is_let_go: bool = False) -> FeedsState:
        tries = after_try(state.tries, self.dues[state.done].feed, is_made=is_made)
        return FeedsState(tries, state.count.after(MAKE if is_made else MISS), state.done + 1, is_let_go)

    def takes(self, state: FeedsState, press: Event, active_ms: int) -> bool:
        # Before it is fed there is nothing to hit.
        dues = self.dues
        is_fed = state.done < len(dues) and active_ms >= dues[state.done].at_ms
        return super().takes(state, press, active_ms) and is_fed

    def step(self, state: FeedsState, press: Event, active_ms: int) -> FeedsState:
        if press.kind == LET:
            return replace(state, count=state.count.after(LET), done=state.done + 1, is_let_go=False)
        return self._decided(state, is_made=press.kind == MAKE)

    def closes_ms(self, state: FeedsState) -> int | None:
        return self.dues[-1].until_ms

    def ending(self, state: FeedsState) -> Ending | None:
        if state.done < self.settings.number:
            return None
        return TIME if state.is_let_go else ATTEMPTS

    def reading(self, state: FeedsState, active_ms: int) -> Reading:
        settings, dues, number = self.settings, self.dues, self.settings.number
        place = min(state.done, number - 1)
        due = dues[place]
        in_ms, is_fed = due.at_ms - active_ms, active_ms >= due.at_ms
        is_walk = place > 0 and place % settings.section == 0 and in_ms > READY_MS
        walk_ms = in_ms - READY_MS if is_walk else 0
        feed = settings.feeds[due.feed]
        return Reading(
            number=state.count.makes,
            number_label="made",
            out_of=None,
            next=_next(place, settings, is_walk=is_walk),
            to_goal=number - state.done,
            target=feed.feed,
            then=settings.feeds[dues[place + 1].feed].feed if place + 1 < number else None,
            rest_left_ms=walk_ms,
            wakes_in_ms=walk_ms or (due.until_ms + 1 if is_fed else due.at_ms) - active_ms,
            metrics={"made": state.count.makes, "made_rate": share_of(state.count.makes, state.count.attempts)},
            signs=(FeedOut(feed=feed.feed, means=feed.means, in_ms=max(0, in_ms), place=place),),
            detail=FeedsDetail(targets=target_lines([each.feed for each in settings.feeds], state.tries)),
        )

    def beside(self, tally: AnyTally, metric_id: str) -> str:
        number = quantity(tally.attempts, "feed")
        return f"of {number}" if metric_id == "made" else f"{tally.makes} of {number}"

    def breakdown(self, tally: AnyTally) -> Breakdown | None:
        return by_target(tally.detail.targets)

    def goal_words(self) -> str:
        settings = self.settings
        sections = f"{quantity(settings.sections, 'section')} of {quantity(settings.section, 'feed')}"
        every = f"{sections}, one every {settings.interval_ms / 1000:g} s"
        if not settings.spared:
            return every
        spared = f"{quantity(settings.spared, 'feed')} that would take running"
        return f"{every}; without {spared}"


def _next(place: int, settings: FeedsSettings, *, is_walk: bool) -> str:
    section, within = divmod(place, settings.section)
    if is_walk:
        return f"Walk back, then section {section + 1} of {settings.sections}"
    return f"Section {section + 1}: feed {within + 1} of {settings.section}"
