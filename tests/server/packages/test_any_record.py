"""Any record goes out and comes back: whatever texts, numbers and moments its rows hold."""

from __future__ import annotations

from datetime import UTC, date

import pytest
from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as some

from accounts.models import Athlete, BodyLimit
from blocks.models import Block
from ladders.models import Acknowledgement, Ladder, Rung
from packages.importing import take_record
from places.models import Place
from runs.models import Event, Run
from tests.server.packages.records import members, open_record, packed

pytestmark = pytest.mark.django_db

texts = some.text(some.characters(blacklist_categories=["Cs"], blacklist_characters="\x00"), max_size=80)
moments = some.datetimes(timezones=some.just(UTC))
numbers = some.none() | some.integers(-(10**9), 10**9) | some.floats(allow_nan=False, allow_infinity=False)


@settings(max_examples=25, deadline=None, suppress_health_check=[HealthCheck.function_scoped_fixture])
@given(
    words=some.lists(texts, min_size=6, max_size=6),
    note=some.none() | texts,
    moment=moments,
    day=some.dates(),
    metrics=some.dictionaries(texts, numbers, max_size=4),
    count=some.integers(0, 2**31 - 1),
)
def test_any_record_goes_out_and_comes_back(
    wren: Athlete,
    words: list[str],
    note: str | None,
    moment: object,
    day: date,
    metrics: dict[str, float | None],
    count: int,
) -> None:
    Ladder.objects.filter(athlete=wren).update(title=words[0], arrived_at=moment)
    Rung.everything.filter(ladder__athlete=wren).update(title=words[1])
    Block.objects.filter(athlete=wren).update(note=words[2], day=day, spare_s=count)
    Acknowledgement.objects.filter(ladder__athlete=wren).update(words=words[3])
    BodyLimit.objects.filter(athlete=wren).update(note=words[4], until=day)
    Place.objects.filter(athlete=wren).update(name=words[5] or "-")
    Run.everything.filter(athlete=wren).update(note=note, metrics=metrics, time_used_ms=count)
    package = packed(wren)
    other = Athlete.objects.create_user(f"other-{Athlete.objects.count()}")
    take_record(other, open_record(package))
    assert members(packed(other)) == members(package)
    assert Event.objects.filter(run__athlete=other).count() == Event.objects.filter(run__athlete=wren).count()
