from datetime import UTC, datetime
from typing import Any

from drf_spectacular.utils import extend_schema
from rest_framework.response import Response
from rest_framework.views import APIView

from accounts.selectors import get_today
from blocks import services as block_services
from blocks.selectors import get_block
from config.requests import Request, read_given
from jolly_core.challenges.for_two import ForTwo
from jolly_core.planning.candidate import Kept
from jolly_core.planning.own_parts import OwnPart
from lookback.working_out import work_out
from places.selectors import get_place
from plan import selectors, services
from plan.api.serializers import (
    AskedSerializer,
    BlockChangeSerializer,
    BlockSerializer,
    PlanSerializer,
    ProposalSerializer,
    RefitSerializer,
    WhenSerializer,
)
from plan.proposals import BlockRequest, propose_block


def _asked(request: Request, values: dict[str, Any]) -> BlockRequest:
    """What the request asks for, as the proposals take it."""
    kept = [
        Kept(
            key=each["key"],
            place=place if each["place"] is None else each["place"],
            runs=each["runs"],
            seconds=each["seconds"],
            is_locked=each["is_locked"],
        )
        for place, each in enumerate(values["kept"])
    ]
    day, ladders = values["day"] or get_today(request.user), values["ladders"]
    if ladders is None:
        ladders = selectors.list_ladders_at_first(request.user, values["focus"], values["minutes"], day)
    return BlockRequest(
        minutes=values["minutes"],
        ladder_ids=ladders,
        day=day,
        focus=values["focus"],
        energy=values["energy"],
        partner=values["partner"],
        weave=values["weave"],
        seed=values["seed"],
        place=get_place(request.user, values["place"]) if values["place"] else None,
        missing=values["missing"],
        has_warm_up=values["has_warm_up"],
        has_cool_down=values["has_cool_down"],
        kept=kept,
        fill=values["fill"],
        own=[_own_part(each) for each in values["own"]],
        rung_ids=values["rungs"],
    )


def _own_part(given: dict[str, Any]) -> OwnPart:
    two = ForTwo(**given["two"]) if given["two"] else None
    return OwnPart(**{**given, "items": tuple(given["items"]), "two": two})


def _answer(request: Request, block_id: int, status: int = 200) -> Response:
    return Response(BlockSerializer(get_block(request.user, block_id)).data, status=status)


class ProposalsView(APIView):
    """A block arranged from what is asked and what the athlete placed; nothing is kept."""

    keeps_nothing = True

    @extend_schema(operation_id="propose_block", request=AskedSerializer, responses=ProposalSerializer)
    def post(self, request: Request) -> Response:
        given = read_given(request, AskedSerializer)
        proposal = propose_block(request.user, _asked(request, given))
        return Response(ProposalSerializer(proposal).data)


class BlocksView(APIView):
    """The blocks to come and the last ones done; planning a new one."""

    @extend_schema(operation_id="list_blocks", responses=BlockSerializer(many=True))
    def get(self, request: Request) -> Response:
        return Response(BlockSerializer(selectors.list_coming_blocks(request.user), many=True).data)

    @extend_schema(operation_id="plan_block", request=PlanSerializer, responses={201: BlockSerializer})
    def post(self, request: Request) -> Response:
        values = read_given(request, PlanSerializer)
        block = services.plan_block(
            request.user, _asked(request, values), start=values["start"], acknowledged=values["acknowledged"]
        )
        return _answer(request, block.pk, 201)


def _when(given: dict[str, Any]) -> datetime:
    """When it happened: at the moment that was given, but at none that is still to come."""
    now = datetime.now(UTC)
    return min(given["at"] or now, now)


class BlockView(APIView):
    """One block; starting, finishing, dropping and restoring it."""

    @extend_schema(operation_id="get_block", responses=BlockSerializer)
    def get(self, request: Request, block_id: int) -> Response:
        return _answer(request, block_id)

    @extend_schema(operation_id="replan_block", request=PlanSerializer, responses=BlockSerializer)
    def put(self, request: Request, block_id: int) -> Response:
        values = read_given(request, PlanSerializer)
        asked, yes = _asked(request, values), values["acknowledged"]
        services.replan_block(request.user, block_id, asked, start=values["start"], acknowledged=yes)
        return _answer(request, block_id)

    @extend_schema(operation_id="change_block", request=BlockChangeSerializer, responses=BlockSerializer)
    def patch(self, request: Request, block_id: int) -> Response:
        given = read_given(request, BlockChangeSerializer)
        athlete, now = request.user, _when(given)
        change = given["change"]
        if change == "start":
            block_services.start_block(athlete, block_id, now)
        elif change == "finish":
            block_services.finish_block(athlete, block_id, now, given["note"], given["effort"])
            work_out(athlete)
        elif change == "drop":
            block_services.drop_block(athlete, block_id)
        else:
            block_services.restore_block(athlete, block_id)
        return _answer(request, block_id)


class PartDoneView(APIView):
    """Leave a part behind and go on to the next."""

    @extend_schema(operation_id="finish_part", request=WhenSerializer, responses=BlockSerializer)
    def post(self, request: Request, part_id: int) -> Response:
        part = block_services.finish_part(request.user, part_id, _when(read_given(request, WhenSerializer)))
        return _answer(request, part.block_id)


class PartMoreView(APIView):
    """More of the part in play: one run, or two minutes."""

    @extend_schema(operation_id="extend_part", request=None, responses=BlockSerializer)
    def post(self, request: Request, part_id: int) -> Response:
        part = block_services.extend_part(request.user, part_id)
        return _answer(request, part.block_id)


class PartDropView(APIView):
    """Leaving out a part of the block in play, and taking it back."""

    @extend_schema(operation_id="drop_part", request=None, responses=BlockSerializer)
    def put(self, request: Request, part_id: int) -> Response:
        part = block_services.drop_part(request.user, part_id, datetime.now(UTC))
        return _answer(request, part.block_id)

    @extend_schema(operation_id="take_part_back", responses=BlockSerializer)
    def delete(self, request: Request, part_id: int) -> Response:
        part = block_services.take_part_back(request.user, part_id)
        return _answer(request, part.block_id)


class RefitView(APIView):
    """Fitting a planned block into other minutes, and taking that back."""

    @extend_schema(operation_id="refit_block", request=RefitSerializer, responses=BlockSerializer)
    def post(self, request: Request, block_id: int) -> Response:
        services.refit_block(request.user, block_id, read_given(request, RefitSerializer)["minutes"])
        return _answer(request, block_id)

    @extend_schema(operation_id="take_refit_back", responses=BlockSerializer)
    def delete(self, request: Request, block_id: int) -> Response:
        block_services.take_refit_back(request.user, block_id)
        return _answer(request, block_id)


class BlockLayoutView(APIView):
    """Putting a layout into a block, and taking it out."""

    @extend_schema(operation_id="put_layout_into_block", request=None, responses=BlockSerializer)
    def put(self, request: Request, block_id: int, layout_id: int) -> Response:
        block_services.put_layout(request.user, block_id, layout_id)
        return _answer(request, block_id)

    @extend_schema(operation_id="take_layout_out_of_block", request=None, responses=BlockSerializer)
    def delete(self, request: Request, block_id: int, layout_id: int) -> Response:
        block_services.take_layout_out(request.user, block_id, layout_id)
        return _answer(request, block_id)
