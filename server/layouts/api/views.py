from django.http import HttpResponse
from drf_spectacular.types import OpenApiTypes
from drf_spectacular.utils import extend_schema
from rest_framework.response import Response
from rest_framework.views import APIView

from config.files import as_file
from config.requests import Request, read_given
from jolly_core.formats.layout_svg import write_layout
from layouts import selectors, services
from layouts.api.serializers import LayoutFileSerializer, LayoutSerializer, NewLayoutSerializer


class LayoutsView(APIView):
    """The athlete's layouts, and laying a new one."""

    @extend_schema(operation_id="list_layouts", responses=LayoutSerializer(many=True))
    def get(self, request: Request) -> Response:
        return Response(LayoutSerializer(selectors.list_layouts(request.user), many=True).data)

    @extend_schema(operation_id="keep_layout", request=NewLayoutSerializer, responses={201: LayoutSerializer})
    def post(self, request: Request) -> Response:
        given = read_given(request, NewLayoutSerializer)
        layout = services.keep_layout(request.user, given["place"], given)
        return Response(LayoutSerializer(layout).data, status=201)


class LayoutView(APIView):
    """One layout: reading it, changing its targets, putting it away."""

    @extend_schema(operation_id="get_layout", responses=LayoutSerializer)
    def get(self, request: Request, layout_id: int) -> Response:
        return Response(LayoutSerializer(selectors.get_layout(request.user, layout_id)).data)

    @extend_schema(operation_id="change_layout", request=NewLayoutSerializer, responses=LayoutSerializer)
    def put(self, request: Request, layout_id: int) -> Response:
        layout = services.change_layout(request.user, layout_id, read_given(request, NewLayoutSerializer))
        return Response(LayoutSerializer(layout).data)

    @extend_schema(operation_id="drop_layout", responses=LayoutSerializer)
    def delete(self, request: Request, layout_id: int) -> Response:
        layout = services.drop_layout(request.user, layout_id)
        return Response(LayoutSerializer(layout).data)


class RestoreLayoutView(APIView):
    """Taking back that a layout was put away."""

    @extend_schema(operation_id="restore_layout", request=None, responses=LayoutSerializer)
    def post(self, request: Request, layout_id: int) -> Response:
        layout = services.restore_layout(request.user, layout_id)
        return Response(LayoutSerializer(layout).data)


class LayoutFileView(APIView):
    """A layout as an SVG file at true scale."""

    @extend_schema(operation_id="export_layout", responses={(200, "image/svg+xml"): OpenApiTypes.STR})
    def get(self, request: Request, layout_id: int) -> HttpResponse:
        layout = selectors.get_layout(request.user, layout_id)
        data = write_layout(selectors.place_of(layout), selectors.core_layout(layout))
        return as_file(HttpResponse(data, content_type="image/svg+xml"), f"layout-{layout.pk}.svg")


class ImportLayoutView(APIView):
    """Keeping the layout of a file as a new one; a file that is none changes nothing."""

    @extend_schema(operation_id="import_layout", request=LayoutFileSerializer, responses={201: LayoutSerializer})
    def post(self, request: Request) -> Response:
        given = read_given(request, LayoutFileSerializer)
        layout = services.import_layout(request.user, given["svg"].encode())
        return Response(LayoutSerializer(layout).data, status=201)
