"""What to bring, and where things go."""

from drf_spectacular.utils import extend_schema
from rest_framework import serializers
from rest_framework.response import Response
from rest_framework.views import APIView

from config.reading import ReadSerializer
from config.requests import Request
from ladders.api.serializers import RungRefSerializer
from plan.selectors import get_set_up
from runs.api.serializers import LadderNameSerializer


class StationSerializer(ReadSerializer):
    """A rung that is to be set up."""

    ladder = LadderNameSerializer()
    rung = RungRefSerializer(source="*")


class SetUpSerializer(ReadSerializer):
    """What the next block needs; without one, what all ladders need."""

    day = serializers.DateField(allow_null=True, help_text="The day of the block; null for all ladders.")
    kit = serializers.ListField(child=serializers.CharField())
    stations = StationSerializer(many=True)


class SetUpView(APIView):
    """What to bring for the next block and where its things go; without a block, for all ladders."""

    @extend_schema(operation_id="get_set_up", responses=SetUpSerializer)
    def get(self, request: Request) -> Response:
        return Response(SetUpSerializer(get_set_up(request.user)).data)
