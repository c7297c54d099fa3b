"""Ladders of the shelf, as they are looked over and read."""

from typing import Any

from rest_framework import serializers

from config.reading import ReadSerializer
from jolly_core.body.risks import RISKS
from jolly_core.body.traits import REGIONS
from jolly_core.formats.pack_schema import LEVELS
from jolly_core.planning.browse import Wanted
from ladders.api.serializers import PairSerializer
from layouts.api.serializers import ZoneSerializer
from places.api.serializers import StandSerializer

LONGEST_SEARCH, MOST_MINUTES = 80, 120


class SparedField(serializers.ListField):
    """Regions of the body."""

    child = serializers.ChoiceField(choices=list(REGIONS))

    def __init__(self, **options: Any) -> None:
        super().__init__(max_length=len(REGIONS), **options)


class WantedSerializer(ReadSerializer):
    """What is looked for on the shelf; whatever is left out does not matter."""

    discipline = serializers.CharField(max_length=LONGEST_SEARCH, required=False, default="")
    place = serializers.CharField(
        max_length=LONGEST_SEARCH, required=False, default="", help_text="What a place has to offer: wall, table."
    )
    level = serializers.ChoiceField(choices=list(LEVELS), required=False)
    kit = serializers.CharField(max_length=LONGEST_SEARCH, required=False, default="")
    minutes = serializers.IntegerField(min_value=1, max_value=MOST_MINUTES, required=False, help_text="For one run.")
    spared = SparedField(required=False, help_text="What of the body it must not use.")
    words = serializers.CharField(max_length=LONGEST_SEARCH, required=False, default="")

    @staticmethod
    def wanted(given: dict[str, Any]) -> Wanted:
        """What is given, as the core takes it."""
        return Wanted(**{**given, "spared": tuple(sorted(given.get("spared", ())))})


class ShelfChoicesSerializer(ReadSerializer):
    """What there is to choose among on the shelf."""

    disciplines = serializers.ListField(child=serializers.CharField())
    places = serializers.ListField(child=serializers.CharField())
    levels = serializers.ListField(child=serializers.ChoiceField(choices=list(LEVELS)))
    regions = serializers.ListField(child=serializers.CharField())


class PictureSerializer(ReadSerializer):
    """Targets on a place of the library, as the athlete sees them."""

    place = serializers.CharField()
    title = serializers.CharField(source="layout.title")
    zones = ZoneSerializer(many=True, source="layout.zones")
    stand = StandSerializer(source="layout.stand")


class ShelfLadderSerializer(ReadSerializer):
    key = serializers.CharField(source="packed.key")
    title = serializers.CharField(source="packed.title")
    discipline = serializers.CharField(source="packed.discipline")
    summary = serializers.CharField()
    levels = serializers.ListField(source="packed.levels", child=serializers.ChoiceField(choices=list(LEVELS)))
    pair = PairSerializer(source="packed.pair")
    has_sides = serializers.BooleanField(source="packed.pair.has_sides")
    kit = serializers.ListField(source="packed.kit", child=serializers.CharField())
    cautions = serializers.ListField(source="packed.cautions", child=serializers.CharField())
    needs = serializers.ListField(
        source="packed.traits.needs", child=serializers.CharField(), help_text="What a place has to offer."
    )
    risks = serializers.SerializerMethodField()
    rungs = serializers.SerializerMethodField()
    run_s = serializers.IntegerField(help_text="One run on its first rung, without a record.")
    picture = PictureSerializer(allow_null=True)
    taken = serializers.IntegerField(allow_null=True, help_text="The athlete's own one, by its id.")

    def get_risks(self, on_shelf: Any) -> serializers.ListField(child=serializers.CharField()):  # type: ignore[valid-type]
        """The cautions that are said yes to before it is played."""
        return [RISKS[risk].words for risk in on_shelf.packed.traits.risks]

    def get_rungs(self, on_shelf: Any) -> serializers.ListField(child=serializers.CharField()):  # type: ignore[valid-type]
        """What its rungs are called."""
        return [rung.title for rung in on_shelf.packed.rungs]


class PackSerializer(ReadSerializer):
    """A ladder pack, as docs/formats/ladder-pack.schema.json describes it; the core says what may stand in it."""

    pack = serializers.JSONField()


class PackedLadderSerializer(ReadSerializer):
    """A ladder in a file, before it is taken in."""

    key = serializers.CharField()
    title = serializers.CharField()
    discipline = serializers.CharField()
    summary = serializers.CharField()
    rungs = serializers.SerializerMethodField()

    def get_rungs(self, packed: Any) -> serializers.ListField(child=serializers.CharField()):  # type: ignore[valid-type]
        """What its rungs are called."""
        return [rung.title for rung in packed.rungs]


class RefreshSerializer(ReadSerializer):
    """What is newer, a line each; nothing where the ladder is as the shelf has it."""

    words = serializers.ListField(child=serializers.CharField())


class ReadRungSerializer(ReadSerializer):
    """A rung as it is read before the ladder is taken."""

    number = serializers.IntegerField()
    title = serializers.CharField(source="packed.title")
    set_up = serializers.CharField()
    cues = serializers.ListField(child=serializers.CharField())
    card_lines = serializers.ListField(child=serializers.CharField())
    levers = serializers.CharField()
    step = serializers.CharField(help_text="What moved from the rung below.")
    goal_words = serializers.CharField(source="packed.game.goal_words")
    mark_words = serializers.CharField(source="packed.threshold.words")
    layout = PictureSerializer(allow_null=True)
    needs = serializers.ListField(child=serializers.CharField())


class ReadLadderSerializer(ReadSerializer):
    """A ladder of the shelf with all that it carries."""

    ladder = ShelfLadderSerializer()
    rungs = ReadRungSerializer(many=True)
