"""The score of a game with a partner."""

from drf_spectacular.utils import extend_schema
from rest_framework import serializers
from rest_framework.response import Response
from rest_framework.views import APIView

from blocks.services import keep_presses
from config.reading import ReadSerializer
from config.requests import Request, read_given
from config.typed import TypedField
from jolly_core.challenges.for_two import MOST_PRESSES, TwoScore


class GameForTwoSerializer(ReadSerializer):
    """A game with a partner in a block: what is played, what was pressed, and how it stands."""

    partner = serializers.CharField(source="for_two.name")
    rule = serializers.CharField(source="for_two.rule")
    presses = serializers.CharField()
    score = TypedField(TwoScore)


class PressesSerializer(ReadSerializer):
    presses = serializers.CharField(allow_blank=True, max_length=2 * MOST_PRESSES, help_text="All of them.")
    before = serializers.CharField(allow_blank=True, max_length=2 * MOST_PRESSES, help_text="What stood there before.")


class PressesView(APIView):
    """What is pressed in a game for two, all of it with each press."""

    is_repeatable = True

    @extend_schema(operation_id="keep_presses", request=PressesSerializer, responses=GameForTwoSerializer)
    def put(self, request: Request, part_id: int) -> Response:
        given = read_given(request, PressesSerializer)
        part = keep_presses(request.user, part_id, given["presses"], before=given["before"])
        return Response(GameForTwoSerializer(part).data)
