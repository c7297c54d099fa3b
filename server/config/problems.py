"""The one map from errors to answers: problem+json (RFC 9457) with the fields that are wrong.

``{type, title, status, detail, code, errors: [{loc, code, msg}]}``; clients switch on ``code``.
"""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from typing import Any

from django.core.exceptions import PermissionDenied
from django.http import Http404, HttpRequest, JsonResponse
from rest_framework import exceptions
from rest_framework.response import Response

from jolly_core.errors import CoreError, NotFound

CONTENT_TYPE = "application/problem+json"
#: Core errors that say "this clashes with what is already there"; every other one is bad input.
CONFLICTS = {
    "seq_taken",
    "id_taken",
    "event_id_reused",
    "run_set_aside",
    "block_closed",
    "from_paper",
    "needs_acknowledgement",
    "nothing_to_take_back",
    "dose_used_up",
    "in_use",
    "ended",
    "pressed_elsewhere",
}


def problem(
    status: int, code: str, title: str, detail: str, errors: list[dict[str, Any]] | None = None
) -> dict[str, Any]:
    """The body of every refusal."""
    return {
        "type": "about:blank",
        "title": title,
        "status": status,
        "detail": detail,
        "code": code,
        "errors": errors or [],
    }


def problem_answer(error: Exception, context: Mapping[str, Any]) -> Response | None:
    """The answer to an error raised in a view; None leaves bugs to Django."""
    body = _body(error)
    if body is None:
        return None
    headers = {}
    if isinstance(error, exceptions.APIException) and (header := getattr(error, "auth_header", None)):
        headers["WWW-Authenticate"] = header
    return Response(body, status=body["status"], content_type=CONTENT_TYPE, headers=headers)


def _body(error: Exception) -> dict[str, Any] | None:
    if isinstance(error, Http404 | NotFound):
        return problem(404, "not_found", "Not found", "There is nothing of yours at this address.")
    if isinstance(error, CoreError):
        return _core_body(error)
    if isinstance(error, exceptions.ValidationError):
        errors = list(_flat(error.get_full_details()))
        return problem(400, "bad_input", "Bad input", errors[0]["msg"] if errors else "Bad input.", errors)
    if isinstance(error, PermissionDenied):
        return problem(403, "not_allowed", "Not allowed", "You may not do this.")
    if isinstance(error, exceptions.APIException):
        code = str(error.get_codes()) if isinstance(error.detail, str) else "refused"
        return problem(error.status_code, code, code.replace("_", " ").capitalize(), str(error.detail))
    return None


def _core_body(error: CoreError) -> dict[str, Any]:
    is_conflict = error.code in CONFLICTS
    errors = [{"loc": list(each.path), "code": each.code, "msg": each.message} for each in error.problems]
    title = "Clashes with what is kept" if is_conflict else "Bad input"
    return problem(409 if is_conflict else 400, error.code, title, error.problems[0].message, errors)


def _flat(details: Any, loc: tuple[str | int, ...] = ()) -> Iterator[dict[str, Any]]:
    """DRF's nested details as a flat list with the way to each field."""
    if isinstance(details, Mapping) and "message" in details and "code" in details:
        yield {"loc": list(loc), "code": str(details["code"]), "msg": str(details["message"])}
    elif isinstance(details, Mapping):
        for name, inner in details.items():
            yield from _flat(inner, loc if name == "non_field_errors" else (*loc, name))
    else:
        is_messages = all(isinstance(inner, Mapping) and "message" in inner for inner in details)
        for index, inner in enumerate(details):
            yield from _flat(inner, loc if is_messages else (*loc, index))


def csrf_failure(request: HttpRequest, reason: str = "") -> JsonResponse:
    """Django's refusal of a request that did not come from our own pages."""
    body = problem(403, "csrf_failed", "Not from this page", "Load the page again and repeat what you did.")
    return JsonResponse(body, status=403, content_type=CONTENT_TYPE)


def not_found(request: HttpRequest, exception: Exception | None = None, **_: object) -> JsonResponse:
    body = problem(404, "not_found", "Not found", "There is nothing at this address.")
    return JsonResponse(body, status=404, content_type=CONTENT_TYPE)


def server_error(request: HttpRequest) -> JsonResponse:
    body = problem(500, "bug", "Our mistake", "Something broke on our side. What you entered before is kept.")
    return JsonResponse(body, status=500, content_type=CONTENT_TYPE)
