from typing import Any

from rest_framework import serializers

from accounts.models import Athlete, BodyLimit, BodySide
from config.fields import DayField
from config.reading import ReadSerializer
from jolly_core.body.limits import REST
from jolly_core.side_finder import MOST_TRIES


class AthleteSerializer(serializers.ModelSerializer[Athlete]):
    name = serializers.CharField(source="shown_name", read_only=True)

    class Meta:
        model = Athlete
        fields = (
            "username",
            "name",
            "display_name",
            "handedness",
            "units",
            "timezone",
            "double_tap_ms",
            "volume",
            "is_muted",
            "is_mirrored",
            "is_eased",
            "is_demo",
        )
        read_only_fields = ("username", "is_demo")

    def to_internal_value(self, data: Any) -> Any:
        """Refuse names that are no settings, so that a typing error is reported."""
        if isinstance(data, dict) and (unknown := set(data) - set(self.fields)):
            raise serializers.ValidationError(dict.fromkeys(sorted(unknown), "There is no such setting."))
        return super().to_internal_value(data)


class NewLimitSerializer(ReadSerializer):
    """Types only: which parts have sides is the core's to say."""

    part = serializers.CharField()
    side = serializers.CharField(required=False, default="", allow_blank=True)
    strictness = serializers.CharField(required=False, default=REST)
    since = DayField()
    until = DayField(required=False, default=None, allow_null=True)
    note = serializers.CharField(required=False, default="", allow_blank=True, max_length=200)


class BodyLimitSerializer(serializers.ModelSerializer[BodyLimit]):
    words = serializers.CharField(source="limit.words")

    class Meta:
        model = BodyLimit
        fields = ("id", "part", "side", "strictness", "since", "until", "note", "words")


class SideQuestionSerializer(ReadSerializer):
    """How a side is found: what to do, each time."""

    trait = serializers.CharField()
    title = serializers.CharField()
    do = serializers.CharField()


class BodySideSerializer(serializers.ModelSerializer[BodySide]):
    class Meta:
        model = BodySide
        fields = ("discipline", "trait", "way", "lefts", "rights")


class BodySidesSerializer(ReadSerializer):
    """What can be found, and what is known."""

    questions = SideQuestionSerializer(many=True)
    known = BodySideSerializer(many=True)


class SideTriesSerializer(ReadSerializer):
    trait = serializers.CharField()
    tries = serializers.ListField(child=serializers.CharField(), max_length=2 * MOST_TRIES)


class SideToKeepSerializer(SideTriesSerializer):
    discipline = serializers.CharField(max_length=80, allow_blank=True, help_text="Empty: for all of them.")
    way = serializers.CharField(allow_blank=True, help_text="left or right; empty forgets it.")


class SideFindingSerializer(ReadSerializer):
    """What the tries tell; ``way`` is empty while they do not."""

    way = serializers.CharField()
    lefts = serializers.IntegerField()
    rights = serializers.IntegerField()
    chance = serializers.FloatField()
    words = serializers.CharField()


class RecoveryCodesSerializer(ReadSerializer):
    """Codes as they are shown, this once."""

    codes = serializers.ListField(child=serializers.CharField())


class RecoverySerializer(ReadSerializer):
    username = serializers.CharField(max_length=150)
    code = serializers.CharField(max_length=40)
    password = serializers.CharField(max_length=128, trim_whitespace=False)
