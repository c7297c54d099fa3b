"""Kinds of hits are told apart by their turns and by their sounds."""

from __future__ import annotations

from random import Random

import pytest

from jolly_core.ear.kinds import own_hits, rallies_of, usual_gap_s
from jolly_core.ear.peak import Peak

RACKET, FLOOR, WALL = (9.0, 20, 30, 25, 20, 10), (30.0, 25, 12, 8, 3, 1), (12.0, 14, 16, 18, 22, 30)


def played(seed: int, kinds: tuple[tuple[float, ...], ...], *, unheard: float = 0.0) -> tuple[list[Peak], list[int]]:
    """Rallies in which the kinds take turns, each hit a little different and louder or softer; and the own hits."""
    chance, hop, hits, own = Random(seed), 0, [], []
    for _ in range(8):
        for turn in range(chance.randint(2, 9)):
            hop += chance.randint(90, 110)
            louder = chance.uniform(-6, 6)
            bands = tuple(band + louder + chance.gauss(0, 1.5) for band in kinds[turn % len(kinds)])
            if turn == 0 or chance.random() >= unheard:
                hits.append(Peak(hop, 20, sum(bands) / len(bands), 20, -10, bands))
                own += [hop] if turn % len(kinds) == 0 else []
        hop += 600
    return hits, own


@pytest.mark.parametrize("seed", range(8))
@pytest.mark.parametrize(
    "kinds", [(RACKET, FLOOR), (RACKET, RACKET), (RACKET, WALL, FLOOR)], ids=["two", "alike", "three"]
)
def test_own_hits_are_those_that_open_rallies_and_come_in_turn(kinds: tuple[tuple[float, ...], ...], seed: int) -> None:
    hits, own = played(seed, kinds)
    assert [hit.hop for hit in own_hits(hits)] == own


@pytest.mark.parametrize("seed", range(8))
def test_where_a_hit_went_unheard_the_sounds_say_whose_turn_it_is(seed: int) -> None:
    hits, own = played(seed, (RACKET, FLOOR), unheard=0.1)
    assert [hit.hop for hit in own_hits(hits)] == own


def test_a_rally_is_over_after_the_gap() -> None:
    """1.5 s, or 1.9 usual intervals: common practice, no source."""
    hits = [Peak(hop, 9, 9, 9, -10, (9.0,)) for hop in (0, 100, 200, 501, 600)]
    assert usual_gap_s(hits) == 1.5
    assert [len(rally) for rally in rallies_of(hits, 1.5)] == [3, 2]
    assert [len(rally) for rally in rallies_of(hits, 1.51)] == [5]
    slow = [Peak(hop, 9, 9, 9, -10, (9.0,)) for hop in (0, 400, 800)]
    assert usual_gap_s(slow) == pytest.approx(3.8)
    assert usual_gap_s(slow[:1]) == 1.5


def test_few_hits_are_all_one_s_own() -> None:
    assert own_hits([]) == []
    lone = [Peak(hop, 9, 9, 9, -10, (9.0, 3.0)) for hop in (0, 1000, 2000)]
    assert own_hits(lone, 1.5) == lone
