"""Parts of one's own in a block: they stay as they were asked for, and the rest is arranged around them."""

from __future__ import annotations

from dataclasses import replace
from typing import Any

import pytest

from jolly_core.challenges.for_two import ForTwo
from jolly_core.errors import CoreError
from jolly_core.planning.arrangement import arrange_block
from jolly_core.planning.candidate import Kept
from jolly_core.planning.own_parts import OWN_KINDS, OwnPart
from tests.core.candidates import candidate, terms


class TestPartsOfOnesOwn:
    def test_drill_try_drill_try_with_rests(self) -> None:
        """Common practice, no source: work by the clock, then tries of the same that count, twice."""
        own = [
            OwnPart("own-0", "timed", "Mirror work", 300, 0),
            OwnPart("own-1", "rest", "Rest", 60, 2),
            OwnPart("own-2", "timed", "Mirror work", 300, 3),
        ]
        kept = [Kept("A", 1, 1), Kept("B", 4, 1)]
        block = arrange_block(terms(30, own=tuple(own)), [candidate("A", 200), candidate("B", 200)], kept, fill=False)
        assert [part.key for part in block.parts] == ["warm_up", "own-0", "A", "own-1", "own-2", "B", "cool_down"]
        assert block.parts[1].reasons == ("yours, by the clock",)
        assert block.spare_s == 1800 - sum(part.duration_s for part in block.parts)

    def test_the_rest_is_arranged_around_them(self) -> None:
        # 30 min less 5 of warm-up, 1 of notes and 12 of ones own leave 720 s: 60 + 300 and 30 + 300 are 690.
        own = (OwnPart("own-0", "free_play", "Free play", 720, 9),)
        block = arrange_block(terms(30, own=own), [candidate("A", 300)])
        assert [(part.key, part.runs) for part in block.parts] == [
            ("warm_up", 0),
            ("A", 2),
            ("own-0", 0),
            ("cool_down", 0),
        ]
        assert block.spare_s == 30

    def test_a_checklist_in_place_of_the_warm_up(self) -> None:
        own = (OwnPart("own-0", "checklist", "My warm-up", 480, items=("hips", "ankles"), role="warm_up"),)
        block = arrange_block(terms(30, own=own), [candidate("A", 300)])
        assert (block.parts[0].title, block.parts[0].duration_s, block.parts[0].items) == (
            "My warm-up",
            480,
            ("hips", "ankles"),
        )
        assert [part.kind for part in block.parts].count("warm_up") == 0

    @pytest.mark.parametrize(
        ("changed", "path"),
        [
            ({"kind": "nap"}, ("own", 0, "kind")),
            ({"seconds": 5}, ("own", 0, "seconds")),
            ({"title": " "}, ("own", 0, "title")),
            ({"title": "x" * 81}, ("own", 0, "title")),
            ({"items": ()}, ("own", 0, "items")),
            ({"items": ("hips", "")}, ("own", 0, "items", 1)),
            ({"items": ("hips",) * 31}, ("own", 0, "items")),
            ({"kind": "rest"}, ("own", 0, "items")),
            ({"role": "middle"}, ("own", 0, "role")),
        ],
    )
    def test_what_cannot_be_is_refused_by_its_path(self, changed: dict[str, Any], path: tuple[Any, ...]) -> None:
        part = replace(OwnPart("own-0", "checklist", "Mobility", 300, items=("hips", "ankles")), **changed)
        with pytest.raises(CoreError) as caught:
            arrange_block(terms(30, own=(part,)), [candidate("A", 300)])
        assert [problem.path for problem in caught.value.problems] == [path]

    def test_more_than_the_minutes_and_two_warm_ups_are_refused(self) -> None:
        long = (OwnPart("own-0", "timed", "Long", 1600),)
        with pytest.raises(CoreError, match=r"Your own parts need 2\d minutes .* there are 20; shorten one"):
            arrange_block(terms(20, own=long), [candidate("A", 300)])
        two = tuple(OwnPart(f"own-{n}", "timed", "Warm", 300, role="warm_up") for n in range(2))
        with pytest.raises(CoreError, match="A block has one warm-up"):
            arrange_block(terms(30, own=two), [candidate("A", 300)])
        same = (OwnPart("own-0", "rest", "Rest", 60), OwnPart("own-0", "rest", "Rest", 60))
        with pytest.raises(CoreError, match="There are two parts own-0"):
            arrange_block(terms(30, own=same), [candidate("A", 300)])

    def test_every_kind_says_why(self) -> None:
        for kind in OWN_KINDS.values():
            items = ("hips",) if kind.has_items else ()
            two = ForTwo("tie_break", 7) if kind.is_for_two else None
            part = OwnPart("own-0", kind.id, kind.title, kind.seconds, items=items, two=two)
            (shown,) = [each for each in arrange_block(terms(30, own=(part,)), []).parts if each.key == "own-0"]
            assert shown.reasons == (two.rule if two else kind.reason,)
