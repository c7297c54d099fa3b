"""A block that was kept on paper, typed in."""

from drf_spectacular.utils import extend_schema
from rest_framework import serializers
from rest_framework.response import Response
from rest_framework.views import APIView

from blocks.models import LONGEST_NOTE
from blocks.selectors import get_block
from config.reading import ReadSerializer
from config.requests import Request, read_given
from plan.api.serializers import MOST_PARTS, BlockSerializer, WhenSerializer
from plan.sheets import enter_sheet


class SheetRowSerializer(ReadSerializer):
    """The totals of one part's runs; what a format asks for stands in its part's sheet."""

    part = serializers.IntegerField()
    runs = serializers.ListField(
        child=serializers.DictField(child=serializers.IntegerField(allow_null=True)), max_length=50
    )


class FilledSheetSerializer(WhenSerializer):
    rows = serializers.ListField(child=SheetRowSerializer(), max_length=MOST_PARTS)
    minutes = serializers.IntegerField(min_value=1, max_value=1440)
    effort = serializers.IntegerField(required=False, default=None, allow_null=True)
    note = serializers.CharField(required=False, default="", allow_blank=True, max_length=LONGEST_NOTE)


class SheetView(APIView):
    """Typing in a block that was kept on paper: its totals, marked as such. It closes the block."""

    @extend_schema(operation_id="enter_sheet", request=FilledSheetSerializer, responses=BlockSerializer)
    def post(self, request: Request, block_id: int) -> Response:
        enter_sheet(request.user, block_id, **read_given(request, FilledSheetSerializer))
        return Response(BlockSerializer(get_block(request.user, block_id)).data)
