from typing import Any

from drf_spectacular.utils import extend_schema_field
from rest_framework import serializers

from config.reading import ReadSerializer
from config.typed import TypedField
from jolly_core.challenges.breakdown import Breakdown
from jolly_core.stored import to_plain
from jolly_core.thresholds.price import Price
from jolly_core.thresholds.proposing import Proposed
from jolly_core.verdicts.kept_check import WHY
from jolly_core.verdicts.reason import DECISIONS, VERDICTS
from ladders.api.serializers import (
    LadderRefSerializer,
    RungRefSerializer,
    RungWorkedOnSerializer,
    SideField,
    ThresholdSerializer,
    WrittenSerializer,
)
from ladders.models import Move
from runs.api.serializers import RunSerializer


class ReasonSerializer(ReadSerializer):
    code = serializers.CharField()
    words = serializers.CharField()


class EvidenceSerializer(ReadSerializer):
    """How far one side's runs fill the threshold; ``recent`` says which of the last runs reached the mark.

    ``window`` is how many runs are drawn, ``brief`` how each condition stands.
    """

    side = SideField()
    side_words = serializers.CharField()
    recent = serializers.ListField(child=serializers.BooleanField())
    window = serializers.IntegerField()
    met = serializers.IntegerField()
    brief = serializers.CharField()
    more_runs = serializers.IntegerField(allow_null=True)
    share = serializers.FloatField()


class VerdictSerializer(ReadSerializer):
    kind = serializers.ChoiceField(choices=VERDICTS)
    headline = serializers.CharField()
    reasons = ReasonSerializer(many=True)
    evidence = EvidenceSerializer(many=True)
    share = serializers.FloatField()


class AskedSerializer(ReadSerializer):
    """A threshold with the words for it."""

    words = serializers.CharField()
    mark_words = serializers.CharField()
    values = ThresholdSerializer(source="as_dict")


class RungLineSerializer(ReadSerializer):
    """A rung by its name: where it stands in full, it is asked for by its ladder."""

    id = serializers.IntegerField()
    number = serializers.IntegerField()
    title = serializers.CharField()


class PlannableSerializer(ReadSerializer):
    """The rung being worked on, on one side, as a part of a block."""

    key = serializers.CharField()
    title = serializers.CharField()


class WallSignSerializer(ReadSerializer):
    """One thing that a ladder is looked for by."""

    id = serializers.CharField()
    title = serializers.CharField()


class KeptSerializer(ReadSerializer):
    """How the rung that is held is kept, and whether a check of it is due."""

    rung = RungLineSerializer()
    words = serializers.CharField()
    is_due = serializers.BooleanField()
    is_lost = serializers.BooleanField()
    why = serializers.CharField(default=WHY)
    due = serializers.DateField()


class LadderStandingSerializer(ReadSerializer):
    ladder = LadderRefSerializer()
    held = serializers.IntegerField()
    rungs = RungLineSerializer(many=True)
    working = RungWorkedOnSerializer()
    plannable = PlannableSerializer(many=True, help_text="On each side that the ladder is played on.")
    threshold = AskedSerializer()
    verdict = VerdictSerializer()
    places = serializers.ListField(
        child=serializers.CharField(), help_text="The athlete's places that have what it needs; of one alone, none."
    )
    signs = WallSignSerializer(many=True, help_text="What it is found by among all ladders; of one alone, nothing.")
    kept = KeptSerializer(allow_null=True, source="kept_standing")
    would_change = serializers.CharField(help_text="What further runs would fill it; of one ladder alone.")


class RunPointSerializer(ReadSerializer):
    id = serializers.UUIDField()
    day = serializers.DateField()
    value = serializers.FloatField(allow_null=True)
    is_met = serializers.BooleanField()


class RungRecordSerializer(ReadSerializer):
    side = SideField()
    side_words = serializers.CharField()
    usual = serializers.FloatField(allow_null=True)
    spread = serializers.FloatField(allow_null=True)
    best = serializers.FloatField(allow_null=True)
    count = serializers.IntegerField(help_text="How many runs count in all.")
    runs = RunPointSerializer(many=True, help_text="The latest of them, oldest first.")


class KnownNeedSerializer(ReadSerializer):
    """A rung that another one needs."""

    rung = serializers.IntegerField()
    ladder = serializers.IntegerField()
    words = serializers.CharField()
    is_must = serializers.BooleanField(source="need.is_must")
    is_held = serializers.BooleanField(source="need.is_held")


class MarkOfferSerializer(ReadSerializer):
    """A mark that is fair to ask for, and what it is."""

    metric = serializers.CharField()
    mark = serializers.FloatField()
    words = serializers.CharField()


class ShelfNeedSerializer(ReadSerializer):
    """A rung of a ladder on the shelf that another one needs."""

    key = serializers.CharField()
    words = serializers.CharField()
    is_must = serializers.BooleanField()


class RungStandingSerializer(ReadSerializer):
    rung = RungRefSerializer()
    written = WrittenSerializer(source="rung")
    threshold = AskedSerializer()
    fair_marks = serializers.DictField(
        child=serializers.FloatField(), help_text="A fair mark to begin with, for each metric that can be asked for."
    )
    state = serializers.ChoiceField(choices=["held", "working", "ahead"])
    records = RungRecordSerializer(many=True)
    step = serializers.CharField(source="step.words", help_text="What moved from the rung below; may be empty.")
    step_remark = serializers.CharField(source="step.remark", help_text="Where more than one lever moved.")
    needs = KnownNeedSerializer(many=True)
    shelf_needs = ShelfNeedSerializer(many=True, help_text="What it needs of ladders that are not the athlete's own.")
    unmet = serializers.CharField(help_text="What is still to be held first, in words; empty where all is.")


class WouldHaveSerializer(ReadSerializer):
    """What would have been advised right after a run."""

    day = serializers.DateField()
    value = serializers.FloatField(allow_null=True)
    kind = serializers.ChoiceField(choices=VERDICTS)


class AskingSerializer(ReadSerializer):
    """A threshold that is thought of: what it costs, and what it would have said of the latest runs, oldest first."""

    words = serializers.CharField()
    price = TypedField(Price, allow_null=True, help_text="Null where the mark does not go by a rate of makes.")
    would = WouldHaveSerializer(many=True)


class BenchSerializer(ReadSerializer):
    """What somebody accepts: so many of 100 pass by luck, and who is ready waits so many runs."""

    threshold = ThresholdSerializer()
    luck = serializers.IntegerField()
    patience = serializers.IntegerField()


class ProposedSerializer(ReadSerializer):
    """Conditions that were found; ``is_within`` says whether luck and patience are both kept."""

    conditions = serializers.SerializerMethodField()
    words = serializers.CharField()
    is_within = serializers.BooleanField()

    @extend_schema_field(serializers.DictField(child=serializers.DictField()))
    def get_conditions(self, proposed: Proposed) -> dict[str, Any]:
        return {each.id: to_plain(each) for each in proposed.conditions}


class MoveSerializer(serializers.ModelSerializer[Move]):
    class Meta:
        model = Move
        fields = (
            "id",
            "from_held",
            "to_held",
            "decision",
            "verdict",
            "reasons",
            "is_overruled",
            "overruling",
            "made_at",
            "taken_back_at",
        )


class NeedNodeSerializer(ReadSerializer):
    """A rung in the graph of needs; ``depth`` 0 needs nothing."""

    rung = serializers.IntegerField()
    ladder = serializers.IntegerField()
    words = serializers.CharField()
    is_held = serializers.BooleanField()
    depth = serializers.IntegerField()
    needs = KnownNeedSerializer(many=True)


class LadderDetailSerializer(ReadSerializer):
    standing = LadderStandingSerializer()
    rungs = RungStandingSerializer(many=True)
    side_finding = serializers.CharField(help_text="What the record says of its two sides; empty without sides.")
    moves = MoveSerializer(many=True)
    need_graph = NeedNodeSerializer(many=True, help_text="What its rungs need, and what that needs; may be empty.")


class DecisionSerializer(ReadSerializer):
    decision = serializers.ChoiceField(choices=DECISIONS)
    overruling = serializers.CharField(
        max_length=200, required=False, allow_blank=True, help_text="Why, where it goes against the advice."
    )
    held = serializers.IntegerField(
        min_value=0,
        max_value=1000,
        help_text="The rung held as it is decided; after moving on it is void.",
    )


class ComparisonSerializer(ReadSerializer):
    value = serializers.FloatField()
    usual = serializers.FloatField(source="usual.mean", allow_null=True, default=None)
    spread = serializers.FloatField(source="usual.spread", allow_null=True, default=None)
    best = serializers.FloatField(allow_null=True)
    is_new_best = serializers.BooleanField()
    value_words = serializers.CharField()
    usual_words = serializers.CharField(allow_null=True)
    best_words = serializers.CharField(allow_null=True)
    words = serializers.CharField()


class MetricRowSerializer(ReadSerializer):
    id = serializers.CharField()
    title = serializers.CharField()
    comparison = ComparisonSerializer()
    mark_words = serializers.CharField(allow_null=True)
    is_met = serializers.BooleanField(allow_null=True)


class OutcomeSerializer(ReadSerializer):
    run = RunSerializer()
    rows = MetricRowSerializer(many=True)
    recent = RunPointSerializer(many=True)
    threshold = AskedSerializer()
    standing = LadderStandingSerializer()
    is_working_rung = serializers.BooleanField()
    closing = serializers.CharField(help_text="What is said where it is enough for today; empty where one may go on.")
    band = serializers.CharField(help_text="The named range that the result lies in, or is next; may be empty.")
    lessons = serializers.ListField(child=serializers.CharField(), help_text="What the run's arithmetic says.")
    breakdown = TypedField(Breakdown | None)
