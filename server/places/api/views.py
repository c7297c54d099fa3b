from drf_spectacular.utils import extend_schema
from rest_framework.response import Response
from rest_framework.views import APIView

from config.requests import Request, read_given
from places import selectors, services
from places.api.serializers import DrawnPlaceSerializer, EarSerializer, NewPlaceSerializer, PlaceSerializer


class PlacesView(APIView):
    """Where the athlete practises, and what each place offers."""

    @extend_schema(operation_id="list_places", responses=PlaceSerializer(many=True))
    def get(self, request: Request) -> Response:
        return Response(PlaceSerializer(selectors.list_places(request.user), many=True).data)

    @extend_schema(operation_id="keep_place", request=NewPlaceSerializer, responses={201: PlaceSerializer})
    def post(self, request: Request) -> Response:
        given = read_given(request, NewPlaceSerializer)
        place = services.keep_place(request.user, **given)
        return Response(PlaceSerializer(place).data, status=201)


class PlaceView(APIView):
    """Forgetting a place; blocks that were planned there stay."""

    @extend_schema(operation_id="drop_place", responses={204: None})
    def delete(self, request: Request, place_id: int) -> Response:
        services.drop_place(request.user, place_id)
        return Response(status=204)


class EarView(APIView):
    """What the ear was taught of a place."""

    @extend_schema(operation_id="teach_ear", request=EarSerializer, responses=PlaceSerializer)
    def put(self, request: Request, place_id: int) -> Response:
        place = services.teach_ear(request.user, place_id, read_given(request, EarSerializer))
        return Response(PlaceSerializer(place).data)


class LibraryView(APIView):
    """Every place to scale, the athlete's own ones first."""

    @extend_schema(operation_id="list_library", responses=DrawnPlaceSerializer(many=True))
    def get(self, request: Request) -> Response:
        places = selectors.list_library(request.user)
        return Response(DrawnPlaceSerializer(places, many=True, context={"units": request.user.units}).data)
