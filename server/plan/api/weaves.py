"""Ways to order the runs of neighbouring drills."""

from drf_spectacular.utils import extend_schema
from rest_framework import serializers
from rest_framework.response import Response
from rest_framework.views import APIView

from config.reading import ReadSerializer
from config.requests import Request
from jolly_core.planning.weaving import WEAVES


class WeaveSerializer(ReadSerializer):
    id = serializers.CharField()
    title = serializers.CharField()
    example = serializers.CharField(help_text="The order of a few runs of two drills.")
    words = serializers.CharField(help_text="What is known of it.")


class WeavesView(APIView):
    """In which orders the runs of neighbouring drills can be played."""

    @extend_schema(operation_id="list_weaves", responses=WeaveSerializer(many=True))
    def get(self, request: Request) -> Response:
        return Response(WeaveSerializer(list(WEAVES.values()), many=True).data)
