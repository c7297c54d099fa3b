"""What is remembered while the database is unchanged, and what makes it be read anew."""

from __future__ import annotations

import sqlite3
from collections.abc import Callable
from contextlib import closing

import pytest
from django.db import connection, transaction

from accounts.models import Athlete
from config.unchanged import MOST_KEPT, remember

pytestmark = pytest.mark.django_db(transaction=True)


@pytest.fixture
def count() -> Callable[[], int]:
    """How many athletes there are, by a reading that tells how often it was made."""
    Athlete.objects.create_user("wren", password="a-long-quiet-afternoon")
    return lambda: remember("athletes", Athlete.objects.count)


def queries(read: Callable[[], int]) -> list[int]:
    """What it gives, and how many queries of the athletes that took."""
    seen: list[str] = []

    def watch(execute: Callable[..., object], sql: str, *given: object) -> object:
        seen.append(sql)
        return execute(sql, *given)

    with connection.execute_wrapper(watch):
        value = read()
    return [value, sum("accounts_athlete" in sql for sql in seen)]


def test_what_has_not_changed_is_not_read_again(count: Callable[[], int]) -> None:
    assert [queries(count), queries(count)] == [[1, 1], [1, 0]]


def test_a_change_of_this_connection_is_seen(count: Callable[[], int]) -> None:
    queries(count)
    Athlete.objects.create_user("robin", password="another-quiet-afternoon")
    assert queries(count) == [2, 1]


def test_a_change_of_another_connection_is_seen(count: Callable[[], int]) -> None:
    queries(count)
    with closing(sqlite3.connect(connection.settings_dict["NAME"])) as other, other:
        other.execute("DELETE FROM accounts_athlete")
    assert queries(count) == [0, 1]


def test_nothing_is_remembered_of_what_is_rolled_back(count: Callable[[], int]) -> None:
    queries(count)
    with transaction.atomic():
        Athlete.objects.create_user("robin", password="another-quiet-afternoon")
        assert queries(count) == [2, 1]
        transaction.set_rollback(True)
    assert queries(count) == [1, 1]


def test_only_the_last_readings_are_kept(count: Callable[[], int]) -> None:
    queries(count)
    for number in range(MOST_KEPT):
        remember(number, lambda: 0)
    assert queries(count) == [1, 1]
