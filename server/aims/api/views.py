from datetime import UTC, datetime

from drf_spectacular.utils import extend_schema
from rest_framework.response import Response
from rest_framework.views import APIView

from aims import selectors, services
from aims.api.serializers import (
    DividingSerializer,
    LadderAimSerializer,
    LayingSerializer,
    LeverOfferSerializer,
    LeverRungSerializer,
    NextRungSerializer,
    OfferSerializer,
    OrderSerializer,
    PatternSerializer,
    WorkedOutSerializer,
)
from aims.by_record import list_lever_offers
from config.requests import Request, read_given
from jolly_core.patterns.written import write_pattern
from jolly_core.places.layout import mirror_layout, read_layout
from jolly_core.places.named_orders import make_pattern
from jolly_core.places.zone import divide, list_targets, read_zone
from ladders.api.serializers import RungRefSerializer
from ladders.selectors import get_rung
from layouts.api.serializers import NewLayoutSerializer, ZoneSerializer
from places.selectors import get_drawn_place


class AimsView(APIView):
    """The athlete's aim at each ladder that has targets, side by side."""

    @extend_schema(operation_id="list_aims", responses=LadderAimSerializer(many=True))
    def get(self, request: Request) -> Response:
        return Response(LadderAimSerializer(selectors.list_aims(request.user), many=True).data)


class WorkedOutView(APIView):
    """What follows from a layout while it is being laid. Nothing is kept."""

    keeps_nothing = True

    @extend_schema(operation_id="work_out_layout", request=LayingSerializer, responses=WorkedOutSerializer)
    def post(self, request: Request) -> Response:
        given = read_given(request, LayingSerializer)
        aim = selectors.get_aim(request.user, given["ladder"], given["side"]) if given["ladder"] else None
        return Response(WorkedOutSerializer(selectors.work_out(request.user, given["place"], given, aim=aim)).data)


class MirroredView(APIView):
    """The layout as a left-hander has it. Nothing is kept."""

    keeps_nothing = True

    @extend_schema(operation_id="mirror_layout", request=NewLayoutSerializer, responses=NewLayoutSerializer)
    def post(self, request: Request) -> Response:
        given = read_given(request, NewLayoutSerializer)
        place = get_drawn_place(request.user, given["place"])
        mirrored = mirror_layout(place, read_layout(place, given, is_named=False))
        return Response({**mirrored.as_dict(), "place": place.id})


class DividedView(APIView):
    """A target in equal parts. Nothing is kept."""

    keeps_nothing = True

    @extend_schema(operation_id="divide_zone", request=DividingSerializer, responses=ZoneSerializer(many=True))
    def post(self, request: Request) -> Response:
        given = read_given(request, DividingSerializer)
        parts = divide(read_zone(given["zone"]), given["columns"], given["rows"])
        return Response([part.as_dict() for part in parts])


class OrderView(APIView):
    """A usual order of targets, as a pattern is written."""

    keeps_nothing = True

    @extend_schema(operation_id="make_pattern", request=OrderSerializer, responses=PatternSerializer)
    def post(self, request: Request) -> Response:
        given = read_given(request, OrderSerializer)
        order = make_pattern(given["made"], list_targets([read_zone(zone) for zone in given["zones"]]))
        return Response({"pattern": write_pattern(order)})


class NextRungsView(APIView):
    """The rung maker: what could come above a rung, and putting it there."""

    @extend_schema(operation_id="list_next_rungs", responses=OfferSerializer(many=True))
    def get(self, request: Request, rung_id: int) -> Response:
        offers = selectors.list_next_rungs(get_rung(request.user, rung_id))
        return Response(OfferSerializer(offers, many=True).data)

    @extend_schema(operation_id="add_next_rung", request=NextRungSerializer, responses={201: RungRefSerializer})
    def post(self, request: Request, rung_id: int) -> Response:
        given = read_given(request, NextRungSerializer)
        rung = services.add_next_rung(request.user, rung_id, given["lever"], datetime.now(UTC))
        return Response(RungRefSerializer(rung).data, status=201)


class LeverRungsView(APIView):
    """The rung maker by the record: a next, an easier and an in-between rung for every lever that is a number."""

    @extend_schema(operation_id="list_lever_rungs", responses=LeverOfferSerializer(many=True))
    def get(self, request: Request, rung_id: int) -> Response:
        offers = list_lever_offers(get_rung(request.user, rung_id))
        return Response(LeverOfferSerializer(offers, many=True, context={"units": request.user.units}).data)

    @extend_schema(operation_id="add_lever_rung", request=LeverRungSerializer, responses={201: RungRefSerializer})
    def post(self, request: Request, rung_id: int) -> Response:
        given = read_given(request, LeverRungSerializer)
        rung = services.add_lever_rung(request.user, rung_id, given["lever"], given["what_for"], datetime.now(UTC))
        return Response(RungRefSerializer(rung).data, status=201)
