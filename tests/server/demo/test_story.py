"""The demo world: made through the same rules as real runs, the same each time, and its story is in it."""

from __future__ import annotations

from datetime import date, timedelta
from typing import Any

import pytest
from django.core.management import call_command

from accounts.models import Athlete
from demo import story
from demo.services import load_demo
from jolly_core.challenges.events import Event as CoreEvent
from jolly_core.challenges.session import replay
from ladders.models import Move
from runs.models import Run
from runs.trying import list_standings_of
from trials.models import Trial

#: It takes a while to play nine months.
pytestmark = pytest.mark.slow
TODAY = date(2026, 9, 1)


@pytest.fixture(scope="module")
def wren(django_db_setup: None, django_db_blocker: Any) -> Any:
    with django_db_blocker.unblock():
        athlete = load_demo(TODAY)
        yield athlete
        athlete.delete()


@pytest.fixture(autouse=True)
def _database(db: None) -> None:
    """Every test here reads the world that was loaded once."""


def runs() -> Any:
    return Run.objects.filter(athlete__is_demo=True)


def test_every_number_is_explained_by_its_events(wren: Athlete) -> None:
    for run in runs().prefetch_related("events"):
        events = [CoreEvent(each.kind, each.at_ms, each.seq, each.text) for each in run.events.all()]
        assert run.tally == replay(run.game, events).as_stored()


def test_covers_about_nine_months_up_to_yesterday(wren: Athlete) -> None:
    days = sorted(set(runs().values_list("day", flat=True)))
    assert 250 <= (days[-1] - days[0]).days <= 280
    assert TODAY - timedelta(days=7) <= days[-1] < TODAY


def test_the_right_hand_was_neglected(wren: Athlete) -> None:
    before = runs().filter(day__lt=TODAY - timedelta(days=story.RIGHT_HAND_REMEMBERED))
    after = runs().filter(day__gte=TODAY - timedelta(days=story.RIGHT_HAND_REMEMBERED))
    shares = [part.filter(side="second").count() / part.filter(side="first").count() for part in (before, after)]
    assert shares[0] < 0.5 < shares[1]


def test_nothing_was_played_in_the_sore_fortnight(wren: Athlete) -> None:
    first, last = (TODAY - timedelta(days=days) for days in (story.SORE_FROM, story.SORE_TO))
    assert (last - first).days == 14
    assert not runs().filter(day__range=(first, last)).exists()


def test_there_was_a_breakthrough_and_a_plateau(wren: Athlete) -> None:
    moves = Move.objects.filter(ladder__athlete=wren)
    leap = TODAY - timedelta(days=story.COURSES["cascade-catches"].leap[0])  # type: ignore[index]
    climbed = moves.filter(ladder__shelf_key="cascade-catches", decision="climb")
    assert climbed.filter(made_at__date__gte=leap).exists()
    begin, end = (TODAY - timedelta(days=d) for d in story.COURSES["putting-circle"].plateau or ())
    putting = moves.filter(ladder__shelf_key="putting-circle", made_at__date__range=(begin + timedelta(60), end))
    assert not putting.filter(decision="climb").exists()


def test_every_move_followed_the_advice_but_one_that_was_taken_back(wren: Athlete) -> None:
    moves = Move.objects.filter(ladder__athlete=wren)
    assert moves.count() > 5
    against = moves.get(is_overruled=True)
    assert against.overruling == story.OVERRULING
    assert against.taken_back_at is not None


def test_a_rung_was_lost_and_rebuilt(wren: Athlete) -> None:
    moves = Move.objects.filter(ladder__athlete=wren, ladder__shelf_key__in=story.REBUILDS).order_by("made_at")
    lost = [move for move in moves if any("missed in 2 checks" in reason for reason in move.reasons)]
    again = moves.filter(
        decision="climb", ladder=lost[0].ladder, to_held=lost[0].from_held, made_at__gt=lost[0].made_at
    )
    assert again.exists()
    assert {ladder.kept_check.rung.number for ladder in wren.ladders.filter(held__gt=0)} <= {1, 2, 3, 4}


def test_two_swings_were_tried_to_the_end(wren: Athlete) -> None:
    trial = Trial.objects.get(rung__ladder__athlete=wren)
    assert trial.ended_at is not None
    assert list_standings_of([trial])[trial.pk].verdict in {"second", "untold"}


def test_ladders_are_climbed_by_schools_and_one_rung_needs_another(wren: Athlete) -> None:
    schools = dict(wren.ladders.values_list("shelf_key", "school"))
    assert {key: schools[key] for key in story.SCHOOLS} == story.SCHOOLS
    assert wren.ladders.get(shelf_key=story.NEED[0][0]).rungs.get(number=story.NEED[0][1]).needs.count() == 1


def test_loading_again_changes_nothing_that_was_entered(wren: Athlete) -> None:
    before = (runs().count(), Athlete.objects.count())
    runs().first().delete()
    call_command("load_demo")
    assert (runs().count(), Athlete.objects.count()) == (before[0] - 1, before[1])


def test_the_same_seed_tells_the_same_story(wren: Athlete) -> None:
    first = [(run.day, run.side, run.metrics) for run in runs()]
    Athlete.objects.filter(is_demo=True).delete()
    again = load_demo(TODAY)
    assert [(run.day, run.side, run.metrics) for run in again.runs.all()] == first
