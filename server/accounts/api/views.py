from drf_spectacular.utils import extend_schema
from rest_framework.response import Response
from rest_framework.views import APIView

from accounts import services
from accounts.api.serializers import AthleteSerializer
from config.requests import Request


class AthleteView(APIView):
    """The athlete who is signed in, and their settings."""

    @extend_schema(operation_id="get_athlete", responses=AthleteSerializer)
    def get(self, request: Request) -> Response:
        return Response(AthleteSerializer(request.user).data)

    @extend_schema(operation_id="change_settings", request=AthleteSerializer(partial=True), responses=AthleteSerializer)
    def patch(self, request: Request) -> Response:
        given = AthleteSerializer(request.user, data=request.data, partial=True)
        given.is_valid(raise_exception=True)
        athlete = services.change_settings(request.user, dict(given.validated_data))
        return Response(AthleteSerializer(athlete).data)
