from typing import TYPE_CHECKING, Any, cast
from uuid import UUID

from django.db.models import QuerySet
from drf_spectacular.utils import OpenApiParameter, extend_schema, extend_schema_view
from rest_framework.generics import ListAPIView
from rest_framework.response import Response
from rest_framework.views import APIView

from config.pagination import LongPagination
from config.requests import Request, read_given
from jolly_core.challenges.events import LONGEST_NOTE
from jolly_core.record.standing import standing_of
from jolly_core.sides import NONE
from ladders.services import get_quick_rung
from runs import afterwards, old_results, selectors, services, starting
from runs.api.filters import FiltersSerializer, read_filters
from runs.api.serializers import (
    AttachSerializer,
    ComfortSerializer,
    CorrectionSerializer,
    DescribedSerializer,
    EventSerializer,
    EventsSerializer,
    HeardSerializer,
    KitSerializer,
    NewRunSerializer,
    OldResultsSerializer,
    QuickRunSerializer,
    RecordedSerializer,
    RunRowSerializer,
    RunSerializer,
    SetAsideSerializer,
    StrokesSerializer,
)
from runs.kits import list_kits
from runs.models import Event, Run

if TYPE_CHECKING:
    from accounts.models import Athlete


UNFINISHED = OpenApiParameter("unfinished", bool, description="Only runs that are begun and not over.")


@extend_schema_view(get=extend_schema(operation_id="list_runs", parameters=[UNFINISHED, FiltersSerializer]))
class RunsView(ListAPIView[Run]):
    """The logbook: every run that the filters leave, the latest first."""

    serializer_class = RunRowSerializer

    def get_queryset(self) -> QuerySet[Run]:
        athlete = cast("Athlete", self.request.user)
        is_unfinished = self.request.query_params.get("unfinished") == "true"
        runs = selectors.list_unfinished(athlete) if is_unfinished else selectors.list_played(athlete)
        return read_filters(cast("Request", self.request)).apply(runs)


class RunView(APIView):
    """One run, under an id that the client made."""

    @extend_schema(operation_id="get_run", responses=RunSerializer)
    def get(self, request: Request, run_id: UUID) -> Response:
        return Response(RunSerializer(selectors.get_run(request.user, run_id)).data)

    @extend_schema(operation_id="delete_run", responses={204: None})
    def delete(self, request: Request, run_id: UUID) -> Response:
        afterwards.delete_run(request.user, run_id)
        return Response(status=204)

    @extend_schema(operation_id="start_run", request=NewRunSerializer, responses=RunSerializer)
    def put(self, request: Request, run_id: UUID) -> Response:
        values = read_given(request, NewRunSerializer)
        run = starting.start_run(
            request.user,
            run_id,
            values["rung"],
            side=values["side"],
            started_at=values["started_at"],
            part_id=values["part"],
            was_played=values["was_played"],
            way=values["way"],
        )
        return Response(RunSerializer(run).data)


RUNGS = OpenApiParameter("rung", int, many=True, description="The rungs that may be played; the plain games are there.")


class KitsView(APIView):
    """What a device takes along to begin runs where no server can be reached."""

    @extend_schema(operation_id="list_kits", parameters=[RUNGS], responses=KitSerializer(many=True))
    def get(self, request: Request) -> Response:
        asked = [int(each) for each in request.query_params.getlist("rung") if each.isdecimal()]
        return Response(KitSerializer(list_kits(request.user, asked), many=True).data)


class QuickRunView(APIView):
    """Counting without a plan, under an id that the client made."""

    @extend_schema(operation_id="start_quick_run", request=QuickRunSerializer, responses=RunSerializer)
    def put(self, request: Request, run_id: UUID) -> Response:
        given = read_given(request, QuickRunSerializer)
        rung = get_quick_rung(request.user, given["game"], given["started_at"])
        run = starting.start_run(request.user, run_id, rung.pk, side=NONE, started_at=given["started_at"])
        return Response(RunSerializer(run).data)


class RunRungView(APIView):
    """Putting a run that was counted without a plan onto a rung."""

    @extend_schema(operation_id="attach_run", request=AttachSerializer, responses=RunSerializer)
    def put(self, request: Request, run_id: UUID) -> Response:
        given = read_given(request, AttachSerializer)
        starting.attach_run(request.user, run_id, given["rung"], given["side"])
        return Response(RunSerializer(selectors.get_run(request.user, run_id)).data)


def _recorded(recorded: services.Recorded) -> dict[str, Any]:
    """As ``RecordedSerializer`` documents it; the tally is plain already, and a press is waiting for this answer."""
    run = recorded.run
    return {
        "added": recorded.added,
        "repeated": recorded.repeated,
        "has_moved": recorded.has_moved,
        "last_seq": run.last_seq,
        "last_at_ms": run.last_at_ms,
        **standing_of(run.game, run.measure, run.known_tally),
    }


def _read_batch(request: Request) -> tuple[list[dict[str, Any]], bool]:
    """A batch, and whether it merges. What is plainly right is read at once; the rest is told in full."""
    given = request.data
    try:
        if isinstance(given, dict) and isinstance(given["events"], list):
            return [_read_event(each) for each in given["events"]], given.get("merges") is True
    except (KeyError, ValueError, TypeError):
        pass
    read = read_given(request, EventsSerializer)
    return read["events"], read["merges"]


def _read_event(given: dict[str, Any]) -> dict[str, Any]:
    """One event by its types. Raises a built-in error for what has to be looked at closer."""
    key, kind, seq, at_ms = given["id"], given["kind"], given["seq"], given["at_ms"]
    text = given.get("text", "")
    if [type(each) for each in (key, kind, seq, at_ms, text)] != [str, str, int, int, str]:
        raise TypeError
    if len(text) > LONGEST_NOTE:
        raise ValueError
    return {"id": UUID(key), "kind": kind, "seq": seq, "at_ms": at_ms, "text": text.strip()}


@extend_schema_view(get=extend_schema(operation_id="list_events"))
class EventsView(ListAPIView[Event]):
    """The events of a run. They may arrive twice, late or in batches, and are counted once."""

    is_repeatable = True
    serializer_class = EventSerializer
    pagination_class = LongPagination

    def get_queryset(self) -> QuerySet[Event]:
        return selectors.list_events(cast("Athlete", self.request.user), self.kwargs["run_id"])

    @extend_schema(operation_id="record_events", request=EventsSerializer, responses=RecordedSerializer)
    def post(self, request: Request, run_id: UUID) -> Response:
        events, merges = _read_batch(request)
        recorded = services.record_events(request.user, run_id, events, merges=merges)
        return Response(_recorded(recorded))


class ComfortView(APIView):
    """How comfortable a run was, from 1 (at my limit) to 5 (easy)."""

    @extend_schema(operation_id="say_comfort", request=ComfortSerializer, responses=RunSerializer)
    def put(self, request: Request, run_id: UUID) -> Response:
        given = read_given(request, ComfortSerializer)
        return Response(RunSerializer(services.say_comfort(request.user, run_id, given["comfort"])).data)


class SetAsideView(APIView):
    """Leave a run out of the record, or take it back."""

    @extend_schema(operation_id="set_run_aside", request=SetAsideSerializer, responses=RunSerializer)
    def put(self, request: Request, run_id: UUID) -> Response:
        given = read_given(request, SetAsideSerializer)
        run = services.set_run_aside(request.user, run_id, given["reason"])
        return Response(RunSerializer(run).data)

    @extend_schema(operation_id="take_run_back", responses=RunSerializer)
    def delete(self, request: Request, run_id: UUID) -> Response:
        return Response(RunSerializer(services.take_run_back(request.user, run_id)).data)


class StrokesView(APIView):
    """A run as strokes in time."""

    @extend_schema(operation_id="list_strokes", responses=StrokesSerializer)
    def get(self, request: Request, run_id: UUID) -> Response:
        return Response(StrokesSerializer(selectors.list_strokes(request.user, run_id)).data)


class RestoredView(APIView):
    """Bringing a deleted run back."""

    @extend_schema(operation_id="restore_run", request=None, responses=RunSerializer)
    def put(self, request: Request, run_id: UUID) -> Response:
        afterwards.restore_run(request.user, run_id)
        return Response(RunSerializer(selectors.get_run(request.user, run_id)).data)


class CorrectionView(APIView):
    """A correction of a run that is over, under an id that the client made."""

    @extend_schema(operation_id="correct_run", request=CorrectionSerializer, responses=RunSerializer)
    def put(self, request: Request, run_id: UUID, event_id: UUID) -> Response:
        given = read_given(request, CorrectionSerializer)
        return Response(RunSerializer(afterwards.correct_run(request.user, run_id, given, event_id)).data)


class HeardView(APIView):
    """What the ear has heard of a run that is over takes the place of its presses, under an id that the client made."""

    @extend_schema(operation_id="take_heard", request=HeardSerializer, responses=RunSerializer)
    def put(self, request: Request, run_id: UUID, event_id: UUID) -> Response:
        given = read_given(request, HeardSerializer)
        return Response(RunSerializer(afterwards.take_heard(request.user, run_id, given, event_id)).data)


class DescribedView(APIView):
    """The note about a run, and its tags."""

    @extend_schema(operation_id="describe_run", request=DescribedSerializer, responses=RunSerializer)
    def put(self, request: Request, run_id: UUID) -> Response:
        given = read_given(request, DescribedSerializer)
        return Response(RunSerializer(afterwards.describe_run(request.user, run_id, given["note"], given["tags"])).data)


class OldResultsView(APIView):
    """Results from long ago, many at a time."""

    @extend_schema(operation_id="keep_old_results", request=OldResultsSerializer, responses=RunRowSerializer(many=True))
    def post(self, request: Request) -> Response:
        runs = old_results.keep_old_results(request.user, read_given(request, OldResultsSerializer)["rows"])
        return Response(RunRowSerializer(runs, many=True).data)
