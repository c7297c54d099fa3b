"""The athlete: who signs in, and how they like things."""

from typing import Any

from django.conf import settings
from django.contrib.auth.models import AbstractUser
from django.core.validators import MaxValueValidator, MinValueValidator
from django.db import models
from django.utils.functional import cached_property

from jolly_core.body.limits import REST, Limit
from jolly_core.challenges.session import DOUBLE_TAP_MS
from jolly_core.sided import Laterality

LONGEST_DOUBLE_TAP_MS = 1000


class Athlete(AbstractUser):
    """A user with the settings that rules and screens ask for."""

    class Hand(models.TextChoices):
        LEFT = "left"
        RIGHT = "right"

    class Units(models.TextChoices):
        METRIC = "metric"
        IMPERIAL = "imperial"

    display_name = models.CharField(max_length=80, blank=True)
    handedness = models.CharField(max_length=5, choices=Hand.choices, default=Hand.RIGHT)
    units = models.CharField(max_length=8, choices=Units.choices, default=Units.METRIC)
    timezone = models.CharField(max_length=64, default="UTC")
    #: Presses of one kind within this count once.
    double_tap_ms = models.PositiveSmallIntegerField(
        default=DOUBLE_TAP_MS, validators=[MinValueValidator(0), MaxValueValidator(LONGEST_DOUBLE_TAP_MS)]
    )
    volume = models.PositiveSmallIntegerField(default=70, validators=[MaxValueValidator(100)])
    is_muted = models.BooleanField(default=False)
    #: Miss on the right and make on the left, for a left-hander.
    is_mirrored = models.BooleanField(default=False)
    #: Whether what is hard is to be shortened and spaced: for age, or a state that asks for it.
    is_eased = models.BooleanField(default=False)
    is_demo = models.BooleanField(default=False)
    #: When the whole record was taken out last, and when the account is to be deleted, if it is.
    taken_out_at = models.DateTimeField(null=True, editable=False)
    leaves_at = models.DateTimeField(null=True, editable=False, db_index=True)
    #: Increases with every write through the API: see ``config.caching``.
    record_version = models.PositiveBigIntegerField(default=0, editable=False)

    def save(self, *args: Any, **options: Any) -> None:
        """Save all but the version of the record, which another write may have moved on since this one was read."""
        if not self._state.adding and options.get("update_fields") is None:
            names = [field.name for field in self._meta.concrete_fields if not field.primary_key]
            options["update_fields"] = [name for name in names if name != "record_version"]
        super().save(*args, **options)

    @property
    def shown_name(self) -> str:
        return self.display_name or self.username

    @cached_property
    def known_sides(self) -> dict[str, dict[str, str]]:
        """Which side their body uses, by the name of the discipline and what it is of; "" for every discipline."""
        known: dict[str, dict[str, str]] = {}
        for side in self.body_sides.all():
            known.setdefault(side.discipline, {})[side.trait] = side.way
        return known

    @property
    def plays_mirrored(self) -> bool:
        """Whether what is drawn for the right hand has to be mirrored."""
        return self.handedness != self.Hand.RIGHT

    def laterality(self, discipline: str) -> Laterality:
        """Which side their body uses in a discipline: as was said for that one, or else for every one."""
        everywhere, here = (self.known_sides.get(name, {}) for name in ("", discipline_key(discipline)))
        return Laterality(**{"hand": self.handedness, **everywhere, **here})


def discipline_key(discipline: str) -> str:
    """A discipline as its sides are kept by it: its name in whichever letters.

    >>> discipline_key(" Floor  skills")
    'floor skills'
    """
    return " ".join(discipline.split()).casefold()


class BodySide(models.Model):
    """Which side a body uses in a discipline, or in all of them ("").

    ``lefts`` and ``rights`` are the tries that it was found by; 0 and 0 where it was said.
    """

    athlete = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="body_sides")
    discipline = models.CharField(max_length=80, blank=True)
    trait = models.CharField(max_length=8)
    way = models.CharField(max_length=5)
    lefts = models.PositiveSmallIntegerField(default=0)
    rights = models.PositiveSmallIntegerField(default=0)
    said_at = models.DateTimeField()

    class Meta:
        ordering = ("athlete_id", "discipline", "trait")
        constraints = [
            models.UniqueConstraint(fields=("athlete", "discipline", "trait"), name="a_side_once_a_discipline")
        ]


class BodyLimit(models.Model):
    """Something the athlete's body does not allow for now. One that is lifted ends, and stays in the record."""

    athlete = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="limits")
    part = models.CharField(max_length=16)
    side = models.CharField(max_length=5, blank=True)
    strictness = models.CharField(max_length=4, default=REST)
    since = models.DateField()
    until = models.DateField(null=True)
    note = models.CharField(max_length=200, blank=True)

    class Meta:
        ordering = ("since", "id")

    @property
    def limit(self) -> Limit:
        """The limit as the core's rules take it."""
        return Limit(self.part, self.since, self.until, self.side, self.strictness)


class GivenAnswer(models.Model):
    """The answer to a request that names itself by a key, so that sending it again does nothing twice."""

    athlete = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="+")
    key = models.UUIDField()
    status = models.PositiveSmallIntegerField()
    content_type = models.CharField(max_length=100)
    body = models.BinaryField()
    at = models.DateTimeField(auto_now_add=True, db_index=True)

    class Meta:
        constraints = [models.UniqueConstraint(fields=("athlete", "key"), name="an_answer_once")]


class RecoveryCode(models.Model):
    """A code that sets a new password once; hashed as passwords are. ``number`` is the one written before it."""

    athlete = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="recovery_codes")
    number = models.PositiveSmallIntegerField()
    code = models.CharField(max_length=128)
    used_at = models.DateTimeField(null=True)

    class Meta:
        constraints = [models.UniqueConstraint(fields=("athlete", "number"), name="a_code_once")]
