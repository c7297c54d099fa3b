"""Lines of flight, as the flight view asks for them."""

from drf_spectacular.utils import extend_schema
from rest_framework import serializers
from rest_framework.response import Response
from rest_framework.views import APIView

from config.reading import ReadSerializer
from config.requests import Request, read_given
from jolly_core.aim.lines import can_land_before, fly, window_under_string
from jolly_core.errors import CoreError
from places.selectors import get_drawn_place

WALLS = {"front": "B", "left": "L", "right": "R"}
#: Before a wall there is no other wall: this far back nothing stands in the way.
FAR_M = 100.0


class SpaceSerializer(ReadSerializer):
    """A point: from the left end of the wall, away from the wall, and up; in metres."""

    x_m = serializers.FloatField(min_value=-FAR_M, max_value=FAR_M)
    away_m = serializers.FloatField(min_value=0, max_value=FAR_M)
    height_m = serializers.FloatField(min_value=0, max_value=20)


class OffWallSerializer(ReadSerializer):
    here = SpaceSerializer()
    there = SpaceSerializer()
    walls = serializers.ListField(child=serializers.ChoiceField(choices=list(WALLS)), min_length=1, max_length=2)
    width_m = serializers.FloatField(min_value=0.1, max_value=FAR_M)


class FlightSerializer(ReadSerializer):
    touches = SpaceSerializer(many=True)
    path_m = serializers.FloatField()
    legs_m = serializers.ListField(child=serializers.FloatField())
    no_way = serializers.CharField(help_text="Why there is no such line; empty where there is one.")


class OverNetSerializer(ReadSerializer):
    place = serializers.CharField()
    contact_m = serializers.FloatField(min_value=0.01, max_value=5)
    from_net_m = serializers.FloatField(min_value=0.01, max_value=30)
    string_m = serializers.FloatField(min_value=0.01, max_value=5, help_text="Above the middle of the net.")


class LineReachedSerializer(ReadSerializer):
    title = serializers.CharField()
    behind_net_m = serializers.FloatField()
    can_land_before = serializers.BooleanField()


class NetWindowSerializer(ReadSerializer):
    """Where straight lines between net and string land behind the net; null where they never come down."""

    net_m = serializers.FloatField()
    length_m = serializers.FloatField(help_text="Of the court or table behind the net.")
    nearest_m = serializers.FloatField(allow_null=True)
    farthest_m = serializers.FloatField(allow_null=True)
    lines = LineReachedSerializer(many=True)


class OffWallView(APIView):
    """Where on a wall to aim from here to reach there."""

    keeps_nothing = True

    @extend_schema(operation_id="fly_off_wall", request=OffWallSerializer, responses=FlightSerializer)
    def post(self, request: Request) -> Response:
        asked = read_given(request, OffWallSerializer)
        here, there = ((each["x_m"], each["away_m"], each["height_m"]) for each in (asked["here"], asked["there"]))
        try:
            flight = fly(here, there, [WALLS[wall] for wall in asked["walls"]], (asked["width_m"], FAR_M))
        except CoreError as error:
            # Asking for a line that does not exist is no error: the answer says so.
            return Response({"touches": [], "path_m": 0.0, "legs_m": [], "no_way": error.problems[0].message})
        touches = [{"x_m": x, "away_m": y, "height_m": height} for x, y, height in flight.touches]
        return Response({"touches": touches, "path_m": flight.path_m, "legs_m": list(flight.legs_m), "no_way": ""})


class OverNetView(APIView):
    """What a straight line over a net, and under a string above it, can reach."""

    keeps_nothing = True

    @extend_schema(operation_id="fly_over_net", request=OverNetSerializer, responses=NetWindowSerializer)
    def post(self, request: Request) -> Response:
        asked = read_given(request, OverNetSerializer)
        place = get_drawn_place(request.user, asked["place"])
        if place.net is None:
            raise CoreError.one(
                "no_net", f"{place.title} has no net; choose a place with one.", "place", value=place.id
            )
        net = place.net
        way = asked["contact_m"], asked["from_net_m"], net.centre_m
        window = window_under_string(*way, net.centre_m + asked["string_m"])
        lines = [
            {"title": title, "behind_net_m": at, "can_land_before": can_land_before(*way, at)}
            for title, at in place.lines_behind_net()
        ]
        surface = place.surface(net.surface)
        answer = {
            "net_m": net.centre_m,
            "length_m": surface.length_m - net.y_m if surface else 0.0,
            "nearest_m": window[0] if window else None,
            "farthest_m": window[1] if window else None,
            "lines": lines,
        }
        return Response(NetWindowSerializer(answer).data)
