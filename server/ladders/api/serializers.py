from typing import Any

from drf_spectacular.utils import extend_schema_field
from rest_framework import serializers

from config.reading import ReadSerializer
from jolly_core.body.risks import RISKS
from jolly_core.challenges.game import HEARD_AS
from jolly_core.challenges.registry import FORMATS as GAMES
from jolly_core.ladder.levers import CHOSEN, COUNTED, LENGTH, LEVERS, MOST_LEVERS, SAID
from jolly_core.ladder.needs import MOST_NEEDS
from jolly_core.sides import PAIRS, SIDES, STRONG_BEFORE, WEAK_BEFORE
from ladders.models import Ladder
from ladders.rungs import MOST_RUNGS
from ladders.selectors import list_acknowledgements
from layouts.api.serializers import LayoutRefSerializer

FORMATS = tuple(GAMES)
HIGHEST_NUMBER = 1000


class ThresholdSerializer(ReadSerializer):
    """Types only: what may be asked is the core's to say."""

    metric = serializers.CharField()
    mark = serializers.FloatField()
    conditions = serializers.DictField(
        child=serializers.DictField(), help_text="The settings of each condition by its id; all of them must hold."
    )
    each_side = serializers.BooleanField()
    floor = serializers.FloatField(allow_null=True)
    floor_runs = serializers.IntegerField()


class ConditionKindSerializer(ReadSerializer):
    """What a threshold can ask: what it is good for, and the JSON Schema of its settings."""

    id = serializers.CharField()
    title = serializers.CharField()
    meaning = serializers.CharField()
    settings_schema = serializers.JSONField(source="schema")


class MetricSerializer(ReadSerializer):
    id = serializers.CharField()
    title = serializers.CharField()
    direction = serializers.ChoiceField(choices=["up", "down"])
    unit = serializers.CharField()


class ChallengeSerializer(ReadSerializer):
    """A format of challenge: its game, what it measures, and the JSON Schema of its settings."""

    id = serializers.CharField()
    title = serializers.CharField()
    game = serializers.CharField(source="summary")
    metrics = MetricSerializer(many=True)
    heard_as = serializers.ChoiceField(choices=HEARD_AS, help_text="What the ear makes of sounds, if anything.")
    settings_schema = serializers.JSONField(source="schema")


class LeverKindSerializer(ReadSerializer):
    """A lever: its value is a length in metres, a counted number of ``unit``, one of ``choices``, or words."""

    id = serializers.ChoiceField(choices=list(LEVERS))
    title = serializers.CharField()
    takes = serializers.ChoiceField(choices=[LENGTH, COUNTED, CHOSEN, SAID])
    unit = serializers.CharField()
    low = serializers.FloatField()
    high = serializers.FloatField()
    choices = serializers.ListField(child=serializers.CharField())


class LeverSerializer(ReadSerializer):
    """What a lever is set to. Types only: what it can be set to is the core's to say."""

    kind = serializers.CharField()
    value = serializers.FloatField(required=False, allow_null=True, default=None)
    words = serializers.CharField(required=False, allow_blank=True, default="")


class RungToMakeSerializer(ReadSerializer):
    """A rung as it is made or changed: its game with its settings. Types only: what may be set is the core's to say."""

    title = serializers.CharField(max_length=120, allow_blank=True, help_text="Empty: the game in a few words.")
    set_up = serializers.CharField(allow_blank=True, max_length=2000)
    cues = serializers.ListField(child=serializers.CharField(max_length=60), max_length=2)
    levers = serializers.ListField(
        child=LeverSerializer(), required=False, max_length=MOST_LEVERS, help_text="Left out: as they were."
    )
    format = serializers.CharField()
    settings = serializers.DictField()


class RowSerializer(ReadSerializer):
    """A rung as a row of a table. Types only: what may be set is the core's to say."""

    rung = serializers.IntegerField(allow_null=True, help_text="Null: a new one, at this place.")
    title = serializers.CharField(max_length=120, allow_blank=True, help_text="Empty: the game in a few words.")
    levers = serializers.ListField(child=LeverSerializer(), max_length=MOST_LEVERS)
    format = serializers.CharField()
    settings = serializers.DictField()
    mark = serializers.FloatField(allow_null=True, help_text="Null: what is asked stays, or is fair to ask.")


class TableSerializer(ReadSerializer):
    """The rungs of a ladder, from the ground up."""

    rows = serializers.ListField(child=RowSerializer(), max_length=MOST_RUNGS)


class ZonesSerializer(ReadSerializer):
    zones = serializers.ListField(child=serializers.CharField(max_length=80), max_length=24)


class UsualOrderSerializer(ReadSerializer):
    """A usual order: as it is written, what it is called, and the zones of a lap."""

    written = serializers.CharField()
    title = serializers.CharField()
    steps = serializers.ListField(child=serializers.CharField())


class PairKindSerializer(ReadSerializer):
    """A pair of sides by its two words; those of one's own have none yet."""

    id = serializers.ChoiceField(choices=list(PAIRS))
    title = serializers.CharField()
    first = serializers.CharField()
    second = serializers.CharField()


class PairToMakeSerializer(ReadSerializer):
    """What the two sides are; the words are for those that have none of their own."""

    kind = serializers.ChoiceField(choices=list(PAIRS))
    first = serializers.CharField(required=False, allow_blank=True, default="")
    second = serializers.CharField(required=False, allow_blank=True, default="")
    is_in_turn = serializers.BooleanField(required=False, default=False)


class PairSerializer(ReadSerializer):
    """What the two sides of a ladder are."""

    kind = serializers.ChoiceField(choices=list(PAIRS))
    title = serializers.CharField()
    first = serializers.CharField()
    second = serializers.CharField()
    is_in_turn = serializers.BooleanField()


class RungToPutInSerializer(RungToMakeSerializer):
    """A rung with the number at which it is put in; null puts it on top."""

    number = serializers.IntegerField(
        required=False, allow_null=True, default=None, min_value=1, max_value=HIGHEST_NUMBER
    )


class RungNumberSerializer(ReadSerializer):
    number = serializers.IntegerField(min_value=1, max_value=HIGHEST_NUMBER)


class NeedSerializer(ReadSerializer):
    """A rung that another one needs; ``is_must``: it has to be held first."""

    rung = serializers.IntegerField()
    is_must = serializers.BooleanField()


class NeedsSerializer(ReadSerializer):
    needs = serializers.ListField(child=NeedSerializer(), max_length=MOST_NEEDS)


class LadderWordsSerializer(ReadSerializer):
    title = serializers.CharField(max_length=120)
    discipline = serializers.CharField(max_length=80, allow_blank=True)
    summary = serializers.CharField(allow_blank=True, max_length=500)


class SchoolSerializer(ReadSerializer):
    school = serializers.CharField(max_length=20)


class SchoolKindSerializer(ReadSerializer):
    """A way to climb a ladder: what it asks, and what that costs."""

    id = serializers.CharField()
    title = serializers.CharField()
    meaning = serializers.CharField()
    price = serializers.CharField()


class VisitsSerializer(ReadSerializer):
    from_rung_one = serializers.BooleanField(help_text="False: the rung being worked on alone.")


class ArchiveSerializer(ReadSerializer):
    is_archived = serializers.BooleanField(help_text="False brings it back.")


class LadderToMakeSerializer(ReadSerializer):
    title = serializers.CharField(max_length=120)
    discipline = serializers.CharField(max_length=80)
    summary = serializers.CharField(allow_blank=True, max_length=500)
    pair = PairToMakeSerializer(required=False)
    rung = RungToMakeSerializer()
    layout = serializers.IntegerField(
        required=False, allow_null=True, default=None, help_text="A layout to play its first rung on."
    )


class SettingsSerializer(ReadSerializer):
    settings = serializers.DictField()


class CheckedSerializer(ReadSerializer):
    """Settings as they are read, the game in a few words, and how long a run takes without a record."""

    settings = serializers.DictField()
    goal_words = serializers.CharField()
    rule = serializers.CharField()
    low_s = serializers.IntegerField()
    expected_s = serializers.IntegerField()
    high_s = serializers.IntegerField()


class PlayedSideSerializer(ReadSerializer):
    side = serializers.ChoiceField(choices=list(SIDES))
    words = serializers.CharField(help_text="With the hand it means for this athlete; empty without sides.")


class RiskSerializer(ReadSerializer):
    """A skill's risk: the caution to be acknowledged, and when it was; null while it was not."""

    id = serializers.CharField()
    title = serializers.CharField()
    words = serializers.CharField()
    at = serializers.DateTimeField(allow_null=True)


class RiskKindSerializer(ReadSerializer):
    id = serializers.CharField()
    title = serializers.CharField()
    words = serializers.CharField()


class BodyAsksSerializer(ReadSerializer):
    """What can be said of a drill: joints, movements, what its attempts are, how hard it is, what can injure."""

    regions = serializers.ListField(child=serializers.CharField())
    actions = serializers.ListField(child=serializers.CharField())
    counts = serializers.ListField(child=serializers.CharField())
    efforts = serializers.ListField(child=serializers.CharField())
    risks = RiskKindSerializer(many=True)


class BodySerializer(ReadSerializer):
    """What a ladder asks of the body. Types only: what can be said is the core's."""

    regions = serializers.ListField(child=serializers.CharField(), max_length=20)
    actions = serializers.ListField(child=serializers.CharField(), max_length=20)
    risks = serializers.ListField(child=serializers.CharField(), max_length=20)
    counts = serializers.CharField(allow_null=True)
    effort = serializers.CharField()


class SaidYesSerializer(ReadSerializer):
    risk = serializers.CharField()


class LadderRefSerializer(ReadSerializer):
    id = serializers.IntegerField()
    title = serializers.CharField()
    discipline = serializers.CharField()
    pair = PairSerializer(source="known_pair")
    has_sides = serializers.BooleanField()
    kit = serializers.ListField(child=serializers.CharField())
    cautions = serializers.ListField(child=serializers.CharField())
    summary = serializers.CharField(source="said_summary")
    sides = serializers.SerializerMethodField()
    risks = serializers.SerializerMethodField()
    archived_at = serializers.DateTimeField(allow_null=True, help_text="When it was put away; null for one in use.")
    from_rung_one = serializers.BooleanField(help_text="Whether a block plays it from rung 1 up.")
    school = serializers.CharField(help_text="Which school it is climbed by; empty where none was chosen.")
    body = BodySerializer(source="known_traits")
    needs = serializers.ListField(source="known_traits.needs", child=serializers.CharField())
    dose_words = serializers.CharField(source="known_traits.dose.words")

    @extend_schema_field(RiskSerializer(many=True))
    def get_risks(self, ladder: Ladder) -> Any:
        """What has to be acknowledged before it is played."""
        said_yes = {each.risk: each.made_at for each in list_acknowledgements(ladder)}
        risks = [RISKS[risk] for risk in ladder.known_traits.risks]
        return [
            {"id": risk.id, "title": risk.title, "words": risk.words, "at": said_yes.get(risk.id)} for risk in risks
        ]

    @extend_schema_field(PlayedSideSerializer(many=True))
    def get_sides(self, ladder: Ladder) -> list[dict[str, str]]:
        """The sides it is played on, the one to begin with first."""
        return [{"side": side, "words": ladder.known_pair.words(side)} for side in ladder.sides]


class RungRefSerializer(ReadSerializer):
    id = serializers.IntegerField()
    number = serializers.IntegerField()
    title = serializers.CharField()
    set_up = serializers.CharField(source="said_set_up")
    levers = serializers.CharField(source="levers_words", help_text="What makes it as hard as it is, in a line.")
    cues = serializers.ListField(source="said_cues", child=serializers.CharField())
    card_lines = serializers.ListField(
        source="said_card.lines", child=serializers.CharField(), help_text="What its card says before a run."
    )
    format = serializers.CharField()
    settings = serializers.DictField(source="game.settings.as_dict")
    goal_words = serializers.CharField(source="game.goal_words")
    lasts_ms = serializers.IntegerField(
        source="game.lasts_ms", allow_null=True, help_text="How long a run of it takes at most, where an end is set."
    )
    layout = LayoutRefSerializer(source="laid", allow_null=True)


class RungWorkedOnSerializer(ReadSerializer):
    """A rung as a list of ladders shows it: which one it is, and what is to be reached."""

    id = serializers.IntegerField()
    number = serializers.IntegerField()
    title = serializers.CharField()
    goal_words = serializers.CharField(source="game.goal_words")


class CardItemSerializer(ReadSerializer):
    """Something that can stand on a card, with the JSON Schema of its settings."""

    id = serializers.CharField()
    title = serializers.CharField()
    settings_schema = serializers.JSONField(source="schema")


class CardSerializer(ReadSerializer):
    """The items of a card by their ids. Types only: what may stand in one is the core's to say."""

    card = serializers.DictField(child=serializers.DictField())


class WrittenSerializer(ReadSerializer):
    """The texts of a rung as they are written, their marked words in braces: what an editor changes."""

    set_up = serializers.CharField()
    cues = serializers.ListField(child=serializers.CharField())
    levers = LeverSerializer(source="known_levers", many=True)
    card = serializers.DictField(child=serializers.DictField())


class AttachedLayoutSerializer(ReadSerializer):
    layout = serializers.IntegerField(allow_null=True, help_text="Null takes the layout off the rung.")


class SideField(serializers.ChoiceField):
    def __init__(self, **options: Any) -> None:
        super().__init__(choices=list(SIDES), **options)

    def to_internal_value(self, data: Any) -> str:
        """A page that was open before sides were pairs may still have presses to send, under the old names."""
        return str(data) if data in (STRONG_BEFORE, WEAK_BEFORE) else super().to_internal_value(data)
