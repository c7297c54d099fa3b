from datetime import UTC, datetime

from drf_spectacular.utils import extend_schema
from rest_framework.permissions import AllowAny
from rest_framework.request import Request as AnyRequest
from rest_framework.response import Response
from rest_framework.throttling import AnonRateThrottle
from rest_framework.views import APIView

from accounts import selectors, services
from accounts.api.serializers import (
    AthleteSerializer,
    BodyLimitSerializer,
    BodySidesSerializer,
    NewLimitSerializer,
    RecoveryCodesSerializer,
    RecoverySerializer,
    SideFindingSerializer,
    SideToKeepSerializer,
    SideTriesSerializer,
)
from accounts.recovery import make_codes, recover
from config.requests import Request, read_given
from jolly_core.side_finder import QUESTIONS, find_side


class AthleteView(APIView):
    """The athlete who is signed in, and their settings."""

    @extend_schema(operation_id="get_athlete", responses=AthleteSerializer)
    def get(self, request: Request) -> Response:
        return Response(AthleteSerializer(request.user).data)

    @extend_schema(operation_id="change_settings", request=AthleteSerializer(partial=True), responses=AthleteSerializer)
    def patch(self, request: Request) -> Response:
        given = AthleteSerializer(request.user, data=request.data, partial=True)
        given.is_valid(raise_exception=True)
        athlete = services.change_settings(request.user, dict(given.validated_data))
        return Response(AthleteSerializer(athlete).data)


class LimitsView(APIView):
    """What the athlete's body does not allow for now."""

    @extend_schema(operation_id="list_limits", responses=BodyLimitSerializer(many=True))
    def get(self, request: Request) -> Response:
        limits = selectors.list_body_limits(request.user, selectors.get_today(request.user))
        return Response(BodyLimitSerializer(limits, many=True).data)

    @extend_schema(operation_id="add_limit", request=NewLimitSerializer, responses={201: BodyLimitSerializer})
    def post(self, request: Request) -> Response:
        given = read_given(request, NewLimitSerializer)
        return Response(BodyLimitSerializer(services.add_limit(request.user, given)).data, status=201)


class LimitView(APIView):
    """Lifting a limit: it ends, and stays in the record."""

    @extend_schema(operation_id="lift_limit", responses={204: None})
    def delete(self, request: Request, limit_id: int) -> Response:
        services.lift_limit(request.user, limit_id, selectors.get_today(request.user))
        return Response(status=204)


class BodySidesView(APIView):
    """Which side the athlete's body uses: hand, foot, turn and breath, by discipline."""

    @extend_schema(operation_id="list_body_sides", responses=BodySidesSerializer)
    def get(self, request: Request) -> Response:
        known = request.user.body_sides.all()
        return Response(BodySidesSerializer({"questions": list(QUESTIONS.values()), "known": known}).data)

    @extend_schema(operation_id="keep_body_side", request=SideToKeepSerializer, responses=SideFindingSerializer)
    def put(self, request: Request) -> Response:
        found = services.keep_side(request.user, **read_given(request, SideToKeepSerializer), at=datetime.now(UTC))
        return Response(SideFindingSerializer(found).data)


class SideFinderView(APIView):
    """What some tries tell of a side. Nothing is kept."""

    keeps_nothing = True

    @extend_schema(operation_id="find_body_side", request=SideTriesSerializer, responses=SideFindingSerializer)
    def post(self, request: Request) -> Response:
        return Response(SideFindingSerializer(find_side(**read_given(request, SideTriesSerializer))).data)


class RecoveryCodesView(APIView):
    """New one-time codes for a forgotten password, in place of those before. They are shown this once."""

    @extend_schema(operation_id="make_recovery_codes", request=None, responses={201: RecoveryCodesSerializer})
    def post(self, request: Request) -> Response:
        return Response(RecoveryCodesSerializer({"codes": make_codes(request.user)}).data, status=201)


class RecoveryThrottle(AnonRateThrottle):
    """Few tries an hour from one address: codes are long, and nobody mistypes one that often."""

    rate = "20/hour"


class RecoveryView(APIView):
    """A new password by a one-time code, for somebody who is not signed in."""

    permission_classes = [AllowAny]
    throttle_classes = [RecoveryThrottle]

    @extend_schema(operation_id="recover", request=RecoverySerializer, responses={204: None})
    def post(self, request: AnyRequest) -> Response:
        given = RecoverySerializer(data=request.data)
        given.is_valid(raise_exception=True)
        recover(**given.validated_data)
        return Response(status=204)
