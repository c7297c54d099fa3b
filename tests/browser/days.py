"""Days that pass: what an athlete has done is moved back in time, as if it had been done earlier."""

from __future__ import annotations

from tests.serving import Application

#: Every moment and every day of the record of all athletes, earlier by so many days.
_EARLIER = """
from datetime import timedelta
from django.apps import apps
from django.db import connection, transaction
from accounts.models import Athlete
by = timedelta(days={days})
with transaction.atomic():
    for label, names in {{
        "runs.Run": ("started_at", "day"),
        "runs.Summary": ("last_day",),
        "ladders.Ladder": ("arrived_at",),
        "ladders.Move": ("made_at", "arrived_before"),
        "ladders.KeptCheck": ("since", "since_at", "due_on"),
        "trials.Trial": ("began_at",),
    }}.items():
        model = apps.get_model(label)
        rows = list(model.objects.all())
        for row in rows:
            for name in names:
                if getattr(row, name) is not None:
                    setattr(row, name, getattr(row, name) - by)
        model.objects.bulk_update(rows, list(names), batch_size=200)
    for athlete in Athlete.objects.all():
        athlete.record_version += 1
        athlete.save(update_fields=["record_version"])
from runs.summaries import rebuild_summaries
rebuild_summaries()
"""


def let_days_pass(application: Application, days: int) -> None:
    """Move everything back by so many days."""
    application.manage("shell", "-c", _EARLIER.format(days=days))
