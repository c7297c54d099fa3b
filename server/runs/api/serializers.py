from typing import Any

from rest_framework import serializers

from config.fields import DayField, StartField
from config.reading import ReadSerializer
from config.typed import TypedField
from jolly_core.challenges.corrections import CHANGES, STORED_KINDS
from jolly_core.challenges.events import KINDS, LONGEST_NOTE, PRESSES
from jolly_core.challenges.game import HEARD_AS
from jolly_core.challenges.heard import LEAST_GAP_MS, MOST_GAP_MS, MOST_HITS
from jolly_core.challenges.registry import FORMATS
from jolly_core.challenges.settings import LONGEST_NAME
from jolly_core.challenges.tally import Tally
from jolly_core.record.strokes import Stroke
from jolly_core.thresholds.conditions.comfort import HURT_WORDS, SCALE
from ladders.api.serializers import LadderRefSerializer, RungRefSerializer, SideField
from ladders.quick import QUICK_GAMES
from runs.afterwards import LONGEST_TAG, MOST_TAGS
from runs.models import LONGEST_NOTE as LONGEST_RUN_NOTE
from runs.models import Run
from runs.old_results import MOST_ROWS
from runs.services import MOST_EVENTS_A_BATCH


def tally_field(**options: Any) -> TypedField:
    """What the rules make of a run's events; its detail is that of the run's format."""
    return TypedField(Tally, variants=[each.detail_type for each in FORMATS.values()], **options)


class YardstickSerializer(ReadSerializer):
    """The usual, the best and the mark that a run is measured against, as they stood when it began."""

    metric = serializers.CharField()
    title = serializers.CharField()
    unit = serializers.CharField()
    direction = serializers.ChoiceField(choices=["up", "down"])
    mark = serializers.FloatField()
    mark_words = serializers.CharField()
    mark_label = serializers.CharField(help_text="What the mark counts, and whether it is the most.")
    usual = serializers.FloatField(allow_null=True)
    usual_words = serializers.CharField(allow_null=True)
    best_words = serializers.CharField(allow_null=True)
    best = serializers.FloatField(allow_null=True)


class DistanceSerializer(ReadSerializer):
    """What is still missing to mark, usual and best; null without a value or a measure."""

    value = serializers.FloatField(allow_null=True)
    to_mark = serializers.FloatField(allow_null=True)
    to_usual = serializers.FloatField(allow_null=True)
    to_best = serializers.FloatField(allow_null=True)
    is_close_to_best = serializers.BooleanField()
    is_new_best = serializers.BooleanField()


class ResultSerializer(ReadSerializer):
    """The one number that a run is known by: the value of the metric that its mark asks for."""

    metric = serializers.CharField()
    title = serializers.CharField()
    value = serializers.FloatField(allow_null=True, help_text="Null where the run cannot tell it.")
    number = serializers.CharField(help_text="The value as it is said; empty where there is none.")
    label = serializers.CharField(help_text="What it counts, or why there is no value.")  # type: ignore[assignment]  # not the title of the field
    beside = serializers.CharField(help_text="A second line of the game's own; may be empty.")
    is_false_start = serializers.BooleanField(help_text="Stopped so early that one should ask to leave it out.")


class NewRunSerializer(ReadSerializer):
    rung = serializers.IntegerField()
    side = SideField()
    part = serializers.IntegerField(allow_null=True, required=False, default=None)
    started_at = StartField()
    was_played = serializers.BooleanField(
        required=False, default=False, help_text="It began on a device without a network: nothing refuses it any more."
    )
    way = serializers.CharField(
        required=False,
        allow_blank=True,
        allow_null=True,
        default=None,
        max_length=LONGEST_NAME,
        help_text="Which of two ways the device asked for, where it began there: only so it is a run of their trial.",
    )


class RunSerializer(ReadSerializer):
    id = serializers.UUIDField()
    rung = RungRefSerializer(source="said_rung")
    ladder = LadderRefSerializer(source="rung.ladder")
    part = serializers.IntegerField(source="part_id", allow_null=True)
    block = serializers.IntegerField(source="part.block_id", allow_null=True, default=None)
    side = SideField()
    side_words = serializers.CharField()
    way = serializers.CharField(help_text="Which of two ways it is played in, where they are on trial.")
    is_quick = serializers.BooleanField(source="rung.ladder.is_quick", help_text="Counted without a plan.")
    is_from_paper = serializers.BooleanField(help_text="Typed in from a sheet: totals, and no events.")
    format = serializers.CharField()
    make_word = serializers.SerializerMethodField(help_text="What the make half of the screen says.")
    miss_word = serializers.SerializerMethodField()
    heard_as = serializers.ChoiceField(
        source="game.heard_as",
        choices=HEARD_AS,
        help_text="What the ear makes of sounds, if anything.",
    )
    settings = serializers.DictField(source="game.settings.as_dict")
    double_tap_ms = serializers.IntegerField()
    started_at = serializers.DateTimeField()
    day = serializers.DateField()
    last_seq = serializers.IntegerField()
    last_at_ms = serializers.IntegerField()
    is_over = serializers.BooleanField()
    set_aside = serializers.CharField()
    comfort = serializers.IntegerField(
        source="told_comfort", allow_null=True, help_text="1, at my limit, to 5, easy; 0: it hurt."
    )
    comforts = serializers.ListField(
        child=serializers.CharField(), default=list(SCALE), help_text="What a comfort is called, from 1 up."
    )
    hurt_words = serializers.CharField(default=HURT_WORDS, help_text="What a comfort of 0 is called.")
    note = serializers.CharField(source="said_note", help_text="As it was written last; may be empty.")
    tags = serializers.ListField(source="tag_list", child=serializers.CharField())
    tally = tally_field(source="known_tally")
    result = ResultSerializer()
    yardstick = YardstickSerializer(source="measure")
    distance = DistanceSerializer()
    rules = serializers.DictField(
        source="rules.as_stored", help_text="What it is counted and measured by, for whoever counts it elsewhere."
    )

    def get_make_word(self, run: Run) -> str:
        return run.game.pressed_words[0]

    def get_miss_word(self, run: Run) -> str:
        return run.game.pressed_words[1]


class KitSerializer(ReadSerializer):
    """What a device needs to begin a run by itself."""

    rung = serializers.IntegerField(source="run.rung_id")
    side = SideField(source="run.side")
    game = serializers.CharField(help_text="Which of the plain games it is, without a plan; empty on a rung.")
    run = RunSerializer(help_text="A run as it would begin now; what is drawn anew for every run is open in its rules.")
    earlier = serializers.ListField(
        child=serializers.FloatField(), help_text="The latest values that it is measured by, oldest first."
    )
    dose = serializers.DictField(help_text="How many attempts a day and a week its ladder allows.")
    rung_days = serializers.DictField(help_text="The attempts of the last seven days on the rung, where it has a cap.")
    ladder_days = serializers.DictField(help_text="The same of its whole ladder.")
    ways = serializers.ListField(
        child=serializers.CharField(), help_text="The ways of the next runs in their order, where two are on trial."
    )


class LadderNameSerializer(ReadSerializer):
    id = serializers.IntegerField()
    title = serializers.CharField()


class RungNameSerializer(LadderNameSerializer):
    number = serializers.IntegerField()


class CountSerializer(ReadSerializer):
    """The big number of the court, and what it counts."""

    number = serializers.IntegerField()
    number_label = serializers.CharField()


class MarkSerializer(ReadSerializer):
    """The mark of a run and the usual that it was measured against, in words."""

    mark_words = serializers.CharField()
    usual_words = serializers.CharField(allow_null=True)


class ToMarkSerializer(ReadSerializer):
    to_mark = serializers.FloatField(allow_null=True, help_text="0 where the mark is met; null without a value.")


class RunRowSerializer(ReadSerializer):
    """A run as a list shows it: what a whole run says, and of that only what fits into a line."""

    id = serializers.UUIDField()
    rung = RungNameSerializer()
    ladder = LadderNameSerializer(source="rung.ladder")
    side_words = serializers.CharField()
    is_quick = serializers.BooleanField(source="rung.ladder.is_quick")
    is_from_paper = serializers.BooleanField()
    started_at = serializers.DateTimeField()
    day = serializers.DateField()
    is_over = serializers.BooleanField()
    set_aside = serializers.CharField()
    tags = serializers.ListField(source="tag_list", child=serializers.CharField())
    tally = CountSerializer(source="known_tally")
    result = ResultSerializer()
    yardstick = MarkSerializer(source="measure")
    distance = ToMarkSerializer()


class NewEventSerializer(ReadSerializer):
    """Types only: what may stand in an event is the core's to say."""

    id = serializers.UUIDField(help_text="Made by the client; the same event sent again is counted once.")
    kind = serializers.CharField(help_text=f"One of {', '.join(KINDS)}.")
    seq = serializers.IntegerField(help_text="The event's number in its run, from 1.")
    at_ms = serializers.IntegerField(help_text="The run's clock, ms; never goes backwards.")
    text = serializers.CharField(required=False, default="", allow_blank=True, max_length=LONGEST_NOTE)


class EventsSerializer(ReadSerializer):
    merges = serializers.BooleanField(
        required=False,
        default=False,
        help_text="Whether events that another device was faster than go behind what is stored, and are not refused.",
    )
    events = serializers.ListField(child=NewEventSerializer(), max_length=MOST_EVENTS_A_BATCH)


class RecordedSerializer(ReadSerializer):
    """How the run stands after a batch of events."""

    added = serializers.IntegerField()
    repeated = serializers.IntegerField()
    has_moved = serializers.BooleanField(help_text="Whether new ones went behind what another device had sent.")
    last_seq = serializers.IntegerField(source="run.last_seq")
    last_at_ms = serializers.IntegerField(source="run.last_at_ms")
    tally = tally_field(source="run.tally")
    result = ResultSerializer(source="run.result")
    distance = DistanceSerializer(source="run.distance")


class EventSerializer(ReadSerializer):
    id = serializers.UUIDField(source="client_id")
    kind = serializers.ChoiceField(choices=list(STORED_KINDS))
    seq = serializers.IntegerField()
    at_ms = serializers.IntegerField()
    text = serializers.CharField()


class AttachSerializer(ReadSerializer):
    rung = serializers.IntegerField()
    side = SideField()


class QuickRunSerializer(ReadSerializer):
    """Counting without a plan: by which of the plain games."""

    game = serializers.ChoiceField(choices=list(QUICK_GAMES))
    started_at = StartField()


class ComfortSerializer(ReadSerializer):
    comfort = serializers.IntegerField(allow_null=True, help_text="Null: it was not said.")


class SetAsideSerializer(ReadSerializer):
    reason = serializers.CharField(max_length=200)


class StrokesSerializer(ReadSerializer):
    """A run as strokes in time, corrections applied, each with what became of it."""

    strokes = serializers.ListField(child=TypedField(Stroke), source="*")


class CorrectionSerializer(serializers.Serializer[Any]):
    """What is said of a press, by its number: that it was another one, did not happen, or one more came after it."""

    seq = serializers.IntegerField(min_value=1)
    change = serializers.ChoiceField(choices=CHANGES)
    kind = serializers.ChoiceField(choices=["", *PRESSES], required=False, default="")
    text = serializers.CharField(required=False, allow_blank=True, default="", max_length=LONGEST_NOTE // 2)


class HeardSerializer(serializers.Serializer[Any]):
    """What the ear has heard of a run: when hits were, by the run's clock, and after what wait a rally is over."""

    hits_ms = serializers.ListField(
        child=serializers.IntegerField(min_value=0), allow_empty=False, max_length=MOST_HITS
    )
    gap_ms = serializers.IntegerField(min_value=LEAST_GAP_MS, max_value=MOST_GAP_MS)


class DescribedSerializer(serializers.Serializer[Any]):
    """A note, and tags of one's own."""

    note = serializers.CharField(allow_blank=True, max_length=LONGEST_RUN_NOTE)
    tags = serializers.ListField(child=serializers.CharField(max_length=LONGEST_TAG), max_length=MOST_TAGS)


class OldResultSerializer(serializers.Serializer[Any]):
    """A result from long ago: the value of the metric that the rung's mark asks for."""

    day = DayField()
    rung = serializers.IntegerField(min_value=1)
    side = SideField()
    value = serializers.FloatField()
    note = serializers.CharField(required=False, allow_blank=True, default="", max_length=LONGEST_RUN_NOTE)


class OldResultsSerializer(serializers.Serializer[Any]):
    """Results from long ago, many at a time: all of them are kept, or none."""

    rows = serializers.ListField(child=OldResultSerializer(), allow_empty=False, max_length=MOST_ROWS)
