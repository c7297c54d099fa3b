"""What the order of makes and misses says: streakiness, and where rows break.

What follows a make within a short sequence is a miss more often than luck seems to have it, because of how such places
are picked (Miller and Sanjurjo 2018, "Surprised by the hot hand fallacy?", Econometrica 86). So nothing is compared
with the plain rate: each sequence is shuffled, which keeps its makes and misses and its length, and what comes of that
is what luck gives. That holds where the length of a sequence does not hang on its makes.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from math import sqrt
from statistics import NormalDist
from typing import TYPE_CHECKING, Any

from jolly_core.errors import CoreError

if TYPE_CHECKING:
    from numpy.typing import NDArray

#: So many shuffles are looked at first, and so many where those leave it open.
FIRST_SHUFFLES, MOST_SHUFFLES = 199, 1999
#: With so few shuffles as clear as what was seen the question stays open (Besag and Clifford 1991).
FEW_AS_CLEAR = 20


@dataclass(frozen=True)
class Following:
    """The share of makes right after ``row`` makes in a row, and right after as many misses, in all sequences.

    ``expected`` is the difference of the two that shuffles give on average: not 0, but below it.
    """

    after_makes: float
    after_misses: float
    expected: float
    p_value: float

    @property
    def difference(self) -> float:
        """By how much makes follow makes more often, with the bias of picking taken out."""
        return self.after_makes - self.after_misses - self.expected


def following(sequences: Sequence[str], row: int = 1, seed: int = 0) -> Following | None:
    """How makes follow makes and misses; ``1`` stands for a make and ``0`` for a miss. None without both.

    >>> following(["1111100000", "0000011111"] * 3).p_value < 0.01
    True
    """
    import numpy as np

    if row < 1:
        raise CoreError.one("out_of_range", "A row has at least one.", "row", value=row, allowed=">= 1")
    kept = [text for text in sequences if len(text) > row]
    if not kept:
        return None
    strokes = np.frombuffer("".join(kept).encode(), dtype=np.uint8) - ord("0")
    owner = np.repeat(np.arange(len(kept)), [len(text) for text in kept])
    seen = _shares(strokes[None, :], owner, row)
    if np.isnan(seen).any():
        return None
    rng, differences = np.random.default_rng(seed), np.empty(0)
    away = seen[0, 0] - seen[1, 0]
    for many in (FIRST_SHUFFLES, MOST_SHUFFLES - FIRST_SHUFFLES):
        order = np.argsort(owner + rng.random((many, len(strokes))), axis=1, kind="stable")
        shares = _shares(strokes[order], owner, row)
        found = shares[0] - shares[1]
        differences = np.concatenate([differences, found[~np.isnan(found)]])
        expected = float(differences.mean()) if differences.size else 0.0
        as_clear = int((np.abs(differences - expected) >= abs(away - expected) - 1e-12).sum())
        if as_clear > FEW_AS_CLEAR:
            break
    p_value = (as_clear + 1) / (len(differences) + 1)
    return Following(float(seen[0, 0]), float(seen[1, 0]), expected, p_value)


def _shares(strokes: NDArray[Any], owner: NDArray[Any], row: int) -> NDArray[Any]:
    """The shares of makes after a row of makes and of misses, for each line of strokes; not a number without any."""
    import numpy as np

    width = strokes.shape[1]
    together = owner[row:] == owner[: width - row]
    windows = np.stack([strokes[:, place : width - row + place] for place in range(row)])
    after = strokes[:, row:]
    shares = []
    for value in (1, 0):
        picked = (windows == value).all(axis=0) & together
        many = picked.sum(axis=1)
        with np.errstate(invalid="ignore", divide="ignore"):
            shares.append((picked & (after == 1)).sum(axis=1) / np.where(many, many, np.nan))
    return np.array(shares)


@dataclass(frozen=True)
class Breaks:
    """How often rows break at each place: of those that came so far, and of all places; for a stretch of time."""

    reached: tuple[int, ...]
    broken: tuple[int, ...]


def breaks_of(sequences: Sequence[str], most: int) -> Breaks:
    """How many rows were tried on after 0, 1, 2 … makes, and how many broke there; from ``most`` on in one.

    >>> breaks_of(["110", "10"], 3)
    Breaks(reached=(2, 2, 1, 0), broken=(0, 1, 1, 0))
    """
    reached, broken = [0] * (most + 1), [0] * (most + 1)
    for sequence in sequences:
        row = 0
        for stroke in sequence:
            place = min(row, most)
            reached[place] += 1
            broken[place] += stroke == "0"
            row = 0 if stroke == "0" else row + 1
    return Breaks(tuple(reached), tuple(broken))


def breaks_more_p_value(strata: Sequence[Breaks], weights: Sequence[float]) -> float:
    """The one-sided p-value that rows break more often where the weights are higher.

    The trend test of Cochran 1954 and Armitage 1955, its score and variance added over the strata. Within a stratum the
    chance of a break is taken as one for all; where it is not, long rows come from good days, which hides such a find
    and never makes one. It may be used however a sequence came to its end: whether to go on hung on the past alone.
    """
    score, variance = 0.0, 0.0
    for each in strata:
        many, broken = sum(each.reached), sum(each.broken)
        if not many:
            continue
        share = broken / many
        mean = sum(weight * count for weight, count in zip(weights, each.reached, strict=True)) / many
        score += sum(weight * count for weight, count in zip(weights, each.broken, strict=True)) - broken * mean
        spread = sum((weight - mean) ** 2 * count for weight, count in zip(weights, each.reached, strict=True))
        variance += share * (1 - share) * spread
    return 1.0 if variance <= 0 else NormalDist().cdf(-score / sqrt(variance))
