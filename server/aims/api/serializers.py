from math import degrees

from rest_framework import serializers

from aims.selectors import LadderAim, ZoneWorkedOut
from config.reading import ReadSerializer
from jolly_core.places.layout import MOST_ZONES
from jolly_core.places.named_orders import MADE
from jolly_core.places.tape import Check
from jolly_core.planning.lever_maker import BETWEEN, EASIER, NEXT, LeverOffer
from jolly_core.planning.rung_maker import DISTANCE, SIZE
from ladders.api.serializers import SideField
from layouts.api.serializers import NewLayoutSerializer, ZoneSerializer
from places.api.serializers import StandSerializer
from places.api.shapes import ShapeField


class PredictedSerializer(ReadSerializer):
    """A chance from 0 to 1, nineteen times in twenty between its ends."""

    chance = serializers.FloatField()
    low = serializers.FloatField()
    high = serializers.FloatField()


class LadderAimSerializer(ReadSerializer):
    """The aim at one ladder's targets with one side; angles are in degrees."""

    ladder = serializers.IntegerField(source="ladder.pk")
    side = SideField()
    title = serializers.CharField()
    spread_deg = serializers.SerializerMethodField()
    attempts = serializers.IntegerField(source="aim.attempts")
    places = serializers.ListField(child=serializers.CharField(), help_text="Where its ladder's rungs are laid.")
    is_contradicted = serializers.BooleanField(source="aim.is_contradicted")
    words = serializers.CharField()

    def get_spread_deg(self, aim: LadderAim) -> float:
        return degrees(aim.aim.spread)


class LayingSerializer(NewLayoutSerializer):
    """A layout as it is being laid, and whose aim it is looked at with."""

    ladder = serializers.IntegerField(allow_null=True, default=None)
    side = SideField(allow_null=True, default=None)


class TapeStepSerializer(ReadSerializer):
    what = serializers.CharField()
    where = serializers.ListField(child=serializers.CharField())


class TapeCheckSerializer(serializers.Serializer[Check]):
    zone = serializers.CharField()
    size = serializers.CharField()
    rounding = serializers.CharField()


class SurfaceTapeSerializer(ReadSerializer):
    """What one person lays on a surface, step by step, and the sizes to check its targets by."""

    surface = serializers.CharField()
    title = serializers.CharField()
    steps = TapeStepSerializer(many=True)
    checks = TapeCheckSerializer(many=True)


class ZoneWorkedOutSerializer(serializers.Serializer[ZoneWorkedOut]):
    name = serializers.CharField(source="zone.name")
    distance_m = serializers.FloatField()
    distance_words = serializers.CharField()
    predicted = PredictedSerializer(allow_null=True)


class OfferSerializer(ReadSerializer):
    """A step that makes a target a fair challenge: where to stand, and how large it is."""

    zone = serializers.CharField(source="zone.name")
    lever = serializers.ChoiceField(choices=[DISTANCE, SIZE], source="step.lever")
    words = serializers.CharField(source="step.words")
    predicted = PredictedSerializer(source="step.predicted")
    is_harder = serializers.BooleanField(source="step.is_harder")
    stand = StandSerializer()
    shape = ShapeField(source="step.target")


class WorkedOutSerializer(ReadSerializer):
    """All that follows from a layout."""

    zones = ZoneWorkedOutSerializer(many=True)
    tape = SurfaceTapeSerializer(many=True)
    kit = serializers.ListField(child=serializers.CharField())
    stand_words = serializers.CharField()
    steps = serializers.ListField(child=serializers.CharField())
    pattern_problem = serializers.CharField()
    aim = LadderAimSerializer(allow_null=True)
    offers = OfferSerializer(many=True)


class DividingSerializer(ReadSerializer):
    zone = ZoneSerializer()
    columns = serializers.IntegerField()
    rows = serializers.IntegerField()


class OrderSerializer(ReadSerializer):
    zones = serializers.ListField(child=ZoneSerializer(), max_length=MOST_ZONES)
    made = serializers.ChoiceField(choices=list(MADE))


class PatternSerializer(ReadSerializer):
    pattern = serializers.CharField()


class LeverOfferSerializer(ReadSerializer):
    """One lever moved, and what the record foretells there."""

    reads_context = True

    lever = serializers.CharField(source="lever.kind")
    what_for = serializers.ChoiceField(choices=[NEXT, EASIER, BETWEEN])
    words = serializers.SerializerMethodField()
    foretold = serializers.CharField(source="foretold.words")
    is_harder = serializers.BooleanField()

    def get_words(self, offer: LeverOffer) -> str:
        units: str = self.context["units"]
        return offer.lever.said(units)


class LeverRungSerializer(ReadSerializer):
    lever = serializers.CharField()
    what_for = serializers.CharField()


class NextRungSerializer(ReadSerializer):
    lever = serializers.ChoiceField(choices=[DISTANCE, SIZE])
