"""Ladders, their rungs, what is asked of each, and the moves made on them."""

from __future__ import annotations

from django.conf import settings
from django.db import models
from django.utils import timezone
from django.utils.functional import cached_property

from jolly_core.body.traits import Traits
from jolly_core.challenges.card import Card
from jolly_core.challenges.registry import AnyGame, stored_game
from jolly_core.ladder.levers import Lever, levers_words
from jolly_core.sided import Laterality, say
from jolly_core.sides import NONE, Pair
from jolly_core.stored import remembered
from jolly_core.verdicts.kept_check import Kept, is_rung_held
from layouts.models import Layout

# What most reads of a record read again, unchanged since the last one.
_read_pair = remembered(Pair.from_stored)
_read_traits = remembered(Traits.from_stored)
_read_card = remembered(Card.from_stored)
_read_game = remembered(lambda stored: stored_game(stored["format"], stored["settings"]))


class Ladder(models.Model):
    """An ordered set of rungs for one drill. ``held`` is the number of the rung the athlete holds, 0 the ground."""

    athlete = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="ladders")
    title = models.CharField(max_length=120)
    discipline = models.CharField(max_length=80)
    summary = models.TextField(blank=True)
    shelf_key = models.CharField(max_length=80, blank=True)
    #: The pack of the shelf as it was when it was taken: what a newer one is compared with. Empty for one's own.
    taken_as = models.JSONField(default=dict)
    #: What its two sides are, if it has any; see the core's ``sides``.
    pair = models.JSONField(default=dict)
    kit = models.JSONField(default=list)
    cautions = models.JSONField(default=list)
    #: What it asks of body and place; see the core's ``body.traits``.
    traits = models.JSONField(default=dict)
    #: The rungs of runs that were counted without a plan; it is no ladder to be seen or climbed.
    is_quick = models.BooleanField(default=False)
    #: Put away, with all that was played on it, until it is brought back; None for one in use.
    archived_at = models.DateTimeField(null=True)
    held = models.PositiveSmallIntegerField(default=0)
    #: Which of the core's schools it is climbed by; empty where none was chosen.
    school = models.CharField(max_length=20, blank=True)
    #: Whether a block with it plays the rungs below the one being worked on first, from rung 1 up.
    from_rung_one = models.BooleanField(default=False)
    #: When the athlete came to the rung being worked on; only runs since then count for its threshold.
    arrived_at = models.DateTimeField()
    created_at = models.DateTimeField(default=timezone.now, editable=False)

    class Meta:
        ordering = ("id",)
        constraints = [
            models.UniqueConstraint(
                fields=("athlete", "shelf_key"), condition=~models.Q(shelf_key=""), name="a_shelf_ladder_once"
            ),
            models.UniqueConstraint(
                fields=("athlete",), condition=models.Q(is_quick=True), name="one_quick_ladder_an_athlete"
            ),
        ]

    @cached_property
    def known_pair(self) -> Pair:
        """What its two sides are, as the core takes it."""
        return _read_pair(self.pair)

    @cached_property
    def has_sides(self) -> bool:
        """Whether each side is played and counted for itself."""
        return self.known_pair.has_sides

    @cached_property
    def sides(self) -> tuple[str, ...]:
        """The sides it is played on, first the one to begin with while the record does not tell which is weaker."""
        return self.known_pair.order(self.known_pair.assumed_weaker(self.athlete.handedness))

    @cached_property
    def known_traits(self) -> Traits:
        """What it asks of body and place, as the core takes it."""
        return _read_traits(self.traits)

    def laterality(self, side: str = NONE) -> Laterality:
        """Which side its athlete's body uses in its discipline; on a side that is an arm's, that of the arm."""
        own = self.athlete.laterality(self.discipline)
        arm = self.known_pair.arm(side)
        return own if arm in (None, own.hand) else own.with_hand(arm)

    @property
    def said_summary(self) -> str:
        """Its summary as it is said to its athlete."""
        return say(self.summary, self.laterality()) if "{" in self.summary else self.summary

    def __str__(self) -> str:
        return self.title


class Acknowledgement(models.Model):
    """That the athlete read the caution of a risk and said yes, in the words that they said yes to."""

    ladder = models.ForeignKey(Ladder, on_delete=models.CASCADE, related_name="acknowledgements")
    risk = models.CharField(max_length=24)
    words = models.TextField()
    made_at = models.DateTimeField()

    class Meta:
        ordering = ("ladder_id", "id")
        constraints = [models.UniqueConstraint(fields=("ladder", "risk"), name="a_risk_once_a_ladder")]


class RungsInPlace(models.Manager["Rung"]):
    """The rungs that stand on their ladders: those that were taken out are not among them."""

    def get_queryset(self) -> models.QuerySet[Rung]:
        return super().get_queryset().filter(taken_out_at=None)


class Rung(models.Model):
    """One step: a set-up, one challenge, one threshold (the last of its revisions).

    One that was taken out keeps its number and what was played on it; ``everything`` finds it, and so does its run.
    """

    ladder = models.ForeignKey(Ladder, on_delete=models.CASCADE, related_name="rungs")
    number = models.PositiveSmallIntegerField()
    title = models.CharField(max_length=120)
    set_up = models.TextField(blank=True)
    #: What makes it as hard as it is; see the core's ``ladder.levers``.
    levers = models.JSONField(default=list)
    cues = models.JSONField(default=list)
    #: What a practitioner writes on its card; see the core's ``challenges.card``.
    card = models.JSONField(default=dict)
    format = models.CharField(max_length=40)
    settings = models.JSONField(default=dict)
    #: Where its targets go; what a make or miss on it says of the aim is measured there.
    layout = models.ForeignKey("layouts.Layout", null=True, on_delete=models.SET_NULL, related_name="rungs")

    #: The number it had in the pack that it was taken from; None for one of one's own.
    taken_number = models.PositiveSmallIntegerField(null=True)
    taken_out_at = models.DateTimeField(null=True)
    #: Since when runs counted for it, if a change of the ladder ended that: taking the change back brings it back.
    worked_on_since = models.DateTimeField(null=True)

    #: The side that its texts are said for, where it is played on one.
    said_on = NONE

    #: The first one is what ``ladder.rungs`` is made of.
    objects = RungsInPlace()
    everything: models.Manager[Rung] = models.Manager()

    class Meta:
        ordering = ("ladder_id", "number")
        constraints = [
            models.UniqueConstraint(
                fields=("ladder", "number"), condition=models.Q(taken_out_at=None), name="a_number_once_a_ladder"
            )
        ]

    @property
    def laid(self) -> Layout | None:
        """Its layout, if it was not put away."""
        return self.layout if self.layout and not self.layout.is_dropped else None

    @cached_property
    def game(self) -> AnyGame:
        """What is played on it."""
        return _read_game({"format": self.format, "settings": self.settings})

    @cached_property
    def known_levers(self) -> tuple[Lever, ...]:
        """Its levers, as the core takes them."""
        return tuple(Lever.from_stored(each) for each in self.levers)

    @property
    def levers_words(self) -> str:
        """Its levers in a line; empty without any."""
        return levers_words(self.known_levers, self.ladder.athlete.units) if self.levers else ""

    @cached_property
    def known_card(self) -> Card:
        """Its card, as the core takes it."""
        return _read_card(self.card)

    @property
    def said_set_up(self) -> str:
        """Its set-up as it is said to its athlete."""
        return self._said(self.set_up)

    @property
    def said_cues(self) -> list[str]:
        """Its cues as they are said to its athlete."""
        return [self._said(cue) for cue in self.cues]

    @property
    def said_card(self) -> Card:
        """Its card as it is said to its athlete."""
        # The blank one, which most are, needs no look at the athlete.
        return self.known_card.said(self._said) if self.card else self.known_card

    @property
    def said_game(self) -> AnyGame:
        """Its game as it is said to its athlete; a target keeps the name that it has on the layout."""
        laid = {zone["name"] for zone in self.laid.drawn.get("zones", ())} if self.laid else set()
        return self.game.said(lambda text: text if text in laid else self._said(text))

    def _said(self, text: str) -> str:
        # Most texts are the same for everybody: the athlete is looked at for those alone that are not.
        return say(text, self.ladder.laterality(self.said_on)) if "{" in text else text

    @property
    def is_held(self) -> bool:
        """Whether it is the athlete's, and not lost since."""
        check: KeptCheck | None = getattr(self.ladder, "kept_check", None)
        return is_rung_held(self.number, self.ladder.held, check.missed if check else 0)

    def on(self, side: str) -> Rung:
        """The same rung, its texts said for whom it is played by on that side."""
        self.said_on = side
        return self

    def play(self, game: AnyGame) -> list[str]:
        """Take a game as the one that is played on it; the names of the columns that have to be written."""
        self.format, self.settings, self.game = game.id, game.settings.as_stored(), game
        return ["format", "settings"]

    def __str__(self) -> str:
        return f"{self.ladder.title} {self.number}: {self.title}"


class Need(models.Model):
    """That a rung needs another one held first, of whichever ladder; or, where it is no must, is easier with it."""

    rung = models.ForeignKey(Rung, on_delete=models.CASCADE, related_name="needs")
    needed = models.ForeignKey(Rung, on_delete=models.CASCADE, related_name="+")
    is_must = models.BooleanField()

    class Meta:
        ordering = ("rung_id", "id")
        constraints = [models.UniqueConstraint(fields=("rung", "needed"), name="a_need_once_a_rung")]


class ThresholdRevision(models.Model):
    """What was asked of a rung from ``made_at`` on. Changes add a revision, so the record keeps them."""

    rung = models.ForeignKey(Rung, on_delete=models.CASCADE, related_name="threshold_revisions")
    threshold = models.JSONField()
    made_at = models.DateTimeField()

    class Meta:
        ordering = ("rung_id", "id")


class KeptCheck(models.Model):
    """How the rung that is held on a ladder is kept: when it is checked next, and what the checks came to."""

    ladder = models.OneToOneField(Ladder, on_delete=models.CASCADE, related_name="kept_check")
    rung = models.ForeignKey(Rung, on_delete=models.CASCADE, related_name="+")
    #: The day and the moment since when it is held.
    since = models.DateField()
    since_at = models.DateTimeField()
    due_on = models.DateField()
    gap = models.PositiveSmallIntegerField(default=0)
    missed = models.PositiveSmallIntegerField(default=0)
    met = models.PositiveSmallIntegerField(default=0)

    @property
    def known(self) -> Kept:
        """The same as the core takes it."""
        return Kept(self.due_on, self.gap, self.missed, self.met)


class Move(models.Model):
    """What the athlete decided on a verdict: up, down, or staying against the advice."""

    class Decision(models.TextChoices):
        CLIMB = "climb"
        STAY = "stay"
        STEP_BACK = "step_back"

    ladder = models.ForeignKey(Ladder, on_delete=models.CASCADE, related_name="moves")
    #: The rung that was held before; None for the ground. Its number may change, what was held does not.
    from_rung = models.ForeignKey(Rung, null=True, on_delete=models.SET_NULL, related_name="+")
    from_held = models.PositiveSmallIntegerField()
    to_held = models.PositiveSmallIntegerField()
    decision = models.CharField(max_length=10, choices=Decision.choices)
    verdict = models.CharField(max_length=10)
    reasons = models.JSONField(default=list)
    is_overruled = models.BooleanField()
    #: Why, in the athlete's words, where they decided against the advice.
    overruling = models.CharField(max_length=200, blank=True)
    made_at = models.DateTimeField()
    #: When the athlete had come to the rung they left: where taking the move back returns to.
    arrived_before = models.DateTimeField()
    taken_back_at = models.DateTimeField(null=True)

    class Meta:
        ordering = ("id",)
