from rest_framework import serializers

from config.reading import ReadSerializer
from jolly_core.planning.candidate import MOST_IN_A_BLOCK
from jolly_core.planning.week import AT_LEAST, KINDS, MOST_WINDOWS, MOST_WISHES
from places.api.serializers import PlaceSerializer
from plan.api.serializers import MOST_THINGS, BlockSerializer
from plan.api.today import DueRoutineSerializer
from weeks.models import CalendarLink, WeekWish, Window

#: Why each of a block's parts is there.
MOST_REASONS = 1000


class NewWindowSerializer(ReadSerializer):
    """Types only: what a window may be is the core's to say."""

    weekday = serializers.IntegerField(help_text="0 is Monday.")
    start = serializers.TimeField()
    minutes = serializers.IntegerField()
    place = serializers.IntegerField(required=False, default=None, allow_null=True)
    missing = serializers.ListField(
        child=serializers.CharField(max_length=120), max_length=MOST_THINGS, required=False, default=list
    )


class NewWishSerializer(ReadSerializer):
    kind = serializers.CharField(required=False, default=AT_LEAST, help_text=f"One of {', '.join(KINDS)}.")
    ladder = serializers.IntegerField(required=False, default=None, allow_null=True)
    number = serializers.IntegerField(required=False, default=1)


class NewTermsSerializer(ReadSerializer):
    windows = serializers.ListField(child=NewWindowSerializer(), max_length=MOST_WINDOWS)
    wishes = serializers.ListField(
        child=NewWishSerializer(), max_length=MOST_WISHES, help_text="Highest priority first."
    )


class WindowSerializer(serializers.ModelSerializer[Window]):
    place = PlaceSerializer(allow_null=True)
    missing = serializers.ListField(child=serializers.CharField())

    class Meta:
        model = Window
        fields = ("id", "weekday", "start", "minutes", "place", "missing")


class WeekWishSerializer(serializers.ModelSerializer[WeekWish]):
    kind = serializers.ChoiceField(choices=list(KINDS))
    ladder = serializers.IntegerField(source="ladder_id", allow_null=True)

    class Meta:
        model = WeekWish
        fields = ("id", "kind", "ladder", "number")


class TermsSerializer(ReadSerializer):
    """The athlete's usual week."""

    windows = WindowSerializer(many=True)
    wishes = WeekWishSerializer(many=True)


class WishStateSerializer(ReadSerializer):
    """What became of a wish: kept, or gave way, how far it got, and why."""

    key = serializers.CharField()
    words = serializers.CharField()
    is_kept = serializers.BooleanField()
    got = serializers.IntegerField()
    wanted = serializers.IntegerField()
    why = serializers.CharField()


class SeenWeekSerializer(ReadSerializer):
    monday = serializers.DateField()
    windows = WindowSerializer(many=True)
    blocks = BlockSerializer(many=True)
    states = WishStateSerializer(many=True)
    breaches = serializers.ListField(child=serializers.CharField())
    is_kept = serializers.BooleanField(help_text="Whether it was arranged and kept.")
    due = DueRoutineSerializer(many=True, help_text="Routines whose time comes by the end of it.")


class FilledWindowSerializer(ReadSerializer):
    window = serializers.IntegerField()
    ladders = serializers.ListField(child=serializers.IntegerField(), max_length=MOST_IN_A_BLOCK)


class ProposedWeekSerializer(ReadSerializer):
    """An arrangement: which ladders in which window, and what becomes of the wishes."""

    windows = FilledWindowSerializer(many=True)
    states = WishStateSerializer(many=True)


class WhySerializer(ReadSerializer):
    key = serializers.CharField()
    why = serializers.CharField(allow_blank=True)


class KeepWeekSerializer(ReadSerializer):
    windows = serializers.ListField(child=FilledWindowSerializer(), max_length=MOST_WINDOWS)
    why = serializers.ListField(child=WhySerializer(), max_length=MOST_REASONS, required=False, default=list)


class BlockMoveSerializer(ReadSerializer):
    block = serializers.IntegerField()
    window = serializers.IntegerField()


class CheckedMoveSerializer(ReadSerializer):
    """What a move would break: what becomes impossible, and which wishes it would cost or win."""

    breaches = serializers.ListField(child=serializers.CharField())
    lost = WishStateSerializer(many=True)
    won = WishStateSerializer(many=True)


class LinkSerializer(serializers.ModelSerializer[CalendarLink]):
    path = serializers.SerializerMethodField()

    class Meta:
        model = CalendarLink
        fields = ("path", "made_at")

    def get_path(self, link: CalendarLink) -> str:
        return f"/calendar/{link.token}.ics"


class LinkStateSerializer(ReadSerializer):
    link = LinkSerializer(allow_null=True)
