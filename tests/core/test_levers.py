"""Levers as data, the step between two rungs in words, and the rung maker by the record."""

from __future__ import annotations

from math import log
from random import Random

import numpy as np
import pytest
from scipy.optimize import minimize
from scipy.special import expit

from jolly_core.challenges.registry import read_game
from jolly_core.errors import CoreError
from jolly_core.ladder.levers import KINDS, Lever, levers_words, read_levers, step_between
from jolly_core.planning.lever_maker import AtSetting, Foretold, fit_curve, propose_by_record
from jolly_core.planning.lever_moves import with_lever_moved
from jolly_core.thresholds.fair import fair_threshold
from jolly_core.thresholds.threshold import Threshold


@pytest.mark.parametrize(
    ("below", "above", "words"),
    [
        ([Lever("distance", 3)], [Lever("distance", 4)], "Distance 3 m → 4 m"),
        (
            [Lever("feed", words="self-fed, still")],
            [Lever("feed", words="fed by a device")],
            "Feed self-fed, still → fed by a device",
        ),
        ([], [Lever("attention", words="eyes closed")], "Attention none → eyes closed"),
        ([Lever("own", words="five pegs")], [Lever("own", words="six pegs")], "Five pegs → six pegs"),
        ([Lever("tempo", 60), Lever("sets", 2)], [Lever("tempo", 66), Lever("sets", 2)], "Tempo 60 bpm → 66 bpm"),
        ([Lever("sets", 2)], [Lever("sets", 2)], ""),
    ],
)
def test_says_what_moved(below: list[Lever], above: list[Lever], words: str) -> None:
    step = step_between(below, above)
    assert (step.words, step.remark) == (words, "")


def test_two_levers_at_once_are_remarked_on_and_lengths_are_said_in_the_athletes_units() -> None:
    step = step_between([Lever("distance", 3.048)], [Lever("distance", 3.9624), Lever("sets", 2)], "imperial")
    assert step.words == "Distance 10 ft → 13 ft; sets none → 2"
    assert step.remark.startswith("2 levers move at once")


def test_every_kind_can_be_set_and_is_read_again() -> None:
    for kind in KINDS.values():
        given = {
            "kind": kind.id,
            "value": kind.high if kind.is_numeric else None,
            "words": (*kind.choices, "in two words")[0],
        }
        (lever,) = read_levers([given])
        assert Lever.from_stored(lever.as_stored()) == lever
        assert lever.said().endswith(lever.set_to())
        assert levers_words([lever])


@pytest.mark.parametrize(
    ("given", "path"),
    [
        ([{"kind": "sky"}], (0, "kind")),
        ([{"kind": "distance", "value": None}], (0, "value")),
        ([{"kind": "distance", "value": float("nan")}], (0, "value")),
        ([{"kind": "sets", "value": 1}, {"kind": "sets", "value": 2}], (1, "kind")),
        ([{"kind": "feed", "words": "by the wind"}], (0, "words")),
        ([{"kind": "own", "words": " "}], (0, "words")),
        ([{"kind": "sets", "value": 1}] * 7, ()),
    ],
)
def test_says_which_lever_cannot_be_set(given: list[dict[str, object]], path: tuple[object, ...]) -> None:
    with pytest.raises(CoreError) as refused:
        read_levers(given)
    assert refused.value.problems[0].path == path


def test_the_curve_of_a_long_record_is_that_of_a_logistic_regression() -> None:
    """Against the maximum of the likelihood as scipy finds it: with this much data the priors hardly count.

    The covariance is the inverse of the Fisher information (McCullagh and Nelder, section 4.4).
    """
    record = [AtSetting(3.0, 4300, 5000), AtSetting(4.0, 3600, 5000), AtSetting(6.0, 2200, 5000)]
    design = np.array([[1.0, log(seen.value / 4.0)] for seen in record])
    makes, tries = (np.array([getattr(seen, name) for seen in record]) for name in ("makes", "tries"))

    def surprise(weights: np.ndarray) -> float:
        odds = design @ weights
        return float(np.sum(tries * np.log1p(np.exp(odds)) - makes * odds))

    fitted = minimize(surprise, np.zeros(2), method="Nelder-Mead", options={"xatol": 1e-8, "fatol": 1e-8}).x
    shares = expit(design @ fitted)
    covariance = np.linalg.inv(design.T @ np.diag(tries * shares * (1 - shares)) @ design)
    curve = fit_curve(record, 4.0, 1)
    assert (curve.level, curve.slope) == pytest.approx(tuple(fitted), abs=0.02)
    assert [curve.level_variance, curve.slope_variance, curve.covariance] == pytest.approx(
        [covariance[0, 0], covariance[1, 1], covariance[0, 1]], rel=0.03
    )


def test_what_is_foretold_holds_nine_times_in_ten() -> None:
    """Simulated athletes, their slopes as different as the prior takes them to be."""
    chance, held, offered = Random(11), 0, 0
    for _ in range(600):
        slope, level = -max(0.3, chance.gauss(1.6, 0.8)), chance.gauss(0.9, 0.8)
        record = []
        for value in chance.choice([[4.0], [3.0, 4.0], [2.0, 3.0, 4.0]]):
            tries = chance.choice([10, 20, 50])
            true = expit(level + slope * log(value / 4.0))
            record.append(AtSetting(value, sum(chance.random() < true for _ in range(tries)), tries))
        for offer in propose_by_record(Lever("distance", 4.0), record, harder=1, above=5.0):
            true = expit(level + slope * log((offer.lever.value or 0) / 4.0))
            offered += 1
            held += offer.foretold.low <= true <= offer.foretold.high
    assert offered > 600
    assert 0.87 <= held / offered <= 0.96


@pytest.mark.parametrize(
    ("kind", "at", "makes", "harder", "above", "offers"),
    [
        ("distance", 4.0, 45, 1, None, ["next"]),
        ("distance", 4.0, 36, 1, 5.0, ["easier", "between"]),
        ("distance", 4.0, 20, 1, None, ["easier"]),
        ("tempo", 90.0, 47, 1, 91.0, ["next"]),
        ("size", 0.5, 45, -1, None, ["next"]),
        ("repetitions", 1.0, 5, 1, None, []),  # nothing is easier than one
        ("distance", 4.0, 0, 0, None, []),
    ],
)
def test_offers_a_step_each_way_where_there_is_one(
    kind: str, at: float, makes: int, harder: int, above: float | None, offers: list[str]
) -> None:
    found = propose_by_record(Lever(kind, at), [AtSetting(at, makes, 50)], harder=harder, above=above)
    assert [offer.what_for for offer in found] == offers
    for offer in found:
        assert offer.is_harder == (offer.what_for != "easier")
        assert ((offer.lever.value or 0) > at) == ((harder > 0) == offer.is_harder)
        assert offer.foretold.low < offer.foretold.chance < offer.foretold.high


def test_nothing_is_offered_without_a_record() -> None:
    assert propose_by_record(Lever("distance", 4.0), [], harder=1) == []
    assert propose_by_record(Lever("own", words="five pegs"), [AtSetting(1, 5, 5)], harder=1) == []
    assert Foretold(0.7, 0.5, 0.84).words == "about 70 %, nine times in ten 50 to 84 %"


def test_a_longer_row_is_asked_for_as_a_longer_row() -> None:
    game = read_game("streak", {"goal": 10, "attempts_limit": 60})
    asked = Threshold(game.metrics[0], 10, floor=4)
    moved, threshold = with_lever_moved(game, asked, Lever("repetitions", 10), Lever("repetitions", 14))
    assert (moved.settings.goal, moved.settings.attempts_limit, threshold.mark, threshold.floor) == (14, 60, 14, 4)
    _, lower = with_lever_moved(game, asked, Lever("repetitions", 10), Lever("repetitions", 4))
    assert (lower.mark, lower.floor) == (4, None)
    fair = fair_threshold(game, each_side=False)
    assert with_lever_moved(game, fair, Lever("distance", 10), Lever("distance", 12)) == (game, fair)
