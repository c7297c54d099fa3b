"""Looking for a ladder on the shelf, reading it, and taking it; ladders as files, in and out."""

import json
from datetime import UTC, datetime

from django.http import HttpResponse
from drf_spectacular.types import OpenApiTypes
from drf_spectacular.utils import extend_schema
from rest_framework.response import Response
from rest_framework.views import APIView

from config.files import as_file
from config.requests import Request, read_given, read_query
from jolly_core.body.traits import REGIONS
from jolly_core.formats.pack_schema import LEVELS
from ladders.api.serializers import LadderRefSerializer
from ladders.api.shelf_serializers import (
    PackedLadderSerializer,
    PackSerializer,
    ReadLadderSerializer,
    RefreshSerializer,
    ShelfChoicesSerializer,
    ShelfLadderSerializer,
    WantedSerializer,
)
from ladders.packs import get_refresh, give_pack, preview_pack, refresh_ladder, take_ladder, take_pack
from ladders.selectors import get_ladder
from ladders.shelf import get_choices, get_shelf_ladder, look_over, read_ladder


class ShelfView(APIView):
    """The ready-made ladders that fit what is looked for."""

    @extend_schema(operation_id="list_shelf", parameters=[WantedSerializer], responses=ShelfLadderSerializer(many=True))
    def get(self, request: Request) -> Response:
        wanted = WantedSerializer.wanted(read_query(request, WantedSerializer))
        return Response(ShelfLadderSerializer(look_over(request.user, wanted), many=True).data)


class ShelfChoicesView(APIView):
    """What there is to choose among on the shelf."""

    @extend_schema(operation_id="list_shelf_choices", responses=ShelfChoicesSerializer)
    def get(self, request: Request) -> Response:
        known = get_choices()
        return Response(
            ShelfChoicesSerializer(
                {"disciplines": known.disciplines, "places": known.places, "levels": LEVELS, "regions": REGIONS}
            ).data
        )


class ShelfLadderView(APIView):
    """A ready-made ladder with all that it carries, before it is taken."""

    @extend_schema(operation_id="read_shelf_ladder", responses=ReadLadderSerializer)
    def get(self, request: Request, key: str) -> Response:
        ladder, rungs = read_ladder(request.user, key)
        return Response(ReadLadderSerializer({"ladder": ladder, "rungs": rungs}).data)


class TakeView(APIView):
    """Put a ready-made ladder among one's own."""

    @extend_schema(operation_id="take_ladder", request=None, responses={201: LadderRefSerializer})
    def post(self, request: Request, key: str) -> Response:
        ladder = take_ladder(request.user, key, get_shelf_ladder(key), datetime.now(UTC))
        return Response(LadderRefSerializer(ladder).data, status=201)


class RefreshView(APIView):
    """What the shelf has newer of a ladder that was taken from it, and taking it over."""

    @extend_schema(operation_id="get_refresh", responses=RefreshSerializer)
    def get(self, request: Request, ladder_id: int) -> Response:
        return Response(RefreshSerializer(get_refresh(get_ladder(request.user, ladder_id))).data)

    @extend_schema(operation_id="refresh_ladder", request=None, responses=LadderRefSerializer)
    def post(self, request: Request, ladder_id: int) -> Response:
        return Response(LadderRefSerializer(refresh_ladder(request.user, ladder_id, datetime.now(UTC))).data)


class PackPreviewView(APIView):
    """What a file of ladders holds; nothing is kept."""

    keeps_nothing = True

    @extend_schema(operation_id="preview_pack", request=PackSerializer, responses=PackedLadderSerializer(many=True))
    def post(self, request: Request) -> Response:
        packed = preview_pack(read_given(request, PackSerializer)["pack"])
        return Response(PackedLadderSerializer(packed, many=True).data)


class PacksView(APIView):
    """Taking in the ladders of a file: all of them or none."""

    @extend_schema(operation_id="take_pack", request=PackSerializer, responses={201: LadderRefSerializer(many=True)})
    def post(self, request: Request) -> Response:
        ladders = take_pack(request.user, read_given(request, PackSerializer)["pack"], datetime.now(UTC))
        return Response(LadderRefSerializer(ladders, many=True).data, status=201)


class LadderPackView(APIView):
    """A ladder of one's own as a file, to be given to somebody."""

    @extend_schema(operation_id="give_pack", responses={(200, "application/json"): OpenApiTypes.OBJECT})
    def get(self, request: Request, ladder_id: int) -> HttpResponse:
        pack = give_pack(request.user, ladder_id)
        answer = HttpResponse(json.dumps(pack, ensure_ascii=False, indent=1), content_type="application/json")
        return as_file(answer, f"ladder-{pack['ladders'][0]['key']}.json")
