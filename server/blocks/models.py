"""Blocks: one planned practice of a given length, made of parts."""

from __future__ import annotations

from uuid import uuid4

from django.conf import settings
from django.db import models
from django.utils import timezone
from django.utils.functional import cached_property

from jolly_core.challenges.for_two import ForTwo, TwoScore
from jolly_core.planning.own_parts import OWN_KINDS
from jolly_core.planning.weaving import BLOCKED
from ladders.models import Rung

LONGEST_NOTE = 2000


def key_of(rung_id: int, side: str) -> str:
    """The name of a challenge within its block: its rung and side."""
    return f"{rung_id}-{side}"


class Block(models.Model):
    class Status(models.TextChoices):
        PLANNED = "planned"
        STARTED = "started"
        DONE = "done"
        DROPPED = "dropped"

    athlete = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="blocks")
    #: What calendars know it by, for ever: it is the same after a restore and with another secret key.
    uid = models.UUIDField(default=uuid4, editable=False)
    title = models.CharField(max_length=120)
    day = models.DateField()
    minutes = models.PositiveSmallIntegerField()
    #: By the athlete's own clock; None where the block is only planned for the day.
    start = models.TimeField(null=True)
    place = models.ForeignKey("places.Place", null=True, on_delete=models.SET_NULL, related_name="+")
    #: Layouts that were put into it by hand, beside those of its rungs.
    layouts = models.ManyToManyField("layouts.Layout", related_name="+")
    focus = models.CharField(max_length=12, default="balanced")
    energy = models.CharField(max_length=6, default="normal")
    partner = models.CharField(max_length=12, default="feed")
    #: In which order the runs of neighbouring drills are played, and the seed of what is drawn by lot.
    weave = models.CharField(max_length=12, default=BLOCKED)
    seed = models.PositiveIntegerField(default=0)
    #: Kit that was not to hand when it was planned.
    missing = models.JSONField(default=list)
    #: What the athlete said yes to, in its words: leaving out a warm-up.
    acknowledged = models.JSONField(default=list)
    #: What was changed since it was planned, in sentences, the latest last.
    changes = models.JSONField(default=list)
    #: The shape before the last re-fit, for taking it back; empty without one.
    before = models.JSONField(default=dict)
    #: How often the plan was changed, for calendars.
    sequence = models.PositiveIntegerField(default=0)
    changed_at = models.DateTimeField(auto_now=True)
    spare_s = models.PositiveIntegerField(default=0)
    #: How much habit had widened its ranges when it was planned.
    widen = models.FloatField(default=1.0)
    status = models.CharField(max_length=8, choices=Status.choices, default=Status.PLANNED)
    #: How hard the whole block felt, 0 to 10; None where it was not said.
    effort = models.PositiveSmallIntegerField(null=True)
    note = models.TextField(blank=True, max_length=LONGEST_NOTE)
    created_at = models.DateTimeField(default=timezone.now, editable=False)
    started_at = models.DateTimeField(null=True)
    finished_at = models.DateTimeField(null=True)

    class Meta:
        ordering = ("day", "id")
        indexes = [models.Index(fields=("athlete", "status", "day"), name="blocks_of_an_athlete")]


class Part(models.Model):
    """A timed part of a block; challenges have a rung, a side and a number of runs."""

    block = models.ForeignKey(Block, on_delete=models.CASCADE, related_name="parts")
    position = models.PositiveSmallIntegerField()
    kind = models.CharField(max_length=12)
    title = models.CharField(max_length=160)
    rung = models.ForeignKey("ladders.Rung", null=True, on_delete=models.CASCADE, related_name="+")
    side = models.CharField(max_length=6, default="none")
    #: What was known of its side when it was planned: the weaker of two, and whether it comes after the other one.
    is_weaker = models.BooleanField(default=False)
    is_other_side = models.BooleanField(default=False)
    planned_s = models.PositiveIntegerField()
    #: Nine times in ten it takes from ``low_s`` to ``high_s``; 0 where that was not estimated.
    low_s = models.PositiveIntegerField(default=0)
    high_s = models.PositiveIntegerField(default=0)
    is_locked = models.BooleanField(default=False)
    #: Whether the athlete set its seconds by hand: fitting the block anew keeps them.
    is_set = models.BooleanField(default=False)
    runs_planned = models.PositiveSmallIntegerField(default=0)
    reasons = models.JSONField(default=list)
    #: Whether the athlete chose its rung: then it is not moved to the one that is worked on.
    is_rung_fixed = models.BooleanField(default=False)
    #: Of the athlete's own: what is on its list, and which end of the block it stands for.
    items = models.JSONField(default=list)
    role = models.CharField(max_length=12, default="", blank=True)
    #: A game with a partner, as the core stores it, and what was pressed in it; empty for what is done alone.
    two = models.JSONField(default=dict)
    presses = models.TextField(default="", blank=True)
    done_at = models.DateTimeField(null=True)
    #: Left out while the block was played, because it would have ended too late.
    dropped_at = models.DateTimeField(null=True)

    class Meta:
        ordering = ("block_id", "position")

    @property
    def said_rung(self) -> Rung | None:
        """Its rung, with the texts for the side that it is planned on."""
        return self.rung and self.rung.on(self.side)

    @cached_property
    def for_two(self) -> ForTwo | None:
        """What is played with a partner; None for what is done alone."""
        return ForTwo.from_stored(self.two) if self.two else None

    @property
    def turns(self) -> tuple[str, ...]:
        """What goes by the clock in it, one after the other: its items, or the turns of its game with a partner."""
        return tuple(self.items) or (self.for_two.turns if self.for_two else ())

    @property
    def score(self) -> TwoScore | None:
        """How its game with a partner stands."""
        return self.for_two.score(self.presses) if self.for_two else None

    @property
    def is_open(self) -> bool:
        """Whether it is still to be played."""
        return self.done_at is None and self.dropped_at is None

    @property
    def runs_played(self) -> int:
        """How many of its runs are over and count."""
        return sum(run.is_over and not run.set_aside for run in self.runs.all())

    @property
    def is_own(self) -> bool:
        """Whether the athlete put it in, beside the ladders."""
        return self.kind in OWN_KINDS

    @property
    def key(self) -> str:
        """The name of this part within its block: rung and side, its kind, or its place among the athlete's own."""
        if self.is_own:
            return f"own-{self.position}"
        return key_of(self.rung_id, self.side) if self.rung_id else self.kind
