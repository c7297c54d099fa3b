"""Forecasts of when a mark is met, on learners who follow the power law of practice."""

from __future__ import annotations

from datetime import date, timedelta
from random import Random

from jolly_core.challenges.metric import Metric
from jolly_core.finds.forecast import CONFIDENCE, forecast
from jolly_core.finds.look import DayMean

MAKES = Metric("makes", "makes", "up", "makes", "make")


def learner(seed: int, days: int = 90) -> list[DayMean]:
    """Newell and Rosenbloom 1981: what is missing to the end falls with a power of the days practised."""
    random = Random(seed)
    end = random.uniform(8, 30)
    missing, power, noise = random.uniform(0.3, 0.8) * end, random.uniform(0.2, 0.7), random.uniform(0.03, 0.12) * end
    day, found = date(2025, 1, 1), []
    for number in range(1, days + 1):
        day += timedelta(days=random.choice([2, 2, 3, 4]))
        found.append(DayMean(day, end - missing * number**-power + random.gauss(0, noise), 1))
    return found


def level(days: list[DayMean]) -> float:
    return sorted(day.value for day in days[-5:])[2]


def test_ranges_hold_about_as_often_as_they_say() -> None:
    made = held = 0
    for seed in range(220):
        days, random = learner(seed), Random(seed)
        past = days[: random.randint(15, 60)]
        mark = level(past) * (1 + random.uniform(0.02, 0.1))
        found = forecast(past, MAKES, mark)
        if found is None:
            continue
        came = next(
            (days[end - 1].day for end in range(len(past) + 1, len(days) + 1) if level(days[:end]) >= mark), None
        )
        if came is None and (found.late is None or days[-1].day <= found.late):
            continue  # nobody can tell yet
        made += 1
        held += came is not None and found.early <= came and (found.late is None or came <= found.late)
    assert made > 120
    # Learners slow down, which no straight past foretells: a tenth below what is said, and no more.
    assert CONFIDENCE - 0.1 <= held / made <= 1


def test_no_forecast_without_a_trend_or_beyond_the_mark() -> None:
    random = Random(3)
    flat = [DayMean(date(2025, 1, 1) + timedelta(days=3 * place), 7 + random.gauss(0, 1), 1) for place in range(40)]
    assert forecast(flat, MAKES, 9) is None
    assert forecast(flat, MAKES, 5) is None
    assert forecast(learner(1)[:6], MAKES, 99) is None


def test_a_forecast_says_how_such_ones_did() -> None:
    straight = [DayMean(date(2025, 1, 1) + timedelta(days=3 * place), 4 + place / 12, 1) for place in range(48)]
    found = forecast(straight, MAKES, 9)
    assert found is not None
    assert found.late is not None
    assert found.early < date(2025, 1, 1) + timedelta(days=3 * 62) < found.late
    assert "such forecasts from your own past" in found.words


def test_fewer_is_better_where_the_metric_says_so() -> None:
    tries = Metric("tries", "tries", "down", "tries", "try")
    falling = [DayMean(date(2025, 1, 1) + timedelta(days=3 * place), 30 - place / 4, 1) for place in range(40)]
    found = forecast(falling, tries, 15)
    assert found is not None
    assert found.early > falling[-1].day
