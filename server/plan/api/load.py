"""The load of the last weeks, as the load page asks for it."""

from drf_spectacular.utils import extend_schema
from rest_framework import serializers
from rest_framework.response import Response
from rest_framework.views import APIView

from config.reading import ReadSerializer
from config.requests import Request
from jolly_core.load.weekly import DISPUTED
from plan import selectors


class WeekSerializer(ReadSerializer):
    """The load of a week: effort times minutes, and how it was spread over the days."""

    monday = serializers.DateField()
    sessions = serializers.IntegerField()
    minutes = serializers.FloatField()
    load = serializers.FloatField()
    monotony = serializers.FloatField(allow_null=True)
    strain = serializers.FloatField(allow_null=True)
    change = serializers.FloatField(allow_null=True, help_text="Share by which it differs from the week before.")


class JointCountSerializer(ReadSerializer):
    """What joints had to do: this week so far, and the weeks before it, the latest first."""

    counts = serializers.CharField()
    arm = serializers.CharField(allow_null=True)
    this_week = serializers.IntegerField()
    weeks_before = serializers.ListField(child=serializers.IntegerField())


class LoadSerializer(ReadSerializer):
    weeks = WeekSerializer(many=True)
    counts = JointCountSerializer(many=True)
    habit = serializers.CharField()
    cautions = serializers.ListField(child=serializers.CharField())
    disputed = serializers.CharField(default=DISPUTED)


class LoadView(APIView):
    """The load of the last weeks, with what is known of it and what is disputed."""

    @extend_schema(operation_id="get_load", responses=LoadSerializer)
    def get(self, request: Request) -> Response:
        return Response(LoadSerializer(selectors.get_load(request.user)).data)
