"""The day at a glance."""

from drf_spectacular.utils import extend_schema
from rest_framework import serializers
from rest_framework.response import Response
from rest_framework.views import APIView

from accounts.api.serializers import BodyLimitSerializer
from climb.api.serializers import LadderStandingSerializer
from config.fields import DayField
from config.reading import ReadSerializer
from config.requests import Request
from jolly_core.verdicts.asks import ORDER
from plan.api.serializers import BlockSerializer
from plan.selectors import get_today_page
from runs.api.serializers import RunRowSerializer


class DueRoutineSerializer(ReadSerializer):
    """A routine whose time has come."""

    id = serializers.IntegerField(source="routine.pk")
    title = serializers.CharField(source="routine.title")
    day = DayField(source="due.day")
    words = serializers.CharField(source="due.words", help_text="How often, and when it was played last.")


class TodaysAskSerializer(ReadSerializer):
    """One thing that is asked of the athlete, why, and the ladder that asks it."""

    kind = serializers.ChoiceField(source="ask.kind", choices=ORDER)
    words = serializers.CharField(source="ask.words")
    standing = LadderStandingSerializer()


class TodaySerializer(ReadSerializer):
    """The day at a glance."""

    day = serializers.DateField()
    next_block = BlockSerializer(allow_null=True)
    asks = TodaysAskSerializer(many=True, help_text="At most three things, the first one first.")
    ladders = serializers.IntegerField(help_text="How many there are.")
    waiting = serializers.IntegerField(help_text="How many of them wait for a decision.")
    recent = RunRowSerializer(many=True)
    cautions = serializers.ListField(child=serializers.CharField())
    stale = serializers.ListField(child=serializers.CharField(), help_text="What has changed since it was planned.")
    limits = BodyLimitSerializer(many=True)
    due = DueRoutineSerializer(many=True)


class TodayView(APIView):
    """The next block, what the ladders are asking for, and the cautions."""

    @extend_schema(operation_id="get_today", responses=TodaySerializer)
    def get(self, request: Request) -> Response:
        return Response(TodaySerializer(get_today_page(request.user)).data)
