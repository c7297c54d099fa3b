"""The beta distribution, against SciPy and published worked examples."""

from __future__ import annotations

import pytest
from hypothesis import given
from hypothesis import strategies as st
from scipy import stats

from jolly_core.stats.beta import chance_below, quantile

SHAPE = st.floats(0.3, 400)


@given(st.floats(0, 1), SHAPE, SHAPE)
def test_the_distribution_is_that_of_a_reference_library(rate: float, made: float, missed: float) -> None:
    """SciPy 1.17, scipy.stats.beta.cdf."""
    assert chance_below(rate, made, missed) == pytest.approx(stats.beta.cdf(rate, made, missed), abs=1e-11)


@given(st.floats(0.001, 0.999), st.floats(0.5, 200), st.floats(0.5, 200))
def test_quantiles_are_those_of_a_reference_library(chance: float, made: float, missed: float) -> None:
    """SciPy 1.17, scipy.stats.beta.ppf."""
    assert quantile(chance, made, missed) == pytest.approx(stats.beta.ppf(chance, made, missed), abs=1e-9)
