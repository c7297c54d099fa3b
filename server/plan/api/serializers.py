from dataclasses import asdict
from typing import Any

from django.utils import timezone
from drf_spectacular.utils import extend_schema_field
from rest_framework import serializers

from blocks.models import LONGEST_NOTE, Block, Part
from blocks.selectors import actual_seconds, get_part_in_play, list_block_layouts, list_braids, running_of
from config.fields import DayField, StartField
from config.reading import ReadSerializer
from jolly_core.foretelling.pace import Estimate
from jolly_core.paper.registry import form_of
from jolly_core.planning.arrangement import CHALLENGE
from jolly_core.planning.candidate import BALANCED, MOST_IN_A_BLOCK, NORMAL, PARTNER
from jolly_core.planning.own_parts import MOST_OWN_PARTS, OWN_KINDS, steps_of
from jolly_core.planning.times import add_times
from jolly_core.planning.warmup import COOL_DOWN, WARM_UP, cool_down_steps, warm_up_steps
from jolly_core.planning.weaving import BLOCKED, LARGEST_SEED
from ladders.api.serializers import LadderRefSerializer, RungRefSerializer, SideField
from layouts.api.serializers import LayoutRefSerializer
from places.api.serializers import PlaceSerializer
from plan.api.for_two import GameForTwoSerializer
from plan.api.own_parts import ForTwoSerializer, OwnPartSerializer
from plan.selectors import list_block_kit

MOST_PARTS, MOST_THINGS, MOST_RUNGS = 200, 100, 60
KINDS = [WARM_UP, CHALLENGE, PARTNER, COOL_DOWN, *OWN_KINDS]


class KeptSerializer(ReadSerializer):
    """A part that the athlete placed: its key, how many runs or seconds, and whether it is locked."""

    key = serializers.CharField(max_length=40)
    runs = serializers.IntegerField(required=False, default=1, min_value=1, max_value=50)
    seconds = serializers.IntegerField(required=False, default=None, allow_null=True, min_value=0)
    is_locked = serializers.BooleanField(required=False, default=False)
    place = serializers.IntegerField(required=False, default=None, allow_null=True, min_value=0)


class AskedSerializer(ReadSerializer):
    """What to arrange. What may be asked is the core's to say."""

    minutes = serializers.IntegerField()
    ladders = serializers.ListField(
        child=serializers.IntegerField(),
        max_length=MOST_IN_A_BLOCK,
        allow_null=True,
        default=None,
        help_text="Null where the athlete chose none: then those that the focus looks at.",
    )
    day = DayField(required=False, default=None, allow_null=True, help_text="Today where it is left out.")
    focus = serializers.CharField(required=False, default=BALANCED)
    energy = serializers.CharField(required=False, default=NORMAL)
    partner = serializers.CharField(required=False, default="feed")
    weave = serializers.CharField(required=False, default=BLOCKED, max_length=12)
    seed = serializers.IntegerField(required=False, default=0, min_value=0, max_value=LARGEST_SEED)
    place = serializers.IntegerField(required=False, default=None, allow_null=True)
    missing = serializers.ListField(
        child=serializers.CharField(max_length=120), max_length=MOST_THINGS, required=False, default=list
    )
    has_warm_up = serializers.BooleanField(required=False, default=True)
    has_cool_down = serializers.BooleanField(required=False, default=True)
    kept = serializers.ListField(child=KeptSerializer(), max_length=MOST_PARTS, required=False, default=list)
    fill = serializers.BooleanField(required=False, default=True)
    own = serializers.ListField(child=OwnPartSerializer(), max_length=2 * MOST_OWN_PARTS, required=False, default=list)
    rungs = serializers.ListField(
        child=serializers.IntegerField(),
        max_length=MOST_RUNGS,
        required=False,
        default=list,
        help_text="Chosen by hand, beside those that are worked on.",
    )


class PlanSerializer(AskedSerializer):
    """The same to be kept: with the hour, and what was said yes to."""

    start = serializers.TimeField(required=False, default=None, allow_null=True)
    acknowledged = serializers.ListField(
        child=serializers.CharField(max_length=20), max_length=MOST_THINGS, required=False, default=list
    )


class ProposedPartSerializer(ReadSerializer):
    kind = serializers.ChoiceField(choices=KINDS)
    title = serializers.CharField()
    start_s = serializers.IntegerField()
    key = serializers.CharField()
    planned_s = serializers.IntegerField()
    guess_s = serializers.IntegerField(allow_null=True, help_text="What it was taken for before there was a record.")
    low_s = serializers.IntegerField(help_text="Nine times in ten it takes longer than this and less than high_s.")
    high_s = serializers.IntegerField()
    runs_planned = serializers.IntegerField()
    is_locked = serializers.BooleanField()
    reasons = serializers.ListField(child=serializers.CharField())
    rung = RungRefSerializer(allow_null=True)
    side = SideField()
    is_weaker = serializers.BooleanField()
    is_rung_fixed = serializers.BooleanField(
        help_text="Not the rung that is worked on: chosen by hand, or on the way up."
    )
    is_own = serializers.BooleanField(help_text="Put in by the athlete, beside the ladders.")
    items = serializers.ListField(child=serializers.CharField())
    role = serializers.CharField()
    two = ForTwoSerializer(allow_null=True)


class LeftOutSerializer(ReadSerializer):
    key = serializers.CharField()
    title = serializers.CharField()
    reason = serializers.CharField()
    is_free = serializers.BooleanField(help_text="Only room keeps it out: it can be swapped in.")


class TimeSerializer(ReadSerializer):
    """How long something takes, in seconds: nine times in ten from low to high."""

    low_s = serializers.IntegerField()
    expected_s = serializers.IntegerField()
    high_s = serializers.IntegerField()


class BraidSerializer(ReadSerializer):
    """Neighbouring drills whose runs are woven, by the keys of their parts."""

    keys = serializers.ListField(child=serializers.CharField())
    order = serializers.ListField(child=serializers.CharField(), help_text="Whose turn it is, run after run.")


class ProposalSerializer(ReadSerializer):
    parts = ProposedPartSerializer(many=True, source="rows")
    braids = BraidSerializer(many=True, source="arrangement.braids")
    weave_words = serializers.CharField(help_text="What is known of the order of its runs; empty without one.")
    ladders = serializers.ListField(
        child=serializers.IntegerField(), source="asked.ladder_ids", help_text="Those that were looked at."
    )
    spare_s = serializers.IntegerField(source="arrangement.spare_s")
    spare_words = serializers.CharField(
        source="arrangement.spare_words", help_text="Why much of the minutes is empty; empty where it is not."
    )
    time = TimeSerializer(source="arrangement.time")
    left_out = LeftOutSerializer(many=True, source="arrangement.left_out")
    kit = serializers.ListField(child=serializers.CharField())
    habit_words = serializers.CharField(help_text="What planned against actual has taught.")


class StepSerializer(ReadSerializer):
    """One thing after the other that a warm-up or a cool-down is made of."""

    words = serializers.CharField()
    seconds = serializers.IntegerField()


class TotalSerializer(ReadSerializer):
    """A number that a sheet is typed in by."""

    name = serializers.CharField()
    title = serializers.CharField()
    low = serializers.IntegerField()
    high = serializers.IntegerField()
    is_optional = serializers.BooleanField(read_only=True)


class SheetSerializer(ReadSerializer):
    """How a run is kept on paper: its rule in a line, the boxes to tick, and the totals to type in."""

    rule = serializers.CharField()
    boxes = serializers.IntegerField()
    box_words = serializers.CharField()
    totals = TotalSerializer(many=True)


class PartSerializer(serializers.ModelSerializer[Part]):
    kind = serializers.ChoiceField(choices=KINDS)
    rung = RungRefSerializer(source="said_rung", allow_null=True)
    ladder = LadderRefSerializer(source="rung.ladder", allow_null=True, default=None)
    side = SideField()
    side_words = serializers.SerializerMethodField()
    steps = serializers.SerializerMethodField()
    reasons = serializers.ListField(child=serializers.CharField())
    items = serializers.ListField(child=serializers.CharField())
    is_own = serializers.BooleanField()
    runs = serializers.SerializerMethodField()
    sheet = serializers.SerializerMethodField()
    actual_s = serializers.SerializerMethodField()
    two = ForTwoSerializer(source="for_two", allow_null=True)
    game = serializers.SerializerMethodField()

    class Meta:
        model = Part
        fields = (
            "id",
            "key",
            "position",
            "kind",
            "title",
            "rung",
            "ladder",
            "side",
            "side_words",
            "is_weaker",
            "steps",
            "planned_s",
            "low_s",
            "high_s",
            "runs_planned",
            "is_locked",
            "is_set",
            "reasons",
            "is_rung_fixed",
            "is_own",
            "items",
            "role",
            "two",
            "game",
            "runs",
            "sheet",
            "actual_s",
            "done_at",
            "dropped_at",
        )

    def get_side_words(self, part: Part) -> str:
        return part.rung.ladder.known_pair.words(part.side) if part.rung else ""

    def get_steps(self, part: Part) -> StepSerializer(many=True):  # type: ignore[valid-type]
        """What a warm-up, a cool-down, a checklist or turns with a partner are made of; nothing for other parts."""
        if part.turns:
            return StepSerializer(steps_of(part.turns, part.planned_s), many=True).data
        parts_of = {WARM_UP: warm_up_steps, COOL_DOWN: cool_down_steps}.get(part.kind)
        if parts_of is None:
            return []
        drills = [each.rung.ladder.known_traits for each in part.block.parts.all() if each.rung]
        return StepSerializer(parts_of(part.planned_s, drills), many=True).data

    @extend_schema_field(SheetSerializer(allow_null=True))
    def get_sheet(self, part: Part) -> Any:
        """How its runs are kept on paper; null for what has nothing to tally."""
        if part.rung is None:
            return None
        form = form_of(part.rung.on(part.side).said_game)
        return SheetSerializer({**asdict(form.sheet()), "totals": form.totals_type.declared()}).data

    @extend_schema_field(GameForTwoSerializer(allow_null=True))
    def get_game(self, part: Part) -> Any:
        """How the game with a partner stands; null for what is done alone."""
        return GameForTwoSerializer(part).data if part.two else None

    @extend_schema_field(serializers.IntegerField(allow_null=True))
    def get_actual_s(self, part: Part) -> int | None:
        """How long it took; null while it is not done, in a woven block, and where it was kept on paper."""
        if part.block.weave != BLOCKED:
            return None
        if any(run.is_from_paper for each in part.block.parts.all() for run in each.runs.all()):
            return None
        return actual_seconds(part.block).get(part.pk)

    def get_runs(self, part: Part) -> serializers.ListField(child=serializers.UUIDField()):  # type: ignore[valid-type]
        """The runs of this part that are over and count."""
        return [str(run.pk) for run in part.runs.all() if run.is_over and not run.set_aside]


class AcknowledgedSerializer(ReadSerializer):
    """What the athlete said yes to, in which words and when."""

    what = serializers.CharField()
    words = serializers.CharField()
    at = serializers.DateTimeField()


class DroppableSerializer(ReadSerializer):
    id = serializers.IntegerField()
    title = serializers.CharField()
    frees_s = serializers.IntegerField()
    is_enough = serializers.BooleanField(help_text="Whether the rest fits then.")


class RunningSerializer(ReadSerializer):
    """How a block in play stands at this moment."""

    left_s = serializers.IntegerField()
    needed_s = serializers.IntegerField()
    late_s = serializers.IntegerField(help_text="0 while what is left still fits.")
    words = serializers.CharField()
    drops = DroppableSerializer(many=True)


class BlockSerializer(serializers.ModelSerializer[Block]):
    parts = PartSerializer(many=True)
    place = PlaceSerializer(allow_null=True)
    kit = serializers.SerializerMethodField()
    layouts = serializers.SerializerMethodField()
    time = serializers.SerializerMethodField()
    missing = serializers.ListField(child=serializers.CharField())
    changes = serializers.ListField(child=serializers.CharField())
    acknowledged = AcknowledgedSerializer(many=True)
    can_take_back = serializers.SerializerMethodField()
    running = serializers.SerializerMethodField()
    braids = serializers.SerializerMethodField()
    now = serializers.SerializerMethodField()

    class Meta:
        model = Block
        fields = (
            "id",
            "title",
            "day",
            "start",
            "place",
            "minutes",
            "focus",
            "energy",
            "partner",
            "weave",
            "seed",
            "braids",
            "now",
            "missing",
            "kit",
            "layouts",
            "time",
            "acknowledged",
            "changes",
            "can_take_back",
            "spare_s",
            "status",
            "running",
            "started_at",
            "finished_at",
            "effort",
            "note",
            "parts",
        )

    def get_kit(self, block: Block) -> serializers.ListField(child=serializers.CharField()):  # type: ignore[valid-type]
        return list_block_kit(block)

    @extend_schema_field(LayoutRefSerializer(many=True))
    def get_layouts(self, block: Block) -> Any:
        """Where targets go: the layouts of its rungs, and those that were put into it."""
        return LayoutRefSerializer(list_block_layouts(block), many=True).data

    @extend_schema_field(TimeSerializer)
    def get_time(self, block: Block) -> Any:
        """How long the whole block takes, as planned."""
        times = [
            Estimate(part.low_s or part.planned_s, part.planned_s, part.high_s or part.planned_s)
            for part in block.parts.all()
        ]
        return TimeSerializer(add_times(times)).data

    @extend_schema_field(RunningSerializer(allow_null=True))
    def get_running(self, block: Block) -> Any:
        """Null for a block that is not in play."""
        running = running_of(block, timezone.now())
        return RunningSerializer(running).data if running else None

    @extend_schema_field(BraidSerializer(many=True))
    def get_braids(self, block: Block) -> Any:
        """The drills whose runs are woven, stretch by stretch."""
        return BraidSerializer(list_braids(block), many=True).data

    @extend_schema_field(serializers.IntegerField(allow_null=True))
    def get_now(self, block: Block) -> int | None:
        """The part whose turn it is, by its id; null once all are over."""
        part = get_part_in_play(block)
        return part.pk if part else None

    def get_can_take_back(self, block: Block) -> bool:
        """Whether the last re-fit can be taken back."""
        return bool(block.before) and block.status == Block.Status.PLANNED


class RefitSerializer(ReadSerializer):
    minutes = serializers.IntegerField()


class WhenSerializer(ReadSerializer):
    """When something happened, where that was not now: on a device without a network."""

    at = StartField(required=False, allow_null=True, default=None)


class BlockChangeSerializer(WhenSerializer):
    change = serializers.ChoiceField(choices=["start", "finish", "drop", "restore"])
    note = serializers.CharField(required=False, default="", allow_blank=True, max_length=LONGEST_NOTE)
    effort = serializers.IntegerField(required=False, default=None, allow_null=True, help_text="0 to 10, or not told.")
