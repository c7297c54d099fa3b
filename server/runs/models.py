"""Runs and their events. Events are only ever added."""

from __future__ import annotations

import uuid
from typing import Any

from django.conf import settings
from django.db import models
from django.utils import timezone
from django.utils.functional import cached_property

from jolly_core.challenges.card import Card
from jolly_core.challenges.events import Event as CoreEvent
from jolly_core.challenges.registry import AnyGame, stored_game, stored_tally
from jolly_core.challenges.tally import AnyTally
from jolly_core.record.result import Result, result_of
from jolly_core.record.standing import RunRules
from jolly_core.record.summary import PlayedRun
from jolly_core.record.yardstick import Distance, Yardstick, measure
from jolly_core.thresholds.conditions.comfort import comfort_of
from ladders.models import Rung

LONGEST_NOTE = 2000
#: Stands around each tag, so that one can be looked for whole.
BAR = "|"


class RunsKept(models.Manager["Run"]):
    """The runs that were not deleted."""

    def get_queryset(self) -> models.QuerySet[Run]:
        return super().get_queryset().filter(deleted_at=None)


class Run(models.Model):
    """One go at a challenge on one rung and one side.

    The settings are a copy: a rung that is changed later does not change what was played. ``tally`` is what the core
    made of the events; what a record needs of it stands in columns of its own, so that reading a record does not grow
    with its events.
    """

    id = models.UUIDField(primary_key=True, default=uuid.uuid4, editable=False)
    athlete = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="runs")
    rung = models.ForeignKey("ladders.Rung", on_delete=models.CASCADE, related_name="runs")
    part = models.ForeignKey("blocks.Part", null=True, on_delete=models.SET_NULL, related_name="runs")
    side = models.CharField(max_length=6, default="none")
    #: Counted as it happened, or typed in from a sheet: then there are totals and no events.
    is_from_paper = models.BooleanField(default=False)
    format = models.CharField(max_length=40)
    settings = models.JSONField()
    double_tap_ms = models.PositiveSmallIntegerField()
    #: The rung's card as it was when the run began, in the words that were said to the athlete.
    card = models.JSONField(default=dict)
    started_at = models.DateTimeField()
    day = models.DateField()
    tally = models.JSONField()
    #: Usual, best and mark as they stood when the run began: what the court screen measures against.
    yardstick = models.JSONField(default=dict)
    #: How far away which target was, where its makes and misses tell of the aim; empty where they do not.
    aimed = models.JSONField(default=dict)
    #: Whether that says anything: few of many runs tell of the aim, and they are found by this.
    tells_aim = models.BooleanField(default=False)
    metrics = models.JSONField(default=dict)
    attempts = models.PositiveIntegerField(default=0)
    makes = models.PositiveIntegerField(default=0)
    time_used_ms = models.PositiveIntegerField(default=0)
    last_seq = models.PositiveIntegerField(default=0)
    last_at_ms = models.PositiveIntegerField(default=0)
    event_count = models.PositiveIntegerField(default=0)
    is_over = models.BooleanField(default=False)
    #: Whether something was played, by the hand or by the clock: what was not counts for nothing.
    is_played = models.BooleanField(default=False)
    set_aside = models.CharField(max_length=200, blank=True)
    #: How comfortable it was, as the core's ``comfort`` has it; None where it was not said.
    comfort = models.PositiveSmallIntegerField(null=True)

    #: Makes and misses in their order, targets and tempo, as the core's ``record.trace`` has it; None until it is over,
    #: and where that was before there were traces.
    trace = models.JSONField(null=True)
    #: What the athlete wrote about it afterwards, in place of the notes in its events; None where nothing was.
    note = models.TextField(null=True, max_length=LONGEST_NOTE)  # an empty one takes the notes away
    #: Tags of the athlete's own, each between two bars.
    tags = models.CharField(max_length=400, blank=True, default="")
    deleted_at = models.DateTimeField(null=True)

    #: The trial of two ways that it belongs to, and its place in the order that was drawn there.
    trial = models.ForeignKey("trials.Trial", null=True, on_delete=models.SET_NULL, related_name="runs")
    trial_place = models.PositiveSmallIntegerField(null=True)

    #: The first one is what ``rung.runs`` is made of.
    objects = RunsKept()
    everything: models.Manager[Run] = models.Manager()

    class Meta:
        ordering = ("started_at", "id")
        indexes = [
            models.Index(fields=("athlete", "started_at"), name="runs_of_an_athlete"),
            models.Index(fields=("rung", "side", "started_at"), name="runs_on_a_rung_and_side"),
            models.Index(
                fields=("athlete", "started_at"), condition=models.Q(tells_aim=True), name="runs_that_tell_the_aim"
            ),
            # Covers "when was each ladder last played" without reading a run.
            models.Index(fields=("athlete", "is_over", "rung", "side", "day"), name="days_of_an_athlete"),
        ]

    @cached_property
    def game(self) -> AnyGame:
        """What was played."""
        return stored_game(self.format, self.settings)

    def play(self, game: AnyGame) -> list[str]:
        """Take a game as the one that is played; the names of the columns that have to be written."""
        self.format, self.settings, self.game = game.id, game.settings.as_stored(), game
        return ["format", "settings"]

    @cached_property
    def known_card(self) -> Card:
        """The card it is played by."""
        return Card.from_stored(self.card)

    @property
    def rules(self) -> RunRules:
        """What it is counted and measured by, as a page needs it to count by itself."""
        return RunRules(
            format=self.format,
            settings=self.settings,
            card=self.card,
            yardstick=self.yardstick,
            double_tap_ms=self.double_tap_ms,
        )

    @cached_property
    def known_tally(self) -> AnyTally:
        """What the rules made of its events."""
        return stored_tally(self.tally)

    def keep(self, tally: AnyTally) -> list[str]:
        """Take a tally as the run's own, its columns included; the names of the columns that have to be written."""
        self.tally, self.known_tally = tally.as_stored(), tally
        columns = columns_of(self.game, tally)
        for name, value in columns.items():
            setattr(self, name, value)
        return ["tally", *columns]

    @property
    def said_note(self) -> str:
        """What was noted of it: as it was written afterwards, or else while it was played."""
        return "\n".join(self.known_tally.notes) if self.note is None else self.note

    @property
    def tag_list(self) -> list[str]:
        return [tag for tag in self.tags.split(BAR) if tag]

    @property
    def said_rung(self) -> Rung:
        """Its rung, with the texts for the side that it is played on."""
        return self.rung.on(self.side)

    @property
    def way(self) -> str:
        """The way that it is played in, where two are on trial; empty otherwise."""
        if self.trial is None or self.trial_place is None or self.trial_place >= self.trial.runs_planned:
            return ""
        return self.trial.plan.way_of(self.trial_place)

    @property
    def side_words(self) -> str:
        """The side it is played on, as its ladder says it; empty without sides."""
        return self.rung.ladder.known_pair.words(self.side)

    @property
    def counts(self) -> bool:
        """Whether it counts for the record: over, not set aside or deleted, and something was played in it."""
        return self.is_over and not self.set_aside and self.is_played and self.deleted_at is None

    @property
    def played(self) -> PlayedRun:
        """What the record needs of it."""
        return PlayedRun(
            str(self.pk),
            self.started_at,
            self.day,
            self.metrics,
            self.attempts,
            self.makes,
            self.time_used_ms,
            self.told_comfort,
        )

    @property
    def told_comfort(self) -> int | None:
        """How comfortable it was, by whichever way that was told."""
        return comfort_of(self.comfort, self.metrics)

    @property
    def distance(self) -> Distance:
        """How far the run's number is from its mark, usual and best."""
        return measure(self.measure, self.known_tally.metrics, self.known_tally.in_hand)

    @property
    def measure(self) -> Yardstick:
        """What it is measured against."""
        return Yardstick.from_stored(self.yardstick)

    @property
    def result(self) -> Result:
        """The one number that the run is known by: that which its mark asked for when it began."""
        return result_of(self.game, self.known_tally, self.measure.metric)


class Summary(models.Model):
    """What the runs that count on a rung and side come to: kept with every change of them, so that reading stays cheap.

    ``manage.py recount_runs --repair`` makes all of them anew.
    """

    rung = models.ForeignKey("ladders.Rung", on_delete=models.CASCADE, related_name="summaries")
    side = models.CharField(max_length=6)
    last_day = models.DateField(null=True)
    #: Goes up with every change, so that what was worked out from the runs knows whether it still holds.
    version = models.PositiveIntegerField(default=0)
    #: As the core's ``record.summary`` stores it.
    summary = models.JSONField()

    class Meta:
        constraints = [models.UniqueConstraint(fields=("rung", "side"), name="a_summary_for_each_side")]


class Event(models.Model):
    """One thing that happened. ``client_id`` is made where it happened, so that it can arrive twice."""

    run = models.ForeignKey(Run, on_delete=models.CASCADE, related_name="events")
    client_id = models.UUIDField()
    seq = models.PositiveIntegerField()
    kind = models.CharField(max_length=12)
    at_ms = models.PositiveIntegerField()
    text = models.CharField(max_length=500, blank=True)
    recorded_at = models.DateTimeField(default=timezone.now, editable=False)

    class Meta:
        ordering = ("run_id", "seq")
        constraints = [
            models.UniqueConstraint(fields=("run", "client_id"), name="an_event_once_a_run"),
            models.UniqueConstraint(fields=("run", "seq"), name="a_seq_once_a_run"),
        ]

    @property
    def known(self) -> CoreEvent:
        """The event as the core's rules take it."""
        return CoreEvent(self.kind, self.at_ms, self.seq, self.text)


def columns_of(game: AnyGame, tally: AnyTally) -> dict[str, Any]:
    """What of a tally stands in columns of a run's own, by their names."""
    return {
        "is_over": tally.is_over,
        "metrics": dict(tally.metrics),
        "attempts": tally.attempts,
        "makes": tally.makes,
        "time_used_ms": tally.time_used_ms,
        "is_played": game.is_played(tally.attempts, tally.metrics),
    }
