"""Parts of a block that no ladder stands behind: work by the clock, a checklist, rest, free play, notes.

They are fixed: the athlete says how long they take and where they stand; the rest of the block is arranged around them.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass

from jolly_core.challenges.for_two import GAMES, ForTwo, GameForTwo, check_for_two
from jolly_core.errors import CoreError, Problem
from jolly_core.planning.warmup import COOL_DOWN, WARM_UP, Step
from jolly_core.validation import check_choice, check_integer

MOST_OWN_PARTS, MOST_ITEMS = 30, 30
LONGEST_TITLE, LONGEST_ITEM = 80, 120
SHORTEST_S, LONGEST_S = 10, 7200
#: Where a part stands: among the others, or in place of our warm-up or our cool-down.
AMONG = ""
ROLES = (AMONG, WARM_UP, COOL_DOWN)


@dataclass(frozen=True)
class OwnKind:
    """A kind of part: what it is called, how long it is at first, and why it does good.

    ``has_items``: things to tick, one after the other. ``is_work``: it is practice, and not what goes around it.
    ``can_be_end``: it may be put in place of our warm-up or cool-down. ``is_for_two``: it is a game with a partner.
    """

    id: str
    title: str
    seconds: int
    reason: str
    has_items: bool = False
    is_work: bool = False
    can_be_end: bool = False
    is_for_two: bool = False

    @property
    def games(self) -> tuple[GameForTwo, ...]:
        """What can be played in it with a partner."""
        return tuple(GAMES.values()) if self.is_for_two else ()


OWN_KINDS = {
    kind.id: kind
    for kind in (
        OwnKind("timed", "Work by the clock", 300, "yours, by the clock", is_work=True, can_be_end=True),
        OwnKind(
            "checklist",
            "Checklist",
            300,
            "yours, one thing after the other",
            has_items=True,
            is_work=True,
            can_be_end=True,
        ),
        OwnKind("rest", "Rest", 60, "rest: the next part is played fresh"),
        OwnKind("free_play", "Free play", 300, "free play: nothing is counted", is_work=True),
        OwnKind("for_two", "With a partner", 600, "with a partner, by one condition", is_work=True, is_for_two=True),
        OwnKind("write_down", "Write down", 120, "written down while it is fresh"),
    )
}


@dataclass(frozen=True)
class OwnPart:
    """A part that the athlete put in. ``place`` counts the parts of the block between its two ends."""

    key: str
    kind: str
    title: str
    seconds: int
    place: int = 0
    items: tuple[str, ...] = ()
    role: str = AMONG
    two: ForTwo | None = None

    @property
    def known_kind(self) -> OwnKind:
        return OWN_KINDS[self.kind]


def steps_of(items: Sequence[str], seconds: int) -> list[Step]:
    """The things on a list one after the other, each as long; the last one takes what rounding leaves.

    >>> [(step.words, step.seconds) for step in steps_of(("hips", "ankles", "back"), 100)]
    [('hips', 33), ('ankles', 33), ('back', 34)]
    """
    each_s = seconds // max(1, len(items))
    steps = [Step(words, each_s) for words in items]
    return [*steps[:-1], Step(steps[-1].words, seconds - each_s * (len(items) - 1))] if steps else []


def check_own_parts(parts: Sequence[OwnPart]) -> None:
    """Raises ``CoreError`` with all that is wrong with the athlete's own parts, each by its place in the list."""
    problems: list[Problem] = []
    if len(parts) > MOST_OWN_PARTS:
        message = f"A block holds {MOST_OWN_PARTS} parts of your own at most; take some out."
        problems.append(Problem("too_many", message, ("own",), len(parts), MOST_OWN_PARTS))
    keys = [part.key for part in parts]
    for number, part in enumerate(parts):
        found = list(_problems(part))
        if keys.index(part.key) != number:
            found.append(Problem("taken", f"There are two parts {part.key}.", ("key",), part.key))
        problems += [problem.under("own", number) for problem in found]
    for role, words in ((WARM_UP, "warm-up"), (COOL_DOWN, "cool-down")):
        if [part.role for part in parts].count(role) > 1:
            problems.append(Problem("taken", f"A block has one {words}; let one of the two be a part.", ("own",), role))
    if problems:
        raise CoreError(problems)


def _problems(part: OwnPart) -> Iterator[Problem]:
    found = [
        check_choice("kind", part.kind, tuple(OWN_KINDS)),
        check_choice("role", part.role, ROLES),
        check_integer("seconds", part.seconds, SHORTEST_S, LONGEST_S, "seconds"),
    ]
    yield from (problem for problem in found if problem)
    if not 1 <= len(part.title.strip()) <= LONGEST_TITLE:
        message = f"Say in at most {LONGEST_TITLE} letters what is done in this part."
        yield Problem("empty" if not part.title.strip() else "too_long", message, ("title",), part.title)
    if part.kind in OWN_KINDS:
        yield from _item_problems(part)
        yield from _problems_for_two(part)


def _problems_for_two(part: OwnPart) -> Iterator[Problem]:
    kind = part.known_kind
    if kind.is_for_two and part.two is None:
        yield Problem("empty", "Say which game is played with the partner.", ("two",))
    elif part.two is not None and not kind.is_for_two:
        yield Problem("not_a_choice", f"{kind.title} is no game for two.", ("two",))
    elif part.two is not None:
        yield from (problem.under("two") for problem in check_for_two(part.two))


def _item_problems(part: OwnPart) -> Iterator[Problem]:
    kind = part.known_kind
    if kind.has_items and not 1 <= len(part.items) <= MOST_ITEMS:
        message = f"A checklist has 1 to {MOST_ITEMS} things on it."
        yield Problem("out_of_range", message, ("items",), len(part.items), [1, MOST_ITEMS])
    if part.items and not kind.has_items:
        yield Problem("not_a_choice", f"{kind.title} has no list; take a checklist.", ("items",), list(part.items))
    for number, item in enumerate(part.items):
        if not 1 <= len(item.strip()) <= LONGEST_ITEM:
            message = f"Say in at most {LONGEST_ITEM} letters what is to be done."
            yield Problem("empty" if not item.strip() else "too_long", message, ("items", number), item)
