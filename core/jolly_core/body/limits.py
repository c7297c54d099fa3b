"""Body limits: what is not to be done for now. They leave drills out or ease them, and say so."""

from __future__ import annotations

from collections.abc import Collection, Mapping, Sequence
from dataclasses import dataclass
from datetime import date
from typing import Any

from jolly_core.body.traits import ACTIONS, ARM_REGIONS, REGIONS, Traits
from jolly_core.errors import CoreError, Problem
from jolly_core.sides import HANDS
from jolly_core.validation import check_choice

REST, EASE = "rest", "ease"
STRICTNESS = (REST, EASE)
LEFT_OUT, EASED, FREE = "left_out", "eased", "free"


@dataclass(frozen=True)
class Limit:
    """``part`` is a region or an action; ``side`` is left, right or empty; ``until`` is the last day, None for open.

    ``strictness``: rest it (drills that need it are left out) or ease it (they are halved).
    """

    part: str
    since: date
    until: date | None = None
    side: str = ""
    strictness: str = REST

    def holds_on(self, day: date) -> bool:
        """Whether the limit is in force on that day."""
        return self.since <= day and (self.until is None or day <= self.until)

    @property
    def words(self) -> str:
        """The limit as the athlete would say it."""
        if self.part in ACTIONS:
            return f"{'no' if self.strictness == REST else 'little'} {self.part}"
        return " ".join(
            filter(None, ("rest" if self.strictness == REST else "go easy on", "the", self.side, self.part))
        )


@dataclass(frozen=True)
class Effect:
    """What limits do to a drill on one side: left out, eased or free, and by which limit."""

    kind: str
    words: str = ""


def read_limit(given: Mapping[str, Any]) -> Limit:
    """The checked limit. Raises ``CoreError`` with every value that cannot be used."""
    part, side, strictness = given["part"], given.get("side", ""), given.get("strictness", REST)
    since, until = given["since"], given.get("until")
    problems = [
        check_choice("part", part, (*REGIONS, *ACTIONS)),
        check_choice("side", side, ("", *HANDS)),
        check_choice("strictness", strictness, STRICTNESS),
        Problem("out_of_range", "A limit ends on the day it begins or later.", ("until",), str(until), f">= {since}")
        if until is not None and until < since
        else None,
        Problem("no_side", f"{part} has no left and right; leave the side open.", ("side",), side)
        if side and part in ACTIONS
        else None,
    ]
    if found := [problem for problem in problems if problem]:
        raise CoreError(found)
    return Limit(part, since, until, side, strictness)


def effect_of(
    limits: Sequence[Limit], traits: Traits, hand: str | None, day: date, *, spares: Collection[str] = ()
) -> Effect:
    """What the limits in force on ``day`` do to a drill played with ``hand`` (None: with both, or with the feet).

    ``spares`` are actions that its game does without where a limit asks for that.

    A sore right wrist leaves the left hand free; a sore ankle or back is in every step that is taken.
    """
    hits = [
        limit for limit in limits if limit.holds_on(day) and limit.part not in spares and _touches(limit, traits, hand)
    ]
    for limit in sorted(hits, key=lambda each: each.strictness != REST):
        until = f" until {limit.until:%-d %b}" if limit.until else ""
        return Effect(LEFT_OUT if limit.strictness == REST else EASED, f"{limit.words}{until}")
    return Effect(FREE)


def limited_actions(limits: Sequence[Limit], day: date) -> frozenset[str]:
    """The actions that the limits in force on ``day`` rest or ease.

    >>> monday = date(2026, 11, 2)
    >>> sorted(limited_actions([Limit("running", monday), Limit("wrist", monday)], monday))
    ['running']
    """
    return frozenset(limit.part for limit in limits if limit.part in ACTIONS and limit.holds_on(day))


def _touches(limit: Limit, traits: Traits, hand: str | None) -> bool:
    if limit.part in ACTIONS:
        return limit.part in traits.actions
    if limit.part not in traits.regions:
        return False
    is_other_arm = limit.part in ARM_REGIONS and limit.side and hand and hand != limit.side
    return not is_other_arm
