"""A proposed block: the core's arrangement of what could be practised. Nothing is kept."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, field
from datetime import date
from typing import Any

from accounts.models import Athlete
from climb.circumstances import get_circumstances
from jolly_core.planning.arrangement import Arrangement, arrange_block
from jolly_core.planning.candidate import BALANCED, NORMAL, TEST_DAY, Candidate, Kept, Terms
from jolly_core.planning.own_parts import OwnPart
from jolly_core.planning.times import first_guess
from jolly_core.planning.weaving import BLOCKED, WEAVES
from jolly_core.sides import NONE
from ladders.models import Rung
from ladders.selectors import list_laid
from layouts.selectors import list_kit as layout_kit
from places.models import Place
from plan.candidates import Candidates, RungSide, list_candidates


@dataclass(frozen=True)
class BlockRequest:
    """What a block is asked for; ``kept`` are the parts that the athlete placed, in their order."""

    minutes: int
    ladder_ids: Sequence[int]
    day: date
    focus: str = BALANCED
    energy: str = NORMAL
    partner: str = "feed"
    place: Place | None = None
    missing: Sequence[str] = ()
    has_warm_up: bool = True
    has_cool_down: bool = True
    kept: Sequence[Kept] = field(default_factory=tuple)
    fill: bool = True
    #: What the athlete put in beside the ladders, and rungs chosen by hand beside those that are worked on.
    own: Sequence[OwnPart] = ()
    rung_ids: Sequence[int] = ()
    weave: str = BLOCKED
    seed: int = 0


@dataclass(frozen=True)
class Proposal:
    """An arrangement with what each of its keys stands for, and what the habit behind its ranges is."""

    asked: BlockRequest
    arrangement: Arrangement
    targets: dict[str, RungSide]
    habit_words: str
    #: How much habit has widened the ranges.
    widen: float
    #: The candidates whose length is known from their record, by their keys.
    learned: dict[str, Candidate]
    #: The rungs that are not the ones worked on: chosen by hand, or played on the way up.
    fixed: frozenset[int]

    @property
    def kit(self) -> list[str]:
        """What to bring for what is in it."""
        rungs = [self.targets[key][0] for key in self.arrangement.drills]
        return list_kit([*(rung.ladder.kit for rung in rungs), *map(layout_kit, list_laid(rungs))])

    @property
    def weave_words(self) -> str:
        """What is known of the order of its runs; empty where there is nothing to order."""
        return WEAVES[self.asked.weave].words if len(self.arrangement.drills) > 1 else ""

    def rows(self) -> list[dict[str, Any]]:
        """The parts as they are kept and shown."""
        rows = []
        for part in self.arrangement.parts:
            rung, side = self.targets.get(part.key, (None, NONE))
            learned = self.learned.get(part.key)
            rows.append(
                {
                    "kind": part.kind,
                    "key": part.key,
                    "title": part.title,
                    "start_s": part.start_s,
                    "planned_s": part.duration_s,
                    "guess_s": _guess_s(rung, learned, part.runs) if rung and learned else None,
                    "low_s": part.time.low_s,
                    "high_s": part.time.high_s,
                    "runs_planned": part.runs,
                    "is_locked": part.is_locked,
                    "is_set": part.is_set,
                    "reasons": list(part.reasons),
                    "rung": rung,
                    "side": side,
                    "is_weaker": part.is_weaker,
                    "is_other_side": part.is_other_side,
                    "is_rung_fixed": bool(rung and rung.pk in self.fixed),
                    "is_own": part.is_own,
                    "items": list(part.items),
                    "role": part.role,
                    "two": part.two,
                }
            )
        return rows


def list_kit(kits: Sequence[Sequence[str]]) -> list[str]:
    """Everything in the kits, once each, in order."""
    return list(dict.fromkeys(thing for kit in kits for thing in kit))


def propose_block(athlete: Athlete, asked: BlockRequest) -> Proposal:
    """The block that serves the chosen ladders best. Raises ``CoreError`` for ladders that are not the athlete's."""
    candidates = list_candidates(athlete, asked.ladder_ids, asked.day, asked.rung_ids, is_test=asked.focus == TEST_DAY)
    arrangement = arrange_block(
        terms_of(athlete, asked, candidates), candidates.candidates, asked.kept, fill=asked.fill
    )
    learned = {each.key: each for each in candidates.candidates if not each.is_prior}
    targets = candidates.targets
    staying = [targets[each.key][0].pk for each in candidates.candidates if each.visit.stays]
    return Proposal(
        asked,
        arrangement,
        targets,
        candidates.habit.words,
        candidates.habit.widen,
        learned,
        fixed=frozenset([*asked.rung_ids, *staying]),
    )


def _guess_s(rung: Rung, learned: Candidate, runs: int) -> int:
    """What so many runs were taken for before there was a record of them."""
    return first_guess(rung.game, rung.known_card, runs, learned.set_up_s).expected_s


def terms_of(athlete: Athlete, asked: BlockRequest, candidates: Candidates) -> Terms:
    """The terms of the builder: what is asked, with the athlete's own limits and habit."""
    return Terms(
        minutes=asked.minutes,
        day=asked.day,
        focus=asked.focus,
        energy=asked.energy,
        limits=get_circumstances(athlete, asked.day).limits,
        offers=tuple(asked.place.offers) if asked.place else None,
        missing=tuple(asked.missing),
        partner=asked.partner,
        has_warm_up=asked.has_warm_up,
        has_cool_down=asked.has_cool_down,
        own=tuple(asked.own),
        weave=asked.weave,
        seed=asked.seed,
        habit=candidates.habit,
        last_test=candidates.last_test,
    )
