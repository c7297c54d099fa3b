from __future__ import annotations

from dataclasses import asdict
from typing import Any

from django.utils import timezone
from drf_spectacular.types import OpenApiTypes
from drf_spectacular.utils import extend_schema
from rest_framework.parsers import BaseParser
from rest_framework.response import Response
from rest_framework.views import APIView

from config.requests import Request, read_given
from jolly_core.notebooks.grid import MOST_BYTES, read_grid
from notebooks import services
from notebooks.api.serializers import (
    GridSerializer,
    KeepingSerializer,
    KeptScoresSerializer,
    SheetLookSerializer,
    SheetSerializer,
)

FILE = "application/octet-stream"
#: So many scores are shown as they were read.
SHOWN = 8


class SheetParser(BaseParser):
    """Takes a file in, no more of it than can be read."""

    media_type = FILE

    def parse(self, stream: Any, media_type: Any = None, parser_context: Any = None) -> Any:
        return stream.read(MOST_BYTES + 1)


class SheetView(APIView):
    """A file of old scores as rows, with what its columns most likely mean; nothing is kept."""

    keeps_nothing = True
    parser_classes = (SheetParser,)

    @extend_schema(operation_id="read_sheet", request={FILE: OpenApiTypes.BINARY}, responses=GridSerializer)
    def post(self, request: Request) -> Response:
        rows = read_grid(request.data if isinstance(request.data, bytes) else b"")
        columns, is_remembered = services.remembered(request.user, rows)
        return Response(GridSerializer({"rows": rows, "columns": columns, "is_remembered": is_remembered}).data)


class LookView(APIView):
    """What a sheet comes to, read in that way; nothing is kept."""

    keeps_nothing = True

    @extend_schema(operation_id="look_at_scores", request=SheetSerializer, responses=SheetLookSerializer)
    def post(self, request: Request) -> Response:
        given = read_given(request, SheetSerializer)
        found = services.look(request.user, given["rows"], given["columns"], given["choices"])
        wrong = [
            {"row": problem.path[0], "column": problem.path[1], "message": problem.message}
            for problem in found.problems[: services.MOST_PROBLEMS]
        ]
        choices = [{**asdict(choice), "count": found.counts[choice.drill]} for choice in found.choices]
        said = {"count": len(found.scores), "first": found.scores[:SHOWN], "wrong": wrong, "choices": choices}
        return Response(SheetLookSerializer(said).data)


class ScoresView(APIView):
    """The scores of a sheet are kept: all of them, or none."""

    @extend_schema(operation_id="keep_scores", request=SheetSerializer, responses=KeptScoresSerializer)
    def post(self, request: Request) -> Response:
        given = read_given(request, SheetSerializer)
        kept = services.keep(request.user, given["rows"], given["columns"], given["choices"], timezone.now())
        return Response(KeptScoresSerializer({"kept": kept}).data)


class KeepingView(APIView):
    """The keeping of a sheet, seen from beside: how far it got, and the wish to end it."""

    keeps_nothing = True

    @extend_schema(operation_id="get_keeping", responses=KeepingSerializer)
    def get(self, request: Request) -> Response:
        progress = services.keeping(request.user)
        return Response(KeepingSerializer({"share": None if progress.is_left else progress.share}).data)

    @extend_schema(operation_id="end_keeping", responses={204: None})
    def delete(self, request: Request) -> Response:
        progress = services.keeping(request.user)
        if not progress.is_left:
            progress.end()
        return Response(status=204)
