"""Tries at each: a set number of tries at each of several targets, one target after the other or in turn."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from jolly_core.challenges.breakdown import Breakdown, by_target
from jolly_core.challenges.count import NOTHING, Count, share_of
from jolly_core.challenges.counted import Counted, counted_as, is_hit
from jolly_core.challenges.events import LET, Event
from jolly_core.challenges.metric import Metric
from jolly_core.challenges.settings import LONGEST_NAME, Settings, choice, rows, text, whole_number
from jolly_core.challenges.tally import ATTEMPTS, AnyTally, Ending, Reading
from jolly_core.challenges.targets import TargetLine, Tries, after_try, no_tries, target_lines
from jolly_core.words import quantity

IN_ORDER, IN_TURN = "in_order", "in_turn"


@dataclass(frozen=True)
class TriedTarget(Settings):
    """A target with its tries; ``stroke`` is a word that is said with it, such as a spin."""

    name: str = text("Target", LONGEST_NAME, "")
    tries: int = whole_number("Tries", 1, 200, 10)
    stroke: str = text("Said with it", LONGEST_NAME, "", is_optional=True)

    @property
    def title(self) -> str:
        """The target as the record tells it apart."""
        return f"{self.name}, {self.stroke}" if self.stroke else self.name


@dataclass(frozen=True)
class TriesAtEachSettings(Settings):
    targets: tuple[TriedTarget, ...] = rows(
        "Targets",
        TriedTarget,
        tuple(TriedTarget(name) for name in ("left", "middle", "right")),
        are_targets=True,
        may_repeat=True,
    )
    order: str = choice("Order", {IN_ORDER: "one target after the other", IN_TURN: "in turn, a try each"}, IN_ORDER)

    @property
    def whole(self) -> int:
        """All tries of a run."""
        return sum(target.tries for target in self.targets)


@dataclass(frozen=True, slots=True)
class EachState:
    """``place`` is the target in hand."""

    tries: Tries
    count: Count = NOTHING
    place: int = 0


@dataclass(frozen=True, slots=True)
class TriesAtEachDetail:
    format: Literal["tries_at_each"] = "tries_at_each"
    targets: tuple[TargetLine, ...] = ()


class TriesAtEach(Counted[TriesAtEachSettings, EachState]):
    """Settings: targets, each with its tries and a word; order. Result: makes, share made, and those of each target.

    Ten at each of three serve targets, or two at each, are common practice, no source.
    """

    id = "tries_at_each"
    title = "Tries at each"
    summary = "A set number of tries at each target: how many are made, and where?"
    #: Of several targets: its makes say nothing of any one of them.
    is_aimed = False
    is_fixed_length = True
    metrics = (
        Metric("makes", "makes", "up", "makes", "make"),
        Metric("rate", "share made", "up", "%", needs_whole=True),
        Metric("weakest_share", "share at the weakest target", "up", "%", needs_whole=True),
    )
    settings_type = TriesAtEachSettings
    detail_type = TriesAtEachDetail

    def start(self) -> EachState:
        return EachState(no_tries(self.settings.targets))

    def step(self, state: EachState, press: Event, active_ms: int) -> EachState:
        count = state.count.after(counted_as(press))
        if press.kind == LET:
            return EachState(state.tries, count, state.place)
        tries = after_try(state.tries, state.place, is_made=is_hit(press))
        return EachState(tries, count, self._next_place(tries, state.place))

    def _next_place(self, tries: Tries, place: int) -> int:
        """The target of the next try; the last one once all are played."""
        wanted = [target.tries for target in self.settings.targets]
        many = len(wanted)
        first = place if self.settings.order == IN_ORDER else place + 1
        places = [(first + step) % many for step in range(many)]
        return next((at for at in places if tries[at][0] < wanted[at]), place)

    def ending(self, state: EachState) -> Ending | None:
        return ATTEMPTS if state.count.attempts >= self.settings.whole else None

    def reading(self, state: EachState, active_ms: int) -> Reading:
        count, targets, whole = state.count, self.settings.targets, self.settings.whole
        here = targets[state.place]
        left = here.tries - state.tries[state.place][0]
        after = self._next_place(after_try(state.tries, state.place, is_made=False), state.place)
        shares = [share_of(makes, attempts) for attempts, makes in state.tries]
        return Reading(
            number=count.makes,
            number_label="made",
            out_of=whole,
            next=", ".join(filter(None, [here.stroke, f"{left} more here" if left else "All played"])),
            to_goal=None,
            target=here.name,
            then=targets[after].name if after != state.place else None,
            metrics={
                "makes": count.makes,
                "rate": share_of(count.makes, whole),
                "weakest_share": None if None in shares else min(share for share in shares if share is not None),
            },
            detail=TriesAtEachDetail(targets=target_lines([each.title for each in targets], state.tries)),
        )

    def beside(self, tally: AnyTally, metric_id: str) -> str:
        made = f"{tally.makes} of {tally.attempts} made"
        return f"of {quantity(tally.attempts, 'try', 'tries')}" if metric_id == "makes" else made

    def breakdown(self, tally: AnyTally) -> Breakdown | None:
        return by_target(tally.detail.targets)

    def goal_words(self) -> str:
        tries = [target.tries for target in self.settings.targets]
        said = f"{tries[0]}" if len(set(tries)) == 1 else "-".join(str(each) for each in tries)
        words = (
            f"{said} at each of {quantity(len(tries), 'target')}" if len(set(tries)) == 1 else f"{said} at the targets"
        )
        return words if self.settings.order == IN_ORDER else f"{words}, in turn"
