"""Feeds: when they come, in which order, and what becomes of those that are not made."""

from __future__ import annotations

from collections import Counter
from itertools import groupby, pairwise, product

import numpy as np
import pytest

from jolly_core.challenges.events import LET, MAKE, MISS, Event
from jolly_core.challenges.formats.feeds import Feed, FeedsSettings, order_of, schedule
from jolly_core.challenges.registry import read_game
from jolly_core.challenges.session import Session
from jolly_core.errors import CoreError

THREE = (Feed("short", share=1), Feed("middle", share=2), Feed("deep", share=5))


def alike(order: list[int]) -> int:
    return max(len(list(group)) for _, group in groupby(order))


@pytest.mark.parametrize("most", [1, 2, 3])
def test_no_more_than_so_many_are_alike(most: int) -> None:
    for seed in range(1, 200):
        settings = FeedsSettings(feeds=THREE, order="at_random", alike=most, section=100, sections=2, seed=seed)
        assert alike(order_of(settings)) <= most


def shares_by_the_chain(shares: list[int], most: int) -> np.ndarray:
    """How often each comes in the long run, by the exact chain: its states are the last kind and how often in a row.

    The stationary distribution solves πP = π (Norris 1997, Markov Chains, 1.7).
    """
    states = list(product(range(len(shares)), range(1, most + 1)))
    place = {state: number for number, state in enumerate(states)}
    moves = np.zeros((len(states), len(states)))
    for kind, row in states:
        open_shares = [0 if other == kind and row == most else share for other, share in enumerate(shares)]
        for other, share in enumerate(open_shares):
            if share:
                to = (other, row + 1 if other == kind else 1)
                moves[place[kind, row], place[to]] += share / sum(open_shares)
    equations = np.vstack([moves.T - np.eye(len(states)), np.ones(len(states))])
    stationary = np.linalg.lstsq(equations, np.append(np.zeros(len(states)), 1), rcond=None)[0]
    return np.array([sum(stationary[place[kind, row]] for row in range(1, most + 1)) for kind in range(len(shares))])


@pytest.mark.parametrize("most", [1, 2, 4])
def test_each_comes_as_often_as_the_exact_chain_says(most: int) -> None:
    drawn: Counter[int] = Counter()
    for seed in range(1, 101):
        settings = FeedsSettings(feeds=THREE, order="at_random", alike=most, section=100, sections=10, seed=seed)
        drawn.update(order_of(settings)[20:])  # the first few hang on how it begins
    total = sum(drawn.values())
    expected = shares_by_the_chain([1, 2, 5], most)
    for kind, share in enumerate(expected):
        # Draws of a chain hang together: three times the error of as many independent ones is allowed.
        error = (share * (1 - share) / total) ** 0.5
        assert abs(drawn[kind] / total - share) < 3 * 3 * error


def test_feeds_come_by_the_clock_and_sections_have_their_walk() -> None:
    settings = FeedsSettings(interval_ms=2000, section=3, sections=2, pause_s=15)
    assert [due.at_ms for due in schedule(settings)] == [2000, 4000, 6000, 23_000, 25_000, 27_000]
    shaken = schedule(FeedsSettings(interval_ms=2000, jitter_ms=500, section=100, sections=5, seed=3))
    off = [due.at_ms - 2000 * (place + 1) - 10_000 * (place // 100) for place, due in enumerate(shaken)]
    assert min(off) >= -500
    assert max(off) <= 500
    assert len(set(off)) > 200
    assert all(before.until_ms < after.at_ms for before, after in pairwise(shaken))
    with pytest.raises(CoreError, match="is too much for a feed every"):
        read_game("feeds", {"interval_ms": 1000, "jitter_ms": 500})


def test_what_is_not_made_by_the_next_feed_is_missed() -> None:
    game = read_game("feeds", {"interval_ms": 1000, "section": 3, "sections": 2, "pause_s": 5})
    session = Session(game)
    presses = [
        (MAKE, 500),  # nothing is fed yet
        (MAKE, 1400),
        (MAKE, 1900),  # that one is made already
        (MISS, 3200),  # the second was let go, and this is the third
        (LET, 9600),
        (MAKE, 10_300),
    ]
    for seq, (kind, at_ms) in enumerate(presses, start=1):
        session.step(Event(kind, at_ms, seq))
    tally = session.tally(10_300)
    assert (tally.makes, tally.misses, tally.lets, tally.ignored) == (2, 2, 1, 2)
    assert not tally.is_over
    tally = session.tally(12_001)
    assert tally.is_over
    assert (tally.makes, tally.misses) == (2, 3)
    assert tally.metrics == {"made": 2, "made_rate": 40.0}
    lines = {line.name: (line.attempts, line.makes) for line in tally.detail.targets}
    assert lines == {"short": (3, 2), "deep": (2, 0)}


def test_the_next_feed_is_shown_before_it_comes() -> None:
    session = Session(read_game("feeds", {"interval_ms": 1000, "section": 2, "sections": 2, "pause_s": 5}))
    tally = session.tally(400)
    assert (tally.target, tally.then) == ("short", "deep")
    assert tally.signs[0].in_ms == 600
    assert tally.wakes_in_ms == 600
    # The second section is fed from 8 s on; 1.5 s before that the walk is over.
    walking, back = session.tally(3500), session.tally(6500)
    assert walking.next.startswith("Walk back, then section 2 of 2")
    assert (walking.rest_left_ms, walking.wakes_in_ms) == (3000, 3000)
    assert (back.rest_left_ms, back.next, back.wakes_in_ms) == (0, "Section 2: feed 1 of 2", 1500)
