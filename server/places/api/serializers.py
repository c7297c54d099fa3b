from typing import Any

from drf_spectacular.utils import extend_schema_field
from rest_framework import serializers

from config.reading import ReadSerializer
from jolly_core.ear.lessons import MOST_BANDS, MOST_SOUNDS
from jolly_core.measures import read_long
from jolly_core.places.guides import guides_of
from jolly_core.places.kit import thing_m, thing_name
from jolly_core.places.layout import first_stand
from jolly_core.places.place import KINDS, Surface
from jolly_core.places.place import Place as DrawnPlace
from jolly_core.places.standing import stand_range
from places.api.shapes import ShapeField
from places.models import Place
from places.selectors import OWN


class PointField(serializers.ListField):
    """Two lengths in metres: to the right, and away or up."""

    def __init__(self, **options: Any) -> None:
        super().__init__(child=serializers.FloatField(), min_length=2, max_length=2, **options)


class SoundField(serializers.ListField):
    """A sound: its bands over the floor, in dB."""

    def __init__(self, **options: Any) -> None:
        super().__init__(child=serializers.FloatField(), min_length=1, max_length=MOST_BANDS, **options)


class SpotSerializer(ReadSerializer):
    """A landmark that one can hold the end of a tape to."""

    title = serializers.CharField(max_length=60)
    at = PointField()


class DrawingSerializer(ReadSerializer):
    """An own place as it was measured; what can be is the core's to say."""

    kind = serializers.ChoiceField(choices=list(KINDS))
    width_m = serializers.FloatField()
    length_m = serializers.FloatField(help_text="Its height, of a wall.")
    spots = serializers.ListField(child=SpotSerializer(), max_length=40, required=False)


class NewPlaceSerializer(ReadSerializer):
    name = serializers.CharField(max_length=80)
    offers = serializers.ListField(child=serializers.CharField(max_length=40), max_length=20)
    drawing = DrawingSerializer(required=False)


class EarSerializer(ReadSerializer):
    """What the ear was taught of a place; what can be is the core's to say."""

    sensitivity = serializers.FloatField(help_text="Where the slider was left: above 1 weaker sounds are hits, too.")
    hits = serializers.ListField(child=SoundField(), max_length=MOST_SOUNDS, help_text="What hits sound like.")
    others = serializers.ListField(child=SoundField(), max_length=MOST_SOUNDS, help_text="What was struck out.")
    cut = serializers.FloatField(allow_null=True, help_text="How strong a hit is at least, where it was calibrated.")


class PlaceSerializer(serializers.ModelSerializer[Place]):
    offers = serializers.ListField(child=serializers.CharField())
    ear = EarSerializer(allow_null=True)
    drawn_as = serializers.SerializerMethodField()

    class Meta:
        model = Place
        fields = ("id", "name", "offers", "drawn_as", "ear")

    def get_drawn_as(self, place: Place) -> str:
        """Its id in the library of places; empty where it was not measured."""
        return f"{OWN}{place.pk}" if place.drawing else ""


class PaintedLineSerializer(ReadSerializer):
    title = serializers.CharField()
    start = PointField()
    end = PointField()


class GuideSerializer(ReadSerializer):
    at_m = serializers.FloatField()
    title = serializers.CharField()


class CloserSerializer(ReadSerializer):
    """A part of a long surface to be looked at closer."""

    title = serializers.CharField()
    from_m = serializers.FloatField()
    to_m = serializers.FloatField()


class SurfaceSerializer(ReadSerializer):
    """A flat part of a place, with what is on it and what targets snap to."""

    id = serializers.CharField()
    title = serializers.CharField()
    kind = serializers.CharField()
    width_m = serializers.FloatField()
    length_m = serializers.FloatField()
    left_m = serializers.FloatField()
    away_m = serializers.FloatField()
    is_upright = serializers.BooleanField()
    stands = serializers.CharField(help_text="Ahead, left, right or behind, for who looks away from the near edge.")
    lines = PaintedLineSerializer(many=True)
    spots = SpotSerializer(many=True)
    guides_x = GuideSerializer(many=True)
    guides_y = GuideSerializer(many=True)
    thing = serializers.CharField(help_text="What is set out there: a ball, a cone, a sticker.")
    thing_m = serializers.FloatField(help_text="How wide such a thing is.")
    net_m = serializers.FloatField(allow_null=True, help_text="How far away a net stands on it; null without one.")
    closer = CloserSerializer(many=True)


class ReadySerializer(ReadSerializer):
    """A shape that is there already, ready to be taken as a target; ``at`` is its middle."""

    surface = serializers.CharField()
    title = serializers.CharField()
    at = PointField()
    shape = ShapeField()


class SizeSerializer(ReadSerializer):
    name = serializers.CharField()
    words = serializers.CharField()


class NetSerializer(ReadSerializer):
    y_m = serializers.FloatField()
    centre_m = serializers.FloatField()
    side_m = serializers.FloatField()


class StandSerializer(ReadSerializer):
    x_m = serializers.FloatField()
    back_m = serializers.FloatField()


class DrawnPlaceSerializer(ReadSerializer):
    """A place to scale, with the source of its sizes."""

    reads_context = True

    id = serializers.CharField()
    title = serializers.CharField()
    sizes_from = serializers.CharField(source="source")
    own_id = serializers.SerializerMethodField()
    surfaces = serializers.SerializerMethodField()
    ready = ReadySerializer(many=True)
    net = NetSerializer(allow_null=True)
    front_m = serializers.FloatField(allow_null=True)
    sizes = serializers.SerializerMethodField()
    first_stand = serializers.SerializerMethodField()
    least_back_m = serializers.SerializerMethodField()
    most_back_m = serializers.SerializerMethodField()

    def get_own_id(self, place: DrawnPlace) -> int | None:
        """The athlete's own place behind it; null for one of the library's."""
        return int(place.id.removeprefix(OWN)) if place.id.startswith(OWN) else None

    @extend_schema_field(SurfaceSerializer(many=True))
    def get_surfaces(self, place: DrawnPlace) -> Any:
        return SurfaceSerializer([_surface(place, surface) for surface in place.surfaces], many=True).data

    @extend_schema_field(SizeSerializer(many=True))
    def get_sizes(self, place: DrawnPlace) -> Any:
        units = self.context["units"]
        rows = [{"name": name.replace("_", " "), "words": read_long(size, units)} for name, size in place.sizes.items()]
        return SizeSerializer(rows, many=True).data

    @extend_schema_field(StandSerializer)
    def get_first_stand(self, place: DrawnPlace) -> Any:
        return StandSerializer(first_stand(place)).data

    def get_least_back_m(self, place: DrawnPlace) -> float:
        """How far inside one may stand, as a slider goes."""
        return stand_range(place)[0]

    def get_most_back_m(self, place: DrawnPlace) -> float:
        """How far back one may stand."""
        return stand_range(place)[1]


def _surface(place: DrawnPlace, surface: Surface) -> dict[str, Any]:
    guides = guides_of(place, surface)
    return {
        **vars(surface),
        "is_upright": surface.is_upright,
        "lines": place.lines_on(surface.id),
        "spots": place.landmarks(surface.id),
        "guides_x": guides.x,
        "guides_y": guides.y,
        "thing": thing_name(surface),
        "thing_m": thing_m(place, surface),
        "net_m": place.net.y_m if place.net and place.net.surface == surface.id else None,
    }
