"""Combination: a chain of skills, each of which must finish in the stance in which the next one begins."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, replace
from functools import lru_cache
from itertools import pairwise
from math import ceil, fsum
from typing import Any

from jolly_core.challenges.contract import ATTEMPTS, MOST_BOXES, Reading, Sheet
from jolly_core.challenges.count import NOTHING, Count
from jolly_core.challenges.counted import (
    MAKES,
    MISSES,
    SECONDS_LIMIT,
    Counted,
    limit_words,
    most_attempts,
    time_left_ms,
)
from jolly_core.challenges.events import LET, MAKE, Event
from jolly_core.challenges.foretelling import Attempts, Pace, waited
from jolly_core.challenges.lessons import weakest
from jolly_core.challenges.metric import Metric
from jolly_core.challenges.settings import LONGEST_NAME, Rows, Settings, Text, WholeNumber
from jolly_core.challenges.targets import Tries, after_try, following, no_tries, tried_rows
from jolly_core.errors import CoreError, Problem
from jolly_core.stats.binomial import chance_of_at_least
from jolly_core.stats.chain import LOST, WON, chance_to_win
from jolly_core.stats.waiting import Wait
from jolly_core.words import counted


@dataclass(frozen=True, slots=True)
class CombinationState:
    """``goes`` are the chains that were begun and ended, ``chains`` those of them that were complete."""

    tries: Tries
    count: Count = NOTHING
    place: int = 0
    goes: int = 0
    chains: int = 0
    furthest: int = 0


class Combination(Counted[CombinationState]):
    """Settings: skills with the stance they begin and finish in, goes. Result: complete chains, where it broke."""

    id = "combination"
    title = "Combination"
    game = "A chain of skills without a pause: each has to finish where the next one begins."
    is_aimed = False
    make_word = "On to the next"
    miss_word = "Broke here"
    declared = (
        Rows(
            "skills",
            "Skills",
            (
                Text("name", "Skill", LONGEST_NAME, ""),
                Text("start", "Begins in", LONGEST_NAME, "", is_optional=True),
                Text("finish", "Finishes in", LONGEST_NAME, "", is_optional=True),
            ),
            (
                {"name": "jab step", "start": "left foot back", "finish": "feet together"},
                {"name": "turn", "start": "feet together", "finish": "left foot back"},
                {"name": "push off", "start": "left foot back", "finish": "feet together"},
            ),
            low=2,
            may_repeat=True,
        ),
        WholeNumber("goes", "Goes at the chain", 1, 100, 5),
        SECONDS_LIMIT,
    )
    prior = Pace(attempt_ms=6000, rate=0.8)
    metrics = (
        Metric("chains", "complete chains", "up", "chains", "chain"),
        Metric("furthest", "furthest skill", "up", "skills", "skill"),
    )
    totals = (WholeNumber("chains", "Complete chains", 0, 100, 0), MAKES, MISSES)

    def read_settings(self, given: Mapping[str, object]) -> dict[str, Any]:
        read = super().read_settings(given)
        problems = [
            Problem(
                "stance_mismatch",
                f"{before['name'].capitalize()} finishes in {before['finish']!r}, but {after['name']} begins in "
                f"{after['start']!r}: put something between them, or say the same stance.",
                ("skills", place, "start"),
                after["start"],
                before["finish"],
            )
            for place, (before, after) in enumerate(pairwise(read["skills"]), 1)
            if not _fits(before["finish"], after["start"])
        ]
        if problems:
            raise CoreError(problems)
        return read

    def start(self, settings: Settings) -> CombinationState:
        return CombinationState(no_tries(settings["skills"]))

    def step(self, settings: Settings, state: CombinationState, press: Event, active_ms: int) -> CombinationState:
        count = state.count.after(press.kind)
        if press.kind == LET:
            return replace(state, count=count)
        is_made = press.kind == MAKE
        tries = after_try(state.tries, state.place, is_made=is_made)
        if not is_made:
            return replace(state, tries=tries, count=count, place=0, goes=state.goes + 1)
        place = state.place + 1
        furthest, is_whole = max(place, state.furthest), place == len(tries)
        return CombinationState(
            tries, count, 0 if is_whole else place, state.goes + is_whole, state.chains + is_whole, furthest
        )

    def ending(self, settings: Settings, state: CombinationState) -> str | None:
        return ATTEMPTS if state.goes >= settings["goes"] else None

    def read(self, settings: Settings, state: CombinationState, active_ms: int) -> Reading:
        skills, goes = settings["skills"], settings["goes"]
        names = [skill["name"] for skill in skills]
        stance = skills[state.place]["start"]
        return Reading(
            number=state.chains,
            number_label="chain" if state.chains == 1 else "chains",
            out_of=goes,
            next=f"From {stance}" if stance else f"Go {min(goes, state.goes + 1)} of {goes}",
            to_goal=goes - state.goes,
            time_left_ms=time_left_ms(settings, active_ms),
            target=names[state.place],
            then=following(names, state.place) or (names[0] if state.goes + 1 < goes else None),
            metrics={"chains": state.chains, "furthest": state.furthest},
            in_hand={"furthest": state.place},
            detail={
                "targets": tried_rows(names, state.tries),
                "go": min(goes, state.goes + 1),
                "goes": goes,
                "stance": stance,
            },
        )

    def attempts(self, settings: Settings, pace: Pace) -> Attempts:
        skills, goes = len(settings["skills"]), settings["goes"]
        return waited(lambda rate: _goes_at(rate, skills, goes), pace)

    def sheet(self, settings: Settings) -> Sheet:
        rule = f"Play {self.goal_words(settings)}: tick a whole chain, write down where it broke."
        return Sheet(rule, min(MOST_BOXES, settings["goes"]), "go")

    def chance(self, settings: Settings, pace: Pace, metric_id: str, mark: float, within_s: int) -> float | None:
        goes, skills, wanted = int(settings["goes"]), len(settings["skills"]), ceil(mark)
        is_chains = metric_id == "chains"
        if wanted <= 0:
            return 1.0
        if wanted > (goes if is_chains else skills):
            return 0.0
        if settings["seconds_limit"] is None:
            whole = pace.rate**skills
            return chance_of_at_least(wanted, goes, whole) if is_chains else 1 - (1 - pace.rate**wanted) ** goes

        def after(state: tuple[int, int, int], is_made: bool) -> tuple[int, int, int] | str:
            place, gone, chains = state
            if is_made and (place + 1 == wanted if not is_chains else place + 1 == skills and chains + 1 == wanted):
                return WON
            if is_made and place + 1 < skills:
                return place + 1, gone, chains
            return LOST if gone + 1 == goes else (0, gone + 1, chains + (is_made and is_chains))

        return chance_to_win((0, 0, 0), after, pace.rate, most_attempts(settings, pace, None))

    def span(self, settings: Settings, metric_id: str) -> tuple[float, float]:
        return 0, settings["goes"] if metric_id == "chains" else len(settings["skills"])

    def beside(self, settings: Settings, tally: Mapping[str, Any], metric_id: str) -> str:
        goes = counted(tally["detail"].get("goes", settings["goes"]), "go", "goes")
        if metric_id == "chains":
            return f"of {goes}"
        return f"of {len(settings['skills'])}, {counted(tally['metrics']['chains'], 'whole chain')}"

    def lessons(self, settings: Settings, tally: Mapping[str, Any]) -> tuple[str, ...]:
        worst = weakest(tally["detail"].get("targets", []))
        if worst is None:
            return ()
        broke = counted(worst["attempts"] - worst["makes"], "time")
        return (f"It broke most at {worst['name']}, by more than luck: {broke} in {worst['attempts']}.",)

    def goal_words(self, settings: Settings) -> str:
        goes = counted(settings["goes"], "go", "goes")
        return f"{goes} at a chain of {len(settings['skills'])}{limit_words(settings)}"


@lru_cache(maxsize=256)
def _goes_at(rate: float, skills: int, goes: int) -> Wait:
    """So many goes at a chain: each lasts up to its first miss, or to its end."""
    lengths = [(place, rate ** (place - 1) * (1 - rate)) for place in range(1, skills)] + [
        (skills, rate ** (skills - 1))
    ]
    mean = fsum(length * chance for length, chance in lengths)
    variance = fsum((length - mean) ** 2 * chance for length, chance in lengths)
    return Wait(mean, variance, 1).times(goes)


def _fits(finish: str, start: str) -> bool:
    """Whether one can go on from a stance; one that is not said fits every other."""
    return not finish or not start or finish.strip().casefold() == start.strip().casefold()
