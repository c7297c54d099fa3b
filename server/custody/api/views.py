from __future__ import annotations

from django.utils import timezone
from drf_spectacular.utils import extend_schema
from rest_framework.response import Response
from rest_framework.throttling import UserRateThrottle
from rest_framework.views import APIView

from config.requests import Request, read_given
from custody import leaving, sign_ins
from custody.api.serializers import (
    LeaveSerializer,
    LeavingSerializer,
    NewPasswordSerializer,
    SignInSerializer,
)


class GuessThrottle(UserRateThrottle):
    """Nobody guesses passwords of a session that was left open."""

    rate = "10/min"


class SignInsView(APIView):
    """Where the athlete is signed in."""

    @extend_schema(operation_id="list_sign_ins", responses=SignInSerializer(many=True))
    def get(self, request: Request) -> Response:
        found = sign_ins.list_sign_ins(request.user)
        context = {"session_key": request.session.session_key}
        return Response(SignInSerializer(found, many=True, context=context).data)

    @extend_schema(operation_id="end_other_sign_ins", responses={204: None})
    def delete(self, request: Request) -> Response:
        sign_ins.end_others(request.user, request.session.session_key)
        return Response(status=204)


class SignInView(APIView):
    """Ending one."""

    @extend_schema(operation_id="end_sign_in", responses={204: None})
    def delete(self, request: Request, sign_in_id: int) -> Response:
        sign_ins.end_sign_in(request.user, sign_in_id)
        return Response(status=204)


class PasswordView(APIView):
    """A new password."""

    throttle_classes = (GuessThrottle,)

    @extend_schema(operation_id="change_password", request=NewPasswordSerializer, responses={204: None})
    def put(self, request: Request) -> Response:
        given = read_given(request, NewPasswordSerializer)
        sign_ins.change_password(request, request.user, given["password"], given["new"])
        return Response(status=204)


class LeavingView(APIView):
    """Having the account deleted, and taking that back."""

    def _answer(self, request: Request) -> Response:
        athlete = request.user
        taken_out = leaving.has_taken_out(athlete, timezone.now())
        said = {"leaves_at": athlete.leaves_at, "taken_out_at": athlete.taken_out_at, "has_taken_out": taken_out}
        return Response(LeavingSerializer(said).data)

    def get_throttles(self) -> list[UserRateThrottle]:  # type: ignore[override]
        return [GuessThrottle()] if self.request.method == "PUT" else []

    @extend_schema(operation_id="read_leaving", responses=LeavingSerializer)
    def get(self, request: Request) -> Response:
        return self._answer(request)

    @extend_schema(operation_id="leave_account", request=LeaveSerializer, responses=LeavingSerializer)
    def put(self, request: Request) -> Response:
        leaving.leave(request.user, read_given(request, LeaveSerializer)["password"], timezone.now())
        return self._answer(request)

    @extend_schema(operation_id="keep_account", responses=LeavingSerializer)
    def delete(self, request: Request) -> Response:
        leaving.stay(request.user)
        return self._answer(request)
