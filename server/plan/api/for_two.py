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
from jolly_core.planning.partner import PARTNER_GAMES


class GameForTwoSerializer(ReadSerializer):
    """A game with a partner in a block: what is played, what was pressed, and how it stands."""

    partner = serializers.CharField(source="for_two.name")
    rule = serializers.CharField(source="for_two.rule")
    presses = serializers.CharField()
    score = TypedField(TwoScore)


class PartnerGameSerializer(ReadSerializer):
    """A game that a block with a partner may end in."""

    id = serializers.ChoiceField(choices=list(PARTNER_GAMES))
    title = serializers.CharField()


class PartnerGamesView(APIView):
    """What may be played where somebody is there for part of a block."""

    @extend_schema(operation_id="list_partner_games", responses=PartnerGameSerializer(many=True))
    def get(self, request: Request) -> Response:
        return Response(PartnerGameSerializer(list(PARTNER_GAMES.values()), many=True).data)


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
