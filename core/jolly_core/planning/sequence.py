"""In which order the parts of a block are played, between its warm-up and its cool-down."""

from __future__ import annotations

from collections.abc import Mapping, Sequence

from jolly_core.body.traits import FAST, HARD, SLOW
from jolly_core.planning.candidate import Candidate, Kept, Terms
from jolly_core.planning.own_parts import AMONG, OwnPart


def in_order(terms: Terms, chosen: Sequence[Candidate], kept: Mapping[str, Kept]) -> list[Candidate | OwnPart]:
    """New and fine skills while fresh, slow before fast, hard work late, and each ladder from its lowest rung up.

    What was placed stays where it was put.
    ``chosen`` is what is played, the most pressing first.
    """
    free = [candidate for candidate in chosen if candidate.key not in kept]
    ordered: list[Candidate | OwnPart] = list(_as_tested(free) if terms.repeats_a_test else _as_rules_have_it(free))
    placed: list[tuple[int, str, Candidate | OwnPart]] = [
        (kept[candidate.key].place, candidate.key, candidate) for candidate in chosen if candidate.key in kept
    ]
    placed += [(part.place, part.key, part) for part in terms.own if part.role == AMONG]
    for place, _, part in sorted(placed, key=lambda each: each[:2]):
        ordered.insert(place, part)
    return ordered


def _as_tested(free: Sequence[Candidate]) -> list[Candidate]:
    return sorted(free, key=lambda candidate: candidate.test_place)


def _as_rules_have_it(free: Sequence[Candidate]) -> list[Candidate]:
    ladders = list(dict.fromkeys(candidate.ladder for candidate in free))
    # The rungs of a ladder are played together, but for what has a place of its own.
    phases = {
        ladder: min((_phase(each) for each in free if each.ladder == ladder and each.visit.phase is None), default=0)
        for ladder in ladders
    }
    return sorted(
        free,
        key=lambda candidate: (
            phases[candidate.ladder] if candidate.visit.phase is None else candidate.visit.phase,
            ladders.index(candidate.ladder),
            candidate.rung,
            candidate.is_other_side,
        ),
    )


def _phase(candidate: Candidate) -> int:
    if candidate.traits.effort == HARD:
        return 3
    if candidate.is_new or candidate.traits.is_fine:
        return 0
    return {SLOW: 1, FAST: 2}.get(candidate.traits.tempo, 1)
