"""Parts that an athlete puts into a block, and the kinds of them."""

from drf_spectacular.utils import extend_schema
from rest_framework import serializers
from rest_framework.response import Response
from rest_framework.views import APIView

from config.reading import ReadSerializer
from config.requests import Request
from jolly_core.challenges.for_two import GAMES, LONGEST_CONDITION, LONGEST_NAME
from jolly_core.planning.own_parts import AMONG, LONGEST_ITEM, LONGEST_TITLE, MOST_ITEMS, OWN_KINDS, ROLES

#: More parts than a block ever has.
MOST_PLACES = 200
KINDS, GAME_IDS = list(OWN_KINDS), list(GAMES)


class ForTwoSerializer(ReadSerializer):
    """A game with a partner. What it may be is the core's to say."""

    game = serializers.ChoiceField(choices=GAME_IDS)
    to = serializers.IntegerField(required=False, default=11, help_text="Where points are played: to how many.")
    condition = serializers.CharField(
        required=False, default="", allow_blank=True, max_length=2 * LONGEST_CONDITION, help_text="One rule more."
    )
    partner = serializers.CharField(required=False, default="", allow_blank=True, max_length=2 * LONGEST_NAME)


class OwnPartSerializer(ReadSerializer):
    """A part that the athlete put in. What it may be is the core's to say."""

    key = serializers.CharField(max_length=40)
    kind = serializers.ChoiceField(choices=KINDS)
    title = serializers.CharField(max_length=2 * LONGEST_TITLE, allow_blank=True)
    seconds = serializers.IntegerField()
    place = serializers.IntegerField(required=False, default=0, min_value=0, max_value=MOST_PLACES)
    items = serializers.ListField(
        child=serializers.CharField(max_length=2 * LONGEST_ITEM, allow_blank=True),
        max_length=2 * MOST_ITEMS,
        required=False,
        default=list,
    )
    role = serializers.ChoiceField(
        choices=list(ROLES), required=False, default=AMONG, allow_blank=True, help_text="In place of our own end."
    )
    two = ForTwoSerializer(required=False, default=None, allow_null=True)


class GameChoiceSerializer(ReadSerializer):
    id = serializers.ChoiceField(choices=GAME_IDS)
    title = serializers.CharField()
    has_points = serializers.BooleanField()
    to = serializers.IntegerField(help_text="To how many points it goes at first.")


class OwnKindSerializer(ReadSerializer):
    id = serializers.ChoiceField(choices=KINDS)
    title = serializers.CharField()
    seconds = serializers.IntegerField(help_text="How long one is at first.")
    has_items = serializers.BooleanField(help_text="Whether it is a list of things, one after the other.")
    games = GameChoiceSerializer(many=True, help_text="What is played with a partner; empty for what is done alone.")
    can_be_end = serializers.BooleanField(help_text="Whether it may stand for the warm-up or the cool-down.")


class OwnKindsView(APIView):
    """What may be put in beside the ladders."""

    @extend_schema(operation_id="list_own_kinds", responses=OwnKindSerializer(many=True))
    def get(self, request: Request) -> Response:
        return Response(OwnKindSerializer(list(OWN_KINDS.values()), many=True).data)
