"""Finding a ladder on the shelf: what is looked for, and whether a ladder is it."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass

from jolly_core.challenges.card_items.basket import Basket
from jolly_core.formats.ladder_pack import PackedLadder
from jolly_core.planning.times import foretell_run
from jolly_core.record.pace import pace_of

MINUTE_S = 60


@dataclass(frozen=True)
class Wanted:
    """What is looked for; empty or None where it does not matter.

    ``place`` is what a ladder needs of a place ("wall"), ``spared`` the regions of the body that it must not use,
    ``minutes`` the longest that one run may take, ``words`` what stands somewhere in its texts.
    """

    discipline: str = ""
    place: str = ""
    level: str = ""
    kit: str = ""
    minutes: int | None = None
    spared: tuple[str, ...] = ()
    words: str = ""


def run_seconds(ladder: PackedLadder) -> int:
    """How long a run on the first rung takes without a record, in seconds."""
    first = ladder.rungs[0]
    run, _ = foretell_run(first.game, pace_of(first.game, [], card=first.card), first.card.of(Basket))
    return run.expected_s


def fits(ladder: PackedLadder, wanted: Wanted) -> bool:
    """Whether a ladder is what is looked for. One that names no level, or no need of a place, is for any.

    >>> from jolly_core.formats.ladder_pack import read_pack
    >>> rung = {"format": "makes_of_n", "set_up": "Stand 3 m away."}
    >>> given = {"key": "box", "title": "Into the box", "discipline": "disc putting", "rungs": [rung]}
    >>> ladder = read_pack({"v": 1, "ladders": [given]})[0]
    >>> fits(ladder, Wanted(words="box putt")), fits(ladder, Wanted(words="serve"))
    (True, False)
    """
    texts = (
        ladder.title,
        ladder.summary,
        ladder.discipline,
        *ladder.kit,
        *(rung.title for rung in ladder.rungs),
    )
    return (
        wanted.discipline in ("", ladder.discipline)
        and (not wanted.place or not ladder.traits.needs or wanted.place in ladder.traits.needs)
        and (not wanted.level or not ladder.levels or wanted.level in ladder.levels)
        and _has_all(wanted.kit, ladder.kit)
        and _has_all(wanted.words, texts)
        and not set(wanted.spared) & set(ladder.traits.regions)
        and (wanted.minutes is None or run_seconds(ladder) <= MINUTE_S * wanted.minutes)
    )


def _has_all(words: str, texts: Iterable[str]) -> bool:
    """Whether each of the words stands in the texts, small or capital."""
    text = " ".join(texts).casefold()
    return all(word in text for word in words.casefold().split())


@dataclass(frozen=True)
class Choices:
    """What there is to choose among, of the whole shelf."""

    disciplines: tuple[str, ...]
    places: tuple[str, ...]


def choices_of(ladders: Iterable[PackedLadder]) -> Choices:
    """The disciplines and places of ladders, each once, by the alphabet."""
    ladders = list(ladders)
    return Choices(
        tuple(sorted({ladder.discipline for ladder in ladders})),
        tuple(sorted({need for ladder in ladders for need in ladder.traits.needs})),
    )
