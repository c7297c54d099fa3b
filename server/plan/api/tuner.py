"""The target tuner: what a mark costs."""

from drf_spectacular.utils import extend_schema
from rest_framework import serializers
from rest_framework.response import Response
from rest_framework.views import APIView

from config.reading import ReadSerializer
from config.requests import Request, read_query
from ladders.api.serializers import SideField
from plan.selectors import list_tunings


class QuestionSerializer(ReadSerializer):
    """A mark to be tuned; what may be asked is the core's to say."""

    metric = serializers.CharField()
    mark = serializers.FloatField()
    minutes = serializers.IntegerField(required=False, default=10)


class SideTuningSerializer(ReadSerializer):
    """What a mark means on one side: its chance in a run, a safe mark and a stretch, and it all in words."""

    side = SideField()
    side_words = serializers.CharField()
    chance = serializers.FloatField(source="tuning.chance", allow_null=True)
    safe = serializers.IntegerField(source="tuning.safe", allow_null=True)
    stretch = serializers.IntegerField(source="tuning.stretch", allow_null=True)
    words = serializers.ListField(source="tuning.words", child=serializers.CharField())


class TunerView(APIView):
    """The target tuner: what a mark on a rung costs at today's rate, and which would be a fair stretch."""

    @extend_schema(operation_id="tune_mark", parameters=[QuestionSerializer], responses=SideTuningSerializer(many=True))
    def get(self, request: Request, rung_id: int) -> Response:
        tunings = list_tunings(request.user, rung_id, **read_query(request, QuestionSerializer))
        return Response(SideTuningSerializer(tunings, many=True).data)
