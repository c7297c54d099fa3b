"""The OpenAPI schema: every operation documents its refusals, which drf-spectacular leaves out by itself."""

from __future__ import annotations

from typing import Any, Literal

from drf_spectacular.authentication import SessionScheme
from drf_spectacular.openapi import AutoSchema
from rest_framework import serializers


class ProblemErrorSerializer(serializers.Serializer[Any]):
    loc = serializers.ListField(child=serializers.JSONField(), help_text="The way to the field, outermost first.")
    code = serializers.CharField()
    msg = serializers.CharField()


class ProblemSerializer(serializers.Serializer[Any]):
    """Every refusal has this shape."""

    type = serializers.CharField()
    title = serializers.CharField()
    status = serializers.IntegerField()
    detail = serializers.CharField()
    code = serializers.CharField()
    errors = ProblemErrorSerializer(many=True)  # type: ignore[assignment]  # the field, not the property of that name


class ProblemAutoSchema(AutoSchema):
    """Adds the problem answer to each operation: 400, 401 and 404, and 409 to those that write."""

    def _get_response_bodies(self, direction: Literal["request", "response"] = "response") -> Any:
        bodies = super()._get_response_bodies(direction)
        statuses = ["400", "401", "404"] + (["409"] if self.method != "GET" else [])
        for status in statuses:
            body = self._get_response_for_code(  # type: ignore[no-untyped-call]
                ProblemSerializer, status, ["application/problem+json"], direction
            )
            bodies.setdefault(status, body)
        return bodies


class CookieScheme(SessionScheme):  # type: ignore[no-untyped-call]  # it registers itself
    """Documents our way of signing in as what it is: the session's cookie."""

    target_class = "config.authentication.CookieAuthentication"


def every_answer_is_whole(result: dict[str, Any], generator: Any, request: Any, public: bool) -> dict[str, Any]:
    """Marks every field of an answer as present: a default makes a field optional to send, never to receive."""
    for name, schema in result["components"]["schemas"].items():
        if not name.endswith("Request") and "properties" in schema:
            schema["required"] = sorted(schema["properties"])
    return result
