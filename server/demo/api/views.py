from django.contrib.auth import login
from django.http import Http404
from drf_spectacular.utils import extend_schema
from rest_framework.permissions import AllowAny
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from accounts.selectors import get_demo_athlete


class EnterView(APIView):
    """Sign in as the demo athlete. This address exists in the demo only."""

    permission_classes = (AllowAny,)

    @extend_schema(operation_id="enter_demo", request=None, responses={204: None})
    def post(self, request: Request) -> Response:
        athlete = get_demo_athlete()
        if athlete is None:
            raise Http404
        login(request._request, athlete, backend="django.contrib.auth.backends.ModelBackend")
        return Response(status=204)
