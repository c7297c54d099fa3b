"""Reads whose SQL is written once find what Django's own query finds."""

from __future__ import annotations

from datetime import timedelta
from uuid import uuid4

import pytest
from django.contrib.sessions.models import Session
from django.db import transaction
from django.utils import timezone
from rest_framework.test import APIClient

from accounts.models import Athlete
from config.sessions import SessionStore
from jolly_core.errors import NotFound
from ladders.models import Ladder
from runs.models import Run
from runs.selectors import get_run_to_record
from tests.server.conftest import rung_id
from tests.server.player import Player, events

pytestmark = pytest.mark.django_db


def test_a_run_is_found_as_django_finds_it(
    player: Player, athlete: Athlete, stranger: Athlete, putting: Ladder
) -> None:
    run_id = player.start(rung_id(putting))
    player.send(run_id, events("oxo"))
    known = Run.objects.get(pk=run_id)
    with transaction.atomic():
        for _ in range(2):  # written as SQL, and by the SQL that was written
            found = get_run_to_record(athlete, known.pk)
            assert found.get_deferred_fields() == {"tally", "metrics", "aimed", "card"}
            assert all(
                getattr(found, each.attname) == getattr(known, each.attname) for each in Run._meta.concrete_fields
            )
        with pytest.raises(NotFound):
            get_run_to_record(athlete, uuid4())
        with pytest.raises(NotFound):
            get_run_to_record(stranger, known.pk)


def test_a_session_that_ran_out_or_was_ended_lets_nobody_in(client: APIClient) -> None:
    key = client.cookies["sessionid"].value
    assert SessionStore(key).load()
    Session.objects.filter(pk=key).update(expire_date=timezone.now() - timedelta(seconds=1))
    assert SessionStore(key).load() == {}
    assert client.get("/api/athlete/").status_code == 401
