"""Laws of every block, whatever is asked for."""

from __future__ import annotations

from datetime import timedelta
from typing import Any

from hypothesis import given
from hypothesis import strategies as st

from jolly_core.body.limits import Limit
from jolly_core.body.traits import Traits
from jolly_core.load.dose import DoseLeft
from jolly_core.planning.arrangement import arrange_block
from jolly_core.planning.candidate import ENERGIES, FOCUSES, Candidate, Kept, Terms
from jolly_core.planning.own_parts import OwnPart
from tests.core.candidates import HOPS, OTHER, SERVES, TODAY, WEAKER, candidate, challenges, reasons_out, terms


@st.composite
def some_wishes(draw: st.DrawFn) -> list[Candidate]:
    numbers = draw(st.lists(st.integers(0, 30), max_size=10, unique=True))
    return [
        candidate(
            f"w{number}",
            draw(st.integers(5, 1500)),
            ladder=f"l{number // 2}",
            **draw(st.sampled_from([WEAKER, OTHER, {}])),
            hand=draw(st.sampled_from(["left", "right", None])),
            last_day=draw(st.none() | st.integers(0, 90).map(lambda days: TODAY - timedelta(days))),
            runs_to_climb=draw(st.none() | st.integers(0, 5)),
            traits=draw(st.sampled_from([Traits(), SERVES, HOPS, Traits(tempo="fast"), Traits(is_fine=True)])),
            rate=draw(st.none() | st.floats(0, 1)),
            other_rate=draw(st.none() | st.floats(0, 1)),
            test_runs=draw(st.integers(0, 3)),
            dose=draw(st.sampled_from([DoseLeft(None), DoseLeft(0, "used up"), DoseLeft(25, "25 left")])),
        )
        for number in numbers
    ]


@st.composite
def some_own(draw: st.DrawFn, most_s: int) -> tuple[OwnPart, ...]:
    """Parts of the athlete's own that take no more than that, some of them at the ends of the block."""
    lengths = draw(st.lists(st.integers(10, max(10, most_s // 4)), max_size=3))
    roles = draw(st.permutations(["", "warm_up", "cool_down"]))
    return tuple(
        OwnPart(f"own-{number}", "timed", "Mirror work", seconds, draw(st.integers(0, 6)), role=role)
        for number, (seconds, role) in enumerate(zip(lengths, roles, strict=False))
    )


@st.composite
def some_terms(draw: st.DrawFn) -> Terms:
    minutes = draw(st.integers(10, 180))
    return terms(
        minutes,
        own=draw(some_own(minutes * 60)),
        focus=draw(st.sampled_from(FOCUSES)),
        energy=draw(st.sampled_from(ENERGIES)),
        limits=tuple(draw(st.lists(st.sampled_from([Limit("knee", TODAY), Limit("overhead", TODAY)]), max_size=2))),
        offers=draw(st.sampled_from([None, (), ("flat floor",)])),
        has_warm_up=draw(st.booleans()),
        has_cool_down=draw(st.booleans()),
        last_test=draw(st.sampled_from([None, TODAY - timedelta(20)])),
    )


@st.composite
def some_kept(draw: st.DrawFn, candidates: list[Candidate]) -> list[Kept]:
    keys = draw(st.lists(st.sampled_from([each.key for each in candidates]), unique=True)) if candidates else []
    return [Kept(key, place, draw(st.integers(1, 6))) for place, key in enumerate(keys)]


class TestWhateverIsAsked:
    @given(some_terms(), some_wishes(), st.data(), st.booleans())
    def test_it_never_runs_over_and_leaves_no_gap(
        self, given_terms: Terms, candidates: list[Candidate], data: Any, fill: bool
    ) -> None:
        block = arrange_block(given_terms, candidates, data.draw(some_kept(candidates)), fill=fill)
        at_s = 0
        for part in block.parts:
            assert part.start_s == at_s
            at_s += part.duration_s
        assert at_s + block.spare_s == given_terms.minutes * 60
        assert block.spare_s >= 0
        assert block.time.low_s <= block.time.expected_s <= block.time.high_s

    @given(some_terms(), some_wishes())
    def test_every_wish_is_played_or_named_with_its_reason(
        self, given_terms: Terms, candidates: list[Candidate]
    ) -> None:
        block = arrange_block(given_terms, candidates)
        assert sorted([*block.drills, *reasons_out(block)]) == sorted(each.key for each in candidates)
        assert all(part.reasons for part in block.parts)
        assert all(reasons_out(block).values())

    @given(some_terms(), some_wishes())
    def test_the_ends_are_where_they_belong(self, given_terms: Terms, candidates: list[Candidate]) -> None:
        kinds = [part.kind for part in arrange_block(given_terms, candidates).parts]
        own_ends = [part.role for part in given_terms.own if part.role]
        assert (kinds[:1] == ["warm_up"]) == (given_terms.has_warm_up and "warm_up" not in own_ends)
        assert (kinds[-1:] == ["cool_down"]) == (given_terms.has_cool_down and "cool_down" not in own_ends)
        inside = [kind for kind in kinds if kind not in ("warm_up", "cool_down")]
        assert inside.count("partner") == (given_terms.focus == "partner")

    @given(some_terms(), some_wishes(), st.randoms(use_true_random=False))
    def test_the_order_of_the_wishes_changes_nothing(
        self, given_terms: Terms, candidates: list[Candidate], order: Any
    ) -> None:
        shuffled = list(candidates)
        order.shuffle(shuffled)
        assert arrange_block(given_terms, shuffled) == arrange_block(given_terms, candidates)

    @given(some_terms(), some_wishes())
    def test_dose_holds_over_both_sides(self, given_terms: Terms, candidates: list[Candidate]) -> None:
        block = arrange_block(given_terms, candidates)
        for ladder in {each.ladder for each in candidates}:
            inside = {each.key: each for each in candidates if each.ladder == ladder and each.dose.attempts is not None}
            tries = sum(part.runs * inside[part.key].tries.expected for part in challenges(block) if part.key in inside)
            assert tries <= max((each.dose.attempts or 0 for each in inside.values()), default=0)

    @given(some_terms(), some_wishes(), st.data())
    def test_what_is_locked_stays_to_the_run(self, given_terms: Terms, candidates: list[Candidate], data: Any) -> None:
        before = challenges(arrange_block(given_terms, candidates))
        if not before:
            return
        chosen = data.draw(st.sampled_from(before))
        place = before.index(chosen)
        block = arrange_block(given_terms, candidates, [Kept(chosen.key, place, chosen.runs, is_locked=True)])
        after = next(part for part in challenges(block) if part.key == chosen.key)
        assert (after.runs, after.is_locked) == (chosen.runs, True)
