"""The beta distribution, against SciPy and published worked examples."""

from __future__ import annotations

import pytest
from hypothesis import given
from hypothesis import strategies as st
from scipy import stats

from jolly_core.stats.beta import chance_below

SHAPE = st.floats(0.3, 400)


@given(st.floats(0, 1), SHAPE, SHAPE)
def test_the_distribution_is_that_of_a_reference_library(rate: float, made: float, missed: float) -> None:
    """SciPy 1.17, scipy.stats.beta.cdf."""
    assert chance_below(rate, made, missed) == pytest.approx(stats.beta.cdf(rate, made, missed), abs=1e-11)
