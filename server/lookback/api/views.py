from uuid import UUID

from drf_spectacular.utils import extend_schema
from rest_framework.response import Response
from rest_framework.views import APIView

from config.requests import Request, read_given
from lookback import services
from lookback.api.serializers import (
    ChangeSerializer,
    FindsSerializer,
    FirstFindSerializer,
    InsideSerializer,
    NewChangeSerializer,
    SeasonSerializer,
    ThenAndNowSerializer,
    TimesSerializer,
    TrendSerializer,
    WeakSpotsSerializer,
)
from lookback.pages.finds import get_finds
from lookback.pages.first import get_find_of_run, get_first_find
from lookback.pages.inside import get_inside
from lookback.pages.season import get_season
from lookback.pages.then_and_now import get_then_and_now
from lookback.pages.trend import get_trend
from lookback.pages.weak_spots import get_weak_spots
from runs.api.filters import FiltersSerializer, read_filters


class FindsView(APIView):
    """What changed: the finds of the record, and what stands still."""

    @extend_schema(operation_id="get_finds", parameters=[FiltersSerializer], responses=FindsSerializer)
    def get(self, request: Request) -> Response:
        return Response(FindsSerializer(get_finds(request.user, read_filters(request))).data)


class TrendView(APIView):
    """The trend of a rung."""

    @extend_schema(operation_id="get_trend", parameters=[FiltersSerializer], responses=TrendSerializer)
    def get(self, request: Request) -> Response:
        return Response(TrendSerializer(get_trend(request.user, read_filters(request))).data)


class WeakSpotsView(APIView):
    """What each weakness costs."""

    @extend_schema(operation_id="get_weak_spots", parameters=[FiltersSerializer], responses=WeakSpotsSerializer)
    def get(self, request: Request) -> Response:
        return Response(WeakSpotsSerializer(get_weak_spots(request.user, read_filters(request))).data)


class InsideView(APIView):
    """What the inside of the runs on a rung says."""

    @extend_schema(operation_id="get_inside", parameters=[FiltersSerializer], responses=InsideSerializer)
    def get(self, request: Request) -> Response:
        return Response(InsideSerializer(get_inside(request.user, read_filters(request))).data)


class ThenAndNowView(APIView):
    """Two times of a rung beside each other."""

    @extend_schema(operation_id="get_then_and_now", parameters=[TimesSerializer], responses=ThenAndNowSerializer)
    def get(self, request: Request) -> Response:
        then, now = (request.query_params.get(name, "") for name in ("then", "now"))
        page = get_then_and_now(request.user, read_filters(request), then, now)
        return Response(ThenAndNowSerializer(page).data)


class SeasonView(APIView):
    """A season on one sheet of paper."""

    @extend_schema(operation_id="get_season", parameters=[FiltersSerializer], responses=SeasonSerializer)
    def get(self, request: Request) -> Response:
        return Response(SeasonSerializer(get_season(request.user, read_filters(request))).data)


class FirstFindView(APIView):
    """The one find to say first."""

    @extend_schema(operation_id="get_first_find", responses=FirstFindSerializer)
    def get(self, request: Request) -> Response:
        return Response(FirstFindSerializer(get_first_find(request.user)).data)


class RunFindView(APIView):
    """The one thing that the record says of a run's rung, and since when nothing as good was played."""

    @extend_schema(operation_id="get_find_of_run", responses=FirstFindSerializer)
    def get(self, request: Request, run_id: UUID) -> Response:
        return Response(FirstFindSerializer(get_find_of_run(request.user, run_id)).data)


class LadderChangesView(APIView):
    """Changes of method of a ladder."""

    @extend_schema(operation_id="mark_change", request=NewChangeSerializer, responses=ChangeSerializer)
    def post(self, request: Request, ladder_id: int) -> Response:
        given = read_given(request, NewChangeSerializer)
        change = services.mark_change(request.user, ladder_id, given["day"], given["words"])
        return Response(ChangeSerializer(change).data)


class ChangeView(APIView):
    """One change of method."""

    @extend_schema(operation_id="drop_change", responses={204: None})
    def delete(self, request: Request, change_id: int) -> Response:
        services.drop_change(request.user, change_id)
        return Response(status=204)
