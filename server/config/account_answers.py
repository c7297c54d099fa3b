"""allauth's refusals in the shape of all our others."""

from __future__ import annotations

import json
from collections.abc import Callable
from io import BytesIO

from django.http import HttpRequest, HttpResponse, JsonResponse
from rest_framework.exceptions import ParseError

from config.parsing import StrictJSONParser
from config.problems import CONTENT_TYPE, problem

#: Client errors, as HTTP numbers them.
REFUSALS = range(400, 500)


class AccountAnswersMiddleware:
    """Rewrites 4xx answers of the account paths that name faulty fields to problem+json."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponse]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        if request.path.startswith("/_allauth/") and request.method not in ("GET", "HEAD") and request.body:
            try:
                given = StrictJSONParser().parse(BytesIO(request.body))
                if not isinstance(given, dict) or not all(isinstance(value, str) for value in given.values()):
                    raise ParseError("The body is an object of texts.")
            except ParseError as error:
                body = problem(400, "parse_error", "Bad input", str(error.detail))
                return JsonResponse(body, status=400, content_type=CONTENT_TYPE)
        response = self.get_response(request)
        is_refusal = response.status_code in REFUSALS and request.path.startswith("/_allauth/")
        if not is_refusal or "json" not in response.get("Content-Type", ""):
            return response
        faults = json.loads(response.content or b"{}").get("errors")
        if not faults:
            return response  # 401 "not signed in" is a state, not a fault, and carries what may be done next
        errors = [
            {"loc": [fault["param"]] if "param" in fault else [], "code": fault["code"], "msg": fault["message"]}
            for fault in faults
        ]
        body = problem(response.status_code, "bad_input", "Bad input", errors[0]["msg"], errors)
        return JsonResponse(body, status=response.status_code, content_type=CONTENT_TYPE)
