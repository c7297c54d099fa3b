"""Race: you against the drill. A make is your point, a miss is the drill's; first to n, so many clear."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from math import ceil, inf
from typing import Any

from jolly_core.challenges.contract import LOST, MOST_BOXES, WON, Reading, Sheet
from jolly_core.challenges.count import NOTHING, Count
from jolly_core.challenges.counted import Counted
from jolly_core.challenges.events import Event
from jolly_core.challenges.foretelling import Attempts, Pace, waited
from jolly_core.challenges.lessons import is_enough
from jolly_core.challenges.metric import Metric
from jolly_core.challenges.settings import Settings, WholeNumber
from jolly_core.errors import CoreError
from jolly_core.stats import chain
from jolly_core.stats.race import RaceWait, chance_of_winning
from jolly_core.words import sentence

MOST_POINTS = 50
#: A race that is level for longer is played on another day.
MOST_RALLIES = 2000


@dataclass(frozen=True, slots=True)
class RaceState:
    """The points of both, and by how many one was ahead at most."""

    count: Count = NOTHING
    longest_lead: int = 0


class Race(Counted[RaceState]):
    """Settings: to, clear. Result: the score, who won, the longest lead."""

    id = "race"
    title = "Race"
    game = "You against the drill: a make is your point, a miss is the drill's. First to the number wins."
    make_word, miss_word = "Mine", "The drill's"
    declared = (
        WholeNumber("to", "Points to win", 2, MOST_POINTS, 11),
        WholeNumber("clear", "Clear by", 1, 2, 2, "points"),
    )
    prior = Pace(attempt_ms=8000, rate=0.5)
    metrics = (
        Metric("points", "your points", "up", "points", "point"),
        Metric("lost_points", "the drill's points", "down", "points", "point", needs_whole=True),
        Metric("won", "races won", "up", "races won", "race won", needs_whole=True),
        Metric("longest_lead", "longest lead", "up", "points", "point"),
    )
    totals = (
        WholeNumber("points", "Your points", 0, 1000, 0),
        WholeNumber("lost_points", "The drill's points", 0, 1000, 0),
    )

    def start(self, settings: Settings) -> RaceState:
        return RaceState()

    def step(self, settings: Settings, state: RaceState, press: Event, active_ms: int) -> RaceState:
        count = state.count.after(press.kind)
        return RaceState(count, max(state.longest_lead, count.makes - count.misses))

    def ending(self, settings: Settings, state: RaceState) -> str | None:
        own, drill = state.count.makes, state.count.misses
        if max(own, drill) < settings["to"] or abs(own - drill) < settings["clear"]:
            return None
        return WON if own > drill else LOST

    def read(self, settings: Settings, state: RaceState, active_ms: int) -> Reading:
        own, drill = state.count.makes, state.count.misses
        wanted = max(settings["to"] - own, drill + settings["clear"] - own, 0)
        is_won = self.ending(settings, state) == WON
        return Reading(
            number=own,
            number_label="to you",
            out_of=settings["to"],
            next=f"Drill {drill}, you need {wanted}",
            to_goal=wanted,
            metrics={
                "points": own,
                "lost_points": drill,
                "won": int(is_won),
                "longest_lead": state.longest_lead,
            },
            in_hand={"longest_lead": own - drill},
            detail={"drill": drill, "lead": own - drill},
        )

    def attempts(self, settings: Settings, pace: Pace) -> Attempts:
        to, clear = settings["to"], settings["clear"]
        return waited(lambda rate: RaceWait(to, rate, clear), pace)

    def sheet(self, settings: Settings) -> Sheet:
        rule = f"A make is your point, a miss is the drill's. {sentence(self.goal_words(settings))}."
        return Sheet(rule, min(MOST_BOXES, 2 * settings["to"] + 4), "make")

    def unknown_on_paper(self, totals: Mapping[str, Any]) -> tuple[str, ...]:
        return ("longest_lead",)

    def state_of_totals(self, settings: Settings, totals: Mapping[str, Any]) -> RaceState:
        own, drill = totals["points"], totals["lost_points"]
        ahead, behind = max(own, drill), min(own, drill)
        # Beyond the points to win it goes on only as long as nobody is clear; with one clear somebody always is.
        most_behind = settings["to"] - 1 if settings["clear"] == 1 else ahead
        if (ahead > settings["to"] and ahead - behind > settings["clear"]) or behind > most_behind:
            message = f"A score of {own} to {drill} cannot be: the race was over before. Count both rows again."
            raise CoreError.one("out_of_reach", message, "points", value=[own, drill])
        return RaceState(Count(own, drill))

    def chance(self, settings: Settings, pace: Pace, metric_id: str, mark: float, within_s: int) -> float | None:
        to, clear = settings["to"], settings["clear"]
        wanted = ceil(mark)
        if wanted <= 0 and metric_id != "lost_points":
            return 1.0
        if metric_id == "won":
            return chance_of_winning(to, pace.rate, clear) if wanted <= 1 else 0.0

        def after(state: tuple[int, int], is_made: bool) -> tuple[int, int] | str:
            own, drill = state[0] + is_made, state[1] + (not is_made)
            if metric_id == "longest_lead" and own - drill >= wanted:
                return chain.WON
            if metric_id == "points" and own >= wanted:
                return chain.WON
            if metric_id == "lost_points" and drill > mark:
                return chain.LOST
            if max(own, drill) < to or abs(own - drill) < clear:
                return own, drill
            return chain.WON if metric_id == "lost_points" else chain.LOST

        return chain.chance_to_win((0, 0), after, pace.rate, MOST_RALLIES)

    def span(self, settings: Settings, metric_id: str) -> tuple[float, float]:
        to = settings["to"]
        if metric_id == "won":
            return 0, 1
        # Two clear, a race may go on beyond its points for as long as nobody is.
        most = inf if settings["clear"] > 1 else to
        return 0, to if metric_id == "longest_lead" else most

    def asked(self, settings: Settings) -> str:
        return "won"

    def first_mark(self, settings: Settings, metric_id: str) -> float | None:
        return 1 if metric_id == "won" else None

    def beside(self, settings: Settings, tally: Mapping[str, Any], metric_id: str) -> str:
        own, drill = tally["makes"], tally["misses"]
        word = {WON: "won ", LOST: "lost "}.get(tally["ending"], "")
        return f"{word}{own}:{drill}"

    def lessons(self, settings: Settings, tally: Mapping[str, Any]) -> tuple[str, ...]:
        if not is_enough(tally):
            return ()
        rate = tally["makes"] / tally["attempts"]
        wins = round(100 * chance_of_winning(settings["to"], rate, settings["clear"]))
        return (
            f"At {round(100 * rate)} % a point you would win {wins} in 100 such races: "
            "a race makes a small edge count for more.",
        )

    def goal_words(self, settings: Settings) -> str:
        clear = "two clear" if settings["clear"] > 1 else "one clear"
        return f"first to {settings['to']}, {clear}"
