"""Combination: a chain of skills, each of which must finish in the stance in which the next one begins."""

from __future__ import annotations

from dataclasses import dataclass, replace
from itertools import pairwise
from typing import Literal

from jolly_core.challenges.breakdown import Breakdown, by_target
from jolly_core.challenges.count import NOTHING, Count
from jolly_core.challenges.counted import Counted, limit_words, seconds_at_most, time_left_ms
from jolly_core.challenges.events import LET, MAKE, Event
from jolly_core.challenges.metric import Metric
from jolly_core.challenges.settings import LONGEST_NAME, Settings, rows, text, whole_number
from jolly_core.challenges.tally import ATTEMPTS, AnyTally, Ending, Reading
from jolly_core.challenges.targets import TargetLine, Tries, after_try, following, no_tries, target_lines
from jolly_core.errors import CoreError, Problem
from jolly_core.words import quantity


@dataclass(frozen=True, slots=True)
class CombinationState:
    """``goes`` are the chains that were begun and ended, ``chains`` those of them that were complete."""

    tries: Tries
    count: Count = NOTHING
    place: int = 0
    goes: int = 0
    chains: int = 0
    furthest: int = 0


@dataclass(frozen=True)
class Skill(Settings):
    name: str = text("Skill", LONGEST_NAME, "")
    start: str = text("Begins in", LONGEST_NAME, "", is_optional=True)
    finish: str = text("Finishes in", LONGEST_NAME, "", is_optional=True)


@dataclass(frozen=True)
class CombinationSettings(Settings):
    skills: tuple[Skill, ...] = rows(
        "Skills",
        Skill,
        (
            Skill("jab step", "left foot back", "feet together"),
            Skill("turn", "feet together", "left foot back"),
            Skill("push off", "left foot back", "feet together"),
        ),
        low=2,
        may_repeat=True,
    )
    goes: int = whole_number("Goes at the chain", 1, 100, 5)
    seconds_limit: int | None = seconds_at_most()

    def check(self) -> None:
        problems = [
            Problem(
                "stance_mismatch",
                f"{before.name.capitalize()} finishes in {before.finish!r}, but {after.name} begins in "
                f"{after.start!r}: put something between them, or say the same stance.",
                ("skills", place, "start"),
                after.start,
                before.finish,
            )
            for place, (before, after) in enumerate(pairwise(self.skills), 1)
            if not _fits(before.finish, after.start)
        ]
        if problems:
            raise CoreError(problems)


@dataclass(frozen=True, slots=True)
class CombinationDetail:
    format: Literal["combination"] = "combination"
    targets: tuple[TargetLine, ...] = ()


class Combination(Counted[CombinationSettings, CombinationState]):
    """Settings: skills with the stance they begin and finish in, goes. Result: complete chains, where it broke."""

    id = "combination"
    title = "Combination"
    summary = "A chain of skills without a pause: each has to finish where the next one begins."
    is_aimed = False
    make_word = "On to the next"
    miss_word = "Broke here"
    metrics = (
        Metric("chains", "complete chains", "up", "chains", "chain"),
        Metric("furthest", "furthest skill", "up", "skills", "skill"),
    )
    settings_type = CombinationSettings
    detail_type = CombinationDetail

    def start(self) -> CombinationState:
        return CombinationState(no_tries(self.settings.skills))

    def step(self, state: CombinationState, press: Event, active_ms: int) -> CombinationState:
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

    def ending(self, state: CombinationState) -> Ending | None:
        return ATTEMPTS if state.goes >= self.settings.goes else None

    def reading(self, state: CombinationState, active_ms: int) -> Reading:
        skills, goes = self.settings.skills, self.settings.goes
        names = [skill.name for skill in skills]
        stance = skills[state.place].start
        return Reading(
            number=state.chains,
            number_label="chain" if state.chains == 1 else "chains",
            out_of=goes,
            next=f"From {stance}" if stance else f"Go {min(goes, state.goes + 1)} of {goes}",
            to_goal=goes - state.goes,
            time_left_ms=time_left_ms(self.settings, active_ms),
            target=names[state.place],
            then=following(names, state.place) or (names[0] if state.goes + 1 < goes else None),
            metrics={"chains": state.chains, "furthest": state.furthest},
            in_hand={"furthest": state.place},
            detail=CombinationDetail(targets=target_lines(names, state.tries)),
        )

    def beside(self, tally: AnyTally, metric_id: str) -> str:
        goes = quantity(self.settings.goes, "go", "goes")
        if metric_id == "chains":
            return f"of {goes}"
        return f"of {len(self.settings.skills)}, {quantity(tally.whole('chains'), 'whole chain')}"

    def breakdown(self, tally: AnyTally) -> Breakdown | None:
        return by_target(tally.detail.targets)

    def goal_words(self) -> str:
        goes = quantity(self.settings.goes, "go", "goes")
        return f"{goes} at a chain of {len(self.settings.skills)}{limit_words(self.settings)}"


def _fits(finish: str, start: str) -> bool:
    """Whether one can go on from a stance; one that is not said fits every other."""
    return not finish or not start or finish.strip().casefold() == start.strip().casefold()
