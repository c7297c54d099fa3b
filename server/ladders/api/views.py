from dataclasses import asdict
from datetime import UTC, datetime

from drf_spectacular.utils import extend_schema
from rest_framework.response import Response
from rest_framework.views import APIView

from config.requests import Request, read_given
from jolly_core.body.risks import RISKS
from jolly_core.body.traits import ACTIONS, COUNTS, EFFORTS, REGIONS
from jolly_core.challenges.card import ITEMS
from jolly_core.challenges.registry import list_formats
from jolly_core.foretelling.registry import forecast_of
from jolly_core.ladder.levers import KINDS
from jolly_core.paper.registry import form_of
from jolly_core.patterns.offers import list_orders
from jolly_core.sides import PAIR_KINDS
from jolly_core.thresholds.schools import SCHOOLS
from jolly_core.thresholds.threshold import CONDITIONS
from ladders import feeder, needs, rungs, selectors, services
from ladders.api.feeder import FeederSerializer, LeverToTurnSerializer
from ladders.api.serializers import (
    ArchiveSerializer,
    AttachedLayoutSerializer,
    BodyAsksSerializer,
    BodySerializer,
    CardItemSerializer,
    CardSerializer,
    ChallengeSerializer,
    CheckedSerializer,
    ConditionKindSerializer,
    LadderRefSerializer,
    LadderToMakeSerializer,
    LadderWordsSerializer,
    LeverKindSerializer,
    NeedsSerializer,
    PairKindSerializer,
    RungNumberSerializer,
    RungRefSerializer,
    RungToMakeSerializer,
    RungToPutInSerializer,
    SaidYesSerializer,
    SchoolKindSerializer,
    SchoolSerializer,
    SettingsSerializer,
    TableSerializer,
    ThresholdSerializer,
    UsualOrderSerializer,
    VisitsSerializer,
    ZonesSerializer,
)
from ladders.table import write_table


class ChallengesView(APIView):
    """Every format of challenge."""

    @extend_schema(operation_id="list_challenges", responses=ChallengeSerializer(many=True))
    def get(self, request: Request) -> Response:
        return Response(ChallengeSerializer(list_formats(), many=True).data)


class ChallengeCheckView(APIView):
    """Trying settings out: what the game is with them, or what is wrong with them. Nothing is kept."""

    keeps_nothing = True

    @extend_schema(operation_id="check_settings", request=SettingsSerializer, responses=CheckedSerializer)
    def post(self, request: Request, format_id: str) -> Response:
        game = rungs.read_settings(format_id, read_given(request, SettingsSerializer)["settings"])
        forecast = forecast_of(game)
        checked = {
            **asdict(forecast.estimate(forecast.prior)),
            "settings": game.settings.as_dict(),
            "goal_words": game.goal_words(),
            "rule": form_of(game).sheet().rule,
        }
        return Response(CheckedSerializer(checked).data)


class PairsView(APIView):
    """What the two sides of a ladder can be."""

    @extend_schema(operation_id="list_pairs", responses=PairKindSerializer(many=True))
    def get(self, request: Request) -> Response:
        return Response(PairKindSerializer(list(PAIR_KINDS.values()), many=True).data)


class OwnLaddersView(APIView):
    """A ladder of one's own, with its first rung."""

    @extend_schema(operation_id="make_ladder", request=LadderToMakeSerializer, responses={201: LadderRefSerializer})
    def post(self, request: Request) -> Response:
        given = read_given(request, LadderToMakeSerializer)
        ladder = services.make_ladder(request.user, given, given["rung"], datetime.now(UTC))
        return Response(LadderRefSerializer(ladder).data, status=201)


class RungsView(APIView):
    """One rung more: on top of a ladder, or in between."""

    @extend_schema(operation_id="add_rung", request=RungToPutInSerializer, responses={201: RungRefSerializer})
    def post(self, request: Request, ladder_id: int) -> Response:
        given = read_given(request, RungToPutInSerializer)
        rung = rungs.add_rung(request.user, ladder_id, given, datetime.now(UTC), number=given["number"])
        return Response(RungRefSerializer(rung).data, status=201)


class RungChallengeView(APIView):
    """The game of a rung, with its settings."""

    @extend_schema(operation_id="change_challenge", request=RungToMakeSerializer, responses=RungRefSerializer)
    def put(self, request: Request, rung_id: int) -> Response:
        given = read_given(request, RungToMakeSerializer)
        rung = rungs.change_challenge(request.user, rung_id, given, datetime.now(UTC))
        return Response(RungRefSerializer(rung).data)


class TableView(APIView):
    """All rungs of a ladder at once, as a table."""

    @extend_schema(operation_id="write_table", request=TableSerializer, responses=LadderRefSerializer)
    def put(self, request: Request, ladder_id: int) -> Response:
        rows = read_given(request, TableSerializer)["rows"]
        return Response(LadderRefSerializer(write_table(request.user, ladder_id, rows, datetime.now(UTC))).data)


class OrdersView(APIView):
    """The usual orders of some zones. Nothing is kept."""

    keeps_nothing = True

    @extend_schema(operation_id="list_orders", request=ZonesSerializer, responses=UsualOrderSerializer(many=True))
    def post(self, request: Request) -> Response:
        zones = read_given(request, ZonesSerializer)["zones"]
        return Response(UsualOrderSerializer(list_orders(zones), many=True).data)


class LeversView(APIView):
    """What can make a rung harder."""

    @extend_schema(operation_id="list_levers", responses=LeverKindSerializer(many=True))
    def get(self, request: Request) -> Response:
        return Response(LeverKindSerializer(list(KINDS.values()), many=True).data)


class ConditionsView(APIView):
    """What a threshold can ask of the runs on a rung."""

    @extend_schema(operation_id="list_conditions", responses=ConditionKindSerializer(many=True))
    def get(self, request: Request) -> Response:
        return Response(ConditionKindSerializer(list(CONDITIONS.values()), many=True).data)


class CardItemsView(APIView):
    """What can stand on the card of a rung."""

    @extend_schema(operation_id="list_card_items", responses=CardItemSerializer(many=True))
    def get(self, request: Request) -> Response:
        return Response(CardItemSerializer(list(ITEMS.values()), many=True).data)


class CardView(APIView):
    """The card of a rung: checks, faults with their mends, the drill in between, and what else is written on it."""

    @extend_schema(operation_id="write_card", request=CardSerializer, responses=RungRefSerializer)
    def put(self, request: Request, rung_id: int) -> Response:
        rung = rungs.write_card(request.user, rung_id, read_given(request, CardSerializer)["card"])
        return Response(RungRefSerializer(rung).data)


class FeederView(APIView):
    """The card of a rung's feeds: how to set a machine for them, and where each lands."""

    @extend_schema(operation_id="read_feeder", responses=FeederSerializer)
    def get(self, request: Request, rung_id: int) -> Response:
        return Response(FeederSerializer(feeder.get_feeder(request.user, rung_id)).data)


class HarderView(APIView):
    """A rung right above a fed one, its programme harder by one lever."""

    @extend_schema(operation_id="put_in_harder", request=LeverToTurnSerializer, responses={201: RungRefSerializer})
    def post(self, request: Request, rung_id: int) -> Response:
        lever = read_given(request, LeverToTurnSerializer)["lever"]
        rung = feeder.put_in_harder(request.user, rung_id, lever, datetime.now(UTC))
        return Response(RungRefSerializer(rung).data, status=201)


class LadderWordsView(APIView):
    """A ladder's name, its discipline and what it is about."""

    @extend_schema(operation_id="describe_ladder", request=LadderWordsSerializer, responses=LadderRefSerializer)
    def put(self, request: Request, ladder_id: int) -> Response:
        ladder = services.describe_ladder(request.user, ladder_id, read_given(request, LadderWordsSerializer))
        return Response(LadderRefSerializer(ladder).data)


class BodyAsksView(APIView):
    """What a drill may ask of the body: what can be said of a ladder."""

    @extend_schema(operation_id="list_body_asks", responses=BodyAsksSerializer)
    def get(self, request: Request) -> Response:
        asks = {"regions": REGIONS, "actions": ACTIONS, "counts": COUNTS, "efforts": EFFORTS}
        return Response(BodyAsksSerializer({**asks, "risks": list(RISKS.values())}).data)


class LadderBodyView(APIView):
    """What a ladder asks of the body."""

    @extend_schema(operation_id="say_body", request=BodySerializer, responses=LadderRefSerializer)
    def put(self, request: Request, ladder_id: int) -> Response:
        given = read_given(request, BodySerializer)
        return Response(LadderRefSerializer(services.say_body(request.user, ladder_id, given)).data)


class VisitsView(APIView):
    """How a block visits a ladder: from rung 1 up, or only the rung being worked on."""

    @extend_schema(operation_id="set_visits", request=VisitsSerializer, responses=LadderRefSerializer)
    def put(self, request: Request, ladder_id: int) -> Response:
        wish = read_given(request, VisitsSerializer)["from_rung_one"]
        ladder = services.visit_from_rung_one(request.user, ladder_id, is_wished=wish)
        return Response(LadderRefSerializer(ladder).data)


class SchoolsView(APIView):
    """The ways to climb a ladder."""

    @extend_schema(operation_id="list_schools", responses=SchoolKindSerializer(many=True))
    def get(self, request: Request) -> Response:
        return Response(SchoolKindSerializer(list(SCHOOLS.values()), many=True).data)


class SchoolView(APIView):
    """By which school a ladder is climbed: what each of its rungs asks, but for the marks, and how blocks are made."""

    @extend_schema(operation_id="set_school", request=SchoolSerializer, responses=LadderRefSerializer)
    def put(self, request: Request, ladder_id: int) -> Response:
        school = read_given(request, SchoolSerializer)["school"]
        return Response(
            LadderRefSerializer(services.set_school(request.user, ladder_id, school, datetime.now(UTC))).data
        )


class ArchivedView(APIView):
    """Ladders that were put away, with all that was played on them."""

    @extend_schema(operation_id="list_archived_ladders", responses=LadderRefSerializer(many=True))
    def get(self, request: Request) -> Response:
        return Response(LadderRefSerializer(selectors.list_archived(request.user), many=True).data)


class ArchiveView(APIView):
    """Putting a ladder away, and bringing it back."""

    @extend_schema(operation_id="archive_ladder", request=ArchiveSerializer, responses=LadderRefSerializer)
    def put(self, request: Request, ladder_id: int) -> Response:
        given = read_given(request, ArchiveSerializer)
        at = datetime.now(UTC) if given["is_archived"] else None
        return Response(LadderRefSerializer(services.archive_ladder(request.user, ladder_id, at)).data)


class RungView(APIView):
    """Taking a rung out of its ladder; its runs stay in the record."""

    @extend_schema(operation_id="take_out_rung", responses=LadderRefSerializer)
    def delete(self, request: Request, rung_id: int) -> Response:
        return Response(LadderRefSerializer(rungs.take_out_rung(request.user, rung_id, datetime.now(UTC))).data)


class BringBackView(APIView):
    """Putting a rung back that was taken out."""

    @extend_schema(operation_id="bring_back_rung", request=None, responses=LadderRefSerializer)
    def post(self, request: Request, rung_id: int) -> Response:
        return Response(LadderRefSerializer(rungs.bring_back_rung(request.user, rung_id, datetime.now(UTC))).data)


class CopyRungView(APIView):
    """A copy of a rung, right above it."""

    @extend_schema(operation_id="copy_rung", request=None, responses={201: RungRefSerializer})
    def post(self, request: Request, rung_id: int) -> Response:
        return Response(RungRefSerializer(rungs.copy_rung(request.user, rung_id, datetime.now(UTC))).data, status=201)


class NeedsView(APIView):
    """Which rungs have to be held before one makes sense."""

    @extend_schema(operation_id="set_needs", request=NeedsSerializer, responses=NeedsSerializer)
    def put(self, request: Request, rung_id: int) -> Response:
        known = needs.set_needs(request.user, rung_id, read_given(request, NeedsSerializer)["needs"])
        kept = [{"rung": each.rung, "is_must": each.need.is_must} for each in known]
        return Response(NeedsSerializer({"needs": kept}).data)


class RungNumberView(APIView):
    """Where a rung stands on its ladder: 1 is the lowest."""

    @extend_schema(operation_id="move_rung", request=RungNumberSerializer, responses=RungRefSerializer)
    def put(self, request: Request, rung_id: int) -> Response:
        number = read_given(request, RungNumberSerializer)["number"]
        return Response(RungRefSerializer(rungs.move_rung(request.user, rung_id, number, datetime.now(UTC))).data)


class AcknowledgementsView(APIView):
    """Saying yes to the caution of a ladder's risk; the words that were said yes to are kept."""

    @extend_schema(operation_id="acknowledge", request=SaidYesSerializer, responses={201: LadderRefSerializer})
    def post(self, request: Request, ladder_id: int) -> Response:
        given = read_given(request, SaidYesSerializer)
        services.acknowledge(request.user, ladder_id, given["risk"], datetime.now(UTC))
        return Response(LadderRefSerializer(selectors.get_ladder(request.user, ladder_id)).data, status=201)


class ThresholdView(APIView):
    """What is asked of a rung. A change is kept beside what was asked before."""

    @extend_schema(operation_id="change_threshold", request=ThresholdSerializer, responses=ThresholdSerializer)
    def put(self, request: Request, rung_id: int) -> Response:
        given = read_given(request, ThresholdSerializer)
        revision = rungs.change_threshold(request.user, rung_id, given, datetime.now(UTC))
        return Response(ThresholdSerializer(revision.threshold).data)


class RungLayoutView(APIView):
    """Where the targets of a rung go."""

    @extend_schema(operation_id="attach_layout", request=AttachedLayoutSerializer, responses=RungRefSerializer)
    def put(self, request: Request, rung_id: int) -> Response:
        given = read_given(request, AttachedLayoutSerializer)
        return Response(RungRefSerializer(rungs.attach_layout(request.user, rung_id, given["layout"])).data)
