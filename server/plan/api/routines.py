"""Blocks to repeat, and what their sessions came to."""

from typing import Any

from drf_spectacular.utils import extend_schema, extend_schema_field
from rest_framework import serializers
from rest_framework.response import Response
from rest_framework.views import APIView

from blocks.selectors import get_block
from config.fields import DayField
from config.reading import ReadSerializer
from config.requests import Request, read_given
from jolly_core.planning.rhythm import RHYTHMS
from jolly_core.record.comparison import Row, Score
from plan import selectors, services
from plan.api.serializers import BlockSerializer
from plan.models import Routine


class RoutineSerializer(serializers.ModelSerializer[Routine]):
    every_days = serializers.ChoiceField(choices=list(RHYTHMS))

    class Meta:
        model = Routine
        fields = ("id", "title", "minutes", "focus", "version", "every_days")


class ScoreSerializer(ReadSerializer):
    makes = serializers.IntegerField()
    attempts = serializers.IntegerField()
    share = serializers.FloatField(allow_null=True)
    words = serializers.CharField()


class SessionSerializer(ReadSerializer):
    """One time that a routine was played; a part that was not played in it has no attempts."""

    id = serializers.IntegerField(help_text="Of its block.")
    day = DayField()
    version = serializers.IntegerField()
    scores = serializers.SerializerMethodField()
    total = ScoreSerializer()
    is_best = serializers.BooleanField(help_text="Of the whole sets, by the share of makes.")

    @extend_schema_field(ScoreSerializer(many=True))
    def get_scores(self, row: Row) -> Any:
        """In the order of the columns."""
        return ScoreSerializer([score or Score() for score in row.scores], many=True).data


class SessionsSerializer(ReadSerializer):
    """A routine session by session, the latest last."""

    columns = serializers.ListField(child=serializers.CharField())
    rows = SessionSerializer(many=True)
    words = serializers.CharField()


class NewRoutineSerializer(ReadSerializer):
    block = serializers.IntegerField()
    title = serializers.CharField(max_length=120)


class RhythmSerializer(ReadSerializer):
    every_days = serializers.ChoiceField(choices=list(RHYTHMS), help_text="0 where it has no rhythm.")


class RhythmChoiceSerializer(ReadSerializer):
    every_days = serializers.ChoiceField(choices=list(RHYTHMS))
    words = serializers.CharField()


class RepeatSerializer(ReadSerializer):
    day = DayField()


class RoutinesView(APIView):
    """Blocks to repeat; keeping one more."""

    @extend_schema(operation_id="list_routines", responses=RoutineSerializer(many=True))
    def get(self, request: Request) -> Response:
        return Response(RoutineSerializer(selectors.list_routines(request.user), many=True).data)

    @extend_schema(operation_id="keep_routine", request=NewRoutineSerializer, responses={201: RoutineSerializer})
    def post(self, request: Request) -> Response:
        given = read_given(request, NewRoutineSerializer)
        routine = services.keep_routine(request.user, given["block"], given["title"])
        return Response(RoutineSerializer(routine).data, status=201)


class RoutineView(APIView):
    """Repeating a routine on a day, or forgetting it; blocks that were planned from it stay."""

    @extend_schema(operation_id="repeat_routine", request=RepeatSerializer, responses={201: BlockSerializer})
    def post(self, request: Request, routine_id: int) -> Response:
        given = read_given(request, RepeatSerializer)
        block = services.plan_routine(request.user, routine_id, given["day"])
        return Response(BlockSerializer(get_block(request.user, block.pk)).data, status=201)

    @extend_schema(operation_id="set_rhythm", request=RhythmSerializer, responses=RoutineSerializer)
    def patch(self, request: Request, routine_id: int) -> Response:
        given = read_given(request, RhythmSerializer)
        return Response(RoutineSerializer(services.set_rhythm(request.user, routine_id, given["every_days"])).data)

    @extend_schema(operation_id="drop_routine", responses={204: None})
    def delete(self, request: Request, routine_id: int) -> Response:
        services.drop_routine(request.user, routine_id)
        return Response(status=204)


class RhythmsView(APIView):
    """How often a routine can be set to come back."""

    @extend_schema(operation_id="list_rhythms", responses=RhythmChoiceSerializer(many=True))
    def get(self, request: Request) -> Response:
        choices = [{"every_days": days, "words": words} for days, words in RHYTHMS.items()]
        return Response(RhythmChoiceSerializer(choices, many=True).data)


class ComparisonView(APIView):
    """A routine session by session."""

    @extend_schema(operation_id="compare_routine", responses=SessionsSerializer)
    def get(self, request: Request, routine_id: int) -> Response:
        return Response(SessionsSerializer(selectors.compare_routine(request.user, routine_id)).data)
