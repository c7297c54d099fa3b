"""Where an athlete is signed in."""

from __future__ import annotations

from django.conf import settings
from django.db import models

LONGEST_AGENT = 300


class SignIn(models.Model):
    """A session of an athlete's, and what the browser said of itself when it began."""

    athlete = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="sign_ins")
    session_key = models.CharField(max_length=40, unique=True)
    user_agent = models.CharField(max_length=LONGEST_AGENT, blank=True)
    at = models.DateTimeField()

    class Meta:
        ordering = ("-at", "-id")
