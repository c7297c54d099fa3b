"""Moments of the stories in these tests."""

from datetime import UTC, datetime

MOMENT = datetime(2026, 5, 4, 17, 0, tzinfo=UTC)
