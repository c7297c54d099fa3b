from datetime import UTC, date, datetime
from threading import Thread

from django.http import Http404, HttpRequest, HttpResponse
from drf_spectacular.types import OpenApiTypes
from drf_spectacular.utils import extend_schema
from rest_framework.response import Response
from rest_framework.views import APIView

from blocks.selectors import get_block
from config.fields import FIRST, LAST
from config.files import as_file
from config.requests import Request, read_given
from jolly_core.errors import NotFound
from jolly_core.planning.week_solver import preload
from weeks import selectors, services
from weeks.api.serializers import (
    BlockMoveSerializer,
    CheckedMoveSerializer,
    KeepWeekSerializer,
    LinkStateSerializer,
    NewTermsSerializer,
    ProposedWeekSerializer,
    SeenWeekSerializer,
    TermsSerializer,
)
from weeks.calendars import calendar_of, subscription_of

CALENDAR = "text/calendar; charset=utf-8"


def _monday(text: str) -> date:
    try:
        monday = date.fromisoformat(text)
    except ValueError:
        raise Http404 from None
    if not FIRST <= monday <= LAST:
        raise Http404
    return monday


class TermsView(APIView):
    """The usual week: windows to practise in, and wishes, highest priority first."""

    def _answer(self, request: Request) -> Response:
        terms = {
            "windows": selectors.list_windows(request.user),
            "wishes": selectors.list_week_wishes(request.user),
        }
        return Response(TermsSerializer(terms).data)

    @extend_schema(operation_id="get_week_terms", responses=TermsSerializer)
    def get(self, request: Request) -> Response:
        return self._answer(request)

    @extend_schema(operation_id="keep_week_terms", request=NewTermsSerializer, responses=TermsSerializer)
    def put(self, request: Request) -> Response:
        given = read_given(request, NewTermsSerializer)
        services.keep_terms(request.user, given["windows"], given["wishes"])
        return self._answer(request)


class WeekView(APIView):
    """One week: its windows and blocks, and what they make of the wishes. Keeping an arrangement plans its blocks."""

    @extend_schema(operation_id="get_week", responses=SeenWeekSerializer)
    def get(self, request: Request, monday: str) -> Response:
        # Whoever looks at a week may arrange it next: the solver takes a second or two to load.
        Thread(target=preload, daemon=True).start()
        return Response(SeenWeekSerializer(selectors.get_week(request.user, _monday(monday))).data)

    @extend_schema(operation_id="keep_week", request=KeepWeekSerializer, responses=SeenWeekSerializer)
    def put(self, request: Request, monday: str) -> Response:
        values = read_given(request, KeepWeekSerializer)
        drills = {each["window"]: each["ladders"] for each in values["windows"]}
        why = {each["key"]: each["why"] for each in values["why"]}
        services.keep_week(request.user, _monday(monday), drills, why)
        return Response(SeenWeekSerializer(selectors.get_week(request.user, _monday(monday))).data)


class ArrangementView(APIView):
    """The week arranged by the wishes; nothing is kept."""

    keeps_nothing = True

    @extend_schema(operation_id="arrange_week", request=None, responses=ProposedWeekSerializer)
    def post(self, request: Request, monday: str) -> Response:
        arranged = services.propose_week(request.user, _monday(monday))
        windows = [
            {"window": int(key), "ladders": [int(each) for each in drills]} for key, drills in arranged.drills.items()
        ]
        return Response(ProposedWeekSerializer({"windows": windows, "states": arranged.states}).data)


class MoveView(APIView):
    """A block in another window: what it would break, and moving it."""

    @extend_schema(operation_id="check_move", request=BlockMoveSerializer, responses=CheckedMoveSerializer)
    def post(self, request: Request, monday: str) -> Response:
        given = read_given(request, BlockMoveSerializer)
        block = get_block(request.user, given["block"])
        window = selectors.get_window(request.user, given["window"])
        before = selectors.get_week(request.user, _monday(monday))
        after = selectors.get_week(request.user, _monday(monday), {block.pk: window})
        pairs = list(zip(before.states, after.states, strict=True))
        checked = {
            "breaches": [breach for breach in after.breaches if breach not in before.breaches],
            "lost": [new for old, new in pairs if old.is_kept and not new.is_kept],
            "won": [new for old, new in pairs if new.is_kept and not old.is_kept],
        }
        return Response(CheckedMoveSerializer(checked).data)

    @extend_schema(operation_id="move_block", request=BlockMoveSerializer, responses=SeenWeekSerializer)
    def put(self, request: Request, monday: str) -> Response:
        given = read_given(request, BlockMoveSerializer)
        services.move_to_window(request.user, given["block"], given["window"])
        return Response(SeenWeekSerializer(selectors.get_week(request.user, _monday(monday))).data)


class WeekCalendarView(APIView):
    """A week's blocks as a calendar file."""

    @extend_schema(operation_id="download_week", responses={(200, "text/calendar"): OpenApiTypes.BINARY})
    def get(self, request: Request, monday: str) -> HttpResponse:
        week = selectors.get_week(request.user, _monday(monday))
        answer = HttpResponse(calendar_of(request.user, week.blocks), content_type=CALENDAR)
        return as_file(answer, f"practice-{week.monday}.ics")


class LinkView(APIView):
    """The private address under which the plan can be subscribed to: made, made anew, revoked."""

    def _answer(self, request: Request) -> Response:
        return Response(LinkStateSerializer({"link": selectors.get_link(request.user)}).data)

    @extend_schema(operation_id="get_calendar_link", responses=LinkStateSerializer)
    def get(self, request: Request) -> Response:
        return self._answer(request)

    @extend_schema(operation_id="make_calendar_link", request=None, responses=LinkStateSerializer)
    def post(self, request: Request) -> Response:
        services.make_link(request.user, datetime.now(UTC))
        return self._answer(request)

    @extend_schema(operation_id="revoke_calendar_link", responses=LinkStateSerializer)
    def delete(self, request: Request) -> Response:
        services.revoke_link(request.user, datetime.now(UTC))
        return self._answer(request)


def subscription(request: HttpRequest, token: str) -> HttpResponse:
    """The plan for whoever has the link. Calendars bring no cookie, so the token is all that opens it."""
    try:
        athlete = selectors.get_athlete_of_link(token)
    except NotFound:
        raise Http404 from None  # no view of the API: nobody else would turn it into an answer
    answer = HttpResponse(subscription_of(athlete), content_type=CALENDAR)
    answer["Cache-Control"] = "private, no-cache"
    return answer
