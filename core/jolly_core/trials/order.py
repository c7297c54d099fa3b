"""Which way each run of a trial is played: permuted blocks of four, so that both ways share every stretch of time.

Whoever gets better, or tired, does so in both ways alike; and nobody chooses the way that suits the day.
"""

from __future__ import annotations

from itertools import combinations
from random import Random

FOUR = 4
#: In which of four runs the first way is played: six ways to choose two, so that twelve runs have 216 orders.
CHOICES: tuple[tuple[int, ...], ...] = tuple(combinations(range(FOUR), 2))


def draw_order(runs: int, seed: int) -> tuple[int, ...]:
    """For each of ``runs`` runs, a multiple of four, which way it is played: 0 or 1.

    >>> order = draw_order(12, seed=5)
    >>> [sum(order[start : start + 4]) for start in (0, 4, 8)]
    [2, 2, 2]
    """
    draw = Random(seed)
    order: list[int] = []
    for _ in range(runs // FOUR):
        first = draw.choice(CHOICES)
        order += [0 if place in first else 1 for place in range(FOUR)]
    return tuple(order)
