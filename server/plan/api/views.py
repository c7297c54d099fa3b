from datetime import UTC, datetime

from drf_spectacular.utils import extend_schema
from rest_framework.response import Response
from rest_framework.views import APIView

from accounts.selectors import get_today
from blocks import services as block_services
from blocks.selectors import get_block, get_segment
from config.requests import Request
from plan import selectors, services
from plan.api.serializers import (
    BlockChangeSerializer,
    BlockSerializer,
    LoadSerializer,
    PlanSerializer,
    ProposalSerializer,
    QuestionSerializer,
    SideTuningSerializer,
    TodaySerializer,
    WishesSerializer,
)


class TodayView(APIView):
    """The next block, what the ladders are asking for, and the cautions."""

    @extend_schema(operation_id="get_today", responses=TodaySerializer)
    def get(self, request: Request) -> Response:
        return Response(TodaySerializer(selectors.get_today_page(request.user)).data)


class ProposalsView(APIView):
    """A block arranged from minutes and ladders; nothing is kept."""

    @extend_schema(operation_id="propose_block", request=WishesSerializer, responses=ProposalSerializer)
    def post(self, request: Request) -> Response:
        given = WishesSerializer(data=request.data)
        given.is_valid(raise_exception=True)
        values = given.validated_data
        proposal = selectors.propose_block(request.user, values["minutes"], values["ladders"], get_today(request.user))
        return Response(ProposalSerializer(proposal).data)


class BlocksView(APIView):
    """The blocks to come and the last ones done; planning a new one."""

    @extend_schema(operation_id="list_blocks", responses=BlockSerializer(many=True))
    def get(self, request: Request) -> Response:
        return Response(BlockSerializer(selectors.list_coming_blocks(request.user), many=True).data)

    @extend_schema(operation_id="plan_block", request=PlanSerializer, responses={201: BlockSerializer})
    def post(self, request: Request) -> Response:
        given = PlanSerializer(data=request.data)
        given.is_valid(raise_exception=True)
        values = given.validated_data
        block = services.plan_block(
            request.user, minutes=values["minutes"], ladder_ids=values["ladders"], day=values["day"]
        )
        return Response(BlockSerializer(get_block(request.user, block.pk)).data, status=201)


class BlockView(APIView):
    """One block; starting, finishing, dropping and restoring it."""

    @extend_schema(operation_id="get_block", responses=BlockSerializer)
    def get(self, request: Request, block_id: int) -> Response:
        return Response(BlockSerializer(get_block(request.user, block_id)).data)

    @extend_schema(operation_id="change_block", request=BlockChangeSerializer, responses=BlockSerializer)
    def patch(self, request: Request, block_id: int) -> Response:
        block = get_block(request.user, block_id)
        given = BlockChangeSerializer(data=request.data)
        given.is_valid(raise_exception=True)
        now = datetime.now(UTC)
        change = given.validated_data["change"]
        if change == "start":
            block_services.start_block(block, now)
        elif change == "finish":
            block_services.finish_block(block, now, given.validated_data["note"], given.validated_data["effort"])
        elif change == "drop":
            block_services.drop_block(block)
        else:
            block_services.restore_block(block)
        return Response(BlockSerializer(get_block(request.user, block_id)).data)


class LoadView(APIView):
    """The load of the last weeks, with what is known of it and what is disputed."""

    @extend_schema(operation_id="get_load", responses=LoadSerializer)
    def get(self, request: Request) -> Response:
        return Response(LoadSerializer(selectors.get_load(request.user)).data)


class TunerView(APIView):
    """The target tuner: what a mark on a rung costs at today's rate, and which would be a fair stretch."""

    @extend_schema(operation_id="tune_mark", parameters=[QuestionSerializer], responses=SideTuningSerializer(many=True))
    def get(self, request: Request, rung_id: int) -> Response:
        asked = QuestionSerializer(data=request.query_params)
        asked.is_valid(raise_exception=True)
        return Response(
            SideTuningSerializer(selectors.list_tunings(request.user, rung_id, **asked.validated_data), many=True).data
        )


class SegmentDoneView(APIView):
    """Leave a segment behind and go on to the next."""

    @extend_schema(operation_id="finish_segment", request=None, responses=BlockSerializer)
    def post(self, request: Request, segment_id: int) -> Response:
        segment = block_services.finish_segment(get_segment(request.user, segment_id), datetime.now(UTC))
        return Response(BlockSerializer(get_block(request.user, segment.block_id)).data)
