"""What was played with partners, as the page of Look back asks for it."""

from drf_spectacular.utils import extend_schema, extend_schema_field
from rest_framework import serializers
from rest_framework.response import Response
from rest_framework.views import APIView

from blocks.selectors import list_played_together
from config.reading import ReadSerializer
from config.requests import Request
from config.typed import TypedField
from jolly_core.record.together import OneRecord, Together

#: So many games with each partner are listed; the records are of all of them.
MOST_LISTED = 50


class PlayedForTwoSerializer(ReadSerializer):
    day = serializers.DateField()
    title = serializers.CharField()
    condition = serializers.CharField(source="two.condition")
    words = serializers.CharField(source="score.words")


class TogetherSerializer(ReadSerializer):
    """All that was played with one partner: the record of each of the two, and the latest games."""

    partner = serializers.CharField(source="other.name")
    words = serializers.CharField()
    own = TypedField(OneRecord)
    other = TypedField(OneRecord)
    games = serializers.SerializerMethodField()

    @extend_schema_field(PlayedForTwoSerializer(many=True))
    def get_games(self, together: Together) -> list[dict[str, str]]:
        return list(PlayedForTwoSerializer(together.games[:MOST_LISTED], many=True).data)


class TogetherView(APIView):
    """With whom one has played, and what both came to."""

    @extend_schema(operation_id="list_together", responses=TogetherSerializer(many=True))
    def get(self, request: Request) -> Response:
        return Response(TogetherSerializer(list_played_together(request.user), many=True).data)
