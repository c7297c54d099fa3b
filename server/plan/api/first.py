"""The first minutes after signing up: what fits, and the first block."""

from datetime import UTC, datetime
from typing import Any

from drf_spectacular.utils import extend_schema
from rest_framework import serializers
from rest_framework.response import Response
from rest_framework.views import APIView

from accounts.models import Athlete
from blocks.selectors import get_block
from config.reading import ReadSerializer
from config.requests import Request, read_given
from jolly_core.planning.choice import MOST
from jolly_core.planning.first_ladders import Beginning
from ladders.api.shelf_serializers import LONGEST_SEARCH, ShelfLadderSerializer, SparedField
from plan.api.serializers import BlockSerializer
from plan.first import begin, offer_first

FEWEST_MINUTES, MOST_MINUTES, MOST_KIT = 10, 180, 40


def _words() -> serializers.ListField:
    return serializers.ListField(child=serializers.CharField(max_length=200), max_length=MOST_KIT, default=list)


class BeginningSerializer(ReadSerializer):
    """What somebody says of themselves."""

    discipline = serializers.CharField(max_length=LONGEST_SEARCH)
    minutes = serializers.IntegerField(min_value=FEWEST_MINUTES, max_value=MOST_MINUTES, default=30)
    absent = _words()
    elsewhere = _words()
    spared = SparedField(default=list)


class FirstBlockSerializer(ReadSerializer):
    """The chosen ladders by their keys, and what is kept of the athlete."""

    ladders = serializers.ListField(
        child=serializers.CharField(max_length=LONGEST_SEARCH), min_length=1, max_length=MOST
    )
    minutes = serializers.IntegerField(min_value=FEWEST_MINUTES, max_value=MOST_MINUTES)
    handedness = serializers.ChoiceField(choices=Athlete.Hand.choices)
    spared = SparedField(default=list)
    has_read = serializers.BooleanField(default=False, help_text="That the cautions of what can injure were read.")


class FirstLaddersSerializer(ReadSerializer):
    """The ladders that fit, the ones to begin with first; ``offered`` of them at once fill the minutes."""

    offered = serializers.IntegerField()
    ladders = ShelfLadderSerializer(many=True)


class FirstLaddersView(APIView):
    """The ladders to begin with; nothing is kept."""

    keeps_nothing = True

    @extend_schema(operation_id="offer_first_ladders", request=BeginningSerializer, responses=FirstLaddersSerializer)
    def post(self, request: Request) -> Response:
        beginning = Beginning(**_with_tuples(read_given(request, BeginningSerializer)))
        said = {"offered": beginning.offered, "ladders": offer_first(request.user, beginning)}
        return Response(FirstLaddersSerializer(said).data)


class FirstBlockView(APIView):
    """Taking the first ladders and planning the first block."""

    @extend_schema(operation_id="plan_first_block", request=FirstBlockSerializer, responses={201: BlockSerializer})
    def post(self, request: Request) -> Response:
        given = read_given(request, FirstBlockSerializer)
        block = begin(
            request.user,
            given["ladders"],
            minutes=given["minutes"],
            handedness=given["handedness"],
            spared=sorted(given["spared"]),
            has_read=given["has_read"],
            at=datetime.now(UTC),
        )
        return Response(BlockSerializer(get_block(request.user, block.pk)).data, status=201)


def _with_tuples(given: dict[str, Any]) -> dict[str, Any]:
    return {name: value if isinstance(value, str | int) else tuple(sorted(value)) for name, value in given.items()}
