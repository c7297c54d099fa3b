"""Pairings that are open, one for each athlete. What is over is deleted: nothing of it belongs to the record."""

from __future__ import annotations

from datetime import datetime, timedelta

from django.conf import settings
from django.db import models

from jolly_core.challenges.events import LONGEST_NOTE
from jolly_core.pairing import CODE_LASTS_S, CODE_LENGTH, PAIRING_LASTS_S

#: A description of a connection is some two thousand characters; more than this is none.
LONGEST_DESCRIPTION = 20_000


class Pairing(models.Model):
    """The court of a run and the one second screen that presses for it.

    ``offer`` and ``answer`` are the descriptions by which the two connect; an answer says to which offer it belongs.
    """

    athlete = models.OneToOneField(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="pairing")
    run = models.ForeignKey("runs.Run", on_delete=models.CASCADE, related_name="+")
    #: Lets the first who types it in; None from then on.
    code = models.CharField(max_length=CODE_LENGTH, null=True, unique=True)
    #: Of the secret that was handed to the second screen; empty until one came in.
    key_hash = models.CharField(max_length=64, blank=True, db_index=True)
    opened_at = models.DateTimeField()
    #: Whether the court counts: it does not before its start, and after it was loaded anew.
    is_playing = models.BooleanField(default=False)
    offer = models.TextField(blank=True, max_length=LONGEST_DESCRIPTION)
    offer_number = models.PositiveIntegerField(default=0)
    answer = models.TextField(blank=True, max_length=LONGEST_DESCRIPTION)
    answer_to = models.PositiveIntegerField(default=0)
    #: The number of the last press that the court took.
    taken = models.PositiveIntegerField(default=0)

    @property
    def is_joined(self) -> bool:
        """Whether a second screen came in."""
        return bool(self.key_hash)

    def is_open(self, at: datetime) -> bool:
        """Whether it is still good: nobody came in for too long, or it is a day's practice old."""
        lasts_s = PAIRING_LASTS_S if self.is_joined else CODE_LASTS_S
        return at < self.opened_at + timedelta(seconds=lasts_s)


class WaitingPress(models.Model):
    """A press that the court has not taken yet."""

    pairing = models.ForeignKey(Pairing, on_delete=models.CASCADE, related_name="waiting")
    number = models.PositiveIntegerField()
    client_id = models.UUIDField()
    run_id = models.UUIDField()
    action = models.CharField(max_length=12)
    text = models.CharField(max_length=LONGEST_NOTE, blank=True)
    pressed_at = models.DateTimeField()
    gap_ms = models.PositiveSmallIntegerField()

    class Meta:
        ordering = ("number",)
        constraints = [models.UniqueConstraint(fields=("pairing", "number"), name="a_press_of_the_hand_once")]
