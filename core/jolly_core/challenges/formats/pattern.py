"""Pattern: hit the zones in a set order; what a break does is for the athlete to choose."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass, replace
from typing import Literal, NamedTuple, Self

from jolly_core.challenges.breakdown import Breakdown, by_target
from jolly_core.challenges.count import NOTHING, Count, Trail
from jolly_core.challenges.counted import Reaching, attempts_at_most, limit_words, seconds_at_most, time_left_ms
from jolly_core.challenges.events import LET, MAKE, MISS, ZONE, Event
from jolly_core.challenges.metric import Metric
from jolly_core.challenges.settings import Settings, choice, drawn, names, text, whole_number
from jolly_core.challenges.signs import Lap
from jolly_core.challenges.tally import TARGETS, AnyTally, Reading
from jolly_core.challenges.targets import TargetLine, Tries, after_try, no_tries, target_lines, target_pads
from jolly_core.errors import CoreError
from jolly_core.patterns.written import PlayOrder, read_notation, write_pattern
from jolly_core.words import quantity

AGAIN, GOES_ON, WAITS = "again", "goes_on", "waits"
LONGEST_PATTERN = 300
HOW_TO_WRITE = (
    "Zones by name, first letter or number, capital or not: 1 1 2. 2L 2R is each twice, 10T ten times, (L R)x3 a group "
    "three times. Or a usual order, picked below; clock to crossing go by where the targets lie on the rung's layout, "
    "and without one by the list."
)
#: As many of the last breaks are named in the tally; the events have all of them.
LATEST_BREAKS = 20

NO_BREAKS: Trail[int] = Trail()


class Walk(NamedTuple):
    """A pattern as it was read, and how far it was walked.

    ``place`` is the step to play, ``run`` the steps hit one after the other, ``broke`` where in the pattern it broke.
    """

    order: PlayOrder
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
        """The state after a break: a lap begun anew is clean again; one that waits for its zone stays where it is."""
        order, _, place, _, longest, laps, _, broke = self
        broke = broke.plus(place % order.lap)
        if on_break == GOES_ON:
            return Walk(order, tries, place + 1, 0, longest, laps, (place + 1) % order.lap == 0, broke)
        return Walk(order, tries, 0 if on_break == AGAIN else place, 0, longest, laps, True, broke)


@dataclass(frozen=True, slots=True)
class PatternState:
    walk: Walk
    count: Count = NOTHING


@dataclass(frozen=True)
class PatternSettings(Settings):
    zones: tuple[str, ...] = names("Zones", ("left", "right"), are_targets=True, are_written=True)
    pattern: str = text("Pattern", LONGEST_PATTERN, "left right", hint=HOW_TO_WRITE)
    on_break: str = choice(
        "A break",
        {AGAIN: "starts the pattern again", GOES_ON: "goes on with the next", WAITS: "stays at the same zone"},
        AGAIN,
    )
    laps: int = whole_number("Laps", 1, 200, 5)
    seed: int | None = drawn("Number it is drawn by", 1, 999_999)
    attempts_limit: int | None = attempts_at_most()
    seconds_limit: int | None = seconds_at_most()

    def check(self) -> None:
        self.order  # noqa: B018 # raises for one that cannot be read

    @property
    def order(self) -> PlayOrder:
        """The pattern as it is read. Raises ``CoreError`` for one that cannot be."""
        try:
            return read_notation(self.pattern, self.zones, self.seed or 0)
        except CoreError as error:
            # A word's number in the text is for those who draw it; the setting is one line.
            raise CoreError([replace(problem, path=("pattern",)) for problem in error.problems]) from None


@dataclass(frozen=True, slots=True)
class PatternDetail:
    format: Literal["pattern"] = "pattern"
    targets: tuple[TargetLine, ...] = ()
    #: Where in the lap it broke the latest times, from 1.
    broke: tuple[int, ...] = ()


class Pattern(Reaching[PatternSettings, PatternState]):
    """Settings: zones, pattern, what a break does, laps, limits. Result: longest run, laps, where it broke."""

    id = "pattern"
    title = "Pattern"
    summary = "Hit the zones in the order that is set, over and over."
    #: Of several targets: its makes say nothing of any one of them.
    is_aimed = False
    metrics = (
        Metric("longest", "longest run in pattern", "up", "in pattern"),
        Metric("laps", "laps", "up", "laps", "lap"),
        Metric("attempts_to_goal", "attempts to the goal", "down", "attempts", "attempt", missing="goal not reached"),
    )
    settings_type = PatternSettings
    detail_type = PatternDetail

    def laid_out(self, order: Callable[[str, Sequence[str]], Sequence[str]]) -> Self:
        steps = order(" ".join(self.settings.pattern.split()).casefold(), self.settings.zones)
        if not steps:
            return self
        written = write_pattern(steps)
        if len(written) > LONGEST_PATTERN:
            written = " ".join(str(self.settings.zones.index(step) + 1) for step in steps)
        return type(self)(replace(self.settings, pattern=written))

    def start(self) -> PatternState:
        return PatternState(Walk(self.settings.order, no_tries(self.settings.zones)))

    def takes(self, state: PatternState, press: Event, active_ms: int) -> bool:
        return press.kind != ZONE or press.text in self.settings.zones

    def step(self, state: PatternState, press: Event, active_ms: int) -> PatternState:
        if press.kind == LET:
            return replace(state, count=state.count.after(LET))
        walk = state.walk
        due = walk.order.at(walk.place)
        is_hit = press.kind == MAKE or (press.kind == ZONE and press.text == due)
        tries = after_try(walk.tries, self.settings.zones.index(due), is_made=is_hit)
        walk = walk.hit(tries) if is_hit else walk.missed(tries, self.settings.on_break)
        return PatternState(walk, state.count.after(MAKE if is_hit else MISS))

    def is_reached(self, state: PatternState) -> bool:
        return state.walk.laps >= self.settings.laps

    def reading(self, state: PatternState, active_ms: int) -> Reading:
        walk, zones = state.walk, self.settings.zones
        order = walk.order
        in_lap = walk.place % order.lap
        return Reading(
            number=walk.run,
            number_label="in pattern",
            out_of=None,
            next=f"Lap {min(walk.laps + 1, self.settings.laps)} of {self.settings.laps}, step {in_lap + 1}",
            to_goal=(self.settings.laps - walk.laps) * order.lap - in_lap,
            time_left_ms=time_left_ms(self.settings, active_ms),
            target=order.at(walk.place),
            then=order.at(walk.place + 1),
            face=TARGETS,
            pads=target_pads(zones),
            metrics={"longest": walk.longest, "laps": walk.laps, "attempts_to_goal": self.taken(state)},
            in_hand={"longest": walk.run},
            signs=(Lap(steps=tuple(order.at(walk.place - in_lap + step) for step in range(order.lap)), place=in_lap),),
            detail=PatternDetail(
                targets=target_lines(zones, walk.tries),
                broke=tuple(step + 1 for step in walk.broke.latest(LATEST_BREAKS)),
            ),
        )

    def breakdown(self, tally: AnyTally) -> Breakdown | None:
        detail: PatternDetail = tally.detail
        broke = f"Broken at step {', '.join(map(str, detail.broke))}." if detail.broke else ""
        return by_target(detail.targets, broke)

    def goal_words(self) -> str:
        laps = f"{quantity(self.settings.laps, 'lap')} of {quantity(self.settings.order.lap, 'step')} in order"
        return laps + limit_words(self.settings)
