"""Files that came in: looked through, then taken in or not."""

from __future__ import annotations

from uuid import uuid4

from django.conf import settings
from django.db import models


class Arrival(models.Model):
    """A file on its way into a record. The file itself and how far it got lie in a folder; see ``arrivals``."""

    class State(models.TextChoices):
        LOOKING = "looking"
        LOOKED = "looked"
        TAKING = "taking"
        TAKEN = "taken"
        REFUSED = "refused"
        CANCELLED = "cancelled"

    id = models.UUIDField(primary_key=True, default=uuid4, editable=False)
    athlete = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="arrivals")
    file_name = models.CharField(max_length=255)
    state = models.CharField(max_length=9, choices=State.choices, default=State.LOOKING)
    made_at = models.DateTimeField()
    #: What it holds, table by table: how many rows are new here, the same, different.
    tables = models.JSONField(default=list)
    #: Whether the account has nothing of what it holds.
    is_into_nothing = models.BooleanField(default=False)
    #: Why it was refused, a sentence for each thing that is wrong.
    problems = models.JSONField(default=list)
    #: How many rows were put in, and how many changed.
    added = models.PositiveIntegerField(default=0)
    changed = models.PositiveIntegerField(default=0)

    class Meta:
        ordering = ("made_at",)

    @property
    def is_at_work(self) -> bool:
        """Whether something is being done with it now."""
        return self.state in (self.State.LOOKING, self.State.TAKING)
