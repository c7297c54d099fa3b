from typing import Any

from rest_framework import serializers

from blocks.models import LONGEST_NOTE, Block, Segment
from climb.api.serializers import LadderStandingSerializer
from jolly_core.load.weekly import DISPUTED
from jolly_core.planning.arrangement import CHALLENGE, COOL_DOWN, WARM_UP
from jolly_core.planning.warmup import warm_up_parts
from jolly_core.sides import side_words
from ladders.api.serializers import LadderRefSerializer, RungRefSerializer, SideField
from runs.api.serializers import RunSerializer

MOST_LADDERS = 80
KINDS = [WARM_UP, CHALLENGE, COOL_DOWN]


class WishesSerializer(serializers.Serializer[Any]):
    """What to arrange: the minutes, and which ladders."""

    minutes = serializers.IntegerField()
    ladders = serializers.ListField(child=serializers.IntegerField(), max_length=MOST_LADDERS)


class PlanSerializer(WishesSerializer):
    day = serializers.DateField()


class ProposedSegmentSerializer(serializers.Serializer[Any]):
    kind = serializers.ChoiceField(choices=KINDS)
    title = serializers.CharField()
    start_s = serializers.IntegerField()
    planned_s = serializers.IntegerField()
    runs_planned = serializers.IntegerField()
    reasons = serializers.ListField(child=serializers.CharField())
    rung = RungRefSerializer(allow_null=True)
    side = SideField()


class LeftOutSerializer(serializers.Serializer[Any]):
    key = serializers.CharField()
    title = serializers.CharField()
    reason = serializers.CharField()


class ProposalSerializer(serializers.Serializer[Any]):
    segments = ProposedSegmentSerializer(many=True, source="rows")
    spare_s = serializers.IntegerField(source="arrangement.spare_s")
    left_out = LeftOutSerializer(many=True, source="arrangement.left_out")


class PartSerializer(serializers.Serializer[Any]):
    words = serializers.CharField()
    seconds = serializers.IntegerField()


class SegmentSerializer(serializers.ModelSerializer[Segment]):
    kind = serializers.ChoiceField(choices=KINDS)
    rung = RungRefSerializer(allow_null=True)
    ladder = LadderRefSerializer(source="rung.ladder", allow_null=True, default=None)
    side = SideField()
    side_words = serializers.SerializerMethodField()
    parts = serializers.SerializerMethodField()
    reasons = serializers.ListField(child=serializers.CharField())
    runs = serializers.SerializerMethodField()

    class Meta:
        model = Segment
        fields = (
            "id",
            "position",
            "kind",
            "title",
            "rung",
            "ladder",
            "side",
            "side_words",
            "parts",
            "planned_s",
            "runs_planned",
            "reasons",
            "runs",
            "done_at",
        )

    def get_side_words(self, segment: Segment) -> str:
        return side_words(segment.side, segment.block.athlete.handedness)

    def get_parts(self, segment: Segment) -> PartSerializer(many=True):  # type: ignore[valid-type]
        """What a warm-up is made of; nothing for other segments."""
        parts = warm_up_parts(segment.planned_s) if segment.kind == WARM_UP else []
        return PartSerializer(parts, many=True).data

    def get_runs(self, segment: Segment) -> serializers.ListField(child=serializers.UUIDField()):  # type: ignore[valid-type]
        """The runs of this segment that are over and count."""
        return [str(run.pk) for run in segment.runs.all() if run.is_over and not run.set_aside]


class BlockSerializer(serializers.ModelSerializer[Block]):
    segments = SegmentSerializer(many=True)

    class Meta:
        model = Block
        fields = (
            "id",
            "title",
            "day",
            "minutes",
            "spare_s",
            "status",
            "started_at",
            "finished_at",
            "effort",
            "note",
            "segments",
        )


class BlockChangeSerializer(serializers.Serializer[Any]):
    change = serializers.ChoiceField(choices=["start", "finish", "drop", "restore"])
    note = serializers.CharField(required=False, default="", allow_blank=True, max_length=LONGEST_NOTE)
    effort = serializers.IntegerField(required=False, default=None, allow_null=True, help_text="0 to 10, or not told.")


class QuestionSerializer(serializers.Serializer[Any]):
    """A mark to be tuned; what may be asked is the core's to say."""

    metric = serializers.CharField()
    mark = serializers.FloatField()
    minutes = serializers.IntegerField(required=False, default=10)


class SideTuningSerializer(serializers.Serializer[Any]):
    """What a mark means on one side: its chance in a run, a safe mark and a stretch, and it all in words."""

    side = SideField()
    side_words = serializers.CharField()
    chance = serializers.FloatField(source="tuning.chance", allow_null=True)
    safe = serializers.IntegerField(source="tuning.safe", allow_null=True)
    stretch = serializers.IntegerField(source="tuning.stretch", allow_null=True)
    words = serializers.ListField(source="tuning.words", child=serializers.CharField())


class WeekSerializer(serializers.Serializer[Any]):
    """The load of a week: effort times minutes, and how it was spread over the days."""

    monday = serializers.DateField()
    sessions = serializers.IntegerField()
    minutes = serializers.FloatField()
    load = serializers.FloatField()
    monotony = serializers.FloatField(allow_null=True)
    strain = serializers.FloatField(allow_null=True)
    change = serializers.FloatField(allow_null=True, help_text="Share by which it differs from the week before.")


class LoadSerializer(serializers.Serializer[Any]):
    weeks = WeekSerializer(many=True)
    cautions = serializers.ListField(child=serializers.CharField())
    disputed = serializers.CharField(default=DISPUTED)


class TodaySerializer(serializers.Serializer[Any]):
    """The day at a glance."""

    day = serializers.DateField()
    next_block = BlockSerializer(allow_null=True)
    standings = LadderStandingSerializer(many=True)
    recent = RunSerializer(many=True)
    cautions = serializers.ListField(child=serializers.CharField())
