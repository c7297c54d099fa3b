"""What is cached of an athlete's record, and what makes it be read anew."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from itertools import count

import pytest
from django.db import transaction
from rest_framework.test import APIClient

from accounts.models import Athlete
from config.caching import MOST_KEPT, cached_until_write

pytestmark = pytest.mark.django_db(transaction=True)
LIMIT = {"part": "neck", "since": "2026-05-01"}


@pytest.fixture
def wren() -> Athlete:
    return Athlete.objects.create_user("wren", password="a-long-quiet-afternoon")


@pytest.fixture
def read(wren: Athlete) -> Callable[[], int]:
    """A reading of wren's record that tells how often it was made."""
    times: Iterator[int] = count(1)
    # The athlete is read with every request: so it is here.
    return lambda: cached_until_write(Athlete.objects.get(pk=wren.pk), wren.pk, lambda: next(times))


def write(athlete: Athlete, given: dict[str, str]) -> int:
    """A write through the API; its status."""
    client = APIClient()
    client.force_authenticate(athlete)
    client.force_login(athlete)
    return client.post("/api/limits/", given, format="json").status_code


def test_what_has_not_changed_is_not_read_again(read: Callable[[], int]) -> None:
    assert [read(), read()] == [1, 1]


def test_a_write_of_the_athlete_is_seen(read: Callable[[], int], wren: Athlete) -> None:
    assert (read(), write(wren, LIMIT), read()) == (1, 201, 2)


def test_a_write_that_is_refused_empties_nothing(read: Callable[[], int], wren: Athlete) -> None:
    assert (read(), write(wren, {**LIMIT, "part": "tail"}), read()) == (1, 400, 1)


def test_a_write_of_another_athlete_empties_nothing(read: Callable[[], int]) -> None:
    robin = Athlete.objects.create_user("robin", password="another-quiet-afternoon")
    assert (read(), write(robin, LIMIT), read()) == (1, 201, 1)


def test_saving_the_athlete_brings_no_old_version_back(read: Callable[[], int], wren: Athlete) -> None:
    read()
    write(wren, LIMIT)
    assert read() == 2
    wren.set_password("another-quiet-afternoon")
    wren.save()
    assert read() == 2
    assert Athlete.objects.get(pk=wren.pk).record_version == 1


def test_nothing_is_cached_of_what_may_be_rolled_back(read: Callable[[], int]) -> None:
    read()
    with transaction.atomic():
        assert [read(), read()] == [2, 3]
    assert read() == 1


def test_only_the_last_readings_are_kept(read: Callable[[], int], wren: Athlete) -> None:
    read()
    for number in range(MOST_KEPT):
        cached_until_write(wren, ("other", number), lambda: 0)
    assert read() == 2
