"""Stored parts of plans: a block before a re-fit, a routine, why wishes of a week gave way."""

from __future__ import annotations

from dataclasses import dataclass, field
from typing import Any

from jolly_core.challenges.for_two import ForTwo
from jolly_core.stored import Stored


@dataclass(frozen=True)
class PartShape:
    """A part of a block before a re-fit."""

    kind: str
    title: str
    rung_id: int | None = None
    side: str = "none"
    planned_s: int = 0
    low_s: int = 0
    high_s: int = 0
    runs_planned: int = 0
    is_locked: bool = False
    is_set: bool = False
    is_weaker: bool = False
    is_other_side: bool = False
    reasons: tuple[str, ...] = ()
    items: tuple[str, ...] = ()
    role: str = ""
    is_rung_fixed: bool = False
    #: A game with a partner, as it is stored; empty for what is done alone.
    two: dict[str, Any] = field(default_factory=dict)


@dataclass(frozen=True)
class BlockShape(Stored):
    """A block before a re-fit: what taking the re-fit back restores. Version 1 named its parts otherwise."""

    _version = 2
    _upgrades = {1: lambda old: {**old, "parts": old["segments"]}}

    title: str
    minutes: int
    spare_s: int = 0
    widen: float = 1.0
    parts: tuple[PartShape, ...] = ()


@dataclass(frozen=True)
class RoutinePart:
    """Runs of a ladder on a side, on one rung where ``rung`` names it; without a ladder, one of the athlete's own."""

    ladder: int | None = None
    side: str = "none"
    runs: int = 0
    rung: int | None = None
    kind: str = ""
    title: str = ""
    seconds: int = 0
    items: tuple[str, ...] = ()
    role: str = ""
    two: ForTwo | None = None


@dataclass(frozen=True)
class RoutineParts(Stored):
    """The parts of a routine in their order. Version 1 was the bare list, version 2 knew ladders only."""

    _version = 3
    _upgrades = {1: lambda old: old, 2: lambda old: old}

    parts: tuple[RoutinePart, ...] = ()


@dataclass(frozen=True)
class GaveWay(Stored):
    """Why wishes of a week gave way, by their keys. Version 1 was the bare mapping."""

    _version = 2
    _upgrades = {1: lambda old: {"why": old}}

    why: dict[str, str] = field(default_factory=dict)
