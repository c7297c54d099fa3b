"""Race: you against the drill, or against somebody. A make is your point, a miss is theirs; first to n, by a margin."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from jolly_core.challenges.count import NOTHING, Count
from jolly_core.challenges.counted import Counted
from jolly_core.challenges.events import Event
from jolly_core.challenges.metric import Metric
from jolly_core.challenges.settings import LONGEST_NAME, Settings, text, whole_number
from jolly_core.challenges.tally import LOST, WON, AnyTally, Ending, Reading
from jolly_core.words import sentence

MOST_POINTS = 50


@dataclass(frozen=True, slots=True)
class RaceState:
    """The points of both, and by how many one was ahead at most."""

    count: Count = NOTHING
    longest_lead: int = 0


@dataclass(frozen=True)
class RaceSettings(Settings):
    to: int = whole_number("Points to win", 2, MOST_POINTS, 11)
    clear: int = whole_number("Clear by", 1, 2, 2, "points")
    against: str = text("Against", LONGEST_NAME, "the drill")
    condition: str = text(
        "On condition", 60, "", is_optional=True, hint="Such as: second ball only, feed to the weak side"
    )


@dataclass(frozen=True, slots=True)
class RaceDetail:
    format: Literal["race"] = "race"
    #: How far ahead one is; below 0 the drill leads.
    lead: int = 0


class Race(Counted[RaceSettings, RaceState]):
    """Settings: to, clear. Result: the score, who won, the longest lead."""

    id = "race"
    title = "Race"
    summary = "You against the drill: a make is your point, a miss is the drill's. First to the number wins."
    make_word, miss_word = "Mine", "The drill's"
    metrics = (
        Metric("points", "your points", "up", "points", "point"),
        Metric("lost_points", "points against you", "down", "points", "point", needs_whole=True),
        Metric("won", "races won", "up", "races won", "race won", needs_whole=True),
        Metric("longest_lead", "longest lead", "up", "points", "point"),
    )
    settings_type = RaceSettings
    detail_type = RaceDetail

    @property
    def pressed_words(self) -> tuple[str, str]:
        return "Mine", f"{sentence(self.settings.against)}'s"

    def start(self) -> RaceState:
        return RaceState()

    def step(self, state: RaceState, press: Event, active_ms: int) -> RaceState:
        count = state.count.after(press.kind)
        return RaceState(count, max(state.longest_lead, count.makes - count.misses))

    def ending(self, state: RaceState) -> Ending | None:
        own, drill = state.count.makes, state.count.misses
        if max(own, drill) < self.settings.to or abs(own - drill) < self.settings.clear:
            return None
        return WON if own > drill else LOST

    def reading(self, state: RaceState, active_ms: int) -> Reading:
        own, drill = state.count.makes, state.count.misses
        wanted = max(self.settings.to - own, drill + self.settings.clear - own, 0)
        is_won = self.ending(state) == WON
        return Reading(
            number=own,
            number_label="to you",
            out_of=self.settings.to,
            next=f"{sentence(self.settings.against.removeprefix('the '))} {drill}, you need {wanted}",
            to_goal=wanted,
            metrics={
                "points": own,
                "lost_points": drill,
                "won": int(is_won),
                "longest_lead": state.longest_lead,
            },
            in_hand={"longest_lead": own - drill},
            detail=RaceDetail(lead=own - drill),
        )

    def beside(self, tally: AnyTally, metric_id: str) -> str:
        own, drill = tally.makes, tally.misses
        words: dict[str | None, str] = {WON: "won ", LOST: "lost "}
        word = words.get(tally.ending, "")
        return f"{word}{own}:{drill}"

    def goal_words(self) -> str:
        clear = "two clear" if self.settings.clear > 1 else "one clear"
        known = "" if self.settings.against == "the drill" else f", against {self.settings.against}"
        condition = f", {self.settings.condition}" if self.settings.condition else ""
        return f"first to {self.settings.to}, {clear}{known}{condition}"
