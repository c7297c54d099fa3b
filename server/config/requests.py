"""A request of somebody who is signed in: what every view of the API works with, and reading what it gives."""

from __future__ import annotations

from typing import TYPE_CHECKING, Any

from rest_framework.request import Request as AnyRequest
from rest_framework.serializers import Serializer

if TYPE_CHECKING:
    from accounts.models import Athlete

    class Request(AnyRequest):
        user: Athlete

else:
    Request = AnyRequest


def read_given(request: AnyRequest, serializer: type[Serializer[Any]]) -> dict[str, Any]:
    """What the body of a request holds, checked for its shape. Raises ``ValidationError`` for what it cannot hold."""
    return _checked(serializer(data=request.data))


def read_query(request: AnyRequest, serializer: type[Serializer[Any]]) -> dict[str, Any]:
    """The same of what stands behind the question mark of its address."""
    return _checked(serializer(data=request.query_params))


def _checked(given: Serializer[Any]) -> dict[str, Any]:
    given.is_valid(raise_exception=True)
    values: dict[str, Any] = given.validated_data
    return values
