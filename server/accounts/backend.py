"""Signing in by name and password as Django does it; who is signed in is read by a query that is written once."""

from __future__ import annotations

from django.contrib.auth.backends import ModelBackend

from accounts.models import Athlete
from config.prepared import Prepared

_BY_ID = Prepared(Athlete.objects.all, "id")


class AthleteBackend(ModelBackend):
    """Every request asks for its athlete: the row is found by its key."""

    def get_user(self, user_id: int) -> Athlete | None:
        athlete = _BY_ID.get(id=user_id)
        return athlete if athlete is not None and self.user_can_authenticate(athlete) else None
