"""Two ways on trial: begin, look, end."""

from datetime import UTC, datetime
from random import SystemRandom
from typing import Any

from drf_spectacular.utils import extend_schema
from rest_framework import serializers
from rest_framework.response import Response
from rest_framework.views import APIView

from climb import trying
from config.reading import ReadSerializer
from config.requests import Request, read_given
from jolly_core.trials.decision import FEWEST_RUNS, MOST_RUNS, USUAL_RUNS, VERDICTS
from ladders.api.serializers import SideField
from trials import services

MOST_SEEDS = 2**31


class TrialGivenSerializer(ReadSerializer):
    """Two ways by name, the side they are tried on, and in how many runs, a multiple of four."""

    first = serializers.CharField(max_length=100, allow_blank=True)
    second = serializers.CharField(max_length=100, allow_blank=True)
    side = serializers.CharField(max_length=10, default="none")
    runs = serializers.IntegerField(default=USUAL_RUNS, help_text=f"{FEWEST_RUNS} to {MOST_RUNS}.")


class TrialSerializer(ReadSerializer):
    """A trial: its rule, how it stands in sentences, and the means of both ways."""

    id = serializers.IntegerField(source="trial.id")
    rung = serializers.IntegerField(source="trial.rung_id")
    rung_number = serializers.IntegerField(source="trial.rung.number")
    side = SideField(source="trial.side")
    side_words = serializers.CharField()
    ways = serializers.ListField(child=serializers.CharField(), source="trial.plan.ways")
    runs_planned = serializers.IntegerField(source="trial.runs_planned")
    rule = serializers.CharField(source="trial.plan.rule")
    next_way = serializers.CharField(help_text="The way of the next run; empty where none is to come.")
    began_at = serializers.DateTimeField(source="trial.began_at")
    ended_at = serializers.DateTimeField(source="trial.ended_at", allow_null=True)
    verdict = serializers.ChoiceField(source="standing.verdict", choices=VERDICTS)
    played = serializers.IntegerField(source="standing.played")
    means = serializers.ListField(child=serializers.FloatField(allow_null=True), source="standing.means")
    difference = serializers.FloatField(source="standing.difference", allow_null=True)
    low = serializers.FloatField(source="standing.low", allow_null=True)
    high = serializers.FloatField(source="standing.high", allow_null=True)
    words = serializers.ListField(child=serializers.CharField(), source="standing.words")


def _all(request: Request, ladder_id: int) -> Any:
    return TrialSerializer(trying.list_trial_standings(request.user, ladder_id), many=True).data


class LadderTrialsView(APIView):
    """The trials on a ladder, the last one first."""

    @extend_schema(operation_id="list_trials", responses=TrialSerializer(many=True))
    def get(self, request: Request, ladder_id: int) -> Response:
        return Response(_all(request, ladder_id))


class RungTrialsView(APIView):
    """Try two ways on a rung: the runs on it are played in a drawn order from now on."""

    @extend_schema(
        operation_id="begin_trial", request=TrialGivenSerializer, responses={201: TrialSerializer(many=True)}
    )
    def post(self, request: Request, rung_id: int) -> Response:
        given, seed = read_given(request, TrialGivenSerializer), SystemRandom().randrange(MOST_SEEDS)
        trial = services.begin_trial(request.user, rung_id, given, seed=seed, at=datetime.now(UTC))
        return Response(_all(request, trial.rung.ladder_id), status=201)


class TrialView(APIView):
    """A trial of one's own."""

    @extend_schema(operation_id="end_trial", responses=TrialSerializer(many=True))
    def delete(self, request: Request, trial_id: int) -> Response:
        trial = services.end_trial(request.user, trial_id, datetime.now(UTC))
        return Response(_all(request, trial.rung.ladder_id))
