"""Texts for either hand: every marked word changes with the body, and mirroring twice leads back."""

from __future__ import annotations

import json
from itertools import product
from pathlib import Path
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st
from scipy.stats import beta

from jolly_core.errors import CoreError
from jolly_core.side_finder import LIKELY, MOST_TRIES, QUESTIONS, find_side
from jolly_core.sided import MARKED, OF_A_BODY, Laterality, list_marks, other_way, say

WAYS = ("left", "right")
#: Every body of which all is known.
BODIES = [Laterality(*ways) for ways in product(WAYS, repeat=len(OF_A_BODY))]
SHELF = Path(__file__).parents[2] / "shelf"


def texts_of(value: Any) -> list[str]:
    if isinstance(value, str):
        return [value]
    inside = value.values() if isinstance(value, dict) else value if isinstance(value, list) else []
    return [text for each in inside for text in texts_of(each)]


ON_THE_SHELF = sorted({text for file in SHELF.glob("*.json") for text in texts_of(json.loads(file.read_text()))})
MARKED_ON_THE_SHELF = [text for text in ON_THE_SHELF if "{" in text]


@pytest.mark.parametrize("mark", MARKED)
@pytest.mark.parametrize("body", BODIES, ids=str)
def test_every_marked_word_changes_and_twice_leads_back(mark: str, body: Laterality) -> None:
    text = f"Look to the {{{mark}}}. {{{mark.capitalize()}}} it is."
    assert say(text, body) != say(text, body.mirrored())
    assert body.mirrored().mirrored() == body
    assert "{" not in say(text, body)
    assert say(text, Laterality()).split(". ")[1][0].isupper()


def test_the_shelf_has_marked_texts() -> None:
    assert len(MARKED_ON_THE_SHELF) >= 8


@pytest.mark.parametrize("text", MARKED_ON_THE_SHELF)
def test_the_shelf_is_said_for_either_side(text: str) -> None:
    assert len(list_marks(text)) == text.count("{"), "a marked word that is not known"
    for body in BODIES:
        assert say(text, body) != say(text, body.mirrored())
        assert say(text, body) == say(text, body.mirrored().mirrored())
        assert "{" not in say(text, body)


def test_the_shelf_names_no_side_where_it_should_mark_one() -> None:
    """A plain "left foot" would be wrong for half of its readers."""
    plain = [
        text
        for text in ON_THE_SHELF
        for way, part in product(WAYS, ("foot", "shoulder", "arm", "hand"))
        if f"{way} {part}" in text.lower()
    ]
    assert plain == []


def test_what_is_not_known_is_said_without_a_side() -> None:
    assert say("Over the {turn shoulder}.", Laterality()) == "Over the shoulder of your turning side."
    assert say("{sky} and {", Laterality()) == "{sky} and {"


@pytest.mark.parametrize("hand", WAYS)
def test_the_foot_follows_the_hand_unless_it_is_known(hand: str) -> None:
    assert Laterality(hand).way("foot") == other_way(hand)
    assert Laterality(hand, foot=hand).way("foot") == hand


@given(st.sampled_from(sorted(QUESTIONS)), st.lists(st.sampled_from(WAYS), max_size=MOST_TRIES))
def test_the_sureness_is_a_beta_tail(trait: str, tries: list[str]) -> None:
    """Against scipy's beta distribution: a share over a half with all shares as likely beforehand."""
    found = find_side(trait, tries)
    most, least = max(found.lefts, found.rights), min(found.lefts, found.rights)
    assert found.chance == pytest.approx(beta(most + 1, least + 1).sf(0.5))
    assert bool(found.way) == (found.chance >= LIKELY)
    mirrored = find_side(trait, [other_way(way) for way in tries])
    assert (mirrored.chance, mirrored.way) == (found.chance, found.way and other_way(found.way))


def test_says_what_it_cannot_read() -> None:
    for trait, tries, path in (
        ("ear", [], ("trait",)),
        ("turn", ["left", "up"], ("tries", 1)),
        ("turn", ["left"] * 16, ("tries",)),
    ):
        with pytest.raises(CoreError) as refused:
            find_side(trait, tries)
        assert refused.value.problems[0].path == path
