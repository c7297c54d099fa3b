from datetime import UTC, datetime
from uuid import UUID

from django.conf import settings
from drf_spectacular.utils import OpenApiParameter, extend_schema
from rest_framework.permissions import AllowAny
from rest_framework.request import Request as AnyRequest
from rest_framework.response import Response
from rest_framework.throttling import AnonRateThrottle
from rest_framework.views import APIView

from config.requests import Request, read_given
from pairing import selectors, services
from pairing.api.serializers import (
    CameInSerializer,
    ComeInSerializer,
    CourtSaysSerializer,
    HandSaysSerializer,
    HandSerializer,
    OpenPairingSerializer,
    presses_in,
    said_in,
)
from pairing.models import Pairing

KEY_HEADER = OpenApiParameter("X-Hand-Key", str, OpenApiParameter.HEADER, required=True)


class PairingView(APIView):
    """The second screen of the court of a run."""

    #: A second asked for, a press taken or an answer given twice is the same as once.
    is_repeatable = True

    def _shown(self, request: AnyRequest, pairing: Pairing | None, *, status: int = 200) -> Response:
        address = settings.ADDRESS or request.build_absolute_uri("/").rstrip("/")
        context = {"at": datetime.now(UTC), "address": address}
        return Response(OpenPairingSerializer({"pairing": pairing}, context=context).data, status=status)

    @extend_schema(operation_id="get_pairing", responses=OpenPairingSerializer)
    def get(self, request: Request, run_id: UUID) -> Response:
        return self._shown(request, selectors.get_pairing(request.user, run_id, datetime.now(UTC)))

    @extend_schema(operation_id="open_pairing", request=None, responses={201: OpenPairingSerializer})
    def post(self, request: Request, run_id: UUID) -> Response:
        return self._shown(request, services.open_pairing(request.user, run_id, datetime.now(UTC)), status=201)

    @extend_schema(operation_id="go_along", request=CourtSaysSerializer, responses=OpenPairingSerializer)
    def put(self, request: Request, run_id: UUID) -> Response:
        given = read_given(request, CourtSaysSerializer)
        answer = said_in(given["answer"], given["answer_to"])
        pairing = services.go_along(
            request.user, run_id, taken=given["taken"], is_playing=given["is_playing"], answer=answer
        )
        return self._shown(request, pairing)

    @extend_schema(operation_id="end_pairing", responses={204: None})
    def delete(self, request: Request, run_id: UUID) -> Response:
        services.end_pairing(request.user, run_id)
        return Response(status=204)


class HandThrottle(AnonRateThrottle):
    """Guesses at a code from one address: few enough in the minutes that a code is good for."""

    rate = "20/min"

    def allow_request(self, request: AnyRequest, view: APIView) -> bool:
        return request.method != "POST" or super().allow_request(request, view)


class HandView(APIView):
    """What the second screen says and is told. It is nobody's account: it is known by its key, and by nothing else."""

    authentication_classes = []
    permission_classes = [AllowAny]
    throttle_classes = [HandThrottle]
    is_repeatable = True

    @extend_schema(operation_id="get_hand", parameters=[KEY_HEADER], responses=HandSerializer)
    def get(self, request: AnyRequest) -> Response:
        return _shown(selectors.get_by_key(_key(request), datetime.now(UTC)))

    @extend_schema(operation_id="come_in", request=ComeInSerializer, responses={201: CameInSerializer})
    def post(self, request: AnyRequest) -> Response:
        given = read_given(request, ComeInSerializer)
        pairing, key = services.come_in(given["code"], datetime.now(UTC))
        return Response(CameInSerializer({"key": key, "hand": selectors.show_run(pairing)}).data, status=201)

    @extend_schema(
        operation_id="hand_in", parameters=[KEY_HEADER], request=HandSaysSerializer, responses=HandSerializer
    )
    def put(self, request: AnyRequest) -> Response:
        given = read_given(request, HandSaysSerializer)
        offer = said_in(given["offer"], given["offer_number"])
        presses = presses_in(given["presses"])
        return _shown(services.hand_in(_key(request), presses, offer, datetime.now(UTC)))

    @extend_schema(operation_id="leave", parameters=[KEY_HEADER], responses={204: None})
    def delete(self, request: AnyRequest) -> Response:
        services.leave(_key(request), datetime.now(UTC))
        return Response(status=204)


def _shown(pairing: Pairing) -> Response:
    return Response(HandSerializer(selectors.show_run(pairing)).data)


def _key(request: AnyRequest) -> str:
    return request.headers.get("X-Hand-Key", "")
