from datetime import UTC, datetime
from typing import Any
from uuid import UUID

from drf_spectacular.utils import extend_schema
from rest_framework.response import Response
from rest_framework.views import APIView

from accounts.models import Athlete
from climb import asking, outcome, selectors, services
from climb.api.serializers import (
    AskingSerializer,
    BenchSerializer,
    DecisionSerializer,
    LadderDetailSerializer,
    LadderStandingSerializer,
    MarkOfferSerializer,
    OutcomeSerializer,
    ProposedSerializer,
)
from config.requests import Request, read_given
from ladders.api.serializers import ThresholdSerializer
from ladders.selectors import get_ladder, list_moves, list_need_graph


class LaddersView(APIView):
    """Every ladder of the athlete's with its verdict."""

    @extend_schema(operation_id="list_ladders", responses=LadderStandingSerializer(many=True))
    def get(self, request: Request) -> Response:
        return Response(LadderStandingSerializer(selectors.list_wall(request.user), many=True).data)


def _detail(athlete: Athlete, ladder_id: int) -> dict[str, Any]:
    ladder = get_ladder(athlete, ladder_id)
    history = selectors.get_ladder_history(ladder)
    return {
        "standing": selectors.get_standing(ladder),
        "rungs": selectors.list_rung_standings(ladder, history),
        "side_finding": selectors.get_side_finding(ladder, history),
        "moves": list_moves(ladder),
        "need_graph": list_need_graph(ladder),
    }


class LadderView(APIView):
    """One ladder: its rungs from the top down, the runs on each, and the moves made."""

    @extend_schema(operation_id="get_ladder", responses=LadderDetailSerializer)
    def get(self, request: Request, ladder_id: int) -> Response:
        return Response(LadderDetailSerializer(_detail(request.user, ladder_id)).data)


class MarksView(APIView):
    """Marks of a metric that are fair to ask for on a rung."""

    @extend_schema(operation_id="list_mark_offers", responses=MarkOfferSerializer(many=True))
    def get(self, request: Request, rung_id: int, metric: str) -> Response:
        return Response(MarkOfferSerializer(asking.list_mark_offers(request.user, rung_id, metric), many=True).data)


class PriceView(APIView):
    """Trying out what a rung asks for: what luck it lets through, and what it would have said. Nothing is kept."""

    keeps_nothing = True

    @extend_schema(operation_id="price_threshold", request=ThresholdSerializer, responses=AskingSerializer)
    def post(self, request: Request, rung_id: int) -> Response:
        price = asking.get_price(request.user, rung_id, read_given(request, ThresholdSerializer))
        return Response(AskingSerializer(price).data)


class BenchView(APIView):
    """From the luck one accepts and the patience one has to conditions. Nothing is kept."""

    keeps_nothing = True

    @extend_schema(operation_id="propose_conditions", request=BenchSerializer, responses=ProposedSerializer)
    def post(self, request: Request, rung_id: int) -> Response:
        given = read_given(request, BenchSerializer)
        proposed = asking.propose_conditions(
            request.user, rung_id, given["threshold"], luck=given["luck"], patience=given["patience"]
        )
        return Response(ProposedSerializer(proposed).data)


class MovesView(APIView):
    """Decide on the verdict: climb, stay or step back. Against the advice is allowed, and kept as such."""

    @extend_schema(operation_id="decide", request=DecisionSerializer, responses={201: LadderDetailSerializer})
    def post(self, request: Request, ladder_id: int) -> Response:
        given = read_given(request, DecisionSerializer)
        services.decide(
            request.user,
            ladder_id,
            given["decision"],
            given["held"],
            datetime.now(UTC),
            overruling=given.get("overruling", ""),
        )
        return Response(LadderDetailSerializer(_detail(request.user, ladder_id)).data, status=201)

    @extend_schema(operation_id="take_move_back", responses=LadderDetailSerializer)
    def delete(self, request: Request, ladder_id: int) -> Response:
        services.take_back(request.user, ladder_id, datetime.now(UTC))
        return Response(LadderDetailSerializer(_detail(request.user, ladder_id)).data)


class OutcomeView(APIView):
    """The end of a run: what happened, beside the usual, the best and the mark, and the verdict with its reasons."""

    @extend_schema(operation_id="get_outcome", responses=OutcomeSerializer)
    def get(self, request: Request, run_id: UUID) -> Response:
        return Response(OutcomeSerializer(outcome.get_outcome(request.user, run_id)).data)
