"""Sessions as Django keeps them in the database, read by a query that is written once."""

from __future__ import annotations

from django.contrib.sessions.backends import db
from django.contrib.sessions.models import Session
from django.utils import timezone

from config.prepared import Prepared

_BY_KEY = Prepared(Session.objects.all, "session_key")


class SessionStore(db.SessionStore):
    def _get_session_from_db(self) -> Session | None:
        found = _BY_KEY.get(session_key=self.session_key)
        if found is not None and found.expire_date > timezone.now():
            return found
        self._session_key = None
        return None
