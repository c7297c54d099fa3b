from __future__ import annotations

from collections.abc import Iterator
from datetime import datetime
from typing import Any, BinaryIO
from uuid import UUID

from django.http import StreamingHttpResponse
from django.utils import timezone
from drf_spectacular.types import OpenApiTypes
from drf_spectacular.utils import extend_schema
from rest_framework.parsers import BaseParser
from rest_framework.response import Response
from rest_framework.views import APIView

from accounts.models import Athlete
from accounts.services import note_taken_out
from config.files import as_file
from config.requests import Request, read_given, read_query
from packages import arrivals, exporting, views_of
from packages.api.serializers import (
    ArrivalSerializer,
    FileNameSerializer,
    LatestArrivalSerializer,
    TakeInSerializer,
)
from runs.api.filters import FiltersSerializer, read_filters

ZIP, CSV = "application/zip", "text/csv"
PIECE_BYTES = 1 << 16


class FileParser(BaseParser):
    """Hands over the body as it comes in: it is a file, which may be large."""

    media_type = ZIP

    def parse(self, stream: Any, media_type: Any = None, parser_context: Any = None) -> Any:
        return stream


class RecordView(APIView):
    """The whole record, as a file."""

    @extend_schema(operation_id="download_record", responses={(200, ZIP): OpenApiTypes.BINARY})
    def get(self, request: Request) -> StreamingHttpResponse:
        made_at = timezone.now()
        answer = StreamingHttpResponse(_noted(request.user, made_at), content_type=ZIP)
        return as_file(answer, exporting.file_name(request.user, made_at))


class RunsCsvView(APIView):
    """The runs that pass the filters of the logbook, as CSV."""

    @extend_schema(
        operation_id="download_runs", parameters=[FiltersSerializer], responses={(200, CSV): OpenApiTypes.BINARY}
    )
    def get(self, request: Request) -> StreamingHttpResponse:
        return _as_csv(views_of.runs_as_csv(request.user, read_filters(request)), "runs.csv")


class EventsCsvView(APIView):
    """The presses of those runs, as CSV."""

    @extend_schema(
        operation_id="download_presses", parameters=[FiltersSerializer], responses={(200, CSV): OpenApiTypes.BINARY}
    )
    def get(self, request: Request) -> StreamingHttpResponse:
        return _as_csv(views_of.events_as_csv(request.user, read_filters(request)), "presses.csv")


def _as_csv(pieces: Iterator[bytes], name: str) -> StreamingHttpResponse:
    return as_file(StreamingHttpResponse(pieces, content_type=f"{CSV}; charset=utf-8"), name)


class ArrivalsView(APIView):
    """Files that come in."""

    #: It is written down by itself, and whoever works at it has transactions of their own.
    keeps_nothing = True
    parser_classes = (FileParser,)

    @extend_schema(operation_id="read_latest_arrival", responses=LatestArrivalSerializer)
    def get(self, request: Request) -> Response:
        return Response(LatestArrivalSerializer({"arrival": arrivals.get_latest(request.user)}).data)

    @extend_schema(
        operation_id="send_record",
        parameters=[FileNameSerializer],
        request={ZIP: OpenApiTypes.BINARY},
        responses=ArrivalSerializer,
    )
    def post(self, request: Request) -> Response:
        name = read_query(request, FileNameSerializer)["file_name"]
        arrival = arrivals.receive(request.user, name, _pieces(request.data))
        return Response(ArrivalSerializer(arrivals.get_arrival(request.user, arrival.pk)).data)


class ArrivalView(APIView):
    """A file that came in: how it stands, and leaving it."""

    keeps_nothing = True

    @extend_schema(operation_id="read_arrival", responses=ArrivalSerializer)
    def get(self, request: Request, arrival_id: UUID) -> Response:
        return Response(ArrivalSerializer(arrivals.get_arrival(request.user, arrival_id)).data)

    @extend_schema(operation_id="leave_arrival", responses={204: None})
    def delete(self, request: Request, arrival_id: UUID) -> Response:
        arrivals.cancel(request.user, arrival_id)
        return Response(status=204)


class TakeInView(APIView):
    """A file that was looked through is taken in."""

    keeps_nothing = True

    @extend_schema(operation_id="take_arrival_in", request=TakeInSerializer, responses=ArrivalSerializer)
    def post(self, request: Request, arrival_id: UUID) -> Response:
        given = read_given(request, TakeInSerializer)
        arrival = arrivals.take(request.user, arrival_id, takes_theirs=given["takes_theirs"])
        return Response(ArrivalSerializer(arrival).data)


def _noted(athlete: Athlete, made_at: datetime) -> Iterator[bytes]:
    """The record, and once all of it went out, a note of that."""
    yield from exporting.pack_record(athlete, made_at)
    note_taken_out(athlete, made_at)


def _pieces(body: BinaryIO | Any) -> Iterator[bytes]:
    if not hasattr(body, "read"):
        return  # nothing was sent
    while piece := body.read(PIECE_BYTES):
        yield piece
