"""Whether, and where, a series of results has shifted once.

For each place the difference of the means before and after it, over its standard error, is worked out; the largest is
held against the largest that shuffles of the same results give, so that no bell curve is assumed. Source: Hawkins 1977,
"Testing a sequence of observations for a shift in location", JASA 72; shuffled as in Antoch and Huskova 2001.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from typing import TYPE_CHECKING, Any

if TYPE_CHECKING:
    from numpy.typing import NDArray

#: So many shuffles at first, and so many where those leave it open: a clear shift has to be told from many looks.
SHUFFLES = (199, 1800, 18000)
#: With so few shuffles as clear as what was seen the question stays open (Besag and Clifford 1991).
FEW_AS_CLEAR = 20


@dataclass(frozen=True)
class ChangePoint:
    """``place`` is the first result after the shift; ``p_value`` how often chance alone has so clear a one."""

    place: int
    p_value: float


def change_point(values: Sequence[float], least: int = 1, seed: int = 0) -> ChangePoint | None:
    """The most likely shift of a series, at least so many results from its ends; None where nothing varies.

    >>> change_point([1, 2, 1, 2, 1, 2, 7, 8, 7, 8, 7, 8]).place
    6
    """
    import numpy as np

    many = len(values)
    if many < 2 * least or many < 2 or len(set(values)) < 2:  # noqa: PLR2004 # nothing to tell apart
        return None
    centred = np.asarray(values, dtype=float) - float(np.mean(values))
    seen = _clearness(centred[None, :], least)[0]
    place = int(seen.argmax()) + least
    rng, as_clear, shuffled = np.random.default_rng(seed), 0, 0
    for more in SHUFFLES:
        found = _clearness(rng.permuted(np.tile(centred, (more, 1)), axis=1), least).max(axis=1)
        as_clear += int((found >= seen.max() - 1e-9).sum())
        shuffled += more
        if as_clear > FEW_AS_CLEAR:
            break
    return ChangePoint(place, (as_clear + 1) / (shuffled + 1))


def _clearness(centred: NDArray[Any], least: int) -> NDArray[Any]:
    """How clear a shift is at each place, for each line of centred results."""
    import numpy as np

    many = centred.shape[1]
    places = np.arange(least, many - least + 1)
    sums = np.cumsum(centred, axis=1)[:, places - 1]
    clear: NDArray[Any] = np.abs(sums) / np.sqrt(places * (many - places) / many)
    return clear
