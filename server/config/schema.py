"""The OpenAPI schema: every operation documents its refusals, which drf-spectacular leaves out by itself."""

from __future__ import annotations

from typing import Any, Literal

from drf_spectacular.authentication import SessionScheme
from drf_spectacular.extensions import OpenApiSerializerFieldExtension
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
    """Adds the refusals that each operation can give.

    To all: 400, 401, 404 and 500. To those that write: 403 (the form token) and 409. To those with a body: 415. To
    those that may be tried only so often: 429.
    A delete that answers with what is left answers 200; drf-spectacular would say 204.
    """

    def _get_response_bodies(self, direction: Literal["request", "response"] = "response") -> Any:
        given = self.get_response_serializers()
        if self.method == "DELETE" and not isinstance(given, dict):
            bodies = {"200": self._get_response_for_code(given, "200", direction=direction)}  # type: ignore[no-untyped-call]
        else:
            bodies = super()._get_response_bodies(direction)
        statuses = ["400", "401", "404", "500"] + (["403", "409"] if self.method != "GET" else [])
        statuses += ["429"] if self.view.get_throttles() else []
        for status in sorted(statuses):
            body = self._get_response_for_code(  # type: ignore[no-untyped-call]
                ProblemSerializer, status, ["application/problem+json"], direction
            )
            bodies.setdefault(status, body)
        return bodies

    def get_operation(self, *args: Any, **kwargs: Any) -> Any:
        operation = super().get_operation(*args, **kwargs)
        if operation and "requestBody" in operation:
            operation["responses"]["415"] = operation["responses"]["400"]
        return operation


class HourExtension(OpenApiSerializerFieldExtension):  # type: ignore[no-untyped-call]  # it registers itself
    """Documents an hour of the day as it is sent: RFC 3339's ``time`` would ask for an offset from UTC as well."""

    target_class = "rest_framework.serializers.TimeField"
    match_subclasses = True

    def map_serializer_field(self, auto_schema: Any, direction: Any) -> dict[str, Any]:
        return {"type": "string", "pattern": r"^\d{2}:\d{2}(:\d{2}(\.\d{1,6})?)?$", "example": "17:30:00"}


class CookieScheme(SessionScheme):  # type: ignore[no-untyped-call]  # it registers itself
    """Documents our way of signing in as what it is: the session's cookie."""

    target_class = "config.authentication.CookieAuthentication"


def every_answer_is_whole(result: dict[str, Any], generator: Any, request: Any, public: bool) -> dict[str, Any]:
    """Marks every field of an answer as present: a default makes a field optional to send, never to receive."""
    for name, schema in result["components"]["schemas"].items():
        if not name.endswith("Request") and "properties" in schema:
            schema["required"] = sorted(schema["properties"])
    return result


#: The largest whole numbers of two, four and eight bytes.
STORED_AT_MOST = {2**15 - 1, 2**31 - 1, 2**63 - 1}


def no_limits_of_columns(result: dict[str, Any], generator: Any, request: Any, public: bool) -> dict[str, Any]:
    """Leaves out how large a number a column takes: each database has its own, and it is no promise of the API."""
    for schema in result["components"]["schemas"].values():
        for field in schema.get("properties", {}).values():
            if field.get("maximum") in STORED_AT_MOST:
                del field["maximum"]
                field.pop("format", None)
    return result
