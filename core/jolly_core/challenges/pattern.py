"""Pattern: hit the zones in a set order; what a break does is for the athlete to choose."""

from __future__ import annotations

from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass, replace
from typing import Any, NamedTuple

from jolly_core.challenges.contract import MOST_BOXES, Reading, Sheet
from jolly_core.challenges.count import NOTHING, Count, Trail
from jolly_core.challenges.counted import (
    ATTEMPTS_LIMIT,
    MAKES,
    MISSES,
    NOWHERE,
    SECONDS_LIMIT,
    Reaching,
    Road,
    has_limit,
    limit_words,
    time_left_ms,
)
from jolly_core.challenges.events import LET, MAKE, MISS, ZONE, Event
from jolly_core.challenges.foretelling import Pace
from jolly_core.challenges.lessons import ENOUGH_BREAKS
from jolly_core.challenges.metric import Metric
from jolly_core.challenges.settings import Choice, Drawn, Names, Settings, Text, WholeNumber
from jolly_core.challenges.targets import Tries, after_try, no_tries, target_pads, tried_rows
from jolly_core.errors import CoreError
from jolly_core.patterns.written import Pattern as Order
from jolly_core.patterns.written import read_notation, write_pattern
from jolly_core.stats.chain import LOST, WON
from jolly_core.stats.quota import wait_for_makes
from jolly_core.stats.waiting import LEAST_CHANCE, NEVER, Wait
from jolly_core.streaks.expectation import wait_for_streak
from jolly_core.words import counted

AGAIN, GOES_ON, WAITS = "again", "goes_on", "waits"
LONGEST_PATTERN = 300
HOW_TO_WRITE = (
    "Zones by name or number, one after the other: 1 1 2. (1 2)x3 repeats. Or a usual order: alternate, 2 and 2, "
    "clock, counter-clock, opposite, rows, columns, crossing, random. Clock to crossing go by where the targets lie on "
    "the rung's layout; without one, by the list."
)
#: As many of the last breaks are named in the tally; the events have all of them.
LATEST_BREAKS = 20
#: As much of a pattern is written onto a sheet.
LONGEST_SAID = 60
NO_BREAKS: Trail[int] = Trail()


class Walk(NamedTuple):
    """A pattern as it was read, and how far it was walked.

    ``place`` is the step to play, ``run`` the steps hit one after the other, ``broke`` where in the pattern it broke.
    """

    order: Order
    tries: Tries
    place: int = 0
    run: int = 0
    longest: int = 0
    laps: int = 0
    #: Whether nothing was missed since the lap began.
    is_clean: bool = True
    broke: Trail[int] = NO_BREAKS

    def hit(self, tries: Tries) -> Walk:
        """One step on."""
        order, _, place, run, longest, laps, is_clean, broke = self
        is_lap, run = (place + 1) % order.lap == 0, run + 1
        return Walk(
            order, tries, place + 1, run, max(run, longest), laps + (is_lap and is_clean), is_lap or is_clean, broke
        )

    def missed(self, tries: Tries, on_break: str) -> Walk:
        """After a break. What is begun anew is clean again, and what waits for its zone is walked all the same."""
        order, _, place, _, longest, laps, _, broke = self
        broke = broke.plus(place % order.lap)
        if on_break == GOES_ON:
            return Walk(order, tries, place + 1, 0, longest, laps, (place + 1) % order.lap == 0, broke)
        return Walk(order, tries, 0 if on_break == AGAIN else place, 0, longest, laps, True, broke)


@dataclass(frozen=True, slots=True)
class PatternState:
    walk: Walk
    count: Count = NOTHING


class Pattern(Reaching[PatternState]):
    """Settings: zones, pattern, what a break does, laps, limits. Result: longest run, laps, where it broke."""

    id = "pattern"
    title = "Pattern"
    game = "Hit the zones in the order that is set, over and over."
    #: Of several targets: its makes say nothing of any one of them.
    is_aimed = False
    declared = (
        Names("zones", "Zones", ("left", "right"), are_targets=True, are_written=True),
        Text("pattern", "Pattern", LONGEST_PATTERN, "left right", hint=HOW_TO_WRITE),
        Choice(
            "on_break",
            "A break",
            (AGAIN, GOES_ON, WAITS),
            ("starts the pattern again", "goes on with the next", "stays at the same zone"),
            AGAIN,
        ),
        WholeNumber("laps", "Laps", 1, 200, 5),
        Drawn("seed", "Number it is drawn by", 1, 999_999, None),
        ATTEMPTS_LIMIT,
        SECONDS_LIMIT,
    )
    prior = Pace(attempt_ms=4000)
    metrics = (
        Metric("longest", "longest run in pattern", "up", "in pattern"),
        Metric("laps", "laps", "up", "laps", "lap"),
        Metric("attempts_to_goal", "attempts to the goal", "down", "attempts", "attempt", missing="goal not reached"),
    )
    totals = (
        WholeNumber("longest", "Longest run in pattern", 0, 10_000, 0),
        MAKES,
        MISSES,
        WholeNumber("laps", "Laps", 0, 200, None),
    )

    def read_settings(self, given: Mapping[str, object]) -> dict[str, Any]:
        read = super().read_settings(given)
        _order(read)  # raises for one that cannot be read
        return read

    def lay_out(self, settings: Settings, order: Callable[[str, Sequence[str]], Sequence[str]]) -> dict[str, Any]:
        steps = order(" ".join(settings["pattern"].split()).casefold(), settings["zones"])
        if not steps:
            return dict(settings)
        written = write_pattern(steps)
        if len(written) > LONGEST_PATTERN:
            written = " ".join(str(settings["zones"].index(step) + 1) for step in steps)
        return {**settings, "pattern": written}

    def start(self, settings: Settings) -> PatternState:
        return PatternState(Walk(_order(settings), no_tries(settings["zones"])))

    def takes(self, settings: Settings, state: PatternState, press: Event, active_ms: int) -> bool:
        return press.kind != ZONE or press.text in settings["zones"]

    def step(self, settings: Settings, state: PatternState, press: Event, active_ms: int) -> PatternState:
        if press.kind == LET:
            return replace(state, count=state.count.after(LET))
        walk = state.walk
        due = walk.order.at(walk.place)
        is_hit = press.kind == MAKE or (press.kind == ZONE and press.text == due)
        tries = after_try(walk.tries, settings["zones"].index(due), is_made=is_hit)
        walk = walk.hit(tries) if is_hit else walk.missed(tries, settings["on_break"])
        return PatternState(walk, state.count.after(MAKE if is_hit else MISS))

    def is_reached(self, settings: Settings, state: PatternState) -> bool:
        return state.walk.laps >= int(settings["laps"])

    def read(self, settings: Settings, state: PatternState, active_ms: int) -> Reading:
        walk, zones = state.walk, settings["zones"]
        order = walk.order
        in_lap = walk.place % order.lap
        return Reading(
            number=walk.run,
            number_label="in pattern",
            out_of=None,
            next=f"Lap {min(walk.laps + 1, settings['laps'])} of {settings['laps']}, step {in_lap + 1}",
            to_goal=(settings["laps"] - walk.laps) * order.lap - in_lap,
            time_left_ms=time_left_ms(settings, active_ms),
            target=order.at(walk.place),
            then=order.at(walk.place + 1),
            pads=target_pads(zones),
            metrics={"longest": walk.longest, "laps": walk.laps, "attempts_to_goal": self.taken(settings, state)},
            in_hand={"longest": walk.run},
            detail={
                "targets": tried_rows(zones, walk.tries),
                "lap": [order.at(walk.place - in_lap + step) for step in range(order.lap)],
                "step": in_lap,
                "broke": [step + 1 for step in walk.broke.latest(LATEST_BREAKS)],
            },
        )

    def wait(self, settings: Settings, rate: float) -> Wait:
        """Begun anew, a lap is a row; walked on, it is a row of laps; where it waits it is one make at each."""
        lap, laps = _order(settings).lap, settings["laps"]
        if settings["on_break"] == WAITS:
            return wait_for_makes(lap * laps, rate)
        if settings["on_break"] == AGAIN:
            return wait_for_streak(rate, lap).times(laps)
        clean = rate**lap
        if clean < LEAST_CHANCE:
            return NEVER
        return Wait(lap * laps / clean, lap**2 * laps * (1 - clean) / clean**2, lap * laps)

    def fewest(self, settings: Settings) -> int:
        return _order(settings).lap * int(settings["laps"])

    def road(self, settings: Settings, metric_id: str, mark: int) -> Road | None:
        """Where in the lap, whether it is clean, the laps that are done, and the run in hand where that is asked of."""
        lap, on_break = _order(settings).lap, settings["on_break"]
        laps = mark if metric_id == "laps" else int(settings["laps"])
        longest = mark if metric_id == "longest" else None
        if laps > settings["laps"]:
            return NOWHERE

        def after(state: tuple[int, bool, int, int], is_made: bool) -> tuple[int, bool, int, int] | str:
            place, is_clean, done, run = state
            if is_made:
                is_lap, run = place + 1 == lap, run + 1 if longest else 0
                done += is_lap and is_clean
                if longest and run >= longest:
                    return WON
                if done >= laps:
                    return LOST if longest else WON
                return (place + 1) % lap, is_lap or is_clean, done, run
            if on_break == GOES_ON:
                return (place + 1) % lap, place + 1 == lap, done, 0
            return 0 if on_break == AGAIN else place, True, done, 0

        return Road((0, True, 0, 0), after)

    def asked(self, settings: Settings) -> str:
        # In one go: laps alone are only a matter of time.
        return "longest"

    def sheet(self, settings: Settings) -> Sheet:
        what = {AGAIN: "start again", GOES_ON: "go on", WAITS: "stay there"}[settings["on_break"]]
        pattern = " ".join(settings["pattern"].split())
        said = pattern if len(pattern) <= LONGEST_SAID else f"{pattern[:LONGEST_SAID]}…"
        return Sheet(f"In order: {said}. Tick each hit, cross each break; on a break {what}.", MOST_BOXES, "try")

    def span(self, settings: Settings, metric_id: str) -> tuple[float, float]:
        lap, laps = _order(settings).lap, int(settings["laps"])
        if metric_id == self.reaching:
            return super().span(settings, metric_id)
        if has_limit(settings):
            return 0, laps * lap if metric_id == "longest" else laps
        # Without a limit it goes on until the laps are done, and a clean lap is a row of its length, unless it waits.
        if metric_id == "laps":
            return laps, laps
        most = laps * lap + (lap - 1 if settings["on_break"] == GOES_ON else 0)
        return (1 if settings["on_break"] == WAITS else lap), most

    def lessons(self, settings: Settings, tally: Mapping[str, Any]) -> tuple[str, ...]:
        broke = tally["detail"].get("broke")
        if not broke or len(broke) < ENOUGH_BREAKS:
            return ()
        often = max(sorted(set(broke)), key=broke.count)
        order, next_often = _order(settings), sorted((broke.count(step) for step in set(broke)), reverse=True)[1:2]
        if broke.count(often) < ENOUGH_BREAKS or next_often == [broke.count(often)]:
            return ()  # as often elsewhere: there is no worst step
        return (
            f"It broke most often at step {often} of {order.lap} ({order.at(often - 1)}): "
            f"{broke.count(often)} of the last {counted(len(broke), 'break')}.",
        )

    def goal_words(self, settings: Settings) -> str:
        laps = f"{counted(settings['laps'], 'lap')} of {counted(_order(settings).lap, 'step')} in order"
        return laps + limit_words(settings)


def _order(settings: Settings) -> Order:
    try:
        return read_notation(settings["pattern"], settings["zones"], settings["seed"] or 0)
    except CoreError as error:
        # A word's number in the text is for those who draw it; the setting is one line.
        raise CoreError([replace(problem, path=("pattern",)) for problem in error.problems]) from None
