"""A newer version of a ladder that was taken: what changes where its athlete changed nothing.

Three versions are compared, as a merge of texts does: what was taken, what became of it, and what is newer.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field
from typing import Any

from jolly_core.formats.ladder_pack import PackedLadder, PackedRung
from jolly_core.stored import to_plain
from jolly_core.words import sentence

#: What of a ladder, and of a rung, is looked at, and what each is called.
LADDER_PARTS = {
    "title": "its name",
    "summary": "what it is about",
    "school": "the school",
    "kit": "the kit",
    "cautions": "the cautions",
    "traits": "what it asks of the body",
}
RUNG_PARTS = {
    "title": "its name",
    "set_up": "the set-up",
    "cues": "the cues",
    "levers": "the levers",
    "card": "the card",
    "game": "the game",
    "threshold": "what is asked for",
    "layout": "the layout",
}
#: Lengths in metres that are mirrored there and back differ by less than this.
DIGITS = 4


@dataclass(frozen=True)
class Refresh:
    """What is newer: parts of the ladder by name, of its rungs by the number they were taken with, and new rungs.

    ``added`` has the numbers of new rungs in the newer version, each with the taken one it comes after (0: the ground).
    ``numbers`` says which number each taken rung has there; what is no longer there has none.
    """

    ladder: Mapping[str, Any] = field(default_factory=dict)
    rungs: Mapping[int, Mapping[str, Any]] = field(default_factory=dict)
    added: tuple[tuple[int, int], ...] = ()
    numbers: Mapping[int, int] = field(default_factory=dict)
    words: tuple[str, ...] = ()


def refresh_of(
    taken: PackedLadder, own: PackedLadder, own_rungs: Mapping[int, PackedRung], newer: PackedLadder
) -> Refresh:
    """What of a newer version comes into a ladder; ``own_rungs`` are those still there, by the numbers they had.

    What the athlete changed or took out stays as they have it; what the newer version no longer has stays, too.
    """
    ladder = _changed(LADDER_PARTS, taken, own, newer)
    words = [sentence(LADDER_PARTS[name]) for name in ladder]
    rungs: dict[int, Mapping[str, Any]] = {}
    added: list[tuple[int, int]] = []
    matched, before = _matched(taken, newer), 0
    for number, found in matched.items():
        rung = newer.rungs[number - 1]
        if found is None:
            added.append((before, number))
            words.append(f"A new rung: {rung.title}")
            continue
        before = found
        changed = _changed(RUNG_PARTS, taken.rungs[found - 1], own_rungs[found], rung) if found in own_rungs else {}
        if changed:
            rungs[found] = changed
            words.append(f"Rung {found}: {', '.join(RUNG_PARTS[name] for name in changed)}")
    numbers = {found: number for number, found in matched.items() if found is not None}
    return Refresh(ladder, rungs, tuple(added), numbers, tuple(words))


def _matched(taken: PackedLadder, newer: PackedLadder) -> dict[int, int | None]:
    """For each rung of the newer version, by number, the taken one that it was: that of its title.

    Where there are as many rungs as before, one of another title is the one at its place, if that went nowhere else.
    """
    titles = {rung.title: number for number, rung in enumerate(taken.rungs, 1)}
    matched = {number: titles.get(rung.title) for number, rung in enumerate(newer.rungs, 1)}
    if len(newer.rungs) != len(taken.rungs):
        return matched
    used = set(matched.values())
    return {number: number if found is None and number not in used else found for number, found in matched.items()}


def _changed(parts: Mapping[str, str], taken: Any, own: Any, newer: Any) -> dict[str, Any]:
    return {
        name: getattr(newer, name)
        for name in parts
        if _plain(newer, name) != _plain(taken, name) and _plain(own, name) == _plain(taken, name)
    }


def _plain(value: Any, name: str) -> Any:
    part = getattr(value, name)
    if name == "game":
        return part.id, part.settings.as_dict()
    return _rounded(to_plain(part))


def _rounded(value: Any) -> Any:
    if isinstance(value, float):
        return round(value, DIGITS)
    if isinstance(value, list):
        return [_rounded(each) for each in value]
    return {name: _rounded(each) for name, each in value.items()} if isinstance(value, dict) else value
