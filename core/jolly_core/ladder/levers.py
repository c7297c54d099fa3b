"""Levers: what makes a rung harder, as data with its unit; and what moved between two rungs, in words."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from typing import Any

from jolly_core.errors import CoreError, Problem
from jolly_core.measures import METRIC, read_long
from jolly_core.stored import Stored
from jolly_core.validation import check_choice, check_number
from jolly_core.words import plain, sentence

#: More levers than these are another drill.
MOST_LEVERS = 6
LONGEST_WORDS = 60
LENGTH, COUNTED, CHOSEN, SAID = "length", "counted", "chosen", "said"


@dataclass(frozen=True)
class LeverKind:
    """A lever by what its value is: a length in metres, a number of ``unit``, one of ``choices``, words.

    ``harder`` is 1 where more of it is harder, -1 where less is, and 0 where that cannot be said. ``of_runs`` says that
    it is met by whole runs, as a number in a row is, and not by single tries.
    """

    id: str
    title: str
    takes: str
    unit: str = ""
    low: float = 0
    high: float = 0
    harder: int = 0
    of_runs: bool = False
    choices: tuple[str, ...] = ()

    @property
    def is_numeric(self) -> bool:
        return self.takes in (LENGTH, COUNTED)


KINDS = {
    kind.id: kind
    for kind in (
        LeverKind("distance", "distance", LENGTH, low=0.05, high=200, harder=1),
        LeverKind("size", "target size", LENGTH, low=0.01, high=50, harder=-1),
        LeverKind("height", "height", LENGTH, low=0.01, high=50),
        LeverKind("pattern", "pattern", SAID),
        LeverKind("tempo", "tempo", COUNTED, "bpm", low=20, high=400, harder=1),
        LeverKind("time", "time", COUNTED, "s", low=1, high=7200),
        LeverKind("repetitions", "repetitions", COUNTED, low=1, high=10_000, harder=1, of_runs=True),
        LeverKind("sets", "sets", COUNTED, low=1, high=100, harder=1, of_runs=True),
        LeverKind("side", "side", SAID),
        LeverKind(
            "feed",
            "feed",
            CHOSEN,
            choices=(
                "self-fed, still",
                "self-fed, moving left",
                "self-fed, moving right",
                "self-fed, moving forward",
                "fed by a device",
                "fed by a partner",
            ),
        ),
        LeverKind("equipment", "equipment", CHOSEN, choices=("present", "reduced", "removed"), harder=1),
        LeverKind("stance", "stance", SAID),
        LeverKind("attention", "attention", CHOSEN, choices=("eyes open", "eyes closed"), harder=1),
        LeverKind("own", "words of your own", SAID),
    )
}
LEVERS = tuple(KINDS)


@dataclass(frozen=True)
class Lever(Stored):
    """What a lever is set to: ``value`` for a number (lengths in metres), ``words`` for all others."""

    kind: str
    value: float | None = None
    words: str = ""

    @property
    def known(self) -> LeverKind:
        return KINDS[self.kind]

    def set_to(self, units: str = METRIC) -> str:
        """What it is set to, with its unit.

        >>> Lever("distance", 4).set_to(), Lever("tempo", 96).set_to(), Lever("feed", words="fed by a partner").set_to()
        ('4 m', '96 bpm', 'fed by a partner')
        """
        if self.value is None:
            return self.words
        if self.known.takes == LENGTH:
            return read_long(self.value, units)
        return f"{plain(self.value)} {self.known.unit}".strip()

    def said(self, units: str = METRIC) -> str:
        """The lever with what it is set to.

        >>> Lever("distance", 4).said(), Lever("own", words="a miss starts again").said()
        ('distance 4 m', 'a miss starts again')
        """
        return self.set_to(units) if self.kind == "own" else f"{self.known.title} {self.set_to(units)}"


def levers_words(levers: Sequence[Lever], units: str = METRIC) -> str:
    """All levers of a rung in a line; empty without any."""
    return ", ".join(lever.said(units) for lever in levers)


def with_lever(levers: Sequence[Lever], lever: Lever) -> list[Lever]:
    """The levers with one of them set to something else, in its place; behind them where it was not set.

    >>> levers_words(with_lever([Lever("distance", 4), Lever("time", 30)], Lever("distance", 5)))
    'distance 5 m, time 30 s'
    """
    return list({**{each.kind: each for each in levers}, lever.kind: lever}.values())


@dataclass(frozen=True)
class Step:
    """What moved from one rung to the next, and what to say of it where more than one lever did."""

    words: str
    remark: str = ""


def step_between(below: Sequence[Lever], above: Sequence[Lever], units: str = METRIC) -> Step:
    """The step from a rung to the one above it, by what moved.

    >>> step_between([Lever("distance", 3)], [Lever("distance", 4)]).words
    'Distance 3 m → 4 m'
    >>> step_between([Lever("height", 1)], [Lever("height", 0.8), Lever("repetitions", 8)]).remark
    '2 levers move at once: a miss will not tell which of them was too much.'
    >>> step_between([Lever("sets", 3)], [Lever("sets", 3)])
    Step(words='', remark='')
    """
    before, after = ({lever.kind: lever for lever in levers} for levers in (below, above))
    moved = []
    for kind in dict.fromkeys([*before, *after]):
        old, new = before.get(kind), after.get(kind)
        if old != new:
            # What a lever of one's own says is said whole; the others have a name.
            title = "" if kind == "own" else f"{KINDS[kind].title} "
            moved.append(f"{title}{old.set_to(units) if old else 'none'} → {new.set_to(units) if new else 'none'}")
    remark = (
        f"{len(moved)} levers move at once: a miss will not tell which of them was too much." if len(moved) > 1 else ""
    )
    return Step(sentence("; ".join(moved)), remark)


def read_levers(given: Sequence[Mapping[str, Any]]) -> tuple[Lever, ...]:
    """The checked levers of a rung. Raises ``CoreError`` with every one that cannot be set, by its place.

    >>> read_levers([{"kind": "distance", "value": 3}, {"kind": "attention", "words": "eyes closed"}])[1].set_to()
    'eyes closed'
    """
    if len(given) > MOST_LEVERS:
        message = f"A rung sets {MOST_LEVERS} levers at the most."
        raise CoreError.one("too_many", message, value=len(given), allowed=MOST_LEVERS)
    problems: list[Problem] = []
    levers: list[Lever] = []
    for place, each in enumerate(given):
        found = _problem(each, [lever.kind for lever in levers])
        if found:
            problems.append(found.under(place))
        else:
            levers.append(_read(each))
    if problems:
        raise CoreError(problems)
    return tuple(levers)


def _read(given: Mapping[str, Any]) -> Lever:
    kind = KINDS[given["kind"]]
    if kind.is_numeric:
        return Lever(kind.id, float(given["value"]))
    return Lever(kind.id, words=" ".join(str(given["words"]).split()))


def _problem(given: Mapping[str, Any], before: Sequence[str]) -> Problem | None:
    """What is wrong with one lever; None where nothing is."""
    if problem := check_choice("kind", given.get("kind"), LEVERS):
        return problem
    kind = KINDS[given["kind"]]
    if kind.id in before:
        return Problem("name_twice", f"{sentence(kind.title)} is set already.", ("kind",), kind.id)
    if kind.is_numeric:
        return check_number("value", given.get("value"), kind.low, kind.high)
    words = " ".join(str(given.get("words") or "").split())
    if kind.choices:
        return check_choice("words", words, kind.choices)
    if not 0 < len(words) <= LONGEST_WORDS:
        return Problem("bad_text", f"Say it in 1 to {LONGEST_WORDS} characters.", ("words",), words)
    return None
